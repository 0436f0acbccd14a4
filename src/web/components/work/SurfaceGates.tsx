import { Button } from '@mui/material';
import { GATES, type Gate, gatesBefore } from '../../../core/finish/gates.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import { stackAsMade } from '../../../record/board/stages.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { archiveCheck, noteCheck } from '../../../shared/contract/work.ts';
import { newId } from '../../../shared/id.ts';
import { change } from '../../hooks/api.ts';
import { Pile, Row, Text } from '../layout.tsx';
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
    <Pile as="section" aria-label="Surface" gap="hair" className="noprint">
      <Row gap="close" wrap>
        <b>
          {stage <= stack.length && 'First, '}
          {below ? `over the ${KINDS[below.kind].label.toLowerCase()}, dry:` : 'on the bare wood:'}
        </b>
        {gates.map((gate) => {
          const last = found(gate);
          return last?.fine ? (
            <span key={gate}>✓ {GATES[gate].name}</span>
          ) : (
            <Button key={gate} size="small" title={GATES[gate].ask} onClick={() => void note(gate, true)}>
              {GATES[gate].name}: {last ? 'fine now' : 'fine'}
            </Button>
          );
        })}
        {open.length > 1 && (
          <Button size="small" onClick={() => void allFine()}>
            All fine
          </Button>
        )}
      </Row>
      {gates
        .filter((gate) => found(gate)?.fine === false)
        .map((gate) => (
          <div key={gate} className="note">
            {GATES[gate].otherwise}
          </div>
        ))}
      <details>
        <summary>What to look for</summary>
        {gates.map((gate) => (
          <Row key={gate} gap="near" line padTop="hair">
            <Text grow>
              <b>{GATES[gate].name}.</b> {GATES[gate].ask}
            </Text>
            {!found(gate) && (
              <Button size="small" onClick={() => void note(gate, false)}>
                Not so
              </Button>
            )}
          </Row>
        ))}
      </details>
    </Pile>
  );
}
