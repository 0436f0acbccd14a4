import { isOnFace, type Layer, methodOf, rubOutPapers, type Stack, setting, traitsOf } from '../layers/layer.ts';
import type { Finish } from './finish.ts';

/** What of a product its surface goes by, by its id. */
export type SheenFacts = Readonly<Record<string, { sheen?: number | null | undefined } | undefined>>;

/**
 * Gloss units at 60 degrees (ISO 2813) that a hard film shows after its last paper. Common practice, from memory; the way the
 * hand goes, and the film itself, shift it by a fifth.
 */
const AFTER_GRIT: readonly (readonly [grit: number, units: number])[] = [
  [220, 2],
  [320, 4],
  [400, 6],
  [600, 10],
  [800, 16],
  [1000, 22],
  [1500, 36],
  [2000, 50],
  [3000, 64],
  [4000, 74],
  [8000, 85],
];
const AFTER_WOOL = 25;
const AFTER_POLISH = 90;
/** A film that its flatting makes dull does not polish to a mirror: so much above its own at most. */
const ABOVE_ITS_OWN = 20;
/** Of an oil that only feeds the wood; of a wax, which pulls what is duller and what is glossier towards it. */
const [OILED, WAXED, TOWARDS_WAX] = [12, 20, 0.35];
/** Coats of a clear, brushed or sprayed, that close open pores to the eye. */
const CLOSES_PORES = 6;

/** Gloss units after a paper: between the grits that are known by the logarithm. */
export function sheenAfter(grit: number): number {
  const next = AFTER_GRIT.findIndex(([g]) => g >= grit);
  if (next <= 0) return AFTER_GRIT[next < 0 ? AFTER_GRIT.length - 1 : 0]?.[1] ?? 0;
  const [[from, low] = [0, 0], [to, high] = [1, 1]] = [AFTER_GRIT[next - 1], AFTER_GRIT[next]];
  return low + ((high - low) * Math.log(grit / from)) / Math.log(to / from);
}
/** The paper to stop at for a sheen: the finest that does not shine more. */
export const gritFor = (sheen: number): number =>
  AFTER_GRIT.findLast(([, units]) => units <= sheen)?.[0] ?? (AFTER_GRIT[0]?.[0] as number);

/** What a rub-out makes of a film of so many units. */
function rubbedOut(layer: Layer, own: number | null): number {
  const method = methodOf(layer);
  const reached =
    method === 'polished'
      ? AFTER_POLISH
      : method === 'wool'
        ? AFTER_WOOL
        : sheenAfter(Math.max(0, ...rubOutPapers(layer)));
  return Math.min(reached, own === null ? reached : own + ABOVE_ITS_OWN);
}

/**
 * How a finish will look and feel beside its colour: by its last coat and what is done to it. A sheen is in gloss units at 60
 * degrees; missing where the label of the last clear says nothing and nothing is rubbed out.
 * @param porous whether the wood has open pores
 */
export function foreseenFinish(stack: Stack, facts: SheenFacts, porous: boolean): Finish {
  let sheen: number | null = null;
  let own: number | null = null;
  let coats = 0;
  let filled = false;
  let feel: NonNullable<Finish['feel']> = 'bare wood';
  for (const layer of stack) {
    if (!isOnFace(layer)) continue;
    const is = traitsOf(layer);
    const known = facts[layer.medium ?? '']?.sheen ?? null;
    if (is.fills) filled = setting(layer, 'fill') > 0.5;
    if (is.builds) {
      coats += setting(layer, 'coats');
      [sheen, own, feel] = [known, known, 'smooth film'];
    }
    if (is.feeds) [sheen, own, feel] = [known ?? OILED, known ?? OILED, 'bare wood'];
    if (is.takesOff === 'paper') [sheen, own, coats, feel] = [null, null, 0, 'bare wood'];
    if (is.rubsOut && coats > 0) {
      sheen = rubbedOut(layer, own);
      feel = methodOf(layer) === 'polished' ? 'glassy' : 'silky';
    }
    if (is.last) {
      sheen = sheen === null ? (coats > 0 ? null : WAXED) : sheen + TOWARDS_WAX * (WAXED - sheen);
      feel = feel === 'bare wood' || feel === 'glassy' ? feel : 'silky';
    }
  }
  const pores = !porous
    ? undefined
    : filled || coats >= 2 * CLOSES_PORES
      ? 'filled'
      : coats >= CLOSES_PORES
        ? 'half filled'
        : 'open';
  return { ...(sheen === null ? {} : { sheen: Math.round(sheen) }), ...(pores ? { pores } : {}), feel };
}
