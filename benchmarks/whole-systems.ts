/**
 * Drives any wide bench with whole systems: a few ladder boards, then target by target a board that is read after every
 * layer, and after every reading the whole rest of the way chosen anew, up or down, until it passes or a new board is
 * the better way.
 */

import { usualFilm } from '../src/core/board/films.ts';
import { scaleToBoard, USUAL_PREPARATION } from '../src/core/board/index.ts';
import { BANDS, deltaE00, labOf, meanSpectrum, resample, type Spectrum } from '../src/core/colour/index.ts';
import { FieldError } from '../src/core/field-error.ts';
import { LAYER_KINDS, type LayerKind } from '../src/core/kinds/index.ts';
import {
  type Colourant,
  goesIn,
  type Layer,
  type Materials,
  type Medium,
  type Stack,
  setting,
} from '../src/core/layers/index.ts';
import {
  type BoardEvidence,
  type CoatSample,
  doubtOf,
  fitCoat,
  fitLadder,
  type Knowledge,
  type LadderRung,
  learn,
  NOTHING_LEARNED,
  spreadOf,
  tuningOf,
  usualSurface,
} from '../src/core/learn/index.ts';
import {
  chanceWithin,
  type Offer,
  ONLY_DAYLIGHT,
  type SystemPart,
  type SystemProblem,
  searchSystems,
} from '../src/core/match/index.ts';
import { BARE } from '../src/core/optics/index.ts';
import type { BenchAct, BenchMaterial, WorkshopBench } from '../src/workshop/interface.ts';
import { byEye, type Mode, read, tanninOf, woodOf } from './apprentice.ts';

export interface SystemResult {
  mode: Mode;
  seed: number;
  k: number;
  species: string;
  ladderBoards: number;
  boards: number;
  acts: number;
  passed: boolean;
  /** False where the matcher says that the target cannot be made. */
  reachable: boolean;
  deltaE: number[];
  /** Stated probability of passing of each board, before its last coat was read. */
  chance: number[];
  /** The layers of the last board. */
  system: string[];
}

/** Strengths of a climbed board: one coat, then another over it. */
const CLIMB = [0.1, 0.3];
const FILM_RUNGS = [0.12, 0.5];
const STAIN_RUNGS = [0.3, 0.8];
/** Acts on one board: more is no longer a system but a mess. From the last colour on it goes under its clear. */
const MOST_ACTS = 10;
const LAST_COLOUR = 6;
const IN_WOOD = ['dye', 'ink', 'reactive'] as const;
const NO_SCATTER = new Array<number>(BANDS).fill(0);

/** What a bench says no to is no fault of the matcher: the material or layer is not used. */
function willing(attempt: () => void): boolean {
  try {
    attempt();
    return true;
  } catch {
    return false;
  }
}

/** A ladder that makes no sense leaves its colour on the shelf; any other error is a fault. */
function orNothing<T>(attempt: () => T): T[] {
  try {
    return [attempt()];
  } catch (error) {
    if (error instanceof FieldError) return [];
    throw error;
  }
}

export interface SystemShop {
  materials: Materials;
  /** Kinds of layer that the bench cannot make. */
  lacks: LayerKind[];
  boards: number;
}

/** What of a bench's materials makes which kinds of layer. */
const kindsOf = (materials: readonly BenchMaterial[]): LayerKind[] => {
  const has = (...kinds: BenchMaterial['kind'][]) => materials.some((m) => kinds.includes(m.kind));
  const made: Partial<Record<LayerKind, boolean>> = {
    dye: has('dye'),
    ink: has('ink'),
    reactive: has('reactive'),
    'wiping-stain': has('stain'),
    'gel-stain': has('pigment'),
    glaze: has('pigment'),
    toner: has('clear') && has('dye', 'pigment'),
    sealer: has('sealer'),
    clear: has('clear'),
    oil: has('oil'),
    filler: has('filler') && has('pigment'),
    conditioner: has('conditioner'),
    bleach: has('bleach'),
    opaque: has('pigment', 'opaque'),
    'wipe-back': true,
    'sand-back': true,
  };
  return LAYER_KINDS.filter((kind) => made[kind]);
};

const mediumOf = ({ id, kind, carrier }: BenchMaterial, over: Partial<Medium> = {}): Medium => ({
  id,
  name: id,
  kind: kind as Medium['kind'],
  carrier,
  ...usualSurface(kind as Medium['kind']),
  tint: NO_SCATTER,
  ...over,
});

/**
 * Ladders on the palest wood, as few boards as will do: each colour of the wood climbs one board in two coats, which goes
 * on to carry a sealer, two rungs of a pigment and a clear. Ready-made stains want bare wood: a pale and a dark board.
 */
export function makeSystemLadders(bench: WorkshopBench): SystemShop {
  const of = (...kinds: string[]) => bench.materials.filter((m) => kinds.includes(m.kind));
  const raws = bench.species.map((species) => ({ species, raw: read(bench, bench.newBoard(species), 3) }));
  const byLight = [...raws].sort((p, q) => labOf(q.raw)[0] - labOf(p.raw)[0]);
  const pale = byLight[0].species;
  const dark = byLight[byLight.length - 1].species;
  // A reactive colour shows in a wood rich in tannin.
  const rich = raws.reduce((p, q) => (tanninOf(q.species) > tanninOf(p.species) ? q : p)).species;
  const richest = tanninOf(rich);
  let boards = 0;
  const fresh = (species: string) => {
    boards++;
    const board = bench.newBoard(species);
    return { board, raw: read(bench, board) };
  };
  const rungs = new Map<string, LadderRung[]>();
  const rung = (id: string, strength: number, before: Spectrum, after: Spectrum, film?: number) =>
    rungs.set(id, [
      ...(rungs.get(id) ?? []),
      { strength, before, after, tannin: richest, ...(film === undefined ? {} : { film }) },
    ]);
  const coats = new Map<string, CoatSample[]>();

  // Where there is no sealer, a clear lies between the wood and a pigment's film.
  const barrier = of('sealer').length > 0 ? ('sealer' as const) : ('clear' as const);
  const sealers = of(barrier);
  const clears = of('clear');
  const pigments = of('pigment');
  const turn = <T>(list: readonly T[], n: number): T | undefined => list[n % list.length];

  of(...IN_WOOD).forEach(({ id, kind, maxStrength }, n) => {
    const { board, raw } = fresh(kind === 'reactive' ? rich : pale);
    let now = raw;
    let sum = 0;
    for (const share of CLIMB) {
      const strength = share * maxStrength;
      if (!willing(() => bench.apply(board, { kind, colours: { [id]: strength } }))) break;
      sum += strength;
      now = read(bench, board);
      rung(id, sum, raw, now);
    }
    const sealer = turn(sealers, n);
    if (!sealer || !willing(() => bench.apply(board, { kind: barrier, medium: sealer.id }))) return;
    const sealed = read(bench, board);
    coats.set(sealer.id, [...(coats.get(sealer.id) ?? []), { before: now, under: BARE, after: sealed, coats: 1 }]);
    const pigment = turn(pigments, n);
    let top = sealed;
    // Each pigment meets a pale and a dark board; those it has met twice leave the board to the clear.
    if (pigment && (rungs.get(pigment.id)?.length ?? 0) < 2) {
      const strength = FILM_RUNGS[rungs.get(pigment.id)?.length ?? 0] * pigment.maxStrength;
      if (willing(() => bench.apply(board, { kind: 'glaze', colours: { [pigment.id]: strength } }))) {
        top = read(bench, board);
        rung(pigment.id, strength, sealed, top);
      }
    }
    const clear = turn(clears, n);
    if (!clear || !willing(() => bench.apply(board, { kind: 'clear', medium: clear.id }))) return;
    const sample = { before: top, under: usualSurface(barrier), after: read(bench, board), coats: 1 };
    coats.set(clear.id, [...(coats.get(clear.id) ?? []), sample]);
  });
  // Pigments that no dyed board could carry twice.
  for (const { id, maxStrength } of pigments)
    for (const share of FILM_RUNGS.slice(rungs.get(id)?.length ?? 0)) {
      const { board } = fresh(share === FILM_RUNGS[0] ? dark : pale);
      const sealer = sealers[0];
      if (!sealer || !willing(() => bench.apply(board, { kind: barrier, medium: sealer.id }))) continue;
      const before = read(bench, board);
      if (willing(() => bench.apply(board, { kind: 'glaze', colours: { [id]: share * maxStrength } })))
        rung(id, share * maxStrength, before, read(bench, board));
    }
  for (const { id } of of('oil')) {
    const { board, raw } = fresh(pale);
    if (!willing(() => bench.apply(board, { kind: 'oil', medium: id }))) continue;
    coats.set(id, [{ before: raw, under: BARE, after: read(bench, board), coats: 1 }]);
  }
  for (const { id, maxStrength } of of('stain'))
    STAIN_RUNGS.forEach((share, i) => {
      const { board, raw } = fresh(i === 0 ? pale : dark);
      if (willing(() => bench.apply(board, { kind: 'wiping-stain', colours: { [id]: share * maxStrength } })))
        rung(
          id,
          share * maxStrength,
          raw,
          read(bench, board),
          usualFilm('wiping-stain', woodOf(i === 0 ? pale : dark, raw)),
        );
    });

  const colourants = of(...IN_WOOD, 'pigment', 'stain').flatMap((m): Colourant[] =>
    orNothing(() => {
      const kind = m.kind as Colourant['kind'];
      const { profile, scatter } = fitLadder(kind, rungs.get(m.id) ?? [], m.maxStrength, {
        ...(kind === 'pigment' ? { sealed: usualSurface(barrier) } : {}),
      });
      const { absorption, exponent } = profile;
      return {
        id: m.id,
        name: m.id,
        kind,
        carrier: m.carrier,
        maxStrength: m.maxStrength,
        costPerGram: 0,
        absorption,
        exponent,
        scatter,
      };
    }),
  );
  const mediums = of('sealer', 'oil', 'clear').map((m): Medium => {
    const samples = coats.get(m.id) ?? [];
    const [fit] = samples.length > 0 ? orNothing(() => fitCoat(samples, usualSurface(m.kind as Medium['kind']))) : [];
    return mediumOf(m, fit ? { ...fit.surface, tint: fit.tint } : {});
  });
  const makes = kindsOf(bench.materials);
  return {
    materials: {
      colourants: Object.fromEntries(colourants.map((c) => [c.id, c])),
      mediums: Object.fromEntries(mediums.map((m) => [m.id, m])),
      supplies: {},
    },
    lacks: LAYER_KINDS.filter((kind) => !makes.includes(kind)),
    boards,
  };
}

/** A layer of the model as the bench puts it on. */
export function actOf(layer: Layer, { materials }: WorkshopBench): BenchAct {
  const { kind, colours } = layer;
  const amount = { bleach: 'strength', filler: 'fill', 'wipe-back': 'removed', 'sand-back': 'removed' }[kind as string];
  // The model knows one conditioner; the bench has one by its own name.
  const medium = kind === 'conditioner' ? materials.find((m) => m.kind === kind)?.id : layer.medium;
  return {
    kind,
    ...(Object.keys(colours).length > 0 ? { colours } : {}),
    ...(medium ? { medium } : {}),
    coats: setting(layer, 'coats'),
    ...(amount ? { amount: setting(layer, amount) } : {}),
  };
}

/** Shares that come to more than the whole pot are brought down to it. */
function pourable(layer: Layer, { colourants }: Materials): Layer {
  const shares = Object.entries(layer.colours).filter(([id]) => !goesIn(colourants[id].kind));
  const whole = shares.reduce((sum, [, v]) => sum + v, 0);
  if (whole <= 1) return layer;
  return { ...layer, colours: Object.fromEntries(Object.entries(layer.colours).map(([id, v]) => [id, v / whole])) };
}

interface Journey {
  bench: WorkshopBench;
  shop: SystemShop;
  seed: number;
  tolerance: number;
  mostBoards: number;
  mode: Mode;
}

/** Of a first coat in wood whose uptake nobody knows yet, so much is put on: what lacks can follow, what is too much cannot. */
const CAUTION = 0.88;
const UNSURE = 0.12;
/** Further than this beyond the tolerance, when nothing of the model is left in doubt: not to be made. */
const OUT_OF_REACH = 1.5;

/** One target from the first board until it passes, cannot be made, or the boards run out. */
export function matchSystem(journey: Journey, k: number, memory: BoardEvidence[]): SystemResult {
  const { bench, shop, seed, tolerance, mostBoards, mode } = journey;
  const { species, spectra, without } = bench.target(k);
  const target = meanSpectrum(spectra.map((s) => resample(bench.wavelengths, s)));
  const wanted = labOf(target);
  const result: SystemResult = {
    mode,
    seed,
    k,
    species,
    ladderBoards: shop.boards,
    boards: 0,
    acts: 0,
    passed: false,
    reachable: true,
    deltaE: [],
    chance: [],
    system: [],
  };
  /** What the bench refuses on bare wood it does not do at all; on a board in hand, not on this board. */
  const refused: LayerKind[] = [...shop.lacks, ...(without as LayerKind[])];
  const own: BoardEvidence[] = [];
  let plan: readonly SystemPart[] | undefined;
  /** What the eye alone goes by: the stack of the last board, and what it read finished. */
  let last: { stack: Stack; reading: Spectrum } | null = null;
  const boundary = Number.POSITIVE_INFINITY;
  for (let n = 0; n < mostBoards && !result.passed; n++) {
    const knowledge: Knowledge =
      mode === 'learning'
        ? learn([...memory.map((b) => ({ ...b, weight: 0.5 })), ...own], shop.materials)
        : NOTHING_LEARNED;
    const board = bench.newBoard(species);
    const raw = read(bench, board);
    const wood = woodOf(species, raw);
    const offer: Offer = { materials: shop.materials, without: [...refused], barred: [] };
    const stages: { stage: number; reading: Spectrum }[] = [];
    let stack: Stack = [];
    let now = raw;
    let nearest = boundary;
    let chance = 0;
    const problem = (): SystemProblem => ({
      target: { reflectance: target, singleLight: true },
      lights: ONLY_DAYLIGHT,
      wood: scaleToBoard(wood, raw),
      materials: shop.materials,
      preparation: USUAL_PREPARATION,
      tuning: tuningOf(knowledge, species, shop.materials),
      doubt: doubtOf(knowledge, species, shop.materials),
      stack,
      measured: stages.map((s) => ({ layers: s.stage, reading: s.reading })),
    });
    if (mode === 'by-eye') {
      stack = planByEye(problem(), offer, last);
      for (const layer of stack) if (willing(() => bench.apply(board, actOf(layer, bench)))) result.acts++;
      now = read(bench, board);
      nearest = 0;
      last = { stack, reading: now };
    }
    let meant = plan;
    for (let acts = 0; acts < MOST_ACTS && mode !== 'by-eye'; acts++) {
      const asked = problem();
      const late = acts >= LAST_COLOUR && stack.at(-1)?.kind !== 'clear';
      const roads = searchSystems(asked, offer, { mostPerLayer: 3, meant: late ? ['clear'] : meant });
      const best = late ? roads.find((r) => r.added[0] === 'clear') : roads[0];
      if (!best) break;
      if (n === 0 && acts === 0) plan = best.added;
      nearest = Math.min(nearest, best.deltaE[0]);
      const next = best.stack[stack.length];
      if (!next) break;
      // A board under its clear that is no nearer than what one more way round promises is let be.
      const here = deltaE00(wanted, labOf(now));
      const cleared = stack.at(-1)?.kind === 'clear';
      if (cleared && (here <= tolerance || best.deltaE[0] > 0.6 * here || acts + 2 > MOST_ACTS)) break;
      if (best.stack.length === stack.length + 1 && next.kind === 'clear') {
        const outlook = { miss: Float64Array.of(best.deltaE[0], 0, 0), strays: [] };
        chance = Number(chanceWithin(outlook, spreadOf(knowledge, 'clear'), tolerance).toFixed(3));
      }
      const layer = pourable(cautious(next, asked.doubt ?? {}, stack, knowledge), shop.materials);
      if (!willing(() => bench.apply(board, actOf(layer, bench)))) {
        (stack.length === 0 ? refused : []).push(layer.kind);
        offer.without = [...offer.without, layer.kind];
        meant = undefined;
        continue;
      }
      result.acts++;
      meant = best.added.slice(1);
      stack = [...stack, layer];
      now = read(bench, board);
      stages.push({ stage: stack.length, reading: now });
    }
    result.chance.push(chance);
    const deltaE = deltaE00(wanted, labOf(now));
    result.boards++;
    result.deltaE.push(Number(deltaE.toFixed(3)));
    result.passed = deltaE <= tolerance && stack.at(-1)?.kind === 'clear';
    result.system = stack.map((l) => l.kind);
    own.push({ id: `${seed}/${k}/${n}`, wood, preparation: USUAL_PREPARATION, stack, raw, stages, weight: 1 });
    if (!result.passed && n > 0 && nearest > tolerance + OUT_OF_REACH) {
      result.reachable = false;
      break;
    }
  }
  memory.push(...own);
  return result;
}

/** The first recipe as it is found, made without a look at the stages; then one colour by a fifth, as the eye says. */
function planByEye(problem: SystemProblem, offer: Offer, last: { stack: Stack; reading: Spectrum } | null): Stack {
  if (!last) return searchSystems(problem, offer, { mostPerLayer: 3 })[0]?.stack ?? [];
  const open = last.stack.flatMap((layer, i) => {
    const colourants = Object.keys(layer.colours);
    return colourants.length > 0 ? [{ layer: i, colourants }] : [];
  });
  const { measured: _, ...fresh } = problem;
  return byEye(last.stack, problem.target.reflectance, last.reading, { ...fresh, stack: last.stack, open });
}

/**
 * Less of a colour than is planned where its effect is not known yet: what lacks can follow, over the clear even, what is
 * too much cannot be taken back so well.
 */
function cautious(
  layer: Layer,
  doubt: Readonly<Record<string, number>>,
  stack: Stack,
  { boards, spread }: Knowledge,
): Layer {
  const ids = Object.keys(layer.colours);
  const inWood = layer.kind === 'dye' || layer.kind === 'ink';
  const unsure = inWood
    ? stack.length === 0 && ids.some((id) => (doubt[id] ?? 1) > UNSURE)
    : boards.length < 2 || (spread[layer.kind] ?? 1) > 0.6 || (spread.clear ?? 1) > 0.6;
  if (!unsure || stack.some((l) => l.kind === 'clear')) return layer;
  return { ...layer, colours: Object.fromEntries(ids.map((id) => [id, CAUTION * layer.colours[id]])) };
}
