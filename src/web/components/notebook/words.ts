import { recordCode } from '../../../record/board/codes.ts';
import type { ColourKnown, Noted, NotedVerdict, NoteKind } from '../../../shared/notebook.ts';

export const KIND_WORDS: Readonly<Record<NoteKind, string>> = {
  board: 'Boards',
  rack: 'Rack',
  batch: 'Batches',
  recipe: 'Recipes',
  target: 'Targets',
  look: 'Looks',
  picture: 'Pictures',
  fault: 'Faults',
  approval: 'Approvals',
};
export const VERDICT_WORDS: Readonly<Record<NotedVerdict, string>> = {
  accepted: 'accepted',
  passed: 'matches',
  missed: 'missed',
  rejected: 'rejected',
  open: 'not judged yet',
};
export const KNOWN_WORDS: Readonly<Record<ColourKnown, string>> = {
  read: 'as read',
  typed: 'as typed',
  seen: 'as seen',
  foreseen: 'as foreseen',
};

/** What a thing of the notebook is called: a board by its code, else by what it is. */
export function notedName({ kind, job, board, label }: Noted): string {
  const where = job && board ? recordCode(job.number, board.code) : job ? `job ${job.number}` : '';
  switch (kind) {
    case 'board':
      return where;
    case 'batch':
      return where || label;
    case 'rack':
      return label;
    case 'target':
      return `Target of ${where}`;
    case 'recipe':
      return `Recipe of ${where}`;
    case 'look':
      return `Look at ${where}`;
    case 'picture':
      return `Picture of ${where || label}`;
    case 'fault':
      return `${label}, ${where}`;
    case 'approval':
      return `Approval of ${where}`;
  }
}

/** The place of the program where a thing lies. */
export function notedPlace({ kind, job, board }: Noted): string {
  if (!job) return kind === 'batch' ? '/shelf' : '/rack';
  const at = `/jobs/${job.number}`;
  if (kind === 'target') return `${at}/target`;
  if (kind === 'picture') return `${at}/picture`;
  if (!board) return at;
  return kind === 'batch' ? `${at}/work` : `${at}/boards?board=${board.code}`;
}

/** How something noted stands in an address. */
export const nearNoted = ({ kind, id, part }: Pick<Noted, 'kind' | 'id' | 'part'>): string =>
  `noted/${kind}/${id}/${part}`;
/** The notebook, sought near a thing. */
export const notebookNear = (noted: Pick<Noted, 'kind' | 'id' | 'part'>): string =>
  `/notebook?near=${encodeURIComponent(nearNoted(noted))}`;
