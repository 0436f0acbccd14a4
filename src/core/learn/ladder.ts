import { BANDS } from '../colour/grid.ts';
import type { ColourantKind } from '../layers/materials.ts';
import type { Surface } from '../optics/surface.ts';
import { fitDyeLadder } from './dye-ladder.ts';
import { fitPigmentLadder } from './pigment-ladder.ts';
import type { Profile } from './profile.ts';
import type { Rung } from './rungs.ts';

/** The surfaces that a ladder was read through, where they differ from the usual. */
export interface LadderSurfaces {
  bare?: Surface;
  /** Of the sealed board that pigments are laddered on; readings `before` are of the bare board when it is given. */
  sealed?: Surface;
}

/** The profile that a colourant's kind asks for: one curve for colour in the wood, two for colour in a film. */
export function fitLadder(
  kind: ColourantKind,
  rungs: readonly Rung[],
  maxStrength: number,
  surfaces: LadderSurfaces = {},
): { profile: Profile; scatter: number[] } {
  if (kind === 'pigment') {
    const { scatter, ...profile } = fitPigmentLadder(rungs, maxStrength, surfaces.sealed, surfaces.bare);
    return { profile, scatter };
  }
  return { profile: fitDyeLadder(rungs, maxStrength, surfaces.bare), scatter: new Array<number>(BANDS).fill(0) };
}
