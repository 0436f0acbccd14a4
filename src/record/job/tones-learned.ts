import { predict } from '../../core/board/predict.ts';
import type { Preparation } from '../../core/board/preparation.ts';
import type { Tuning } from '../../core/board/state.ts';
import { TONES, toneReading } from '../../core/board/tones.ts';
import type { Wood } from '../../core/board/wood.ts';
import { FieldError } from '../../core/field-error.ts';
import { isBlank, type Stack } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import type { TargetTones } from '../../core/match/problem.ts';
import type { Board } from '../../shared/board.ts';
import { isRead, stackAsMade } from '../board/stages.ts';
import { tonesRead } from './target.ts';

/** How much of what one board showed is carried to the next: the rest was that board's own. */
const CARRIED = 0.8;
const MOST = 2.5;

const kindsOf = (stack: Stack) =>
  stack
    .filter((l) => !isBlank(l))
    .map((l) => `${l.kind}/${l.method ?? ''}`)
    .join();

/** A board, and what it is for the model. */
interface BoardOnWood {
  board: Board;
  scaled: Wood;
  preparation: Preparation;
  tuning: Tuning;
}

/**
 * The tones to aim at so that those wanted come out: a board of the same wood and the same layers, whose ground and grain
 * were read, shows how far each tone turns out from what the model expects, band by band. What lies in the grain the face
 * tells little of, so that the learning from faces alone does not make this good.
 * @param models the finished boards of the wood, the newest last
 */
export function tonesToAimAt(
  materials: Materials,
  models: readonly BoardOnWood[],
  stack: Stack,
  wanted: TargetTones,
): TargetTones {
  const asked = kindsOf(stack);
  const like = models.findLast(({ board }) => {
    const made = stackAsMade(board);
    return isRead(board) && kindsOf(made) === asked && tonesRead(board.aside, made.length) !== null;
  });
  if (!like) return wanted;
  const made = stackAsMade(like.board);
  const read = tonesRead(like.board.aside, made.length);
  try {
    const { scaled, preparation, tuning } = like;
    const look = predict(made, scaled, materials, { preparation, tuning }).at(-1);
    if (!read || !look) return wanted;
    const [ground, grain] = TONES.map((tone) => {
      const expected = toneReading(scaled, look.internal, look.surface, tone);
      return wanted[tone].map((w, i) => {
        const off = ((expected[i] as number) / Math.max(1e-3, read[tone][i] as number)) ** CARRIED;
        return Math.min(1, w * Math.min(MOST, Math.max(1 / MOST, off)));
      });
    }) as [Float64Array, Float64Array];
    return { ...wanted, ground, grain };
  } catch (refused) {
    if (refused instanceof FieldError) return wanted;
    throw refused;
  }
}
