import { Button, TextField } from '@mui/material';
import { useState } from 'react';
import { isDone } from '../../../record/board/stages.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { approveBoard } from '../../../shared/contract/approvals.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { OnPaper } from '../boards/OnPaper.tsx';
import { Pile, Row } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { useAttempt } from '../Toast.tsx';

/** How much of a hash tells one approval from another. */
const SHORT = 8;

/** A finished board is approved at a tap, for one's own work or with the customer's initials: what it is then is frozen. */
export function Approvals({
  bench,
  model,
  main,
}: {
  bench: OpenBench;
  model: BoardModel;
  /** It is the one thing to do. */
  main: boolean;
}) {
  const { board } = model;
  const [customer, setCustomer, forget] = usePersistentState(`approval/${board.id}`, '');
  const [busy, setBusy] = useState(false);
  const attempt = useAttempt();
  const id = useNextId();
  const mine = bench.job.approvals.filter((a) => a.boardId === board.id);
  if (!isDone(board)) return null;
  const approve = () =>
    attempt(async () => {
      setBusy(true);
      try {
        const words = board.judged?.words ?? '';
        await change(approveBoard, { board: board.id }, { id: id.next(), words, customer: customer.trim() || null });
        id.kept();
        forget();
      } finally {
        setBusy(false);
      }
    });
  return (
    <Pile as="section" aria-label="Approval" gap="near" top>
      {mine.map(({ id: of, version, hash, person, customer: initials, approvedAt, differs }) => (
        <div key={of}>
          <Row gap="near" wrap>
            <b>✓ Approved, {version}</b>
            <span className="soft">
              {[momentText(approvedAt), person, initials && `the customer: ${initials}`].filter(Boolean).join(', ')}
            </span>
            <span className="mono" title={hash}>
              {hash.slice(0, SHORT)}
            </span>
            <a className="noprint plainlink" href={`/api/approvals/${of}/file`} download>
              Save its file
            </a>
          </Row>
          {version > 1 && (
            <div className="soft">
              {differs.length > 0 ? `not as in ${version - 1}: ${differs.join(', ')}` : `as in ${version - 1}`}
            </div>
          )}
        </div>
      ))}
      {mine.length > 0 && (
        <div>
          <OnPaper bench={bench} model={model} />
        </div>
      )}
      <Row className="noprint" gap="near" wrap>
        <Button
          {...(main ? { variant: 'contained', color: 'primary', size: 'large' } : {})}
          disabled={busy}
          onClick={() => void approve()}
        >
          {mine.length > 0 ? 'Approve it again' : 'Approve it, as it is'}
        </Button>
        <TextField
          label="The customer said yes: initials"
          value={customer}
          onChange={(e) => setCustomer(e.target.value.slice(0, 12))}
          sx={{ width: 260 }}
        />
      </Row>
      {mine.length === 0 && (
        <div className="soft">
          Freezes target, layers, what was poured, readings, looks, pictures, tolerances and rules left, under a hash.
        </div>
      )}
    </Pile>
  );
}
