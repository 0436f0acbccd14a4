import { Button } from '@mui/material';
import { GATES, type Gate, gatesBefore } from '../../../core/finish/gates.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import { stackAsMade } from '../../../record/board/stages.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { archiveCheck, noteCheck } from '../../../shared/contract/work.ts';
import { newId } from '../../../shared/id.ts';
import { change } from '../../hooks/api.ts';
import { Columns, Pile, Row } from '../layout.tsx';
import { useAttempt, useToast } from '../Toast.tsx';

/** What is looked for on the surface before the layer of a stage goes on; after the last, when all is on. Each is ticked at a tap. */
export function SurfaceGates({ model: { board }, stage }: { model: BoardModel; stage: number }) {
  const say = useToast();
  const attempt = useAttempt();
  const stack = stackAsMade(board);
  const gates = gatesBefore(stack, stage);
  if (gates.length === 0) return null;
  const below = stack[stage - 2];
  const found = (gate: Gate) => board.checks.findLast((c) => c.stage === stage - 1 && c.what === gate);
  const open = gates.filter((g) => !found(g));
  const allFine = () =>
    attempt(async () => {
      const made: string[] = [];
      for (const gate of open) {
        made.push(newId());
        await change(
          noteCheck,
          { board: board.id },
          { id: made.at(-1) as string, stage: stage - 1, what: gate, fine: true },
        );
      }
      say({
        text: 'All of it is fine.',
        undo: () => Promise.all(made.map((check) => change(archiveCheck, { check }))),
      });
    });
  const note = (gate: Gate, fine: boolean) =>
    attempt(async () => {
      const made = newId();
      await change(noteCheck, { board: board.id }, { id: made, stage: stage - 1, what: gate, fine });
      const text = fine ? `${GATES[gate].name}: fine.` : `${GATES[gate].name}: not so. ${GATES[gate].otherwise}`;
      say({ text, undo: () => change(archiveCheck, { check: made }) });
    });
  return (
    <Pile as="section" aria-label="Surface" gap="close" className="noprint">
      <Row gap="near" between>
        <h3>{below ? `Over the ${KINDS[below.kind].label.toLowerCase()}, dry` : 'On the bare wood'}, look for</h3>
        {open.length > 1 && <Button onClick={() => void allFine()}>All fine</Button>}
      </Row>
      {gates.map((gate) => {
        const last = found(gate);
        return (
          <Columns key={gate} of="1fr auto" gap="near" align="center" line padTop="close">
            <div>
              <b>{GATES[gate].name}.</b> {GATES[gate].ask}
              {last && !last.fine && <div className="note">{GATES[gate].otherwise}</div>}
            </div>
            <Row gap="close">
              {last?.fine ? (
                <span className="acted">✓ Fine</span>
              ) : (
                <>
                  <Button onClick={() => void note(gate, true)}>{last ? 'Fine now' : 'Fine'}</Button>
                  {!last && <Button onClick={() => void note(gate, false)}>Not so</Button>}
                </>
              )}
            </Row>
          </Columns>
        );
      })}
    </Pile>
  );
}
