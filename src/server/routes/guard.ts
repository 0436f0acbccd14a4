import type { RequestHandler } from 'express';
import { Refusal } from '../commands/refusal.ts';

/** Names by which this machine calls itself. */
const OWN_NAMES = ['localhost', '127.0.0.1', '[::1]'];

/** The name in a Host header, without its port; null when it is none. */
const nameIn = (host: string | undefined) =>
  /^([a-z0-9.-]+|\[[0-9a-f:]+\])(?::\d{1,5})?$/i.exec(host ?? '')?.[1] ?? null;

/**
 * Only whoever calls this server by one of its own names is answered: a page of another site that got a name to point
 * here (DNS rebinding) still calls it by that name.
 * @param others further names that a shop gives this machine
 */
export const onlyOwnNames =
  (others: readonly string[] = []): RequestHandler =>
  ({ headers: { host } }, _, next) => {
    const name = nameIn(host)?.toLowerCase();
    if (!name || ![...OWN_NAMES, ...others].includes(name))
      throw new Refusal(
        421,
        `This server does not answer to the name “${host ?? ''}”. Open http://localhost, or set URUSHI_HOSTS to the names of this machine.`,
      );
    next();
  };

/** Only the app's own page, and programs that are no browser, may ask for data or change it. */
export const onlyOwnPage: RequestHandler = ({ headers }, _, next) => {
  const from = headers['sec-fetch-site'];
  const foreign =
    (headers.origin !== undefined && headers.origin !== `http://${headers.host}`) ||
    (from !== undefined && from !== 'same-origin' && from !== 'none');
  if (foreign) throw new Refusal(403, 'A page of another site asked for this. Only the app’s own page may.');
  next();
};

const NUL = '\0';
const SURROGATE = /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;
/** Text that no database keeps: a NUL, or half of a character. */
const unwritable = (text: string) => text.includes(NUL) || SURROGATE.test(text);

/** Nothing of ours is nested deeper. */
const DEEPEST = 12;
/** The path to the first text that cannot be kept, or null. @throws Refusal of values nested deeper than anything of ours */
function unwritableIn(value: unknown, depth = 0): string | null {
  if (typeof value === 'string') return unwritable(value) ? '' : null;
  if (typeof value !== 'object' || value === null) return null;
  if (depth > DEEPEST) throw new Refusal(422, `Nothing that is kept here is nested deeper than ${DEEPEST} times.`);
  for (const [key, inner] of Object.entries(value)) {
    // A key of that name would be lost on its way through the shapes, and nobody would be told.
    if (unwritable(key) || key === '__proto__') return key === '__proto__' ? key : '';
    const at = unwritableIn(inner, depth + 1);
    if (at !== null) return at === '' ? key : `${key}.${at}`;
  }
  return null;
}

/** An address is decoded once more here, to be looked at before any route has it. @throws Refusal 400 */
export const onlyReadableAddress: RequestHandler = ({ url }, _, next) => {
  let text: string;
  try {
    text = decodeURIComponent(url);
  } catch {
    throw new Refusal(400, 'The address is not written as addresses are.');
  }
  if (unwritable(text)) throw new Refusal(404, 'There is nothing at this address.');
  next();
};

export const onlyWritableText: RequestHandler = ({ body }, _, next) => {
  const at = unwritableIn(body);
  if (at !== null)
    throw new Refusal(
      422,
      at.endsWith('__proto__')
        ? 'There is nothing of the name “__proto__”.'
        : 'A text has characters that cannot be kept: a zero, or half of a character.',
      at,
    );
  next();
};
