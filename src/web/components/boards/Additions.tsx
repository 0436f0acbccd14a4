import { volumeText } from '../../../core/mix/index.ts';
import { useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { Row, Text } from '../layout.tsx';
import { gramsText } from '../numbers.ts';

/** What goes into a pot that is off: grams of its colours, and what it is thinned with, large enough to be read at the scale. */
export function Additions({
  bench,
  of: { add, thin },
}: {
  bench: OpenBench;
  of: { add: Readonly<Record<string, number>>; thin: number };
}) {
  const { units = 'metric' } = useHouse().data ?? {};
  const lines = [
    ...Object.entries(add).map(([id, grams]) => [bench.materials.colourants[id]?.name ?? id, gramsText(grams)]),
    ...(thin > 1e-6 ? [['its medium or thinner', volumeText(thin, units)]] : []),
  ];
  return lines.map(([name, amount]) => (
    <Row key={name} gap="apart" align="baseline" line>
      <Text width={140}>{name}</Text>
      <Text as="b" className="mono" size="large">
        + {amount}
      </Text>
    </Row>
  ));
}
