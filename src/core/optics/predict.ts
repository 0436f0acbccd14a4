import { BANDS, type Spectrum, spectrum } from '../colour/grid.ts';
import { type Lab, labOf } from '../colour/lab.ts';
import { DAYLIGHT, type Light } from '../colour/lights.ts';
import type { Stack } from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';
import { compileStack, type Tuning, UNTUNED } from './compile.ts';
import { continueFrom } from './continue.ts';
import { type Preparation, USUAL_PREPARATION } from './preparation.ts';
import { type Program, runProgram } from './program.ts';
import { glossIn, type Surface, throughSurface, WET } from './surface.ts';
import { scaleToReading, type TissueName, type Wood } from './wood.ts';

export interface TissueColour {
  name: TissueName;
  fraction: number;
  /** Specular excluded: for pictures. */
  dry: Spectrum;
  wet: Spectrum;
}

/** The expected look after one layer (stage 0 is the raw board). */
export interface StageLook {
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

export interface PredictOptions {
  preparation?: Preparation;
  tuning?: Tuning;
  /** Lights to give L*a*b* under; daylight (D65, 10 degrees) when none are named. */
  lights?: readonly Light[];
  /** The board has its first `layers` on and reads so: later stages are expected from there. */
  from?: { layers: number; reading: ArrayLike<number> };
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
): StageLook {
  const wet = wetOf(surface);
  const tissues = wood.tissues.map((tissue, t): TissueColour => {
    const rho = internal.subarray(t * BANDS, (t + 1) * BANDS);
    return {
      name: tissue.name,
      fraction: tissue.fraction,
      dry: rho.map((r) => seenThrough(r, surface)),
      wet: rho.map((r) => seenThrough(r, wet)),
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

/**
 * The look of the board after every layer of the stack; element 0 is the raw board, element n the finished one.
 * @throws FieldError when the stack or the preparation is refused
 */
export function predict(stack: Stack, wood: Wood, materials: Materials, options: PredictOptions = {}): StageLook[] {
  const whole = compileStack(
    stack,
    wood,
    materials,
    options.preparation ?? USUAL_PREPARATION,
    options.tuning ?? UNTUNED,
  );
  runProgram(whole);
  const { from, lights } = options;
  if (!from || from.layers === 0) return looksOf(whole, wood, lights);
  const rest = continueFrom(whole, from.layers, from.reading);
  runProgram(rest);
  return [...looksOf(whole, wood, lights).slice(0, from.layers + 1), ...looksOf(rest, wood, lights).slice(1)];
}

function looksOf(program: Program, wood: Wood, lights?: readonly Light[]): StageLook[] {
  const cells = program.tissues * BANDS;
  return [program.startSurface, ...program.stages.map((s) => s.surface)].map((surface, s) =>
    lookOf(
      wood,
      program.internal.slice(s * cells, (s + 1) * cells),
      program.mean.slice(s * BANDS, (s + 1) * BANDS),
      surface,
      lights,
    ),
  );
}

/** An expected look brought to what was measured: the tissues keep their proportion, the average reads as measured. */
export function lookAsMeasured(look: StageLook, wood: Wood, reading: Spectrum): StageLook {
  const fractions = wood.tissues.map((t) => t.fraction);
  const surface = glossIn(reading, look.surface) > 0 ? look.surface : { ...look.surface, k1: 0 };
  return lookOf(wood, scaleToReading(look.internal, fractions, reading, surface), reading, surface);
}
