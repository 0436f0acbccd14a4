import { Button, LinearProgress } from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { KINDS } from '../../../core/kinds/index.ts';
import { durationOf } from '../../../core/time/coats.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { Recipe } from '../../../shared/board.ts';
import { planRecipe } from '../../../shared/contract/boards.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useDrying } from '../../hooks/rules.ts';
import type { WayOnFound } from '../../hooks/verdict.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { WayOn } from '../layers/WayOn.tsx';
import { Pile } from '../layout.tsx';
import { hoursText } from '../numbers.ts';
import { MissRange } from '../Told.tsx';
import { useTold } from '../use-told.ts';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  recipe: Recipe;
  way: WayOnFound;
  /** It is the one thing to do. */
  main: boolean;
}

/** A finished board that misses, brought nearer from where it stands: down by wiping, sanding or bleach, up by what goes on top. */
export function FromHere({ bench, model, recipe, way: { road, answer, error, looking }, main }: Props) {
  const { board } = model;
  const go = useNavigate();
  const id = useNextId();
  const { words } = useTold();
  const [refused, setRefused] = useState<string | null>(null);
  const layers = road?.stack.slice(recipe.stack.length) ?? [];
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
          chance: road.chance,
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
      <ErrorMessage error={refused ?? error} />
      {looking && <LinearProgress aria-label="Looking for a way on" />}
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
            <Button {...(main ? { variant: 'contained', color: 'primary' } : {})} onClick={plan}>
              Go on with board {board.number}
            </Button>
          </div>
        </>
      )}
    </Pile>
  );
}
