import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BeechShop, CLEAR, DYE, openBeechShop } from '../../../test/server/beech-shop.ts';
import type { Board } from '../../shared/board.ts';
import type { OpenedAddress } from '../../shared/bracket.ts';
import { ROUTES } from '../../shared/contract/index.ts';
import type { House } from '../../shared/house.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';
import { createCustomerApp } from '../customers/customer-app.ts';

let bench: BeechShop;
let boards: Board[];
let other: Board;
const stand = async (
  of: readonly object[] = boards.map((b, i) => ({ board: b.id, says: ['lighter', 'on'][i] })),
  status = 201,
) => {
  const id = newId();
  const job: Job = await bench.post(`/jobs/${(await bench.now()).id}/brackets`, { id, boards: of }, status);
  return { id, job };
};
const bracketNow = async (id: string) => (await bench.now()).brackets.find((b) => b.id === id);
const open = (id: string, body: object = {}, status = 201): Promise<OpenedAddress> =>
  bench.post(`/brackets/${id}/address`, body, status);
const setCustomers = async (customers: boolean) => {
  const { version }: House = (await bench.shop.ask('get', '/house').expect(200)).body;
  await bench.shop.ask('patch', '/house', { version, customers }).expect(200);
};
const split = (address: string) => {
  const { origin, pathname } = new URL(address);
  return { origin, pathname };
};
const get = (address: string) => request(split(address).origin).get(split(address).pathname);
const answer = (address: string, typed: object) =>
  request(split(address).origin).post(split(address).pathname).type('form').send(typed);

beforeAll(async () => {
  bench = await openBeechShop(true);
  const [first] = (await bench.boards()) as [Board];
  const wood = (await bench.now()).woods[0]?.id;
  const second: Board = await bench.post(`/woods/${wood}/boards`, {});
  for (const b of [first, second]) await bench.plan(b.id, [DYE, CLEAR]);
  boards = [first, second];
  other = await bench.post(`/woods/${wood}/boards`, {});
});
afterAll(() => bench.shop.close());

describe('a bracket', () => {
  it('is of two to four boards of the job that have something to show', async () => {
    const says = async (of: readonly object[], status: number) =>
      (await stand(of, status)).job as unknown as { detail: string };
    expect((await says([{ board: boards[0]?.id }], 422)).detail).toMatch(/two boards or more/);
    expect((await says([{ board: boards[0]?.id }, { board: boards[0]?.id }], 422)).detail).toMatch(/Each board once/);
    expect((await says([{ board: boards[0]?.id }, { board: newId() }], 409)).detail).toMatch(/of boards of this job/);
    expect((await says([{ board: boards[0]?.id }, { board: other.id }], 409)).detail).toMatch(/no layers yet/);
  });
  it('is answered at the shop, once, and told in the story', async () => {
    const { id, job } = await stand();
    expect(job.brackets.at(-1)).toMatchObject({ id, answer: null, openUntil: null });
    const chosen = { board: boards[1]?.id, words: 'like the counter', initials: 'H. K.' };
    const after: Job = await bench.post(`/brackets/${id}/answer`, chosen, 200);
    expect(after.brackets.at(-1)?.answer).toMatchObject(chosen);
    await bench.post(`/brackets/${id}/answer`, { ...chosen, board: boards[0]?.id }, 409);
    await bench.post(`/brackets/${id}/address`, {}, 409);
    const { body } = await bench.shop.ask('get', `/jobs/${after.id}/story`).expect(200);
    expect(JSON.stringify(body)).toContain('bracket answered');
  });
});

describe('the door for customers', () => {
  it('stays shut until the house opens it, and is shut with one change of the house', async () => {
    const { id } = await stand();
    const refused = (await open(id, {}, 409)) as unknown as { detail: string };
    expect(refused.detail).toMatch(/Let customers in under House/);
    await setCustomers(true);
    const { address } = await open(id);
    await get(address).expect(200);
    await setCustomers(false);
    await expect(get(address)).rejects.toThrow(/ECONNREFUSED/);
    await setCustomers(true);
  });
  it('shows the boards of its bracket, without a figure, and takes one answer', async () => {
    const { id } = await stand();
    const { address, until } = await open(id, { hours: 2 });
    // 128 bits, of which the record has only the hash.
    expect(split(address).pathname).toMatch(/^\/[\w-]{22}$/);
    const kept = await bench.shop.db.query('select secret_hash from bracket where id = $1', [id]);
    expect(JSON.stringify(kept)).not.toContain(split(address).pathname.slice(1));
    expect(Date.parse(until)).toBeGreaterThan(0);
    expect((await bracketNow(id))?.openUntil).toBe(until);
    const { text, headers } = await get(address).expect(200);
    expect(text.match(/data:image\/png;base64,/g)).toHaveLength(2);
    expect(text).toContain('A screen cannot show this exactly: see the boards');
    expect(text).toContain('A lighter');
    expect(text.replace(/data:[^"]*|<style>.*?<\/style>|value="[^"]*"/gs, '')).not.toMatch(/ΔE|L\*|%|g\/L|\d\.\d/);
    expect(text).not.toContain('<script');
    expect(headers['content-security-policy']).toMatch(/default-src 'none'/);
    expect(headers['cache-control']).toBe('no-store');
    expect(headers['set-cookie']).toBeUndefined();
    expect((await answer(address, { words: 'nice <b>' }).expect(422)).text).toMatch(
      /Choose one of them.*nice &lt;b&gt;/s,
    );
    expect((await answer(address, { board: boards[0]?.id }).expect(422)).text).toMatch(/initials/);
    await answer(address, { board: other.id, initials: 'H. K.' }).expect(409);
    expect(
      (await answer(address, { board: boards[0]?.id, words: 'paler', initials: 'H. K.' }).expect(200)).text,
    ).toContain('Thank you');
    expect((await bracketNow(id))?.answer).toMatchObject({ board: boards[0]?.id, words: 'paler', initials: 'H. K.' });
    expect((await get(address).expect(410)).text).toContain('answered already');
    expect((await answer(address, { board: boards[1]?.id, initials: 'X' }).expect(410)).text).toContain(
      'answered already',
    );
    expect((await bracketNow(id))?.answer?.board).toBe(boards[0]?.id);
  });
  it('says that an address has run out, and knows nothing of one that was shut or opened anew', async () => {
    const { id } = await stand();
    const first = await open(id);
    const second = await open(id);
    await get(first.address).expect(404);
    await bench.shop.db.query(`update bracket set open_until = shop_now() - interval '1 minute' where id = $1`, [id]);
    expect((await get(second.address).expect(410)).text).toContain('run out');
    expect((await bracketNow(id))?.openUntil).toBeNull();
    const third = await open(id);
    await bench.shop.ask('delete', `/brackets/${id}/address`).expect(200);
    await get(third.address).expect(404);
  });
  it('lets nothing else be reached: no route of the program, no file', async () => {
    const { id } = await stand();
    const { pathname } = split((await open(id)).address);
    // Asked as often as need be: how often is another matter.
    const door = createCustomerApp(bench.shop, console.error, 100_000);
    const named = (path: string) => path.replace(/:\w+/g, id);
    const paths = [
      '/',
      '/jobs',
      '/index.html',
      '/assets/index.js',
      `${pathname}/answer`,
      '/../package.json',
      ...ROUTES.flatMap(({ path }) => [`/api${named(path)}`, named(path)]),
    ];
    const found: string[] = [];
    for (const path of paths)
      for (const method of ['get', 'post', 'delete'] as const) {
        const { status } = await request(door)[method](path);
        if (![403, 404].includes(status)) found.push(`${method} ${path}: ${status}`);
      }
    expect(found).toEqual([]);
    await request(door).get(pathname).expect(200);
  });
  it('answers a machine that asks too often with a sentence', async () => {
    // What was asked just before counts: one minute, one machine.
    const { origin } = split((await open((await stand()).id)).address);
    let status = 0;
    for (let n = 0; n < 40 && status !== 429; n++) ({ status } = await request(origin).get('/'));
    expect(status).toBe(429);
    expect((await request(origin).get('/')).text).toContain('too often');
  });
});
