import type { Request } from 'express';
import type { z } from 'zod';
import { FieldError } from '../../core/field-error.ts';
import { PARAMETERS, type ParameterName } from '../../shared/contract/parameters.ts';
import { Id } from '../../shared/id.ts';
import { notFound } from '../commands/refusal.ts';
import type { Actor } from '../commands/shop.ts';

/** What stands in an address; what cannot be a name of anything is an unknown record. @throws Refusal 404 */
export function parametersOf(given: Readonly<Record<string, unknown>>): Record<string, string> {
  return Object.fromEntries(
    Object.entries(given).map(([name, text]) => {
      const { shape, what } = PARAMETERS[name as ParameterName];
      const taken = shape.safeParse(text);
      if (!taken.success) throw notFound(what);
      return [name, taken.data];
    }),
  );
}

/** The header that says who of the shop sends a request. */
export const PERSON_HEADER = 'urushi-person';
export const actorOf = (request: Request): Actor => {
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
