import { BANDS } from '../colour/grid.ts';
import { FieldError } from '../field-error.ts';
import { checkStack } from '../layers/check.ts';
import type { Stack } from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';
import { absorptionRatio, infiniteReflectance } from '../optics/kubelka-munk.ts';
import { allocateProgram, type Program, type Stage } from '../optics/program.ts';
import { applyLayer, conditioned } from './apply.ts';
import { columns } from './column.ts';
import { corrected } from './correct.ts';
import { checkPreparation, type Preparation, USUAL_PREPARATION } from './preparation.ts';
import { type BoardState, rawState, type Setup, type Tuning, UNTUNED, ZONE } from './state.ts';
import { checkWood, preparedTissues, type Wood, type Zone } from './wood.ts';

/** The board as it was read when its first `layers` were on. */
export interface MeasuredStages {
  /** 1 or more. */
  layers: number;
  /** Mean reading, 31 values, specular included. */
  reading: ArrayLike<number>;
}

export interface BoardOptions {
  preparation?: Preparation;
  tuning?: Tuning;
  /** Where on the piece; the face when it is not said. */
  zone?: Zone;
  /** Factor on the wood's thirst, 1 = as its tissues have it. */
  thirst?: number;
  /** How long the finished board has stood in daylight. */
  years?: number;
  /** Readings of this board, by the layers that were on: they correct what is expected of it from there. */
  measured?: readonly MeasuredStages[];
}

/** Years in which most of what wood yellows is done, and by how much K/S at the blue end grows. Common practice. */
const YELLOWING = { years: 8, most: 0.3, bands: 8 };

/** Internal reflectance of the raw tissues, tissues x 31: prepared, of the zone, and as old as the board. */
function rawTissues({ wood, preparation, zone }: Setup, years: number): Float64Array {
  const aged = YELLOWING.most * (1 - Math.exp(-years / YELLOWING.years));
  return preparedTissues(wood, preparation).map((rho, c) =>
    infiniteReflectance(
      absorptionRatio(rho) * ZONE[zone].shade * (1 + aged * Math.exp(-(c % BANDS) / YELLOWING.bands)),
    ),
  );
}

export interface Assembled {
  program: Program;
  /** The state of the board before each layer, and after the last: one more than layers. */
  states: readonly BoardState[];
}

/** A stack on a wood made ready for the kernel, unchecked: what may not be mixed is mixed all the same. */
export function assemble(stack: Stack, wood: Wood, materials: Materials, options: BoardOptions = {}): Assembled {
  const setup: Setup = {
    wood,
    materials,
    preparation: options.preparation ?? USUAL_PREPARATION,
    tuning: options.tuning ?? UNTUNED,
    zone: options.zone ?? 'face',
    thirst: options.thirst ?? 1,
  };
  const years = options.years ?? 0;
  const raw = rawState(setup);
  const start = setup.preparation.conditioner ? conditioned(raw, setup) : raw;
  const column = columns(setup, years);
  const states = [start];
  const stages: Stage[] = [column(start, null)];
  const young = options.measured?.length ? rawTissues(setup, 0) : null;
  stack.forEach((layer, at) => {
    let state = applyLayer(states[at], layer, at, setup);
    const reading = options.measured?.find((m) => m.layers === at + 1)?.reading;
    if (reading && young) state = corrected(state, setup, young, reading);
    states.push(state);
    stages.push(column(state, stages[at]));
  });
  const fractions = wood.tissues.map((t) => t.fraction);
  return { program: allocateProgram(fractions, rawTissues(setup, years), stages), states };
}

/** Refuses what cannot be predicted. @throws FieldError naming the field */
export function checkBoard(stack: Stack, wood: Wood, materials: Materials, options: BoardOptions = {}): void {
  checkStack(stack, materials);
  checkPreparation(options.preparation ?? USUAL_PREPARATION);
  checkWood(wood);
  if (!(options.years === undefined || (options.years >= 0 && options.years <= 100)))
    throw new FieldError('years', 'The years must lie between 0 and 100.');
}

/**
 * A stack on a wood made ready for the kernel: stage 0 is the raw board, stage n the board after its n-th layer.
 * @throws FieldError when the stack names unknown things or numbers out of bounds, or a spectrum is none
 */
export function compileStack(stack: Stack, wood: Wood, materials: Materials, options: BoardOptions = {}): Program {
  checkBoard(stack, wood, materials, options);
  return assemble(stack, wood, materials, options).program;
}
