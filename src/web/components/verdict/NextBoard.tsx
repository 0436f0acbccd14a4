import { Button, LinearProgress } from '@mui/material';
import { useMemo, useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { familyOf, TRIED_ENOUGH } from '../../../core/belief/recipes.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import { doubtOf } from '../../../core/learn/knowledge.ts';
import { boardCode } from '../../../record/board/codes.ts';
import { finishedMean, isDone, mixedUpStage, stackAsMade } from '../../../record/board/stages.ts';
import { type BoardModel, nextBoardModel, problemOf } from '../../../record/job/bench.ts';
import { solvableColours } from '../../../record/job/openings.ts';
import { offcutsLeft } from '../../../record/job/standing.ts';
import type { Recipe } from '../../../shared/board.ts';
import { planRecipe, takeBoard } from '../../../shared/contract/boards.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { type MatcherWork, useSolved } from '../../hooks/matcher.ts';
import { useNextId } from '../../hooks/new-id.ts';
import type { Matcher } from '../../workers/matcher.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Pile, Text } from '../layout.tsx';
import { strengthText } from '../numbers.ts';
import { MissRange } from '../Told.tsx';
import { useTold } from '../use-told.ts';

const changeWord = (before: number, now: number) => {
  if (before === 0) return 'new';
  const share = now / before - 1;
  return Math.abs(share) < 0.005 ? 'as before' : `${share > 0 ? '+' : '−'}${Math.abs(share * 100).toFixed(0)} %`;
};

/** The recipe for the next board, solved with what this one taught. */
export function NextBoard({
  bench,
  model,
  recipe,
  passed,
}: {
  bench: OpenBench;
  model: BoardModel;
  recipe: Recipe;
  passed: boolean;
}) {
  const { tolerance } = bench.job;
  const { words } = useTold();
  const [refused, setRefused] = useState<string | null>(null);
  const go = useNavigate();
  const ids = { board: useNextId(), recipe: useNextId() };
  const left = offcutsLeft(model.wood);
  const family = familyOf(recipe.stack);
  const tried = model.wood.boards.filter((b) => isDone(b) && familyOf(stackAsMade(b)) === family).length;
  const enough = !passed && tried >= TRIED_ENOUGH;
  const problem = useMemo(() => {
    // What the newest readings showed is still being learned: solve with it, not without.
    if (bench.learning) return null;
    const open = solvableColours(recipe.stack, model.target?.tones !== undefined);
    return open.length > 0 ? problemOf(bench, nextBoardModel(bench, model), recipe.stack, open) : null;
  }, [bench, model, recipe]);
  const solve = useMemo(
    (): MatcherWork<Awaited<ReturnType<Matcher['correct']>>> | null =>
      problem && ((matcher) => matcher.correct(problem, recipe.stack, recipe.litres, tolerance)),
    [problem, recipe, tolerance],
  );
  const { answer: next, error } = useSolved(solve);

  const plan = async () => {
    if (!next) return;
    try {
      const board = await change(takeBoard, { wood: model.wood.id }, { id: ids.board.next() });
      await change(
        planRecipe,
        { board: board.id },
        {
          id: ids.recipe.next(),
          stack: next.stack,
          litres: recipe.litres,
          origin: 'corrected',
          knowledge: bench.knowledgeId,
        },
      );
      ids.board.kept();
      ids.recipe.kept();
      await go(`../boards?board=${boardCode(model.wood.code, board.number)}`);
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
    }
  };
  return (
    <Pile as="section" aria-label="Next board" gap="near" top>
      <h2>{finishedMean(model.board) ? 'What it taught, and the next board' : 'The next board'}</h2>
      {finishedMean(model.board) && <Taught bench={bench} model={model} recipe={recipe} />}
      <ErrorMessage error={refused ?? error} />
      {problem && !next && !error && <LinearProgress aria-label="Solving the next recipe" />}
      {!problem && !bench.learning && (
        <div className="note">
          No layer of this recipe can be solved: what it is coloured with is set by hand.{' '}
          <RouterLink to={`../layers?wood=${model.wood.code}`}>Change it under Layers</RouterLink>.
        </div>
      )}
      {next && (
        <>
          <table>
            <tbody>
              {next.stack.flatMap((layer, i) =>
                Object.entries(recipe.stack[i]?.colours ?? {}).map(([id, was]) => {
                  const colour = bench.materials.colourants[id];
                  const now = layer.colours[id] ?? 0;
                  return (
                    <tr key={`${layer.kind}/${id}`} className="rule">
                      <Text as="td" padY="close">
                        {colour?.name ?? id}
                      </Text>
                      <td className="mono soft">{strengthText(was, colour)} →</td>
                      <Text as="td" className="mono" strong>
                        {strengthText(now, colour)}
                      </Text>
                      <Text as="td" className="mono" right>
                        {changeWord(was, now)}
                      </Text>
                    </tr>
                  );
                }),
              )}
            </tbody>
          </table>
          <div>
            expected {!words && 'ΔE00 '}
            <b>
              <MissRange of={next.promise.range} />
            </b>
            {words && ' off'}, 8 boards in 10; passes with {Math.round(next.promise.chance * 100)} in 100
          </div>
          {enough && (
            <div className="note">{tried} boards of these colours did not come to it: other colours may be nearer.</div>
          )}
          <div className="onward">
            <Button
              variant={passed || enough ? 'outlined' : 'contained'}
              color={passed || enough ? 'secondary' : 'primary'}
              onClick={plan}
            >
              Plan the next board
            </Button>
            <Button
              variant={enough ? 'contained' : 'outlined'}
              color={enough ? 'primary' : 'secondary'}
              component={RouterLink}
              to={`../layers?wood=${model.wood.code}`}
            >
              Other colours
            </Button>
            {left !== null && (
              <span className="soft">
                {left} {left === 1 ? 'offcut' : 'offcuts'} left
              </span>
            )}
          </div>
        </>
      )}
    </Pile>
  );
}

/** Which colour took more or less than its profile said, in words and per cent. */
function Taught({ bench, model, recipe }: { bench: OpenBench; model: BoardModel; recipe: Recipe }) {
  const strange = mixedUpStage(model.board);
  if (bench.learning) return <div>Learning from the newest readings …</div>;
  const without = bench.knowledge.leftOut.find((l) => l.board === model.board.id);
  if (without) return <div className="trouble">This board taught nothing: {without.why}</div>;
  if (strange !== null)
    return (
      <div className="trouble">
        The reading after {KINDS[nth(recipe.stack, strange - 1).kind].label.toLowerCase()} does not fit this recipe, so
        the board taught nothing. Check its label, then{' '}
        <RouterLink to={`../boards?board=${model.code}`}>read it again</RouterLink>.
      </div>
    );
  const doubts = doubtOf(bench.knowledge, model.species.id, bench.materials);
  const used = [...new Set(recipe.stack.flatMap((l) => Object.keys(l.colours)))];
  const lines = used.flatMap((id) => {
    const factor = model.tuning.uptake[id];
    const name = bench.materials.colourants[id]?.name ?? id;
    const doubt = `± ${Math.round(100 * (doubts[id] ?? 0))}`;
    if (!factor || Math.abs(factor - 1) < 0.02) return [`${name} took as its profile says (${doubt} %)`];
    const size = Math.round(Math.abs(factor - 1) * 100);
    return [`${name} took ${size} % (${doubt}) ${factor > 1 ? 'more' : 'less'} than its profile says`];
  });
  return (
    <div>
      On {model.species.name.toLowerCase()}, {lines.join('; ')}.{' '}
      <span className="soft">
        Learned from {bench.knowledge.boards.length} {bench.knowledge.boards.length === 1 ? 'board' : 'boards'} of the
        shop.
      </span>
    </div>
  );
}
