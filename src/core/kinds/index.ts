import { bleach } from './bleach.ts';
import { clear } from './clear.ts';
import { conditioner } from './conditioner.ts';
import { dye } from './dye.ts';
import { filler } from './filler.ts';
import { gelStain } from './gel-stain.ts';
import { glaze } from './glaze.ts';
import { ink } from './ink.ts';
import type { Kind, SupplyKind } from './kind.ts';
import { LAYER_KINDS, type LayerKind } from './names.ts';
import { oil } from './oil.ts';
import { opaque } from './opaque.ts';
import { powderingGlaze } from './powdering-glaze.ts';
import { reactive } from './reactive.ts';
import { rubOut } from './rub-out.ts';
import { sandBack } from './sand-back.ts';
import { sealer } from './sealer.ts';
import { toner } from './toner.ts';
import { wax } from './wax.ts';
import { wipeBack } from './wipe-back.ts';
import { wipingStain } from './wiping-stain.ts';

export const KINDS: Readonly<Record<LayerKind, Kind>> = {
  dye,
  ink,
  reactive,
  'wiping-stain': wipingStain,
  'gel-stain': gelStain,
  glaze,
  'powdering-glaze': powderingGlaze,
  toner,
  sealer,
  oil,
  clear,
  filler,
  opaque,
  bleach,
  conditioner,
  wax,
  'rub-out': rubOut,
  'wipe-back': wipeBack,
  'sand-back': sandBack,
};

/** The kind of layer that a supply is put on as; undefined of what no layer is made of. */
export const madeOf = (supply: SupplyKind): LayerKind | undefined =>
  LAYER_KINDS.find((kind) => KINDS[kind].supply === supply);

export {
  APPLICATOR_INFO,
  APPLICATORS,
  type Applicator,
  cannotPutOn,
} from './applicators.ts';
export { CARRIER_INFO, CARRIERS, type Carrier } from './carriers.ts';
export { COLOURANT_INFO, COLOURANT_KINDS, type ColourantKind } from './colourants.ts';
export {
  type Kind,
  MEDIUM_KINDS,
  type MediumKind,
  SUPPLY_KINDS,
  type SupplyKind,
  type Traits,
} from './kind.ts';
export { LAYER_KINDS, type LayerKind } from './names.ts';
export { USUAL_PAPERS } from './rub-out.ts';
export { type Setting, USUAL_CUT } from './settings.ts';
export { THINNERS, TOUCH_OF_RETARDER, thinnerNamed } from './thinners.ts';
export { type CoatTime, type DryTest, TESTS, type Wait } from './times.ts';
export { type WayBack, wayBackNow } from './way-back.ts';
