import { Button } from '@mui/material';
import { memo, useEffect, useMemo, useRef } from 'react';
import type { Wood } from '../../../core/board/wood.ts';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import type { Layer, Stack } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import type { NamedRoad } from '../../../core/match/roads.ts';
import type { SeenTarget } from '../../../record/job/target.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';
import { OneKey } from '../Keys.tsx';
import { Pile, Row, Text } from '../layout.tsx';
import { hoursText, percent } from '../numbers.ts';
import { MissRange } from '../Told.tsx';
import { useTold } from '../use-told.ts';

interface Props {
  roads: readonly NamedRoad[];
  materials: Materials;
  wood: Wood;
  seed: number;
  target: SeenTarget;
  onTake: (road: NamedRoad) => void;
  onBack: () => void;
}

/** The road's own board, small. */
function SmallRoad({ road, wood, seed, target }: Pick<Props, 'wood' | 'seed' | 'target'> & { road: NamedRoad }) {
  const fields = useMemo(
    () =>
      road.looks.map((expected, i) => ({
        label: `${i}`,
        expected,
        measured: null,
        clarity: expected.clarity,
        blotch: expected.blotch,
      })),
    [road],
  );
  return <BoardPicture wood={wood} seed={seed} fields={fields} target={target} light={DAYLIGHT} height={54} />;
}

/** Which colours go into which layer. The layer is named only where there is more than one. */
function Pours({ stack, materials }: { stack: Stack; materials: Materials }) {
  const coloured = stack.filter((l) => Object.keys(l.colours).length > 0);
  if (coloured.length === 0) return 'no colour';
  return coloured.map((layer, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place
    <div key={i}>
      {coloured.length > 1 && <span className="soft">{kindText(layer)} </span>}
      {Object.keys(layer.colours)
        .map((id) => materials.colourants[id]?.name ?? id)
        .join(', ')}
    </div>
  ));
}

/** A layer by its kind; a glaze that is left in the grain says so. */
const kindText = ({ kind, method }: Layer) =>
  `${KINDS[kind].label.toLowerCase()}${method === 'in-grain' ? ' in the grain' : ''}`;
const kindsOf = (stack: Stack) => stack.map(kindText).join(', ');

/** One road: its board, what it is best at, what it promises, what goes into it. */
function Card({ road, differ, number, ...rest }: Props & { road: NamedRoad; differ: boolean; number: number }) {
  const { materials, onTake } = rest;
  const { words, bare } = useTold();
  return (
    <li className="road">
      <SmallRoad road={road} {...rest} />
      <Row gap="close">
        <Text as="b" grow>
          {road.titles.join(', ')}
        </Text>
        <Button aria-keyshortcuts={`${number}`} onClick={() => onTake(road)}>
          Take
        </Button>
      </Row>
      <div className="mono">
        <Text as="b" size="title">
          <MissRange of={road.range} />
        </Text>{' '}
        · {Math.round(road.chance * 100)} in 100
      </div>
      <div className="soft" title="Aimed off the target in daylight, lamp light and white LED light">
        {road.tones
          ? `ground ${bare(road.tones.ground)} off, grain ${bare(road.tones.grain)}`
          : `aimed ${words ? bare(nth(road.perLight, 0)) : road.perLight.map(bare).join(' · ')}`}
      </div>
      <div className="soft">
        {road.steps} {road.steps === 1 ? 'coat' : 'coats'}, {hoursText(road.hours)} · grain {percent(road.clarity)} ·{' '}
        {road.price.toFixed(2)} a litre
      </div>
      <div>
        {differ && <div>{kindsOf(road.stack)}</div>}
        <Pours stack={road.stack} materials={materials} />
      </div>
    </li>
  );
}

/** Roads to the target that differ in kind: a place of their own over the lower half. A figure takes one, Escape goes back. */
export const Roads = memo(function Roads(props: Props) {
  const { roads, onTake, onBack } = props;
  const { words } = useTold();
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => list.current?.querySelector('button')?.focus(), []);
  const differ = new Set(roads.map((r) => kindsOf(r.stack))).size > 1;
  return (
    <Pile gap="close">
      <Row gap="apart">
        <h2>{roads.length === 1 ? 'One road' : `${roads.length} roads`} to the target</h2>
        <Text className="soft" grow>
          {!words && 'ΔE00 '}where 8 boards in 10 end · boards that pass
        </Text>
        <Button onClick={onBack}>Back to the layers</Button>
      </Row>
      <ul className="roads" aria-label="Roads to the target" ref={list}>
        {roads.map((road, i) => (
          <Card key={nth(road.titles, 0)} road={road} differ={differ} number={i + 1} {...props} />
        ))}
      </ul>
      <OneKey of={{ key: 'Escape', what: 'back to the layers', run: onBack }} />
      {roads.slice(0, 9).map((road, i) => (
        <OneKey key={nth(road.titles, 0)} of={{ key: `${i + 1}`, what: 'take this road', run: () => onTake(road) }} />
      ))}
    </Pile>
  );
});
