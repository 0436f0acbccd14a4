import { fileURLToPath } from 'node:url';
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openTestShop, type TestShop } from '../../../test/server/open-test-shop.ts';
import { demoArchive } from '../../demo/archive.ts';
import { shelfFile, shelfJson } from '../../record/shelf/shelf-file.ts';
import type { Board } from '../../shared/board.ts';
import { EXAMPLE_PICTURE } from '../../shared/contract/examples.ts';
import { newId } from '../../shared/id.ts';
import type { Job, JobList } from '../../shared/job.ts';
import type { BroughtFile, BroughtLook, JobsFile, RecordRow } from '../../shared/jobs-file.ts';
import type { ProblemDetails } from '../../shared/problem-details.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { bringJobsFile } from '../commands/jobs-file.ts';
import { readTarget } from '../commands/targets.ts';
import { putArchive } from '../repositories/archive.ts';
import { tablesOf } from '../repositories/tables.ts';
import { jobsSchema } from '../whole/jobs-schema.ts';

const opened: TestShop[] = [];
async function emptyShop(): Promise<TestShop> {
  const shop = await openTestShop(true);
  opened.push(shop);
  return shop;
}
async function demoShop(): Promise<TestShop> {
  const shop = await emptyShop();
  const archive = await demoArchive();
  await shop.db.transaction((tx) => putArchive(tx, archive));
  return shop;
}
const got = async <T>(shop: TestShop, path: string): Promise<T> => (await shop.ask('get', path).expect(200)).body;
const fileFrom = async (shop: TestShop, path: string): Promise<Buffer> =>
  (await shop.ask('get', path).responseType('blob').expect(200)).body;
async function post<T>(shop: TestShop, path: string, body: object, status = 201): Promise<T> {
  const answer = await shop.ask('post', path, body);
  if (answer.status !== status) throw new Error(`${answer.status}: ${answer.body.detail}`);
  return answer.body;
}
const look = (shop: TestShop, file: Buffer, status = 200) =>
  post<BroughtLook & ProblemDetails>(shop, '/brought/look', { file: file.toString('base64') }, status);
const bring = (shop: TestShop, file: Buffer, standIns = {}) =>
  post<BroughtFile>(shop, '/brought', { id: newId(), name: 'job.zip', file: file.toString('base64'), standIns });

const contentOf = (file: Buffer): JobsFile => JSON.parse(strFromU8(unzipSync(file)['jobs.json'] as Uint8Array));
/** The file with something in it changed. */
function changed(file: Buffer, change: (content: JobsFile) => void): Buffer {
  const entries = unzipSync(file);
  const content = contentOf(file);
  change(content);
  return Buffer.from(zipSync({ ...entries, 'jobs.json': strToU8(JSON.stringify(content)) }));
}
const rowsIn = (content: JobsFile, table: string): RecordRow[] => content.tables[table] ?? [];

/** How many rows each table has. */
async function counted(shop: TestShop): Promise<Record<string, number>> {
  const tables = await shop.db.query(
    `select relname as name from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r'
     and relname not in ('event', 'brought', 'knowledge') order by 1`,
  );
  const counts: Record<string, number> = {};
  for (const { name } of tables) {
    const [row] = await shop.db.query(`select count(*)::int as n from "${name}"`);
    counts[String(name)] = Number(row?.n);
  }
  return counts;
}

/** A job as another shop has it: without what each shop counts by itself. */
const without = ({ number: _, version: __, ...job }: Job) => ({
  ...job,
  woods: job.woods.map((wood) => ({
    ...wood,
    boards: wood.boards.map((b) => ({ ...b, recipe: b.recipe && { ...b.recipe, madeWith: null } })),
    pieces: wood.pieces.map((b) => ({ ...b, recipe: b.recipe && { ...b.recipe, madeWith: null } })),
  })),
});

let demo: TestShop;
let file: Buffer;
beforeAll(async () => {
  demo = await demoShop();
  file = await fileFrom(demo, '/jobs/2/file');
}, 120_000);
afterAll(async () => {
  for (const shop of opened) await shop.close();
});

describe('a whole job in a file', () => {
  it('comes into an empty shop as it was, its products put away', async () => {
    const shop = await emptyShop();
    const [was] = [await got<Job>(demo, '/jobs/2')];
    const seen = await look(shop, file);
    expect(seen.jobs).toEqual(
      [{ number: 1, customer: was.customer, piece: was.piece, there: false }].map((j) => ({ ...j, number: 2 })),
    );
    expect((await got<JobList>(shop, '/jobs')).count).toBe(0);
    await bring(shop, file);
    const now = await got<Job>(shop, '/jobs/2');
    expect(without(now)).toEqual(without(was));
    const { colourants, species } = await got<Shelf>(shop, '/shelf');
    expect(colourants.length).toBeGreaterThan(2);
    expect(colourants.every((c) => c.archived)).toBe(true);
    expect(species.every((s) => !s.archived)).toBe(true);
  }, 120_000);

  it('comes in twice without doubles, and can be taken out as one', async () => {
    const shop = await emptyShop();
    const before = await counted(shop);
    const first = await bring(shop, file);
    const after = await counted(shop);
    const again = await look(shop, file);
    expect(again.jobs.every((j) => j.there)).toBe(true);
    expect(again.counts.filter((c) => c.fresh > 0)).toEqual([]);
    expect(again.counts.filter((c) => c.other > 0)).toEqual([]);
    await bring(shop, file);
    expect(await counted(shop)).toEqual(after);
    await shop.ask('delete', `/brought/${first.id}`).expect(200);
    expect(await counted(shop)).toEqual({ ...before, counter: before.counter });
    expect((await got<JobList>(shop, '/jobs')).count).toBe(0);
    await bring(shop, file);
    expect(await counted(shop)).toEqual(after);
  }, 120_000);

  it('names what the shelf lacks, and what stands for it in layers that are still planned', async () => {
    const shop = await demoShop();
    // A colour of another name under a code that is taken here, one that is nowhere here, and layers that ask for both.
    const other = changed(file, (content) => {
      const [first, second] = rowsIn(content, 'colourant').filter((c) => c.kind === 'dye') as [RecordRow, RecordRow];
      first.name = 'Another shop’s';
      second.name = 'Nowhere here';
      const was = second.id;
      const text = JSON.stringify(content.tables)
        .replaceAll(`"${was}"`, '"nowhere-here"')
        .replaceAll(`/${was}"`, '/nowhere-here"');
      content.tables = JSON.parse(text);
      for (const wood of rowsIn(content, 'job_wood').slice(0, 1))
        wood.draft = [{ kind: 'dye', colours: { [String(first.id)]: 2, 'nowhere-here': 3 }, settings: {} }];
    });
    const fresh = changed(other, (content) => {
      // Of a job that is not here yet.
      const others = JSON.stringify(content.tables).replaceAll(/(["/])0([0-9a-f]{7}-[0-9a-f]{4}-7)/g, '$1f$2');
      content.tables = JSON.parse(others);
      delete content.tables.approval;
    });
    const before = await got<Shelf>(shop, '/shelf');
    const seen = await look(shop, fresh);
    expect(seen.lacks.map((l) => [l.name, l.planned])).toEqual(expect.arrayContaining([['Another shop’s', true]]));
    const lacking = seen.lacks.find((l) => l.item === 'colourant/nowhere-here');
    expect(lacking?.standIn).toMatch(/^colourant\//);
    const renamed = seen.lacks.find((l) => l.name === 'Another shop’s')?.item ?? '';
    expect(renamed).toMatch(/-2$/);
    await bring(shop, fresh, { [renamed]: null });
    const after = await got<Shelf>(shop, '/shelf');
    const of = (item = '') => after.colourants.find((c) => `colourant/${c.id}` === item);
    expect(of(renamed)).toMatchObject({ name: 'Another shop’s', archived: false });
    expect(of('colourant/nowhere-here')).toMatchObject({ archived: true });
    for (const own of before.colourants) expect(of(`colourant/${own.id}`)?.name).toBe(own.name);
    const [number] = (await got<JobList>(shop, '/jobs')).jobs.map((j) => j.number);
    const drafts = (await got<Job>(shop, `/jobs/${number}`)).woods.flatMap((w) => w.draft ?? []);
    const colours = drafts.map((l) => l.colours).find((c) => (renamed.split('/')[1] ?? '') in c) ?? {};
    // The stand-in has the same share of its strongest mix.
    const [own, gone] = [of(lacking?.standIn ?? ''), of('colourant/nowhere-here')];
    expect(colours[own?.id ?? ''] ?? 0).toBeCloseTo((3 / (gone?.maxStrength ?? 1)) * (own?.maxStrength ?? 0), 9);
    // BroughtFile once more, both are what they were called the first time.
    expect((await look(shop, fresh)).lacks).toEqual([]);
  }, 120_000);

  it('is made of an older database too, through the migrations since', async () => {
    const shop = await emptyShop();
    // What a file of the schema before pieces, quotes and brackets had.
    const old = changed(file, (content) => {
      content.schema = 25;
      const since = [
        'picture',
        'bracket',
        'bracket_board',
        'quote',
        'hours_worked',
        'bench_check',
        'draw_down',
        'raw_piece',
        'approval',
      ];
      for (const table of since) delete content.tables[table];
      const pieces = new Set(
        rowsIn(content, 'board')
          .filter((b) => b.part_id !== null)
          .map((b) => b.id),
      );
      const recipes = new Set(
        rowsIn(content, 'board')
          .filter((b) => pieces.has(b.id))
          .map((b) => b.recipe_id),
      );
      for (const [name, rows] of Object.entries(content.tables))
        content.tables[name] = rows.filter(
          (row) =>
            !pieces.has(row.board_id) &&
            !(name === 'board' && pieces.has(row.id)) &&
            !(name === 'recipe' && recipes.has(row.id)) &&
            !recipes.has(row.recipe_id),
        );
    });
    await bring(shop, old);
    const [was, now] = [await got<Job>(demo, '/jobs/2'), await got<Job>(shop, '/jobs/2')];
    expect(now.woods.map((w) => w.boards.map((b) => b.coats.length))).toEqual(
      was.woods.map((w) => w.boards.map((b) => b.coats.length)),
    );
    expect(now.target).toEqual(was.target);
    const newer = changed(file, (content) => {
      content.schema += 1;
    });
    expect((await look(shop, newer, 422)).detail).toMatch(/newer version/);
  }, 120_000);

  it('of the whole shop comes into an empty one', async () => {
    const shop = await emptyShop();
    const whole = await fileFrom(demo, '/house/file');
    const brought = await bring(shop, whole);
    const numbers = (await demo.db.query('select number from job where deleted_at is null order by number')).map(
      (j) => j.number,
    );
    expect(brought.jobs).toEqual(numbers);
    // Those before the library's were poured of lots that were taken out since: such lots are not passed on.
    for (const n of brought.jobs.filter((job) => job <= 3))
      expect(without(await got<Job>(shop, `/jobs/${n}`))).toEqual(without(await got<Job>(demo, `/jobs/${n}`)));
    const shelf = async (of: TestShop) => {
      const { lots, ...rest } = await got<Shelf>(of, '/shelf');
      return { ...rest, lots: lots.map(({ version: _, ...lot }) => lot) };
    };
    expect(await shelf(shop)).toEqual(await shelf(demo));
    expect(await got(shop, '/rack')).toEqual(await got(demo, '/rack'));
  }, 120_000);

  it('has the pictures beside it, and its secrets stay', async () => {
    const shop = await emptyShop();
    const { id } = await post<Job>(demo, '/jobs/3/pictures', { id: newId(), file: EXAMPLE_PICTURE, fields: [] });
    const boards = (await got<Job>(demo, '/jobs/2')).woods.flatMap((w) => w.boards).filter((b) => b.recipe);
    const bracket = newId();
    await post(demo, '/jobs/2/brackets', { id: bracket, boards: boards.slice(0, 2).map((b) => ({ board: b.id })) });
    await demo.db.query("update bracket set secret_hash = 'known to nobody', open_until = now() where id = $1", [
      bracket,
    ]);
    const picture = await fileFrom(demo, '/jobs/3/file');
    const [shown] = (await got<Job>(demo, `/jobs/${id}`)).pictures;
    await bring(shop, picture);
    const image = await fileFrom(shop, `/pictures/${shown?.id}/image`);
    expect(image.equals(await fileFrom(demo, `/pictures/${shown?.id}/image`))).toBe(true);
    const withBracket = await fileFrom(demo, '/jobs/2/file');
    expect(JSON.stringify(contentOf(withBracket))).not.toMatch(/known to nobody/);
    expect(rowsIn(contentOf(withBracket), 'bracket')).toHaveLength(1);
    const { 'jobs.json': only } = unzipSync(picture);
    expect((await look(await emptyShop(), Buffer.from(only as Uint8Array), 422)).detail).toMatch(/whole zip/);
    await demo.db.query('delete from bracket_board');
    await demo.db.query('delete from bracket');
  }, 120_000);

  it('goes on in two shops: what is new of both is there, numbers that were taken are others', async () => {
    const [shop, mine] = [await emptyShop(), await emptyShop()];
    await bring(shop, file);
    await bring(mine, file);
    const [wood] = (await got<Job>(shop, '/jobs/2')).woods;
    const theirs = await post<Board>(shop, `/woods/${wood?.id}/boards`, {});
    const own = await post<Board>(mine, `/woods/${wood?.id}/boards`, {});
    expect(theirs.number).toBe(own.number);
    const { version } = await got<Job>(shop, '/jobs/2');
    await shop.ask('patch', '/jobs/2', { version, customerNote: 'Only there.' }).expect(200);
    const both = await fileFrom(shop, '/jobs/2/file');
    const seen = await look(mine, both);
    expect(seen.notes).toEqual([expect.stringMatching(/is .* here: that name was taken/)]);
    expect(seen.counts.find((c) => c.what === 'boards')).toMatchObject({ fresh: 1 });
    expect(seen.counts.find((c) => c.what === 'jobs')).toMatchObject({ fresh: 0, other: 1 });
    const brought = await bring(mine, both);
    const boardsNow = async () => (await got<Job>(mine, '/jobs/2')).woods.find((w) => w.id === wood?.id)?.boards ?? [];
    expect((await boardsNow()).map((b) => b.number)).toEqual(expect.arrayContaining([own.number, own.number + 1]));
    const next = await post<Board>(mine, `/woods/${wood?.id}/boards`, {});
    expect(next.number).toBe(own.number + 2);
    // A board that something was done with since stays.
    await post(mine, `/boards/${theirs.id}/readings`, { stage: 0, reading: { source: 'typed', lab: [60, 8, 20] } });
    await mine.ask('delete', `/brought/${brought.id}`).expect(409);
    expect((await boardsNow()).some((b) => b.id === theirs.id)).toBe(true);
  }, 120_000);

  it('that cannot be true is refused with its place, and leaves no trace', async () => {
    const shop = await demoShop();
    const before = await counted(shop);
    const [first, second] = await Promise.all(
      ['1', '3'].map(async (n) => contentOf(await fileFrom(demo, `/jobs/${n}/file`))),
    );
    const stranger = rowsIn(first as JobsFile, 'job')[0]?.id;
    const wrongs: [string, RegExp, (content: JobsFile) => void][] = [
      [
        'a word for a number',
        /job, 0, tolerance: it must be number/,
        (c) => Object.assign(rowsIn(c, 'job')[0] as RecordRow, { tolerance: 'one' }),
      ],
      [
        'a column of its own',
        /has “password”/,
        (c) => Object.assign(rowsIn(c, 'board')[0] as RecordRow, { password: 1 }),
      ],
      ['a table of its own', /has “migration”/, (c) => Object.assign(c.tables, { migration: [] })],
      [
        'a layer of no kind',
        /recipe, 0, stack, 0/,
        (c) => Object.assign(rowsIn(c, 'recipe')[0] as RecordRow, { stack: [{ kind: 'gold' }] }),
      ],
      [
        'a spectrum too short',
        /makes no sense/,
        (c) => Object.assign(rowsIn(c, 'reading')[0] as RecordRow, { id: newId(), taking_id: newId(), grid: [0.1] }),
      ],
      [
        'a coat of no board',
        /coat, 0: it belongs to a board that is not in the file/,
        (c) => Object.assign(rowsIn(c, 'coat')[0] as RecordRow, { board_id: newId() }),
      ],
      [
        'another job’s board',
        /belongs to another job here/,
        (c) => {
          const wood = rowsIn(second as JobsFile, 'job_wood')[0] as RecordRow;
          c.tables.job_wood = [...rowsIn(c, 'job_wood'), { ...wood, job_id: rowsIn(c, 'job')[0]?.id }];
        },
      ],
      [
        'work of another job',
        /work_done, \d+: it is of a board or part that is not in the file/,
        (c) =>
          Object.assign(rowsIn(c, 'work_done')[0] as RecordRow, { id: newId(), work: `board/${newId()}/1/1/1/coat` }),
      ],
      [
        'what happened to nobody',
        /happened to no job/,
        (c) => Object.assign(rowsIn(c, 'event')[0] as RecordRow, { id: newId(), job_id: null, board_id: null }),
      ],
      [
        'a promise of no spectrum',
        /no spectrum of 31 values/,
        (c) => {
          const [recipe] = rowsIn(c, 'recipe');
          Object.assign(recipe as RecordRow, { id: newId(), number: 98, expected: [[0.1], [0.1]] });
          const [board] = rowsIn(c, 'board');
          Object.assign(board as RecordRow, { id: newId(), number: 98, recipe_id: recipe?.id, plank_id: null });
          for (const table of [
            'coat',
            'reading',
            'look',
            'fault_found',
            'event',
            'bench_check',
            'approval',
            'pot',
            'step_done',
            'draw_down',
            'dry_test',
            'work_done',
          ])
            delete c.tables[table];
        },
      ],
      [
        'a strip of itself',
        /a strip is a plank of other strips/,
        (c) => {
          const [board] = rowsIn(c, 'board');
          Object.assign(board as RecordRow, { plank_id: board?.id, strip: 'a' });
        },
      ],
      [
        'a changed approval',
        /was changed after it was sealed/,
        (c) => {
          const [approval] = rowsIn(c, 'approval');
          if (approval)
            Object.assign(approval, { id: newId(), version: 9, file: String(approval.file).replace('Tern', 'Turn') });
        },
      ],
      [
        'a product that nobody has',
        /makes no sense|There is no|not on the shelf/,
        (c) => {
          c.tables.colourant = [];
          c.tables.ladder_rung = [];
          const [recipe] = rowsIn(c, 'recipe');
          Object.assign(recipe as RecordRow, {
            id: newId(),
            number: 99,
            stack: [{ kind: 'dye', colours: { 'no-such': 2 }, settings: {} }],
          });
          Object.assign(rowsIn(c, 'board')[0] as RecordRow, {
            id: newId(),
            number: 99,
            recipe_id: recipe?.id,
            plank_id: null,
          });
          for (const table of [
            'coat',
            'reading',
            'look',
            'fault_found',
            'event',
            'bench_check',
            'approval',
            'pot',
            'step_done',
            'draw_down',
            'dry_test',
            'work_done',
          ])
            delete c.tables[table];
        },
      ],
    ];
    expect(stranger).toBeDefined();
    for (const [what, why, change] of wrongs) {
      const sent = { id: newId(), name: 'x', file: changed(file, change).toString('base64') };
      const { detail } = await post<ProblemDetails>(shop, '/brought', sent, 422);
      expect(`${what}: ${detail}`).toMatch(why);
    }
    expect(await counted(shop)).toEqual(before);
    expect((await look(shop, Buffer.from('PK\u0003\u0004 and no more'), 422)).detail).toMatch(/not whole/);
    expect((await look(shop, Buffer.from('{"format":"urushi-jobs","version":1'), 422)).detail).toMatch(/cut off/);
    expect((await look(shop, Buffer.from('{"format":"other"}'), 422)).detail).toMatch(/no file of jobs/);
  }, 240_000);

  it('is as its published schema says (JSON Schema 2020-12, by ajv)', async () => {
    const schema = jobsSchema(await tablesOf(demo.db));
    await expect(`${JSON.stringify(schema, null, 1)}\n`).toMatchFileSnapshot(
      fileURLToPath(new URL('../../../docs/jobs.schema.json', import.meta.url)),
    );
    const ajv = new Ajv2020({ strict: false, allErrors: true });
    formats.default(ajv);
    const valid = ajv.compile(schema);
    for (const path of ['/jobs/1/file', '/jobs/2/file', '/jobs/3/file', '/house/file']) {
      expect(valid(contentOf(await fileFrom(demo, path)))).toBe(true);
      expect(valid.errors).toBeNull();
    }
  }, 120_000);

  it('ends without a trace when whoever sends it leaves', async () => {
    const shop = await emptyShop();
    const before = await counted(shop);
    const gone = AbortSignal.abort();
    const input = { id: newId(), name: 'job.zip', file: file.toString('base64'), standIns: {} };
    await expect(bringJobsFile(shop, null, input, gone)).rejects.toThrow(/abort/i);
    expect(await counted(shop)).toEqual(before);
  }, 120_000);

  it('spoiled anywhere comes in whole or not at all', async () => {
    const shop = await emptyShop();
    const content = contentOf(file);
    const places = Object.entries(content.tables).flatMap(([table, rows]) =>
      rows.flatMap((row, i) => Object.keys(row).map((column) => [table, i, column] as const)),
    );
    const wrong = fc.constantFrom(null, -1, 1e300, '', 'x', [], {}, true, 3, '\u0000', newId(), [null], ['a']);
    let came = 0;
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...places), wrong, async ([table, i, column], value) => {
        const before = await counted(shop);
        const bad = changed(file, (c) => {
          (c.tables[table]?.[i] as RecordRow)[column] = value;
        });
        const sent = { id: newId(), name: 'x', file: bad.toString('base64') };
        const { status, body } = await shop.ask('post', '/brought', sent);
        if (status !== 201) {
          expect(`${table}.${column} ${JSON.stringify(value)}: ${status}`).toMatch(/4\d\d$/);
          expect(body.detail.length).toBeGreaterThan(5);
          expect(await counted(shop)).toEqual(before);
          return;
        }
        came++;
        for (const number of (body as BroughtFile).jobs) await got<Job>(shop, `/jobs/${number}`);
        await shop.ask('delete', `/brought/${sent.id}`).expect(200);
        expect({ ...(await counted(shop)), counter: 0 }).toEqual({ ...before, counter: 0 });
      }),
      { numRuns: Number(process.env.URUSHI_FUZZ ?? 12), seed: 34 },
    );
    console.log(`${came} of the spoiled files were sound all the same`);
  }, 36_000_000);
});

describe('readings of a file', () => {
  it('that is stopped leave nothing, and are no fault', async () => {
    const text = `L*;a*;b*\n${'40;1;2\n'.repeat(500)}`;
    const reading = { source: 'file' as const, takingId: newId(), fileName: 'long.csv', text };
    const { id } = await got<Job>(demo, '/jobs/3');
    const before = await counted(demo);
    await expect(readTarget(demo, null, id, { zone: 'face', reading }, AbortSignal.abort())).rejects.toThrow(/abort/i);
    expect(await counted(demo)).toEqual(before);
  });
});

describe('a shelf in a file', () => {
  it('comes to the shelf whole or not at all, and goes again as one', async () => {
    const shop = await emptyShop();
    const shelf = await got<Shelf>(demo, '/shelf');
    const things = shelfFile(await got<Shelf>(shop, '/shelf'), shelfJson(shelf)).flatMap((t) => t.things);
    const before = await counted(shop);
    const bad = [...things, { what: 'ladder', thing: { colourant: 'nobody', rungs: [] } }];
    const rungs = things.find((t) => t.what === 'ladder')?.thing;
    Object.assign(bad.at(-1)?.thing as object, rungs, { colourant: 'nobody' });
    const { detail } = await post<ProblemDetails>(shop, '/brought/shelf', { id: newId(), name: 's', things: bad }, 404);
    expect(detail).toMatch(/ladder of nobody.*Nothing of the file was kept/);
    expect(await counted(shop)).toEqual({ ...before, counter: before.counter });
    const id = newId();
    await post(shop, '/brought/shelf', { id, name: 'shelf.json', things });
    const now = await got<Shelf>(shop, '/shelf');
    expect(now.colourants.map((c) => c.id)).toEqual(shelf.colourants.map((c) => c.id));
    expect(now.lots).toHaveLength(shelf.lots.length);
    await post(shop, '/brought/shelf', { id, name: 'shelf.json', things });
    expect((await got<Shelf>(shop, '/shelf')).lots).toHaveLength(shelf.lots.length);
    await shop.ask('delete', `/brought/${id}`).expect(200);
    expect(await counted(shop)).toEqual(before);
  }, 120_000);
});
