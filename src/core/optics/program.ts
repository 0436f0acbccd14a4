import { BANDS } from '../colour/grid.ts';
import { absorptionRatio, DARKEST, filmOver, infiniteReflectance, LIGHTEST } from './kubelka-munk.ts';
import type { Surface } from './surface.ts';

/** What one act does to the internal reflectance of every tissue. */
export const ACT = {
  /** Colour in the wood: K/S grows by `a`. */
  colour: 0,
  /** A film over what is there: K X in `a`, S X in `b`. */
  film: 1,
  /** A clear that swallows a little: reflectance times `a`. */
  tint: 2,
  /** Part `b` of the tissue is replaced by reflectance `a`. */
  replace: 3,
  /** The colour in the wood is reduced to the share `a`. */
  keep: 4,
  /** K/S of everything so far times `a` (bleach, deepening by oil, learned residual). */
  deepen: 5,
} as const;

export interface Act {
  code: (typeof ACT)[keyof typeof ACT];
  /** tissues x 31 */
  a: Float64Array;
  /** tissues x 31, or empty for the acts that have one operand */
  b: Float64Array;
}

export interface Stage {
  acts: Act[];
  surface: Surface;
}

/** A stack made ready for the kernel: numbers only, buffers included, so that a run allocates nothing. */
export interface Program {
  tissues: number;
  fractions: Float64Array;
  /** Internal reflectance of the raw tissues, tissues x 31. */
  start: Float64Array;
  startSurface: Surface;
  stages: Stage[];
  /** Internal reflectance after each stage, (stages + 1) x tissues x 31; stage 0 is the start. */
  internal: Float64Array;
  /** Area-averaged dry reading, specular included, (stages + 1) x 31. */
  mean: Float64Array;
  /** Scratch: K/S of the wood without and of the colour in it, tissues x 31. */
  base: Float64Array;
  added: Float64Array;
}

export function allocateProgram(
  fractions: ArrayLike<number>,
  start: Float64Array,
  startSurface: Surface,
  stages: Stage[],
): Program {
  const tissues = fractions.length;
  const cells = tissues * BANDS;
  return {
    tissues,
    fractions: Float64Array.from(fractions),
    start,
    startSurface,
    stages,
    internal: new Float64Array((stages.length + 1) * cells),
    mean: new Float64Array((stages.length + 1) * BANDS),
    base: new Float64Array(cells),
    added: new Float64Array(cells),
  };
}

function readMean(program: Program, stage: number, k1: number, k2: number): void {
  const { tissues, fractions, internal, mean } = program;
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

/**
 * The prediction kernel: fills `internal` and `mean` of the program. No allocation.
 * Colour in the wood is kept apart from the wood's own K/S so that it can be wiped or sanded back; a film on top
 * closes that account and whatever comes later works on what is there.
 */
export function runProgram(program: Program): void {
  const { tissues, start, stages, internal, base, added } = program;
  const cells = tissues * BANDS;
  internal.set(start);
  readMean(program, 0, program.startSurface.k1, program.startSurface.k2);
  let open = false;
  for (let s = 0; s < stages.length; s++) {
    const from = s * cells;
    const to = from + cells;
    for (let c = 0; c < cells; c++) internal[to + c] = internal[from + c];
    const { acts, surface } = stages[s];
    for (let k = 0; k < acts.length; k++) {
      const { code, a, b } = acts[k];
      if (code === ACT.colour || code === ACT.keep) {
        if (!open) {
          for (let c = 0; c < cells; c++) {
            base[c] = absorptionRatio(internal[to + c]);
            added[c] = 0;
          }
          open = true;
        }
        for (let c = 0; c < cells; c++) {
          const colour = code === ACT.colour ? added[c] + a[c] : added[c] * a[c];
          added[c] = colour;
          internal[to + c] = infiniteReflectance(base[c] + colour);
        }
      } else {
        open = false;
        if (code === ACT.film) {
          for (let c = 0; c < cells; c++) internal[to + c] = filmOver(a[c], b[c], internal[to + c]);
        } else if (code === ACT.tint) {
          for (let c = 0; c < cells; c++) internal[to + c] *= a[c];
        } else if (code === ACT.replace) {
          for (let c = 0; c < cells; c++) internal[to + c] += b[c] * (a[c] - internal[to + c]);
        } else {
          for (let c = 0; c < cells; c++)
            internal[to + c] = infiniteReflectance(absorptionRatio(internal[to + c]) * a[c]);
        }
      }
      for (let c = to; c < to + cells; c++) {
        internal[c] = Math.min(LIGHTEST, Math.max(DARKEST, internal[c]));
      }
    }
    readMean(program, s + 1, surface.k1, surface.k2);
  }
}
