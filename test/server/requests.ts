import { generate, type JsonSchema } from 'json-schema-faker';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { z } from 'zod';
import * as board from '../../src/shared/board.ts';
import * as clock from '../../src/shared/clock.ts';
import * as fault from '../../src/shared/fault.ts';
import * as house from '../../src/shared/house.ts';
import * as job from '../../src/shared/job.ts';
import * as lot from '../../src/shared/lot.ts';
import * as mix from '../../src/shared/mix.ts';
import * as oldBoard from '../../src/shared/old-board.ts';
import * as part from '../../src/shared/part.ts';
import * as reading from '../../src/shared/reading.ts';
import * as shelf from '../../src/shared/shelf.ts';
import * as steps from '../../src/shared/steps.ts';
import * as system from '../../src/shared/system.ts';

/** What every route takes, by method and address; null where it takes no body. */
export const ROUTES: Readonly<Record<string, z.ZodType | null>> = {
  'get /health': null,
  'get /clock': null,
  'get /clock/rail': null,
  'get /clock/jobs': null,
  'get /clock/week.ics': null,
  'put /clock': clock.ClockTurned,
  'put /clock/plan': clock.NewWeekPlan,
  'post /clock/air': clock.NewAir,
  'delete /clock/air/:id': null,
  'post /clock/air/:id/restore': null,
  'post /clock/tests': clock.NewDryTest,
  'delete /clock/tests/:id': null,
  'post /clock/tests/:id/restore': null,
  'post /clock/done': clock.NewWorkDone,
  'delete /clock/done/:id': null,
  'post /clock/done/:id/restore': null,
  'get /jobs': null,
  'post /jobs': job.NewJob,
  'get /jobs/:job': null,
  'patch /jobs/:job': job.JobChange,
  'delete /jobs/:job': null,
  'post /jobs/:job/restore': null,
  'get /jobs/:job/story': null,
  'post /jobs/:job/readings': reading.ReadingInput,
  'post /jobs/:job/targets': job.Revision,
  'post /woods/:wood/versions': job.NewVersions,
  'delete /versions/:version': null,
  'post /versions/:version/restore': null,
  'post /jobs/:job/woods': job.NewWood,
  'put /woods/:wood/draft': job.DraftInput,
  'put /woods/:wood/preparation': job.PreparationInput,
  'put /woods/:wood/offcuts': job.OffcutsInput,
  'post /jobs/:job/parts': part.NewParts,
  'patch /parts/:part': part.PartChange,
  'delete /parts/:part': null,
  'post /parts/:part/restore': null,
  'get /jobs/:job/knowledge': null,
  'post /jobs/:job/knowledge': null,
  'post /woods/:wood/boards': board.NewBoard,
  'patch /boards/:board': board.BoardChange,
  'post /boards/:board/recipe': board.NewRecipe,
  'get /boards/:board/story': null,
  'post /boards/:board/coats': board.NewCoat,
  'post /boards/:board/past': board.PastEntry,
  'patch /coats/:coat': board.CoatChange,
  'delete /coats/:coat': null,
  'post /coats/:coat/restore': null,
  'post /boards/:board/strips': board.SplitInput,
  'post /boards/:board/readings': reading.BoardReadingInput,
  'patch /readings/:reading': reading.ReadingChange,
  'delete /readings/:reading': null,
  'post /readings/:reading/restore': null,
  'get /boards/:board/stack.json': null,
  'get /boards/:board/grids': null,
  'get /boards/:board/readings.txt': null,
  'get /shelf': null,
  'get /shelf/experience': null,
  'get /shelf/next-boards': null,
  'post /species': shelf.SpeciesSchema,
  'patch /species/:id': shelf.SpeciesChange,
  'post /colourants': shelf.NewColourant,
  'patch /colourants/:id': shelf.ColourantChange,
  'post /colourants/:id/ladder': shelf.LadderInput,
  'patch /rungs/:rung': shelf.RungChange,
  'delete /rungs/:rung': null,
  'post /rungs/:rung/restore': null,
  'post /mediums': shelf.NewMedium,
  'patch /mediums/:id': shelf.MediumChange,
  'post /mediums/:id/coats': shelf.CoatsInput,
  'delete /coat-samples/:sample': null,
  'post /coat-samples/:sample/restore': null,
  'post /supplies': shelf.NewSupply,
  'patch /supplies/:id': shelf.SupplyChange,
  'post /mixes': mix.NewMix,
  'patch /mixes/:mix': mix.MixChange,
  'delete /mixes/:mix': null,
  'post /mixes/:mix/restore': null,
  'get /mixes/:mix/story': null,
  'post /lots': lot.NewLot,
  'patch /lots/:lot': lot.LotChange,
  'delete /lots/:lot': null,
  'post /lots/:lot/restore': null,
  'post /boards/:board/steps': steps.StepInput,
  'delete /steps/:step': null,
  'post /steps/:step/restore': null,
  'post /boards/:board/pots': steps.PotsInput,
  ...Object.fromEntries(
    ['species', 'colourants', 'mediums', 'supplies'].flatMap((place) =>
      [
        `delete /${place}/:id`,
        `post /${place}/:id/restore`,
        `get /${place}/:id/story`,
        `get /${place}/:id/versions/:version`,
      ].map((route) => [route, null]),
    ),
  ),
  'get /house': null,
  'patch /house': house.HouseChange,
  'get /faults': null,
  'post /faults': fault.NewFaultFound,
  'delete /faults/:fault': null,
  'post /faults/:fault/restore': null,
  'get /systems': null,
  'post /systems': system.NewSystem,
  'delete /systems/:system': null,
  'post /systems/:system/restore': null,
  'post /house/effects': house.HouseAsked,
  'post /people': house.NewPerson,
  'patch /people/:id': house.PersonChange,
  'delete /people/:id': null,
  'post /people/:id/restore': null,
  'post /instruments': house.NewInstrument,
  'patch /instruments/:id': house.InstrumentChange,
  'delete /instruments/:id': null,
  'post /instruments/:id/restore': null,
  'get /house/snapshots': null,
  'post /house/snapshots': null,
  'get /house/snapshots/:name': null,
  'post /house/snapshots/:name/restore': null,
  'get /rack': null,
  'post /rack': oldBoard.NewOldBoard,
  'patch /rack/:id': oldBoard.OldBoardChange,
  'delete /rack/:id': null,
  'post /rack/:id/restore': null,
  'get /instrument/pieces': null,
  'post /instrument/rung': reading.RungRequest,
  'post /instrument/coat': reading.CoatRequest,
  'post /instrument/tissue': reading.TissueRequest,
};

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
  const shape = ROUTES[route];
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
