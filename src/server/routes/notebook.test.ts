import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openTestShop, type TestShop } from '../../../test/server/open-test-shop.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import { demoArchive } from '../../demo/archive.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';
import { WhatWasLearned } from '../../shared/learned.ts';
import { NOTED_LIGHTS, type NotebookFound, type Noted } from '../../shared/notebook.ts';
import { JobsLike } from '../../shared/similar.ts';
import { putArchive } from '../repositories/archive.ts';

let shop: TestShop;
type Query = Record<string, string | number>;
const addressOf = (query: Query) =>
  `/notebook?${new URLSearchParams(Object.entries(query).map(([k, v]) => [k, String(v)]))}`;
const asked = async (query: Query = {}): Promise<NotebookFound> =>
  (await shop.ask('get', addressOf(query)).expect(200)).body;
const refused = async (query: Query) => (await shop.ask('get', addressOf(query)).expect(422)).body;
/** Asked until everything is noted. */
const noted = async (): Promise<NotebookFound> => {
  const found = await asked();
  return found.behind > 0 ? noted() : found;
};
const codes = (found: NotebookFound) => found.things.map((t) => `${t.job?.number}/${t.board?.code}`);
const boardOf = async (code: string): Promise<Noted> => {
  const { things } = await asked({ kinds: 'board' });
  return things.find((t) => `${t.job?.number}/${t.board?.code}` === code) as Noted;
};
const jobNumbered = async (number: number): Promise<Job> => (await shop.ask('get', `/jobs/${number}`).expect(200)).body;

beforeAll(async () => {
  shop = await openTestShop();
  const archive = await demoArchive();
  await shop.db.transaction((tx) => putArchive(tx, archive));
  await noted();
});
afterAll(() => shop.close());

describe('what is in the notebook', () => {
  it('is every board, batch, recipe, look, fault, board of the rack and kept mix, each once', async () => {
    for (const [kinds, sql] of [
      ['board', 'select count(*)::int as n from board where part_id is null'],
      [
        'batch',
        `select ((select count(*) from board where part_id is not null) +
           (select count(*) from kept_mix where archived_at is null))::int as n`,
      ],
      ['recipe', 'select count(distinct recipe_id)::int as n from board where part_id is null'],
      ['look', 'select count(*)::int as n from look where deleted_at is null'],
      ['fault', 'select count(*)::int as n from fault_found where deleted_at is null'],
      ['approval', 'select count(*)::int as n from approval where board_id is not null'],
      ['rack', 'select count(*)::int as n from old_board where archived_at is null'],
    ] as const) {
      const [{ n } = {}] = await shop.db.query(sql);
      expect([kinds, (await asked({ kinds })).count]).toEqual([kinds, n]);
    }
  });
  it('has the colour that is known best: as read, as looks have it with its doubt, as it is foreseen', async () => {
    const read = await boardOf('2/beech-1');
    expect([read.known, read.verdict]).toEqual(['read', 'missed']);
    const seen = await boardOf('1/oak-1');
    expect(seen.known).toBe('seen');
    expect(seen.doubt).toBeGreaterThan(0.5);
    const foreseen = await boardOf('3/maple-1');
    expect(foreseen.known).toBe('foreseen');
    expect(foreseen.doubt).toBeGreaterThan(seen.doubt as number);
  });
  it('has the mixes that are kept, by their words and their colours, as much as is left of them', async () => {
    const mix = {
      id: newId(),
      name: 'Pew brown',
      kind: 'dye',
      colours: { honey: 4, coal: 0.5 },
      litres: 0.75,
      note: 'strained',
    };
    await shop.ask('post', '/mixes', { ...mix, unknownStrength: false }).expect(201);
    await noted();
    const [found] = (await asked({ words: 'pew strained', item: 'colourant/honey', kinds: 'batch' })).things;
    expect([found?.label, found?.words, found?.lab]).toEqual(['Pew brown', '0.75 L left; strained', null]);
    const [{ version } = { version: 0 }] = await shop.db.query('select version from kept_mix where id = $1', [mix.id]);
    await shop.ask('patch', `/mixes/${mix.id}`, { version, litres: 0.5 }).expect(200);
    await noted();
    expect((await asked({ words: 'pew', kinds: 'batch' })).things[0]?.words).toBe('0.5 L left; strained');
  });
  it('follows what is done, and lets go of what is put away', async () => {
    const { count } = await asked({ kinds: 'board' });
    const job = await jobNumbered(1);
    const oak = await boardOf('1/oak-1');
    await shop
      .ask('post', `/boards/${oak.id}/looks`, {
        id: newId(),
        stage: oak.stage,
        words: 'like driftwood',
        said: [{ direction: 'lighter', size: 'far' }],
        dry: true,
      })
      .expect(201);
    expect(codes(await asked({ kinds: 'look', words: 'driftwood' }))).toEqual(['1/oak-1']);
    await shop.ask('delete', `/jobs/${job.id}`).expect(204);
    expect((await asked({ kinds: 'board' })).count).toBeLessThan(count);
    await shop.ask('post', `/jobs/${job.id}/restore`).expect(204);
    expect((await asked({ kinds: 'board' })).count).toBe(count);
  });
});

describe('a colour is found', () => {
  it('by something that is noted: itself first, the others as far as CIEDE2000 has them', async () => {
    const sapele = await boardOf('2/sapele-1');
    const { things, sought } = await asked({ near: `noted/board/${sapele.id}/0` });
    expect(sought?.name).toBe('2/sapele-1');
    expect(things[0]).toMatchObject({ id: sapele.id, away: 0 });
    const distances = things.flatMap((t) => t.away ?? []);
    expect(distances).toEqual([...distances].sort((p, q) => p - q));
    for (const { lab, away } of things) expect(away).toBeCloseTo(deltaE00(sapele.lab as Lab, lab as Lab), 9);
  });
  it('under every light where both have a spectrum, and not where one has none', async () => {
    const sapele = await boardOf('2/sapele-1');
    for (const light of NOTED_LIGHTS) {
      const { things } = await asked({ near: `noted/board/${sapele.id}/0`, light });
      const under = ({ grid }: Pick<Noted, 'grid'>) => labOf(grid as number[], { illuminant: light, observer: 10 });
      if (light !== 'D65') expect(things.every((t) => t.grid)).toBe(true);
      for (const thing of things.filter((t) => t.grid))
        expect(thing.away).toBeCloseTo(deltaE00(under(sapele), under(thing)), 6);
    }
    expect(await refused({ near: 'lab/40,10,20', light: 'A' })).toMatchObject({ field: 'light' });
  });
  it('by a spectrum, by L*a*b*, by words, by a board and how it differs', async () => {
    const { grid, lab } = await boardOf('2/beech-1');
    const spectrum = grid?.map((v) => v.toFixed(5)).join(',');
    expect(codes(await asked({ near: `spectrum/${spectrum}` }))[0]).toBe('2/beech-1');
    expect(codes(await asked({ near: `lab/${lab?.map((v) => v.toFixed(3)).join(',')}` }))[0]).toBe('2/beech-1');
    expect((await asked({ near: 'words/dark walnut' })).sought?.lab[0]).toBeLessThan(40);
    expect((await asked({ near: 'words/2/beech-1' })).things[0]?.away).toBe(0);
    const darker = (await asked({ near: 'words/2/beech-1, a touch darker' })).sought;
    expect(darker?.lab[0]).toBeLessThan(lab?.[0] as number);
    expect((await refused({ near: 'words/xyzzy' })).detail).toContain('names no colour');
  });
  it('near this on another wood, within a distance; and where nothing is, what is nearest', async () => {
    const sapele = await boardOf('2/sapele-1');
    const near = `noted/board/${sapele.id}/0`;
    const birch = await asked({ near, wood: 'birch' });
    expect(birch.things.every((t) => t.speciesId === 'birch')).toBe(true);
    const none = await asked({ near, wood: 'birch', within: 1, person: 'Ines' });
    expect(none.things).toEqual([]);
    const [nearest] = birch.things;
    expect(none.instead.find((i) => i.without === 'person')?.nearest.id).toBe(nearest?.id);
    expect(none.instead.every((i) => i.nearest.away !== null)).toBe(true);
  });
});

describe('things are found', () => {
  it('by product, person, system, verdict and day, all of them together', async () => {
    const honey = await asked({ item: 'colourant/honey' });
    expect(honey.things.length).toBeGreaterThan(1);
    expect(honey.things.every((t) => t.stack.some((l) => 'honey' in l.colours))).toBe(true);
    const { systems, people } = (await shop.ask('get', '/notebook/choices').expect(200)).body;
    expect(people).toContain('Ines');
    const [{ system }] = systems;
    const layered = await asked({ system, kinds: 'board', verdict: 'passed', item: 'colourant/honey', person: 'Ines' });
    for (const t of layered.things) {
      expect(t.stack.map((l) => l.kind).join('/')).toBe(system);
      expect(t.verdict).toBe('passed');
    }
    const day = layered.things[0]?.at.slice(0, 10) ?? '2026-03-03';
    expect((await asked({ until: '2023-01-01', kinds: 'board' })).things).toEqual([]);
    expect((await asked({ from: day, until: day })).things.every((t) => t.at.startsWith(day))).toBe(true);
  });
  it('by the lot that was poured', async () => {
    const [{ lot } = {}] = await shop.db.query(
      'select lot_id as lot from step_done where lot_id is not null and deleted_at is null limit 1',
    );
    if (lot) expect((await asked({ lot: String(lot) })).count).toBeGreaterThan(0);
    expect((await asked({ lot: newId() })).count).toBe(0);
  });
  it('by words as they bend, and as they are misspelled', async () => {
    const straight = await asked({ words: 'honey beech', kinds: 'rack' });
    expect(straight.things.map((t) => t.label)).toEqual(['Boathouse bench, honey over beech']);
    const bent = await asked({ words: 'benches', kinds: 'rack' });
    expect(bent.things.map((t) => t.label)).toContain('Boathouse bench, honey over beech');
    const missed = await asked({ words: 'chandlry', kinds: 'rack' });
    expect(missed.wordsTaken).toBe('chandlery');
    expect(missed.things.map((t) => t.label)).toEqual(['Chandlery counter, dark']);
    expect((await asked({ words: 'xqzzyw' })).things).toEqual([]);
    // What is typed is words, whatever it looks like.
    expect((await asked({ words: `'); drop table job; --` })).things).toEqual([]);
  });
  it('page by page, each once', async () => {
    const kinds = 'board,rack,batch,recipe,look,target,fault';
    const whole = await asked({ kinds });
    expect(whole.next).toBe(whole.count > 50 ? 50 : null);
    const second = await asked({ kinds, skip: 5 });
    expect(second.things.slice(0, 10).map((t) => t.id)).toEqual(whole.things.slice(5, 15).map((t) => t.id));
    const near = 'lab/45,12,25';
    const byColour = await asked({ kinds, near });
    expect((await asked({ kinds, near, skip: 5 })).things.slice(0, 9).map((t) => t.id)).toEqual(
      byColour.things.slice(5, 14).map((t) => t.id),
    );
  });
});

describe('a search that is kept', () => {
  it('stands by its name until it is put away, and comes back', async () => {
    const kept = { id: newId(), name: 'Dark on oak', search: 'near=words/dark walnut&wood=oak' };
    await shop.ask('post', '/searches', kept).expect(201);
    await shop.ask('post', '/searches', kept).expect(201);
    const all = async () => (await shop.ask('get', '/searches').expect(200)).body.searches;
    expect(await all()).toEqual([kept]);
    await shop.ask('delete', `/searches/${kept.id}`).expect(204);
    expect(await all()).toEqual([]);
    await shop.ask('post', `/searches/${kept.id}/restore`).expect(204);
    expect(await all()).toEqual([kept]);
    await shop.ask('delete', `/searches/${newId()}`).expect(404);
  });
});

describe('what the shop learned', () => {
  it('is answered from two years of boards: every question has its rows, and what is drawn is in them', async () => {
    const { learned, boards } = WhatWasLearned.parse((await shop.ask('get', '/notebook/learned').expect(200)).body);
    expect(boards).toBeGreaterThan(300);
    for (const { id, rows, columns, chart, answer } of learned) {
      expect([id, rows.length > 0, answer !== null]).toEqual([id, true, true]);
      for (const row of rows) expect(row).toHaveLength(columns.length);
      for (const up of chart.up) expect(rows.some((row) => typeof row[up] === 'number')).toBe(true);
    }
  });
});

describe('jobs like one', () => {
  it('are those with a target like its own, with what became of them, and the boards that came nearest', async () => {
    const [{ number, lab } = {}] = await shop.db.query(
      `select number, target_lab as lab from job where number > 3 and deleted_at is null order by number limit 1`,
    );
    const { jobs, boards } = JobsLike.parse((await shop.ask('get', `/jobs/${number}/similar`).expect(200)).body);
    expect(jobs.length).toBeGreaterThan(0);
    expect(jobs.every((j) => j.number !== number)).toBe(true);
    expect(jobs.map((j) => j.away)).toEqual(jobs.map((j) => j.away).toSorted((p, q) => p - q));
    const [nearest] = jobs;
    const other = await jobNumbered(nearest?.number as number);
    const [wood] = other.woods;
    expect(nearest?.woods.find((w) => w.code === wood?.code)?.boards).toBe(wood?.boards.filter((b) => b.recipe).length);
    for (const board of boards) expect(board.away).toBeCloseTo(deltaE00(lab as Lab, board.lab as Lab), 6);
  });
  it('are none where a job has no target yet', async () => {
    const { number } = (await shop.ask('post', '/jobs', { customer: 'Buoy Store', piece: 'Door', tolerance: 1 })).body;
    expect((await shop.ask('get', `/jobs/${number}/similar`).expect(200)).body).toEqual({ jobs: [], boards: [] });
  });
});

describe('a recipe made again', () => {
  it('is the draft of a wood, says whose it is where it is planned next, and is taken back', async () => {
    const beech = await boardOf('2/beech-1');
    const job = await jobNumbered(2);
    const ash = job.woods.find((w) => w.code === 'ash');
    const of = { board: beech.id, code: '2/beech-1', how: 'as it was' };
    const put = (version: number, stack: unknown, whose: typeof of | null) =>
      shop.ask('put', `/woods/${ash?.id}/repeated`, { version, stack, of: whose });
    const { version } = (await put(ash?.draftVersion as number, beech.stack, of).expect(200)).body;
    expect((await put(ash?.draftVersion as number, beech.stack, of).expect(409)).body.current).toBeTruthy();
    const woodNow = async () => (await jobNumbered(2)).woods.find((w) => w.code === 'ash');
    expect((await woodNow())?.repeated).toEqual(of);
    const taken = (await put(version, ash?.draft ?? [], null).expect(200)).body;
    expect((await woodNow())?.repeated).toBeNull();
    await put(taken.version, beech.stack, of).expect(200);
    const [board] = (await woodNow())?.boards ?? [];
    const plan = { id: newId(), stack: beech.stack, litres: 0.5, origin: 'hand', chance: 0.4 };
    const planned = (await shop.ask('post', `/boards/${board?.id}/recipe`, plan).expect(201)).body;
    expect(planned.recipe).toMatchObject({ after: of, chance: 0.4 });
    // The next recipe of the wood is its own again.
    expect((await woodNow())?.repeated).toBeNull();
  });
});

describe('a plank', () => {
  it('has one recipe on its parts: each part is noted, the recipe once', async () => {
    const { id: job } = (await shop.ask('post', '/jobs', { customer: 'Plank Loft', piece: 'Shelf', tolerance: 1 }))
      .body;
    const { woods }: Job = (await shop.ask('post', `/jobs/${job}/woods`, { speciesId: 'birch' }).expect(201)).body;
    const [board] = woods[0]?.boards ?? [];
    const five = { source: 'instrument', count: 1, takingId: newId() };
    await shop.ask('post', `/boards/${board?.id}/readings`, { stage: 0, reading: five }).expect(201);
    const stack = [{ kind: 'dye', colours: { honey: 3 }, settings: {} }];
    await shop
      .ask('post', `/boards/${board?.id}/recipe`, { id: newId(), stack, litres: 0.5, origin: 'hand' })
      .expect(201);
    await shop.ask('post', `/boards/${board?.id}/coats`, { id: newId(), stage: 1 }).expect(201);
    await shop
      .ask('post', `/boards/${board?.id}/strips`, { own: 'left', strips: [{ id: newId(), name: 'right' }] })
      .expect(201);
    expect((await asked({ words: 'Plank Loft', kinds: 'board' })).count).toBe(2);
    expect((await asked({ words: 'Plank Loft', kinds: 'recipe' })).count).toBe(1);
  });
});
