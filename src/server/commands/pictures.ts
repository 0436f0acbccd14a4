import { toldBy } from '../../core/picture/measure.ts';
import { everyBoard } from '../../record/board/plank.ts';
import { pictured, stageOf, TARGET } from '../../record/job/belief.ts';
import { knownInPicture } from '../../record/job/pictures.ts';
import type { Board } from '../../shared/board.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';
import {
  type KeptField,
  type KeptPicture,
  MOST_KEPT_PIXELS,
  MOST_PICTURES,
  type NewPicture,
} from '../../shared/picture.ts';
import type { Queries } from '../db/db.ts';
import { readPicture } from '../intake/picture-reader.ts';
import { stampEvidence } from '../repositories/boards.ts';
import { clockNow } from '../repositories/clock.ts';
import { insertEvent } from '../repositories/events.ts';
import { fileOfPicture, insertPicture, pictureById, setPictureDeleted } from '../repositories/pictures.ts';
import { insertReadings, readingsOfPicture, rememberStage, setReadingDeleted } from '../repositories/readings.ts';
import { atHand } from './held.ts';
import { labOnly } from './intake.ts';
import { openJob, wholeJob } from './jobs.ts';
import { mustBeInTheHand, mustHaveLight } from './looks.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

const boardsOf = ({ woods }: Job): Board[] => woods.flatMap(everyBoard);

/** What lies in a picture, with what is known of things from the rack. */
async function fieldsOf(db: Queries, job: Job, fields: NewPicture['fields']): Promise<KeptField[]> {
  const rack = fields.some((f) => f.thing === 'rack') ? await atHand(db, job.id) : [];
  return fields.map((field, i): KeptField => {
    if (field.thing !== 'rack') return field;
    const on = rack.find((t) => t.kind === field.kind && t.id === field.id);
    if (!on) throw new Refusal(422, 'That is not on the rack, or nothing is known of its colour.', `fields.${i}`);
    return { thing: 'rack', corners: field.corners, on };
  });
}

/** Every board that is named is of this job, and can lie there as it is. */
async function mustLieThere(db: Queries, job: Job, fields: readonly KeptField[]): Promise<void> {
  const things = fields.flatMap((field) => (field.thing === 'table' ? [] : (pictured(field) ?? [])));
  if (new Set(things).size < things.length)
    throw new Refusal(422, 'Each thing lies in a picture once: take a field away.', 'fields');
  for (const [i, field] of fields.entries()) {
    if (field.thing !== 'board') continue;
    const at = `fields.${i}`;
    const board = boardsOf(job).find((b) => b.id === field.board);
    if (!board) throw new Refusal(422, 'There is no such board in this job.', at);
    await mustBeInTheHand(db, board, field.stage, { dry: false, field: at });
  }
}

/**
 * A raw board of which nothing else tells has what the picture tells of it as its reading: a prediction begins there. It comes and
 * goes with the picture.
 */
async function readRaw(
  tx: Queries,
  by: Actor,
  job: Job,
  picture: Omit<KeptPicture, 'person' | 'bytes'>,
): Promise<void> {
  if (!picture.shot || !picture.fields.some((f) => f.thing === 'grey')) return;
  const raw = picture.fields.flatMap((field) => {
    const board = field.thing === 'board' && field.stage === 0 && boardsOf(job).find((b) => b.id === field.board);
    return board && !board.readings.some((r) => r.stage === 0) ? [board] : [];
  });
  if (raw.length === 0) return;
  const told = toldBy(picture.shot, knownInPicture(job, picture.fields));
  for (const board of raw) {
    const thing = told.things.find((t) => t.id === stageOf(board, 0));
    if (!thing) continue;
    const taking = {
      id: newId(),
      source: 'picture',
      takenAt: picture.takenAt,
      instrument: null,
      by,
      picture: picture.id,
    };
    const { readings } = labOnly('picture', thing.lab, { illuminant: 'D65', observer: 10 });
    await insertReadings(tx, { board: board.id, stage: 0, zone: 'face' }, taking, readings);
    await rememberStage(tx, board.id, 0);
  }
}

/** Keeps a picture of things of a job, and what it tells of them. */
export async function takePicture({ db, learning }: Shop, by: Actor, code: string, input: NewPicture): Promise<Job> {
  const id = await openJob(db, code);
  if (await pictureById(db, input.id)) return wholeJob(db, id);
  const job = await wholeJob(db, id);
  const { light, camera, words } = input;
  mustHaveLight(job, light);
  if (job.pictures.length >= MOST_PICTURES)
    throw new Refusal(409, `A job keeps ${MOST_PICTURES} pictures: take one out first.`, 'file');
  const swapOf = input.swapOf ?? null;
  if (swapOf && !job.pictures.some((p) => p.id === swapOf))
    throw new Refusal(422, 'There is no such picture in this job.', 'swapOf');
  const fields = await fieldsOf(db, job, input.fields);
  await mustLieThere(db, job, fields);
  const what = {
    greys: fields.flatMap((f) => (f.thing === 'grey' ? [f] : [])),
    things: fields.flatMap((f) => {
      const thing = pictured(f);
      return thing ? [{ id: thing, corners: f.corners }] : [];
    }),
    uncarded: TARGET,
  };
  const { jpeg, width, height, shot } = await readPicture(Buffer.from(input.file, 'base64'), what, MOST_KEPT_PIXELS);
  await db.transaction(async (tx) => {
    if (await pictureById(tx, input.id)) return;
    const { now } = await clockNow(tx);
    const picture = {
      id: input.id,
      light,
      camera,
      words,
      swapOf,
      width,
      height,
      fields,
      shot: shot as KeptPicture['shot'],
      takenAt: now,
    };
    await insertPicture(tx, id, picture, Buffer.from(jpeg), by);
    await readRaw(tx, by, job, picture);
    await stampPictured(tx, fields);
    await insertEvent(tx, { kind: 'picture taken', by, job: id, detail: detailOf(picture) });
  });
  learning.changed(id);
  return wholeJob(db, id);
}
const stampPictured = async (tx: Queries, fields: readonly KeptField[]): Promise<void> => {
  for (const field of fields) if (field.thing === 'board') await stampEvidence(tx, field.board);
};
const detailOf = ({ fields, shot, words, camera }: Pick<KeptPicture, 'fields' | 'shot' | 'words' | 'camera'>) => ({
  things: fields.filter((f) => f.thing !== 'grey' && f.thing !== 'table').length,
  told: shot !== null,
  words,
  camera,
});

export async function shownPicture(db: Queries, id: string): Promise<Buffer> {
  const file = await fileOfPicture(db, id);
  if (!file) throw notFound('picture');
  return file;
}

async function markPicture({ db, learning }: Shop, by: Actor, id: string, archived: boolean): Promise<Job> {
  const picture = await pictureById(db, id);
  if (!picture) throw notFound('picture');
  const { jobId: job, fields } = picture;
  await openJob(db, job);
  await db.transaction(async (tx) => {
    if (!(await setPictureDeleted(tx, id, archived))) return;
    for (const reading of await readingsOfPicture(tx, id)) await setReadingDeleted(tx, reading.id, archived);
    for (const field of fields) if (field.thing === 'board') await rememberStage(tx, field.board, field.stage);
    await stampPictured(tx, fields);
    const kind = archived ? 'picture taken out' : 'picture put back';
    await insertEvent(tx, { kind, by, job, detail: detailOf(picture) });
  });
  learning.changed(job);
  return wholeJob(db, job);
}
export const archivePicture = (shop: Shop, by: Actor, id: string) => markPicture(shop, by, id, true);
export const restorePicture = (shop: Shop, by: Actor, id: string) => markPicture(shop, by, id, false);
