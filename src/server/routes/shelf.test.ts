import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openTestShop, type TestShop } from '../../../test/server/open-test-shop.ts';
import { predictFinal } from '../../core/board/predict.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { BANDS } from '../../core/colour/grid.ts';
import { labOf } from '../../core/colour/lab.ts';
import { nth } from '../../core/known.ts';
import { newLayer } from '../../core/layers/layer.ts';
import { doubtOf, NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { strengthOfLook } from '../../core/usual/profile.ts';
import { COLOURANTS, MEDIUMS } from '../../demo/products.ts';
import { materialsOf } from '../../record/shelf/materials.ts';
import type { ColourantRecord, Shelf } from '../../shared/shelf.ts';

let shop: TestShop;
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
  figure: 'beech',
  tannin: 1,
  tissues: [tissue()],
  ...over,
});
const post = (path: string, body: object) => shop.ask('post', path, body);
const shelf = async (): Promise<Shelf> => (await shop.ask('get', '/shelf').expect(200)).body;

beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

describe('woods', () => {
  it('are put on the shelf once; a known code never overwrites a wood', async () => {
    await post('/species', wood()).expect(201);
    await post('/species', wood()).expect(201);
    const other = await post('/species', wood({ tissues: [tissue({ reflectance: flat(0.45) })] }));
    expect([other.status, other.body.detail]).toEqual([409, expect.stringContaining('is taken')]);
    const { species } = await shelf();
    expect(species).toHaveLength(1);
    expect(species[0]).toMatchObject({ version: 1, archived: false });
    expect(species[0].tissues[0].reflectance[0]).toBe(0.4);
  });
  it('are put right on the version that was seen; what they were can be looked up', async () => {
    const change = { version: 1, tissues: [tissue({ reflectance: flat(0.45) })] };
    const now = (await shop.ask('patch', '/species/rowan', change).expect(200)).body;
    expect(now.version).toBe(2);
    const late = await shop.ask('patch', '/species/rowan', { version: 1, name: 'Quickbeam' });
    expect(late.status).toBe(409);
    expect(late.body.current).toMatchObject({ version: 2, value: { name: 'Rowan' } });
    const kept = (await shop.ask('get', '/species/rowan/versions/1').expect(200)).body;
    expect(kept.content.tissues[0].reflectance[0]).toBe(0.4);
    await shop.ask('get', '/species/rowan/versions/9').expect(404);
  });
  it('that no wood could be are refused: one dark band would stop every board', async () => {
    const bad = await post(
      '/species',
      wood({ id: 'bog', tissues: [tissue({ reflectance: [0, ...flat(0.4).slice(1)] })] }),
    );
    expect([bad.status, bad.body.detail]).toEqual([422, expect.stringContaining('0 % at 400 nm')]);
  });
  it('are put away and brought back, and tell their story', async () => {
    await shop.ask('delete', '/species/rowan').expect(204);
    expect((await shelf()).species[0].archived).toBe(true);
    await shop.ask('post', '/species/rowan/restore', {}).expect(204);
    expect((await shelf()).species[0].archived).toBe(false);
    const story = (await shop.ask('get', '/species/rowan/story').expect(200)).body;
    expect(story.map((e: { kind: string }) => e.kind)).toEqual(['brought back', 'put away', 'changed', 'added']);
    await shop.ask('delete', '/species/ghost').expect(404);
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
    expect((await post('/mediums', { ...MEDIUMS[0], name: 'Other' })).body.detail).toContain('is taken');
  });
  it('are fitted to boards read before and after the coat, and keep the boards', async () => {
    const coat = async (speciesId: string) =>
      (await post('/instrument/coat', { mediumId: 'oil-varnish', speciesId, coats: 2 }).expect(200)).body;
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
      ['ghost', {}, 404, 'no such sealer, oil or clear'],
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
    const rungsNow = async () => (await shelf()).colourants.find((c) => c.id === COLOURANTS[1].id)?.rungs.length;
    const before = await rungsNow();
    expect((await post(`/colourants/${COLOURANTS[1].id}/ladder`, { rungs })).status).toBe(status);
    expect(await rungsNow()).toBe(before);
  });
  it('that are only looked at have the usual profile of that look, a wide doubt, and what boards say in its place', async () => {
    await post('/species', {
      ...wood(),
      id: 'sorb',
      name: 'Sorb',
      tissues: [tissue({ reflectance: flat(0.55) })],
    }).expect(201);
    const sorb = nth(
      (await shelf()).species.filter((s) => s.id === 'sorb'),
      0,
    );
    for (const [id, kind] of [
      ['slip', 'stain'],
      ['tide', 'dye'],
      ['rust', 'pigment'],
    ] as const) {
      const look = { speciesId: sorb.id, lab: [44, 12, 22] };
      const maxStrength = kind === 'dye' ? 20 : kind === 'stain' ? 1 : 0.3;
      const body = { id, name: id, kind, carrier: 'oil', maxStrength, costPerGram: 0.1, caution: '', look };
      const made: ColourantRecord = (await shop.ask('post', '/colourants', body).expect(201)).body;
      expect(made).toMatchObject({ look, fit: null, rungs: [] });
      const materials = materialsOf(await shelf());
      expect(materials.colourants[id]).toMatchObject({ usual: true });
      expect(materials.colourants[id]?.unknown).toBeUndefined();
      expect(doubtOf(NOTHING_LEARNED, sorb.id, materials)[id]).toBeGreaterThan(0.4);
      const strength = strengthOfLook({ kind, maxStrength });
      if (kind === 'pigment') continue;
      // Put on that wood as it was looked at, it looks so: ΔE00 of the face.
      const layer = newLayer(kind === 'dye' ? 'dye' : 'wiping-stain', { colours: { [id]: strength } });
      const foreseen = predictFinal([layer], sorb, materials, {});
      expect(deltaE00(labOf(foreseen), [44, 12, 22])).toBeLessThan(2.5);
    }
    // Another look, another profile; none, and it is not foreseen.
    const was = (await shelf()).colourants.find((c) => c.id === 'slip');
    const darker = { version: was?.version, look: { speciesId: sorb.id, lab: [30, 9, 14] } };
    const now: ColourantRecord = (await shop.ask('patch', '/colourants/slip', darker).expect(200)).body;
    expect(now.absorption?.[5]).toBeGreaterThan(was?.absorption?.[5] ?? 99);
    const none = { version: now.version, look: null };
    const gone: ColourantRecord = (await shop.ask('patch', '/colourants/slip', none).expect(200)).body;
    expect(gone.absorption).toBeNull();
    const nowhere = { speciesId: 'nowhere', lab: [40, 10, 10] };
    const bad = {
      id: 'x1',
      name: 'X',
      kind: 'dye',
      carrier: 'water',
      maxStrength: 20,
      costPerGram: 1,
      caution: '',
      look: nowhere,
    };
    expect((await shop.ask('post', '/colourants', bad).expect(422)).body.detail).toMatch(/no wood/);
  });
  it('with an extreme strength commit nothing that is no number, and close nothing', async () => {
    const id = COLOURANTS[2].id;
    await post('/colourants', { ...COLOURANTS[2], maxStrength: 1000 }).expect(201);
    for (const strength of [1e-300, 1e300, 999]) {
      const rungs = [rung(strength, 0.6, 0.45), rung(strength * 1.5, 0.6, 0.3)];
      const { status, body } = await post(`/colourants/${id}/ladder`, { rungs });
      if (status === 422) expect(body.detail).not.toMatch(/NaN|Infinity/);
    }
    const { colourants } = await shelf();
    for (const c of colourants)
      for (const v of [...(c.absorption ?? []), ...(c.scatter ?? []), c.exponent])
        expect(Number.isFinite(v)).toBe(true);
    const nan = shop.db.query(`update colourant set absorption = array_fill('NaN'::float8, array[31]) where id = $1`, [
      id,
    ]);
    await expect(nan).rejects.toThrow();
  });
  it('have their ladder put right rung by rung; the profile follows', async () => {
    const id = COLOURANTS[1].id;
    const before = (await shelf()).colourants.find((c) => c.id === id);
    const [weakest] = before?.rungs ?? [];
    const now = (await shop.ask('patch', `/rungs/${weakest.id}`, { version: 1, strength: 2.2 }).expect(200)).body;
    await shop.ask('patch', `/rungs/${weakest.id}`, { version: 1, strength: 3 }).expect(409);
    expect(now.rungs[0].strength).toBe(2.2);
    expect(now.absorption).not.toEqual(before?.absorption);
    const wild = await shop.ask('patch', `/rungs/${weakest.id}`, { version: 2, strength: 900 });
    expect([wild.status, wild.body.detail]).toEqual([422, expect.stringContaining('check the unit')]);
    const two = (await shop.ask('delete', `/rungs/${weakest.id}`).expect(200)).body;
    expect(two.rungs).toHaveLength(2);
    const three = (await shop.ask('post', `/rungs/${weakest.id}/restore`, {}).expect(200)).body;
    expect(three.rungs).toHaveLength(3);
    expect(three.version).toBeGreaterThan(before?.version ?? 0);
  });
  it('asked for twice with the same ids are made once', async () => {
    const id = COLOURANTS[1].id;
    const rungs = [{ id: '01990000-0000-7000-8000-000000000001', ...rung(20, 0.6, 0.18) }];
    const once = (await post(`/colourants/${id}/ladder`, { rungs }).expect(201)).body;
    const twice = (await post(`/colourants/${id}/ladder`, { rungs }).expect(201)).body;
    expect(twice).toEqual(once);
  });
  it('cannot be made weaker than their ladder', async () => {
    const { version } = (await shelf()).colourants.find((c) => c.id === COLOURANTS[1].id) as { version: number };
    const weak = await shop.ask('patch', `/colourants/${COLOURANTS[1].id}`, { version, maxStrength: 3 });
    expect([weak.status, weak.body.field]).toEqual([422, 'maxStrength']);
  });
  it('that are not on the shelf have no ladder', async () => {
    const response = await post('/colourants/ghost/ladder', { rungs: [rung(2, 0.6, 0.4)] });
    expect(response.status).toBe(404);
    expect(response.body.detail).toContain('no such colour');
  });
});

describe('the simulated instrument', () => {
  it('has pieces in its drawer, makes rungs and reads tissues', async () => {
    const pieces = (await shop.ask('get', '/instrument/pieces').expect(200)).body;
    expect(pieces.length).toBeGreaterThan(1);
    const { body } = await post('/instrument/rung', { colourantId: 'honey', speciesId: 'birch', strength: 5 }).expect(
      200,
    );
    expect(body.after[2]).toBeLessThan(body.before[2]);
    await post('/instrument/tissue', { speciesId: 'oak', tissue: 'pore' }).expect(200);
  });
  it.each([
    ['/instrument/rung', { colourantId: 'ghost', speciesId: 'birch', strength: 5 }, 409, 'no ghost'],
    ['/instrument/rung', { colourantId: 'honey', speciesId: 'birch', strength: 0 }, 422, ''],
    ['/instrument/tissue', { speciesId: 'beech', tissue: 'pore' }, 409, 'no pore of beech'],
    ['/instrument/coat', { mediumId: 'moon-lacquer', speciesId: 'beech', coats: 1 }, 409, 'no moon-lacquer'],
    ['/instrument/tissue', { speciesId: 'beech', tissue: 'bark' }, 422, ''],
  ])('%s refuses %j', async (path, body, status, sentence) => {
    const response = await post(path, body);
    expect(response.status).toBe(status);
    expect(response.body.detail).toContain(sentence);
  });
});
