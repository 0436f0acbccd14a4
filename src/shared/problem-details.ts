import { z } from 'zod';

/** What can be wrong, by the code that a program goes by. */
export const PROBLEMS = {
  'not-accepted': 'Not accepted',
  'not-possible': 'Not possible',
  'not-there': 'Not there',
  'changed-meanwhile': 'Changed meanwhile',
  'not-understood': 'Not understood',
  'no-room': 'No room',
  'not-working': 'Not working',
  'not-known': 'Not known',
  'too-busy': 'Too busy',
  'not-kept': 'Not kept',
  'our-fault': 'Our fault',
} as const;
export type ProblemCode = keyof typeof PROBLEMS;
/** The status that a problem is usually told with. */
export const PROBLEM_STATUS: Readonly<Record<ProblemCode, number>> = {
  'not-accepted': 422,
  'not-possible': 409,
  'not-there': 404,
  'changed-meanwhile': 409,
  'not-understood': 400,
  'no-room': 507,
  'not-working': 503,
  'not-known': 503,
  'too-busy': 503,
  'not-kept': 503,
  'our-fault': 500,
};
/** The type of a problem, as RFC 9457 has it: an address relative to the shop's own. */
export const problemType = (code: ProblemCode): string => `/problems/${code}`;

/** RFC 9457 problem details. */
export const ProblemDetails = z.object({
  /** `/problems/` and the code. */
  type: z.string(),
  title: z.string(),
  status: z.number(),
  /** The sentence for the finisher. */
  detail: z.string(),
  /** What the sentence is about. */
  field: z.string().optional(),
  /** An edit of something that changed meanwhile: what it is now, and its version. */
  current: z.object({ version: z.number(), value: z.unknown() }).optional(),
});
export type ProblemDetails = z.infer<typeof ProblemDetails>;
