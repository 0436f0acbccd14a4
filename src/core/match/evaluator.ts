import { assemble, type BoardOptions, checkBoard } from '../board/compile.ts';
import { gainOf, opening } from '../board/in-wood.ts';
import { type Tone, toneReading } from '../board/tones.ts';
import type { Wood } from '../board/wood.ts';
import { ciede2000Parts } from '../colour/ciede2000.ts';
import { BANDS, type Spectrum, spectrum } from '../colour/grid.ts';
import { labFromXyz, xyzOf } from '../colour/lab.ts';
import { type Weights, weightsFor } from '../colour/lights.ts';
import { FieldError } from '../field-error.ts';
import { type Layer, type Stack, setting } from '../layers/layer.ts';
import { type Colourant, goesIn, isShare } from '../layers/materials.ts';
import { type Act, allocateProgram, internalOf, type Program, readingOf, runStage } from '../optics/program.ts';
import { doneOf, type MatchProblem, type Target } from './problem.ts';

/** One colourant in one open layer. */
export interface Pour {
  layer: number;
  colourant: string;
}

interface Variable extends Pour {
  exponent: number;
  /** Largest amount: maxStrength ^ exponent. */
  most: number;
  /** Residual per unit of amount that keeps loads low. */
  load: number;
}

/**
 * A matching problem made ready: amounts in, residuals out. The amount of a pour is strength^exponent; the acts of the
 * finished board are linear in the doses that amounts come to, so nothing is recompiled during a search.
 */
export interface Evaluator {
  variables: readonly Variable[];
  residualCount: number;
  /** What is brought to a colour: the face as a whole, or ground and grain apart. */
  aims: readonly Aim[];
  /**
   * For each aim the residuals of CIEDE2000 per light (root-weighted) and the small spectral term, then the loads.
   * `amounts` spans all variables.
   */
  residuals(amounts: Float64Array, out: Float64Array): void;
  /** CIEDE2000 per light of the problem; of several aims the farthest, each as its tolerance counts it. */
  differences(amounts: Float64Array): number[];
  /** The three parts of CIEDE2000 under the first light, daylight, as the aim's tolerance counts them. */
  miss(amounts: Float64Array, aim?: Aim): Float64Array;
  /** CIEDE2000 of one aim in daylight, as it is. */
  missOf(amounts: Float64Array, aim: Aim): number;
  /** Final reading, a view that the next call overwrites. */
  reading(amounts: Float64Array): Spectrum;
  /** What the amounts are foreseen to look like, as something to aim at: the face, and the tones where they are aimed at. */
  asTarget(amounts: Float64Array): Target;
  stackOf(amounts: Float64Array): Stack;
  amountsOf(stack: Stack): Float64Array;
}

/** What of a board is brought to which colour. */
export interface Aim {
  of: 'face' | Tone;
  wanted: Spectrum;
  /** How much wider its tolerance is than that of the problem. */
  ease: number;
}
export const aimsOf = ({ reflectance, tones }: Target): readonly Aim[] =>
  tones
    ? [
        { of: 'ground', wanted: tones.ground, ease: 1 },
        { of: 'grain', wanted: tones.grain, ease: tones.grainEase },
      ]
    : [{ of: 'face', wanted: reflectance, ease: 1 }];

/** A mismatch of 0.01 in every band counts as a CIEDE2000 of 0.2: breaks ties towards the less metameric. */
const SPECTRAL_WEIGHT = 20;

/**
 * A colour at its full strength counts as a CIEDE2000 of this much: enough to keep from fighting one strong colour with
 * another, too little to give a match away. Pigment weighs more: it hides grain.
 */
const LOAD = { dye: 0.4, pigment: 0.7 } as const;

const emptied = (layer: Layer): Layer => ({ ...layer, colours: {} });

/** What one more unit of a variable's dose adds to the operands of the finished board's acts. */
interface Share {
  act: number;
  a: Float64Array;
  b: Float64Array;
}

/** How the amount of a variable becomes the dose that its acts are linear in. */
interface Dosing {
  colourant: Colourant;
  coats: number;
  /** How much of it the wood drinks, 0-1. */
  drinks: number;
  /** Strength times coats of the same colourant that the wood holds by then, of layers that are not open. */
  before: number;
  /** Variables of the same colourant in open layers below, and the share of them that is still held by then. */
  below: readonly { variable: number; kept: number }[];
  shares: readonly Share[];
}

/** The finished board with all that does not depend on the amounts worked out. */
interface Ready {
  variables: Variable[];
  dosings: Dosing[];
  program: Program;
  /** Acts of the program that amounts change, and their operands without any. */
  open: { act: number; a: Float64Array; b: Float64Array }[];
}

function optionsOf({ preparation, tuning, measured }: MatchProblem): BoardOptions {
  return { preparation, tuning, ...(measured ? { measured } : {}) };
}

/** Each open layer with all colours that it may take, its own first, at no strength: every act has its place. */
function blankStack({ stack, open }: MatchProblem): Stack {
  return stack.map((layer, i) => {
    const ids = open.filter((o) => o.layer === i).flatMap((o) => o.colourants);
    if (!open.some((o) => o.layer === i)) return layer;
    const own = Object.keys(layer.colours).filter((id) => ids.includes(id));
    return { ...layer, colours: Object.fromEntries([...own, ...ids].map((id) => [id, 0])) };
  });
}

/** Amount to dose: what of it the wood shows beside what it holds already; in a film the amount itself. */
function doseOf(
  { colourant, coats, drinks, before, below }: Dosing,
  strength: number,
  masses: Float64Array,
  problem: MatchProblem,
) {
  let mass = before;
  for (let k = 0; k < below.length; k++) mass += masses[below[k].variable] * below[k].kept;
  return gainOf(mass, coats * strength, drinks, colourant, problem.wood);
}

function makeReady(problem: MatchProblem): Ready {
  const { wood, materials, stack } = problem;
  const done = doneOf(problem);
  const openLayers = new Set(problem.open.map((o) => o.layer));
  // Checked as it stands without its open colours, then put together with all of them, which no pot would hold.
  checkBoard(
    stack.map((layer, i) => (openLayers.has(i) ? emptied(layer) : layer)),
    wood,
    materials,
    optionsOf(problem),
  );
  const blank = blankStack(problem);
  const options = optionsOf(problem);
  const whole = assemble(blank, wood, materials, options);
  const { states, stages } = whole;
  const { acts, surface } = stages[stack.length];
  const variables: Variable[] = [];
  const dosings: Dosing[] = [];
  /** By variable: the share of its colour that is still in the wood before a later layer. */
  const keptUntil: ((layer: number) => number)[] = [];
  const nothing = new Float64Array(0);
  for (const { layer, colourants } of problem.open) {
    if (layer < done || layer >= stack.length)
      throw new FieldError('open', 'Only a layer that is still to come can be open.');
    for (const id of colourants) {
      const colourant = materials.colourants[id];
      const most = colourant.maxStrength ** colourant.exponent;
      const dosing = {
        colourant,
        coats: setting(blank[layer], 'coats'),
        drinks: opening(states[layer], wood),
        before: states[layer].held[id] ?? 0,
        below: variables.flatMap((v, variable) =>
          v.colourant === id && v.layer < layer ? [{ variable, kept: keptUntil[variable](layer) }] : [],
        ),
      };
      // A strength of one may be above a pigment's limit: measure the unit at the limit instead.
      const strength = Math.min(1, colourant.maxStrength);
      const probe = blank.map((l, i) => (i === layer ? { ...l, colours: { ...l.colours, [id]: strength } } : l));
      const probed = assemble(probe, wood, materials, options, whole);
      const offered = dosing.coats * strength * dosing.drinks || 1;
      keptUntil.push((later) => (probed.states[later].held[id] ?? 0) / offered);
      const with1 = probed.stages[stack.length].acts;
      const amount = goesIn(colourant.kind)
        ? doseOf({ ...dosing, below: [], shares: [] }, strength, nothing, problem) || 1
        : strength ** colourant.exponent;
      const unit = (now: Float64Array, before: Float64Array) => now.map((v, c) => (v - before[c]) / amount);
      const shares = acts.flatMap((act, k): Share[] =>
        act.layer === layer && with1[k].a.some((v, c) => v !== act.a[c])
          ? [{ act: k, a: unit(with1[k].a, act.a), b: unit(with1[k].b, act.b) }]
          : [],
      );
      variables.push({
        layer,
        colourant: id,
        exponent: colourant.exponent,
        most,
        load: LOAD[goesIn(colourant.kind) ? 'dye' : 'pigment'] / most,
      });
      dosings.push({ ...dosing, shares });
    }
  }
  return { variables, dosings, ...folded(whole.start, wood, acts, surface, dosings) };
}

/** A one-stage program of the acts from the first open one on; those below it are worked out once. */
function folded(
  start: Float64Array,
  { tissues }: Wood,
  acts: readonly Act[],
  surface: Program['stages'][0]['surface'],
  dosings: Dosing[],
) {
  const changed = new Set(dosings.flatMap((d) => d.shares.map((s) => s.act)));
  const first = Math.min(acts.length, ...changed);
  const fractions = tissues.map((t) => t.fraction);
  const below = allocateProgram(fractions, start, [{ acts: acts.slice(0, first), carried: 0, surface, flakes: [] }]);
  runStage(below, 0);
  const rest = acts
    .slice(first)
    .map((act, k) => (changed.has(first + k) ? { ...act, a: act.a.slice(), b: act.b.slice() } : act));
  for (const { shares } of dosings) for (const share of shares) share.act -= first;
  return {
    program: allocateProgram(fractions, internalOf(below, 0).slice(), [
      { acts: rest, carried: 0, surface, flakes: [] },
    ]),
    open: [...changed].map((k) => ({ act: k - first, a: acts[k].a, b: acts[k].b })),
  };
}

export function makeEvaluator(problem: MatchProblem): Evaluator {
  const { lights, target } = problem;
  const openLayers = new Set(problem.open.map((o) => o.layer));
  const { variables, dosings, program, open } = makeReady(problem);
  const masses = new Float64Array(variables.length);
  const weights: Weights[] = lights.map((light) => weightsFor(light));
  const aims = aimsOf(target);
  // Per aim and light: the wanted L*a*b*, then that of the amounts in hand.
  const labs = new Float64Array(6 * weights.length * aims.length);
  const labOf = (read: Spectrum, l: number, at: number) =>
    labs.set(labFromXyz(xyzOf(read, weights[l]), weights[l].white), at);
  const placeOf = (aim: number, l: number) => 6 * (aim * weights.length + l);
  aims.forEach(({ wanted }, aim) => {
    for (let l = 0; l < weights.length; l++) labOf(wanted, l, placeOf(aim, l));
  });
  const totalWeight = lights.reduce((sum, l) => sum + l.weight, 0) || 1;
  const share = 1 / Math.sqrt(aims.length);
  const roots = lights.map((l) => share * Math.sqrt(l.weight / totalWeight));
  const spectral = target.singleLight ? 0 : (share * SPECTRAL_WEIGHT) / Math.sqrt(BANDS);
  const mean = readingOf(program, 0);
  const tone = spectrum();
  const parts = new Float64Array(3);
  /** What an aim reads of the board in hand. */
  const readAt = ({ of }: Aim): Spectrum =>
    of === 'face' ? mean : toneReading(problem.wood, internalOf(program, 0), program.stages[0].surface, of, tone);
  /** The parts of CIEDE2000 of an aim under one light, as its tolerance counts them, of what was read of it. */
  const partsUnder = (read: Spectrum, aim: number, l: number, out: Float64Array, at: number) => {
    const place = placeOf(aim, l);
    labOf(read, l, place + 3);
    ciede2000Parts(labs, place, place + 3, out, at);
    for (let k = at; k < at + 3; k++) out[k] /= aims[aim].ease;
  };

  // Layers whose colours are shares of a pot: more than all of it is a full pot in that ratio.
  const pots = [...openLayers].map((layer) =>
    variables.flatMap((v, i) =>
      v.layer === layer && isShare(problem.materials.colourants[v.colourant].kind) ? [i] : [],
    ),
  );
  const inPot = new Float64Array(variables.length);
  /** Amounts as a pot can hold them. */
  function poured(amounts: Float64Array): Float64Array {
    inPot.set(amounts);
    for (const pot of pots) {
      let whole = 0;
      for (const v of pot) whole += amounts[v] ** (1 / variables[v].exponent);
      if (whole > 1) for (const v of pot) inPot[v] = amounts[v] / whole ** variables[v].exponent;
    }
    return inPot;
  }

  function reading(asked: Float64Array): Spectrum {
    const amounts = poured(asked);
    const { acts } = program.stages[0];
    for (const { act, a, b } of open) {
      acts[act].a.set(a);
      acts[act].b.set(b);
    }
    for (let v = 0; v < variables.length; v++) {
      const amount = amounts[v];
      masses[v] = 0;
      if (amount === 0) continue;
      const dosing = dosings[v];
      let dose = amount;
      if (goesIn(dosing.colourant.kind)) {
        const strength = amount ** (1 / variables[v].exponent);
        masses[v] = dosing.coats * strength * dosing.drinks;
        dose = doseOf(dosing, strength, masses, problem);
      }
      for (let k = 0; k < dosing.shares.length; k++) {
        const { act, a, b } = dosing.shares[k];
        const into = acts[act];
        for (let c = 0; c < a.length; c++) into.a[c] += dose * a[c];
        for (let c = 0; c < b.length; c++) into.b[c] += dose * b[c];
      }
    }
    runStage(program, 0);
    return mean;
  }

  return {
    variables,
    aims,
    residualCount: aims.length * (3 * lights.length + BANDS) + variables.length,
    reading,
    residuals(amounts, out) {
      reading(amounts);
      let at = 0;
      for (let aim = 0; aim < aims.length; aim++) {
        const read = readAt(aims[aim]);
        for (let l = 0; l < weights.length; l++, at += 3) {
          partsUnder(read, aim, l, out, at);
          for (let k = at; k < at + 3; k++) out[k] *= roots[l];
        }
        const { wanted } = aims[aim];
        for (let i = 0; i < BANDS; i++, at++) out[at] = spectral * (read[i] - wanted[i]);
      }
      for (let v = 0; v < variables.length; v++) out[at + v] = variables[v].load * amounts[v];
    },
    differences(amounts) {
      reading(amounts);
      const farthest = new Array<number>(weights.length).fill(0);
      aims.forEach((of, aim) => {
        const read = readAt(of);
        for (let l = 0; l < weights.length; l++) {
          partsUnder(read, aim, l, parts, 0);
          farthest[l] = Math.max(farthest[l], Math.hypot(parts[0], parts[1], parts[2]));
        }
      });
      return farthest;
    },
    miss(amounts, of = aims[0]) {
      reading(amounts);
      partsUnder(readAt(of), aims.indexOf(of), 0, parts, 0);
      return parts.slice();
    },
    missOf(amounts, of) {
      reading(amounts);
      partsUnder(readAt(of), aims.indexOf(of), 0, parts, 0);
      return of.ease * Math.hypot(parts[0], parts[1], parts[2]);
    },
    asTarget(amounts) {
      const reflectance = reading(amounts).slice();
      const [ground, grain] = aims.map((aim) => readAt(aim).slice());
      const tones = target.tones && ground && grain ? { tones: { ...target.tones, ground, grain } } : {};
      return { reflectance, singleLight: false, ...tones };
    },
    stackOf(asked) {
      const amounts = poured(asked);
      return problem.stack.map((layer, i) => {
        if (!openLayers.has(i)) return layer;
        const colours: Record<string, number> = {};
        variables.forEach((v, k) => {
          if (v.layer === i && amounts[k] > 0) colours[v.colourant] = amounts[k] ** (1 / v.exponent);
        });
        return { ...layer, colours };
      });
    },
    amountsOf(stack) {
      return Float64Array.from(variables, (v) => (stack[v.layer].colours[v.colourant] ?? 0) ** v.exponent);
    },
  };
}
