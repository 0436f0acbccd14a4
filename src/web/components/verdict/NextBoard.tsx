import { Button, LinearProgress } from '@mui/material';
import { useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { boardCode } from '../../../record/board/codes.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { offcutsLeft } from '../../../record/job/standing.ts';
import type { Recipe } from '../../../shared/board.ts';
import { planRecipe, takeBoard } from '../../../shared/contract/boards.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useNextId } from '../../hooks/new-id.ts';
import type { NextRecipe } from '../../hooks/verdict.ts';
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

interface Props {
  bench: OpenBench;
  model: BoardModel;
  recipe: Recipe;
  next: NextRecipe;
  /** It is the one thing to do. */
  main: boolean;
}

/** The recipe for the next board, solved with what this one taught. */
export function NextBoard({
  bench,
  model,
  recipe,
  next: { answer: next, error, looking, byHand, tried, triedEnough },
  main,
}: Props) {
  const { words } = useTold();
  const [refused, setRefused] = useState<string | null>(null);
  const go = useNavigate();
  const ids = { board: useNextId(), recipe: useNextId() };
  const left = offcutsLeft(model.wood);

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
      <ErrorMessage error={refused ?? error} />
      {looking && <LinearProgress aria-label="Solving the next recipe" />}
      {byHand && (
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
          {triedEnough && (
            <div className="note">{tried} boards of these colours did not come to it: other colours may be nearer.</div>
          )}
          <div className="choices">
            <Button variant={main ? 'contained' : 'outlined'} color={main ? 'primary' : 'secondary'} onClick={plan}>
              Plan the next board
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
