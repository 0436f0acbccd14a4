import { useEffect } from 'react';
import useSWR, { mutate } from 'swr';
import { Board, StageRead } from '../../shared/board.ts';
import { foreignApprovals } from '../../shared/contract/approvals.ts';
import { gridsOfBoard } from '../../shared/contract/boards.ts';
import { clockRail } from '../../shared/contract/clock.ts';
import { faultsFound } from '../../shared/contract/faults.ts';
import {
  camerasOfShop,
  eyesOfPeople,
  lookAtSnapshot,
  oldBoards,
  snapshotsOfShop,
  wholeHouse,
} from '../../shared/contract/house.ts';
import { samplePieces } from '../../shared/contract/instrument.ts';
import { knownForJob, learnForJob, listJobs, rackAtHand, wholeJob } from '../../shared/contract/jobs.ts';
import type { AnswerOf, BodySent, ParametersOf, Resource, Route } from '../../shared/contract/route.ts';
import { experience, nextLadderBoards, wholeShelf } from '../../shared/contract/shelf.ts';
import { systems } from '../../shared/contract/systems.ts';
import { quotesTaught } from '../../shared/contract/work.ts';
import type { Job } from '../../shared/job.ts';
import type { KeptKnowledge } from '../../shared/knowledge.ts';
import { ProblemDetails } from '../../shared/problem-details.ts';
import '../../shared/sentences.ts';
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

/** The address of a route, with what stands in it. */
export const addressOf = <R extends Route>({ path }: R, at: ParametersOf<R>): string =>
  path.replace(/:(\w+)/g, (_, name: keyof ParametersOf<R>) => encodeURIComponent(at[name]));

async function fetched({ method }: Route, address: string, body?: unknown, until?: AbortSignal): Promise<unknown> {
  const person = personHere();
  let response: Response;
  try {
    response = await fetch(`/api${address}`, {
      method,
      headers: { 'content-type': 'application/json', ...(person ? { 'urushi-person': person } : {}) },
      body: body === undefined ? undefined : JSON.stringify(body, asTyped),
      ...(until ? { signal: until } : {}),
    });
  } catch {
    throw new Error('The Urushi server does not answer. What you typed is still here; start the server and try again.');
  }
  if (response.status === 204) return undefined;
  const answer = await response.json().catch(() => null);
  if (response.ok) return answer;
  const problem = ProblemDetails.safeParse(answer);
  throw problem.success ? new Refused(problem.data) : new Error('The server gave an answer that makes no sense.');
}

/** Sends a request and takes its answer; nothing that is in sight is fetched again. @param until ends it before its answer */
export async function send<R extends Route>(
  route: R,
  at: ParametersOf<R>,
  ...[body, until]: undefined extends BodySent<R> ? [] : [body: BodySent<R>, until?: AbortSignal]
): Promise<AnswerOf<R>> {
  const answer = await fetched(route, addressOf(route, at), body, until);
  return (route.answer ? route.answer.parse(answer) : answer) as AnswerOf<R>;
}

/** What something in sight is known by: what it shows, and its address. */
type Key = readonly [shows: Resource, address: string];
const shows = (resources: readonly Resource[]) => (key: unknown) =>
  Array.isArray(key) && resources.includes((key as unknown as Key)[0]);

/** A change of what is in the cache overtakes a fetch that is under way: where nothing is known yet, it is asked for again. */
const UNLESS_UNKNOWN = { revalidate: (data: unknown) => data === undefined };

/** What was known is behind the record now: it stays in sight, and the server is asked to learn (see `useKnowledge`). */
const knowledgeIsBehind = () =>
  mutate<KeptKnowledge>(shows(['knowledge']), (known) => known && { ...known, stale: 'job' }, UNLESS_UNKNOWN);

/** The whole record is another: all that is in sight is fetched afresh. */
export const fetchEverything = () => mutate(() => true);

const withBoard = (job: Job, board: Board): Job => ({
  ...job,
  woods: job.woods.map((wood) => ({
    ...wood,
    boards: wood.boards.map((b) => (b.id === board.id ? board : b)),
    pieces: wood.pieces.map((b) => (b.id === board.id ? board : b)),
  })),
});
/** The jobs in hand take in a board as it is now, without being fetched again. */
const showBoard = (board: Board) =>
  mutate<Job>(
    (key) => shows(['jobs'])(key) && /^\/jobs\/[^/?]+$/.test((key as unknown as Key)[1]),
    (job) => job && withBoard(job, board),
    UNLESS_UNKNOWN,
  );
/** The board that an answer is or has, if any. */
function boardIn({ answer: shape }: Route, answer: unknown): Board | null {
  if (shape === Board) return answer as Board;
  return shape === StageRead ? (answer as StageRead).board : null;
}

/** What a change moved is fetched afresh where it is in sight, and what was learned is behind where it teaches. */
export async function fetchMoved({ teaches, moves = [] }: Route): Promise<void> {
  if (teaches) await knowledgeIsBehind();
  await mutate(shows([...moves, 'story']));
}

/** A change: sent, then what it moved is fetched afresh where it is in sight, and nothing else. */
export async function change<R extends Route>(
  route: R,
  at: ParametersOf<R>,
  ...sent: undefined extends BodySent<R> ? [] : [body: BodySent<R>, until?: AbortSignal]
): Promise<AnswerOf<R>> {
  const answer = await send(route, at, ...sent);
  const board = boardIn(route, answer);
  if (board) await showBoard(board);
  await fetchMoved(route);
  return answer;
}

/** The answer to a question at an address, with what is asked after it; nothing of it is kept. */
export const fetchOnce = async <R extends Route>(route: R, address: string): Promise<AnswerOf<R>> =>
  route.answer?.parse(await fetched(route, address)) as AnswerOf<R>;

/** What a question answers, fetched where it is in sight and kept as its route says. */
export function useResource<R extends Route>(
  route: R,
  at: ParametersOf<R> | null,
  { query = '', every }: { query?: string; every?: number } = {},
) {
  const key = at && ([route.shows, `${addressOf(route, at)}${query && `?${query}`}`] as Key);
  return useSWR<AnswerOf<R>, Error>(key, ([, address]: Key) => fetchOnce(route, address), {
    revalidateOnFocus: every !== undefined,
    keepPreviousData: true,
    ...(every === undefined ? {} : { refreshInterval: every }),
  });
}

/** @param query as the address of the page has it */
export const useJobs = (query: string) => useResource(listJobs, {}, { query });
export const useJob = (job: string | undefined) => useResource(wholeJob, job ? { job } : null);
export const useRackAtHand = (job: string) => useResource(rackAtHand, { job });
export const useShelf = () => useResource(wholeShelf, {});
/** Asked anew whenever a rung was added: `stamp` is anything that changes with the shelf. */
export const useNextBoards = (stamp: number) => useResource(nextLadderBoards, {}, { query: `after=${stamp}` });
/** What the shop has seen of its products: the waits that it kept. */
export const useExperience = () => useResource(experience, {});
/** What went wrong in this shop, the newest first. */
export const useFaults = () => useResource(faultsFound, {});
/** What jobs before teach the next quote. */
export const useQuotesTaught = () => useResource(quotesTaught, {});
export const useSystems = () => useResource(systems, {});
export const EACH_MINUTE = 60_000;
/** What the rail tells of the clock; it is looked at again each minute. */
export const useRail = () => useResource(clockRail, {}, { every: EACH_MINUTE });
export const useHouse = () => useResource(wholeHouse, {});
/** How those who looked at boards are found to see. */
export const useEyes = () => useResource(eyesOfPeople, {});
/** The cameras that took pictures here. */
export const useCameras = () => useResource(camerasOfShop, {});
export const useSnapshots = () => useResource(snapshotsOfShop, {});
export const useSnapshotLook = (snapshot: string) => useResource(lookAtSnapshot, { snapshot });
/** The approvals of other shops that are kept here. */
export const useForeignApprovals = () => useResource(foreignApprovals, {});
export const useRack = () => useResource(oldBoards, {});
export const useGrids = (board: string) => useResource(gridsOfBoard, { board });
/** The shop sees with its eyes: it has no instrument. */
export const useEyesOnly = (): boolean => {
  const { data } = useHouse();
  return data !== undefined && !data.tools.includes('instrument');
};
/** The shop takes pictures, and has nothing that tells more. */
export const useCameraFirst = (): boolean => {
  const { data } = useHouse();
  return (data?.tools.includes('camera') && !data.tools.includes('instrument')) ?? false;
};
/** Whether the simulated bench and its instrument stand in this shop: not where nothing is read. */
export const useSimulated = (): boolean => {
  const { data } = useHouse();
  return (data?.simulated && data.tools.includes('instrument')) ?? false;
};
export const useSamplePieces = () => useResource(samplePieces, {});

/** What is known for a job. Where there is more to learn the server is asked to learn it, and what was known stays. */
export function useKnowledge(job: string | undefined) {
  const known = useResource(knownForJob, job ? { job } : null);
  const { data, mutate: take } = known;
  useEffect(() => {
    if (!job || !data || data.stale === 'no') return;
    let left = false;
    send(learnForJob, { job })
      .then((answer) => {
        if (!left) return take(answer, { revalidate: false });
      })
      // What was known before is what there is; the next change asks again.
      .catch(() => {
        if (!left) return take({ ...data, stale: 'no' }, { revalidate: false });
      });
    return () => {
      left = true;
    };
  }, [job, data, take]);
  return known;
}
