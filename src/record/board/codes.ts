import type { Board } from '../../shared/board.ts';
import type { JobWood } from '../../shared/job.ts';
import { onTheWall } from './plank.ts';

/** A board's code within its job, as it stands on the label and in the address: `beech-2`. */
export const boardCode = (wood: string, number: number): string => `${wood}-${number}`;

/** The code of a wood within its job: its species, and what tells it from another of the same. */
export const woodCode = (speciesId: string, label: string): string =>
  [speciesId, ...(label.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [])].join('-');

/** A number that belongs to a name (FNV-1a), for what grows from a seed. */
export function seedOf(name: string): number {
  let h = 0x811c9dc5;
  for (const char of name) h = Math.imul(h ^ (char.codePointAt(0) as number), 0x01000193);
  return h >>> 1;
}

/** The wood and board that codes name, else the first wood and its newest board; null in a job without wood. */
export function findBoard(
  woods: readonly JobWood[],
  { wood: asked, board: code }: { wood: string | null; board: string | null },
): { wood: JobWood; board: Board } | null {
  for (const wood of woods)
    for (const board of [...wood.boards, ...wood.pieces])
      if (boardCode(wood.code, board.number) === code) return { wood, board };
  const wood = woods.find((w) => w.code === asked) ?? woods[0];
  const board = wood && (onTheWall(wood).at(-1) ?? wood.boards.at(-1));
  return wood && board ? { wood, board } : null;
}

/** What the code on paper says, and no address: the job and the board. */
export const recordCode = (job: number, board: string): string => `${job}/${board}`;
/** The job and the board that a code names; null where it is no code of ours. */
export function codeScanned(text: string): { job: number; board: string } | null {
  const [, job, board] = /^\s*(\d{1,9})\s*\/\s*([\p{L}\p{N}-]+-\d+)\s*$/u.exec(text) ?? [];
  return job && board ? { job: Number(job), board } : null;
}
