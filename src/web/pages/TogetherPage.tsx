import { Button, LinearProgress } from '@mui/material';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { DAYLIGHT } from '../../core/colour/lights.ts';
import { KINDS } from '../../core/layers/layer.ts';
import type { MatchProblem } from '../../core/match/problem.ts';
import { type BoardModel, boardModel, problemOf } from '../../record/bench.ts';
import { ANYTHING, type Choice, openingsOf, simpleStack } from '../../record/openings.ts';
import { change } from '../hooks/api.ts';
import { type Bench, useOpenBench } from '../hooks/bench.ts';
import { useKept } from '../hooks/kept.ts';
import { useSearches } from '../hooks/matcher.ts';
import { BoardPicture } from '../parts/board/BoardPicture.tsx';
import { percent, rangeText, strengthText } from '../parts/numbers.ts';
import { Trouble } from '../parts/Trouble.tsx';
import type { Found } from '../workers/matcher.ts';

/** The closest road of one wood as its board, with the recipe in a line. */
function WoodRow({ bench, model, found }: { bench: Bench; model: BoardModel; found: Found }) {
  const road = found.roads[0];
  const fields = useMemo(
    () => road?.looks.map((expected, i) => ({ label: `${i}`, expected, measured: null })) ?? [],
    [road],
  );
  const go = useNavigate();
  if (!road) return null;
  const take = async () => {
    await change('PUT', `/woods/${model.wood.id}/draft`, { version: model.wood.draftVersion, stack: road.stack });
    go(`../layers?wood=${model.wood.speciesId}`);
  };
  return (
    <div style={{ display: 'grid', gridTemplateColumns: '1fr 352px', gap: 20, alignItems: 'center' }}>
      <BoardPicture
        wood={model.species}
        seed={model.seed}
        fields={fields}
        target={bench.target?.reflectance ?? null}
        light={DAYLIGHT}
        height={104}
      />
      <div>
        <div style={{ display: 'flex', gap: 14, alignItems: 'baseline' }}>
          <b style={{ fontSize: 18 }}>{model.species.name}</b>
          <span className="mono" style={{ fontSize: 24, fontWeight: 700 }}>
            {rangeText(road.range)}
          </span>
          <span>
            passes {Math.round(road.chance * 100)} in 100, grain {percent(road.grain)}
          </span>
        </div>
        <div className="mono" style={{ fontSize: 14.5, display: 'flex', flexWrap: 'wrap', columnGap: 18 }}>
          {road.stack.flatMap((layer, i) =>
            Object.entries(layer.colours).map(([id, strength]) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place in the stack
              <span key={`${i}/${id}`} style={{ whiteSpace: 'nowrap' }}>
                {bench.materials.colourants[id]?.name} {strengthText(strength, KINDS[layer.kind].takes === 'pigment')}
              </span>
            )),
          )}
        </div>
        {found.reasons.map((r) => (
          <div key={r} className="note">
            {r}
          </div>
        ))}
        <Button onClick={take} sx={{ marginTop: 1 }}>
          Take on {model.species.name.toLowerCase()}
        </Button>
      </div>
    </div>
  );
}

/** Several woods of one job, one target across them all, each with its own recipe. */
export function TogetherPage() {
  const bench = useOpenBench();
  const [choice] = useKept<Choice>(`choice/${bench.job.number}`, ANYTHING);
  const { progress, found, error, find, cancel } = useSearches();
  const models = useMemo(
    () => bench.job.woods.flatMap((wood) => boardModel(bench, wood, wood.boards[wood.boards.length - 1]) ?? []),
    [bench],
  );
  const findAll = () => {
    const problems = models.flatMap((model): [string, MatchProblem][] => {
      const stack = model.wood.draft ?? simpleStack(bench.offered);
      const problem = problemOf(bench, model, stack, openingsOf(stack, bench.offered, choice, 0));
      return problem ? [[model.wood.id, problem]] : [];
    });
    return find(new Map(problems), bench.job.tolerance, choice.most);
  };
  return (
    <>
      <div className="head" style={{ gap: 16 }}>
        <span>One target, {models.length} woods, a recipe for each</span>
        {progress !== null && (
          <LinearProgress variant="determinate" value={progress * 100} sx={{ flex: 1 }} aria-label="Search" />
        )}
        <div style={{ marginLeft: 'auto', display: 'flex', gap: 12 }}>
          {progress !== null && <Button onClick={cancel}>Cancel</Button>}
          <Button variant="contained" color="primary" onClick={findAll} disabled={progress !== null || !bench.target}>
            Find for every wood
          </Button>
        </div>
      </div>
      <div className="work" style={{ display: 'grid', gap: 18, flex: 1, alignContent: 'start' }}>
        <Trouble error={bench.target ? error : 'Read the target first: there is nothing to match yet.'} />
        {Object.keys(found).length === 0 && progress === null && (
          <p>Each wood keeps its own stack; the colours are solved for all of them in one go.</p>
        )}
        {models.map(
          (model) =>
            found[model.wood.id] && (
              <WoodRow key={model.wood.id} bench={bench} model={model} found={found[model.wood.id]} />
            ),
        )}
      </div>
    </>
  );
}
