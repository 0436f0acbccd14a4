import type { Express } from 'express';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BANDS } from '../../core/colour/grid.ts';
import { COLOURANTS, MEDIUMS } from '../../demo/scenario.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { createApp } from '../app.ts';
import { type Db, openMemory } from '../db/db.ts';

let db: Db;
let app: Express;
const flat = (v: number) => new Array<number>(BANDS).fill(v);
const tissue = (over: object = {}) => ({
  name: 'ground',
  fraction: 1,
  reflectance: flat(0.4),
  dye: 1,
  hold: 1,
  ...over,
});
const wood = (over: object = {}) => ({
  id: 'rowan',
  name: 'Rowan',
  figure: 'rays',
  tannin: 1,
  tissues: [tissue()],
  ...over,
});
const post = (path: string, body: object) => request(app).post(`/api${path}`).send(body);
const shelf = async (): Promise<Shelf> => (await request(app).get('/api/shelf').expect(200)).body;

beforeAll(async () => {
  db = await openMemory();
  app = createApp(db);
});
afterAll(() => db.close());

describe('woods', () => {
  it('are put on the shelf and read again under the same code', async () => {
    await post('/species', wood()).expect(201);
    await post('/species', wood({ tissues: [tissue({ reflectance: flat(0.45) })] })).expect(201);
    const { species } = await shelf();
    expect(species).toHaveLength(1);
    expect(species[0].tissues[0].reflectance[0]).toBe(0.45);
  });
  it.each([
    [{ id: 'Rowan Wood' }],
    [{ name: '' }],
    [{ figure: 'tartan' }],
    [{ tannin: 4 }],
    [{ tissues: [] }],
    [{ tissues: [tissue({ fraction: 0.6 })] }],
    [{ tissues: [tissue({ fraction: 0.6 }), tissue({ fraction: 0.4 })] }],
    [{ tissues: [tissue({ reflectance: flat(0.4).slice(1) })] }],
    [{ tissues: [tissue({ reflectance: flat(-0.1) })] }],
    [{ tissues: [tissue({ dye: -1 })] }],
  ])('are refused with the field’s name: %j', async (over) => {
    const response = await post('/species', wood({ id: 'bad', ...over }));
    expect(response.status).toBe(422);
    expect(response.type).toBe('application/problem+json');
    expect(response.body.field).toMatch(new RegExp(`^${Object.keys(over)[0]}`));
    expect((await shelf()).species.map((s) => s.id)).not.toContain('bad');
  });
});

describe('clears and sealers', () => {
  it('are kept as they are given, each code once', async () => {
    for (const medium of MEDIUMS) await post('/mediums', medium).expect(201);
    expect((await shelf()).mediums.map((m) => m.id).sort()).toEqual(MEDIUMS.map((m) => m.id).sort());
    expect((await post('/mediums', MEDIUMS[0])).body.detail).toContain('is taken');
  });
  it('are fitted to boards read before and after the coat, and keep the boards', async () => {
    const coat = async (speciesId: string) =>
      (await post('/instrument/coat', { mediumId: 'oil-varnish', speciesId }).expect(200)).body;
    const samples = [{ speciesId: 'rowan', coats: 2, ...(await coat('birch')) }];
    const fitted = (await post('/mediums/oil-varnish/coats', { samples }).expect(201)).body;
    expect(fitted.samples).toHaveLength(1);
    expect(fitted.fitError).toHaveLength(1);
    expect(fitted.fitError[0]).toBeLessThan(1.5);
    // It ambers: less blue let through than red.
    expect(fitted.tint[0]).toBeGreaterThan(fitted.tint[30] + 0.02);
    expect((await shelf()).mediums.find((m) => m.id === 'oil-varnish')).toEqual(fitted);
  });
  it('refuse boards that no clear coat makes, and keep nothing of them', async () => {
    const sample = (over: object = {}) => ({
      speciesId: 'rowan',
      coats: 2,
      before: flat(0.4),
      after: flat(0.3),
      ...over,
    });
    for (const [path, over, status, sentence] of [
      ['water-satin', { after: flat(0.6) }, 422, 'readings swapped?'],
      ['water-satin', { after: flat(0.01) }, 422, 'another board?'],
      ['water-satin', { coats: 0 }, 422, 'One coat at least.'],
      ['water-satin', { speciesId: 'ghost' }, 422, 'no wood “ghost”'],
      ['water-satin', { before: flat(2) }, 422, 'above 150 %'],
      ['linseed', {}, 409, 'not fitted as a film'],
      ['ghost', {}, 404, 'no such sealer or clear'],
    ] as const) {
      const response = await post(`/mediums/${path}/coats`, { samples: [sample(over)] });
      expect([response.status, response.body.detail]).toEqual([status, expect.stringContaining(sentence)]);
    }
    expect((await shelf()).mediums.find((m) => m.id === 'water-satin')?.samples).toEqual([]);
  });
  it.each([[{ k2: 1.2 }], [{ k1: -0.1 }], [{ kind: 'soup' }], [{ tint: flat(-1) }], [{ carrier: 'milk' }]])(
    'are refused: %j',
    async (over) => {
      const response = await post('/mediums', { ...MEDIUMS[0], id: 'bad', ...over });
      expect(response.status).toBe(422);
      expect(response.body.field).toMatch(new RegExp(`^${Object.keys(over)[0]}`));
    },
  );
});

describe('colours', () => {
  const rung = (strength: number, before: number, after: number) => ({
    speciesId: 'rowan',
    strength,
    before: flat(before),
    after: flat(after),
  });
  it('have no profile before their ladder, and a better one with every rung', async () => {
    await post('/colourants', COLOURANTS[1]).expect(201);
    const path = `/colourants/${COLOURANTS[1].id}/ladder`;
    const one = (await post(path, { rungs: [rung(2, 0.6, 0.45)] }).expect(201)).body;
    expect(one).toMatchObject({ absorption: null, fit: null });
    const three = (await post(path, { rungs: [rung(6, 0.6, 0.33), rung(14, 0.6, 0.22)] }).expect(201)).body;
    expect(three.rungs.map((r: { strength: number }) => r.strength)).toEqual([2, 6, 14]);
    expect(three.fit.fitError).toHaveLength(3);
    expect(three.fit.bandError).toHaveLength(BANDS);
    expect(three.exponent).toBeGreaterThan(0.5);
    expect(three.exponent).toBeLessThan(1.15);
  });
  it.each([
    [[rung(0, 0.6, 0.4)], 422],
    [[rung(-2, 0.6, 0.4)], 422],
    [[{ ...rung(2, 0.6, 0.4), after: [0.4] }], 422],
    [[rung(900, 0.6, 0.1)], 422],
    [[], 422],
  ])('refuse a rung that cannot be: %#', async (rungs, status) => {
    const before = (await shelf()).colourants[0].rungs.length;
    expect((await post(`/colourants/${COLOURANTS[1].id}/ladder`, { rungs })).status).toBe(status);
    expect((await shelf()).colourants[0].rungs).toHaveLength(before);
  });
  it('that are not on the shelf have no ladder', async () => {
    const response = await post('/colourants/ghost/ladder', { rungs: [rung(2, 0.6, 0.4)] });
    expect(response.status).toBe(404);
    expect(response.body.detail).toContain('no such colour');
  });
});

describe('the simulated instrument', () => {
  it('has pieces in its drawer, makes rungs and reads tissues', async () => {
    const pieces = (await request(app).get('/api/instrument/pieces').expect(200)).body;
    expect(pieces.length).toBeGreaterThan(1);
    const { body } = await post('/instrument/rung', { colourantId: 'honey-1', speciesId: 'birch', strength: 5 }).expect(
      200,
    );
    expect(body.after[2]).toBeLessThan(body.before[2]);
    await post('/instrument/tissue', { speciesId: 'oak', tissue: 'pore' }).expect(200);
  });
  it.each([
    ['/instrument/rung', { colourantId: 'ghost', speciesId: 'birch', strength: 5 }, 409, 'no ghost'],
    ['/instrument/rung', { colourantId: 'honey-1', speciesId: 'birch', strength: 0 }, 422, ''],
    ['/instrument/tissue', { speciesId: 'beech', tissue: 'pore' }, 409, 'no pore of beech'],
    ['/instrument/coat', { mediumId: 'linseed', speciesId: 'beech' }, 409, 'no linseed'],
    ['/instrument/tissue', { speciesId: 'beech', tissue: 'bark' }, 422, ''],
  ])('%s refuses %j', async (path, body, status, sentence) => {
    const response = await post(path, body);
    expect(response.status).toBe(status);
    expect(response.body.detail).toContain(sentence);
  });
});
