import { BANDS } from '../colour/grid.ts';
import { FieldError } from '../field-error.ts';
import type { ColourantKind } from '../kinds/index.ts';
import { goesIn } from '../layers/materials.ts';
import { BARE, type Surface } from '../optics/surface.ts';
import { fitDyeLadder } from './dye-ladder.ts';
import { fitPigmentLadder } from './pigment-ladder.ts';
import type { Profile } from './profile.ts';
import { type LadderRung, ladderTrouble } from './rungs.ts';

/** The surfaces that a ladder was read through, where they differ from the usual. */
export interface LadderSurfaces {
  bare?: Surface;
  /** Of the sealed board that pigments are laddered on; readings `before` are of the bare board when it is given. */
  sealed?: Surface;
  /** Usual film of a wiped stain on the bare wood of its ladder, for ready-made stains: 1 when missing. */
  film?: number;
  /** How few rungs will do: two unless other boards tell of the colour too. */
  least?: number;
}

/** The profile that a colourant's kind asks for: one curve for colour in the wood, two for colour in a film. A ready-made
 * stain is laddered on bare wood, thinned or as it comes.
 * @throws FieldError with a plain reason when the ladder is nonsense
 */
export function fitLadder(
  kind: ColourantKind,
  rungs: readonly LadderRung[],
  maxStrength: number,
  surfaces: LadderSurfaces = {},
): { profile: Profile; scatter: number[] } {
  // Said in the strengths that were written down, before they become films.
  const trouble = ladderTrouble(rungs, maxStrength, surfaces.least);
  if (trouble) throw new FieldError('ladder', trouble);
  if (kind === 'stain') {
    const filmOf = (rung: LadderRung) => rung.film ?? surfaces.film ?? 1;
    const { scatter, ...profile } = fitPigmentLadder(
      rungs.map((r) => ({ ...r, strength: r.strength * filmOf(r) })),
      surfaces.bare ?? BARE,
    );
    return { profile, scatter };
  }
  if (!goesIn(kind)) {
    const { scatter, ...profile } = fitPigmentLadder(
      rungs.map((r) => ({ ...r, strength: r.strength * (r.film ?? 1) })),
      surfaces.sealed,
      surfaces.bare,
    );
    return { profile, scatter };
  }
  return {
    profile: fitDyeLadder(rungs, maxStrength, surfaces.bare, surfaces.least, kind),
    scatter: new Array<number>(BANDS).fill(0),
  };
}
