import { Button } from '@mui/material';
import { useRef, useState } from 'react';
import type { Verified } from '../../../core/seal/verify.ts';
import { verifiedApproval, verifiedText } from '../../../record/job/approval.ts';
import { keepApproval } from '../../../shared/contract/approvals.ts';
import { change, useForeignApprovals } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { Pile, Row } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { useAttempt } from '../Toast.tsx';

/** Approvals: a file is looked through here, and one of another shop is kept as it is. */
export function ForeignApprovals() {
  const { data } = useForeignApprovals();
  const input = useRef<HTMLInputElement>(null);
  const [looked, setLooked] = useState<{ name: string; text: string; found: Verified } | null>(null);
  const attempt = useAttempt();
  const id = useNextId();
  const keep = () =>
    attempt(async () => {
      if (!looked) return;
      await change(keepApproval, {}, { id: id.next(), file: looked.text });
      id.kept();
      setLooked(null);
    });
  return (
    <Pile as="section" aria-label="Approvals" gap="near" top padTop="far">
      <h2>Approvals</h2>
      <Row gap="near" wrap>
        <Button onClick={() => input.current?.click()}>Verify an approval</Button>
        <input
          ref={input}
          type="file"
          hidden
          aria-label="Approval file"
          accept=".json,application/json"
          onChange={async (e) => {
            const [file] = e.target.files ?? [];
            e.target.value = '';
            if (!file) return;
            const text = await file.text();
            setLooked({ name: file.name, text, found: verifiedApproval(text) });
          }}
        />
        {looked && (
          <>
            <span data-testid="verified" className={looked.found.state === 'whole' ? '' : 'trouble'}>
              <b>{looked.name}</b>: {verifiedText(looked.found)}
            </span>
            {looked.found.state === 'whole' && <Button onClick={() => void keep()}>Keep it here</Button>}
          </>
        )}
      </Row>
      {data?.approvals.map(({ id: of, hash, customer, piece, board, keptAt }) => (
        <Row key={of} gap="near" wrap line padTop="close">
          <b>
            {customer}, {piece}
          </b>
          <span>{board}</span>
          <span className="mono">{hash.slice(0, 8)}</span>
          <span className="soft">kept {momentText(keptAt)}</span>
          <a className="plainlink" href={`/api/approvals/${of}/file`} download>
            Save its file
          </a>
        </Row>
      ))}
    </Pile>
  );
}
