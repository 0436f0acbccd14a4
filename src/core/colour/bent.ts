import { deltaE00 } from './ciede2000.ts';
import { type Spectrum, spectrum } from './grid.ts';
import { type Lab, labOf } from './lab.ts';
import { reflectanceFromLab } from './reconstruct.ts';
import { type Move, movedLab } from './shades.ts';

const ROUNDS = 12;
const CLOSE = 1e-3;

/**
 * A reading bent to a colour, as little as gives it, so that it still behaves as the wood that it was under other lights.
 * @param reading 31 reflectances @param wanted L*a*b* in daylight
 * @throws FieldError when no surface can have this colour
 */
export function bentTo(reading: Spectrum, wanted: Lab): Spectrum {
  // The ratio of the two smooth curves bends the reading; what that leaves is bent again.
  const will = reflectanceFromLab(wanted);
  let bent = spectrum(reading);
  for (let round = 0; round < ROUNDS && deltaE00(labOf(bent), wanted) > CLOSE; round++) {
    const was = reflectanceFromLab(labOf(bent));
    bent = bent.map((r, i) => Math.min(1, (r * (will[i] as number)) / (was[i] as number)));
  }
  return bent;
}

/** A reading moved by words, one after the other. @throws FieldError when no surface can have the colour asked for */
export const movedByWords = (reading: Spectrum, moves: readonly Move[]): Spectrum =>
  bentTo(reading, moves.reduce(movedLab, labOf(reading)));
