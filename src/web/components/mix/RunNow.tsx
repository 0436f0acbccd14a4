import { Button } from '@mui/material';
import { useState } from 'react';
import { type Run, upToCoat } from '../../../core/mix/index.ts';
import { HOUR } from '../../../core/time/air.ts';
import type { Mixing } from '../../hooks/mixing.ts';
import { shopNow } from '../../hooks/shop-clock.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Pile, Row, Text } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { hoursText } from '../numbers.ts';

/** When the next coat may go on, by when the last one did. */
function NextCoat({ at, hours }: { at: number; hours: number }) {
  const due = at + hours * HOUR;
  return (
    <Text as="div" className="note" size="title">
      {due > shopNow()
        ? `The next from ${momentText(new Date(due).toISOString())}, in ${hoursText((due - shopNow()) / HOUR)}.`
        : `The last went on ${momentText(new Date(at).toISOString())}: the next may go on.`}
    </Text>
  );
}

/** A run of coats in hand: so many are on, and a tap for the next. */
export function RunNow({ run, mixing }: { run: Run; mixing: Mixing }) {
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const on = run.coats.filter(mixing.isDone).length;
  const next = run.coats[on];
  const last = run.coats[on - 1];
  const ticked = last && mixing.recipe.done.find((d) => d.step === last.key);
  const act = (work: () => Promise<void>) => async () => {
    setBusy(true);
    try {
      setError(null);
      await work();
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
    setBusy(false);
  };
  const putOn = act(async () => {
    for (const step of upToCoat(run, on + 1)) if (!mixing.isDone(step)) await mixing.finish(step);
  });
  return (
    <Pile as="section" aria-label="Step in hand" on="field" padY="far" padX="wide" gap="apart" top frame="line">
      <Text as="div" className="soft" size="title">
        Layer {run.stage} · {run.coats.length} coats
      </Text>
      <Text as="div" size="huge" strong className="close">
        {run.coats[0]?.title.replace(/, coat \d+ of \d+$/, '')}
      </Text>
      <Text as="div" className="mono" size="giant" strong tight data-testid="coats-on">
        {on} of {run.coats.length}
      </Text>
      <Text as="div" size="title">
        {next?.detail ?? 'All of them are on.'}
      </Text>
      <Text as="div" size="title">
        {hoursText(run.between.hours)} apart
        {run.between.rub ? `; between them: ${run.between.rub.detail.toLowerCase()}` : '; nothing rubbed between them.'}
      </Text>
      {ticked && next && <NextCoat at={Date.parse(ticked.at)} hours={run.between.hours} />}
      <Row className="noprint" gap="near">
        {next && (
          <Button variant="contained" color="primary" disabled={busy} onClick={putOn} className="big">
            Coat {on + 1} is on
          </Button>
        )}
        {last && (
          <Button disabled={busy} onClick={act(() => mixing.takeBack(last))} sx={{ minHeight: 60 }}>
            Take back coat {on}
          </Button>
        )}
      </Row>
      <ErrorMessage error={error} />
    </Pile>
  );
}
