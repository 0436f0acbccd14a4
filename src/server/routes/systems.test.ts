import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BeechShop, CLEAR, DYE, openBeechShop } from '../../../test/server/beech-shop.ts';
import { nth } from '../../core/known.ts';
import { STARTING_SYSTEMS } from '../../core/systems/index.ts';
import { readSystemFile, systemText } from '../../record/job/systems.ts';
import type { Board } from '../../shared/board.ts';
import type { FaultFound } from '../../shared/fault.ts';
import type { House } from '../../shared/house.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';
import type { KeptSystem } from '../../shared/system.ts';

let bench: BeechShop;
let board: Board;
const refused = async (url: string, body: object, status: number, method: 'post' | 'patch' = 'post') =>
  (await bench.shop.ask(method, url, body).expect(status)).body as { detail: string; field?: string };
const house = async (): Promise<House> => (await bench.shop.ask('get', '/house').expect(200)).body;

beforeAll(async () => {
  bench = await openBeechShop();
  board = nth(await bench.boards(), 0);
  await bench.read(board.id, 0);
  await bench.plan(board.id, [DYE, CLEAR]);
});
afterAll(() => bench.shop.close());

describe('systems that the shop keeps', () => {
  const kept = async (): Promise<KeptSystem[]> => (await bench.shop.ask('get', '/systems').expect(200)).body;
  const system = readSystemFile(systemText(nth(STARTING_SYSTEMS, 0)));
  it('are kept once, put away and brought back', async () => {
    const id = newId();
    await bench.post('/systems', { id, system });
    await bench.post('/systems', { id, system });
    expect(await kept()).toMatchObject([{ id, system, archived: false }]);
    await bench.shop.ask('delete', `/systems/${id}`).expect(204);
    expect(await kept()).toEqual([]);
    await bench.shop.ask('post', `/systems/${id}/restore`).expect(204);
    expect(await kept()).toHaveLength(1);
    await bench.shop.ask('delete', `/systems/${newId()}`).expect(404);
  });
  it.each([
    [{ ...system, variants: [] }, /one variant at least/],
    [{ ...system, name: ' ' }, /What is it called/],
    [{ ...system, format: 'other' }, /./],
    [{ ...system, variants: [{ name: 'a', preparation: { grit: 5 }, layers: [{ kind: 'dye' }] }] }, /at least 60/],
  ])('that are none are refused: %#', async (bad, said) => {
    expect((await refused('/systems', { system: bad }, 422)).detail).toMatch(said);
  });
});

describe('what went wrong', () => {
  const found = async (): Promise<FaultFound[]> => (await bench.shop.ask('get', '/faults').expect(200)).body;
  const fault = { stage: 1, fault: 'darker', cause: 'poured-wrong', hours: 1.5, note: 'the small scale' };
  it('is written down with board, job and hours, told in the story, and taken back', async () => {
    const made: FaultFound = await bench.post('/faults', { boardId: board.id, ...fault });
    expect(made).toMatchObject({ ...fault, board: 'beech-1', job: 1, piece: 'Shelf' });
    const story = (await bench.shop.ask('get', '/jobs/1/story').expect(200)).body as { kind: string }[];
    expect(story.map((e) => e.kind)).toContain('fault found');
    await bench.shop.ask('delete', `/faults/${made.id}`).expect(204);
    expect(await found()).toEqual([]);
    await bench.shop.ask('post', `/faults/${made.id}/restore`).expect(204);
    expect(await found()).toHaveLength(1);
  });
  it.each([
    [{ fault: 'bad luck' }, 'fault', /no fault/],
    [{ cause: 'the moon' }, 'cause', /no cause/],
    [{ hours: -1 }, 'hours', /zero hours or more/],
  ])('is refused where it makes no sense: %j', async (over, field, said) => {
    const answer = await refused('/faults', { boardId: board.id, ...fault, ...over }, 422);
    expect([answer.field, answer.detail]).toEqual([field, expect.stringMatching(said)]);
  });
  it('is of a board that there is', async () => {
    await refused('/faults', { boardId: newId(), ...fault }, 404);
  });
});

describe('the schools and tools of the house', () => {
  it('are all first options and all tools at hand until somebody says otherwise', async () => {
    const { schools, tools } = await house();
    expect([schools, tools.length]).toEqual([{}, 6]);
  });
  it('change one by one; tools together', async () => {
    const { version } = await house();
    const schools = { 'stop-grit': 'fine' };
    await bench.shop.ask('patch', '/house', { version, schools, tools: ['scale'] }).expect(200);
    const next = { version: version + 1, schools: { dust: 'tack' } };
    const now: House = (await bench.shop.ask('patch', '/house', next).expect(200)).body;
    expect([now.schools, now.tools]).toEqual([{ 'stop-grit': 'fine', dust: 'tack' }, ['scale']]);
  });
  it('decide how a new wood is made ready', async () => {
    const job: Job = await bench.post('/jobs', { customer: 'Quay', piece: 'Second', tolerance: 1 });
    await bench.post(`/jobs/${job.id}/woods`, { speciesId: 'beech' });
    const { woods }: Job = (await bench.shop.ask('get', `/jobs/${job.id}`).expect(200)).body;
    expect(nth(woods, 0).preparation).toMatchObject({ grit: 220, dust: 'tack cloth' });
  });
  it('say what they would change of the open jobs', async () => {
    const [wood] = (await bench.now()).woods;
    const stack = [DYE, { ...CLEAR, method: 'sprayed' }];
    await bench.shop.ask('put', `/woods/${wood?.id}/draft`, { version: wood?.draftVersion, stack }).expect(200);
    const was = { schools: {}, tools: ['spray-gun', 'booth'] };
    const effects = await bench.post('/house/effects', { was, now: { ...was, tools: [] } }, 200);
    expect(effects).toMatchObject([{ job: 1, wood: 'Beech', said: ['No spray gun here'], silent: [] }]);
    expect(await bench.post('/house/effects', { was, now: was }, 200)).toEqual([]);
  });
  it.each([
    [{ schools: { 'stop-grit': 'rough' } }, /no such school/],
    [{ schools: { weather: 'fair' } }, /./],
    [{ tools: ['hammer'] }, /./],
  ])('that there are not are refused: %j', async (bad, said) => {
    const { version } = await house();
    expect((await refused('/house', { version, ...bad }, 422, 'patch')).detail).toMatch(said);
  });
});
