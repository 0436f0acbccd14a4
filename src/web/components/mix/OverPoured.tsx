import { Button } from '@mui/material';
import { useMemo } from 'react';
import type { OverPoured as Rescues } from '../../../core/match/index.ts';
import { keepRatio, type Step, volumeText } from '../../../core/mix/index.ts';
import { inPot, potOf } from '../../../record/board/poured.ts';
import { problemAsPoured } from '../../../record/work/mixing.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useBoardModel } from '../../hooks/bench.ts';
import { type MatcherWork, useSolved } from '../../hooks/matcher.ts';
import type { Mixing } from '../../hooks/mixing.ts';
import { Pile, Row, Text } from '../layout.tsx';
import { gramsText } from '../numbers.ts';
import { useAttempt } from '../Toast.tsx';
import { useTold } from '../use-told.ts';

interface Props {
  bench: OpenBench;
  mixing: Mixing;
  step: Step & Required<Pick<Step, 'pour'>>;
  poured: number;
  /** Keeps the pour as it is. */
  onKeep: () => Promise<void>;
  onBack: () => void;
}

/** More went in than it may: the rest is solved again to keep the colour, or the ratio, or it is left as it is. */
export function OverPouredPanel({ bench, mixing, step, poured, onKeep, onBack }: Props) {
  const told = useTold();
  const { recipe, stack, units } = mixing;
  const { scaleGrams } = mixing.tools;
  const attempt = useAttempt();
  const model = useBoardModel(bench);
  const pot = useMemo(() => potOf(recipe, step.stage, bench.materials), [recipe, step.stage, bench.materials]);
  const into = useMemo(
    () => ({ ...inPot(recipe, step.stage, bench.materials), [step.pour.colourant]: poured }),
    [recipe, step, poured, bench.materials],
  );
  const work = useMemo((): MatcherWork<Rescues> | null => {
    const problem = model && problemAsPoured(bench, model, stack);
    return problem && ((matcher) => matcher.overPoured(problem, stack, step.stage - 1, pot.litres, into, scaleGrams));
  }, [bench, model, stack, step.stage, pot.litres, into, scaleGrams]);
  const { answer, error } = useSolved(work);
  const take = (litres: number, grams: Record<string, number>) => () =>
    attempt(async () => {
      await mixing.setPots([{ stage: step.stage, litres, grams }]);
      await onKeep();
    });
  const ratio = answer?.keepRatio ?? { ...keepRatio(pot.litres, pot.grams, into), deltaE: null, cost: null };
  const colour = answer?.keepColour;
  return (
    <Pile gap="near">
      <Text as="div" className="note" size="lead">
        {gramsText(poured)} are {gramsText(poured - step.pour.grams)} more than asked for.
      </Text>
      <Row gap="near" wrap align="stretch">
        {work && (
          <Button
            variant="contained"
            color="primary"
            disabled={!colour}
            onClick={colour && take(colour.litres, colour.grams)}
            sx={{ display: 'grid', textAlign: 'left', justifyItems: 'start', minHeight: 72 }}
          >
            Keep the colour
            <Text strong={false}>
              {colour
                ? `${volumeText(colour.litres, units)}, ${told.miss(colour.deltaE)}, costs ${colour.cost.toFixed(2)} more`
                : error
                  ? 'cannot be solved'
                  : 'being solved …'}
            </Text>
          </Button>
        )}
        <Button
          onClick={take(ratio.litres, ratio.grams)}
          sx={{ display: 'grid', textAlign: 'left', justifyItems: 'start', minHeight: 72 }}
        >
          Keep the ratio
          <Text strong={false}>
            {volumeText(ratio.litres, units)}
            {ratio.deltaE === null ? '' : `, ${told.miss(ratio.deltaE)}, costs ${ratio.cost.toFixed(2)} more`}
          </Text>
        </Button>
        <Button onClick={() => void attempt(onKeep)} sx={{ minHeight: 72 }}>
          Leave it so
        </Button>
        <Button onClick={onBack} sx={{ minHeight: 72 }}>
          Not so: type it again
        </Button>
      </Row>
    </Pile>
  );
}
