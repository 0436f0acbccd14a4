import { Button } from '@mui/material';
import type { ClockKnown } from '../../../shared/clock.ts';
import { turnClock } from '../../../shared/contract/clock.ts';
import { change } from '../../hooks/api.ts';
import { Row } from '../layout.tsx';
import { useAttempt } from '../Toast.tsx';

/** The clock of a demo: it stands, is turned forward, or runs. */
export function ClockTurner({ clock }: { clock: Pick<ClockKnown, 'turnable' | 'stands'> }) {
  const attempt = useAttempt();
  if (!clock.turnable) return null;
  const turn = (turned: object) => attempt(() => change(turnClock, {}, turned));
  return (
    <Row as="span" className="noprint" gap="close" wrap>
      <span className="soft">{clock.stands ? 'The demo’s clock stands' : 'The demo’s clock runs'}</span>
      <Button onClick={() => turn({ hours: 1 })}>+1 h</Button>
      <Button onClick={() => turn({ hours: 4 })}>+4 h</Button>
      <Button onClick={() => turn({ hours: 24 })}>+1 day</Button>
      <Button onClick={() => turn({ runs: clock.stands })}>{clock.stands ? 'Let it run' : 'Stop it'}</Button>
    </Row>
  );
}
