import { createHash, randomBytes } from 'node:crypto';
import type { z } from 'zod';
import { DAYLIGHT } from '../../core/colour/lights.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { type BoardModel, boardModel, openBench } from '../../record/job/bench.ts';
import { asItIs, boardFields } from '../../record/job/fields.ts';
import { faceOf, paintingOf } from '../../record/job/painting.ts';
import type { BracketAnswer, KeptBracket, NewAddress, NewBracket, OpenedAddress } from '../../shared/bracket.ts';
import type { Job } from '../../shared/job.ts';
import type { Queries } from '../db/db.ts';
import { boardPictures } from '../figure/board-pictures.ts';
import { seenOutside } from '../learning/looked-at.ts';
import {
  bracketById,
  bracketBySecret,
  insertBracket,
  setBracketAddress,
  setBracketAnswer,
} from '../repositories/brackets.ts';
import { insertEvent, repeatEvent } from '../repositories/events.ts';
import { house } from '../repositories/house.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { openJob, wholeJob } from './jobs.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

/** 128 bits that nobody guesses. */
const SECRET_BYTES = 16;
const hashOfSecret = (secret: string): string => createHash('sha256').update(secret).digest('hex');

type Bracket = NonNullable<Awaited<ReturnType<typeof bracketById>>>;
async function someBracket(db: Queries, id: string): Promise<Bracket> {
  const bracket = await bracketById(db, id);
  if (!bracket) throw notFound('bracket');
  return bracket;
}

/** Stands boards of a job beside each other for the customer to choose among. */
export async function standBracket({ db }: Shop, by: Actor, code: string, input: NewBracket): Promise<Job> {
  const job = await wholeJob(db, await openJob(db, code));
  const own = job.woods.flatMap((w) => w.boards);
  for (const { board } of input.boards) {
    const found = own.find((b) => b.id === board);
    if (!found) throw new Refusal(409, 'A bracket is of boards of this job.', 'boards');
    if (!found.recipe && found.readings.length === 0)
      throw new Refusal(409, `Board ${found.number} has no layers yet: there is nothing to choose.`, 'boards');
  }
  await db.transaction(async (tx) => {
    if (!(await insertBracket(tx, job.id, input))) return;
    await insertEvent(tx, {
      kind: 'bracket stood',
      by,
      job: job.id,
      detail: { says: input.boards.map((b) => b.says).join(', ') },
    });
  });
  return wholeJob(db, job.id);
}

/** Keeps what the customer chose; once. */
async function keepAnswer(db: Shop['db'], by: Actor, bracket: Bracket, answer: BracketAnswer): Promise<void> {
  const chosen = bracket.boards.find((b) => b.board === answer.board);
  if (!chosen) throw new Refusal(409, 'That board does not stand in this bracket.', 'board');
  await db.transaction(async (tx) => {
    if (!(await setBracketAnswer(tx, bracket.id, answer)))
      throw new Refusal(409, 'This was answered already: what was chosen stands.');
    const { words, initials, board } = answer;
    const detail = { says: chosen.says, words, initials };
    await insertEvent(tx, { kind: 'bracket answered', by, job: bracket.jobId, board, detail });
  });
}

/** What the customer chose, said at the shop: the screen was turned round, or the boards were on the table. */
export async function answerBracket({ db }: Shop, by: Actor, id: string, answer: BracketAnswer): Promise<Job> {
  const bracket = await someBracket(db, id);
  await keepAnswer(db, by, bracket, answer);
  return wholeJob(db, bracket.jobId);
}

/** Opens a one-time address for a bracket; of the secret in it only its hash is kept. */
export async function openBracket(
  { db, door }: Shop,
  by: Actor,
  id: string,
  { hours }: z.infer<typeof NewAddress>,
): Promise<OpenedAddress> {
  const bracket = await someBracket(db, id);
  if (!(await house(db)).customers)
    throw new Refusal(409, 'The shop is shut to its network. Let customers in under House, then open the address.');
  if (bracket.answer) throw new Refusal(409, 'This was answered already: stand another bracket.');
  const base = await door.open();
  const secret = randomBytes(SECRET_BYTES).toString('base64url');
  const until = await db.transaction(async (tx) => {
    await insertEvent(tx, { kind: 'bracket opened', by, job: bracket.jobId, detail: { hours } });
    return setBracketAddress(tx, id, { hash: hashOfSecret(secret), hours });
  });
  return { address: `${base}/${secret}`, until: until as string };
}

/** Shuts the address of a bracket: whoever has it sees nothing any more. */
export async function shutBracket({ db }: Shop, by: Actor, id: string): Promise<Job> {
  const bracket = await someBracket(db, id);
  await db.transaction(async (tx) => {
    await setBracketAddress(tx, id, null);
    await insertEvent(tx, { kind: 'bracket shut', by, job: bracket.jobId });
  });
  return wholeJob(db, bracket.jobId);
}

/** What an address shows: the boards as pictures, without figures. */
export interface ShownBracket {
  piece: string;
  boards: { board: string; says: string; wood: string; picture: Uint8Array }[];
}
/** How an address stands. */
export type AddressFound =
  | { state: 'open'; shown: ShownBracket }
  /** It was answered, or has run out. */
  | { state: 'used' | 'over' }
  | { state: 'unknown' };

/** Each board's picture as wide as a telephone shows it, in pixels. */
const PICTURE = [720, 240] as const;

/** A board's finished colour, as it was read or else as it is foreseen. */
function finishedPicture(bench: ReturnType<typeof openBench>, model: BoardModel) {
  const final = boardFields(bench, model).at(-1);
  if (!final) return null;
  return {
    face: faceOf(model.species, { seed: model.seed, texture: model.preparation.texture }, PICTURE),
    painting: paintingOf({ fields: [asItIs(final)], target: null, light: DAYLIGHT }),
  };
}

async function shownBracket(db: Queries, { jobId, boards }: Pick<KeptBracket, 'boards'> & { jobId: string }) {
  const job = await wholeJob(db, jobId);
  const bench = openBench(job, await wholeShelf(db), { ...NOTHING_LEARNED, seen: await seenOutside(db, jobId) });
  const drawn = boards.flatMap(({ board: id, says }) => {
    const wood = job.woods.find((w) => w.boards.some((b) => b.id === id));
    const board = wood?.boards.find((b) => b.id === id);
    const model = wood && board ? boardModel(bench, wood, board) : null;
    const drawing = model && finishedPicture(bench, model);
    return model && drawing ? [{ board: id, says, wood: model.name, drawing }] : [];
  });
  const pictures = await boardPictures(drawn.map((d) => d.drawing));
  return {
    piece: job.piece,
    boards: drawn.map(({ board, says, wood }, i) => ({ board, says, wood, picture: pictures[i] as Uint8Array })),
  };
}

/** The bracket that a secret opens; null where it opens none that can be answered. */
async function opened(db: Queries, secret: string): Promise<{ bracket: Bracket | null; state: AddressFound['state'] }> {
  const bracket = await bracketBySecret(db, hashOfSecret(secret));
  if (!bracket) return { bracket: null, state: 'unknown' };
  if (bracket.answer) return { bracket: null, state: 'used' };
  return bracket.openUntil ? { bracket, state: 'open' } : { bracket: null, state: 'over' };
}

/** What somebody sees who comes by an address. */
export async function lookByAddress({ db }: Shop, secret: string): Promise<AddressFound> {
  const { bracket, state } = await opened(db, secret);
  if (!bracket) return { state } as AddressFound;
  await db.transaction((tx) =>
    repeatEvent(tx, { kind: 'bracket seen', by: null, job: bracket.jobId, item: `bracket/${bracket.id}` }),
  );
  return { state: 'open', shown: await shownBracket(db, bracket) };
}

/** Keeps an answer that came by an address. */
export async function answerByAddress(
  { db }: Shop,
  secret: string,
  answer: BracketAnswer,
): Promise<AddressFound['state']> {
  const { bracket, state } = await opened(db, secret);
  if (bracket) await keepAnswer(db, null, bracket, answer);
  return state;
}
