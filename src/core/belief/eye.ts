import { normalBelow } from '../normal-below.ts';

/** How a person sees: against the usual eye, how large a difference must be for each word. */
export interface Eye {
  /** Thresholds times the usual ones. */
  scale: number;
}
export const USUAL_EYE: Eye = { scale: 1 };

/** Words for a size, the smallest first. */
export const SIZES = ['touch', 'plain', 'far'] as const;
export type Size = (typeof SIZES)[number];

/**
 * Differences from which each word is said, CIEDE2000 along one direction, edge to edge on wood: about 1 is what is just seen,
 * 2.3 CIELAB units apart (Mahy, Van Eycken and Oosterlinck 1994). Common practice beside.
 */
export const THRESHOLDS = [1, 2.5, 6] as const;
/** Noise of one look at next to no difference, and how much more there is of it for each unit of difference. */
const NOISE = 0.8;
const GROWS = 0.12;

/** A difference as the eye holds it, in units of its noise: there that is the same at every size. */
const held = (z: number): number => (Math.sign(z) * Math.log1p((GROWS / NOISE) * Math.abs(z))) / GROWS;

/** Likelihood of an answer, of a difference z: between two thresholds, an ordinal probit (McKelvey and Zavoina 1975). */
export function within(from: number, to: number, { scale }: Eye): (z: number) => number {
  const low = held(scale * from);
  const high = held(scale * to);
  return (z) => {
    const at = held(z);
    return Math.max(0, normalBelow(high - at) - normalBelow(low - at));
  };
}

/** No difference is seen. */
export const looksSame = (eye: Eye) => within(-THRESHOLDS[0], THRESHOLDS[0], eye);
/** A difference of a size along the word that was said. */
export const sized = (size: Size, eye: Eye) => {
  const at = SIZES.indexOf(size);
  return within(THRESHOLDS[at] as number, THRESHOLDS[at + 1] ?? Number.POSITIVE_INFINITY, eye);
};
/** The largest difference that is left unsaid beside one of each size: people name what is plainest. */
const LEFT_OUT = { touch: 1.5, plain: 2.5, far: 4 } as const;
/**
 * Nothing was said of a direction beside what was said of others: it is the lesser. Where two were named already it is no larger
 * than the lesser of them; null where that tells nothing.
 */
export function unsaid(eye: Eye, said: readonly Size[] = []): ((z: number) => number) | null {
  const least = SIZES[Math.min(...said.map((size) => SIZES.indexOf(size)))] ?? 'plain';
  const bound = said.length < 2 ? LEFT_OUT[least] : THRESHOLDS[SIZES.indexOf(least) + 1];
  return bound === undefined ? null : within(-bound, bound, eye);
}
/**
 * Of two things this one is the nearer: z is how far beyond the middle between them the third lies. Two distances are compared,
 * each seen with the noise of its size.
 * @param between how far the two are from one another @param far how far each is thought to be from the third; CIEDE2000
 */
export function nearer(between: number, far: readonly [number, number]): (z: number) => number {
  const sum = Math.max(between, far[0] + far[1]);
  const noise = Math.hypot(...far.map((d) => NOISE + GROWS * d));
  return (z) => normalBelow((2 * z * between) / sum / noise);
}

/** A thing is seen to lie on this side of another: z is how far it does, of about so far; CIEDE2000. */
export const beside = (far: number): ((z: number) => number) => {
  const noise = NOISE + GROWS * far;
  return (z) => normalBelow(z / noise);
};

/** Every answer along one direction, from the far one at one end to that at the other. */
export const answersOf = (eye: Eye): ((z: number) => number)[] => {
  const sizes = SIZES.map((size) => sized(size, eye));
  return [...sizes.map((of) => (z: number) => of(-z)), looksSame(eye), ...sizes];
};
