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
export const within =
  (from: number, to: number, { scale }: Eye) =>
  (z: number): number => {
    const below = (threshold: number) => normalBelow(held(scale * threshold) - held(z));
    return Math.max(0, below(to) - below(from));
  };

/** No difference is seen. */
export const looksSame = (eye: Eye) => within(-THRESHOLDS[0], THRESHOLDS[0], eye);
/** A difference of a size along the word that was said. */
export const sized = (size: Size, eye: Eye) => {
  const at = SIZES.indexOf(size);
  return within(THRESHOLDS[at] as number, THRESHOLDS[at + 1] ?? Number.POSITIVE_INFINITY, eye);
};
/** Nothing was said of a direction: whatever there is of it is no plain difference. */
export const unsaid = (eye: Eye) => within(-THRESHOLDS[1], THRESHOLDS[1], eye);
/** Of two things this one is the nearer: z is how far beyond the middle between them the third lies. */
export const nearer = (eye: Eye) => within(0, Number.POSITIVE_INFINITY, eye);

/** How uncertain one answer leaves a difference, as a variance: its noise and the width of its word. For what a look is worth. */
export function answerVariance(difference: number, { scale }: Eye): number {
  const [touch, plain, far] = THRESHOLDS.map((t) => scale * t) as [number, number, number];
  const noise = NOISE + GROWS * difference;
  const width = difference < touch ? 2 * touch : difference < plain ? plain - touch : far - plain;
  return noise * noise + (width * width) / 12;
}
