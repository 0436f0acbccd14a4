import { Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material';
import { KINDS } from '../../../core/kinds/index.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import { leftText, volumeText } from '../../../core/mix/index.ts';
import { type BatchSheet, batchSheet, type LayerBatch, type Taken } from '../../../record/work/batch-sheet.ts';
import type { House } from '../../../shared/house.ts';
import type { JobWood } from '../../../shared/job.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { shopNow } from '../../hooks/shop-clock.ts';
import { areaText } from '../areas.ts';
import { weekdayText } from '../clock/times.ts';
import { Pile, Row, Text } from '../layout.tsx';
import { hoursText } from '../numbers.ts';

const DAY = 24 * 3_600_000;

/** What of a thing is to be bought. */
function toBuy({ buy, onShelf, amount, unit }: Taken, units: House['units']): string {
  if (onShelf !== null && onShelf >= amount) return 'nothing';
  if (onShelf === null) return 'count what is there';
  if (!buy) return leftText(amount - onShelf, unit, units);
  const { tins, canMl, over } = buy;
  const left = over >= 0.5 ? ', half of it stays' : '';
  return `${tins} ${tins === 1 ? 'tin' : 'tins'} of ${volumeText(canMl / 1000, units)}${left}`;
}

/** What a layer asks of whoever puts it on so large. */
function asks({ pots, edge, minutes }: LayerBatch): string[] {
  return [
    ...(pots > 1 ? [`In ${pots} pots, one after the other: a pot sets before all of it is on.`] : []),
    ...(edge
      ? [
          `${edge.part.name}: ${edge.panels === 2 ? 'in two panels' : `in ${edge.panels} panels`} at its joints, or by ${edge.panels === 2 ? 'two' : edge.panels} pairs of hands: its edge dries before it is done. Profiles and edges first, then the face, and no stop in it.`,
        ]
      : []),
    ...(minutes > 0 ? [`A coat is ${hoursText(minutes / 60)} of hands.`] : []),
  ];
}

/** The batch for all pieces of a wood: what it takes, what the shelf has of it, and how it is put on so large. */
export function BatchOfWork({
  bench,
  wood,
  stack,
  house,
}: {
  bench: OpenBench;
  wood: JobWood;
  stack: Stack;
  house: House;
}) {
  const sheet: BatchSheet | null = batchSheet(bench, wood, stack, house.bench.spare);
  if (!sheet) return null;
  const { units } = house;
  const slowest = Math.max(0, ...sheet.needed.map((n) => n.leadDays ?? 0));
  const boxed = sheet.needed.filter((n) => n.tins > 1);
  return (
    <Pile as="section" aria-label="Batch" gap="near">
      <h2>Batch for {areaText(sheet.area, units)}</h2>
      <div className="soft">{Math.round(100 * house.bench.spare)} % over: the same colour is hard to mix twice.</div>
      {sheet.layers.map((layer) => (
        <Row key={layer.stage} gap="near" align="baseline" wrap>
          <b>
            {layer.stage}. {KINDS[layer.layer.kind].label}
          </b>
          <Text className="mono" strong>
            {volumeText(layer.litres, units)}
          </Text>
          <span>{asks(layer).join(' ')}</span>
        </Row>
      ))}
      <Table size="small">
        <TableHead>
          <TableRow>
            <TableCell>What it takes</TableCell>
            <TableCell align="right">In all</TableCell>
            <TableCell align="right">On the shelf</TableCell>
            <TableCell align="right">To buy</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {sheet.needed.map((needed) => (
            <TableRow key={needed.item}>
              <TableCell>{needed.name}</TableCell>
              <TableCell align="right" className="mono">
                {leftText(needed.amount, needed.unit, units)}
              </TableCell>
              <TableCell align="right" className="mono">
                {needed.onShelf === null ? 'not counted' : leftText(needed.onShelf, needed.unit, units)}
              </TableCell>
              <TableCell align="right">
                {toBuy(needed, units)}
                {needed.leadDays ? `, ${needed.leadDays} ${needed.leadDays === 1 ? 'day' : 'days'} to come` : ''}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {slowest > 0 && (
        <p>
          Order it before anything is begun: ordered today, all of it is here on{' '}
          <b>{weekdayText(shopNow() + slowest * DAY)}</b>.
        </p>
      )}
      {boxed.length > 0 && (
        <p>
          Box it: pour all tins of {boxed.map((n) => n.name.toLowerCase()).join(', ')} together before the first is
          used, or a change of tin shows.
        </p>
      )}
    </Pile>
  );
}
