import { makeLadders, matchTarget } from './apprentice.ts';
import { bareShop } from './bare.ts';
import { type ByEyeResult, type EyedFactory, matchByEye, shopOfReadings } from './by-eye.ts';

/** A true difference that nobody at a window would call another colour; CIEDE2000. */
const GOOD = 2;

const quantile = (list: readonly number[], q: number) =>
  [...list].sort((p, r) => p - r)[Math.min(list.length - 1, Math.floor(q * list.length))];
const share = (part: number, of: number) => `${Math.round((100 * part) / Math.max(1, of))} %`;

const EYES = { eyes: true, camera: false };
const CAMERA = { eyes: false, camera: true };
const BOTH = { eyes: true, camera: true };
/** A shop without an instrument: with colours that were once laddered, or bare. And what is wanted of jobs in it. */
const MODES = {
  eye: { sees: EYES, shopOf: shopOfReadings, median: 3, p90: 5, passed: 90, most: '15 looks' },
  photo: { sees: CAMERA, shopOf: shopOfReadings, median: 2, p90: 4, passed: 95, most: '6 pictures' },
  'eye and photo': { sees: BOTH, shopOf: shopOfReadings, median: 2, p90: 3, passed: 95, most: '' },
  bare: { sees: EYES, shopOf: bareShop, median: 4, p90: 7, passed: 85, most: '25 looks' },
  'bare with photo': { sees: BOTH, shopOf: bareShop, median: 3, p90: 6, passed: 90, most: '' },
} as const;
export type SeeingMode = keyof typeof MODES;

/**
 * Jobs by eye over several workshops, a line each, and what they come to beside what is wanted; and the same targets by scaling
 * the last recipe by what an instrument reads of it, which believes nothing.
 */
export function eyeTable(
  factory: EyedFactory,
  mode: SeeingMode,
  { seeds, targets, mostBoards }: { seeds: readonly number[]; targets: number; mostBoards: number },
): string[] {
  const wanted = MODES[mode];
  const results = seeds.flatMap((seed) => {
    const workshop = factory(seed);
    const shop = wanted.shopOf(workshop, wanted.sees);
    return Array.from({ length: targets }, (_, k) =>
      matchByEye({ workshop, shop, sees: wanted.sees, tolerance: GOOD, mostBoards }, k + 1),
    );
  });
  const scaled = seeds.flatMap((seed) => {
    const workshop = factory(seed);
    const shop = makeLadders(workshop);
    return Array.from({ length: targets }, (_, k) =>
      matchTarget({ workshop, shop, seed, tolerance: GOOD, mostBoards, mode: 'by-eye' }, k + 1, []),
    );
  });
  const boardsOf = (list: readonly { passed: boolean; boards: number }[]) =>
    list.map((r) => (r.passed ? r.boards : mostBoards + 1));
  const [needed, scaledNeeded] = [boardsOf(results), boardsOf(scaled)];
  const said = results.filter((r) => r.said);
  const passed = (list: readonly { passed: boolean }[]) => share(list.filter((r) => r.passed).length, list.length);
  const middle = (of: (r: ByEyeResult) => number) => quantile(results.map(of), 0.5);
  const taken = [
    ...(wanted.sees.eyes ? [`${middle((r) => r.looks)} looks`] : []),
    ...(wanted.sees.camera ? [`${middle((r) => r.pictures)} pictures`] : []),
  ].join(' and ');
  return [
    ...results.map(
      (r) =>
        `${r.species}: ${r.deltaE.join(' ')} | ${r.chance.join(' ')} | ${r.looks} looks, ${r.pictures} pictures${r.passed ? '' : r.said ? ', wrongly said' : ', never said'}`,
    ),
    ...tenthsOf(results),
    `scaled by eye from readings: boards median ${quantile(scaledNeeded, 0.5)}, p90 ${quantile(scaledNeeded, 0.9)}, passed ${passed(scaled)}`,
    `${mode}: ${results.length} targets, boards median ${quantile(needed, 0.5)} (wanted ${wanted.median}), p90 ${quantile(needed, 0.9)} (${wanted.p90}), passed ${passed(results)} (${wanted.passed} %), in the median ${taken}${wanted.most && ` (${wanted.most})`}, said and true ${passed(said)} (85 %)`,
  ];
}

/** Stated chances by tenths, and how many of them came true. */
function tenthsOf(results: readonly ByEyeResult[]): string[] {
  const stated = results.flatMap((r) => r.chance.map((chance, i) => ({ chance, ok: (r.deltaE[i] as number) <= GOOD })));
  return Array.from({ length: 10 }, (_, i) =>
    stated.filter((s) => Math.min(9, Math.floor(10 * s.chance)) === i),
  ).flatMap((list, i) => {
    const meant = share(
      list.reduce((s, l) => s + l.chance, 0),
      list.length,
    );
    const came = share(list.filter((l) => l.ok).length, list.length);
    return list.length === 0 ? [] : [`${10 * i}-${10 * i + 10} %: said ${meant}, true ${came} of ${list.length}`];
  });
}
