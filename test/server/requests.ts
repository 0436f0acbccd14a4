import { generate, type JsonSchema } from 'json-schema-faker';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { z } from 'zod';
import { ROUTES as ALL } from '../../src/shared/contract/index.ts';
import type { Route } from '../../src/shared/contract/route.ts';

/** Every route by its method and address. */
export const ROUTES: Readonly<Record<string, Route>> = Object.fromEntries(
  ALL.map((route) => [`${route.method.toLowerCase()} ${route.path}`, route]),
);

/** Ids and names that are there, by the text of an address before them: `/clock/air/`, `/colourants/:id/versions/`. */
export type Known = Readonly<Record<string, readonly string[]>>;

/** The names in a route's address, each with the text before it: `/jobs/:job/parts` has `:job` after `/jobs/`. */
export const namesIn = (address: string): { name: string; after: string }[] =>
  Array.from(address.matchAll(/:(\w+)/g), ({ 0: name, index }) => ({ name, after: address.slice(0, index) }));

/** Texts and numbers that no form sends. */
const NASTY: readonly unknown[] = [
  '\0',
  'a\0b',
  '\ud800',
  '\udc00x',
  '__proto__',
  'constructor',
  'toString',
  '',
  ' ',
  'x'.repeat(5000),
  "'; drop table job; --",
  '%00',
  '../..',
  '1e0',
  '0x1',
  '+2',
  '-1',
  'NaN',
  null,
  true,
  0,
  -0,
  -1,
  1e308,
  -1e308,
  1e-320,
  2 ** 53,
  0.1,
  1.5,
  [],
  {},
  [[]],
  [null],
  { a: { b: { c: {} } } },
  { __proto__x: 1, constructor: 1 },
  '2026-13-45T99:99:99Z',
  '0000-01-01T00:00:00Z',
  '9999999-01-01',
];
const IDS = [
  '1e0',
  '0x1',
  '+2',
  '-1',
  '0',
  '99999999999999999999',
  'abc',
  '%00',
  '%ff',
  '%',
  '%ed%a0%80',
  '__proto__',
  'constructor',
  '..%2f..',
  '0190c0de-0000-7000-8000-000000000001',
  '0190C0DE-0000-7000-8000-00000000000G',
  'null',
  "'",
];

export interface FuzzRequest {
  /** As in {@link ROUTES}. */
  route: string;
  /** Every name in its address is there. */
  true: boolean;
  method: string;
  path: string;
  headers: Record<string, string>;
  body: string | undefined;
}

/** Fields of bodies that name something. */
const FIELDS: Readonly<Record<string, string>> = {
  speciesId: '/species/',
  wood: '/species/',
  medium: '/mediums/',
  mediumId: '/mediums/',
  colourantId: '/colourants/',
  woodId: '/woods/',
  boardId: '/boards/',
  lotId: '/lots/',
  personId: '/people/',
};

const schemas = new Map<z.ZodType, JsonSchema>();
const schemaOf = (shape: z.ZodType): JsonSchema => {
  const made = schemas.get(shape) ?? (z.toJSONSchema(shape, { io: 'input', unrepresentable: 'any' }) as JsonSchema);
  schemas.set(shape, made);
  return made;
};

/** The n-th request of a seed: an address with ids that are there or nasty, a body of the route's own shape, spoiled or not. */
export async function requestOf(seed: number, known: Known): Promise<FuzzRequest> {
  const random = xoroshiro128plus(seed * 7919 + 1);
  // Seeds that are alike begin alike.
  for (let i = 0; i < 20; i++) random.next();
  const below = (n: number) => Math.floor((((random.next() >>> 0) / 2 ** 32) * n) % n);
  const pick = <T>(list: readonly T[]): T => list[below(list.length)];
  const routes = Object.keys(ROUTES);
  // Route by route: a few hundred requests meet each.
  const route = routes[seed % routes.length] ?? '';
  const shape = ROUTES[route]?.body;
  const [method = '', address = ''] = route.split(' ');
  let met = true;
  let path = namesIn(address).reduce((text, { name, after }) => {
    const there = known[after] ?? [];
    if (there.length > 0 && below(5) > 0) return text.replace(name, pick(there));
    met = false;
    return text.replace(name, () => pick(IDS));
  }, address);
  if (below(12) === 0)
    path += pick([
      '?before=1e0',
      '?before=0x1',
      '?before=%00',
      '?grid=9',
      '?grid=__proto__',
      '?a[b]=1',
      '?%ff',
      '/',
      '/%',
      '//x',
    ]);

  /** Names that are there, in place of what was made up, so that a request gets on. */
  const withNames = (value: unknown, key = ''): unknown => {
    if (typeof value === 'string') {
      const word = FIELDS[key];
      return word && known[word] && below(8) > 0 ? pick(known[word]) : value;
    }
    if (key === 'version' && below(8) > 0) return 1 + below(3);
    if (Array.isArray(value)) return value.map((v) => withNames(v, key));
    if (typeof value !== 'object' || value === null) return value;
    if (key === 'colours')
      return Object.fromEntries(
        Array.from({ length: below(3) }, () => [pick(known['/colourants/'] ?? ['x']), below(100) / 10]),
      );
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, withNames(v, k)]));
  };
  /** One place of it replaced by something that no form sends. */
  const spoil = (value: unknown): unknown => {
    if (typeof value !== 'object' || value === null || below(4) === 0) return pick(NASTY);
    if (Array.isArray(value)) {
      const at = below(Math.max(1, value.length));
      return value.length === 0 ? [pick(NASTY)] : value.map((v, i) => (i === at ? spoil(v) : v));
    }
    const keys = Object.keys(value);
    const key = keys.length > 0 && below(6) > 0 ? pick(keys) : pick(['__proto__', 'constructor', 'id', 'extra']);
    return Object.defineProperty({ ...value }, key, {
      value: spoil((value as Record<string, unknown>)[key]),
      enumerable: true,
    });
  };

  const headers: Record<string, string> = { 'content-type': 'application/json' };
  if (below(25) === 0)
    headers['content-type'] = pick([
      'application/json; charset=utf-7',
      'application/json; charset=',
      'text/plain',
      '',
      'multipart/form-data',
      'application/json;;;',
    ]);
  if (below(40) === 0) headers['content-encoding'] = pick(['br2', 'gzip', 'deflate', 'br']);
  if (below(40) === 0) headers['urushi-person'] = pick(['', 'x', "' or 1=1", '0190c0de-0000-7000-8000-000000000001']);
  if (method === 'get' || method === 'delete') return { route, true: met, method, path, headers, body: undefined };
  if (below(30) === 0)
    return {
      route,
      true: met,
      method,
      path,
      headers,
      body: pick(['{', '[1', 'nul', '"', '\u0000', '[]', 'null', '1', '{"a":1}{']),
    };
  const made = shape ? withNames(await generate(schemaOf(shape), { seed } as never)) : {};
  return { route, true: met, method, path, headers, body: JSON.stringify(below(2) === 0 ? spoil(made) : made) };
}
