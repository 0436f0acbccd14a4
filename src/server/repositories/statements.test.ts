import { PGlite } from '@electric-sql/pglite';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import { knownShop } from '../../../test/server/known-shop.ts';
import { openTestShop, type TestShop } from '../../../test/server/open-test-shop.ts';
import { namesIn, ROUTES } from '../../../test/server/requests.ts';
import { demoArchive } from '../../demo/archive.ts';
import { EXTENSIONS } from '../db/extensions.ts';
import { migrate } from '../db/migrate.ts';
import { putArchive } from './archive.ts';

/** Every statement that is asked with a shape for its rows, as it is heard. */
const heard = vi.hoisted(() => new Map<string, unknown>());
vi.mock('./rows.ts', async (original) => {
  const rows = await original<typeof import('./rows.ts')>();
  const hearing =
    <T extends (...asked: never[]) => unknown>(ask: T) =>
    (...asked: Parameters<T>) => {
      heard.set(asked[2] as unknown as string, asked[1]);
      return ask(...asked);
    };
  return { ...rows, one: hearing(rows.one), all: hearing(rows.all) };
});

/** What PostgreSQL calls the types that our rows have, by their numbers: of a number, a text and so on. */
const TYPES: Readonly<Record<number, readonly string[]>> = {
  16: ['boolean'],
  20: ['number', 'int'],
  21: ['number', 'int'],
  // One of a few numbers is a union of them.
  23: ['number', 'int', 'union'],
  700: ['number'],
  701: ['number'],
  1700: ['number'],
  25: ['string', 'enum', 'literal'],
  1043: ['string', 'enum', 'literal'],
  19: ['string', 'enum', 'literal'],
  2950: ['string'],
  1082: ['date', 'string'],
  1114: ['date'],
  1184: ['date'],
};
/** jsonb is of any shape; all arrays are arrays. */
const ANY = [114, 3802];

/** What a shape takes, without what may be missing, is read in another way, or has a default. */
function kindOf(shape: z.core.$ZodType): string {
  const { def } = shape._zod as unknown as { def: { type: string; innerType?: z.core.$ZodType; in?: z.core.$ZodType } };
  const inner = def.innerType ?? def.in;
  return inner ? kindOf(inner) : def.type;
}

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop(true);
  const archive = await demoArchive();
  await shop.db.transaction((queries) => putArchive(queries, archive));
  const known = await knownShop(shop);
  const addressOf = (address: string) =>
    namesIn(address).reduce((text, { name, after }) => text.replace(name, known[after]?.[0] ?? 'none'), address);
  // Everything is asked for, put away, and brought back.
  for (const route of Object.keys(ROUTES)) {
    const [method, address = ''] = route.split(' ');
    if (/snapshots/.test(address) || (method !== 'get' && method !== 'delete')) continue;
    await shop.ask(method, addressOf(address));
    if (method === 'delete') await shop.ask('post', `${addressOf(address)}/restore`);
  }
}, 240_000);
afterAll(() => shop.close());

describe('every statement that was asked', () => {
  it('gives the columns that its row has, of the types that it has', async () => {
    const pg = await PGlite.create({ extensions: EXTENSIONS });
    await migrate({
      query: async (sql, parameters = []) => (await pg.query<Record<string, unknown>>(sql, [...parameters])).rows,
      exec: async (sql) => void (await pg.exec(sql)),
    });
    const wrong: string[] = [];
    for (const [sql, shape] of heard) {
      if (!(shape instanceof z.ZodObject)) continue;
      const { resultFields } = await pg.describeQuery(sql);
      const fields = Object.entries<z.core.$ZodType>(shape.shape);
      const [given, wanted] = [resultFields.map((f) => f.name).sort(), fields.map(([name]) => name).sort()];
      if (given.join() !== wanted.join()) wrong.push(`gives ${given} for ${wanted}: ${sql}`);
      for (const { name, dataTypeID } of resultFields) {
        const [, field] = fields.find(([n]) => n === name) ?? [];
        const kinds = TYPES[dataTypeID];
        if (!field || !kinds || ANY.includes(dataTypeID)) continue;
        if (!kinds.includes(kindOf(field))) wrong.push(`${name} of type ${dataTypeID} for ${kindOf(field)}: ${sql}`);
      }
    }
    await pg.close();
    console.log(`${heard.size} statements prepared.`);
    expect(heard.size).toBeGreaterThan(60);
    expect(wrong.join('\n\n')).toBe('');
  }, 120_000);
});
