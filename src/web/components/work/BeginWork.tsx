import { Button } from '@mui/material';
import { useRef } from 'react';
import { boardName } from '../../../record/board/plank.ts';
import { stackAsMade } from '../../../record/board/stages.ts';
import { woodNamed } from '../../../record/board/wood.ts';
import { partsOfWood, piecesAtWork } from '../../../record/work/pieces.ts';
import { partsInOrder, patternOf, portionsOfParts } from '../../../record/work/work.ts';
import { beginWork } from '../../../shared/contract/work.ts';
import { newId } from '../../../shared/id.ts';
import type { JobWood } from '../../../shared/job.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { Pile, PlainLink, Row } from '../layout.tsx';
import { useAttempt } from '../Toast.tsx';

/** Pieces that wait to be begun, in portions that are worked at one sitting; or what they wait for. */
export function BeginWork({ bench, wood }: { bench: OpenBench; wood: JobWood }) {
  const attempt = useAttempt();
  const { job, shelf, materials } = bench;
  const name = woodNamed(shelf, wood).toLowerCase();
  const pattern = patternOf(job, wood, shelf);
  const begun = new Set(piecesAtWork(wood).map((b) => b.pieces?.part));
  const parts = partsInOrder(partsOfWood(job, wood).filter((p) => !begun.has(p.id)));
  const ids = useRef(new Map<string, string>());
  if (parts.length === 0)
    return begun.size > 0 ? null : (
      <p>
        No part is made of {name} yet.{' '}
        <PlainLink to="../parts">Say which parts there are, how many and how large.</PlainLink>
      </p>
    );
  if (!pattern?.passes)
    return (
      <p>
        {parts.length === 1 ? 'One part waits' : `${parts.length} parts wait`} for a board of {name} that passes, or
        that is accepted. <PlainLink to={`../verdict?wood=${wood.code}`}>To the verdict</PlainLink>
      </p>
    );
  const stack = stackAsMade(pattern.board);
  const portions = portionsOfParts(parts, stack, materials, begun.size > 0);
  // The same portions asked for twice are the same.
  const idOf = (key: string) => {
    const id = ids.current.get(key) ?? newId();
    ids.current.set(key, id);
    return id;
  };
  const begin = () =>
    attempt(() =>
      change(
        beginWork,
        { wood: wood.id },
        {
          board: pattern.board.id,
          portions: portions.map(({ part, portion, count }) => ({
            id: idOf(`${part.id}/${portion}`),
            part: part.id,
            portion,
            count,
          })),
        },
      ),
    );
  return (
    <Pile as="section" aria-label="To begin" gap="near">
      <p>
        {boardName(pattern.board)} of {name} passes: its layers go on these pieces, one batch of each for all of them.
      </p>
      <ul className="plain">
        {portions.map(({ part, portion, count }) => (
          <li key={`${part.id}/${portion}`}>
            <b>{count}</b> × {part.name}
            {portions.filter((p) => p.part === part).length > 1 && `, portion ${portion}`}
          </li>
        ))}
      </ul>
      <Row>
        <Button variant="contained" color="primary" className="big" onClick={() => void begin()}>
          Begin the work
        </Button>
      </Row>
    </Pile>
  );
}
