import { Button, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material';
import { useMemo } from 'react';
import type { Wood } from '../../../core/board/wood.ts';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { KINDS, type Stack } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import type { NamedRoad } from '../../../core/match/roads.ts';
import type { SeenTarget } from '../../../record/bench.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';
import { deltaText, hoursText, percent, rangeText } from '../numbers.ts';

interface Props {
  roads: readonly NamedRoad[];
  materials: Materials;
  wood: Wood;
  seed: number;
  target: SeenTarget;
  onTake: (road: NamedRoad) => void;
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
  return (
    <div style={{ width: 104 }}>
      <BoardPicture wood={wood} seed={seed} fields={fields} target={target} light={DAYLIGHT} height={40} />
    </div>
  );
}

/** Which colours go into which layer. The layer is named only where there is more than one. */
function Pours({ stack, materials }: { stack: Stack; materials: Materials }) {
  const coloured = stack.filter((l) => Object.keys(l.colours).length > 0);
  if (coloured.length === 0) return 'none';
  return coloured.map((layer, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place
    <div key={i}>
      {coloured.length > 1 && <span className="soft">{KINDS[layer.kind].label.toLowerCase()} </span>}
      {Object.keys(layer.colours)
        .map((id) => materials.colourants[id]?.name ?? id)
        .join(', ')}
    </div>
  ));
}

const kindsOf = (stack: Stack) => stack.map((l) => KINDS[l.kind].label.toLowerCase()).join(', ');

/** The short list: roads to the target that differ in kind. */
export function Roads({ roads, materials, wood, seed, target, onTake }: Props) {
  const differ = new Set(roads.map((r) => kindsOf(r.stack))).size > 1;
  return (
    <Table size="small" sx={{ '& td, & th': { padding: '5px 7px' } }} aria-label="Roads to the target">
      <TableHead>
        <TableRow>
          <TableCell />
          <TableCell sx={{ width: '30%' }}>Road</TableCell>
          <TableCell>ΔE00, 8 in 10</TableCell>
          <TableCell>Passes</TableCell>
          <TableCell>Grain</TableCell>
          <TableCell sx={{ width: '28%' }}>Colours</TableCell>
          <TableCell>Cost/L</TableCell>
          <TableCell />
        </TableRow>
      </TableHead>
      <TableBody>
        {roads.map((road) => (
          <TableRow key={road.titles[0]}>
            <TableCell>
              <SmallRoad road={road} wood={wood} seed={seed} target={target} />
            </TableCell>
            <TableCell>
              <b>{road.titles.join(', ')}</b>
              <div className="soft">
                {differ && <div>{kindsOf(road.stack)}</div>}
                {road.steps} {road.steps === 1 ? 'coat' : 'coats'}, {hoursText(road.hours)}
              </div>
            </TableCell>
            <TableCell className="mono" sx={{ whiteSpace: 'nowrap' }}>
              <b>{rangeText(road.range)}</b>
              <div className="soft" title="Aimed off the target in daylight, lamp light and white LED light">
                aimed {road.perLight.map(deltaText).join(' · ')}
              </div>
            </TableCell>
            <TableCell className="mono" sx={{ whiteSpace: 'nowrap' }}>
              {Math.round(road.chance * 100)} in 100
            </TableCell>
            <TableCell className="mono" sx={{ whiteSpace: 'nowrap' }}>
              {percent(road.clarity)}
            </TableCell>
            <TableCell>
              <Pours stack={road.stack} materials={materials} />
            </TableCell>
            <TableCell className="mono">{road.price.toFixed(2)}</TableCell>
            <TableCell>
              <Button onClick={() => onTake(road)}>Take</Button>
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
