import type { Preparation } from '../../core/board/preparation.ts';
import { scaleToBoard, type Wood } from '../../core/board/wood.ts';
import { meanSpectrum, type Spectrum } from '../../core/colour/grid.ts';
import { FieldError } from '../../core/field-error.ts';
import { nth } from '../../core/known.ts';
import { stageMean } from './stages.ts';

interface BoardOfWood {
  id: string;
  number: number;
  preparation: Preparation | null;
  /** Why it is set apart from its pile. */
  apart?: string | null;
  readings: readonly { stage: number | null; grid: readonly number[] }[];
}
interface WoodOfJob {
  preparation: Preparation;
  boards: readonly BoardOfWood[];
}

/** What a wood of a job is called. */
export const nameOfWood = (species: { name: string }, { label }: { label: string }): string =>
  label === '' ? species.name : `${species.name}, ${label}`;

/** The same, of a wood whose species may have gone from the shelf. */
export const woodNamed = (
  shelf: { species: readonly { id: string; name: string }[] },
  wood: { speciesId: string; label: string },
): string => nameOfWood(shelf.species.find((s) => s.id === wood.speciesId) ?? { name: wood.speciesId }, wood);

const LIGHTEST_WOOD = 1.2;
/** Why a raw reading cannot be a board's, in a sentence; null when it will do. */
export function rawTrouble(raw: ArrayLike<number>): string | null {
  const bad = Array.from(raw).findIndex((r) => !(r > 0 && r < LIGHTEST_WOOD));
  return bad < 0
    ? null
    : `The raw reading is ${(100 * nth(raw, bad)).toFixed(0)} % at ${400 + 10 * bad} nm: no wood reads so. Calibrate the instrument and read the board again.`;
}

/** A board's preparation: its own once colour is on, that of its wood before. */
export const preparationOf = (wood: WoodOfJob, board: BoardOfWood): Preparation =>
  board.preparation ?? wood.preparation;

/**
 * The raw colour to plan a board on: its own reading; before that, the mean of the job's boards of this wood; before
 * that, nothing but the species. Boards set apart from the pile do not count. The one place where this is decided: what is shown is what is kept.
 */
export function rawOf(wood: WoodOfJob, board: BoardOfWood): { raw: Spectrum | null; own: boolean } {
  const own = stageMean(board, 0);
  if (own) return { raw: own, own: true };
  const others = wood.boards.flatMap((b) => {
    if (b.apart) return [];
    const mean = stageMean(b, 0);
    return mean && !rawTrouble(mean) ? [mean] : [];
  });
  return { raw: others.length > 0 ? meanSpectrum(others) : null, own: false };
}

/** The wood of a board, and what stands in the way of using its raw reading. */
export interface BoardWood {
  scaled: Wood;
  /** Whether this board itself has been read raw. */
  rawKnown: boolean;
  trouble: string | null;
}

/** The species scaled to a board. A raw reading that cannot be used leaves the species' mean, and says so. */
export function woodOfBoard(species: Wood, wood: WoodOfJob, board: BoardOfWood): BoardWood {
  const { raw, own } = rawOf(wood, board);
  if (!raw) return { scaled: species, rawKnown: false, trouble: null };
  const trouble = rawTrouble(raw);
  if (trouble) return { scaled: species, rawKnown: false, trouble: `Board ${board.number}: ${trouble}` };
  try {
    return { scaled: scaleToBoard(species, raw, preparationOf(wood, board)), rawKnown: own, trouble: null };
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    return { scaled: species, rawKnown: false, trouble: `Board ${board.number}: ${error.message}` };
  }
}
