import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BeechShop, CLEAR, DYE, openBeechShop } from '../../../test/server/beech-shop.ts';
import { readAir, writeAir } from '../../core/formats/air.ts';
import type { Board } from '../../shared/board.ts';
import type { ClockKnown, PlannedTask } from '../../shared/clock.ts';
import type { ClockRail } from '../../shared/clock-rail.ts';
import { newId } from '../../shared/id.ts';
import { sensedHours } from '../../workshop/sensor.ts';
import { takeInSensed, writeSensed } from '../sensor/sensor.ts';
import { readSensed } from '../sensor/sensor-file.ts';

const DAY = 86_400_000;
/** Eight in the morning of a Monday to come, universal time: it was a Monday on 5 January 1970. */
const MONDAY = new Date((Math.ceil((Date.now() / DAY - 4) / 7) * 7 + 4) * DAY + 8 * 3_600_000).toISOString();
const later = (hours: number) => new Date(Date.parse(MONDAY) + hours * 3_600_000).toISOString();
const OIL = { kind: 'clear', colours: {}, medium: 'oil-varnish', settings: { coats: 2 }, rub: 'none' };

let bench: BeechShop;
let board: Board;
const ask = (method: 'get' | 'put' | 'delete', url: string, body?: object, status = 200) =>
  bench.shop.ask(method, url, body).expect(status);
const clock = async (): Promise<ClockKnown> => (await ask('get', '/clock')).body;
const rail = async (): Promise<ClockRail> => (await ask('get', '/clock/rail')).body;
const turn = (turned: object, status = 200) => ask('put', '/clock', turned, status);
const takeIn = async (file: string) => (await takeInSensed(bench.shop, file, { read: readSensed } as never)).taken;
const refusal = async (asked: Promise<{ body: { detail: string } }>) => (await asked).body.detail;
const keyOf = (stage: number, coat: number, act: string) => `board/${board.id}/1/${stage}/${coat}/${act}`;

beforeAll(async () => {
  bench = await openBeechShop(true);
  await turn({ runs: false });
  await turn({ to: MONDAY });
  [board] = (await bench.boards()) as [Board];
  await bench.read(board.id, 0);
  await bench.plan(board.id, [DYE, { ...CLEAR, settings: { coats: 2 } }]);
});
afterAll(() => bench.shop.close());

describe('the clock of a shop to practise in', () => {
  it('stands where it was turned to, and everything is done at its time', async () => {
    expect(await clock()).toMatchObject({ now: MONDAY, stands: true, turnable: true });
    const { woods } = await bench.now();
    expect(woods[0]?.boards[0]?.readings[0]?.takenAt).toBe(MONDAY);
  });
  it('is turned forward, never back; runs on from where it stands', async () => {
    expect(await refusal(turn({ to: later(-24) }, 422))).toMatch(/never back/);
    expect(await refusal(turn({ hours: -1 }, 422))).toMatch(/forward/);
    await turn({ runs: true });
    expect((await clock()).stands).toBe(false);
    expect(Date.parse((await clock()).now) - Date.parse(MONDAY)).toBeLessThan(60_000);
    await turn({ runs: false });
    expect((await clock()).stands).toBe(true);
    await turn({ hours: 0.5 });
  });
  it('a working shop’s is the clock on the wall', async () => {
    const working = await openBeechShop();
    const { turnable, now } = (await working.shop.ask('get', '/clock').expect(200)).body as ClockKnown;
    expect(turnable).toBe(false);
    expect(Math.abs(Date.parse(now) - Date.now())).toBeLessThan(60_000);
    const { body } = await working.shop.ask('put', '/clock', { runs: false }).expect(409);
    expect(body.detail).toMatch(/clock on the wall/);
    await working.shop.close();
  });
});

describe('the air of the shop', () => {
  it('is noted, and a coat put on now has it', async () => {
    await bench.post('/clock/air', { temperature: 16, humidity: 66, moving: true });
    expect((await clock()).air.at(-1)).toMatchObject({ temperature: 16, moving: true, source: 'typed' });
    await bench.post('/clock/air', { temperature: 16, humidity: 66 });
    await bench.post(`/boards/${board.id}/coats`, { stage: 1 });
    const [now] = await bench.boards();
    expect(now?.coats[0]?.conditions).toEqual({ temperature: 16, humidity: 66 });
  });
  it('bad input gets a sentence', async () => {
    const air = (over: object) => bench.post('/clock/air', { temperature: 18, humidity: 50, ...over }, 422);
    expect((await air({ humidity: 120 })).detail).toMatch(/0 to 100/);
    expect((await air({ temperature: 90 })).detail).toMatch(/Warmer/);
    expect((await air({ source: 'forecast' })).detail).toMatch(/time to come/);
    expect((await air({ at: later(300) })).detail).toMatch(/forecast/);
  });
  it('is taken out and put back', async () => {
    const noted = (await bench.post('/clock/air', { temperature: 12, humidity: 40 })) as { id: string }[];
    const id = noted.at(-1)?.id;
    await ask('delete', `/clock/air/${id}`, undefined, 204);
    expect((await clock()).air.some((a) => a.id === id)).toBe(false);
    await bench.post(`/clock/air/${id}/restore`, {}, 204);
    await ask('delete', `/clock/air/${id}`, undefined, 204);
  });
  it('comes from a sensor’s file: kept every quarter of an hour, only what is new, and no line of the future', async () => {
    const folder = await mkdtemp(path.join(tmpdir(), 'urushi-sensor-'));
    const file = path.join(folder, 'sensor.csv');
    expect(await takeIn(file)).toBe(0);
    const from = Date.parse(later(-26));
    await writeFile(file, writeAir(sensedHours(from, from + 40 * 3_600_000)));
    expect(await takeIn(file)).toBe(27);
    expect(await takeIn(file)).toBe(0);
    expect((await clock()).air.filter((a) => a.source === 'sensor')).toHaveLength(27);
    // The simulated sensor of a demo writes as the clock is turned; its lines are read like any other's.
    const simulated = path.join(folder, 'simulated.csv');
    const since = await writeSensed(bench.shop, simulated, null);
    expect(await takeIn(simulated)).toBe(0);
    await writeSensed(bench.shop, simulated, since - 3 * 3_600_000);
    await writeSensed(bench.shop, simulated, since - 2 * 3_600_000);
    expect(readAir(await readFile(simulated, 'utf8'))).toMatchObject({ refused: 0, air: { length: 5 } });
    await rm(folder, { recursive: true });
  });
});

describe('tests before going on', () => {
  it('the rail tells what is wet, then what is to be tested, then what may go on', async () => {
    expect(await rail()).toMatchObject({ ready: 0, tests: 0 });
    expect((await rail()).next?.what).toMatch(/Clear: Waterborne satin/);
    await turn({ hours: 10 });
    expect(await rail()).toMatchObject({ tests: 1 });
  });
  it('found wet moves the clock; found dry lets it go on; the next coats are expected otherwise', async () => {
    await bench.post('/clock/tests', { coat: keyOf(1, 1, 'coat'), dry: false });
    expect(await rail()).toMatchObject({ ready: 0, tests: 0 });
    await turn({ hours: 3 });
    const { tests } = (await bench.post('/clock/tests', { coat: keyOf(1, 1, 'coat'), dry: true })) as ClockKnown;
    expect(tests).toHaveLength(2);
    // In the cold and damp of this shop ten hours are fewer of fair air.
    expect(tests[0]?.item).toBe('colourant/honey');
    expect(tests[0]?.hours).toBeGreaterThan(4);
    expect(tests[0]?.hours).toBeLessThan(10);
    expect(await rail()).toMatchObject({ ready: 1 });
  });
  it('a test can be taken back; of a coat that is not on there is none', async () => {
    const [test] = (await clock()).tests;
    await ask('delete', `/clock/tests/${test?.id}`, undefined, 204);
    expect(await rail()).toMatchObject({ ready: 0 });
    await bench.post(`/clock/tests/${test?.id}/restore`, {}, 204);
    expect((await bench.post('/clock/tests', { coat: keyOf(2, 1, 'coat'), dry: true }, 409)).detail).toMatch(
      /not on yet/,
    );
    expect((await bench.post('/clock/tests', { coat: 'nonsense', dry: true }, 422)).detail).toMatch(/no such work/);
  });
});

describe('work that is ticked', () => {
  it('the first coat of two is ticked, the last is the board’s own record', async () => {
    const done = (work: string, status: number) => bench.post('/clock/done', { work }, status);
    expect((await done(keyOf(2, 2, 'coat'), 409)).detail).toMatch(/put on at its board/);
    const { done: all } = (await done(keyOf(2, 1, 'coat'), 201)) as ClockKnown;
    expect(all).toHaveLength(1);
    // A repeated tap changes nothing.
    await done(keyOf(2, 1, 'coat'), 201);
    expect((await clock()).done).toHaveLength(1);
    await ask('delete', `/clock/done/${all[0]?.id}`, undefined, 204);
    expect((await clock()).done).toHaveLength(0);
    await bench.post(`/clock/done/${all[0]?.id}/restore`, {}, 204);
  });
  it('the story of the job tells of it', async () => {
    const { body } = await ask('get', `/jobs/${(await bench.now()).id}/story`);
    const kinds = (body as { kind: string }[]).map((e) => e.kind);
    expect(kinds).toContain('dryness tested');
    expect(kinds).toContain('work done');
  });
  it('a window that shuts is on the rail', async () => {
    await bench.post('/mediums', {
      id: 'oil-varnish',
      name: 'Oil varnish',
      kind: 'clear',
      carrier: 'oil',
      k2: 0.5,
      tint: new Array(31).fill(0),
      caution: '',
      sheet: { label: { goOn: 12, window: 72 }, shop: {} },
    });
    const job = await bench.now();
    const { id } = (await bench.post(`/woods/${job.woods[0]?.id}/boards`, {})) as Board;
    await bench.read(id, 0);
    await bench.plan(id, [DYE, OIL, CLEAR].slice(0, 2));
    await bench.post(`/boards/${id}/coats`, { stage: 1 });
    await turn({ hours: 12 });
    await bench.post('/clock/done', { work: `board/${id}/2/2/1/coat` });
    await turn({ hours: 30 });
    const shuts = (await rail()).shuts;
    expect(shuts?.what).toMatch(/coat 2 of 2/);
    expect(Date.parse(shuts?.at ?? '')).toBeGreaterThan(Date.parse((await clock()).now));
  });
});

describe('the week’s plan', () => {
  const task = (over: Partial<PlannedTask> = {}): PlannedTask => ({
    key: keyOf(2, 2, 'coat'),
    title: 'Clear: Waterborne satin, coat 2 of 2; with a comma',
    item: 'beech-1, Shelf',
    job: 1,
    start: '2026-03-16T08:00:00.000Z',
    end: '2026-03-16T08:25:00.000Z',
    pinned: false,
    place: 'Shop',
    ...over,
  });
  it('is kept, and comes out as a calendar that another program reads (RFC 5545)', async () => {
    expect((await ask('get', '/clock/week.ics')).text).toContain('BEGIN:VCALENDAR');
    await ask('put', '/clock/plan', { id: newId(), tasks: [task(), task({ key: keyOf(2, 1, 'coat'), pinned: true })] });
    expect((await clock()).plan?.tasks).toHaveLength(2);
    const backwards = { id: newId(), tasks: [task({ end: '2026-03-15T08:00:00.000Z' })] };
    expect(await refusal(ask('put', '/clock/plan', backwards, 422))).toMatch(/ends after it begins/);
    const { text, type } = await ask('get', '/clock/week.ics');
    expect(type).toBe('text/calendar');
    const read = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
    expect(read).toHaveLength(2);
    expect(read[0]?.summary).toBe('Clear: Waterborne satin, coat 2 of 2; with a comma: beech-1, Shelf');
    expect(read[0]?.startDate.toJSDate().toISOString()).toBe('2026-03-16T08:00:00.000Z');
    expect(read[0]?.endDate.toJSDate().toISOString()).toBe('2026-03-16T08:25:00.000Z');
    expect(new Set(read.map((e) => e.uid)).size).toBe(2);
    expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
  });
  it('when the shop works and where things dry; a day without hours and a week without days get a sentence', async () => {
    const { body: house } = await ask('get', '/house');
    expect(house.week.days[5]).toBeNull();
    const change = async (week: object, status: number) =>
      (await bench.shop.ask('patch', '/house', { version: house.version, week }).expect(status)).body;
    const days = house.week.days as unknown[];
    expect((await change({ days: days.with(0, { from: 9, to: 9 }) }, 422)).detail).toMatch(/no hours/);
    expect((await change({ days: days.map(() => null) }, 422)).detail).toMatch(/no working hour/);
    expect((await change({ places: [] }, 422)).detail).toMatch(/name one place/);
    const now = await change({ holidays: ['2026-03-17'], spraying: 2 }, 200);
    expect(now.week).toMatchObject({ holidays: ['2026-03-17'], spraying: 2, days });
  });
  it('a job is wanted by a day', async () => {
    const { id, version } = await bench.now();
    const { body } = await bench.shop.ask('patch', `/jobs/${id}`, { version, due: '2026-03-27' }).expect(200);
    expect(body.due).toBe('2026-03-27');
    await bench.shop.ask('patch', `/jobs/${id}`, { version: body.version, due: 'soon' }).expect(422);
  });
});
