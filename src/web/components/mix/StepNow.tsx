import { Button } from '@mui/material';
import { useState } from 'react';
import { type Step, volumeText } from '../../../core/mix/index.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import type { Mixing } from '../../hooks/mixing.ts';
import type { Scale } from '../../hooks/scale.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Pile, Row, Text } from '../layout.tsx';
import { gramsText, hoursText } from '../numbers.ts';
import { BaseNow } from './BaseNow.tsx';
import { PotLife } from './PotLife.tsx';
import { PourNow } from './PourNow.tsx';

interface Props {
  bench: OpenBench;
  mixing: Mixing;
  step: Step;
  scale: Scale;
}

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
    <Pile as="section" aria-label="Step in hand" on="field" padY="far" padX="wide" gap="apart" top frame="line">
      <Text as="div" className="soft" size="title">
        {step.stage === 0 ? 'Before the first layer' : `Layer ${step.stage}`}
        {step.pour ? ` · pour ${nth} of ${pours.length}` : ''}
        {done ? ` · done${poured?.grams ? `, ${gramsText(poured.grams)}` : ''}` : ''}
      </Text>
      {step.pour && !done ? (
        <PourNow key={step.key} {...props} step={{ ...step, pour: step.pour }} />
      ) : (
        <>
          <Text as="div" size="huge" strong className="close">
            {step.title}
          </Text>
          {step.millilitres !== undefined && (
            <Text as="div" className="mono" size="giant" strong tight>
              {volumeText(step.millilitres / 1000, mixing.units)}
            </Text>
          )}
          {step.kind === 'wait' && step.hours !== undefined && (
            <Text as="div" className="mono" size="giant" strong tight>
              {hoursText(step.hours)}
            </Text>
          )}
          {step.detail && (
            <Text as="div" size="title">
              {step.detail}
            </Text>
          )}
          {step.product && !done && (
            <BaseNow
              key={step.key}
              bench={bench}
              mixing={mixing}
              step={{ ...step, product: step.product }}
              onError={setError}
            />
          )}
          {poured && step.kind === 'base' && step.hours !== undefined && (
            <PotLife until={Date.parse(poured.at) + step.hours * 3_600_000} />
          )}
          <Row className="noprint" gap="near">
            {done ? (
              <Button onClick={act(() => mixing.takeBack(step))} sx={{ minHeight: 60 }}>
                Take it back
              </Button>
            ) : step.product ? null : (
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
          </Row>
        </>
      )}
      <ErrorMessage error={error} />
      {step.wayBack && (
        <Text as="div" size="lead">
          <b>Undo</b> {step.wayBack.how.charAt(0).toLowerCase()}
          {step.wayBack.how.slice(1)}; {step.wayBack.until}.
        </Text>
      )}
    </Pile>
  );
}
