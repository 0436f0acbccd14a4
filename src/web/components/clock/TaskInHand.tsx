import { Button, TextField } from '@mui/material';
import { useState } from 'react';
import type { Planned } from '../../../record/clock/week.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { Pile, Row } from '../layout.tsx';
import { localInput, momentOf } from '../moment.ts';
import { hoursText } from '../numbers.ts';
import { whenText } from './times.ts';

const QUARTER = 15 * 60_000;
const DAY = 96 * QUARTER;

interface Props {
  planned: Planned;
  now: number;
  error: string | null;
  onMove: (at: number) => void;
  onLetGo: () => void;
}

/** A task of the week: when, where, how long; put elsewhere by hand. */
export function TaskInHand({ planned, now, error, onMove, onLetGo }: Props) {
  const { task, start, end, dry, place, pinned, late } = planned;
  const [typed, setTyped] = useState(localInput(new Date(start).toISOString()));
  const typedAt = momentOf(typed);
  return (
    <Pile as="section" aria-label="Task in hand" gap="close" top>
      <h2>{task.title}</h2>
      <div>
        {task.item.name}, job {task.item.job.number}
      </div>
      <div className="figure" data-testid="task-when">
        {whenText(start, now)}
      </div>
      <div>
        {Math.round((end - start) / 60_000)} min of work
        {task.drying && `, then ${hoursText((dry - end) / 3_600_000)} to dry in the ${(place ?? 'shop').toLowerCase()}`}
        {task.drying && <span className="soft"> ({task.drying.basis})</span>}
      </div>
      {late > 0 && <div className="trouble">Its window is missed by {hoursText(late)}.</div>}
      {pinned && <div className="soft">Put here by hand: the plan leaves it.</div>}
      <Row gap="close" wrap>
        <Button onClick={() => onMove(start - QUARTER)}>15 min earlier</Button>
        <Button onClick={() => onMove(start + QUARTER)}>15 min later</Button>
        <Button onClick={() => onMove(start + DAY)}>A day later</Button>
      </Row>
      <Row
        as="form"
        gap="close"
        onSubmit={(event) => {
          event.preventDefault();
          if (typedAt) onMove(Date.parse(typedAt));
        }}
      >
        <TextField
          type="datetime-local"
          label="Begin at"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <Button type="submit" disabled={!typedAt}>
          Put there
        </Button>
      </Row>
      {pinned && <Button onClick={onLetGo}>Let the plan decide</Button>}
      <ErrorMessage error={error} />
    </Pile>
  );
}
