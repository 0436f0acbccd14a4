import type { ColourantKind } from '../kinds/index.ts';
import { goesIn } from '../layers/materials.ts';

/** What is known of a colour's ladder: which rungs it has, alone or mixed, and on what ground. */
export interface LadderSoFar {
  id: string;
  kind: ColourantKind;
  maxStrength: number;
  rungs: readonly MadeRung[];
}
export interface MadeRung {
  strength: number;
  /** L* of the board before the colour. */
  ground: number;
  /** How many colours were in the pot. */
  together: number;
}

/** One use of a colour that is to be foreseen: how strong, and what a doubt of its effect costs there. */
export interface ColourUse {
  colourant: string;
  strength: number;
  /** CIEDE2000 per unit of the logarithm of the colour's effect. */
  weight: number;
}

/** A board that could be made, and what it would teach. */
export interface TeachingBoard {
  /** One or two colours of one kind, with their strengths. */
  colours: Readonly<Record<string, number>>;
  /** Whether it wants a dark ground, where a pigment's hiding shows. */
  dark: boolean;
  /** How much nearer the uses are foreseen on the whole, CIEDE2000: the fall of the root of their summed squares. */
  gain: number;
}

/**
 * Standard deviations before any board: of the logarithm of a colour's effect; of the exponent of a dye's strength; of the
 * logarithm of how far a pigment hides. And the error of one rung: coat, hand and spots. Estimated from ladders of the
 * simulated workshop; the exponents of real dyes lie within 0.8-1 by common practice.
 */
const PRIOR = { effect: 0.7, exponent: 0.08, hiding: 0.6 } as const;
const RUNG_ERROR = 0.05;
/** And what the board itself strays by, against what so small a share of the strongest mix changes. */
const LOST_IN_THE_WOOD = 0.01;
/** What two colours of one pot hide of one another: each is told so much worse. */
const TOGETHER = 1.6;
/** A ground this dark shows hiding; one this pale shows colour alone. */
const DARK = 45;
const PALE = 65;
/** Shares of the strongest mix that boards are thought of at. */
const SHARES = [0.06, 0.2, 0.5];
/** And where a ladder is made already, between those. */
const FINER = [0.06, 0.12, 0.2, 0.35, 0.5, 0.8];

type Two = readonly [number, number];

/** How a rung's reading depends on the two unknowns of its colour: its effect, and its exponent or its hiding. */
const dependence = (kind: ColourantKind, share: number, dark: number): Two =>
  goesIn(kind) ? [1, Math.log(share / 0.2)] : [1, 2 * dark - 1];

const darkness = (lightness: number) => Math.min(1, Math.max(0, (PALE - lightness) / (PALE - DARK)));

/** Precision of the two unknowns of a colour, as a symmetric matrix [a, b; b, c]. */
type Precision = readonly [number, number, number];
const priorOf = (kind: ColourantKind): Precision => [
  PRIOR.effect ** -2,
  0,
  (goesIn(kind) ? PRIOR.exponent : PRIOR.hiding) ** -2,
];
const told = ([a, b, c]: Precision, [x, y]: Two, error: number): Precision => {
  const w = error ** -2;
  return [a + w * x * x, b + w * x * y, c + w * y * y];
};
const variance = ([a, b, c]: Precision, [x, y]: Two): number =>
  (c * x * x - 2 * b * x * y + a * y * y) / (a * c - b * b);

const errorOf = (share: number, together: number) =>
  Math.hypot(RUNG_ERROR, LOST_IN_THE_WOOD / share) * TOGETHER ** (together - 1);

const precisionOf = ({ kind, maxStrength, rungs }: LadderSoFar): Precision =>
  rungs.reduce<Precision>(
    (known, r) =>
      told(
        known,
        dependence(kind, r.strength / maxStrength, darkness(r.ground)),
        errorOf(r.strength / maxStrength, r.together),
      ),
    priorOf(kind),
  );

/** Summed squares of what the uses of a colour are in doubt by, CIEDE2000 squared. A pigment is used on a middling ground. */
const doubtOfUses = (ladder: LadderSoFar, known: Precision, uses: readonly ColourUse[]): number =>
  uses.reduce(
    (sum, use) =>
      use.colourant === ladder.id
        ? sum + use.weight ** 2 * variance(known, dependence(ladder.kind, use.strength / ladder.maxStrength, 0.5))
        : sum,
    0,
  );

/** Standard deviation of the logarithm of a colour's effect at a strength, as far as its ladder goes. */
export const ladderDoubt = (ladder: LadderSoFar, strength: number): number =>
  Math.sqrt(variance(precisionOf(ladder), dependence(ladder.kind, strength / ladder.maxStrength, 0.5)));

/** Uses to think of where no job has any yet: a light and a fuller one of every colour. CIEDE2000 per unit: common practice. */
export const usualUses = (ladders: readonly LadderSoFar[]): ColourUse[] =>
  ladders.flatMap(({ id, maxStrength }) =>
    [0.1, 0.3].map((share) => ({ colourant: id, strength: share * maxStrength, weight: 6 })),
  );

/**
 * The boards that would teach most about what is to be mixed, best first: each one colour or two of a kind, at a strength
 * and on a ground. A linear Gaussian model of each colour's two unknowns (Lindley 1956: the gain is in what is foreseen).
 * @param most how many ideas to return; `finer`: strengths between the usual rungs too
 */
export function teachingBoards(
  ladders: readonly LadderSoFar[],
  uses: readonly ColourUse[],
  { most = 5, pairs = true, finer = false }: { most?: number; pairs?: boolean; finer?: boolean } = {},
): TeachingBoard[] {
  const known = ladders.map((ladder) => {
    const precision = precisionOf(ladder);
    return { ladder, precision, doubt: doubtOfUses(ladder, precision, uses) };
  });
  const total = known.reduce((sum, k) => sum + k.doubt, 0);
  const ideas: TeachingBoard[] = [];
  const thoughtOf = finer ? FINER : SHARES;
  const consider = (picked: readonly (typeof known)[number][], shares: readonly number[], dark: boolean) => {
    const after = picked.reduce((sum, { ladder, precision, doubt }, i) => {
      const share = shares[i] ?? 0;
      const x = dependence(ladder.kind, share, dark ? 1 : 0);
      return sum - doubt + doubtOfUses(ladder, told(precision, x, errorOf(share, picked.length)), uses);
    }, total);
    ideas.push({
      colours: Object.fromEntries(picked.map(({ ladder }, i) => [ladder.id, (shares[i] ?? 0) * ladder.maxStrength])),
      dark,
      gain: Math.sqrt(total) - Math.sqrt(Math.max(0, after)),
    });
  };
  /** A rung that is there already teaches only the hand. */
  const made = ({ rungs, maxStrength }: LadderSoFar, share: number) =>
    rungs.some((r) => Math.abs(Math.log(r.strength / (share * maxStrength))) < 0.3);
  known.forEach((one, i) => {
    const grounds = goesIn(one.ladder.kind) ? [false] : [false, true];
    for (const dark of grounds)
      for (const share of thoughtOf) {
        if (made(one.ladder, share)) continue;
        consider([one], [share], dark);
        // Two pigments of one pot cannot be told apart: each has a colour and a hiding of its own.
        if (!(pairs && goesIn(one.ladder.kind))) continue;
        for (const other of known.slice(i + 1))
          if (other.ladder.kind === one.ladder.kind)
            for (const second of thoughtOf) consider([one, other], [share, second], dark);
      }
  });
  return ideas.sort((p, q) => q.gain - p.gain).slice(0, most);
}
