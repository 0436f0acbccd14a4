import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { boardName } from '../../../record/board/plank.ts';
import { type BoardModel, boardModel } from '../../../record/job/bench.ts';
import { asItIs } from '../../../record/job/fields.ts';
import { BRACKET_LETTERS, type KeptBracket } from '../../../shared/bracket.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useBoardFields } from '../../hooks/looks.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';
import { Columns } from '../layout.tsx';

/** One board of a bracket, with what it is beside the others. */
export interface BracketBoard {
  id: string;
  letter: string;
  says: string;
  model: BoardModel;
}

/** The boards of a bracket in their order; one that is gone is left out. */
export const boardsOfBracket = (bench: OpenBench, { boards }: KeptBracket): BracketBoard[] =>
  boards.flatMap(({ board: id, says }, i) => {
    const wood = bench.job.woods.find((w) => w.boards.some((b) => b.id === id));
    const board = wood?.boards.find((b) => b.id === id);
    const model = wood && board ? boardModel(bench, wood, board) : null;
    return model ? [{ id, letter: BRACKET_LETTERS[i] ?? '', says, model }] : [];
  });

/** What a board of a bracket is called: by its letter, and what it is beside the others. */
export const bracketName = ({ letter, says, model }: BracketBoard): string =>
  `${letter}, ${says || boardName(model.board).toLowerCase()}`;

/** The finished colour of a board, as it was read or else as it is foreseen, alone. */
function Finished({ bench, model, height }: { bench: OpenBench; model: BoardModel; height: number }) {
  const fields = useBoardFields(bench, model);
  const final = fields.at(-1);
  if (!final) return null;
  return (
    <BoardPicture
      wood={model.species}
      texture={model.preparation.texture}
      seed={model.seed}
      fields={[asItIs(final)]}
      target={null}
      light={DAYLIGHT}
      height={height}
    />
  );
}

/** The boards of a bracket touching one another, without a figure. */
export function BracketBoards({
  bench,
  of,
  height,
}: {
  bench: OpenBench;
  of: readonly BracketBoard[];
  height: number;
}) {
  return (
    <Columns of={`repeat(${of.length}, minmax(0, 1fr))`} gap="none">
      {of.map(({ id, model }) => (
        <Finished key={id} bench={bench} model={model} height={height} />
      ))}
    </Columns>
  );
}
