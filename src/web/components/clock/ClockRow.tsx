import { Button, Link } from '@mui/material';
import { Link as RouterLink } from 'react-router';
import { TESTS } from '../../../core/kinds/index.ts';
import { HOUR } from '../../../core/time/air.ts';
import { boardCode } from '../../../record/board/codes.ts';
import { type ClockItem, shutsAt } from '../../../record/clock/clock.ts';
import type { Task } from '../../../record/work/work.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { Area, Row, Text } from '../layout.tsx';
import { hoursText } from '../numbers.ts';
import { useBenchActs } from './acts.ts';
import { CoatTimesTable } from './CoatTimes.tsx';
import { SmallItem } from './SmallItem.tsx';
import { inText, whenText } from './times.ts';

/** What of a task a tap does: the last coat of a board is put on at its board, all else is ticked. */
export function useDoTask() {
  const { putOn, tick } = useBenchActs();
  return ({ item, act, stage, last, title, key }: Task) =>
    item.record && act === 'coat' && last
      ? putOn(item.record.id, stage, `${title}: on.`)
      : tick(key, `${title}: done.`);
}

/** Why it stands as it does, in a few words. */
function why(on: ClockItem, now: number): string {
  const { coat, stands, from } = on;
  const shuts = shutsAt(on);
  const by = coat && coat.dries.basis === 'seen here' ? `, as seen here on ${coat.dries.goOn.coats}` : '';
  switch (stands) {
    case 'begin':
      return 'nothing is on that dries';
    case 'wet':
      return `${coat ? 'drying: ' : ''}from ${whenText(from, now)}, in ${inText(from, now)}${by}`;
    case 'test':
      return coat
        ? `usually from ${whenText(coat.on.goOn.usual, now)}, safe from ${whenText(coat.on.goOn.safe, now)}${by}`
        : '';
    case 'ready':
      return coat?.on.foundDry
        ? `found dry at ${whenText(coat.on.foundDry, now)}`
        : `since ${whenText(from, now)}${by}`;
    case 'shutting':
      return shuts === null ? '' : `shuts in ${inText(shuts, now)}`;
    case 'shut':
      return shuts === null
        ? ''
        : coat?.on.window?.remedy === 'again'
          ? `shut ${hoursText((now - shuts) / HOUR)} ago: condition it again`
          : `shut ${hoursText((now - shuts) / HOUR)} ago: scuff it first`;
  }
}

const placeOf = ({ item }: ClockItem) =>
  item.kind === 'board'
    ? `/jobs/${item.job.number}/boards?board=${item.name}`
    : `/jobs/${item.job.number}/work?${item.record ? `board=${boardCode(item.wood.code, item.record.number)}` : `wood=${item.wood.code}`}`;

/** Clean or marked: what the test of a coat showed. */
function TestButtons({ coat }: { coat: NonNullable<ClockItem['coat']> }) {
  const { tellDry } = useBenchActs();
  const test = TESTS[coat.dries.test];
  const tell = (dry: boolean) => tellDry(coat.task.key, test, dry);
  return (
    <Row as="span" gap="close">
      <Button onClick={() => tell(true)}>{test.dry}</Button>
      <Button onClick={() => tell(false)}>{test.wet}</Button>
    </Row>
  );
}

/** An item on the clock: its board, what comes next, why, and the one thing to do. */
export function ClockRow({ on, shelf, now }: { on: ClockItem; shelf: Shelf; now: number }) {
  const doTask = useDoTask();
  const { item, next, stands, coat } = on;
  if (!next) return null;
  const may = stands !== 'wet' && stands !== 'test' && !item.awaits;
  const read = next.act === 'read';
  return (
    <div className="clockrow" data-testid="clock-row" data-stands={stands}>
      <SmallItem item={item} shelf={shelf} />
      <Area minWidth={0}>
        <Link component={RouterLink} to={placeOf(on)} sx={{ fontWeight: 700 }}>
          {item.name}
        </Link>
        <div className="soft oneline" title={item.job.piece}>
          Job {item.job.number} · {item.job.customer}
        </div>
      </Area>
      <div>{next.title}</div>
      <div>
        {stands === 'test' && coat && <div>{TESTS[coat.dries.test].ask}.</div>}
        <Text className={stands === 'test' ? 'soft' : ''} strong={stands === 'shutting'}>
          {item.awaits ? 'when its board passes' : why(on, now)}
        </Text>
        {coat && <CoatTimesTable on={coat.on} dries={coat.dries} now={now} />}
      </div>
      <Area push>
        {stands === 'test' && coat && <TestButtons coat={coat} />}
        {may &&
          (read ? (
            <Button component={RouterLink} to={placeOf(on)}>
              Judge it
            </Button>
          ) : (
            <Button
              variant={stands === 'shutting' ? 'contained' : 'outlined'}
              color={stands === 'shutting' ? 'primary' : 'inherit'}
              onClick={() => doTask(next)}
            >
              {next.act === 'coat' || next.act === 'under' ? 'Put on' : 'Done'}
            </Button>
          ))}
      </Area>
    </div>
  );
}
