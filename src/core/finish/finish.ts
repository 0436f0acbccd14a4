/** Open pores are seen and felt; filled ones are level. */
export const PORES = ['open', 'half filled', 'filled'] as const;
export const FEELS = ['bare wood', 'silky', 'smooth film', 'glassy'] as const;
/** How even the colour lies. */
export const HOW_EVEN = ['even', 'a little uneven', 'blotchy'] as const;
/** How the grain shows beside the target's. */
export const GRAINS = ['quieter', 'the same', 'louder'] as const;
/** How hard a piece will be used. */
export const USES = ['looked at', 'a household', 'hard', 'wet'] as const;

/** How a finished board looks and feels beside its colour. */
export interface Finish {
  /** Gloss units at 60 degrees (ISO 2813). */
  sheen?: number | undefined;
  pores?: (typeof PORES)[number] | undefined;
  feel?: (typeof FEELS)[number] | undefined;
  even?: (typeof HOW_EVEN)[number] | undefined;
  grain?: (typeof GRAINS)[number] | undefined;
}
/** What is wished of it. */
export interface Wishes extends Pick<Finish, 'sheen' | 'pores' | 'feel'> {
  use?: (typeof USES)[number] | undefined;
  /** It will stand by a window. */
  sunlit?: boolean | undefined;
}

/** Words for gloss units at 60 degrees, each up to the number beside it. Common practice; makers draw the lines elsewhere. */
export const SHEENS = [
  ['dead flat', 5],
  ['matt', 12],
  ['eggshell', 25],
  ['satin', 40],
  ['semi-gloss', 70],
  ['gloss', 101],
] as const;
export const sheenWord = (units: number): string =>
  (SHEENS.find(([, below]) => units < below) ?? (SHEENS[SHEENS.length - 1] as (typeof SHEENS)[number]))[0];

/** Full coats of clear that a use asks for. Common practice; the data sheet of the clear knows better. */
export const COATS_FOR: Record<(typeof USES)[number], number> = { 'looked at': 1, 'a household': 2, hard: 3, wet: 3 };

/** Gloss units that a sheen may be off before the eye sees it: a tenth of it, five at least. Common practice. */
export const sheenTolerance = (wanted: number): number => Math.max(5, 0.1 * wanted);

/** How one wish came out; null while nobody has judged it. */
export interface WishVerdict {
  what: 'sheen' | 'pores' | 'feel' | 'even' | 'grain' | 'use';
  wanted: string;
  got: string | null;
  passed: boolean | null;
}

/** A sheen told by its word: gloss units in the middle of what the word says. */
export function sheenOf(word: string): number | undefined {
  const at = SHEENS.findIndex(([name]) => name === word);
  if (at < 0) return undefined;
  return Math.round(((SHEENS[at - 1]?.[1] ?? 0) + Math.min(100, SHEENS[at]?.[1] ?? 100)) / 2);
}

export const sheenText = (units: number) => `${sheenWord(units)} (${units.toFixed(0)} GU)`;

/**
 * Each wish beside what was found, with a pass of its own.
 * @param clearCoats coats of clear that are on
 */
export function judgeFinish(wishes: Wishes, found: Finish, clearCoats: number): WishVerdict[] {
  const verdicts: WishVerdict[] = [];
  if (wishes.sheen !== undefined)
    verdicts.push({
      what: 'sheen',
      wanted: sheenText(wishes.sheen),
      got: found.sheen === undefined ? null : sheenText(found.sheen),
      passed: found.sheen === undefined ? null : Math.abs(found.sheen - wishes.sheen) <= sheenTolerance(wishes.sheen),
    });
  for (const what of ['pores', 'feel'] as const)
    if (wishes[what] !== undefined)
      verdicts.push({
        what,
        wanted: wishes[what],
        got: found[what] ?? null,
        passed: found[what] === undefined ? null : found[what] === wishes[what],
      });
  // Nobody wishes for blotches, or for another grain than the target has: judged where somebody has looked.
  for (const [what, wanted] of [
    ['even', 'even'],
    ['grain', 'the same'],
  ] as const)
    if (found[what] !== undefined) verdicts.push({ what, wanted, got: found[what], passed: found[what] === wanted });
  if (wishes.use !== undefined) {
    const needed = COATS_FOR[wishes.use];
    const coats = (n: number) => `${n} ${n === 1 ? 'coat' : 'coats'} of clear`;
    verdicts.push({
      what: 'use',
      wanted: `${wishes.use}: ${coats(needed)}`,
      got: coats(clearCoats),
      passed: clearCoats >= needed,
    });
  }
  return verdicts;
}
