import { request as ask } from 'node:http';
import type { AddressInfo, Server } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openTestShop, type TestShop } from '../../../test/server/open-test-shop.ts';
import { newId } from '../../shared/id.ts';

let shop: TestShop;
let server: Server;
let port: number;
beforeAll(async () => {
  shop = await openTestShop();
  server = shop.app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  port = (server.address() as AddressInfo).port;
});
afterAll(async () => {
  server.close();
  await shop.close();
});

/** A request with headers that a browser would not let a page set. */
const asked = (method: string, path: string, headers: Record<string, string>, body?: string) =>
  new Promise<{ status: number; detail: string }>((resolve, reject) => {
    const sent = ask({ port, method, path, headers: { host: `localhost:${port}`, ...headers } }, (response) => {
      let text = '';
      response.on('data', (data) => {
        text += data;
      });
      response.on('end', () => resolve({ status: response.statusCode ?? 0, detail: text }));
    });
    sent.once('error', reject).end(body);
  });

describe('who may ask', () => {
  it('is whoever calls this machine by its own name', async () => {
    for (const host of [`localhost:${port}`, `127.0.0.1:${port}`, `[::1]:${port}`, 'LOCALHOST'])
      expect((await asked('GET', '/api/jobs', { host })).status).toBe(200);
    for (const host of [`rebound.example:${port}`, 'localhost.example', 'localhost@evil', `evil.localhost:${port}`]) {
      const { status, detail } = await asked('GET', '/api/jobs', { host });
      expect([host, status]).toEqual([host, 421]);
      expect(detail).toContain('does not answer to the name');
      expect((await asked('GET', '/', { host })).status).toBe(421);
    }
  });
  it('is no page of another site: not to read, and not by a post without a body', async () => {
    const job = { id: newId(), customer: 'Ours', piece: 'x', tolerance: 1 };
    expect((await shop.ask('post', '/jobs', job)).status).toBe(201);
    const away = `/api/jobs/${job.id}/restore`;
    for (const headers of [
      { origin: 'http://evil.example' },
      { origin: 'null' },
      { origin: `https://localhost:${port}` },
      { origin: 'http://localhost:1' },
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
    ]) {
      expect((await asked('GET', '/api/jobs', headers as never)).status).toBe(403);
      expect((await asked('POST', away, headers as never)).status).toBe(403);
      expect((await asked('DELETE', `/api/jobs/${job.id}`, headers as never)).status).toBe(403);
    }
    const own = { origin: `http://localhost:${port}`, 'sec-fetch-site': 'same-origin' };
    expect((await asked('POST', away, own)).status).toBe(204);
    expect((await asked('GET', `/api/jobs/${job.id}`, { 'sec-fetch-site': 'none' })).status).toBe(200);
  });
});

describe('what may be asked', () => {
  it('has ids and numbers that are ids and numbers', async () => {
    const { number } = (await shop.ask('post', '/jobs', { customer: 'One', piece: 'x', tolerance: 1 })).body;
    expect((await shop.ask('get', `/jobs/${number}`)).status).toBe(200);
    for (const code of [
      `${number}e0`,
      `0x${number}`,
      `+${number}`,
      `0${number}`,
      ` ${number}`,
      `${number}.0`,
      `-${number}`,
    ])
      expect([code, (await shop.ask('get', `/jobs/${encodeURIComponent(code)}`)).status]).toEqual([code, 404]);
    for (const skip of ['1e0', '0x1', '+2', '', '-1', '01'])
      expect([skip, (await shop.ask('get', `/jobs?skip=${encodeURIComponent(skip)}`)).status]).toEqual([skip, 422]);
    expect((await shop.ask('get', '/species/beech/versions/1e0')).status).toBe(404);
  });
  it('is text that can be kept, at an address that can be read', async () => {
    for (const customer of ['a\0b', '\ud800', 'x\udc00']) {
      const { status, body } = await shop.ask('post', '/jobs', { customer, piece: 'x', tolerance: 1 });
      expect([status, body.field]).toEqual([422, 'customer']);
    }
    expect((await asked('GET', '/api/jobs/%ff', {})).status).toBe(400);
    expect((await asked('GET', '/api/colourants/%00/story', {})).status).toBe(404);
    const json = { 'content-type': 'application/json' };
    expect(
      (await asked('POST', '/api/jobs', { ...json, 'content-type': 'application/json; charset=latin-99' }, '{}'))
        .status,
    ).toBe(415);
    expect((await asked('POST', '/api/jobs', { ...json, 'content-encoding': 'br2' }, '{}')).status).toBe(415);
    const large = await asked('POST', '/api/jobs', json, JSON.stringify({ customer: 'x'.repeat(9_100_000) }));
    expect([large.status, large.detail]).toEqual([
      413,
      expect.stringContaining('a file of readings or a picture 9 MB'),
    ]);
    const deep = `${'['.repeat(40)}1${']'.repeat(40)}`;
    const nested = await asked('POST', '/api/jobs', json, `{"customer":${deep}}`);
    expect([nested.status, nested.detail]).toEqual([422, expect.stringContaining('nested deeper')]);
    const { status, body } = await shop.ask('post', '/jobs', { customer: 'Fog', piece: 'x', tolerance: 1, dew: 3 });
    expect([status, body.field, body.detail]).toEqual([422, 'dew', expect.stringContaining('“dew”')]);
  });
  it('has names that are words of the language, and they are only names', async () => {
    for (const name of ['__proto__', 'constructor', 'toString']) {
      const { id, woods } = await plannable();
      const [{ id: board }] = woods[0].boards;
      const stack = [{ kind: 'dye', colours: JSON.parse(`{"${name}": 1}`), settings: {} }];
      const { status, body } = await shop.ask('post', `/boards/${board}/recipe`, { stack, litres: 1, origin: 'hand' });
      expect([name, status]).toEqual([name, 422]);
      expect(body.detail).toMatch(new RegExp(`There is no(thing| colourant).*“${name}”`));
      expect((await shop.ask('get', `/jobs/${id}`)).status).toBe(200);
    }
  });
  async function plannable() {
    const tissues = [{ name: 'ground', fraction: 1, reflectance: new Array(31).fill(0.5), dye: 1, hold: 1 }];
    await shop.ask('post', '/species', { id: 'plain', name: 'Plain', figure: 'birch', tannin: 0, tissues });
    const job = (await shop.ask('post', '/jobs', { customer: 'Names', piece: 'x', tolerance: 1 })).body;
    return (await shop.ask('post', `/jobs/${job.id}/woods`, { speciesId: 'plain' })).body;
  }
});
