import type { z } from 'zod';
import type { ProblemCode } from '../problem-details.ts';

/** What a page keeps of the server: a question shows one of these, and a change says which of them it moves. */
export type Resource =
  | 'jobs'
  | 'grids'
  | 'clock'
  | 'story'
  | 'knowledge'
  | 'shelf'
  | 'next boards'
  | 'experience'
  | 'systems'
  | 'faults'
  | 'quotes'
  | 'rack'
  | 'house'
  | 'snapshots'
  | 'watched'
  | 'notebook'
  | 'searches'
  | 'pieces'
  | 'server';

/** One thing that can be asked of the server: express, the page's client, the fuzz and the OpenAPI file go by it. */
export interface Route {
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** Under `/api`, with `:names` of {@link PARAMETERS}. */
  path: string;
  /** What it does, in a line. */
  does: string;
  query?: z.ZodType;
  body?: z.ZodType;
  /** The shape of the answer; none where it answers 204. */
  answer?: z.ZodType;
  /** It answers a file of this type in place of a shape. */
  file?: string;
  /** It makes something: 201. */
  makes?: true;
  /** Of a question: what it shows. */
  shows?: Resource;
  /** Of a change: what is no longer as it was shown. Every change is told in a story. */
  moves?: readonly Resource[];
  /** There is something to learn from it. */
  teaches?: true;
  /** How it can refuse, beside what is said of any request (see {@link refusalsOf}). */
  refuses?: readonly ProblemCode[];
  /** A body that its shape takes. */
  example?: unknown;
}

/** A route as it is written down: its path and its shapes are kept as types. */
/* @__NO_SIDE_EFFECTS__ */
export function route<const R extends Route>(written: R): R {
  return written;
}

type Names<Path extends string> = Path extends `${string}/:${infer Name}/${infer Rest}`
  ? Name | Names<`/${Rest}`>
  : Path extends `${string}/:${infer Name}`
    ? Name
    : never;
/** What stands in an address: an id, or a job's number. */
export type ParametersOf<R extends Route> = Readonly<Record<Names<R['path']>, string | number>>;
type Shaped<T, Else> = T extends z.ZodType ? z.output<T> : Else;
/** The same, to be read only: what is sent is not changed by sending it. */
type Sendable<T> = T extends (infer Each)[]
  ? readonly Sendable<Each>[]
  : T extends object
    ? { readonly [Name in keyof T]: Sendable<T[Name]> }
    : T;
/** What is sent: as a form has it, before the shape has taken it. */
export type BodySent<R extends Route> = R['body'] extends z.ZodType ? Sendable<z.input<R['body']>> : undefined;
export type BodyTaken<R extends Route> = Shaped<R['body'], undefined>;
export type QueryTaken<R extends Route> = Shaped<R['query'], undefined>;
/** A file that is answered: its text or bytes, and what it is called where it is to be kept. */
export interface FileAnswer {
  text: string | Uint8Array;
  name?: string;
}
export type AnswerOf<R extends Route> = R['file'] extends string ? FileAnswer : Shaped<R['answer'], void>;

/** The names in a path, in their order. */
export const namesIn = (path: string): string[] => Array.from(path.matchAll(/:(\w+)/g), ([, name = '']) => name);

/** Whether something is asked only, and nothing changed. */
export const isQuestion = ({ method }: Route): boolean => method === 'GET';

/** Refusals that any request can meet, whatever it asks. */
const OF_ANY: readonly ProblemCode[] = [
  'not-understood',
  'not-there',
  'not-working',
  'not-known',
  'too-busy',
  'not-kept',
  'our-fault',
];

/** All the codes that a route can refuse with. */
export function refusalsOf(asked: Route): readonly ProblemCode[] {
  const { query, refuses = [] } = asked;
  const taken: ProblemCode[] = query ? ['not-accepted'] : [];
  const written: ProblemCode[] = isQuestion(asked) ? [] : ['not-accepted', 'no-room'];
  return [...new Set([...OF_ANY, ...taken, ...written, ...refuses])];
}
