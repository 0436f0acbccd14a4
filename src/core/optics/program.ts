import { BANDS } from '../colour/grid.ts';
import { absorptionRatio, DARKEST, filmOver, infiniteReflectance, LIGHTEST } from './kubelka-munk.ts';
import type { Surface } from './surface.ts';

/** What one act does to the internal reflectance of every tissue. */
export const ACT = {
  /** Colour in the wood: K/S grows by `a`. */
  colour: 0,
  /** K/S of everything so far times `a` (bleach, deepening by oil, what a reading showed beside the model). */
  scale: 1,
  /** A film over what is there: K X in `a`, S X in `b`. */
  film: 2,
  /** A clear film that lets through the share `a`, there and back. */
  tint: 3,
  /** A clear film with a dye in it: Napierian absorbance `a`. */
  veil: 4,
} as const;

export interface Act {
  code: (typeof ACT)[keyof typeof ACT];
  /** Index of the layer that it comes from; -1 for the preparation. */
  layer: number;
  /** tissues x 31 */
  a: Float64Array;
  /** tissues x 31, or empty for the acts that have one operand */
  b: Float64Array;
}

/** The board as it stands after a layer: the acts that make it of the raw wood, and the surface it is seen through. */
export interface Stage {
  /** From the wood up. */
  acts: readonly Act[];
  /** How many of the acts, from the first, are the whole of the stage before: it is built on. 0 when it is not. */
  carried: number;
  surface: Surface;
  /** Share of each tissue that metal flakes on top cover, 0-1. */
  flakes: readonly number[];
}

/** A board made ready for the kernel: numbers only, buffers included, so that a run allocates nothing. */
export interface Program {
  tissues: number;
  fractions: Float64Array;
  /** Internal reflectance of the raw tissues, tissues x 31. */
  start: Float64Array;
  /** Stage 0 is the raw board. */
  stages: readonly Stage[];
  /** Internal reflectance of each stage, stages x tissues x 31. */
  internal: Float64Array;
  /** Area-averaged dry reading of each stage, specular included, stages x 31. */
  mean: Float64Array;
  /** Scratch: K/S of the wood, tissues x 31. */
  ratio: Float64Array;
}

export function allocateProgram(fractions: ArrayLike<number>, start: Float64Array, stages: readonly Stage[]): Program {
  const tissues = fractions.length;
  const cells = tissues * BANDS;
  return {
    tissues,
    fractions: Float64Array.from(fractions),
    start,
    stages,
    internal: new Float64Array(stages.length * cells),
    mean: new Float64Array(stages.length * BANDS),
    ratio: new Float64Array(cells),
  };
}

/** Index of the last stage: the finished board. */
export const lastStage = (program: Program): number => program.stages.length - 1;
/** The internal reflectance of a stage, tissues x 31: a view that the next run overwrites. */
export const internalOf = ({ internal, tissues }: Program, stage: number): Float64Array =>
  internal.subarray(stage * tissues * BANDS, (stage + 1) * tissues * BANDS);
/** The reading of a stage, 31 values: a view that the next run overwrites. */
export const readingOf = ({ mean }: Program, stage: number): Float64Array =>
  mean.subarray(stage * BANDS, (stage + 1) * BANDS);

function readMean(program: Program, stage: number): void {
  const { tissues, fractions, internal, mean, stages } = program;
  const { k1, k2 } = stages[stage].surface;
  const gain = (1 - k1) * (1 - k2);
  const from = stage * tissues * BANDS;
  for (let i = 0; i < BANDS; i++) {
    let sum = 0;
    for (let t = 0; t < tissues; t++) {
      const rho = internal[from + t * BANDS + i];
      sum += fractions[t] * (k1 + (gain * rho) / (1 - k2 * rho));
    }
    mean[stage * BANDS + i] = sum;
  }
}

const inWood = (code: Act['code']) => code === ACT.colour || code === ACT.scale;

/**
 * One stage: fills its part of `internal` and `mean`. Acts in the wood work on K/S, films on reflectance; what is
 * carried over from the stage before is not worked out again. No allocation.
 * @param from first act to run: those before it are in the cells already
 */
function buildStage(program: Program, stage: number, from: number): void {
  const { tissues, stages, internal, ratio } = program;
  const cells = tissues * BANDS;
  const at = stage * cells;
  const { acts } = stages[stage];
  let k = from;
  while (k < acts.length) {
    if (inWood(acts[k].code)) {
      for (let c = 0; c < cells; c++) ratio[c] = absorptionRatio(internal[at + c]);
      for (; k < acts.length && inWood(acts[k].code); k++) {
        const { code, a } = acts[k];
        if (code === ACT.colour) for (let c = 0; c < cells; c++) ratio[c] += a[c];
        else for (let c = 0; c < cells; c++) ratio[c] *= a[c];
      }
      for (let c = 0; c < cells; c++) internal[at + c] = infiniteReflectance(Math.max(0, ratio[c]));
    } else {
      const { code, a, b } = acts[k];
      if (code === ACT.film) for (let c = 0; c < cells; c++) internal[at + c] = filmOver(a[c], b[c], internal[at + c]);
      else if (code === ACT.tint) for (let c = 0; c < cells; c++) internal[at + c] *= a[c];
      else for (let c = 0; c < cells; c++) internal[at + c] *= Math.exp(-2 * a[c]);
      k++;
    }
    for (let c = at; c < at + cells; c++) internal[c] = Math.min(LIGHTEST, Math.max(DARKEST, internal[c]));
  }
  readMean(program, stage);
}

/** One stage by itself, from the raw wood up. No allocation. */
export function runStage(program: Program, stage: number): void {
  program.internal.set(program.start, stage * program.start.length);
  buildStage(program, stage, 0);
}

/** The prediction kernel: fills `internal` and `mean` of the program for all stages. No allocation. */
export function runProgram(program: Program): void {
  const { stages, internal } = program;
  const cells = program.start.length;
  for (let s = 0; s < stages.length; s++) {
    const { carried } = stages[s];
    if (carried === 0) runStage(program, s);
    else {
      internal.copyWithin(s * cells, (s - 1) * cells, s * cells);
      buildStage(program, s, carried);
    }
  }
}
