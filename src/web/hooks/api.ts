import { useEffect } from 'react';
import useSWR, { mutate } from 'swr';
import { type z, z as zod } from 'zod';
import { Story } from '../../shared/event.ts';
import { House } from '../../shared/house.ts';
import { Job, JobList } from '../../shared/job.ts';
import { KeptKnowledge } from '../../shared/knowledge.ts';
import { OldBoard } from '../../shared/old-board.ts';
import { ProblemDetails } from '../../shared/problem-details.ts';
import { SamplePieces } from '../../shared/reading.ts';
import '../../shared/sentences.ts';
import { Shelf } from '../../shared/shelf.ts';
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

/** A change on the bench: sent, then everything shown is fetched afresh. */
export async function change<T extends z.ZodType>(
  method: string,
  path: string,
  body?: unknown,
  shape?: T,
): Promise<z.infer<T>> {
  const answer = await send(method, path, body);
  await mutate(() => true);
  return (shape ? shape.parse(answer) : answer) as z.infer<T>;
}

function useResource<T extends z.ZodType>(path: string | null, shape: T) {
  return useSWR<z.infer<T>, Error>(path, async (p: string) => shape.parse(await send('GET', p)), {
    revalidateOnFocus: false,
    keepPreviousData: true,
  });
}

/** The newest jobs, or those before a number. */
export const useJobs = (before: string | null) => useResource(before ? `/jobs?before=${before}` : '/jobs', JobList);
export const useJob = (number: string | undefined) => useResource(number ? `/jobs/${number}` : null, Job);
export const useShelf = () => useResource('/shelf', Shelf);
export const useHouse = () => useResource('/house', House);
export const useRack = () => useResource('/rack', zod.array(OldBoard));
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
