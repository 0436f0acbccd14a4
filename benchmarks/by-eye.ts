/**
 * A job done by eyes alone: target and boards are held edge to edge and spoken of, nothing of them is ever read. What is
 * believed of the target and of what the recipes miss says what to make next, which look tells most, and when it passes.
 */

import {
  ANY_FINISH,
  believe,
  chanceOfMatch,
  type Look,
  type Nearest,
  type Thing,
  type Unknown,
} from '../src/core/belief/belief.ts';
import { SIZES } from '../src/core/belief/eye.ts';
import { alikeAt } from '../src/core/belief/metric.ts';
import { scaleToBoard, USUAL_PREPARATION } from '../src/core/board/index.ts';
import {
  deltaE00,
  type Lab,
  labOf,
  meanSpectrum,
  reflectanceFromLab,
  resample,
  type Spectrum,
} from '../src/core/colour/index.ts';
import { FieldError } from '../src/core/field-error.ts';
import type { Stack } from '../src/core/layers/index.ts';
import { doubtOf, NOTHING_LEARNED, tuningOf } from '../src/core/learn/index.ts';
import { type MatchProblem, makeEvaluator, ONLY_DAYLIGHT, refine, search } from '../src/core/match/index.ts';
import type { Eyes, Workshop } from '../src/workshop/interface.ts';
import { makeLadders, matchTarget, oldRoad, read, type Shop, woodOf } from './apprentice.ts';

/** What a recipe is expected to miss before a board of it is seen, and what a board strays by itself; CIEDE2000. */
const MISSES = 1.6;
const OWN = 0.5;
/** Looks at a board at most; at one that is far off or in the balance no more than these: the next board tells more. */
const MOST_LOOKS = 7;
const FAR_LOOKS = 2;
const BALANCED_LOOKS = 3;
/** Looks at what stands on the rack, before the first board: which is the nearest, which of the rest; then at single ones. */
const FIRST_CHOICES = 2;
const FIRST_LOOKS = 3;
/** A look that takes a smaller share of the doubt away than this is left. */
const WORTH = 0.1;
const CLAIMED = 0.9;
const LIKELY = 0.4;
const HIDDEN_READINGS = 30;

export interface ByEyeResult {
  species: string;
  boards: number;
  looks: number;
  /** It was said to pass; and it truly does. */
  said: boolean;
  passed: boolean;
  /** True CIEDE2000 of each board, and the stated chance of each when it was left. */
  deltaE: number[];
  chance: number[];
}

type EyedWorkshop = Workshop & Eyes;
export type EyedFactory = (seed: number) => EyedWorkshop;

const oneOf = <T>(list: readonly T[], n: number) => list[n % list.length] as T;

/** One target by eye. `tolerance` is CIEDE2000 that counts as the same. */
export function matchByEye(
  {
    workshop,
    shop,
    tolerance,
    mostBoards,
  }: { workshop: EyedWorkshop; shop: Shop; tolerance: number; mostBoards: number },
  k: number,
): ByEyeResult {
  const { species, spectra } = workshop.target(k);
  // The truth, for the judge alone.
  const truth = labOf(meanSpectrum(spectra.map((s) => resample(workshop.wavelengths, s))));
  const person = oneOf(workshop.people, k);
  const raw = meanSpectrum(Array.from({ length: 3 }, () => read(workshop, workshop.newBoard(species), 1)));
  const wood = scaleToBoard(woodOf(species, raw, shop.bareK2), raw);
  const colours = Object.values(shop.materials.colourants);
  const open = (['dye', 'pigment'] as const).map((kind, i) => ({
    layer: 2 * i,
    colourants: colours.filter((c) => c.kind === kind).map((c) => c.id),
  }));
  const problem = (aim: Lab, over: Partial<MatchProblem> = {}): MatchProblem => ({
    target: { reflectance: reflectanceNear(aim), singleLight: true },
    lights: ONLY_DAYLIGHT,
    wood,
    materials: shop.materials,
    preparation: USUAL_PREPARATION,
    tuning: tuningOf(NOTHING_LEARNED, species, shop.materials),
    doubt: doubtOf(NOTHING_LEARNED, species, shop.materials),
    stack: oldRoad(),
    open,
    ...over,
  });
  const unknowns: Unknown[] = [
    { id: 'target', covariance: ANY_FINISH.covariance },
    { id: 'recipe', covariance: alikeAt(ANY_FINISH.lab, MISSES) },
  ];
  const things: Thing[] = [
    { id: 'target', lab: ANY_FINISH.lab, unknown: ['target'] },
    ...shop.rack.map(({ board, reading }): Thing => ({ id: board, lab: labOf(reading), unknown: [] })),
  ];
  const looks: Look[] = [];
  const nearest: Nearest[] = [];
  const aim = { thing: 'target', less: 'recipe' };
  const belief = () => believe(unknowns, things, { looks, nearest });
  const lookAt = (thing: string) => {
    const { words } = workshop.look('target', thing, 'window', person);
    const said = words.map(({ direction, size }) => ({
      direction: direction === 'stronger' ? ('cleaner' as const) : direction,
      size: SIZES[size - 1] as (typeof SIZES)[number],
    }));
    looks.push({ first: 'target', second: thing, person, said });
  };
  let rack = shop.rack.map(({ board }) => board);
  for (let n = 0; n < FIRST_CHOICES; n++) {
    const best = rack[workshop.nearest(rack, 'window', person)] as string;
    rack = rack.filter((board) => board !== best);
    nearest.push({ nearest: best, others: rack, to: 'target', person });
  }
  for (let n = 0; n < FIRST_LOOKS; n++) {
    const now = belief();
    const worth = shop.rack
      .filter(({ board }) => looks.filter((l) => l.second === board).length < 2)
      .map(({ board }) => ({ board, worth: now.worth('target', board, aim) }))
      .sort((p, q) => q.worth - p.worth);
    if (worth[0] && worth[0].worth > WORTH) lookAt(worth[0].board);
  }
  const result: ByEyeResult = { species, boards: 0, looks: 0, said: false, passed: false, deltaE: [], chance: [] };
  let stack: Stack | null = null;
  while (result.boards < mostBoards && !result.said) {
    const now = belief();
    const wanted = now.colour('target').lab.map((v, i) => v - (now.unknown('recipe').lab[i] as number)) as Lab;
    stack = againFor(problem, wanted, stack);
    const board = workshop.newBoard(species);
    workshop.applyDye(board, stack[0]?.colours ?? {});
    workshop.applyGlaze(board, stack[2]?.colours ?? {});
    workshop.applyClear(board);
    const evaluator = makeEvaluator(problem(wanted, { stack }));
    const foreseen = labOf(evaluator.reading(evaluator.amountsOf(stack)).slice());
    unknowns.push({ id: `own/${board}`, covariance: alikeAt(foreseen, OWN) });
    things.push({ id: board, lab: foreseen, unknown: ['recipe', `own/${board}`] });
    result.boards++;
    let standing = chanceOfMatch(belief(), 'target', board, tolerance);
    for (let n = 0; n < MOST_LOOKS; n++) {
      const { chance } = standing;
      if (n > 0 && chance >= CLAIMED) break;
      if ((chance < 0.05 && n >= FAR_LOOKS) || (chance < LIKELY && n >= BALANCED_LOOKS)) break;
      lookAt(board);
      standing = chanceOfMatch(belief(), 'target', board, tolerance);
    }
    const made = labOf(read(workshop, board, HIDDEN_READINGS));
    const off = deltaE00(truth, made);
    result.deltaE.push(Number(off.toFixed(2)));
    result.chance.push(Number(standing.chance.toFixed(2)));
    result.said = standing.chance >= CLAIMED;
    result.passed = result.said && off <= tolerance;
  }
  result.looks = looks.length + nearest.length;
  return result;
}

/** A reflectance of a colour, or of the nearest to it on the way to any finished wood that something can have. */
function reflectanceNear(aim: Lab): Spectrum {
  for (let share = 1; ; share -= 0.05) {
    try {
      return reflectanceFromLab(
        aim.map((v, i) => (ANY_FINISH.lab[i] as number) + share * (v - (ANY_FINISH.lab[i] as number))) as Lab,
      );
    } catch (refused) {
      if (!(refused instanceof FieldError) || share < 0.1) throw refused;
    }
  }
}

/** The same colours turned to what is aimed at now; a new search where they do not reach it. */
function againFor(
  problem: (aim: Lab, over?: Partial<MatchProblem>) => MatchProblem,
  aim: Lab,
  stack: Stack | null,
): Stack {
  if (stack) {
    const open = stack.flatMap((l, layer) => {
      const colourants = Object.keys(l.colours);
      return colourants.length > 0 ? [{ layer, colourants }] : [];
    });
    const same = refine(problem(aim, { stack, open }), stack);
    if ((same.deltaE[0] ?? 0) < 0.4) return same.stack;
  }
  return (search(problem(aim))[0] as { stack: Stack }).stack;
}

/** A true difference that nobody at a window would call another colour; CIEDE2000. */
const GOOD = 2;

/**
 * Jobs by eye over several workshops, a line each, and what they come to beside what is wanted; and the same targets by scaling
 * the last recipe by what an instrument reads of it, which believes nothing.
 */
export function eyeTable(
  factory: EyedFactory,
  { seeds, targets, mostBoards }: { seeds: readonly number[]; targets: number; mostBoards: number },
): string[] {
  const results = seeds.flatMap((seed) => {
    const workshop = factory(seed);
    const shop = makeLadders(workshop);
    return Array.from({ length: targets }, (_, k) =>
      matchByEye({ workshop, shop, tolerance: GOOD, mostBoards }, k + 1),
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
    list.map((r) => (r.passed ? r.boards : mostBoards + 1)).sort((p, q) => p - q);
  const needed = boardsOf(results);
  const scaledNeeded = boardsOf(scaled);
  const at = (list: readonly number[], q: number) => list[Math.min(list.length - 1, Math.floor(q * list.length))];
  const said = results.filter((r) => r.said);
  const share = (part: number, of: number) => `${Math.round((100 * part) / Math.max(1, of))} %`;
  const stated = results.flatMap((r) => r.chance.map((chance, i) => ({ chance, ok: (r.deltaE[i] as number) <= GOOD })));
  const tenths = Array.from({ length: 10 }, (_, i) =>
    stated.filter((s) => Math.min(9, Math.floor(10 * s.chance)) === i),
  );
  return [
    ...results.map(
      (r) =>
        `${r.species}: ${r.deltaE.join(' ')} | ${r.chance.join(' ')} | ${r.looks} looks${r.passed ? '' : r.said ? ', wrongly said' : ', never said'}`,
    ),
    ...tenths.flatMap((list, i) =>
      list.length === 0
        ? []
        : [
            `${10 * i}-${10 * i + 10} %: said ${share(
              list.reduce((s, l) => s + l.chance, 0),
              list.length,
            )}, true ${share(list.filter((l) => l.ok).length, list.length)} of ${list.length}`,
          ],
    ),
    `scaled by eye from readings: boards median ${at(scaledNeeded, 0.5)}, p90 ${at(scaledNeeded, 0.9)}, passed ${share(scaled.filter((r) => r.passed).length, scaled.length)}`,
    `eye: ${results.length} targets, boards median ${at(needed, 0.5)} (wanted 3), p90 ${at(needed, 0.9)} (5), passed ${share(results.filter((r) => r.passed).length, results.length)} (90 %), looks median ${at(
      results.map((r) => r.looks).sort((p, q) => p - q),
      0.5,
    )} (15), said and true ${share(said.filter((r) => r.passed).length, said.length)} (85 %)`,
  ];
}
