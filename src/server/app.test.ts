import type { Express } from 'express';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { labOf } from '../core/colour/lab.ts';
import { COLOURANTS, MEDIUMS } from '../demo/scenario.ts';
import type { Board, Job } from '../shared/job.ts';
import { createApp } from './app.ts';
import { type Db, openMemory } from './db/db.ts';

let db: Db;
let app: Express;
const flat = (v: number) => new Array(31).fill(v);
const slope = (from: number, to: number) => Array.from({ length: 31 }, (_, i) => from + ((to - from) * i) / 30);
const lab = (...values: number[]) => ({ source: 'typed', lab: values });

beforeAll(async () => {
  db = await openMemory();
  app = createApp(db);
  await request(app)
    .post('/api/species')
    .send({
      id: 'beech',
      name: 'Beech',
      figure: 'rays',
      tannin: 0,
      tissues: [
        { name: 'ground', fraction: 0.7, reflectance: slope(0.25, 0.65), dye: 1, hold: 1 },
        { name: 'grain', fraction: 0.3, reflectance: slope(0.2, 0.55), dye: 1.2, hold: 1.1 },
      ],
    })
    .expect(201);
  await request(app).post('/api/mediums').send(MEDIUMS[0]).expect(201);
  await request(app).post('/api/colourants').send(COLOURANTS[0]).expect(201);
});
afterAll(() => db.close());

const newJob = async (): Promise<Job> =>
  (await request(app).post('/api/jobs').send({ customer: 'Quay', piece: 'Shelf', tolerance: 1 }).expect(201)).body;
const refused = async (
  method: 'post' | 'get' | 'put' | 'patch' | 'delete',
  url: string,
  body: object,
  status: number,
  sentence: string,
) => {
  const response = await request(app)[method](url).send(body);
  expect(response.status).toBe(status);
  expect(response.type).toBe('application/problem+json');
  expect(response.body.detail).toContain(sentence);
};

describe('jobs', () => {
  it('are started, changed, put away and brought back', async () => {
    const job = await newJob();
    expect(job).toMatchObject({ customer: 'Quay', target: [], woods: [] });
    await request(app).patch(`/api/jobs/${job.id}`).send({ tolerance: 2 }).expect(200);
    await request(app).delete(`/api/jobs/${job.id}`).expect(204);
    await request(app).get(`/api/jobs/${job.id}`).expect(404);
    await request(app).post(`/api/jobs/${job.id}/restore`).expect(204);
    expect((await request(app).get(`/api/jobs/${job.id}`)).body.tolerance).toBe(2);
  });
  it('refuse nonsense with a sentence', async () => {
    await refused('post', '/api/jobs', { customer: ' ', piece: 'x', tolerance: 1 }, 422, 'Who is the customer?');
    await refused('post', '/api/jobs', { customer: 'a', piece: 'x', tolerance: 0 }, 422, 'finer than wood allows');
    await refused('get', '/api/jobs/12345', {}, 404, 'no such job');
    await refused('get', '/api/jobs/abc', {}, 404, 'no such job');
    await refused('get', '/api/nothing', {}, 404, 'There is nothing at GET');
    const wrong = await request(app).post('/api/jobs').set('content-type', 'application/json').send('{"customer":');
    expect(wrong.status).toBe(400);
    expect(wrong.body.detail).toBe('The request is not valid JSON.');
    const large = await request(app)
      .post('/api/jobs')
      .send({ customer: 'a'.repeat(7_000_000) });
    expect(large.status).toBe(413);
  });
});

describe('readings', () => {
  it('come typed, from a file and from the instrument; one taken out can be put back', async () => {
    const { id } = await newJob();
    const typed = await request(app)
      .post(`/api/jobs/${id}/readings`)
      .send(lab(40, 12, 18))
      .expect(201);
    expect(typed.body.readings[0].grid).toHaveLength(31);
    const file = { source: 'file', fileName: 'a.csv', text: 'L*,a*,b*\n40,12,18\n41,12,18\n' };
    await request(app).post(`/api/jobs/${id}/readings`).send(file).expect(201);
    const five = { source: 'instrument', count: 5, piece: 'counter-panel' };
    const read = await request(app).post(`/api/jobs/${id}/readings`).send(five).expect(201);
    expect(new Set(read.body.readings.map((r: { grid: number[] }) => r.grid[0])).size).toBe(5);
    const job = async (): Promise<Job> => (await request(app).get(`/api/jobs/${id}`)).body;
    expect((await job()).target).toHaveLength(8);
    await request(app).delete(`/api/readings/${typed.body.readings[0].id}`).expect(204);
    expect((await job()).target).toHaveLength(7);
    await request(app).post(`/api/readings/${typed.body.readings[0].id}/restore`).expect(204);
    expect((await job()).target).toHaveLength(8);
  });
  it('that are refused change nothing', async () => {
    const { id } = await newJob();
    const url = `/api/jobs/${id}/readings`;
    const half = { source: 'file', fileName: 'half.csv', text: 'L*,a*,b*\n40,12,18\n41,12,oops\n' };
    await refused('post', url, half, 422, 'half.csv, line 3, column b*: “oops” is not a number.');
    await refused('post', url, lab(140, 0, 0), 422, 'L* must lie between 0 and 100');
    await refused('post', url, lab(50, 120, -120), 422, 'No surface can have');
    await refused('post', url, { source: 'instrument', count: 1, piece: 'moon' }, 422, 'Choose what lies under');
    await refused('post', url, { source: 'instrument', count: 0, piece: 'counter-panel' }, 422, 'at least one');
    expect((await request(app).get(`/api/jobs/${id}`)).body.target).toHaveLength(0);
  });
});

describe('the shelf', () => {
  it('keeps a first rung and fits the profile at the second; refuses a mixed-up ladder and keeps nothing of it', async () => {
    const rung = (strength: number, after: number) => ({
      speciesId: 'beech',
      strength,
      before: flat(0.6),
      after: flat(after),
    });
    const post = (...rungs: object[]) => request(app).post('/api/colourants/honey-1/ladder').send({ rungs });
    expect((await post(rung(2, 0.45)).expect(201)).body.absorption).toBeNull();
    const mixed = await post(rung(8, 0.55));
    expect(mixed.status).toBe(422);
    expect(mixed.body.detail).toContain('labels mixed up?');
    const fitted = (await post(rung(8, 0.3)).expect(201)).body;
    expect(fitted.rungs).toHaveLength(2);
    expect(fitted.absorption[10]).toBeGreaterThan(0.01);
  });
  it('refuses a taken code and shares that do not add up', async () => {
    await refused('post', '/api/colourants', COLOURANTS[0], 409, 'is taken');
    const tissues = [{ name: 'ground', fraction: 0.5, reflectance: flat(0.4), dye: 1, hold: 1 }];
    await refused('post', '/api/species', { id: 'x', name: 'X', figure: 'rays', tannin: 0, tissues }, 422, 'add to 1');
  });
});

describe('boards', () => {
  it('carry a recipe through its stages, teach, and are written as CGATS', async () => {
    const { id } = await newJob();
    const withWood: Job = (await request(app).post(`/api/jobs/${id}/woods`).send({ speciesId: 'beech' }).expect(201))
      .body;
    const [wood] = withWood.woods;
    const [board] = wood.boards;
    const read = (stage: number, ...values: number[]) =>
      request(app)
        .post(`/api/boards/${board.id}/readings`)
        .send({ stage, reading: lab(...values) });
    const stack = [
      { kind: 'dye', colours: { 'honey-1': 4 }, settings: {} },
      { kind: 'clear', colours: {}, medium: 'water-satin', settings: {} },
    ];
    const plan = (over: object) =>
      request(app)
        .post(`/api/boards/${board.id}/recipe`)
        .send({ stack, litres: 0.5, origin: 'hand', ...over });

    expect((await read(1, 50, 10, 20)).body.detail).toContain('0 layers planned');
    await read(0, 72, 7, 20).expect(201);
    const planned: Board = (await plan({}).expect(201)).body;
    expect(planned.recipe).toMatchObject({ number: 1, origin: 'hand', learnedFrom: [] });
    expect(planned.recipe?.expected).toHaveLength(3);
    const near = (stage: number) => {
      const [l, a, b] = labOf(planned.recipe?.expected[stage] ?? []);
      return read(stage, l - 2, a, b + 1).expect(201);
    };
    const knowledgeNow = async () => (await request(app).get(`/api/jobs/${id}/knowledge`).expect(200)).body;
    const stray = (await read(1, 20, 40, -40).expect(201)).body.readings[0].id;
    // A reading that cannot be this board's teaches nothing.
    expect((await knowledgeNow()).boards).toEqual([]);
    await request(app).delete(`/api/readings/${stray}`).expect(204);
    await near(1);
    await near(2);

    const changed = [{ ...stack[0], colours: { 'honey-1': 9 } }, stack[1]];
    expect((await plan({ stack: changed })).body.detail).toContain('cannot be changed');
    const knowledge = await knowledgeNow();
    expect(knowledge.boards).toEqual([`board ${board.id}`]);
    expect(knowledge.parameters['uptake/honey-1'].value).not.toBe(0);
    expect(await knowledgeNow()).toEqual(knowledge);
    const text = (await request(app).get(`/api/boards/${board.id}/readings.txt`).expect(200)).text;
    expect(text).toContain('LAB_L');
    const [summary] = (await request(app).get('/api/jobs')).body;
    expect(summary.woods[0].deltaE).toBeNull();
  });
  it('refuse what cannot be', async () => {
    const { id } = await newJob();
    await refused('post', `/api/jobs/${id}/woods`, { speciesId: 'ebony' }, 422, 'no wood “ebony”');
    const job: Job = (await request(app).post(`/api/jobs/${id}/woods`).send({ speciesId: 'beech' })).body;
    await refused('post', `/api/jobs/${id}/woods`, { speciesId: 'beech' }, 409, 'already part');
    const url = `/api/boards/${job.woods[0].boards[0].id}/recipe`;
    const dye = (colours: object) => ({ stack: [{ kind: 'dye', colours, settings: {} }], litres: 1, origin: 'hand' });
    await refused('post', url, dye({ 'honey-1': -1 }), 422, 'zero or more');
    await refused('post', url, dye({ 'honey-1': 0 }), 422, 'nothing to mix');
    await refused('post', url, dye({ 'honey-1': 400 }), 422, 'no stronger than 24 g/L');
    await refused('post', url, dye({ moonshine: 1 }), 422, 'no colourant “moonshine”');
    await refused('post', url, { ...dye({ 'honey-1': 1 }), litres: 0 }, 422, 'more than 0 L');
    await refused('post', '/api/boards/999/recipe', dye({}), 404, 'no such board');
  });
});
