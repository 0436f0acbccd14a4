import type { Carrier } from './carriers.ts';
import type { LayerKind } from './layer.ts';

/** What ends a way back: the layer sets, the next one goes on, work without end, or it was never there. */
export type WayBackEnds = 'set' | 'next layer' | 'any time' | 'never there';

/** How a layer can be undone, and until when. Common practice, no source. */
export interface WayBack {
  how: string;
  until: string;
  ends: WayBackEnds;
  /** Hours until it has set, where that ends it. */
  sets?: number;
}

const WIPE_OFF: Record<Carrier, string> = {
  water: 'a damp rag',
  alcohol: 'a rag with alcohol',
  solvent: 'a rag with its thinner',
  oil: 'a rag with its thinner',
};
/** Hours that a wiped film can still be taken off with a rag, by what carries it. */
const SETS: Record<Carrier, number> = { water: 0.25, alcohol: 0.1, solvent: 0.1, oil: 1 };
const OIL_SETS = 0.5;
const FILLER_SETS = 2;
const NO_WAY_BACK: WayBack = {
  how: 'Nothing but sanding to bare wood takes it out',
  until: 'from the first touch',
  ends: 'never there',
};
/** Layers after which there is no way back: what is burnt, bleached, sanded or reacted stays so. */
const POINTS_OF_NO_RETURN: readonly LayerKind[] = ['reactive', 'bleach', 'sand-back'];
export const isPointOfNoReturn = (kind: LayerKind): boolean => POINTS_OF_NO_RETURN.includes(kind);

/** The way back from a layer of a kind in a carrier. */
export function wayBackOf(kind: LayerKind, carrier: Carrier): WayBack {
  const wet = (how: string, until = 'while it is wet', sets = SETS[carrier]): WayBack => ({
    how,
    until,
    ends: 'set',
    sets,
  });
  switch (kind) {
    case 'dye':
    case 'ink':
      return {
        how: `Lighten with ${WIPE_OFF[carrier]}, all of the face alike; the rest only by sanding`,
        until: 'until the next coat seals it',
        ends: 'next layer',
      };
    case 'wiping-stain':
    case 'gel-stain':
      return wet(`Wipe off with ${WIPE_OFF[carrier]}`);
    case 'glaze':
      return wet(`Wipe off with ${WIPE_OFF[carrier]}, the seal below keeps its colour`);
    case 'powdering-glaze':
      return { how: 'Rub off with a pad', until: 'until a clear locks it', ends: 'next layer' };
    case 'toner':
      return {
        how: 'Level it with the clear it lies in, down to the coat below',
        until: 'until it is built over',
        ends: 'next layer',
      };
    case 'sealer':
      return {
        how: 'Thin it with alcohol and wipe, the colour below may move',
        until: 'until the next layer is on',
        ends: 'next layer',
      };
    case 'oil':
      return wet('Wipe off with its thinner', 'while it is wet, within minutes', OIL_SETS);
    case 'clear':
      return { how: 'Level it, or strip back to the sealer', until: 'any time, with work', ends: 'any time' };
    case 'filler':
      return wet('Scrub out with its thinner and a stiff brush', 'while it is soft', FILLER_SETS);
    case 'opaque':
      return { how: 'Strip it; the wood below keeps a tinge', until: 'any time, with work', ends: 'any time' };
    case 'conditioner':
      return { how: 'Let it dry and sand again', until: 'until colour is on', ends: 'next layer' };
    default:
      return NO_WAY_BACK;
  }
}

/** Where a board stands with a way back. */
export interface WayBackNow {
  open: boolean;
  /** Hours that are left of it; null where no clock ends it, or nobody noted when the layer went on. */
  left: number | null;
}

/**
 * Whether a way back is still open.
 * @param hours since the layer went on; null where nobody noted it
 * @param covered the next layer is on
 * @param slowed how many times as long as in fair air it takes to set
 */
export function wayBackNow(
  { ends, sets = 0 }: WayBack,
  hours: number | null,
  covered: boolean,
  slowed = 1,
): WayBackNow {
  if (ends === 'any time') return { open: true, left: null };
  if (ends === 'never there' || covered) return { open: false, left: null };
  if (ends === 'next layer' || hours === null) return { open: true, left: null };
  const left = sets * slowed - hours;
  return { open: left > 0, left: Math.max(0, left) };
}
