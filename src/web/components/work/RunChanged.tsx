import { Button } from '@mui/material';
import { RUN_CHANGES, type RunChange } from '../../../core/judge/run-changes.ts';
import { layersOn } from '../../../record/board/stages.ts';
import { changesOf } from '../../../record/work/pieces.ts';
import type { Board } from '../../../shared/board.ts';
import { archiveCheck, noteCheck } from '../../../shared/contract/work.ts';
import type { JobWood } from '../../../shared/job.ts';
import { change } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { Row } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { useAttempt, useToast } from '../Toast.tsx';

/** What was changed in a run, at a tap: from there on it is another run, and what was before tells nothing of it. */
export function RunChanged({ wood, portion }: { wood: JobWood; portion: Board }) {
  const id = useNextId();
  const say = useToast();
  const attempt = useAttempt();
  const last = changesOf(wood).at(-1);
  const note = (what: RunChange) =>
    attempt(async () => {
      const made = id.next();
      await change(noteCheck, { board: portion.id }, { id: made, stage: layersOn(portion), what, fine: true });
      id.kept();
      say({
        text: `${RUN_CHANGES[what]}: the run begins anew with the next piece.`,
        undo: () => change(archiveCheck, { check: made }),
      });
    });
  return (
    <Row gap="close" wrap className="noprint">
      <span>Changed:</span>
      {(Object.keys(RUN_CHANGES) as RunChange[]).map((what) => (
        <Button key={what} onClick={() => void note(what)}>
          {RUN_CHANGES[what]}
        </Button>
      ))}
      {last && (
        <span className="soft">
          {RUN_CHANGES[last.what as RunChange]}, {momentText(last.at)}
        </span>
      )}
    </Row>
  );
}
