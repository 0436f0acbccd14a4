import { Button, LinearProgress } from '@mui/material';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { KINDS } from '../../../core/kinds/index.ts';
import type { MatchProblem } from '../../../core/match/problem.ts';
import { ALL_TOOLS, outOfReach } from '../../../core/rules/tools.ts';
import { durationOf } from '../../../core/time/coats.ts';
import { layersOn, measuredOf, stackAsMade, stageMean } from '../../../record/board/stages.ts';
import { beliefOf } from '../../../record/job/belief.ts';
import { type BoardModel, problemOf } from '../../../record/job/bench.ts';
import { readingThought } from '../../../record/job/by-sight.ts';
import type { Recipe } from '../../../shared/board.ts';
import { planRecipe } from '../../../shared/contract/boards.ts';
import { change, useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { type MatcherWork, untold, useSolved } from '../../hooks/matcher.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useDrying } from '../../hooks/rules.ts';
import type { FoundRoads } from '../../workers/matcher.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { WayOn } from '../layers/WayOn.tsx';
import { Pile } from '../layout.tsx';
import { hoursText } from '../numbers.ts';
import { MissRange } from '../Told.tsx';
import { useTold } from '../use-told.ts';

/** The way on from where a board stands: what was read of it, or what looks at it come to, with their doubt. */
function wayOnProblem(bench: OpenBench, model: BoardModel): MatchProblem | null {
  const { board, target } = model;
  const layers = layersOn(board);
  const read = measuredOf(board);
  const thought = stageMean(board, layers)
    ? null
    : target && readingThought(beliefOf(bench), board, layers, target.reflectance);
  const measured = thought ? [...read, { layers, reading: thought.reading }] : read;
  const problem = problemOf(bench, model, stackAsMade(board), [], measured);
  return problem && thought ? { ...problem, unsure: thought.unsure } : problem;
}

/** A finished board that misses, brought nearer from where it stands: down by wiping, sanding or bleach, up by what goes on top. */
export function FromHere({ bench, model, recipe }: { bench: OpenBench; model: BoardModel; recipe: Recipe }) {
  const { board } = model;
  const { tolerance } = bench.job;
  const go = useNavigate();
  const { data: house } = useHouse();
  const id = useNextId();
  const { words } = useTold();
  const [refused, setRefused] = useState<string | null>(null);
  const solve = useMemo((): MatcherWork<FoundRoads> | null => {
    const problem = bench.learning || !house ? null : wayOnProblem(bench, model);
    const offer = { materials: bench.offered, without: outOfReach(house?.tools ?? ALL_TOOLS), barred: [] };
    return problem && ((matcher) => matcher.findSystems(problem, offer, tolerance, 3, untold()));
  }, [bench, model, tolerance, house]);
  const { answer, error } = useSolved(solve);
  const done = recipe.stack.length;
  const road = answer?.roads.find((r) => r.stack.length > done);
  const layers = road?.stack.slice(done) ?? [];
  const { wait, hands } = durationOf(layers, useDrying(bench));
  const warnings = [...new Set(layers.flatMap((l) => KINDS[l.kind].warning ?? []))];

  const plan = async () => {
    if (!road) return;
    try {
      await change(
        planRecipe,
        { board: board.id },
        {
          id: id.next(),
          stack: road.stack,
          litres: recipe.litres,
          origin: 'from-here',
          knowledge: bench.knowledgeId,
        },
      );
      id.kept();
      await go(`../boards?board=${model.code}`);
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
    }
  };
  return (
    <Pile as="section" aria-label="From here" gap="close">
      <h2>This board, from here</h2>
      <ErrorMessage error={refused ?? error} />
      {solve && !answer && !error && <LinearProgress aria-label="Looking for a way on" />}
      {answer && !road && <div>Nothing that goes on top, or off, brings this board nearer. Take a new one.</div>}
      {road && (
        <>
          <WayOn layers={layers} materials={bench.materials} />
          <div>
            expected {!words && 'ΔE00 '}
            <b>
              <MissRange of={road.range} />
            </b>
            {words && ' off'}, 8 boards in 10; passes with {Math.round(road.chance * 100)} in 100
          </div>
          <div className="soft">
            {Math.round(hands)} min of work on a square metre, {hoursText(wait.usual)} until it can be judged
          </div>
          {warnings.map((warning) => (
            <div key={warning} className="note">
              {warning}
            </div>
          ))}
          <div>
            <Button onClick={plan}>Go on with board {board.number}</Button>
          </div>
        </>
      )}
    </Pile>
  );
}
