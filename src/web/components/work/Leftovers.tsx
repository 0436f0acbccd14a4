import { Button } from '@mui/material';
import { volumeText } from '../../../core/mix/index.ts';
import type { Leftover } from '../../../record/work/hand-over.ts';
import { archiveMix, keepMix } from '../../../shared/contract/shelf.ts';
import type { Job } from '../../../shared/job.ts';
import { change, useHouse } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { Pile, Row, Text } from '../layout.tsx';
import { useAttempt, useToast } from '../Toast.tsx';

/** What is left in the pots of the work: labelled, and put on the shelf for a repair. */
export function Leftovers({ job, left, labels }: { job: Job; left: readonly Leftover[]; labels: () => void }) {
  const { units = 'metric' } = useHouse().data ?? {};
  const say = useToast();
  const attempt = useAttempt();
  const id = useNextId();
  const shelve = ({ name, kind, colours, litres }: Leftover) =>
    attempt(async () => {
      const note = `Left of job ${job.number}`;
      const mix = { id: id.next(), name, kind, colours, litres, note, unknownStrength: false };
      const made = await change(keepMix, {}, mix);
      id.kept();
      say({ text: `${made.name} stands on the shelf.`, undo: () => change(archiveMix, { mix: made.id }) });
    });
  if (left.length === 0) return 'Nothing mixed is left that was weighed in here.';
  return (
    <Pile gap="close">
      <Row gap="near" wrap>
        What is left, labelled and on the shelf for a repair:
        <Button className="noprint" onClick={labels}>
          Labels
        </Button>
      </Row>
      {left.map((mix) => (
        <Row key={mix.name} gap="near">
          <Text grow>
            {mix.name}, about {volumeText(mix.litres, units)}
          </Text>
          {mix.kept ? (
            <span>on the shelf</span>
          ) : (
            <Button className="noprint" size="small" onClick={() => void shelve(mix)}>
              Put on the shelf
            </Button>
          )}
        </Row>
      ))}
    </Pile>
  );
}
