import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openTestDb } from '../../../test/server/open-test-shop.ts';
import { newId } from '../../shared/id.ts';
import { insertJob, jobById } from '../repositories/jobs.ts';
import { type Connection, type Db, inTransaction } from './db.ts';
import { migrate } from './migrate.ts';
import { DatabaseDied, NotKnown } from './trouble.ts';

const job = (customer: string) => ({ id: newId(), customer, piece: 'x', tolerance: 1 });

describe('the database', () => {
  let db: Db;
  beforeEach(async () => {
    db = await openTestDb();
  });
  afterEach(() => db.close());
  const customers = async () => (await db.query('select customer from job order by number')).map((r) => r.customer);

  it('keeps a transaction whole or not at all', async () => {
    await db.transaction((tx) => insertJob(tx, job('Kept')));
    await expect(
      db.transaction(async (tx) => {
        await insertJob(tx, job('Lost'));
        throw new Error('the power went');
      }),
    ).rejects.toThrow('the power went');
    expect(await customers()).toEqual(['Kept']);
  });
  it('gives every job its own number, however many start at once', async () => {
    await Promise.all(Array.from({ length: 12 }, (_, i) => db.transaction((tx) => insertJob(tx, job(`j${i}`)))));
    const numbers = (await db.query('select number from job order by number')).map((r) => r.number);
    expect(numbers).toEqual(Array.from({ length: 12 }, (_, i) => i + 1));
  });
  it('takes what is typed as a value, never as SQL', async () => {
    const nasty = `'); drop table job; --`;
    const one = { ...job(nasty), piece: nasty };
    await insertJob(db, one);
    expect((await jobById(db, one.id))?.customer).toBe(nasty);
    expect(await customers()).toEqual([nasty]);
  });
  it('gives values back as they are: numbers, moments, lists and what is null', async () => {
    const [row] = await db.query(
      `select 7 as int, 0.1::float8 as float, $1::float8[] as list, array[[1, 2], [3, 4]]::float8[][] as table,
         '{"a": 1}'::jsonb as json, now() as at, null as nothing, $2::text[] as words`,
      [
        [0.1, 1e-300, 3],
        ['face', 'end'],
      ],
    );
    expect(row).toMatchObject({
      int: 7,
      float: 0.1,
      list: [0.1, 1e-300, 3],
      table: [
        [1, 2],
        [3, 4],
      ],
      json: { a: 1 },
      nothing: null,
      words: ['face', 'end'],
    });
    expect(row.at).toBeInstanceOf(Date);
  });

  const refuses = (sql: string, values: unknown[] = []) => expect(db.query(sql, values)).rejects.toThrow();
  it('refuses what the tables forbid, whoever asks', async () => {
    await expect(insertJob(db, { ...job('a'), tolerance: 0 })).rejects.toThrow();
    await refuses(`insert into reading (id, taking_id, place, source, name, lab, grid)
                   values (gen_random_uuid(), gen_random_uuid(), 0, 'typed', 'r', '{1,2,3}', '{}')`);
    await refuses(`insert into board (id, job_wood_id, number) values (gen_random_uuid(), gen_random_uuid(), 1)`);
    const figure = (figure: string, id = 'x') =>
      `insert into species (id, name, figure, tannin, tissues) values ('${id}', 'X', '${figure}', 0, '[{}]')`;
    await refuses(figure('tartan'));
    await refuses(figure('beech', 'Not a code'));
    const colour = (absorption: string) =>
      `insert into colourant (id, name, kind, carrier, max_strength, absorption, scatter)
       values ('c', 'C', 'dye', 'water', 20, ${absorption}, array_fill(0::float8, array[31]))`;
    await refuses(colour(`array_fill('NaN'::float8, array[31])`));
    await refuses(colour(`array_fill('Infinity'::float8, array[31])`));
    await refuses(colour('array_append(array_fill(0.1::float8, array[30]), null)'));
    await refuses(colour('array_fill(0.1::float8, array[30])'));
    await db.query(colour('array_fill(0.1::float8, array[31])'));
  });
  it('lets no board have a recipe of another wood', async () => {
    const one = job('a');
    await insertJob(db, one);
    const [first, second, recipe, board] = [newId(), newId(), newId(), newId()];
    for (const id of ['ash', 'oak'])
      await db.query(`insert into species (id, name, figure, tannin, tissues) values ($1, $1, 'beech', 0, '[{}]')`, [
        id,
      ]);
    for (const [id, species] of [
      [first, 'ash'],
      [second, 'oak'],
    ])
      await db.query(`insert into job_wood (id, job_id, species_id, code, preparation) values ($1, $2, $3, $3, '{}')`, [
        id,
        one.id,
        species,
      ]);
    await db.query(
      `insert into recipe (id, job_wood_id, number, stack, litres, origin, preparation, made_with, expected, learned_from)
       values ($1, $2, 1, '[]', 1, 'hand', '{}', '{}', '{{1}}', '{}')`,
      [recipe, first],
    );
    await refuses('insert into board (id, job_wood_id, number, recipe_id) values ($1, $2, 1, $3)', [
      board,
      second,
      recipe,
    ]);
    await db.query('insert into board (id, job_wood_id, number, recipe_id) values ($1, $2, 1, $3)', [
      board,
      first,
      recipe,
    ]);
  });
  it('has an index on every foreign key', async () => {
    const bare = await db.query(
      `select c.conrelid::regclass::text as of, c.conname as name from pg_constraint c
       where c.contype = 'f' and not exists (
         select from pg_index i where i.indrelid = c.conrelid
           and (i.indkey::int2[])[0:cardinality(c.conkey) - 1] @> c.conkey)`,
    );
    expect(bare).toEqual([]);
  });
  it('knows its migrations by what is in them: a changed one is not started with', async () => {
    const [row] = await db.query('select count(*)::int as n from migration where checksum is null');
    expect(row?.n).toBe(0);
    const [last] = await db.query('select name, checksum from migration order by name desc limit 1');
    await db.query(`update migration set checksum = 'another' where name = $1`, [last?.name]);
    const connection = { query: db.query, exec: async (sql: string) => void (await db.query(sql)) };
    // Each statement by itself, as `exec` takes several.
    const exec = async (sql: string) => {
      for (const one of sql.split(';').filter((part) => part.trim())) await connection.query(one);
    };
    await expect(migrate({ ...connection, exec })).rejects.toThrow(/was changed after this database was made/);
    await db.query('update migration set checksum = null where name = $1', [last?.name]);
    await migrate({ ...connection, exec });
    const [again] = await db.query('select checksum from migration where name = $1', [last?.name]);
    expect(again?.checksum).toBe(last?.checksum);
  });
  it.runIf(process.env.URUSHI_TEST_ON_SERVER)(
    'a backend that is ended in the middle of a write ends that request, and nothing else',
    async () => {
      const one = job('Broken off');
      const broken = db.transaction(async (tx) => {
        await insertJob(tx, one);
        const [{ pid } = {}] = await tx.query('select pg_backend_pid() as pid');
        await db.query('select pg_terminate_backend($1)', [pid]);
        await new Promise((resolve) => setTimeout(resolve, 100));
        await tx.query('select 1');
      });
      await expect(broken).rejects.toBeInstanceOf(DatabaseDied);
      expect(await jobById(db, one.id)).toBeNull();
      await db.transaction((tx) => insertJob(tx, one));
      expect((await jobById(db, one.id))?.customer).toBe('Broken off');
    },
  );
  it('whether it was kept is not known where it broke off while being kept', async () => {
    const dying: Connection = {
      query: async () => [],
      exec: async (sql) => {
        if (sql === 'commit') throw new DatabaseDied('gone');
      },
    };
    await expect(inTransaction(dying, async () => 1)).rejects.toBeInstanceOf(NotKnown);
  });
});
