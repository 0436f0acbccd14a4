import { Button } from '@mui/material';
import { lookedText } from '../../../core/belief/words.ts';
import { LIGHT_NAMES } from '../../../core/colour/lights.ts';
import { boardName, everyBoard } from '../../../record/board/plank.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { slipsOf } from '../../../record/job/by-sight.ts';
import { archiveLook, restoreLook } from '../../../shared/contract/boards.ts';
import type { KeptLook } from '../../../shared/look.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { Columns, Pile } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { useToast } from '../Toast.tsx';

/** What was said of a board after a stage, by whom and when; each look can be taken out at a tap. */
export function LooksTaken({ bench, model: { board }, stage }: { bench: OpenBench; model: BoardModel; stage: number }) {
  const say = useToast();
  const others = bench.job.woods.flatMap(everyBoard);
  const slips = slipsOf(bench);
  const looks = board.looks.filter((l) => l.stage === stage);
  const take = async ({ id }: KeptLook) => {
    await change(archiveLook, { look: id });
    say({ text: 'Look taken out.', undo: () => change(restoreLook, { look: id }) });
  };
  const people = [...new Set(looks.map((l) => l.person))];
  const listOf = (some: readonly KeptLook[]) => (
    <ul className="looks">
      {some.map((look) => {
        const other = look.against && others.find((b) => b.id === look.against?.board);
        return (
          <li key={look.id}>
            <b>{lookedText({ ...look, farther: look.farther.length })}</b>
            {other && <span> against {boardName(other).toLowerCase()}</span>}
            {look.words && <span> “{look.words}”</span>}

            {slips.has(look.id) && <span className="trouble"> the other looks say otherwise: it is not counted</span>}
            <span className="soft">
              {' '}
              {[
                people.length > 1 ? '' : look.person,
                momentText(look.seenAt),
                look.light === 'D65' ? '' : LIGHT_NAMES[look.light],
              ]
                .filter(Boolean)
                .join(', ')}
            </span>
            <Button size="small" className="noprint out" onClick={() => void take(look)}>
              Take it out
            </Button>
          </li>
        );
      })}
    </ul>
  );
  if (looks.length === 0) return null;
  if (people.length === 1) return listOf(looks);
  // What each of them sees stands beside what the others do.
  return (
    <Columns of={`repeat(${Math.min(3, people.length)}, 1fr)`} gap="far">
      {people.map((person) => (
        <Pile key={person ?? ''} as="section" aria-label={person ?? 'Somebody'} gap="none" top>
          <h3>{person ?? 'Somebody'}</h3>
          {listOf(looks.filter((l) => l.person === person))}
        </Pile>
      ))}
    </Columns>
  );
}
