import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openTestShop, type TestShop } from '../../../test/server/open-test-shop.ts';
import { rawMean } from '../../core/board/wood.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { meanSpectrum } from '../../core/colour/grid.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import { COLOURANTS, MEDIUMS } from '../../demo/products.ts';
import { meanRead } from '../../record/board/stages.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';
import { STOCK } from '../../workshop/stock.ts';
import { readTissue } from '../../workshop/workshop-bench.ts';

let shop: TestShop;
const post = async (url: string, body: object, status = 201) => (await shop.ask('post', url, body).expect(status)).body;
const newJob = (): Promise<Job> => post('/jobs', { customer: 'Quay', piece: 'Floor', tolerance: 1 });
const now = async (job: Job): Promise<Job> => (await shop.ask('get', `/jobs/${job.id}`).expect(200)).body;
const typed = (...lab: number[]) => ({ takingId: newId(), source: 'typed', lab });
const read = (job: Job, lab: number[], zone = 'face') => post(`/jobs/${job.id}/readings`, { ...typed(...lab), zone });
const meanLab = ({ target }: Job) => labOf(meanSpectrum(target.map((r) => r.grid)));

beforeAll(async () => {
  shop = await openTestShop();
  for (const id of ['oak', 'beech'])
    await post('/species', {
      id,
      name: id === 'oak' ? 'Oak' : 'Beech',
      figure: id,
      tannin: 0,
      tissues: [
        { name: 'ground', fraction: 0.7, reflectance: readTissue(STOCK, id, 0), dye: 1, hold: 1 },
        { name: 'grain', fraction: 0.3, reflectance: readTissue(STOCK, id, 1), dye: 1, hold: 1 },
      ],
    });
  await post('/mediums', MEDIUMS[0] as object);
  await post('/colourants', COLOURANTS[0] as object);
  const rungs = [];
  for (const strength of [2, 8]) {
    const made = await post('/instrument/rung', { colourantId: 'honey', speciesId: 'beech', strength }, 200);
    rungs.push({ strength, speciesId: 'beech', ...made });
  }
  await post('/colourants/honey/ladder', { rungs });
});
afterAll(() => shop.close());

describe('a target of two tones', () => {
  it('is read on its ground and on its grain; each has a tolerance, and the list counts both', async () => {
    const job = await newJob();
    await read(job, [60, 8, 24], 'ground');
    await read(job, [40, 10, 20], 'grain');
    await shop.ask('patch', `/jobs/${job.id}`, { version: job.version, grainTolerance: 2 }).expect(200);
    const { target, grainTolerance } = await now(job);
    expect(target.map((r) => r.zone)).toEqual(['ground', 'grain']);
    expect(grainTolerance).toBe(2);
    const listed = (await shop.ask('get', '/jobs').expect(200)).body.jobs.find((j: Job) => j.id === job.id);
    const [lightness] = labOf(listed.target);
    expect(lightness).toBeGreaterThan(40);
    expect(lightness).toBeLessThan(60);
  });
  it('is not passed by a face whose grain misses: the list of jobs counts the farther tone', async () => {
    const job = await newJob();
    await read(job, [60, 8, 24], 'ground');
    await read(job, [40, 10, 20], 'grain');
    const { woods }: Job = await post(`/jobs/${job.id}/woods`, { speciesId: 'oak' });
    const board = woods[0]?.boards[0]?.id;
    const onBoard = (stage: number, zone: string, lab: number[]) =>
      post(`/boards/${board}/readings`, { stage, zone, reading: typed(...lab) });
    await onBoard(0, 'face', [70, 6, 20]);
    const stack = [{ kind: 'dye', colours: { honey: 2 }, settings: {} }];
    await post(`/boards/${board}/recipe`, { id: newId(), stack, litres: 0.5, origin: 'hand', knowledge: null });
    await onBoard(1, 'face', [54, 8.6, 22.8]);
    await onBoard(1, 'ground', [60, 8, 24]);
    await onBoard(1, 'grain', [45, 10, 20]);
    const listed = (await shop.ask('get', '/jobs').expect(200)).body.jobs.find((j: Job) => j.id === job.id);
    expect(listed.woods[0].deltaE).toBeGreaterThan(3);
    expect(listed.best.deltaE).toBe(listed.woods[0].deltaE);
  });
  it('refuses a zone that a target has not', async () => {
    const job = await newJob();
    const { title, field } = await post(`/jobs/${job.id}/readings`, { ...typed(50, 5, 20), zone: 'knot' }, 422);
    expect([title, field].join(' ')).toMatch(/zone/);
  });
});

describe('L*a*b* that somebody told', () => {
  it('is of the light and observer that it was told for', async () => {
    const [daylight, horizon] = [await newJob(), await newJob()];
    await read(daylight, [50, 12, 28]);
    await post(`/jobs/${horizon.id}/readings`, { ...typed(50, 12, 28), light: 'D50/2' });
    expect(deltaE00(meanLab(await now(daylight)), [50, 12, 28])).toBeLessThan(1e-4);
    const asRead = (await now(horizon)).target[0];
    expect(deltaE00(labOf(asRead?.grid ?? [], { illuminant: 'D50', observer: 2 }), [50, 12, 28])).toBeLessThan(1e-3);
    // What is kept as L*a*b* is for D65/10 degrees.
    expect(deltaE00(asRead?.lab as Lab, meanLab(await now(horizon)))).toBeLessThan(1e-6);
    await post(`/jobs/${horizon.id}/readings`, { ...typed(50, 12, 28), light: 'moon/2' }, 422);
  });
});

describe('words instead of an object', () => {
  const words = (job: Job, from: object, moves: object[], status = 201) =>
    post(`/jobs/${job.id}/readings`, { takingId: newId(), source: 'words', from, moves }, status);
  it('start from a wood, a target or a board and move it', async () => {
    const job = await newJob();
    await words(job, { kind: 'wood', speciesId: 'oak' }, [{ direction: 'darker', shades: 2 }]);
    const [raw] = (await now(job)).target;
    expect(raw?.name).toBe('raw oak, two shades darker');
    expect(raw?.lab).toBeNull();
    const other = await newJob();
    await words(other, { kind: 'target', job: job.id, revision: 1 }, [{ direction: 'warmer', shades: 0.5 }]);
    const [warmer] = (await now(other)).target;
    expect(deltaE00(labOf(raw?.grid ?? []), labOf(warmer?.grid ?? []))).toBeCloseTo(1, 2);
    await words(other, { kind: 'target', job: job.id, revision: 7 }, [], 409);
    await words(other, { kind: 'target', job: job.id, revision: 4e15 }, [], 422);
    await words(other, { kind: 'wood', speciesId: 'ebony' }, [], 422);
  });
  it('start from a control that is planned and was never read: what is foreseen of it is the target', async () => {
    const job = await newJob();
    const { woods }: Job = await post(`/jobs/${job.id}/woods`, { speciesId: 'oak' });
    const board = woods[0]?.boards[0]?.id as string;
    await words(job, { kind: 'board', board }, [], 409);
    const stack = [{ kind: 'clear', colours: {}, medium: 'water-satin', settings: { coats: 3 } }];
    const planned = await post(`/boards/${board}/recipe`, { stack, litres: 0.1, origin: 'hand' });
    await words(job, { kind: 'board', board }, [{ direction: 'warmer', shades: 0.5 }]);
    const [target] = (await now(job)).target;
    expect(target?.name).toBe('board oak-1 as it is foreseen, half a shade warmer');
    expect(deltaE00(labOf(planned.recipe.expected.at(-1)), labOf(target?.grid ?? []))).toBeCloseTo(1, 1);
  });
  it('tell of a raw board too, until it is read; with colour on it is looked at', async () => {
    const job = await newJob();
    const { woods }: Job = await post(`/jobs/${job.id}/woods`, { speciesId: 'oak' });
    const board = woods[0]?.boards[0]?.id as string;
    const paler = {
      source: 'words',
      from: { kind: 'wood', speciesId: 'oak' },
      moves: [{ direction: 'lighter', shades: 1 }],
    };
    const tell = (stage: number, reading: object, status = 201) =>
      post(`/boards/${board}/readings`, { stage, reading: { takingId: newId(), ...reading } }, status);
    const raw = async () => meanRead((await now(job)).woods[0]?.boards[0]?.readings ?? []);
    await tell(0, paler);
    const [shelf] = (await shop.ask('get', '/shelf').expect(200)).body.species.filter(
      (s: { id: string }) => s.id === 'oak',
    );
    expect(deltaE00(labOf((await raw()) ?? []), labOf(rawMean(shelf)))).toBeCloseTo(2, 1);
    // What is read puts what was said aside.
    await tell(0, typed(64, 7, 21));
    expect(deltaE00(labOf((await raw()) ?? []), [64, 7, 21])).toBeLessThan(0.01);
    expect((await tell(1, paler, 422)).detail).toMatch(/hold the board up and say what you see/);
    expect((await tell(0, { source: 'rack', oldBoard: newId() }, 422)).detail).toMatch(/off the rack/);
  });
  it('the darkest that still shows its grain is darker than raw, and its grain shows', async () => {
    const job = await newJob();
    await words(job, { kind: 'darkest', speciesId: 'beech' }, []);
    const [dark] = (await now(job)).target;
    expect(dark?.name).toMatch(/^darkest beech/);
    // A dark wood is meant brown or black, never navy blue.
    expect(labOf(dark?.grid ?? [])[2]).toBeGreaterThanOrEqual(0);
    const job2 = await newJob();
    await words(job2, { kind: 'wood', speciesId: 'beech' }, []);
    expect(labOf(dark?.grid ?? [])[0]).toBeLessThan(labOf((await now(job2)).target[0]?.grid ?? [])[0] - 5);
  });
});

describe('a change of mind', () => {
  it('keeps the target before, with what was asked of it, and begins the next', async () => {
    const job = await newJob();
    await read(job, [50, 12, 28]);
    const asked = { revision: 1, why: 'a shade warmer', zone: 'face', reading: typed(52, 14, 31) };
    const revised: Job = await post(`/jobs/${job.id}/targets`, asked);
    expect(revised.revision).toBe(2);
    expect(deltaE00(meanLab(revised), [52, 14, 31])).toBeLessThan(1e-4);
    expect(revised.pastTargets).toEqual([
      expect.objectContaining({ revision: 1, why: 'a shade warmer', tolerance: 1 }),
    ]);
    expect(deltaE00(labOf(revised.pastTargets[0]?.grid ?? []), [50, 12, 28])).toBeLessThan(1e-4);
    // The same request again changes nothing; one on the target before is told so.
    expect((await post(`/jobs/${job.id}/targets`, asked)).revision).toBe(2);
    await post(`/jobs/${job.id}/targets`, { ...asked, reading: typed(52, 14, 31) }, 409);
    await post(`/jobs/${job.id}/targets`, { ...asked, revision: 2, why: '', reading: typed(52, 14, 31) }, 422);
    const story = (await shop.ask('get', `/jobs/${job.id}/story`).expect(200)).body as { kind: string }[];
    expect(story.map((e) => e.kind)).toContain('target revised');
  });
  it('needs something to change', async () => {
    const job = await newJob();
    await post(`/jobs/${job.id}/targets`, { revision: 1, why: 'new', zone: 'face', reading: typed(52, 14, 31) }, 409);
  });
});

describe('one species twice in a job', () => {
  it('needs what tells them apart; each has boards and codes of its own', async () => {
    const job = await newJob();
    await post(`/jobs/${job.id}/woods`, { speciesId: 'oak' });
    expect((await post(`/jobs/${job.id}/woods`, { speciesId: 'oak' }, 409)).field).toBe('label');
    const both: Job = await post(`/jobs/${job.id}/woods`, { speciesId: 'oak', label: 'Veneer' });
    expect(both.woods.map((w) => [w.code, w.label, w.boards.length])).toEqual([
      ['oak', '', 1],
      ['oak-veneer', 'Veneer', 1],
    ]);
    await post(`/jobs/${job.id}/woods`, { speciesId: 'oak', label: 'veneer' }, 409);
    expect((await post(`/jobs/${job.id}/woods`, { speciesId: 'oak', label: '!!' }, 422)).field).toBe('label');
    const readings = [];
    for (const { boards } of both.woods) {
      const reading = { takingId: newId(), source: 'instrument', count: 3 };
      readings.push(await post(`/boards/${boards[0]?.id}/readings`, { stage: 0, reading }));
    }
    expect(readings[0].readings[0].grid).not.toEqual(readings[1].readings[0].grid);
  });
});

describe('boards of a pile', () => {
  it('are set apart with a reason and put back; how a finished one looks and feels is kept', async () => {
    const job = await newJob();
    const { woods }: Job = await post(`/jobs/${job.id}/woods`, { speciesId: 'oak' });
    const id = woods[0]?.boards[0]?.id;
    const patch = async (body: object, status = 200) =>
      (await shop.ask('patch', `/boards/${id}`, body).expect(status)).body;
    expect((await patch({ version: 1, apart: 'redder than the rest' })).apart).toBe('redder than the rest');
    expect((await patch({ version: 2, apart: null })).apart).toBeNull();
    expect((await patch({ version: 3, finish: { sheen: 30, pores: 'open' } })).finish).toEqual({
      sheen: 30,
      pores: 'open',
    });
    await patch({ version: 4, finish: { sheen: 130 } }, 422);
    await patch({ version: 1, apart: null }, 409);
    const story = (await shop.ask('get', `/boards/${id}/story`).expect(200)).body as { kind: string }[];
    expect(story.map((e) => e.kind)).toEqual(
      expect.arrayContaining(['board set apart', 'board put back', 'finish judged']),
    );
  });
});

describe('versions of layers', () => {
  it('are kept by name, never change, and are put away and brought back', async () => {
    const job = await newJob();
    const { woods }: Job = await post(`/jobs/${job.id}/woods`, { speciesId: 'oak' });
    const wood = woods[0]?.id;
    const dye = { kind: 'dye', colours: { honey: 2 }, settings: {} };
    const pair = [
      { id: newId(), name: 'with the dye', stack: [dye] },
      { id: newId(), name: 'without the dye', stack: [] },
    ];
    const kept: Job = await post(`/woods/${wood}/versions`, { versions: pair });
    expect(kept.woods[0]?.versions).toEqual([
      expect.objectContaining({ number: 1, name: 'with the dye', stack: [dye] }),
      expect.objectContaining({ number: 2, name: 'without the dye', stack: [] }),
    ]);
    // The same request again keeps nothing twice, nor changes what is kept.
    const again = pair.map((v) => ({ ...v, name: 'another name' }));
    expect((await post(`/woods/${wood}/versions`, { versions: again })).woods[0].versions).toEqual(
      kept.woods[0]?.versions,
    );
    await shop.ask('delete', `/versions/${pair[1]?.id}`).expect(204);
    expect((await now(job)).woods[0]?.versions.map((v) => v.number)).toEqual([1]);
    await shop.ask('post', `/versions/${pair[1]?.id}/restore`).expect(204);
    expect((await now(job)).woods[0]?.versions).toHaveLength(2);
    await post(`/woods/${wood}/versions`, { versions: [{ id: newId(), name: ' ', stack: [] }] }, 422);
    await shop.ask('delete', `/versions/${newId()}`).expect(404);
  });
});
