import { predict } from '../board/predict.ts';
import type { Preparation } from '../board/preparation.ts';
import { UNTUNED } from '../board/state.ts';
import { scaleToBoard, type Wood } from '../board/wood.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { labOf } from '../colour/lab.ts';
import { FieldError } from '../field-error.ts';
import type { Layer } from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';

export interface FoundStrength {
  /** Times as strong as was written down. */
  factor: number;
  /** CIEDE2000 that is left: more than a little says that its colours are others. */
  miss: number;
}

/** A mix is looked for from a hundredth to a hundred times what was written down. */
const [WEAKEST, STRONGEST] = [0.01, 100];
const COARSE = 41;
const FINE_ROUNDS = 24;
/** A board that changed by less says nothing of strength. */
const LEAST_CHANGE = 0.5;

/**
 * How strong a mix is whose colours are known only against one another, from one board read before and after a coat of it.
 * @param layer with its colours in their ratio, at any strength
 * @throws FieldError where the board says nothing of strength
 */
export function strengthOfMix(
  layer: Layer,
  wood: Wood,
  materials: Materials,
  preparation: Preparation,
  read: { before: ArrayLike<number>; after: ArrayLike<number> },
): FoundStrength {
  const before = Float64Array.from(read.before);
  const after = labOf(Float64Array.from(read.after));
  if (deltaE00(labOf(before), after) < LEAST_CHANGE)
    throw new FieldError(
      'after',
      'The board hardly changed: it says nothing of strength. Try a paler board, or more coats.',
    );
  const board = scaleToBoard(wood, before);
  const colours = Object.entries(layer.colours);
  const missAt = (logFactor: number): number => {
    const factor = Math.exp(logFactor);
    const mixed = { ...layer, colours: Object.fromEntries(colours.map(([id, s]) => [id, s * factor])) };
    // Above its solubility a colour is looked at as if it dissolved: the finisher is told by what is found.
    const soluble = {
      ...materials,
      colourants: Object.fromEntries(
        Object.entries(materials.colourants).map(([id, c]) => [id, { ...c, maxStrength: Number.MAX_VALUE }]),
      ),
    };
    const looks = predict([mixed], board, soluble, { preparation, tuning: UNTUNED });
    return deltaE00(labOf(looks[1].reading), after);
  };
  const [low, high] = [Math.log(WEAKEST), Math.log(STRONGEST)];
  const step = (high - low) / (COARSE - 1);
  let at = low;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i < COARSE; i++) {
    const miss = missAt(low + i * step);
    if (miss < least) [at, least] = [low + i * step, miss];
  }
  // Golden section about the best.
  const golden = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [at - step, at + step];
  for (let i = 0; i < FINE_ROUNDS; i++) {
    const [p, q] = [b - golden * (b - a), a + golden * (b - a)];
    if (missAt(p) < missAt(q)) b = q;
    else a = p;
  }
  const found = (a + b) / 2;
  return { factor: Math.exp(found), miss: missAt(found) };
}
