import { shopNow } from '../../hooks/shop-clock.ts';
import { Text } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { hoursText } from '../numbers.ts';

/** How long a pot with its hardener can still be used. */
export function PotLife({ until }: { until: number }) {
  const left = (until - shopNow()) / 3_600_000;
  return (
    <Text as="div" className={left > 0 ? 'note' : 'trouble'} size="title" data-testid="pot-life">
      {left > 0
        ? `Usable until ${momentText(new Date(until).toISOString())}: ${hoursText(left)} left.`
        : `It has set since ${momentText(new Date(until).toISOString())}: mix afresh.`}
    </Text>
  );
}
