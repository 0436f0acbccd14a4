import type { Request } from 'express';
import type { z } from 'zod';
import { FieldError } from '../../core/field-error.ts';
import { Id } from '../../shared/id.ts';
import { notFound } from '../acts/refusal.ts';
import type { By } from '../acts/shop.ts';

/** A record's id from the path; anything else is an unknown record. */
export const idOf = (text: unknown, what: string): string => {
  const id = Id.safeParse(text);
  if (!id.success) throw notFound(what);
  return id.data;
};

/** A number as an address has it: digits and nothing else. */
export const isNumber = (text: unknown): text is string => typeof text === 'string' && /^[1-9]\d{0,8}$/.test(text);

/** A job's id or its number, as its address has it. */
export const jobCodeOf = (text: unknown): string => (isNumber(text) ? text : idOf(text, 'job'));

/** The header that says who of the shop sends a request. */
export const PERSON_HEADER = 'urushi-person';
export const byOf = (request: Request): By => {
  const id = Id.safeParse(request.get(PERSON_HEADER));
  return id.success ? id.data : null;
};

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

/** The path of the first name in what was sent that its shape does not know, and would lose; null where there is none. */
function lostName(sent: unknown, taken: unknown): string | null {
  if (!isObject(sent) || !isObject(taken) || Array.isArray(sent) !== Array.isArray(taken)) return null;
  for (const [name, value] of Object.entries(sent)) {
    if (value === undefined) continue;
    if (!Object.hasOwn(taken, name)) return name;
    const inner = lostName(value, taken[name]);
    if (inner !== null) return `${name}.${inner}`;
  }
  return null;
}

/**
 * What was sent, as a shape takes it. A name that the shape does not know is refused, and not left out in silence.
 * @throws ZodError, FieldError
 */
export function bodyOf<T extends z.ZodType>({ body }: Pick<Request, 'body'>, shape: T): z.infer<T> {
  const taken = shape.parse(body);
  const lost = lostName(body, taken);
  if (lost !== null) throw new FieldError(lost, `There is nothing of the name “${lost.slice(0, 60)}” to be set here.`);
  return taken;
}
