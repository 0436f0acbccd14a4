import { preparationBySchools } from '../../core/rules/defaults.ts';
import { woodCode } from '../../record/board/codes.ts';
import type { Job, JobChange, NewJob, NewVersions, NewWood } from '../../shared/job.ts';
import type { RepeatInput } from '../../shared/notebook.ts';
import type { NewPart, Part, PartChange } from '../../shared/part.ts';
import type { Queries } from '../db/db.ts';
import { insertBoard } from '../repositories/boards.ts';
import { insertEvent, repeatEvent } from '../repositories/events.ts';
import { house } from '../repositories/house.ts';
import {
  findJob,
  insertJob,
  insertWood,
  jobById,
  setJobDeleted,
  setRepeated,
  updateJob,
  updateWood,
  woodById,
} from '../repositories/jobs.ts';
import { insertPart, partById, setPartDeleted, updatePart } from '../repositories/parts.ts';
import { speciesById } from '../repositories/shelf.ts';
import { insertVersion, setVersionPutAway, versionById } from '../repositories/versions.ts';
import { Conflict, notFound, Refusal } from './refusal.ts';
import { type Actor, mustBeAtWork, type Shop } from './shop.ts';

/** The id of a job that is at work, by its id or number. */
export async function openJob(db: Queries, code: string): Promise<string> {
  const job = await findJob(db, code);
  if (!job) throw notFound('job');
  mustBeAtWork(job);
  return job.id;
}

/** A job whole; one that was put away is not there. */
export async function wholeJob(db: Queries, code: string): Promise<Job> {
  const job = await findJob(db, code);
  const whole = job && (await jobById(db, job.id));
  if (!whole) throw notFound('job');
  return whole;
}

export async function startJob({ db }: Shop, by: Actor, input: NewJob): Promise<Job> {
  await db.transaction(async (tx) => {
    if (await insertJob(tx, input)) await insertEvent(tx, { kind: 'job started', by, job: input.id });
  });
  return wholeJob(db, input.id);
}

const editable = (job: Job) => {
  const { customer, piece, tolerance, lights, grainTolerance, wishes, supplies, retainPlace, customerNote } = job;
  return {
    customer,
    piece,
    tolerance,
    lights,
    grainTolerance,
    wishes,
    supplies,
    retainPlace,
    customerNote,
    handedOver: job.handedOverAt !== null,
  };
};

export async function changeJob({ db }: Shop, by: Actor, code: string, change: JobChange): Promise<Job> {
  const id = await openJob(db, code);
  await db.transaction(async (tx) => {
    const was = await wholeJob(tx, id);
    if (!(await updateJob(tx, id, change)))
      throw new Conflict('This job', { version: was.version, value: editable(was) });
    const { version: _, ...now } = change;
    await insertEvent(tx, { kind: 'job changed', by, job: id, detail: { was: editable(was), now } });
  });
  return wholeJob(db, id);
}

async function markJob({ db }: Shop, by: Actor, code: string, archived: boolean): Promise<void> {
  const job = await findJob(db, code);
  if (!job) throw notFound('job');
  if (job.putAway === archived) return;
  await db.transaction(async (tx) => {
    await setJobDeleted(tx, job.id, archived);
    await insertEvent(tx, { kind: archived ? 'job put away' : 'job brought back', by, job: job.id });
  });
}
export const archiveJob = (shop: Shop, by: Actor, code: string) => markJob(shop, by, code, true);
export const restoreJob = (shop: Shop, by: Actor, code: string) => markJob(shop, by, code, false);

/** A wood of the job, with its first board. */
export async function addWood({ db }: Shop, by: Actor, code: string, input: NewWood): Promise<Job> {
  const job = await openJob(db, code);
  const { id, boardId, speciesId, label } = input;
  const species = await speciesById(db, speciesId);
  if (!species || species.archived)
    throw new Refusal(422, `There is no wood “${speciesId}” on the shelf.`, 'speciesId');
  await db.transaction(async (tx) => {
    const code = woodCode(speciesId, label);
    const preparation = preparationBySchools((await house(tx)).schools, species);
    if (!(await insertWood(tx, { id, job, species: speciesId, code, label, preparation }))) {
      if (await woodById(tx, id)) return;
      throw label === ''
        ? new Refusal(409, 'This wood is already part of the job. Say what tells the other one from it.', 'label')
        : new Refusal(409, `The job has ${species.name}, ${label} already.`, 'label');
    }
    await insertBoard(tx, boardId, id);
    await insertEvent(tx, { kind: 'wood added', by, job, board: boardId, detail: { speciesId: code } });
  });
  return wholeJob(db, job);
}

const WOOD_EVENTS = {
  preparation: 'preparation set',
  draft: 'layers drafted',
  offcuts: 'offcuts counted',
} as const;
const NAMES = { preparation: 'The preparation', draft: 'The stack of layers', offcuts: 'The number of offcuts' };

/** One of the three things of a wood that are edited apart, as it is to be, on the version that was edited. */
interface OnWood {
  what: keyof typeof WOOD_EVENTS;
  version: number;
  value: unknown;
}
/** Puts it there; the wood as it was, and the new version. @throws Conflict */
async function putOnWood(tx: Queries, id: string, { what, version, value }: OnWood) {
  const wood = await woodById(tx, id);
  if (!wood) throw notFound('wood');
  mustBeAtWork(wood);
  const now = await updateWood(tx, id, what, version, value);
  if (now === null) throw new Conflict(NAMES[what], { version: wood[`${what}Version`], value: wood[what] });
  return { wood, now };
}
/** Sets it; its new version. */
export async function setOnWood({ db }: Shop, by: Actor, id: string, on: OnWood): Promise<{ version: number }> {
  return db.transaction(async (tx) => {
    const { wood, now } = await putOnWood(tx, id, on);
    const { what, value } = on;
    const { jobId: job, code: speciesId } = wood;
    const event = { kind: WOOD_EVENTS[what], by, job };
    if (what === 'draft') {
      const layers = (value as { kind: string }[]).map((l) => l.kind);
      await repeatEvent(tx, { ...event, item: `draft/${id}`, detail: { speciesId, layers } });
    } else if (what === 'offcuts') await insertEvent(tx, { ...event, detail: { speciesId, offcuts: value } });
    else await insertEvent(tx, { ...event, detail: { speciesId, was: wood.preparation, now: value } });
    return { version: now };
  });
}

/** The layers of a board that was made before become the draft of a wood, and it is kept whose they are. */
export async function repeatLayers(
  { db }: Shop,
  by: Actor,
  id: string,
  { version, stack, of }: RepeatInput,
): Promise<{ version: number }> {
  return db.transaction(async (tx) => {
    const { wood, now } = await putOnWood(tx, id, { what: 'draft', version, value: stack });
    await setRepeated(tx, id, of);
    const detail = { of: of?.code, how: of?.how, speciesId: wood.code, layers: stack.map((l) => l.kind) };
    await insertEvent(tx, { kind: of ? 'layers repeated' : 'layers drafted', by, job: wood.jobId, detail });
    return { version: now };
  });
}

/** A zone with layers of its own is of a part of the same job that is no such zone itself. */
function mustBeZoneOf(parts: readonly Pick<Part, 'id' | 'zoneOf'>[], id: string, zoneOf: string | null | undefined) {
  if (!zoneOf) return;
  const whole = parts.find((p) => p.id === zoneOf);
  if (!whole || whole.id === id) throw new Refusal(422, 'A zone is of another part of this job.', 'zoneOf');
  if (whole.zoneOf !== null || parts.some((p) => p.zoneOf === id))
    throw new Refusal(422, 'A zone is of a whole part, and has no zones itself.', 'zoneOf');
}

export async function addParts({ db }: Shop, by: Actor, code: string, parts: readonly NewPart[]): Promise<Job> {
  const job = await openJob(db, code);
  const { woods, parts: there } = await wholeJob(db, job);
  await db.transaction(async (tx) => {
    for (const part of parts) {
      mustBeZoneOf([...there, ...parts], part.id, part.zoneOf);
      if (part.woodId !== null && !woods.some((w) => w.id === part.woodId))
        throw new Refusal(422, `${part.name}: its wood is none of this job.`, 'woodId');
      if (await insertPart(tx, job, part))
        await insertEvent(tx, { kind: 'part added', by, job, detail: { name: part.name, count: part.count } });
    }
  });
  return wholeJob(db, job);
}

async function partAtWork(db: Queries, id: string) {
  const part = await partById(db, id);
  if (!part) throw notFound('part');
  mustBeAtWork(part);
  return part;
}

export async function changePart({ db }: Shop, by: Actor, id: string, change: PartChange): Promise<Job> {
  const { jobId: job } = await partAtWork(db, id);
  const { woods, parts } = await wholeJob(db, job);
  if (change.woodId && !woods.some((w) => w.id === change.woodId))
    throw new Refusal(422, 'This wood is none of this job.', 'woodId');
  mustBeZoneOf(parts, id, change.zoneOf);
  await db.transaction(async (tx) => {
    const { jobId: _, deleted: __, putAway: ___, ...was } = await partAtWork(tx, id);
    if (!(await updatePart(tx, id, change))) throw new Conflict(was.name, { version: was.version, value: was });
    const { version: ____, ...now } = change;
    await insertEvent(tx, { kind: 'part changed', by, job, detail: { name: was.name, was, now } });
  });
  return wholeJob(db, job);
}

async function markPart({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<void> {
  await db.transaction(async (tx) => {
    const part = await partAtWork(tx, id);
    if (part.deleted === archived) return;
    await setPartDeleted(tx, id, archived);
    const kind = archived ? 'part taken out' : 'part put back';
    await insertEvent(tx, { kind, by, job: part.jobId, detail: { name: part.name } });
  });
}
export const archivePart = (shop: Shop, by: Actor, id: string) => markPart(shop, by, id, true);
export const restorePart = (shop: Shop, by: Actor, id: string) => markPart(shop, by, id, false);

/** Keeps versions of a wood's layers by name: one, or the two of a branch. */
export async function keepVersions({ db }: Shop, by: Actor, id: string, { versions }: NewVersions): Promise<Job> {
  const wood = await woodById(db, id);
  if (!wood) throw notFound('wood');
  mustBeAtWork(wood);
  await db.transaction(async (tx) => {
    for (const version of versions)
      if (await insertVersion(tx, id, version, by))
        await insertEvent(tx, {
          kind: 'version kept',
          by,
          job: wood.jobId,
          detail: { name: version.name, wood: wood.code },
        });
  });
  return wholeJob(db, wood.jobId);
}

async function markVersion({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<void> {
  await db.transaction(async (tx) => {
    const version = await versionById(tx, id);
    const wood = version && (await woodById(tx, version.woodId));
    if (!version || !wood) throw notFound('version');
    mustBeAtWork(wood);
    if (version.putAway === archived) return;
    await setVersionPutAway(tx, id, archived);
    const kind = archived ? 'version put away' : 'version brought back';
    await insertEvent(tx, { kind, by, job: wood.jobId, detail: { name: version.name, wood: wood.code } });
  });
}
export const archiveVersion = (shop: Shop, by: Actor, id: string) => markVersion(shop, by, id, true);
export const restoreVersion = (shop: Shop, by: Actor, id: string) => markVersion(shop, by, id, false);
