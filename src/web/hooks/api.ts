import { useEffect } from 'react';
import useSWR, { mutate } from 'swr';
import { type z, z as zod } from 'zod';
import { Board, StageRead } from '../../shared/board.ts';
import { ClockRail } from '../../shared/clock-rail.ts';
import { Story } from '../../shared/event.ts';
import { FaultsFound } from '../../shared/fault.ts';
import { House } from '../../shared/house.ts';
import { Job, JobList } from '../../shared/job.ts';
import { KeptKnowledge } from '../../shared/knowledge.ts';
import { OldBoard } from '../../shared/old-board.ts';
import { ProblemDetails } from '../../shared/problem-details.ts';
import { Grids, type ReadingInput, SamplePieces, type Spot } from '../../shared/reading.ts';
import '../../shared/sentences.ts';
import { Experience } from '../../shared/sheet.ts';
import { NextBoards, Shelf } from '../../shared/shelf.ts';
import { SnapshotLook, Snapshots } from '../../shared/snapshot.ts';
import { KeptSystems } from '../../shared/system.ts';
import { personHere } from './person.ts';

/** A refusal by the server, with the sentence for the finisher and the field it is about. */
export class Refused extends Error {
  readonly field?: string;
  /** What the record is now, where it was changed meanwhile. */
  readonly current?: { version: number; value: unknown };
  constructor({ detail, field, current }: ProblemDetails) {
    super(detail);
    this.field = field;
    this.current = current && { version: current.version, value: current.value };
  }
}

/** What is no number crosses as its word: as null it would be taken for nothing, and not refused. */
const asTyped = (_: string, value: unknown) =>
  typeof value === 'number' && !Number.isFinite(value) ? String(value) : value;

export async function send(method: string, path: string, body?: unknown): Promise<unknown> {
  const person = personHere();
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers: { 'content-type': 'application/json', ...(person ? { 'urushi-person': person } : {}) },
      body: body === undefined ? undefined : JSON.stringify(body, asTyped),
    });
  } catch {
    throw new Error('The Urushi server does not answer. What you typed is still here; start the server and try again.');
  }
  if (response.status === 204) return null;
  const answer = await response.json().catch(() => null);
  if (response.ok) return answer;
  const problem = ProblemDetails.safeParse(answer);
  throw problem.success ? new Refused(problem.data) : new Error('The server gave an answer that makes no sense.');
}

const isKnowledge = (key: string) => key.endsWith('/knowledge');
const isStory = (key: string) => key.endsWith('/story');
const isClock = (key: string) => key.startsWith('/clock');
const isJob = (key: string) => (key.startsWith('/jobs') && !isKnowledge(key) && !isStory(key)) || isClock(key);

/** By the first part of its path: what a change moves, and whether there is something to learn from it. */
const MOVED: Record<string, { moves: (key: string) => boolean; teaches: boolean }> = {
  jobs: { moves: isJob, teaches: false },
  woods: { moves: isJob, teaches: false },
  parts: { moves: isJob, teaches: false },
  versions: { moves: isJob, teaches: false },
  boards: { moves: isJob, teaches: true },
  coats: { moves: isJob, teaches: true },
  mixes: { moves: (key) => key === '/shelf', teaches: false },
  systems: { moves: (key) => key === '/systems', teaches: false },
  faults: { moves: (key) => key === '/faults', teaches: false },
  lots: { moves: (key) => key === '/shelf', teaches: false },
  supplies: { moves: (key) => key === '/shelf', teaches: false },
  readings: { moves: isJob, teaches: true },
  clock: { moves: isClock, teaches: false },
  rack: { moves: (key) => key === '/rack', teaches: true },
  people: { moves: (key) => key === '/house', teaches: false },
  instruments: { moves: (key) => key === '/house', teaches: false },
  house: { moves: (key) => key === '/house' || key === '/house/snapshots' || isClock(key), teaches: false },
  // What is left of the paths belongs to the shelf.
  shelf: { moves: (key) => key === '/shelf', teaches: true },
};
const movedBy = (path: string) => MOVED[path.split('/')[1] ?? ''] ?? (MOVED.shelf as (typeof MOVED)[string]);

/** A change of what is in the cache overtakes a fetch that is under way: where nothing is known yet, it is asked for again. */
const UNLESS_UNKNOWN = { revalidate: (data: unknown) => data === undefined };

/** What was known is behind the record now: it stays in sight, and the server is asked to learn (see `useKnowledge`). */
const knowledgeIsBehind = () =>
  mutate<KeptKnowledge>(
    (key) => typeof key === 'string' && isKnowledge(key),
    (known) => known && { ...known, stale: 'job' },
    UNLESS_UNKNOWN,
  );
const fetchAgain = (which: (key: string) => boolean) => mutate((key) => typeof key === 'string' && which(key));

/** Much came to the shelf at once, each by itself: it is fetched afresh, and there is something to learn. */
export async function shelfCameIn(): Promise<void> {
  await knowledgeIsBehind();
  await fetchAgain((key) => key === '/shelf');
}

/** The whole record is another: all that is in sight is fetched afresh. */
export const fetchEverything = () => mutate(() => true);

/** A change: sent, then what it moved is fetched afresh where it is in sight, and nothing else. */
export async function change<T extends z.ZodType>(
  method: string,
  path: string,
  body?: unknown,
  shape?: T,
): Promise<z.infer<T>> {
  const answer = await send(method, path, body);
  const { moves, teaches } = movedBy(path);
  if (teaches) await knowledgeIsBehind();
  await fetchAgain((key) => moves(key) || isStory(key));
  return (shape ? shape.parse(answer) : answer) as z.infer<T>;
}

const withBoard = (job: Job, board: Board): Job => ({
  ...job,
  woods: job.woods.map((wood) => ({ ...wood, boards: wood.boards.map((b) => (b.id === board.id ? board : b)) })),
});

const showBoard = (board: Board) =>
  mutate<Job>(
    (key) => typeof key === 'string' && /^\/jobs\/\d+$/.test(key),
    (job) => job && withBoard(job, board),
    UNLESS_UNKNOWN,
  );

/** The board as it is now: the job in hand takes it in without being fetched again, and there is something to learn. */
async function takeIn(board: Board): Promise<void> {
  await showBoard(board);
  await knowledgeIsBehind();
  await fetchAgain(isStory);
}

/** A change of a board, answered with the board. */
export async function changeBoard(method: string, path: string, body?: unknown): Promise<Board> {
  const board = Board.parse(await send(method, path, body));
  await takeIn(board);
  // What is on dries.
  await fetchAgain(isClock);
  return board;
}

/** A step of a mix sheet done or taken back, or a batch changed: it teaches nothing, and a pour takes from a lot of the shelf. */
export async function changeSteps(method: string, path: string, body?: unknown): Promise<Board> {
  const board = Board.parse(await send(method, path, body));
  await showBoard(board);
  await fetchAgain((key) => key === '/shelf' || isStory(key));
  return board;
}

/** Reads a stage of a board (0 = raw): two requests with the learning that follows. */
export async function readStage(
  board: string,
  stage: number,
  reading: ReadingInput,
  zone: Spot = 'face',
): Promise<StageRead> {
  const answer = StageRead.parse(await send('POST', `/boards/${board}/readings`, { stage, zone, reading }));
  await takeIn(answer.board);
  return answer;
}

export function useResource<T extends z.ZodType>(path: string | null, shape: T, every?: number) {
  return useSWR<z.infer<T>, Error>(path, async (p: string) => shape.parse(await send('GET', p)), {
    revalidateOnFocus: every !== undefined,
    keepPreviousData: true,
    ...(every === undefined ? {} : { refreshInterval: every }),
  });
}

/** The newest jobs, or those before a number. */
/** @param query as the address of the page has it */
export const useJobs = (query: string) => useResource(query ? `/jobs?${query}` : '/jobs', JobList);
export const useJob = (number: string | undefined) => useResource(number ? `/jobs/${number}` : null, Job);
export const useShelf = () => useResource('/shelf', Shelf);
/** Asked anew whenever a rung was added: `stamp` is anything that changes with the shelf. */
export const useNextBoards = (stamp: number) => useResource(`/shelf/next-boards?after=${stamp}`, NextBoards);
/** What the shop has seen of its products: the waits that it kept. */
export const useExperience = () => useResource('/shelf/experience', zod.array(Experience));
/** What went wrong in this shop, the newest first. */
export const useFaults = () => useResource('/faults', FaultsFound);
export const useSystems = () => useResource('/systems', KeptSystems);
export const MINUTE = 60_000;
/** What the rail tells of the clock; it is looked at again each minute. */
export const useRail = () => useResource('/clock/rail', ClockRail, MINUTE);
export const useHouse = () => useResource('/house', House);
export const useSnapshots = () => useResource('/house/snapshots', Snapshots);
export const useSnapshotLook = (name: string) => useResource(`/house/snapshots/${name}`, SnapshotLook);
export const useRack = () => useResource('/rack', zod.array(OldBoard));
export const useGrids = (board: string) => useResource(`/boards/${board}/grids`, Grids);
/** Whether the simulated bench stands in this shop. */
export const useSimulated = (): boolean => useHouse().data?.simulated ?? false;
export const useSamplePieces = () => useResource('/instrument/pieces', SamplePieces);
export const useStory = (path: string | null) => useResource(path, Story);

/** What is known for a job. Where there is more to learn the server is asked to learn it, and what was known stays. */
export function useKnowledge(number: string | undefined) {
  const path = number ? `/jobs/${number}/knowledge` : null;
  const known = useResource(path, KeptKnowledge);
  const { data } = known;
  useEffect(() => {
    if (!path || !data || data.stale === 'no') return;
    let left = false;
    send('POST', path)
      .then((answer) => {
        if (!left) return mutate(path, KeptKnowledge.parse(answer), { revalidate: false });
      })
      // What was known before is still shown; the next change asks again.
      .catch(() => {});
    return () => {
      left = true;
    };
  }, [path, data]);
  return known;
}
