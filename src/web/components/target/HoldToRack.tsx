import { Button } from '@mui/material';
import { useState } from 'react';
import { lookedText } from '../../../core/belief/words.ts';
import { screenColour } from '../../../core/colour/display.ts';
import type { Lab } from '../../../core/colour/lab.ts';
import { reflectanceFromLab } from '../../../core/colour/reconstruct.ts';
import { unlessRefused } from '../../../core/field-error.ts';
import { isDone } from '../../../record/board/stages.ts';
import { beliefOf, TARGET } from '../../../record/job/belief.ts';
import { mostTellingOnRack } from '../../../record/job/by-sight.ts';
import { toHoldUp } from '../../../record/job/rack.ts';
import { archiveHeld, holdTarget, restoreHeld } from '../../../shared/contract/jobs.ts';
import type { KeptHeld, NewHeld, OnRack } from '../../../shared/look.ts';
import { change, useRackAtHand } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Area, Pile, Row } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { useToast } from '../Toast.tsx';
import { LookForm } from '../verdict/LookForm.tsx';
import { lightsOf } from '../verdict/LookPanel.tsx';

/** What a colour looks like on the screen; nothing where no surface can have it. */
const seenAs = (lab: Lab): string | undefined => {
  const reflectance = unlessRefused(() => reflectanceFromLab(lab));
  return reflectance ? screenColour(reflectance).css : undefined;
};

/** The target held against boards from before: which is the nearest, then how it differs from that. */
export function HoldToRack({ bench }: { bench: OpenBench }) {
  const { job } = bench;
  const { data } = useRackAtHand(job.id);
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  // One may still be on its way while the other is told.
  const [ids, idsOfNearest] = [useNextId(), useNextId()];
  const belief = beliefOf(bench);
  const thought = belief?.colour(TARGET).lab ?? null;
  // Boards that were made for it tell more than any of the rack.
  const made = job.woods.some((wood) => wood.boards.some(isDone));
  const up = data && !made ? toHoldUp(data.things, thought, job.held) : [];
  const telling = made ? null : mostTellingOnRack(belief, job.held);
  const last = job.held.findLast((h) => h.said && h.things[0]?.id === telling?.id);
  const tell = async (held: Omit<NewHeld, 'id'>, id = ids) => {
    await change(holdTarget, { job: job.number }, { id: id.next(), ...held });
    id.kept();
  };
  const nearest = async (best: OnRack) => {
    setBusy(true);
    try {
      const things = [best, ...up.filter((t) => t !== best)].map(({ kind, id: of }) => ({ kind, id: of }));
      await tell({ things, light: 'D65', words: '', swapped: false }, idsOfNearest);
      setRefused(null);
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
    } finally {
      setBusy(false);
    }
  };
  if (up.length === 0 && job.held.length === 0) return null;
  return (
    <Pile as="section" aria-label="Hold it to the rack" gap="near" top>
      <h2>Hold it against the rack</h2>
      {up.length > 1 && (
        <>
          <div>
            {thought ? 'Now these, which are about it. The nearest is' : 'Take these down. The nearest to it is'}
          </div>
          <Row gap="near" wrap>
            {up.map((thing) => (
              <Button key={thing.id} disabled={busy} onClick={() => void nearest(thing)} className="swatch">
                <Area height={56} width="100%" colour={seenAs(thing.lab as Lab)} />
                {thing.label}
              </Button>
            ))}
          </Row>
        </>
      )}
      <ErrorMessage error={refused} />
      {telling && (
        <LookForm
          key={telling.id}
          heading={`Hold ${telling.label} against the target, edge to edge`}
          keep={`held/${job.id}`}
          lights={lightsOf(job)}
          otherHand={last ? !last.swapped : false}
          onSeen={({ said, words, light, swapped }) =>
            tell({ things: [{ kind: telling.kind, id: telling.id }], said, words, light, swapped })
          }
        />
      )}
      <HeldSoFar held={job.held} />
    </Pile>
  );
}

/** What was said of the target and the rack; each look can be taken out at a tap. */
function HeldSoFar({ held }: { held: readonly KeptHeld[] }) {
  const say = useToast();
  const take = async ({ id }: KeptHeld) => {
    await change(archiveHeld, { held: id });
    say({ text: 'Look taken out.', undo: () => change(restoreHeld, { held: id }) });
  };
  if (held.length === 0) return null;
  return (
    <ul className="looks">
      {held.map((h) => (
        <li key={h.id}>
          <b>{h.things[0]?.label}</b>{' '}
          {lookedText({ said: h.said, wet: false, between: false, farther: h.things.length - 1 })}
          {h.words && <span> “{h.words}”</span>}
          <span className="soft"> {[h.person, momentText(h.seenAt)].filter(Boolean).join(', ')}</span>
          <Button size="small" className="noprint out" onClick={() => void take(h)}>
            Take it out
          </Button>
        </li>
      ))}
    </ul>
  );
}
