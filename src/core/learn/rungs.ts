import type { TanninClass } from '../board/wood.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import type { Spectrum } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';

/** One rung: a board read before the colour and with one coat of it at this strength. */
export interface LadderRung {
  /** g/L, or mass fraction of a glaze. */
  strength: number;
  before: Spectrum;
  after: Spectrum;
  /** How much tannin its wood has, for a reactive colour; a wood rich in it when missing. */
  tannin?: TanninClass;
  /** Usual film that its coat leaves on its wood: of a ready-made stain bare, of a pigment in a glaze sealed. */
  film?: number;
  /** What the pot's other colours bring: K/S in the wood; of a film its K X and S X at usual thickness. */
  beside?: BesideInPot;
}

/** What the other colours of a pot bring, band by band. */
export interface BesideInPot {
  absorption: Spectrum;
  scatter: Spectrum;
}

/** A rung must change the board by this much to say anything. */
const LEAST_CHANGE = 0.5;
/** A stronger rung may change the board a little less (boards vary, films turn), but not plainly less. */
const MIXED_UP = 0.7;
/** Boards whose L* differs by less than this before the colour are one ground. */
const SAME_GROUND = 15;

/** What is wrong with a ladder, in a sentence; null when it will do. @param least rungs that will do */
export function ladderTrouble(rungs: readonly LadderRung[], maxStrength: number, least = 2): string | null {
  if (rungs.length < least) return 'One rung tells nothing of strength: make at least two, better three.';
  const sorted = [...rungs].sort((p, q) => p.strength - q.strength);
  for (const r of sorted)
    if (!(r.strength > 0) || r.strength > maxStrength * 1.001)
      return `A strength of ${r.strength} lies outside 0–${maxStrength}: check the unit.`;
  if (sorted.every((r) => r.beside)) return null;
  const change = sorted.map((r) => deltaE00(labOf(r.before), labOf(r.after)));
  const ground = sorted.map((r) => labOf(r.before)[0]);
  for (let i = 1; i < sorted.length; i++)
    for (let j = 0; j < i; j++) {
      // A dark ground shows other changes than a pale one, and a pot of several colours than one of one.
      if (Math.abs(ground[i] - ground[j]) > SAME_GROUND || sorted[i].beside || sorted[j].beside) continue;
      if (sorted[i].strength < sorted[j].strength * 1.2)
        return 'Two rungs have nearly the same strength: space them by a factor of two or so.';
      if (change[i] < MIXED_UP * change[j])
        return `The board at ${sorted[i].strength} changed less than the one at ${sorted[j].strength}: labels mixed up?`;
    }
  if (change[sorted.length - 1] < LEAST_CHANGE) return 'The strongest rung hardly changed the board.';
  return null;
}

/** A useful ladder has a rung near each of these shares of the strongest mix. */
const USEFUL_RUNGS = [0.06, 0.2, 0.6];
const NEAR_RUNG = 1.8;

/** Strengths that a ladder still wants. */
export const rungsToMake = (made: readonly number[], maxStrength: number): number[] =>
  USEFUL_RUNGS.map((share) => share * maxStrength).filter(
    (wanted) => !made.some((s) => s < wanted * NEAR_RUNG && s > wanted / NEAR_RUNG),
  );

/**
 * Whether a pigment's ladder still wants a board on a dark ground: on one pale ground alone its hiding and its colour can
 * hardly be told apart.
 */
export function wantsDarkGround(rungs: readonly { before: ArrayLike<number> }[]): boolean {
  const lightness = rungs.map((r) => labOf(Float64Array.from(r.before))[0]);
  return rungs.length > 0 && Math.max(...lightness) - Math.min(...lightness) <= SAME_GROUND;
}
