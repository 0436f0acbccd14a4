import type { Part } from '../../shared/part.ts';

/** Areas of a part's zones in square metres, all pieces of it together. */
export interface Areas {
  face: number;
  edge: number;
  end: number;
  /** Edges that are moulded: instead of plain ones. */
  profile: number;
  /** What has to match: the zones that matter. */
  matters: number;
  /** All that is coated: what matters, and what is hidden. */
  coated: number;
}

type Sized = Pick<Part, 'count' | 'length' | 'width' | 'thickness' | 'faces' | 'zones'> & Partial<Pick<Part, 'hidden'>>;

/** How much longer round a moulding is than the edge it was cut from. Common practice. */
const MOULDED = 1.4;

/** Faces are length by width, edges run along the length, ends across it; without a thickness the latter two are none. */
export function areasOf({ count, length, width, thickness, faces, zones, hidden = [] }: Sized): Areas {
  const metres = (a: number, b: number) => (a * b) / 1e6;
  const areas = {
    face: count * faces * metres(length, width),
    edge: count * 2 * metres(length, thickness ?? 0),
    end: count * 2 * metres(width, thickness ?? 0),
    profile: count * 2 * MOULDED * metres(length, thickness ?? 0),
  };
  // A moulded edge is no plain one beside.
  const over = (of: readonly Part['zones'][number][]) =>
    of.reduce((sum, zone) => sum + (zone === 'edge' && of.includes('profile') ? 0 : areas[zone]), 0);
  return { ...areas, matters: over(zones), coated: over([...new Set([...zones, ...hidden])]) };
}

/** The areas of several parts. */
export const sumOfAreas = (parts: readonly Sized[]): Areas =>
  parts.map(areasOf).reduce(
    (sum, a) => ({
      face: sum.face + a.face,
      edge: sum.edge + a.edge,
      end: sum.end + a.end,
      profile: sum.profile + a.profile,
      matters: sum.matters + a.matters,
      coated: sum.coated + a.coated,
    }),
    { face: 0, edge: 0, end: 0, profile: 0, matters: 0, coated: 0 },
  );
