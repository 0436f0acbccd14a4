import { BANDS } from '../colour/grid.ts';
import { FieldError } from '../field-error.ts';
import { KINDS } from '../kinds/index.ts';
import { checkStack } from '../layers/check.ts';
import { type Layer, methodOf, type Stack } from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';
import { absorptionRatio, infiniteReflectance } from '../optics/kubelka-munk.ts';
import { allocateProgram, type Program, type Stage } from '../optics/program.ts';
import { applyLayer, conditioned } from './apply.ts';
import { columns } from './column.ts';
import { corrected } from './correct.ts';
import { checkPreparation, type Preparation, USUAL_PREPARATION } from './preparation.ts';
import { type BoardState, rawState, type Setup, type Tuning, UNTUNED, ZONE } from './state.ts';
import { checkWood, type Figure, preparedTissues, type Wood, type Zone } from './wood.ts';

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

/**
 * What daylight makes of a wood in the long run: by how much K/S grows at the blue end, and on the whole. Most yellow and
 * darken; the dark ones pale. Common practice, no source.
 */
const AGES: Record<Figure, { blue: number; whole: number }> = {
  ash: { blue: 0.3, whole: 0.02 },
  oak: { blue: 0.25, whole: 0.05 },
  elm: { blue: 0.2, whole: 0.02 },
  beech: { blue: 0.3, whole: 0.03 },
  birch: { blue: 0.35, whole: 0.02 },
  maple: { blue: 0.4, whole: 0.02 },
  'curly-maple': { blue: 0.4, whole: 0.02 },
  cherry: { blue: 0.5, whole: 0.35 },
  walnut: { blue: 0.05, whole: -0.25 },
  sapele: { blue: 0.2, whole: 0.2 },
  mahogany: { blue: 0.2, whole: 0.2 },
  teak: { blue: 0.05, whole: -0.1 },
  alder: { blue: 0.3, whole: 0.05 },
  pine: { blue: 0.5, whole: 0.06 },
  spruce: { blue: 0.5, whole: 0.05 },
  fir: { blue: 0.45, whole: 0.08 },
};
/** Years in which most of it is done, and bands over which the blue end reaches. Common practice. */
const AGEING = { years: 8, bands: 8 };

/** Internal reflectance of the raw tissues, tissues x 31: prepared, of the zone, and as old as the board. */
function rawTissues({ wood, preparation, zone }: Setup, years: number): Float64Array {
  const done = 1 - Math.exp(-years / AGEING.years);
  const { blue, whole } = AGES[wood.figure];
  return preparedTissues(wood, preparation).map((rho, c) =>
    infiniteReflectance(
      absorptionRatio(rho) * ZONE[zone].shade * (1 + done * (whole + blue * Math.exp(-(c % BANDS) / AGEING.bands))),
    ),
  );
}

/** How far what a coat left is expected of the next of its colour on the same board. Common practice, no source. */
const SAME_AGAIN = 0.9;
/** Coats that are one another's like: of one kind, put on one way, in the same colours. */
const coatKey = (layer: Layer | undefined): string =>
  layer ? [layer.kind, methodOf(layer), ...Object.keys(layer.colours).sort()].join('/') : '';

/** The shop's knowledge, with what this board's own last coat of the same has told. */
function asTold(setup: Setup, { kind, colours }: Layer, log: number): Setup {
  if (log === 0) return setup;
  const more = Math.exp(log);
  const { tuning } = setup;
  if (KINDS[kind].is.wiped) {
    const film = { ...tuning.film, [kind]: (tuning.film[kind] ?? 1) * more };
    return { ...setup, tuning: { ...tuning, film } };
  }
  const uptake = { ...tuning.uptake };
  for (const id of Object.keys(colours)) uptake[id] = (uptake[id] ?? 1) * more;
  return { ...setup, tuning: { ...tuning, uptake } };
}

/** What one coat came to, and what it told of the next of its like. */
interface Coat {
  layer: Layer;
  state: BoardState;
  stage: Stage;
  /** By colour and way: by how much more than expected its last coat on this board left, in log. */
  told: ReadonlyMap<string, number>;
}

export interface Assembled {
  /** The state of the board before each layer, and after the last: one more than layers. */
  states: readonly BoardState[];
  /** As many: what the kernel makes of each. */
  stages: readonly Stage[];
  /** Internal reflectance of the raw tissues, tissues x 31. */
  start: Float64Array;
  coats: readonly Coat[];
  column: ReturnType<typeof columns>;
}

/** A board made ready for the kernel, with buffers of its own. */
export const programOf = ({ stages, start }: Assembled, { tissues }: Wood): Program =>
  allocateProgram(
    tissues.map((t) => t.fraction),
    start,
    stages,
  );

/**
 * A stack walked coat by coat, unchecked: what may not be mixed is mixed all the same.
 * @param like another stack on the same wood, of the same materials, with the same options: the first coats that are the
 * very same layers are taken from it
 */
export function assemble(
  stack: Stack,
  wood: Wood,
  materials: Materials,
  options: BoardOptions = {},
  like?: Assembled,
): Assembled {
  const setup: Setup = {
    wood,
    materials,
    preparation: options.preparation ?? USUAL_PREPARATION,
    tuning: options.tuning ?? UNTUNED,
    zone: options.zone ?? 'face',
    thirst: options.thirst ?? 1,
  };
  const years = options.years ?? 0;
  const column = like?.column ?? columns(setup, years);
  const raw = rawState(setup);
  const first = like?.states[0] ?? (setup.preparation.conditioner ? conditioned(raw, setup) : raw);
  const states = [first];
  const stages = [like?.stages[0] ?? column(first, null)];
  const coats: Coat[] = [];
  const add = (coat: Coat) => {
    states.push(coat.state);
    stages.push(coat.stage);
    coats.push(coat);
  };
  for (const coat of like?.coats ?? []) {
    if (coat.layer !== stack[coats.length]) break;
    add(coat);
  }
  const young = options.measured?.length ? rawTissues(setup, 0) : null;
  for (const layer of stack.slice(coats.length)) {
    const at = coats.length;
    const before = coats[at - 1]?.told;
    let state = applyLayer(states[at], layer, at, asTold(setup, layer, before?.get(coatKey(layer)) ?? 0));
    const told = new Map(before);
    const reading = options.measured?.find((m) => m.layers === at + 1)?.reading;
    if (reading && young) {
      const found = corrected(state, setup, young, reading, stack);
      state = found.state;
      for (const [layers, log] of found.logs) {
        const key = coatKey(stack[layers]);
        told.set(key, SAME_AGAIN * ((told.get(key) ?? 0) + log));
      }
    }
    add({ layer, state, stage: column(state, stages[at]), told });
  }
  return { states, stages, start: like?.start ?? rawTissues(setup, years), coats, column };
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
  return programOf(assemble(stack, wood, materials, options), wood);
}
