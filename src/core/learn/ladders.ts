import type { Spectrum } from '../colour/grid.ts';
import { FieldError } from '../field-error.ts';
import { type ColourantKind, goesIn } from '../layers/materials.ts';
import { absorptionRatio, filmOver, infiniteReflectance } from '../optics/kubelka-munk.ts';
import { BARE, SEALED, throughSurface, underSurface } from '../optics/surface.ts';
import { fitLadder, type LadderSurfaces } from './ladder.ts';
import type { Profile } from './profile.ts';
import type { Rung } from './rungs.ts';

/** A board read before and after one pot of one or more colours of a kind: colourant id to strength. */
export interface PotRung {
  colours: Readonly<Record<string, number>>;
  before: Spectrum;
  after: Spectrum;
}

export interface LadderOf {
  id: string;
  kind: ColourantKind;
  maxStrength: number;
}

export type Fitted = ReturnType<typeof fitLadder>;

const PASSES = 4;

/** What a board would read with one colour of a pot on, by its profile. */
function readWith(
  { kind }: LadderOf,
  { profile, scatter }: { profile: Profile; scatter: number[] },
  strength: number,
  before: Spectrum,
  { bare = BARE, sealed = SEALED }: LadderSurfaces,
): Spectrum {
  const amount = strength ** profile.exponent;
  return before.map((r, i) => {
    const rho = underSurface(r, bare);
    if (goesIn(kind)) {
      const ratio = absorptionRatio(rho) + amount * (profile.absorption[i] ?? 0);
      return throughSurface(infiniteReflectance(ratio), bare);
    }
    const over = filmOver(amount * (profile.absorption[i] ?? 0), amount * (scatter[i] ?? 0), rho);
    // Seen as the bare board is, so that the other colour of the pot is laddered on it as on any board.
    return throughSurface(underSurface(throughSurface(over, sealed), sealed), bare);
  });
}

/**
 * Profiles of several colours from boards that carry one or more of them in a pot: each colour from its own rungs, then
 * from those that it shares, the others taken to have done what their profiles say, until they agree. A colour without
 * a rung of its own is told by what known ones leave of a shared one.
 * @returns by id, those colours whose boards make sense
 */
export function fitLadders(
  colours: readonly LadderOf[],
  rungs: readonly PotRung[],
  surfaces: LadderSurfaces = {},
): Map<string, Fitted> {
  const found = new Map<string, Fitted>();
  const own = (id: string) => rungs.filter((r) => r.colours[id] && Object.keys(r.colours).length === 1);
  const shared = (id: string) => rungs.filter((r) => r.colours[id] && Object.keys(r.colours).length > 1);
  const alone = (id: string, { colours: pot, before, after }: PotRung): Rung => ({
    strength: pot[id] ?? 0,
    before,
    after,
  });
  const learnFrom = (colour: LadderOf, of: readonly Rung[]) => {
    try {
      found.set(colour.id, fitLadder(colour.kind, of, colour.maxStrength, { ...surfaces, least: 1 }));
    } catch (error) {
      if (!(error instanceof FieldError)) throw error;
    }
  };
  for (const colour of colours)
    learnFrom(
      colour,
      own(colour.id).map((r) => alone(colour.id, r)),
    );
  if (!rungs.some((r) => Object.keys(r.colours).length > 1)) return found;
  for (let pass = 0; pass < PASSES; pass++)
    for (const colour of colours) {
      const mixed = shared(colour.id).flatMap((rung): Rung[] => {
        let before = rung.before;
        for (const [id, strength] of Object.entries(rung.colours)) {
          const other = colours.find((c) => c.id === id);
          const known = found.get(id);
          if (id === colour.id || strength === 0) continue;
          if (!other || !known) return [];
          before = readWith(other, known, strength, before, surfaces);
        }
        return [{ ...alone(colour.id, rung), before }];
      });
      if (mixed.length > 0) learnFrom(colour, [...own(colour.id).map((r) => alone(colour.id, r)), ...mixed]);
    }
  return found;
}
