import { BANDS, type Spectrum, spectrum } from '../colour/grid.ts';
import { type Lab, labOf } from '../colour/lab.ts';
import { DAYLIGHT, type Light } from '../colour/lights.ts';
import type { Stack } from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';
import { internalOf, lastStage, type Program, readingOf, runProgram, runStage } from '../optics/program.ts';
import { glossIn, type Surface, throughSurface, WET } from '../optics/surface.ts';
import { type BoardOptions, compileStack } from './compile.ts';
import { clarityOf, contrastOf } from './figures.ts';
import type { TissueName } from './tissues.ts';
import { blotchOf, scaleToReading, type Wood } from './wood.ts';

export interface TissueColour {
  name: TissueName;
  fraction: number;
  /** Specular excluded: for pictures. */
  dry: Spectrum;
  wet: Spectrum;
}

/** The look of a board, expected or as measured. */
export interface Appearance {
  surface: Surface;
  /** Internal reflectance of the tissues, tissues x 31. */
  internal: Float64Array;
  /** Dry reading, specular included: as the instrument reads. */
  reading: Spectrum;
  /** L*a*b* of the reading under each light asked for. */
  labs: Lab[];
  /** The same while still wet. */
  wetReading: Spectrum;
  /** Area average without gloss: as the eye and the pictures see. */
  seen: Spectrum;
  tissues: TissueColour[];
}

/** The expected look after one layer (stage 0 is the raw board), and its figures under the first light asked for. */
export interface StageLook extends Appearance {
  /** CIEDE2000 between ground and grain. */
  contrast: number;
  /** Fine-scale spread of L* over that of the raw board. */
  clarity: number;
  /** Standard deviation of L* of the soft unevenness above 10 mm that the wood's uneven thirst makes. */
  blotch: number;
}

/** How the light falls: everywhere alike, along the grain so that metal flakes glint at the eye, or across it. */
export const FALLS = ['diffuse', 'along', 'across'] as const;
export type Falls = (typeof FALLS)[number];
/** What flakes send to the eye against what they send everywhere. Common practice: bright along, dull across; a guess. */
const GLINT: Record<Falls, number> = { diffuse: 1, along: 1.9, across: 0.55 };

export interface PredictOptions extends Omit<BoardOptions, 'thirst'> {
  /** Lights to give L*a*b* under; daylight (D65, 10 degrees) when none are named. */
  lights?: readonly Light[];
  /** How the pictures are lit; readings are of diffuse light (d/8). */
  falls?: Falls;
}

const wetOf = (dry: Surface): Surface => (dry.k2 > WET.k2 ? dry : WET);
/** Gloss taken out of the picture: (1 - k1) stays as a factor, the mirrored k1 goes. */
const seenThrough = (rho: number, s: Surface) => (1 - s.k1) * throughSurface(rho, { k1: 0, k2: s.k2 });

function lookOf(
  wood: Wood,
  internal: Float64Array,
  reading: Spectrum,
  surface: Surface,
  lights: readonly Light[] = [DAYLIGHT],
  glint: readonly number[] = [],
): Appearance {
  const wet = wetOf(surface);
  const tissues = wood.tissues.map((tissue, t): TissueColour => {
    const rho = internal.subarray(t * BANDS, (t + 1) * BANDS);
    return {
      name: tissue.name,
      fraction: tissue.fraction,
      dry: rho.map((r) => Math.min(1, (glint[t] ?? 1) * seenThrough(r, surface))),
      wet: rho.map((r) => Math.min(1, (glint[t] ?? 1) * seenThrough(r, wet))),
    };
  });
  const seen = spectrum();
  const wetReading = spectrum();
  for (const tissue of tissues)
    for (let i = 0; i < BANDS; i++) {
      seen[i] += tissue.fraction * tissue.dry[i];
      wetReading[i] += tissue.fraction * (tissue.wet[i] + wet.k1);
    }
  const labs = lights.map((light) => labOf(reading, light));
  return { surface, internal, reading, labs, wetReading, seen, tissues };
}

const looksOf = (program: Program, wood: Wood, lights?: readonly Light[], falls: Falls = 'diffuse'): Appearance[] =>
  program.stages.map(({ surface, flakes }, s) =>
    lookOf(
      wood,
      internalOf(program, s).slice(),
      readingOf(program, s).slice(),
      surface,
      lights,
      flakes.map((share) => 1 + share * (GLINT[falls] - 1)),
    ),
  );

/** L* of every stage on a place of the board that is so much thirstier than the rest. */
function lightnessAt(
  stack: Stack,
  wood: Wood,
  materials: Materials,
  options: PredictOptions,
  thirst: number,
): number[] {
  const program = compileStack(stack, wood, materials, { ...options, thirst });
  runProgram(program);
  return program.stages.map((_, s) => labOf(readingOf(program, s), options.lights?.[0] ?? DAYLIGHT)[0]);
}

/** Unevenness of every stage: what one standard deviation of the wood's thirst, up and down, makes of L*. */
function blotches(stack: Stack, wood: Wood, materials: Materials, options: PredictOptions): number[] {
  const deviation = blotchOf(wood);
  if (deviation === 0) return [0, ...stack.map(() => 0)];
  const [thirsty, sated] = [Math.exp(deviation), Math.exp(-deviation)].map((thirst) =>
    lightnessAt(stack, wood, materials, options, thirst),
  );
  return thirsty.map((v, s) => Math.abs(v - sated[s]) / 2);
}

/**
 * The look of the board after every layer of the stack; element 0 is the raw board, element n the finished one. Stages
 * that were measured are told as they were expected before; those after them follow from what was measured.
 * @throws FieldError when the stack or the preparation is refused
 */
export function predict(stack: Stack, wood: Wood, materials: Materials, options: PredictOptions = {}): StageLook[] {
  const { measured, lights, falls, ...board } = options;
  const last = Math.max(0, ...(measured ?? []).map((m) => m.layers));
  const run = (of: BoardOptions) => {
    const program = compileStack(stack, wood, materials, of);
    runProgram(program);
    return looksOf(program, wood, lights, falls);
  };
  const looks = run(board);
  if (measured && last > 0) looks.splice(last + 1, looks.length, ...run({ ...board, measured }).slice(last + 1));
  const uneven = blotches(stack, wood, materials, { ...board, ...(lights ? { lights } : {}) });
  const raw = looks[0].tissues;
  return looks.map((look, s) => ({
    ...look,
    contrast: contrastOf(look.tissues, lights?.[0]),
    clarity: clarityOf(raw, look.tissues, lights?.[0]),
    blotch: uneven[s],
  }));
}

/**
 * The finished reading alone, as the last look of {@link predict} has it: no picture, no figures.
 * @throws FieldError when the stack or the preparation is refused
 */
export function predictFinal(
  stack: Stack,
  wood: Wood,
  materials: Materials,
  { measured = [], ...board }: Omit<PredictOptions, 'lights' | 'falls'> = {},
): Spectrum {
  const finished = measured.some((m) => m.layers >= stack.length);
  const program = compileStack(stack, wood, materials, { ...board, measured: finished ? [] : measured });
  runStage(program, lastStage(program));
  return readingOf(program, lastStage(program)).slice();
}

/** An expected look brought to what was measured: the tissues keep their proportion, the average reads as measured. */
export function lookAsMeasured(look: Appearance, wood: Wood, reading: Spectrum): Appearance {
  const fractions = wood.tissues.map((t) => t.fraction);
  const surface = glossIn(reading, look.surface) > 0 ? look.surface : { ...look.surface, k1: 0 };
  return lookOf(wood, scaleToReading(look.internal, fractions, reading, surface), reading, surface);
}
