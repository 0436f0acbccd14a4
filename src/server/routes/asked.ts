import type { Request } from 'express';
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
