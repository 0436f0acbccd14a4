/**
 * A job done by eyes alone: target and boards are held edge to edge and spoken of, nothing of them is ever read. What is
 * believed of the target and of what the recipes miss says what to make next, which look tells most, and when it passes.
 */

import { ANY_FINISH } from '../src/core/belief/belief.ts';
import { chanceOfMatch, missedBy } from '../src/core/belief/chance.ts';
import { believeMade, type MadeThing, ofColour, type Turns, unturned, withTurns } from '../src/core/belief/colours.ts';
import { SIZES } from '../src/core/belief/eye.ts';
import { alikeAt } from '../src/core/belief/metric.ts';
import { type Photographed, photographed } from '../src/core/belief/pictures.ts';
import { familyOf, TRIED_ENOUGH } from '../src/core/belief/recipes.ts';
import type { Bound, Look, Nearest, Thing, Unknown } from '../src/core/belief/things.ts';
import { scaleToBoard, USUAL_PREPARATION, type Wood } from '../src/core/board/index.ts';
import { predictFinal } from '../src/core/board/predict.ts';
import type { Tuning } from '../src/core/board/state.ts';
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
import { ENOUGH, LOOKS_AFTER_PICTURES } from '../src/core/judge/index.ts';
import type { Materials, Stack } from '../src/core/layers/index.ts';
import { doubtOf, NOTHING_LEARNED, tuningOf } from '../src/core/learn/index.ts';
import { type MatchProblem, ONLY_DAYLIGHT, refine, search } from '../src/core/match/index.ts';
import type { Camera, Eyes, Workshop } from '../src/workshop/interface.ts';
import { makeLadders, oldRoad, read, woodOf } from './apprentice.ts';
import { shotIn } from './photo.ts';

/** Looks at a new board at most; at one that is far off or in the balance no more than these: the next board tells more. */
const MOST_LOOKS = 7;
const FAR_LOOKS = 2;
const BALANCED_LOOKS = 5;
/** Expected to be within this of the target it is worth more looks; CIEDE2000. */
const NEAR = 4;
/** A board as likely as this is looked at again before another is made, so many times in all. */
const HOPEFUL = 0.5;
const LOOKS_AT_ONE = 10;
/** Looks at what stands on the rack, before the first board: which is the nearest, which of the rest; then at single ones. */
const FIRST_CHOICES = 2;
const FIRST_LOOKS = 5;
/** A look that takes a smaller share of the doubt away than this is left. */
const WORTH = 0.1;
const CLAIMED = ENOUGH;
const LIKELY = 0.4;
const HIDDEN_READINGS = 30;
/** Recipes that the next board is chosen among. */
const RECIPES = 6;
export interface ByEyeResult {
  species: string;
  boards: number;
  looks: number;
  pictures: number;
  /** It was said to pass; and it truly does. */
  said: boolean;
  passed: boolean;
  /** True CIEDE2000 of each board, and the stated chance of each when it was left. */
  deltaE: number[];
  chance: number[];
}

export type EyedWorkshop = Workshop & Eyes & Camera;
export type EyedFactory = (seed: number) => EyedWorkshop;

/** What a shop sees with. */
export interface Sees {
  eyes: boolean;
  camera: boolean;
}
/** Things in one picture; pictures before the first board; pictures of a board at most. */
const IN_PICTURE = 9;
const FIRST_PICTURES = 2;
const PICTURES_OF_ONE = 4;
/** One picture may have caught a spot: a board is not said to pass by it alone. */
const PICTURES_TO_SAY = 2;

/** A board on the rack: its colour is known, or it is foreseen with colours in doubt. */
export interface OnRack {
  id: string;
  /** Where it is thought to be. */
  thought: Lab;
  lab?: Lab;
  made?: MadeThing;
}
/** What a board strays by itself: an unknown of its own. */
export const strayOf = (board: string): string => `own/${board}`;
/** A shop as one that has only eyes knows it. */
export interface EyeShop {
  materials: Materials;
  wood: (species: string) => Wood;
  rack: readonly OnRack[];
  /** What was seen of its colours so far. */
  before: Bound;
  /**
   * What recipes are expected to miss on a wood before a board of it is seen, what those of the same colours do beside, and
   * what a board strays by itself; CIEDE2000.
   */
  misses: number;
  recipes: number;
  strays: number;
}
/** What recipes miss on a species: an unknown of its own. */
export const missesOn = (species: string): string => `wood/${species}`;
/** What recipes of the same colours miss on a species, however strong they are mixed. */
export const missesOf = (species: string, stack: Stack): string => `recipe/${species}/${familyOf(stack)}`;
/** A board against which another was held is the nearest of so many of its neighbours. */
const NEIGHBOURS = 4;

/** A shop whose colours were laddered with an instrument, which has gone since. */
export function shopOfReadings(workshop: EyedWorkshop): EyeShop {
  const { materials, rack, bareK2 } = makeLadders(workshop);
  return {
    materials,
    wood(species) {
      const raw = meanSpectrum(Array.from({ length: 3 }, () => read(workshop, workshop.newBoard(species), 1)));
      return scaleToBoard(woodOf(species, raw, bareK2), raw);
    },
    rack: rack.map(({ board, reading }) => {
      const lab = labOf(reading);
      return { id: board, lab, thought: lab };
    }),
    before: unturned(new Map()),
    misses: 1.4,
    recipes: 0.8,
    strays: 0.5,
  };
}

const oneOf = <T>(list: readonly T[], n: number) => list[n % list.length] as T;

/** What a person says of two things held edge to edge, as the belief takes it. */
export function lookOf(workshop: EyedWorkshop, [first, second]: readonly [string, string], person: string): Look {
  const { words } = workshop.look(first, second, 'window', person);
  const said = words.map(({ direction, size }) => ({
    direction: direction === 'stronger' ? ('cleaner' as const) : direction,
    size: SIZES[size - 1] as (typeof SIZES)[number],
  }));
  return { first, second, person, said };
}

/** A board of the job: how far it truly is off, how often it was looked at, and the chance that it passes as it is believed. */
interface Made {
  id: string;
  off: number;
  looks: number;
  chance: number;
}
/** The hands are swapped from look to look: who sees off what is on one side sees it once at the one and once at the other. */
const inHands = (board: string, n: number): readonly [string, string] =>
  n % 2 === 0 ? ['target', board] : [board, 'target'];
/** What recipes of the same colours miss is one unknown, however many boards there are of them. */
export function addOnce(unknowns: Unknown[], unknown: Unknown): void {
  if (!unknowns.some(({ id }) => id === unknown.id)) unknowns.push(unknown);
}

/** One target by eye. `tolerance` is CIEDE2000 that counts as the same. */
export function matchByEye(
  {
    workshop,
    shop,
    sees,
    tolerance,
    mostBoards,
  }: { workshop: EyedWorkshop; shop: EyeShop; sees: Sees; tolerance: number; mostBoards: number },
  k: number,
): ByEyeResult {
  const { species, spectra } = workshop.target(k);
  // The truth, for the judge alone.
  const truth = labOf(meanSpectrum(spectra.map((s) => resample(workshop.wavelengths, s))));
  const person = oneOf(workshop.people, k);
  const wood = shop.wood(species);
  const tuning = tuningOf(NOTHING_LEARNED, species, shop.materials);
  const recipe = missesOn(species);
  const unknowns: Unknown[] = [
    { id: 'target', covariance: ANY_FINISH.covariance },
    ...(shop.before.ids.includes(recipe) ? [] : [{ id: recipe, covariance: alikeAt(ANY_FINISH.lab, shop.misses) }]),
  ];
  const things: Thing[] = [{ id: 'target', lab: ANY_FINISH.lab, unknown: ['target'] }];
  const made: MadeThing[] = [];
  const looks: Look[] = [];
  const nearest: Nearest[] = [];
  const aim = { thing: 'target', less: [recipe] };
  let turns: Turns | undefined;
  const pictures: Photographed[] = [];
  /** Believes, with some more that is unknown and made. */
  const believing = (
    more: { unknowns: readonly Unknown[]; made: readonly MadeThing[] } = { unknowns: [], made: [] },
  ) => {
    const seen = photographed(pictures, shop.before);
    const job = {
      unknowns: [...unknowns, ...more.unknowns],
      things,
      made: [...made, ...more.made],
      before: seen.before,
    };
    return believeMade(job, shop.materials, { looks, nearest, read: seen.read }, turns);
  };
  const believed = () => {
    const now = believing();
    turns = now.turns;
    return now.belief;
  };
  /** Takes a board from the rack, to hold it against something. */
  const hold = (id: string) => {
    if (things.some((t) => t.id === id) || made.some((m) => m.id === id)) return;
    const known = shop.rack.find((r) => r.id === id) as OnRack;
    if (known.lab) things.push({ id, lab: known.lab, unknown: [] });
    if (!known.made) return;
    unknowns.push({ id: strayOf(id), covariance: alikeAt(known.thought, shop.strays) });
    const [, family] = known.made.unknown as string[];
    addOnce(unknowns, { id: family as string, covariance: alikeAt(known.thought, shop.recipes) });
    made.push(known.made);
  };
  /** A picture of the target and boards, with what stands on the rack nearest to the target beside. */
  const takePicture = (boards: readonly string[], n: number) => {
    const at = n === 0 ? null : believed().colour('target').lab;
    const near = at
      ? shop.rack.toSorted((p, q) => deltaE00(at, p.thought) - deltaE00(at, q.thought))
      : shop.rack.filter((_, i) => i % Math.max(1, Math.floor(shop.rack.length / IN_PICTURE)) === 0);
    const beside = near.slice(0, IN_PICTURE - 1 - boards.length).map(({ id }) => id);
    for (const id of beside) hold(id);
    const shot = shotIn(workshop.picture(['target', ...boards, ...beside], 'window'));
    pictures.push({ id: String(pictures.length), camera: 'camera', shot });
  };
  if (sees.camera) for (let n = 0; n < FIRST_PICTURES; n++) takePicture([], n);
  let rack = shop.rack.map(({ id }) => id);
  for (let n = 0; sees.eyes && !sees.camera && n < FIRST_CHOICES; n++) {
    const best = rack[workshop.nearest(rack, 'window', person)] as string;
    const at = (shop.rack.find((r) => r.id === best) as OnRack).thought;
    rack = rack.filter((board) => board !== best);
    // Those that are far from it were farther anyway.
    const others = shop.rack
      .filter(({ id }) => rack.includes(id))
      .sort((p, q) => deltaE00(at, p.thought) - deltaE00(at, q.thought))
      .slice(0, NEIGHBOURS)
      .map(({ id }) => id);
    for (const id of [best, ...others]) hold(id);
    nearest.push({ nearest: best, others, to: 'target', person });
  }
  const held = [...things.map((t) => t.id), ...made.map((m) => m.id)].filter((id) => id !== 'target');
  for (let n = 0; sees.eyes && n < FIRST_LOOKS; n++) {
    const now = believed();
    const worth = held
      .filter((board) => looks.filter((l) => l.second === board || l.first === board).length < 2)
      .map((board) => ({ board, worth: now.worth('target', board, aim) }))
      .sort((p, q) => q.worth - p.worth);
    if (worth[0] && worth[0].worth > WORTH) looks.push(lookOf(workshop, inHands(worth[0].board, n), person));
  }
  /** Of several recipes the one that is expected to miss least, all that is in doubt of its colours counted. */
  const surest = (stacks: readonly Stack[]): Stack => {
    const misses = stacks.map((stack): number => {
      const id = 'next';
      const next = [
        { id: strayOf(id), covariance: alikeAt(ANY_FINISH.lab, shop.strays) },
        ...(unknowns.some((u) => u.id === missesOf(species, stack))
          ? []
          : [{ id: missesOf(species, stack), covariance: alikeAt(ANY_FINISH.lab, shop.recipes) }]),
      ];
      const { belief } = believing({ unknowns: next, made: [madeOn({ id, wood, stack, colours: shop.before.ids })] });
      return missedBy(belief, 'target', id);
    });
    return stacks[misses.indexOf(Math.min(...misses))] as Stack;
  };
  /** How many boards there are of the same colours. */
  const tried = new Map<string, number>();
  let stack: Stack | null = null;
  const boards: Made[] = [];
  const result: ByEyeResult = {
    species,
    boards: 0,
    looks: 0,
    pictures: 0,
    said: false,
    passed: false,
    deltaE: [],
    chance: [],
  };
  while (result.boards < mostBoards && !result.said) {
    const now = believed();
    const ground = { wood, materials: withTurns(shop.materials, turns ?? new Map()), tuning };
    const wanted = now.less('target', [recipe]).lab;
    const again: Stack | null =
      stack && againFor(ground, now.less('target', [recipe, missesOf(species, stack)]).lab, stack);
    const offered = [...(again ? [again] : []), ...recipesFor(ground, wanted)];
    const fresh = offered.filter((s) => (tried.get(familyOf(s)) ?? 0) < TRIED_ENOUGH);
    stack = surest(fresh.length > 0 ? fresh : offered);
    tried.set(familyOf(stack), (tried.get(familyOf(stack)) ?? 0) + 1);
    const board = workshop.newBoard(species);
    putOn(workshop, board, stack);
    unknowns.push({ id: strayOf(board), covariance: alikeAt(wanted, shop.strays) });
    addOnce(unknowns, { id: missesOf(species, stack), covariance: alikeAt(wanted, shop.recipes) });
    made.push(madeOn({ id: board, wood, stack, colours: shop.before.ids }));
    result.boards++;
    const off = deltaE00(truth, labOf(read(workshop, board, HIDDEN_READINGS)));
    const last: Made = { id: board, off, looks: 0, chance: 0 };
    boards.push(last);
    /** The likeliest of all boards now. */
    const likeliest = (): Made => {
      const then = believed();
      for (const b of boards) b.chance = chanceOfMatch(then, 'target', b.id, tolerance).chance;
      return boards.reduce((p, q) => (q.chance > p.chance ? q : p));
    };
    /** Holds a board against the target once more. */
    const hold = (held: Made): Made => {
      looks.push(lookOf(workshop, inHands(held.id, held.looks++), person));
      return likeliest();
    };
    let best = last;
    for (let n = 0; sees.camera && n < PICTURES_OF_ONE; n++) {
      if (n > 0 && (last.chance < HOPEFUL || (n >= PICTURES_TO_SAY && best.chance >= CLAIMED))) break;
      takePicture(
        boards
          .toSorted((p, q) => q.chance - p.chance)
          .slice(0, 2)
          .map(({ id }) => id)
          .filter((id) => id !== last.id)
          .concat(last.id),
        1,
      );
      best = likeliest();
    }
    for (let n = 0; sees.eyes && n < MOST_LOOKS; n++) {
      if (last.chance >= CLAIMED && (!sees.camera || last.looks >= LOOKS_AFTER_PICTURES)) break;
      if (n >= FAR_LOOKS && missedBy(believed(), 'target', last.id) > NEAR) break;
      if (last.chance < LIKELY && n >= BALANCED_LOOKS) break;
      best = hold(last);
    }
    while (sees.eyes && best.chance < CLAIMED && best.chance >= HOPEFUL && best.looks < LOOKS_AT_ONE) best = hold(best);
    result.deltaE.push(Number(off.toFixed(2)));
    result.chance.push(Number(last.chance.toFixed(2)));
    result.said = best.chance >= CLAIMED;
    result.passed = result.said && best.off <= tolerance;
  }
  result.looks = looks.length + nearest.length;
  result.pictures = pictures.length;
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

/** A wood, and what is on the shelf for it. */
interface Ground {
  wood: Wood;
  materials: Materials;
  tuning: Tuning;
}
const problemFor = ({ wood, materials, tuning }: Ground, aim: Lab, over: Partial<MatchProblem> = {}): MatchProblem => ({
  target: { reflectance: reflectanceNear(aim), singleLight: true },
  lights: ONLY_DAYLIGHT,
  wood,
  materials,
  preparation: USUAL_PREPARATION,
  tuning,
  doubt: doubtOf(NOTHING_LEARNED, wood.id, materials),
  stack: oldRoad(),
  open: (['dye', 'pigment'] as const).map((kind, i) => ({
    layer: 2 * i,
    colourants: Object.values(materials.colourants).flatMap((c) => (c.kind === kind ? [c.id] : [])),
  })),
  ...over,
});

/** Recipes for a colour as it is foreseen, the nearest first. */
const recipesFor = (ground: Ground, aim: Lab): Stack[] => {
  const found = search(problemFor(ground, aim)).map((c) => c.stack);
  return found.length > 0 ? found.slice(0, RECIPES) : [oldRoad()];
};
export const recipeFor = (ground: Ground, aim: Lab): Stack => recipesFor(ground, aim)[0] as Stack;

/** The same colours turned to what is aimed at now; a new search where they do not reach it. */
function againFor(ground: Ground, aim: Lab, stack: Stack): Stack | null {
  const open = stack.flatMap((l, layer) => {
    const colourants = Object.keys(l.colours);
    return colourants.length > 0 ? [{ layer, colourants }] : [];
  });
  const same = refine(problemFor(ground, aim, { stack, open }), stack);
  return (same.deltaE[0] ?? 0) < 0.4 ? same.stack : null;
}

/** A board of a recipe, with colours of which some are in doubt: what is foreseen of it. */
export const madeOn = ({
  id,
  wood,
  stack,
  colours,
}: {
  id: string;
  wood: Wood;
  stack: Stack;
  colours: Bound['ids'];
}): MadeThing => ({
  id,
  colours: stack.flatMap((l) => Object.keys(l.colours)).filter((c) => colours.includes(ofColour(c))),
  foreseen: (of) =>
    labOf(
      predictFinal(stack, wood, of, { preparation: USUAL_PREPARATION, tuning: tuningOf(NOTHING_LEARNED, wood.id, of) }),
    ),
  unknown: [missesOn(wood.id), missesOf(wood.id, stack), strayOf(id)],
});

/** Puts a recipe of the old road on a board. */
export function putOn(workshop: Workshop, board: string, stack: Stack): void {
  workshop.applyDye(board, stack[0]?.colours ?? {});
  workshop.applyGlaze(board, stack[2]?.colours ?? {});
  workshop.applyClear(board);
}
