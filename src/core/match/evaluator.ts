import { ciede2000Parts } from '../colour/ciede2000.ts';
import { BANDS, type Spectrum } from '../colour/grid.ts';
import { labFromXyz, xyzOf } from '../colour/lab.ts';
import { type Weights, weightsFor } from '../colour/lights.ts';
import { FieldError } from '../field-error.ts';
import type { Layer, Stack } from '../layers/layer.ts';
import { compileStack } from '../optics/compile.ts';
import { continueFrom } from '../optics/continue.ts';
import { ACT, type Program, runProgram } from '../optics/program.ts';
import type { MatchProblem } from './problem.ts';

/** One colourant in one open layer. */
export interface Pour {
  layer: number;
  colourant: string;
}

interface Variable extends Pour {
  exponent: number;
  /** Largest amount: maxStrength ^ exponent. */
  most: number;
  /** Index of the stage in the program, and what one unit of amount adds to the act's operands. */
  stage: number;
  a: Float64Array;
  b: Float64Array;
  /** Residual per unit of amount that keeps loads low. */
  load: number;
}

/**
 * A matching problem made ready: amounts in, residuals out. The amount of a pour is strength^exponent, in which the
 * optics of every act are linear, so nothing is recompiled during a search.
 */
export interface Evaluator {
  variables: readonly Variable[];
  residualCount: number;
  /** Residuals of CIEDE2000 per light (root-weighted), then the small spectral term and the loads. `amounts` spans all variables. */
  residuals(amounts: Float64Array, out: Float64Array): void;
  /** CIEDE2000 per light of the problem. */
  differences(amounts: Float64Array): number[];
  /** The three parts of CIEDE2000 under the first light, daylight. */
  miss(amounts: Float64Array): Float64Array;
  /** Final reading, a view that the next call overwrites. */
  reading(amounts: Float64Array): Spectrum;
  stackOf(amounts: Float64Array): Stack;
  amountsOf(stack: Stack): Float64Array;
}

/** A mismatch of 0.01 in every band counts as a CIEDE2000 of 0.2: breaks ties towards the less metameric. */
const SPECTRAL_WEIGHT = 20;

/**
 * A colour at its full strength counts as a CIEDE2000 of this much: enough to keep from fighting one strong colour with
 * another, too little to give a match away. Pigment weighs more: it hides grain.
 */
const LOAD = { dye: 0.4, pigment: 0.7 } as const;

/** The part of the problem's program that is still to do, from the board as it reads now. */
export function remainingProgram(problem: MatchProblem, stack: Stack): Program {
  const { wood, materials, preparation, tuning, from } = problem;
  const whole = compileStack(stack, wood, materials, preparation, tuning);
  if (!from || from.layers === 0) return whole;
  runProgram(whole);
  return continueFrom(whole, from.layers, from.reading);
}

const emptied = (layer: Layer): Layer => ({ ...layer, colours: {} });

function variablesOf(problem: MatchProblem, empty: Stack, base: Program): Variable[] {
  const done = problem.from?.layers ?? 0;
  return problem.open.flatMap((opening) => {
    if (opening.layer < done || opening.layer >= problem.stack.length)
      throw new FieldError('open', 'Only a layer that is still to come can be open.');
    return opening.colourants.map((id): Variable => {
      const colourant = problem.materials.colourants[id];
      const single = empty.map((layer, i) => (i === opening.layer ? { ...layer, colours: { [id]: 1 } } : layer));
      // A strength of one may be above a pigment's limit: measure the unit at the limit instead.
      const strength = Math.min(1, colourant?.maxStrength ?? 1);
      single[opening.layer] = { ...single[opening.layer], colours: { [id]: strength } };
      const stage = opening.layer - done;
      const act = remainingProgram(problem, single).stages[stage].acts[0];
      const amount = strength ** colourant.exponent;
      const ground = base.stages[stage].acts[0];
      const unit = (operand: 'a' | 'b') =>
        act[operand].map((v, c) => (act.code === ACT.tint ? Math.log(v / ground[operand][c]) : v) / amount);
      return {
        layer: opening.layer,
        colourant: id,
        exponent: colourant.exponent,
        most: colourant.maxStrength ** colourant.exponent,
        stage,
        a: unit('a'),
        b: act.b.length ? unit('b') : act.b,
        load: LOAD[colourant.kind === 'pigment' ? 'pigment' : 'dye'] / colourant.maxStrength ** colourant.exponent,
      };
    });
  });
}

export function makeEvaluator(problem: MatchProblem): Evaluator {
  const { lights, target } = problem;
  const openLayers = new Set(problem.open.map((o) => o.layer));
  const empty = problem.stack.map((layer, i) => (openLayers.has(i) ? emptied(layer) : layer));
  const program = remainingProgram(problem, empty);
  const variables = variablesOf(problem, empty, program);
  const stages = [...new Set(variables.map((v) => v.stage))];
  const tintBase = new Map(
    stages
      .filter((s) => program.stages[s].acts[0].code === ACT.tint)
      .map((s) => [s, program.stages[s].acts[0].a.slice()] as const),
  );
  const weights: Weights[] = lights.map((light) => weightsFor(light));
  // Per light: the wanted L*a*b*, then that of the amounts in hand.
  const labs = new Float64Array(6 * weights.length);
  weights.forEach((w, l) => {
    labs.set(labFromXyz(xyzOf(target.reflectance, w), w.white), 6 * l);
  });
  const totalWeight = lights.reduce((sum, l) => sum + l.weight, 0) || 1;
  const roots = lights.map((l) => Math.sqrt(l.weight / totalWeight));
  const spectral = target.singleLight ? 0 : SPECTRAL_WEIGHT / Math.sqrt(BANDS);
  const last = program.stages.length * BANDS;
  const mean = program.mean.subarray(last, last + BANDS);
  const parts = new Float64Array(3);
  /** The parts of CIEDE2000 under one light, of the reading in hand. */
  const partsUnder = (l: number, out: Float64Array, at: number) => {
    labs.set(labFromXyz(xyzOf(mean, weights[l]), weights[l].white), 6 * l + 3);
    ciede2000Parts(labs, 6 * l, 6 * l + 3, out, at);
  };

  function reading(amounts: Float64Array): Spectrum {
    for (const s of stages) {
      const act = program.stages[s].acts[0];
      act.a.fill(0);
      act.b.fill(0);
    }
    for (let v = 0; v < variables.length; v++) {
      const amount = amounts[v];
      if (amount === 0) continue;
      const { stage, a, b } = variables[v];
      const act = program.stages[stage].acts[0];
      for (let c = 0; c < a.length; c++) act.a[c] += amount * a[c];
      for (let c = 0; c < b.length; c++) act.b[c] += amount * b[c];
    }
    for (const [s, base] of tintBase) {
      const act = program.stages[s].acts[0];
      for (let c = 0; c < base.length; c++) act.a[c] = base[c] * Math.exp(act.a[c]);
    }
    runProgram(program);
    return mean;
  }

  return {
    variables,
    residualCount: 3 * lights.length + BANDS + variables.length,
    reading,
    residuals(amounts, out) {
      reading(amounts);
      for (let l = 0; l < weights.length; l++) {
        partsUnder(l, out, 3 * l);
        for (let k = 3 * l; k < 3 * l + 3; k++) out[k] *= roots[l];
      }
      const at = 3 * weights.length;
      for (let i = 0; i < BANDS; i++) out[at + i] = spectral * (mean[i] - target.reflectance[i]);
      for (let v = 0; v < variables.length; v++) out[at + BANDS + v] = variables[v].load * amounts[v];
    },
    differences(amounts) {
      reading(amounts);
      return weights.map((_, l) => {
        partsUnder(l, parts, 0);
        return Math.hypot(parts[0], parts[1], parts[2]);
      });
    },
    miss(amounts) {
      reading(amounts);
      partsUnder(0, parts, 0);
      return parts.slice();
    },
    stackOf(amounts) {
      return empty.map((layer, i) => {
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
