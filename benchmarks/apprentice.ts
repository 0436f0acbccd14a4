/**
 * Drives any workshop with the matcher: ladders first, then target by target a fresh board, its raw reading, a recipe,
 * dye, reading, the glaze planned again from the measured dye stage, clear, reading, and what the board taught.
 */

import { scaleToBoard, type TanninClass, USUAL_PREPARATION, type Wood } from '../src/core/board/index.ts';
import type { Anatomy, TissueName } from '../src/core/board/tissues.ts';
import { usualTake } from '../src/core/board/wood.ts';
import { BANDS, deltaE00, labOf, meanSpectrum, resample, type Spectrum } from '../src/core/colour/index.ts';
import {
  type Colourant,
  type Layer,
  type Materials,
  type Medium,
  newLayer,
  type Stack,
} from '../src/core/layers/index.ts';
import {
  type BoardEvidence,
  doubtOf,
  fitLadders,
  fitSurfaces,
  type Knowledge,
  type LadderSoFar,
  learn,
  NOTHING_LEARNED,
  type PotRung,
  type SurfaceSample,
  spreadOf,
  type TeachingBoard,
  teachingBoards,
  tuningOf,
  usualUses,
} from '../src/core/learn/index.ts';
import {
  chanceWithin,
  journeyOf,
  type MatchProblem,
  makeEvaluator,
  ONLY_DAYLIGHT,
  prospectOf,
  refine,
  search,
} from '../src/core/match/index.ts';
import type { Workshop } from '../src/workshop/interface.ts';

export type Mode = 'learning' | 'fixed' | 'by-eye';
export interface TargetResult {
  mode: Mode;
  seed: number;
  k: number;
  species: string;
  ladderBoards: number;
  boards: number;
  passed: boolean;
  deltaE: number[];
  /** Stated probability of passing of each board, before its clear was read. */
  chance: number[];
  recipe: Record<string, number>;
  /** What the road said of each board when it was planned, that it would be read on the way counted. */
  planned: number[];
}

const READINGS = 10;
/** A dyed board below this L* is a dark ground. */
const DARK_GROUND = 52;
const SEALER = 'sealer';
const CLEAR = 'clear';
const SCATTERLESS = new Array<number>(BANDS).fill(0);

/** Whatever has an instrument: both benches do. */
type Readable = Pick<Workshop, 'wavelengths' | 'measure'>;
export const read = (workshop: Readable, board: string, readings = READINGS): Spectrum =>
  meanSpectrum(workshop.measure(board, readings).map((s) => resample(workshop.wavelengths, s)));

/** What an apprentice knows of a wood by its name: how rich in tannin it is. Common practice. */
const TANNIN: readonly [RegExp, TanninClass][] = [
  [/white.?oak|chestnut|^oak/, 3],
  [/oak|walnut|mahogany|sapele/, 2],
  [/beech|birch|maple|pine|spruce|fir|alder|poplar|lime/, 0],
];
export const tanninOf = (species: string): TanninClass =>
  TANNIN.find(([name]) => name.test(species.toLowerCase()))?.[1] ?? 1;

/** And how it is built. */
const BUILT: readonly [RegExp, Anatomy][] = [
  [/pine|spruce|fir|larch|cedar/, 'soft'],
  [/oak|ash|elm|chestnut|walnut|mahogany|sapele|teak/, 'open'],
];
const anatomyBy = (species: string): Anatomy => BUILT.find(([name]) => name.test(species.toLowerCase()))?.[1] ?? 'fine';
/** Its tissues: how much of the face each is, and how dark beside the ground, as the eye has it. Common practice. */
const TISSUES: Record<Anatomy, readonly [TissueName, share: number, dark: number][]> = {
  open: [
    ['ground', 0.65, 1],
    ['grain', 0.25, 0.78],
    ['pore', 0.1, 0.45],
  ],
  fine: [
    ['ground', 0.8, 1],
    ['grain', 0.2, 0.86],
  ],
  soft: [
    ['ground', 0.75, 1],
    ['grain', 0.25, 0.75],
  ],
};

/** A species as much as its name and readings of whole boards tell. */
export const woodOf = (species: string, raw: Spectrum, bareK2?: number): Wood => {
  const anatomy = anatomyBy(species);
  return {
    id: species,
    name: species,
    figure: 'birch',
    tannin: tanninOf(species),
    anatomy,
    ...(bareK2 === undefined ? {} : { bareK2 }),
    tissues: TISSUES[anatomy].map(([name, fraction, dark]) => ({
      name,
      fraction,
      reflectance: Array.from(raw, (r) => r * dark),
      ...usualTake(anatomy, name),
    })),
  };
};

export interface Shop {
  materials: Materials;
  bareK2: number;
  ladderBoards: number;
  /** The ladder boards as they stand on the rack, with what they read. */
  rack: { board: string; reading: Spectrum }[];
}

/** The board under the bare glaze medium, or null in a workshop that will not put on a glaze without pigment. */
function sealedReading(workshop: Workshop, board: string): Spectrum | null {
  try {
    workshop.applyGlaze(board, {});
    return read(workshop, board);
  } catch {
    return null;
  }
}

/** Boards for ladders, at most, and those of them that show the surfaces: a colourless glaze under the clear. */
const LADDER_BOARDS = 10;
const FOR_SURFACES = 1;

/**
 * Ladders of every colourant on the palest species, on few boards, each chosen for what it would teach: one or two dyes,
 * over it one or two pigments on the ground that the dye made, over all the clear.
 */
export function makeLadders(workshop: Workshop): Shop {
  const raws = workshop.species.map((s) => read(workshop, workshop.newBoard(s), 3));
  const lightness = raws.map((r) => labOf(r)[0]);
  const species = workshop.species[lightness.indexOf(Math.max(...lightness))];
  const of = (kind: 'dye' | 'pigment') => workshop.colourants.filter((c) => c.kind === kind);
  const pots: Record<'dye' | 'pigment', PotRung[]> = { dye: [], pigment: [] };
  const rack: Shop['rack'] = [];
  const samples: SurfaceSample[] = [];
  const soFar = (kind: 'dye' | 'pigment') =>
    of(kind).map(
      ({ id, maxStrength }): LadderSoFar => ({
        id,
        kind,
        maxStrength,
        rungs: pots[kind]
          .filter((r) => r.colours[id])
          .map((r) => ({
            strength: r.colours[id],
            ground: labOf(r.before)[0],
            together: Object.keys(r.colours).length,
          })),
      }),
    );
  /** What would teach most of a kind, best first. A colour is met alone first. */
  const ideasFor = (kind: 'dye' | 'pigment') => {
    const ladders = soFar(kind);
    const met = (id: string) => pots[kind].some((r) => r.colours[id] && Object.keys(r.colours).length === 1);
    const ideas = teachingBoards(ladders, usualUses(ladders), { most: Number.POSITIVE_INFINITY });
    return ideas.filter((i) => Object.keys(i.colours).length === 1 || Object.keys(i.colours).every(met));
  };
  /** How dark a dyed board will be, as far as its colours were met: the darkest of what each made of a board, if it was no weaker. */
  const groundWith = (colours: Readonly<Record<string, number>>) =>
    Math.min(
      100,
      ...pots.dye
        .filter((r) => Object.entries(r.colours).every(([id, strength]) => (colours[id] ?? 0) >= 0.9 * strength))
        .map((r) => labOf(r.after)[0]),
    );
  for (let n = 0; n < LADDER_BOARDS; n++) {
    const board = workshop.newBoard(species);
    const raw = read(workshop, board);
    const films = n < FOR_SURFACES ? [] : ideasFor('pigment');
    const gainOver = (dark: boolean) => films.find((f) => f.dark === dark)?.gain ?? 0;
    const worth = (dye: TeachingBoard) => dye.gain + gainOver(groundWith(dye.colours) < DARK_GROUND);
    const [dyes] = ideasFor('dye').sort((p, q) => worth(q) - worth(p));
    let now = raw;
    if (dyes) {
      workshop.applyDye(board, dyes.colours);
      now = read(workshop, board);
      pots.dye.push({ colours: dyes.colours, before: raw, after: now });
    }
    if (n < FOR_SURFACES) {
      const sealed = sealedReading(workshop, board);
      workshop.applyClear(board);
      const coated = read(workshop, board);
      samples.push({ bare: now, sealed, coated });
      rack.push({ board, reading: coated });
      continue;
    }
    const dark = labOf(now)[0] < DARK_GROUND;
    const pigments = films.find((idea) => idea.dark === dark) ?? films[0];
    if (!pigments) continue;
    workshop.applyGlaze(board, pigments.colours);
    const glazed = read(workshop, board);
    pots.pigment.push({ colours: pigments.colours, before: now, after: glazed });
    rack.push({ board, reading: glazed });
  }
  const surfaces = fitSurfaces(samples);
  const bare = { k1: 0, k2: surfaces.bareK2 };
  const colourants = (['dye', 'pigment'] as const).flatMap((kind) => {
    const fitted = fitLadders(
      of(kind).map((c) => ({ ...c, kind })),
      pots[kind],
      { bare, ...(kind === 'pigment' ? { sealed: surfaces.sealed } : {}) },
    );
    return of(kind).flatMap(({ id, maxStrength }): Colourant[] => {
      const fit = fitted.get(id);
      if (!fit) return [];
      const { absorption, exponent } = fit.profile;
      const common = { id, name: id, kind, carrier: 'water' as const, maxStrength, costPerGram: 0 };
      return [{ ...common, absorption, exponent, scatter: fit.scatter }];
    });
  });
  const medium = (id: string, kind: 'sealer' | 'clear', k1: number, k2: number, tint: number[]): Medium => ({
    id,
    name: id,
    kind,
    // A thin sealer that does not wake the dye under it, as one takes.
    carrier: kind === 'sealer' ? 'alcohol' : 'water',
    k1,
    k2,
    tint,
  });
  return {
    materials: {
      colourants: Object.fromEntries(colourants.map((c) => [c.id, c])),
      mediums: {
        sealer: medium(SEALER, 'sealer', surfaces.sealed.k1, surfaces.sealed.k2, SCATTERLESS),
        clear: medium(CLEAR, 'clear', surfaces.coated.k1, surfaces.coated.k2, surfaces.tint),
      },
      supplies: {},
    },
    bareK2: surfaces.bareK2,
    ladderBoards: LADDER_BOARDS,
    rack,
  };
}

/** Dye, sealer, glaze, clear. */
export const oldRoad = (dye: Layer = newLayer('dye'), glaze: Layer = newLayer('glaze')): Stack => [
  dye,
  newLayer('sealer', { medium: SEALER }),
  glaze,
  newLayer('clear', { medium: CLEAR, settings: { coats: 1 } }),
];
const [DYE, , GLAZE] = [0, 1, 2];

const idsOf = (shop: Shop, kind: Colourant['kind']) =>
  Object.values(shop.materials.colourants)
    .filter((c) => c.kind === kind)
    .map((c) => c.id);

/** One change by eye: the colourant that best opposes the largest Lab error, by a fixed fifth. */
export function byEye(stack: Stack, target: Spectrum, measured: Spectrum, problem: MatchProblem): Stack {
  const wanted = labOf(target);
  const got = labOf(measured);
  const error = wanted.map((v, i) => v - got[i]);
  const axis = error.reduce((best, v, i) => (Math.abs(v) > Math.abs(error[best]) ? i : best), 0);
  let chosen: { stack: Stack; gain: number } | null = null;
  for (const layer of stack.keys())
    for (const [id, strength] of Object.entries(stack[layer].colours))
      for (const factor of [0.8, 1.2]) {
        const most = problem.materials.colourants[id].maxStrength;
        const colours = { ...stack[layer].colours, [id]: Math.min(most, strength * factor) };
        const changed = stack.map((l, i) => (i === layer ? { ...l, colours } : l));
        const moved = expectedReading({ ...problem, stack: changed });
        const still = expectedReading({ ...problem, stack });
        const gain = (labOf(moved)[axis] - labOf(still)[axis]) * Math.sign(error[axis]);
        if (!chosen || gain > chosen.gain) chosen = { stack: changed, gain };
      }
  return chosen?.stack ?? stack;
}

function expectedReading(problem: MatchProblem): Spectrum {
  const evaluator = makeEvaluator(problem);
  return evaluator.reading(evaluator.amountsOf(problem.stack)).slice();
}

interface Journey {
  workshop: Workshop;
  shop: Shop;
  seed: number;
  tolerance: number;
  mostBoards: number;
  mode: Mode;
}

/** One target from the first board until it passes or the boards run out. `memory` is what the shop has learned so far. */
export function matchTarget(journey: Journey, k: number, memory: BoardEvidence[]): TargetResult {
  const { workshop, shop, seed, tolerance, mostBoards, mode } = journey;
  const { species, spectra } = workshop.target(k);
  const target = meanSpectrum(spectra.map((s) => resample(workshop.wavelengths, s)));
  const dyes = idsOf(shop, 'dye');
  const pigments = idsOf(shop, 'pigment');
  const result: TargetResult = {
    mode,
    seed,
    k,
    species,
    ladderBoards: shop.ladderBoards,
    boards: 0,
    passed: false,
    deltaE: [],
    chance: [],
    recipe: {},
    planned: [],
  };
  let stack: Stack | null = null;
  let last: Spectrum | null = null;
  const boards = [...memory];
  for (let n = 0; n < mostBoards && !result.passed; n++) {
    const board = workshop.newBoard(species);
    const raw = read(workshop, board);
    const wood = woodOf(species, raw, shop.bareK2);
    const knowledge: Knowledge =
      mode === 'learning'
        ? learn(
            boards.map((b, i) => ({ ...b, weight: i >= memory.length ? 1 : 0.5 })),
            shop.materials,
          )
        : NOTHING_LEARNED;
    const problem = (over: Partial<MatchProblem>): MatchProblem => ({
      target: { reflectance: target, singleLight: false },
      lights: ONLY_DAYLIGHT,
      wood: scaleToBoard(wood, raw),
      materials: shop.materials,
      preparation: USUAL_PREPARATION,
      tuning: tuningOf(knowledge, species, shop.materials),
      doubt: doubtOf(knowledge, species, shop.materials),
      stack: oldRoad(),
      open: [
        { layer: DYE, colourants: dyes },
        { layer: GLAZE, colourants: pigments },
      ].filter((o) => o.colourants.length > 0),
      ...over,
    });

    if (mode === 'by-eye' && stack && last) stack = byEye(stack, target, last, problem({ open: openOf(stack) }));
    else if (stack && mode === 'learning') stack = again(problem, stack);
    else stack = search(problem({}))[0].stack;

    const planned = stack;
    result.planned.push(
      plannedChance(problem({ stack, open: openOf(stack, pigments) }), spreadOf(knowledge, 'clear'), tolerance),
    );
    const steps: { stage: number; reading: Spectrum }[] = [];
    workshop.applyDye(board, planned[DYE].colours);
    const afterDye = read(workshop, board);
    steps.push({ stage: 1, reading: afterDye });
    if (mode !== 'by-eye') stack = glazeFromHere(problem, planned, afterDye, pigments);
    workshop.applyGlaze(board, stack[GLAZE].colours);
    const afterGlaze = read(workshop, board);
    steps.push({ stage: 3, reading: afterGlaze });
    const before = problem({
      stack,
      open: openOf(stack),
      measured: [
        { layers: 1, reading: afterDye },
        { layers: 3, reading: afterGlaze },
      ],
    });
    const miss = deltaE00(labOf(target), labOf(expectedReading({ ...before, open: [] })));
    const outlook = { miss: Float64Array.of(miss, 0, 0), strays: [] };
    result.chance.push(chanceWithin(outlook, spreadOf(knowledge, 'clear'), tolerance));
    workshop.applyClear(board);
    last = read(workshop, board);
    steps.push({ stage: 4, reading: last });

    const deltaE = deltaE00(labOf(target), labOf(last));
    result.boards++;
    result.deltaE.push(Number(deltaE.toFixed(3)));
    result.passed = deltaE <= tolerance;
    result.recipe = { ...stack[DYE].colours, ...stack[GLAZE].colours };
    boards.push({
      id: `${seed}/${k}/${n}`,
      wood,
      preparation: USUAL_PREPARATION,
      stack,
      raw,
      stages: steps,
      weight: 1,
    });
  }
  memory.push(...boards.slice(memory.length));
  return result;
}

/** The colours of a stack; of its glaze, which is chosen after the dye is read, all that are offered where they are given. */
export const openOf = (stack: Stack, offered: string[] = []) =>
  [DYE, GLAZE].flatMap((layer) => {
    const own = Object.keys(stack[layer].colours);
    const colourants = layer === GLAZE ? [...new Set([...own, ...offered])] : own;
    return colourants.length > 0 ? [{ layer, colourants }] : [];
  });

function plannedChance(problem: MatchProblem, spread: number, tolerance: number): number {
  const evaluator = makeEvaluator(problem);
  const journey = journeyOf(problem, evaluator, evaluator.amountsOf(problem.stack));
  return Number(prospectOf(journey, spread, tolerance).chance.toFixed(3));
}

type ProblemFor = (over: Partial<MatchProblem>) => MatchProblem;

/** The same colours solved again with what was learned; a new search only when they can no longer reach the target. */
function again(problem: ProblemFor, stack: Stack): Stack {
  const same = refine(problem({ stack, open: openOf(stack) }), stack);
  if (same.deltaE[0] < 0.4) return same.stack;
  const [other] = search(problem({}));
  return other.deltaE[0] < same.deltaE[0] - 0.3 ? other.stack : same.stack;
}

/** The glaze planned again from what the dye stage really reads: its own colours if they will do, else any. */
function glazeFromHere(problem: ProblemFor, planned: Stack, afterDye: Spectrum, pigments: string[]): Stack {
  if (pigments.length === 0) return planned;
  const measured = [{ layers: 1, reading: afterDye }];
  const own = Object.keys(planned[GLAZE].colours);
  if (own.length > 0) {
    const same = refine(problem({ stack: planned, open: [{ layer: GLAZE, colourants: own }], measured }), planned);
    if (same.deltaE[0] < 0.4) return same.stack;
  }
  const [road] = search(problem({ stack: planned, open: [{ layer: GLAZE, colourants: pigments }], measured }));
  return planned.map((layer, i) => (i === GLAZE ? road.stack[GLAZE] : layer));
}
