import type { Carrier } from './carriers.ts';
import type { LayerKind } from './layer.ts';

/** How a layer can be undone, and until when. Common practice, no source. */
export interface WayBack {
  how: string;
  until: string;
}

const WIPE_OFF: Record<Carrier, string> = {
  water: 'a damp rag',
  alcohol: 'a rag with alcohol',
  solvent: 'a rag with its thinner',
  oil: 'a rag with its thinner',
};
const NO_WAY_BACK: WayBack = { how: 'Nothing but sanding to bare wood takes it out', until: 'from the first touch' };
/** Layers after which there is no way back: what is burnt, bleached, sanded or reacted stays so. */
const POINTS_OF_NO_RETURN: readonly LayerKind[] = ['reactive', 'bleach', 'sand-back'];
export const isPointOfNoReturn = (kind: LayerKind): boolean => POINTS_OF_NO_RETURN.includes(kind);

/** The way back from a layer of a kind in a carrier. */
export function wayBackOf(kind: LayerKind, carrier: Carrier): WayBack {
  switch (kind) {
    case 'dye':
    case 'ink':
      return {
        how: `Lighten with ${WIPE_OFF[carrier]}, all of the face alike; the rest only by sanding`,
        until: 'until the next coat seals it',
      };
    case 'wiping-stain':
    case 'gel-stain':
      return { how: `Wipe off with ${WIPE_OFF[carrier]}`, until: 'while it is wet' };
    case 'glaze':
      return { how: `Wipe off with ${WIPE_OFF[carrier]}, the seal below keeps its colour`, until: 'while it is wet' };
    case 'powdering-glaze':
      return { how: 'Rub off with a pad', until: 'until a clear locks it' };
    case 'toner':
      return { how: 'Level it with the clear it lies in, down to the coat below', until: 'until it is built over' };
    case 'sealer':
      return { how: 'Thin it with alcohol and wipe, the colour below may move', until: 'until the next layer is on' };
    case 'oil':
      return { how: 'Wipe off with its thinner', until: 'while it is wet, within minutes' };
    case 'clear':
      return { how: 'Level it, or strip back to the sealer', until: 'any time, with work' };
    case 'filler':
      return { how: 'Scrub out with its thinner and a stiff brush', until: 'while it is soft' };
    case 'opaque':
      return { how: 'Strip it; the wood below keeps a tinge', until: 'any time, with work' };
    case 'conditioner':
      return { how: 'Let it dry and sand again', until: 'until colour is on' };
    default:
      return NO_WAY_BACK;
  }
}
