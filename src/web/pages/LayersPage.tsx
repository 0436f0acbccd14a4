import { Button } from '@mui/material';
import { useEventCallback } from '@mui/material/utils';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { KINDS } from '../../core/kinds/index.ts';
import { isBlank, type Stack } from '../../core/layers/layer.ts';
import { isDone, lastRead, layersOn, stackAsMade } from '../../record/board/stages.ts';
import type { BoardModel } from '../../record/job/bench.ts';
import { ANYTHING, type Choice, simpleStack } from '../../record/job/openings.ts';
import { saidShelf } from '../../record/shelf/said.ts';
import { ErrorMessage } from '../components/ErrorMessage.tsx';
import { Keys } from '../components/Keys.tsx';
import { BoardView, END_INSET } from '../components/layers/BoardView.tsx';
import { ColourantChoice } from '../components/layers/ColourantChoice.tsx';
import { ExpectedFigures } from '../components/layers/ExpectedFigures.tsx';
import { Foreseen } from '../components/layers/Foreseen.tsx';
import { LayerInHand } from '../components/layers/LayerInHand.tsx';
import { LightBar } from '../components/layers/LightBar.tsx';
import { useLooking } from '../components/layers/looking.ts';
import { NextSteps } from '../components/layers/NextSteps.tsx';
import { useOpenLayer } from '../components/layers/open-layer.ts';
import { usePlanning } from '../components/layers/planning.ts';
import { RoadsFound } from '../components/layers/RoadsFound.tsx';
import { RuleList } from '../components/layers/RuleList.tsx';
import { RuleMark } from '../components/layers/RuleMark.tsx';
import { SayLayer } from '../components/layers/SayLayer.tsx';
import { SearchProgress } from '../components/layers/SearchProgress.tsx';
import { AddLayer, isCrowded, StackStrip } from '../components/layers/StackStrip.tsx';
import { Systems, type TakenSystem } from '../components/layers/Systems.tsx';
import { UnderLayer } from '../components/layers/UnderLayer.tsx';
import { UndoRedo } from '../components/layers/UndoRedo.tsx';
import { useKeepVersions, Versions } from '../components/layers/Versions.tsx';
import { Pile, Row } from '../components/layout.tsx';
import { MeanwhileNote } from '../components/MeanwhileNote.tsx';
import { useToast } from '../components/Toast.tsx';
import { ToolsForm } from '../components/Tools.tsx';
import { type OpenBench, useBoardModel, useOpenBench } from '../hooks/bench.ts';
import { useDraft } from '../hooks/draft.ts';
import { useFinding } from '../hooks/finding.ts';
import { useEnd, useLightnessRanges, useLiveFields, useLooks, useOtherwise } from '../hooks/looks.ts';
import { usePersistentState } from '../hooks/persistent-state.ts';
import { useBegun, useDecide, useRules } from '../hooks/rules.ts';
import { useUsualDensity } from '../hooks/usual-density.ts';

const stackText = (stack: Stack) => stack.map((l) => KINDS[l.kind].label.toLowerCase()).join(', ') || 'no layer';

function LayersOf({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const { board, wood } = model;
  const { tolerance } = bench.job;
  const done = layersOn(board);
  const kept = useMemo(() => wood.draft ?? board.recipe?.stack ?? simpleStack(bench.offered), [wood, board, bench]);
  // What is on the board stands as it was put on, whatever the draft says.
  const begun = useMemo(() => (done > 0 ? stackAsMade(board) : kept), [done, board, kept]);
  const {
    stack,
    set,
    drag,
    follow,
    settle,
    undo,
    redo,
    error: draftError,
    ...draft
  } = useDraft(bench.job.number, wood, begun);
  const looking = useLooking();
  const { light, wet, years, beside, enlarge, loupe } = looking;
  const begin = useBegun(bench);
  const layer = useOpenLayer({ stack, done, offered: bench.offered, begun: begin, set, drag });
  const { selected, setSelected, open } = layer;
  /** What a search may use as it was when its choice was opened; null while it is not. */
  const [chosenBefore, setChosenBefore] = useState<Choice | null>(null);
  const say = useToast();
  /** What lies over the lower half: the roads that were found, or the kept versions. */
  const [over, setOver] = useState<'roads' | 'versions' | 'systems' | null>(null);
  const [choice, setChoice] = usePersistentState<Choice>(`choice/${bench.job.number}`, ANYTHING);
  const { looks, fields, error: refused } = useLooks(bench, model, stack, light);
  const live = useLiveFields(follow, bench, model, light);
  const otherwise = useOtherwise(bench, model, stack, { years, falls: looking.falls });
  const end = useEnd(bench, model, stack, looking.ends);
  const metal = stack.some((l) =>
    Object.keys(l.colours).some((id) => bench.materials.colourants[id]?.kind === 'metallic'),
  );

  // The picture follows the hand; the figures, which take longer, follow it when there is time.
  const settled = useDeferredValue(stack);
  const between = useLightnessRanges(bench, model, settled);
  const rules = useRules(bench, model, settled);
  const [refusal, setRefusal] = useState<string | null>(null);
  const { search, error, problem, problemFor, find, ...finding } = useFinding({
    bench,
    model,
    stack,
    settled,
    choice,
    set,
  });
  useEffect(() => setOver(search.found !== null ? 'roads' : null), [search.found]);

  const planning = usePlanning(bench, model, { stack, problem, found: search.found !== null });

  const target = model.target?.reflectance ?? null;
  const coloured = stack.some((l) => Object.keys(l.colours).length > 0);
  const finished = isDone(board);

  const standing = finished
    ? 'This board is finished: take another under Boards.'
    : done > 0
      ? `${done === 1 ? 'Layer 1 is' : `Layers 1–${done} are`} on${lastRead(board) < done ? ', not all read' : ' and read'}; solving for what is left.`
      : model.rawKnown
        ? null
        : 'This board is not read raw yet: planned on the wood’s usual colour.';

  const message = refusal ?? planning.error ?? error ?? model.trouble ?? refused ?? draftError ?? search.error;
  const roads = search.found?.roads ?? [];
  const rack = useMemo(
    () => (done === 0 ? { speciesId: model.species.id, target } : null),
    [done, model.species.id, target],
  );
  // Handed to parts that rest while a strength is dragged, and so must not change with the stack.
  const change = useEventCallback(set);
  const take = useEventCallback((found: Stack) => {
    set(found);
    setSelected(null);
    setOver(null);
  });
  const onOnward = useEventCallback(() => void planning.submit());
  const onFind = useEventCallback(() => find());
  const onFindLayers = useEventCallback(finding.findSystems);
  const onRoads = useEventCallback(() => setOver('roads'));
  const onVersions = useEventCallback(() => setOver('versions'));
  const onSystems = useEventCallback(() => setOver('systems'));
  const keep = useKeepVersions(wood);
  const onBranch = useEventCallback(() => {
    if (!open) return;
    const name = KINDS[open.kind].label.toLowerCase();
    void keep([
      { name: `with the ${name}`, stack },
      { name: `without the ${name}`, stack: stack.filter((_, i) => i !== selected) },
    ]);
    setOver('versions');
  });
  const onColours = useEventCallback(() => setChosenBefore(choice));
  const onField = useEventCallback((i: number) => setSelected(i > done ? i - 1 : null));
  const onSettle = useEventCallback(settle);
  const shelf = useMemo(() => saidShelf(bench.shelf), [bench.shelf]);
  const onUsual = useUsualDensity(bench.shelf);
  const addLayer = <AddLayer onAdd={layer.onAdd} />;
  const decide = useDecide(model, { stack, set, solve: (next) => find(problemFor(next)), refused: setRefusal });
  const { barred } = choice;
  const takeSystem = ({ stack: layers, preparation, others }: TakenSystem) => {
    take([...stack.slice(0, done), ...layers]);
    if (done === 0) decide.prepare({ ...wood.preparation, ...preparation });
    if (others.length > 0) void keep(others.slice(0, 2));
  };
  const inHand = {
    bench,
    model,
    layer,
    settled,
    light,
    problem,
    barred,
    rules,
    addLayer,
    figures: isCrowded(stack) && selected !== null && looks.length > 0 && (
      <UnderLayer look={looks[selected + 1]} raw={false} between={between[selected + 1]} line />
    ),
    onBranch,
    onSettle,
    ...decide,
  };

  /** What takes the whole lower half: the roads that were found, the kept versions, the systems. */
  const whole =
    over === 'versions' ? (
      <Versions
        bench={bench}
        model={model}
        stack={settled}
        problemFor={problemFor}
        onTake={take}
        onBack={() => setOver(null)}
      />
    ) : over === 'systems' ? (
      <Systems {...{ bench, model, stack }} onTake={takeSystem} onBack={() => setOver(null)} />
    ) : over === 'roads' && search.found && roads.length > 0 && model.target ? (
      <RoadsFound
        found={search.found}
        advice={!search.found.whole && done === 0 && { stack, onAdd: finding.findWithGlaze }}
        materials={bench.materials}
        wood={model.species}
        seed={model.seed}
        target={model.target}
        onTake={(road) => take(road.stack)}
        onBack={() => setOver(null)}
      />
    ) : null;

  return (
    <>
      <ToolsForm>
        <LightBar
          illuminant={light.illuminant}
          wet={wet}
          beside={beside}
          years={years}
          onYears={looking.setYears}
          falls={metal ? looking.falls : null}
          onFalls={looking.setFalls}
          onLight={looking.setLight}
          onWet={looking.setWet}
          onBeside={looking.setBeside}
          ends={looking.ends}
          onEnds={looking.setEnds}
          loupe={loupe}
          onLoupe={looking.setLoupe}
          enlarge={target && coloured ? enlarge : null}
          onEnlarge={looking.setEnlarge}
        />
      </ToolsForm>
      <BoardView
        bench={bench}
        model={model}
        stack={settled}
        problem={problem}
        fields={fields}
        shown={otherwise.length > 0 ? otherwise : fields}
        live={otherwise.length > 0 ? undefined : live}
        end={end}
        light={light}
        wet={wet}
        years={years}
        enlarge={enlarge}
        loupe={loupe}
        beside={beside}
        standing={standing}
        low={open !== undefined && isCrowded(stack)}
        onField={onField}
      />
      <StackStrip
        stack={stack}
        done={done}
        materials={bench.materials}
        selected={selected}
        onSelect={setSelected}
        onChange={change}
        inset={end.length > 0 && !beside ? END_INSET : 0}
        raw={
          <>
            <h3>Raw {model.species.name.toLowerCase()}</h3>
            <div>sanded to {model.preparation.grit}</div>
          </>
        }
        acts={<UndoRedo onUndo={draft.canUndo ? undo : null} onRedo={draft.canRedo ? redo : null} />}
        marks={(stage, short) => (
          <RuleMark found={rules?.found ?? []} at={stage === 0 ? 'wood' : stage - 1} short={short} />
        )}
        figures={(stage) =>
          looks.length > 0 && <UnderLayer look={looks[stage]} raw={stage === 0} between={between[stage]} />
        }
      />
      <div className="below">
        {whole ? (
          <div className="whole">{whole}</div>
        ) : (
          <>
            <Pile gap="close" top>
              <ErrorMessage error={message} />
              <MeanwhileNote
                meanwhile={draft.meanwhile}
                what="The stack"
                text={stackText}
                onMine={draft.keepMine}
                onTheirs={draft.takeTheirs}
              />
              {search.progress !== null && (
                <SearchProgress
                  progress={search.progress}
                  learning={search.learning}
                  best={search.best}
                  done={done}
                  materials={bench.materials}
                  onCancel={search.cancel}
                />
              )}
              {open && selected !== null ? (
                <LayerInHand key={selected} {...inHand} open={open} selected={selected} />
              ) : (
                <>
                  <Row gap="apart" padTop="hair">
                    {addLayer}
                    <Button onClick={onSystems}>Systems</Button>
                    <span className="soft">
                      {coloured
                        ? 'Tap a layer to tune it; the board repaints as you go.'
                        : 'Find recipes: the colours are chosen off the shelf to bring this board to the target.'}
                    </span>
                  </Row>
                  <SayLayer shelf={shelf} keep={`say/${wood.id}`} onLayers={layer.onSaid} onUsual={onUsual} />
                  <RuleList bench={bench} model={model} rules={rules} at="wood" {...decide} />
                </>
              )}
            </Pile>
            <aside aria-label="What it comes to">
              <div className="figures">
                <ExpectedFigures
                  problem={problem}
                  stack={settled}
                  final={looks[looks.length - 1]}
                  light={light}
                  tolerance={tolerance}
                />
                <Foreseen bench={bench} model={model} stack={settled} light={light} />
              </div>
              <NextSteps
                onward={done > 0 ? 'Go on from here' : `Plan ${coloured ? '' : 'control '}board ${board.number}`}
                ready={!stack.slice(done).every(isBlank) && !finished && !planning.busy}
                coloured={coloured}
                searching={search.progress !== null}
                finished={finished}
                roads={roads.length}
                control={planning.form.control}
                rack={rack}
                severalWoods={bench.job.woods.length > 1}
                onOnward={onOnward}
                onFind={onFind}
                onFindLayers={onFindLayers}
                onRoads={onRoads}
                versions={wood.versions.length}
                onVersions={onVersions}
                onColours={onColours}
                onTake={take}
              />
            </aside>
          </>
        )}
      </div>
      {chosenBefore && (
        <ColourantChoice
          choice={choice}
          stack={stack}
          materials={bench.offered}
          onChange={setChoice}
          onClose={() => {
            if (JSON.stringify(choice) !== JSON.stringify(chosenBefore))
              say({ text: 'Other colours are allowed now.', undo: async () => setChoice(chosenBefore) });
            setChosenBefore(null);
          }}
        />
      )}
      <Keys
        keys={[
          { key: 'f', what: 'find recipes', run: () => find() },
          { key: 's', what: 'find layers and recipes', run: finding.findSystems },
          ...looking.keys,
          { key: 'v', what: 'versions of the layers', run: () => setOver(over === 'versions' ? null : 'versions') },
          { key: 'y', what: 'systems', run: () => setOver(over === 'systems' ? null : 'systems') },
          { key: 'Ctrl+Z', what: 'undo the last change of the stack', run: undo },
          { key: 'Ctrl+Shift+Z', what: 'redo it', run: redo },
        ]}
      />
    </>
  );
}

export function LayersPage() {
  const bench = useOpenBench();
  const model = useBoardModel(bench);
  if (!model) return <div className="plate">This job has no wood yet. Choose one under Woods first.</div>;
  return <LayersOf key={`${model.wood.id}/${model.board.id}`} bench={bench} model={model} />;
}
