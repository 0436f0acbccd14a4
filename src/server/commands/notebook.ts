import type { z } from 'zod';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import { unlessRefused } from '../../core/field-error.ts';
import { colourSaid } from '../../core/usual/said.ts';
import { recordCode } from '../../record/board/codes.ts';
import { noteOfMix, noteOfOldBoard, notesOfJob } from '../../record/notebook/notes.ts';
import { onTheShelf } from '../../record/shelf/materials.ts';
import type { NewSavedSearch, NotebookFound, NotebookQuery, Noted, NotedLight } from '../../shared/notebook.ts';
import type { Queries } from '../db/db.ts';
import { insertEvent } from '../repositories/events.ts';
import { faultsOfJobs } from '../repositories/faults.ts';
import { setArchived } from '../repositories/house.ts';
import { jobsById } from '../repositories/jobs.ts';
import {
  countDue,
  countNotes,
  insertSavedSearch,
  type NotesAsked,
  nearestNoted,
  newestNotes,
  noteOfBoardCode,
  notesNamed,
  replaceNotes,
  savedSearchById,
  takeDue,
  wordLike,
  wordsNowhere,
} from '../repositories/notebook.ts';
import { oldBoardsDated } from '../repositories/rack.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

/** Jobs that are noted in one go; and how long a search may note before it answers with what there is, ms. */
const [JOBS_AT_ONCE, NOTING_MS] = [4, 600];
/** What is due beside jobs. */
const [RACK, MIXES] = ['rack', 'mixes'];

/** Notes what has changed since it was noted, for a while. @returns how much is still to be noted */
export async function noteWhatChanged({ db }: Pick<Shop, 'db'>, ms = NOTING_MS): Promise<number> {
  const until = performance.now() + ms;
  let shelf: Awaited<ReturnType<typeof wholeShelf>> | null = null;
  do {
    const more = await db.transaction(async (tx) => {
      const due = await takeDue(tx, JOBS_AT_ONCE);
      if (due.length === 0) return false;
      shelf ??= await wholeShelf(tx);
      const known = shelf;
      const ids = due.filter((what) => what !== RACK && what !== MIXES);
      const [jobs, faults] = [await jobsById(tx, ids), await faultsOfJobs(tx, ids)];
      for (const id of ids) {
        const job = jobs.find((j) => j.id === id);
        // One that is put away, or whose layers are refused today, tells nothing.
        await replaceNotes(tx, { job: id }, (job && unlessRefused(() => notesOfJob(job, known, faults))) ?? []);
      }
      if (due.includes(RACK)) {
        const boards = onTheShelf(await oldBoardsDated(tx));
        await replaceNotes(
          tx,
          { kind: 'rack' },
          boards.map((board) => noteOfOldBoard(board, known, board.createdAt)),
        );
      }
      if (due.includes(MIXES))
        await replaceNotes(
          tx,
          { kind: 'batch' },
          onTheShelf(known.mixes).map((mix) => noteOfMix(mix, known)),
        );
      return true;
    });
    if (!more) return 0;
  } while (performance.now() < until);
  return countDue(db);
}

type Sought = NonNullable<NotebookFound['sought']>;
const BOARD_CODE = /(\d{1,9})\s*\/\s*([\p{L}\p{N}-]+-\d+)/u;

/** How something that is noted is called. */
const callOf = ({ job, board, label, kind }: Omit<Noted, 'away'>): string =>
  job && board ? recordCode(job.number, board.code) : label || (job ? `${job.customer}, ${kind}` : kind);

function colourNoted(note: Omit<Noted, 'away'> | undefined): Sought {
  if (!note?.lab) throw new Refusal(422, 'What is sought has no colour, or is no longer there.', 'near');
  return { lab: note.lab, grid: note.grid, name: callOf(note) };
}

/** The colour that a question names. @throws Refusal */
async function soughtBy(db: Queries, near: string): Promise<Sought> {
  const [how = '', ...rest] = near.split('/');
  const text = rest.join('/');
  if (how === 'noted') {
    const [kind = '', id = '', part = ''] = rest;
    const [note] = await notesNamed(db, [{ kind, id, part: Number(part) }]);
    return colourNoted(note);
  }
  if (how === 'lab') {
    const lab = text.split(',').map(Number) as Lab;
    return { lab, grid: null, name: `L* ${lab[0]}, a* ${lab[1]}, b* ${lab[2]}` };
  }
  if (how === 'spectrum') {
    const grid = text.split(',').map(Number);
    return { lab: labOf(grid), grid, name: 'a reading' };
  }
  const [code, job, board] = BOARD_CODE.exec(text) ?? [];
  const from = code ? colourNoted(await noteOfBoardCode(db, Number(job), board as string)) : null;
  const lab = colourSaid(from ? text.replace(code as string, '') : text, from?.lab);
  if (!lab)
    throw new Refusal(
      422,
      `“${text}” names no colour. Say one as on a label: dark walnut; or a board, and how it differs: 2/beech-1, a touch redder.`,
      'near',
    );
  return { lab, grid: null, name: text };
}

/** The colour that is sought as it looks under a light. @throws Refusal */
function under({ lab, grid }: Sought, light: NotedLight): Lab {
  if (light === 'D65') return lab;
  if (!grid)
    throw new Refusal(
      422,
      'A colour that is known for daylight alone cannot be looked for under another light.',
      'light',
    );
  return labOf(grid, { illuminant: light, observer: 10 });
}

/** How many are listed at once; the deepest that a list by colour goes; and how many are counted. */
const [AT_ONCE, DEEPEST, MOST_COUNTED] = [50, 2000, 10_000];

/** Words as they are asked, and what is taken for those that are nowhere. */
async function wordsTaken(db: Queries, words: string): Promise<{ words: string; taken: string | null }> {
  const each = words.match(/[\p{L}\p{N}’'-]+/gu) ?? [];
  const nowhere = each.length > 0 ? await wordsNowhere(db, each) : [];
  if (nowhere.length === 0) return { words, taken: null };
  let taken = words;
  for (const word of nowhere) {
    const like = await wordLike(db, word);
    if (like) taken = taken.replaceAll(word, like);
  }
  return { words: taken, taken: taken === words ? null : taken };
}

type Asked = NotesAsked & { within?: number | undefined };
/** What of a question can be let go. */
const LET_GO: readonly (keyof Asked)[] = [
  'within',
  'wood',
  'item',
  'lot',
  'person',
  'system',
  'verdict',
  'words',
  'from',
  'until',
];

/** What was ever made and said, found by its colour and by all else that is asked. */
export async function notebook({ db }: Shop, query: NotebookQuery): Promise<NotebookFound> {
  const behind = await noteWhatChanged({ db });
  const { near, light, skip, ...rest } = query;
  const { words, taken } = await wordsTaken(db, rest.words);
  const asked: Asked = { ...rest, words };
  const sought = near ? await soughtBy(db, near) : null;
  const lab = sought && under(sought, light);
  const find = async ({ within, ...by }: Asked, from: number, most: number): Promise<Noted[]> => {
    if (lab) return nearestNoted(db, { lab, light, within }, by, from, Math.min(most, DEEPEST - from));
    const notes = await notesNamed(db, await newestNotes(db, by, from, most));
    return notes.map((note) => ({ ...note, away: null }));
  };
  const found = await find(asked, skip, AT_ONCE + 1);
  const things = found.slice(0, AT_ONCE);
  const counted = asked.within === undefined ? await countNotes(db, asked, MOST_COUNTED + 1) : found.length + skip;
  const instead: NotebookFound['instead'] = [];
  if (things.length === 0 && skip === 0)
    for (const without of LET_GO) {
      if (!asked[without]) continue;
      const { [without]: _, within: __, ...others } = asked;
      const [nearest] = await find({ ...others, words: without === 'words' ? '' : words } as Asked, 0, 1);
      if (nearest) instead.push({ without, nearest });
    }
  return {
    things,
    count: Math.min(counted, MOST_COUNTED),
    countedAll: asked.within === undefined ? counted <= MOST_COUNTED : found.length <= AT_ONCE,
    next: found.length > AT_ONCE ? skip + AT_ONCE : null,
    sought,
    wordsTaken: taken,
    instead,
    behind,
  };
}

export async function saveSearch({ db }: Shop, by: Actor, input: NewSavedSearch): Promise<NewSavedSearch> {
  return db.transaction(async (tx) => {
    if (await insertSavedSearch(tx, input, by))
      await insertEvent(tx, { kind: 'added', by, item: `search/${input.id}`, detail: { name: input.name } });
    return (await savedSearchById(tx, input.id)) as z.infer<typeof NewSavedSearch>;
  });
}

async function markSearch({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<void> {
  await db.transaction(async (tx) => {
    const search = await savedSearchById(tx, id);
    if (!search) throw notFound('search');
    await setArchived(tx, 'saved_search', id, archived);
    const detail = { name: search.name };
    await insertEvent(tx, { kind: archived ? 'put away' : 'brought back', by, item: `search/${id}`, detail });
  });
}
export const archiveSearch = (shop: Shop, by: Actor, id: string) => markSearch(shop, by, id, true);
export const restoreSearch = (shop: Shop, by: Actor, id: string) => markSearch(shop, by, id, false);
