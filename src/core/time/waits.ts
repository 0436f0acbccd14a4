import { entry } from '../known.ts';
import type { Carrier } from '../layers/carriers.ts';
import { type Layer, type LayerKind, methodOf, setting } from '../layers/layer.ts';
import { carrierOf, type Materials } from '../layers/materials.ts';

/** From the coat to the next step, in hours, at about 20 °C and fair air. */
export interface Wait {
  earliest: number;
  usual: number;
  safe: number;
}

/** What one coat or act of a layer asks for. */
export interface CoatTime {
  wait: Wait;
  /** Until a reading of the dry colour may be trusted, hours: wet looks darker. */
  settle: number;
  /** Minutes of work on a square metre. */
  hands: number;
}

const MINUTE = 1 / 60;
const DAY = 24;
const waits = (earliest: number, usual: number, safe: number): Wait => ({ earliest, usual, safe });
const coat = (wait: Wait, settle: number, hands: number): CoatTime => ({ wait, settle, hands });
const NOTHING = coat(waits(0, 0, 0), 0, 5);

/** Dyes by their carrier: solvent dye in minutes; a water dye wiped dry too, flooded overnight. */
const DYES: Record<Carrier, CoatTime> = {
  solvent: coat(waits(5 * MINUTE, 0.25, 1), 0.25, 8),
  alcohol: coat(waits(10 * MINUTE, 0.5, 2), 0.5, 8),
  water: coat(waits(4, 6, 12), 4, 10),
  oil: coat(waits(6, 10, 16), 8, 10),
};
/** A water dye in a thin coat wiped dry, or sprayed: half of what a flooded one is. */
const THIN_WATER_DYE = coat(waits(10 * MINUTE, 1, 4), 1, 8);
const THIN = 0.5;
/** What is put on beyond a flood runs off or is wiped off: it holds a board up by so much at most. Common practice. */
const DRENCHED = 1.3;
/** From thin to flooded by how much was put on, which counts more than the weather; beyond a flood hardly more. */
function waterDye(load: number): CoatTime {
  const share = Math.min(1, Math.log2(Math.max(load, THIN) / THIN));
  const more = Math.min(DRENCHED, Math.max(1, load) ** 0.5);
  const between = (thin: number, flooded: number) => more * thin * (flooded / thin) ** share;
  const [thin, flooded] = [THIN_WATER_DYE, DYES.water];
  return coat(
    waits(
      between(thin.wait.earliest, flooded.wait.earliest),
      between(thin.wait.usual, flooded.wait.usual),
      between(thin.wait.safe, flooded.wait.safe),
    ),
    between(thin.settle, flooded.settle),
    share < 0.5 ? thin.hands : flooded.hands,
  );
}
const STAINS: Record<Carrier, CoatTime> = {
  water: coat(waits(2, 3, 6), 2, 12),
  alcohol: coat(waits(1, 2, 4), 1, 12),
  solvent: coat(waits(1, 2, 4), 1, 12),
  oil: coat(waits(8, 12, 24), 8, 15),
};
const CLEARS: Record<Carrier, CoatTime> = {
  water: coat(waits(1, 2, 4), 1, 8),
  alcohol: coat(waits(1, 1.5, 2), 1, 8),
  solvent: coat(waits(0.25, 0.75, 1), 0.75, 8),
  oil: coat(waits(8, 12, 24), 12, 12),
};
const BY_KIND: Partial<Record<LayerKind, CoatTime>> = {
  ink: coat(waits(0.5, 2, 6), 1, 8),
  // Goes on pale and darkens in minutes; wet with water.
  reactive: coat(waits(1, 3, 12), 2, 8),
  'powdering-glaze': coat(waits(5 * MINUTE, 0.5, 2), 0.5, 25),
  toner: coat(waits(0.25, 0.75, 1), 0.75, 6),
  // Linseed three to four days; a danish oil overnight.
  oil: coat(waits(12, 3.5 * DAY, 7 * DAY), DAY, 12),
  filler: coat(waits(10, 12, DAY), 10, 30),
  opaque: coat(waits(2, 4, 16), 2, 12),
  bleach: coat(waits(4, 12, DAY), 12, 10),
  conditioner: coat(waits(0.25, 1, 12), 1, 8),
  'wipe-back': coat(waits(10 * MINUTE, 1, 4), 1, 15),
  'sand-back': NOTHING,
};

/** Usual time of one coat of a layer. Ranges seen in practice, common practice; the label of the tin comes before them. */
export function coatTime(layer: Layer, materials: Materials): CoatTime {
  const carrier = carrierOf(layer, materials);
  switch (layer.kind) {
    case 'dye':
      if (carrier !== 'water') return entry(DYES, carrier);
      return methodOf(layer) === 'sprayed' ? THIN_WATER_DYE : waterDye(setting(layer, 'load'));
    case 'wiping-stain':
    case 'glaze':
      return entry(STAINS, carrier);
    case 'gel-stain':
      return coat(waits(2, 12, 18), 8, 15);
    case 'sealer':
    case 'clear':
      return entry(CLEARS, carrier);
    default:
      return BY_KIND[layer.kind] ?? NOTHING;
  }
}
