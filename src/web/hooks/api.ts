import useSWR, { mutate } from 'swr';
import { type z, z as zod } from 'zod';
import { Job, JobSummary, KnowledgeSchema } from '../../shared/job.ts';
import { Problem } from '../../shared/problem.ts';
import { SamplePieces } from '../../shared/reading.ts';
import { Shelf } from '../../shared/shelf.ts';

/** A refusal by the server, with the sentence for the finisher and the field it is about. */
export class Refused extends Error {
  readonly field?: string;
  constructor(problem: Problem) {
    super(problem.detail);
    this.field = problem.field;
  }
}

export async function send(method: string, path: string, body?: unknown): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers: { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch {
    throw new Error('The Urushi server does not answer. What you typed is still here; start the server and try again.');
  }
  if (response.status === 204) return null;
  const answer = await response.json().catch(() => null);
  if (response.ok) return answer;
  const problem = Problem.safeParse(answer);
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

export const useJobs = () => useResource('/jobs', zod.array(JobSummary));
export const useJob = (id: string | undefined) => useResource(id ? `/jobs/${id}` : null, Job);
export const useKnowledge = (id: string | undefined) =>
  useResource(id ? `/jobs/${id}/knowledge` : null, KnowledgeSchema);
export const useShelf = () => useResource('/shelf', Shelf);
export const useSamplePieces = () => useResource('/instrument/pieces', SamplePieces);
