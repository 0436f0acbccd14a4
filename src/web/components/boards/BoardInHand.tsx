import { type ReactNode, useMemo, useRef, useState } from 'react';
import { labOf } from '../../../core/colour/lab.ts';
import { strayOf } from '../../../core/judge/mix-up.ts';
import { differenceWords } from '../../../core/judge/words.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import { isColoured, type Stack } from '../../../core/layers/layer.ts';
import { boardName } from '../../../record/board/plank.ts';
import { isDone, lastRead, layersOn, mixedUpStage, stackAsMade, stageMean } from '../../../record/board/stages.ts';
import { stepLines } from '../../../record/board/step-lines.ts';
import { type BoardModel, strayAllowed } from '../../../record/job/bench.ts';
import { readStage } from '../../../shared/contract/boards.ts';
import { SPOTS, type StoredReading } from '../../../shared/reading.ts';
import { change, useCameraFirst, useEyesOnly, useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useBoardFields } from '../../hooks/looks.ts';
import { BoardOf } from '../board/BoardOf.tsx';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { Pile, Row, Text } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { ByPicture } from '../pictures/ByPicture.tsx';
import { ReadingCorrection } from '../readings/ReadingCorrection.tsx';
import { ReadingPanel } from '../readings/ReadingPanel.tsx';
import { sizeIn } from '../sizes.ts';
import { ColourTold } from '../Told.tsx';
import { useTold } from '../use-told.ts';
import { LookPanel } from '../verdict/LookPanel.tsx';
import { LooksTaken } from '../verdict/LooksTaken.tsx';
import { SurfaceGates } from '../work/SurfaceGates.tsx';
import { CoatRecord } from './CoatRecord.tsx';
import { JudgeBoard } from './JudgeBoard.tsx';
import { KeepAsRung } from './KeepAsRung.tsx';
import { MixSummary } from './MixSummary.tsx';
import { MoreOfBoard } from './MoreOfBoard.tsx';
import { OneTap } from './OneTap.tsx';
import { Onward } from './Onward.tsx';
import { Plank } from './Plank.tsx';
import { WayBackPanel } from './WayBack.tsx';

const NO_LAYERS: Stack = [];

const FILM_OR_DYE = (stack: Stack, stage: number) => {
  const layer = stack[stage - 1];
  return layer && isColoured(layer.kind);
};

/** What is found out of a stage: by eyes where the shop has nothing else, by readings where it has; the other a tap behind. */
function SeenOrRead({
  bench,
  model,
  stage,
  children: readings,
}: {
  bench: OpenBench;
  model: BoardModel;
  stage: number;
  children: ReactNode;
}) {
  const eyes = useEyesOnly();
  const cameraFirst = useCameraFirst();
  const { board } = model;
  // A board is looked at as it is: raw wood is told, and what lies under a later coat cannot be seen.
  if (stage !== layersOn(board)) return readings;
  const picture = <ByPicture board={model.code} />;
  if (stage === 0)
    return (
      <>
        {cameraFirst && picture}
        {readings}
        {!cameraFirst && picture}
      </>
    );
  const looks = (
    <>
      <LookPanel key={`${board.id}/${stage}`} bench={bench} model={model} />
      <LooksTaken bench={bench} model={model} stage={stage} />
    </>
  );
  const [first, second, behind] = eyes
    ? ([looks, readings, 'It was read all the same'] as const)
    : ([readings, looks, 'Look at it'] as const);
  return (
    <>
      {cameraFirst && picture}
      {first}
      {!cameraFirst && picture}
      <details>
        <summary>{behind}</summary>
        {second}
      </details>
    </>
  );
}

interface Props {
  bench: OpenBench;
  model: BoardModel;
  /** The layers that its strips would vary: its own, else the newest of its wood, else the draft. */
  planned: Stack | null | undefined;
}
/** One board, or a portion of pieces, being made: its stages under the picture, the stage in hand, the mix sheet. */
export function BoardInHand({ bench, model, planned }: Props) {
  const { board } = model;
  const { words, miss, bare } = useTold();
  const fields = useBoardFields(bench, model);
  const stack = board.recipe ? stackAsMade(board) : NO_LAYERS;
  // Where the work is: to be read after the last coat, or, where nothing reads, at the last coat that is on.
  const next = Math.min(
    stack.length,
    // Of pieces few are read, and none has to be.
    board.pieces ? layersOn(board) + 1 : Math.max(lastRead(board) + 1, layersOn(board)),
  );
  const [shown, setShown] = useState(next);
  const stage = Math.min(shown, stack.length);
  const expected = board.recipe?.expected[stage];
  const measured = stageMean(board, stage);
  const off = expected && measured && stage > 0 ? strayOf(expected, measured) : null;
  const mixedUp = off !== null && mixedUpStage(board) === stage;
  const allowed = useMemo(() => strayAllowed(bench, model, stage), [bench, model, stage]);
  const left = stack.slice(layersOn(board)).some((l) => isColoured(l.kind));
  const onTheWay = lastRead(board) > 0 && !isDone(board);
  // A stage that missed by more than it may: what is left is solved from here before anything else goes on.
  const missed = off !== null && allowed !== null && off > allowed && !mixedUp && onTheWay && left;
  const [correcting, setCorrecting] = useState<StoredReading | null>(null);
  const found = useRef<HTMLDivElement>(null);
  const { units = 'metric' } = useHouse().data ?? {};
  const names = fields.map((f) => f.label);
  const lines = stepLines(stack.length, board.cut);
  const on = (at: number) => board.coats.find((c) => c.stage === at);
  // A stage need not be read to go on from it.
  const passable =
    stageMean(board, stage) !== null || on(stage) !== undefined || (stage === 0 && board.recipe !== null);
  const state = (at: number) => {
    if (stageMean(board, at)) return 'read';
    const coat = on(at);
    if (coat) return coat.putOnAt ? `on ${momentText(coat.putOnAt)}` : 'on';
    return at === next ? 'next' : '';
  };
  return (
    <>
      <div className="work">
        <BoardOf model={model} fields={fields} height={board.pieces ? 110 : 210} onField={setShown} />
        <Row padTop="close" align="start">
          {fields.map((field, i) => (
            <button
              // biome-ignore lint/suspicious/noArrayIndexKey: a stage is known by its place
              key={i}
              type="button"
              onClick={() => setShown(i)}
              className="plainbutton stage"
              aria-pressed={i === stage}
            >
              {field.label}
              {i > 0 && KINDS[stack[i - 1]?.kind ?? 'clear'].is.final && <span title="No way back after it"> ⊣</span>}
              <Text as="div" size="small">
                {[state(i), stack.length > 0 && !board.pieces && `from ${sizeIn(units).text(nth(lines, i))}`]
                  .filter(Boolean)
                  .join(', ') || '\u00a0'}
              </Text>
            </button>
          ))}
        </Row>
      </div>
      <Plank bench={bench} model={model} />
      <div className="plate columns halves">
        <Pile as="section" className="noprint" gap="near" top>
          <h2>
            {boardName(board)}: {stage === 0 ? 'raw' : `after ${fields[stage]?.label.toLowerCase()}`}
          </h2>
          <ErrorMessage error={model.trouble} />
          {stage > 0 && (
            <OneTap
              key={`tap/${stage}`}
              bench={bench}
              model={model}
              stage={stage}
              onFind={() => found.current?.scrollIntoView({ block: 'center' })}
            />
          )}
          {board.pieces && stage > layersOn(board) && <SurfaceGates model={model} stage={stage} />}
          {stage > 0 && <CoatRecord key={stage} bench={bench} model={model} stage={stage} />}
          {stage > 0 && <WayBackPanel bench={bench} model={model} stage={stage} />}
          {expected && stage > 0 && (
            <div>
              <span className="soft">expected </span>
              <ColourTold of={labOf(expected)} />
              {FILM_OR_DYE(stack, stage) && (
                <div className="soft">
                  Dried colour looks flat until the clear goes on
                  {words ? ': wipe it with spirits to see it as it will be.' : ': judge by the figures.'}
                </div>
              )}
            </div>
          )}
          {off !== null && expected && measured && (
            <div className={mixedUp ? 'trouble' : 'note'} data-testid="stage-miss">
              {mixedUp
                ? `${miss(off)} from what was expected: this reading does not fit this recipe: check the board’s label. Nothing is learned from it.`
                : `${miss(off)} from what was expected${allowed === null ? '' : missed ? `, more than the ${bare(allowed)} it may stray` : ` (it may stray ${bare(allowed)})`}: ${differenceWords(labOf(expected), labOf(measured)).join(', ')}.`}
            </div>
          )}
          <div ref={found} />
          {board.recipe || stage === 0 ? (
            <SeenOrRead model={model} bench={bench} stage={stage}>
              <ReadingPanel
                key={`${board.id}/${stage}`}
                raw={stage === 0 ? model.species.id : undefined}
                spots={SPOTS.slice(1)}
                take={(reading, zone, until) => change(readStage, { board: board.id }, { stage, reading, zone }, until)}
                readings={board.readings.filter((r) => r.stage === stage)}
                aside={board.aside.filter((r) => r.stage === stage)}
                keep={`board/${board.id}/${stage}`}
                what={`${model.code}, ${(fields[stage]?.label ?? 'raw').toLowerCase()}`}
                under={{ board: board.id, stage }}
                onCorrect={setCorrecting}
              />
            </SeenOrRead>
          ) : null}
          {board.pieces && isDone(board) && stage === stack.length && <SurfaceGates model={model} stage={stage + 1} />}
          {isDone(board) && stage === stack.length && <JudgeBoard model={model} />}
          <KeepAsRung bench={bench} model={model} stage={stage} />
          <Onward
            model={model}
            next={passable && stage < stack.length ? (fields[stage + 1]?.label ?? null) : null}
            onNext={() => setShown(stage + 1)}
            solve={missed ? 'first' : onTheWay && left ? 'also' : 'no'}
          />
          <MoreOfBoard bench={bench} model={model} stage={stage} planned={planned} />
        </Pile>
        {board.recipe && <MixSummary bench={bench} model={model} recipe={board.recipe} />}
      </div>
      {correcting && (
        <ReadingCorrection
          key={correcting.id}
          reading={correcting}
          stages={names}
          onClose={() => setCorrecting(null)}
        />
      )}
    </>
  );
}
