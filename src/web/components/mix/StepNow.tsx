import { Button } from '@mui/material';
import { useState } from 'react';
import { type Step, volumeText } from '../../../core/mix/index.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import type { Mixing } from '../../hooks/mixing.ts';
import type { Scale } from '../../hooks/scale.ts';
import { shopNow } from '../../hooks/shop-clock.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { momentText } from '../moment.ts';
import { gramsText, hoursText } from '../numbers.ts';
import { BaseNow } from './BaseNow.tsx';
import { PourNow } from './PourNow.tsx';

interface Props {
  bench: OpenBench;
  mixing: Mixing;
  step: Step;
  scale: Scale;
}

/** How long a pot with its hardener can still be used. */
function PotLife({ until }: { until: number }) {
  const left = (until - shopNow()) / 3_600_000;
  return (
    <div className={left > 0 ? 'note' : 'trouble'} style={{ fontSize: 22 }} data-testid="pot-life">
      {left > 0
        ? `Usable until ${momentText(new Date(until).toISOString())}: ${hoursText(left)} left.`
        : `It has set since ${momentText(new Date(until).toISOString())}: mix afresh.`}
    </div>
  );
}

const BIG = { fontSize: 44, fontWeight: 700, lineHeight: 1.15 } as const;
/** The step in hand, read from two metres. */
export function StepNow(props: Props) {
  const { bench, mixing, step } = props;
  const [error, setError] = useState<string | null>(null);
  const pours = mixing.steps.filter((s) => s.stage === step.stage && s.pour);
  const nth = pours.indexOf(step) + 1;
  const done = mixing.isDone(step);
  const act = (work: () => Promise<void>) => async () => {
    try {
      setError(null);
      await work();
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const poured = mixing.recipe.done.find((d) => d.step === step.key);
  return (
    <section
      aria-label="Step in hand"
      style={{
        border: '1px solid var(--line)',
        background: 'var(--field)',
        padding: '24px 32px',
        display: 'grid',
        gap: 16,
        alignContent: 'start',
      }}
    >
      <div className="soft" style={{ fontSize: 20 }}>
        {step.stage === 0 ? 'Before the first layer' : `Layer ${step.stage}`}
        {step.pour ? ` · pour ${nth} of ${pours.length}` : ''}
        {done ? ` · done${poured?.grams ? `, ${gramsText(poured.grams)}` : ''}` : ''}
      </div>
      {step.pour && !done ? (
        <PourNow key={step.key} {...props} step={{ ...step, pour: step.pour }} />
      ) : (
        <>
          <div style={BIG}>{step.title}</div>
          {step.millilitres !== undefined && (
            <div className="mono" style={{ fontSize: 72, fontWeight: 700, lineHeight: 1 }}>
              {volumeText(step.millilitres / 1000, mixing.units)}
            </div>
          )}
          {step.kind === 'wait' && step.hours !== undefined && (
            <div className="mono" style={{ fontSize: 72, fontWeight: 700, lineHeight: 1 }}>
              {hoursText(step.hours)}
            </div>
          )}
          {step.detail && <div style={{ fontSize: 22 }}>{step.detail}</div>}
          {step.medium && !done && (
            <BaseNow
              key={step.key}
              bench={bench}
              mixing={mixing}
              step={{ ...step, medium: step.medium }}
              onError={setError}
            />
          )}
          {poured && step.kind === 'base' && step.hours !== undefined && (
            <PotLife until={Date.parse(poured.at) + step.hours * 3_600_000} />
          )}
          <div className="noprint" style={{ display: 'flex', gap: 12 }}>
            {done ? (
              <Button onClick={act(() => mixing.takeBack(step))} sx={{ minHeight: 60 }}>
                Take it back
              </Button>
            ) : step.medium ? null : (
              <Button
                variant="contained"
                color="primary"
                onClick={act(() =>
                  mixing.finish(step, step.millilitres === undefined ? {} : { millilitres: step.millilitres }),
                )}
                className="big"
              >
                Done
              </Button>
            )}
            {done && (
              <Button onClick={() => mixing.choose(null)} sx={{ minHeight: 60 }}>
                To what is next
              </Button>
            )}
          </div>
        </>
      )}
      <ErrorMessage error={error} />
      {step.wayBack && (
        <div style={{ fontSize: 17 }}>
          <b>Undo</b> {step.wayBack.how.charAt(0).toLowerCase()}
          {step.wayBack.how.slice(1)}; {step.wayBack.until}.
        </div>
      )}
    </section>
  );
}
