import { Button } from '@mui/material';
import { totalOf } from '../../../record/work/quote.ts';
import { archiveHours, noteHours, restoreHours } from '../../../shared/contract/work.ts';
import type { Job } from '../../../shared/job.ts';
import { NewHours } from '../../../shared/quote.ts';
import { change } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { Pile, Row, Text } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { numberTyped } from '../numbers.ts';
import { useAttempt, useToast } from '../Toast.tsx';
import { TypedField } from '../TypedField.tsx';

/** The hours really worked on a job against those it was quoted at; noted as they come. */
export function HoursSoFar({ job }: { job: Job }) {
  const id = useNextId();
  const say = useToast();
  const attempt = useAttempt();
  const worked = job.hours.reduce((sum, h) => sum + h.hours, 0);
  const quote = job.quotes.at(-1);
  const quoted = quote ? totalOf(quote.lines, quote.terms).hours : null;
  const { form, submit, busy, error } = useTypedForm({
    keep: `hours/${job.number}`,
    blank: { hours: '', what: '' },
    read: ({ hours, what }) => ({ hours: numberTyped(hours), what }),
    shape: NewHours.omit({ id: true }),
    save: async (hours) => {
      await change(noteHours, { job: job.number }, { id: id.next(), ...hours });
      id.kept();
    },
    onSaved: () => form.reset({ hours: '', what: '' }),
  });
  const takeOut = (own: Job['hours'][number]) =>
    attempt(async () => {
      await change(archiveHours, { hours: own.id });
      say({ text: `${own.hours} h taken out.`, undo: () => change(restoreHours, { hours: own.id }) });
    });
  return (
    <Pile as="section" aria-label="Hours worked" gap="near" className="noprint">
      <h2>Hours worked</h2>
      <div data-testid="hours-worked">
        <Text className="mono" strong size="figure">
          {worked.toFixed(1)} h
        </Text>
        {quoted !== null && ` of ${quoted.toFixed(1)} h that were quoted`}
      </div>
      <Row gap="near" align="start" wrap>
        <TypedField control={form.control} name="hours" label="Hours" sx={{ width: 100 }} />
        <TypedField control={form.control} name="what" label="What was done" />
        <Button disabled={busy} onClick={() => void submit()}>
          Note them
        </Button>
      </Row>
      <ErrorMessage error={error} />
      {job.hours.map((own) => (
        <Row key={own.id} gap="near">
          <Text className="mono" width={64} right>
            {own.hours.toFixed(1)} h
          </Text>
          <Text grow>
            {own.what || 'not said what'}
            <span className="soft">
              , {momentText(own.at)}
              {own.person && `, ${own.person}`}
            </span>
          </Text>
          <Button size="small" onClick={() => void takeOut(own)}>
            Take out
          </Button>
        </Row>
      ))}
    </Pile>
  );
}
