import { BANDS } from '../colour/grid.ts';
import { allocateProgram, type Program } from './program.ts';
import { scaleToReading } from './wood.ts';

/**
 * What is still to do of a program that has been run, on a board that has its first `layers` on and reads so: the
 * tissues at that stage are brought to the reading, the stages after it follow.
 * @param layers at least 1
 */
export function continueFrom(whole: Program, layers: number, reading: ArrayLike<number>): Program {
  const cells = whole.tissues * BANDS;
  const { surface } = whole.stages[layers - 1];
  const fractions = Array.from(whole.fractions);
  const now = whole.internal.slice(layers * cells, (layers + 1) * cells);
  return allocateProgram(
    fractions,
    scaleToReading(now, fractions, reading, surface),
    surface,
    whole.stages.slice(layers),
  );
}
