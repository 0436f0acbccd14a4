import { Button } from '@mui/material';
import { useEffect, useMemo, useRef } from 'react';
import { KINDS } from '../../../core/kinds/index.ts';
import { isRun, type Run, type Step, type UnitSystem, volumeText, withRuns } from '../../../core/mix/index.ts';
import { potOf } from '../../../record/board/poured.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import type { Mixing } from '../../hooks/mixing.ts';
import { Area, Row, Text } from '../layout.tsx';
import { gramsText, hoursText } from '../numbers.ts';

interface Props {
  bench: OpenBench;
  mixing: Mixing;
  /** Opens what the batch of a layer is for. */
  onBatch: (stage: number) => void;
}

export const amountText = (step: Step, units: UnitSystem): string => {
  if (step.pour) return step.pour.said;
  if (step.millilitres !== undefined) return volumeText(step.millilitres / 1000, units);
  return step.kind === 'wait' && step.hours !== undefined ? hoursText(step.hours) : '';
};

/** All steps in order, layer by layer, with what was done: a tap takes one in hand. */
export function StepList({ bench, mixing, onBatch }: Props) {
  const { recipe, steps, current } = mixing;
  const items = useMemo(() => withRuns(steps), [steps]);
  const stages = [...new Set(steps.map((s) => s.stage))];
  return (
    <Area scroll minHeight={0}>
      {stages.map((stage) => {
        const layer = recipe.stack[stage - 1];
        const mixed = steps.some((s) => s.stage === stage && (s.pour || s.kind === 'base'));
        return (
          <section key={stage} aria-label={layer ? `Layer ${stage}` : 'Before the first layer'}>
            <Row gap="close" minHeight={44}>
              <Text as="b" grow>
                {layer ? `${stage}. ${KINDS[layer.kind].label}` : 'Before the first layer'}
              </Text>
              {mixed && (
                <Button size="small" onClick={() => onBatch(stage)} aria-label={`Batch of layer ${stage}`}>
                  {volumeText(potOf(recipe, stage, bench.materials).litres, mixing.units)}
                </Button>
              )}
            </Row>
            {items
              .filter((item) => item.stage === stage)
              .map((item) =>
                isRun(item) ? (
                  <RunRow
                    key={item.key}
                    run={item}
                    mixing={mixing}
                    here={item.steps.some((s) => s.key === current?.key)}
                  />
                ) : (
                  <StepRow key={item.key} step={item} mixing={mixing} here={item.key === current?.key} />
                ),
              )}
          </section>
        );
      })}
    </Area>
  );
}

/** A run of coats in a line: so many are on. */
function RunRow({ run, mixing, here }: { run: Run; mixing: Mixing; here: boolean }) {
  const on = run.coats.filter(mixing.isDone).length;
  const next = run.coats[on] ?? run.coats.at(-1);
  return (
    <button
      type="button"
      aria-current={here}
      onClick={() => next && mixing.choose(next)}
      className="plainbutton listed step"
    >
      <span>{run.coats.length} coats</span>
      <span className="mono">{hoursText(run.between.hours)} apart</span>
      <Text className="mono" right size="small">
        {on === run.coats.length ? '✓' : `${on} on`}
      </Text>
    </button>
  );
}

function StepRow({ step, mixing, here }: { step: Step; mixing: Mixing; here: boolean }) {
  const row = useRef<HTMLButtonElement>(null);
  // What is in hand stays in sight, with what comes next.
  useEffect(() => {
    if (here) row.current?.scrollIntoView({ block: 'center' });
  }, [here]);
  const done = mixing.isDone(step);
  const poured = mixing.recipe.done.find((d) => d.step === step.key)?.grams;
  const asAsked = step.pour && poured === step.pour.grams;
  const told = poured === null || poured === undefined ? '' : asAsked ? step.pour?.said : gramsText(poured);
  return (
    <button
      ref={row}
      type="button"
      aria-current={here}
      onClick={() => mixing.choose(step)}
      className="plainbutton listed step"
    >
      <span>{step.title}</span>
      <span className="mono">{amountText(step, mixing.units)}</span>
      <Text className="mono" right size="small">
        {done ? `✓ ${told}` : here ? 'now' : ''}
      </Text>
    </button>
  );
}
