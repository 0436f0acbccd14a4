import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BeechShop, CLEAR, DYE, openBeechShop } from '../../../test/server/beech-shop.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { labOf } from '../../core/colour/lab.ts';
import { nth } from '../../core/known.ts';
import { newLayer, type Stack } from '../../core/layers/layer.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import type { Board } from '../../shared/board.ts';
import { newId } from '../../shared/id.ts';
import { beliefOf, strengthDoubts, targetKnownTo } from './belief.ts';
import { boardModel, nextBoardModel, openBench, problemOf, promisedFinal } from './bench.ts';
import { aimOn, rankedBeside, seenStanding } from './by-sight.ts';
import { solvableColours } from './openings.ts';
import { targetOf } from './target.ts';

/** A job whose target was said in words and whose board nobody read. */
let bench: BeechShop;
let board: Board;
const look = (over: object, status = 201) =>
  bench.post(`/boards/${board.id}/looks`, { id: newId(), stage: 2, ...over }, status);
const opened = async () =>
  openBench(await bench.now(), (await bench.shop.ask('get', '/shelf').expect(200)).body, NOTHING_LEARNED);

beforeAll(async () => {
  bench = await openBeechShop(true);
  [board] = (await bench.boards()) as [Board];
  await bench.plan(board.id, [DYE, CLEAR]);
});
afterAll(() => bench.shop.close());

describe('a look', () => {
  it('is refused with a sentence before there is anything to see, wet, of itself, in a light that is not there, in words that say nothing', async () => {
    expect((await look({ said: [] }, 409)).detail).toMatch(/not on this board yet/);
    await bench.post(`/boards/${board.id}/coats`, { stage: 1 });
    await bench.post(`/boards/${board.id}/coats`, { stage: 2 });
    expect((await look({ said: [] }, 409)).detail).toMatch(/still wet/);
    expect((await look({ stage: 1, said: [] }, 409)).detail).toMatch(/no longer looks so/);
    const dry = { dry: true };
    expect((await look({ ...dry, words: 'ask her' }, 422)).detail).toMatch(/Nothing of this was understood/);
    const self = { board: board.id, stage: 2 };
    expect((await look({ ...dry, said: [], against: self }, 422)).detail).toMatch(/not against itself/);
    expect((await look({ ...dry, said: [], against: { board: newId(), stage: 1 } }, 422)).detail).toMatch(
      /no such board/,
    );
    const job = await bench.now();
    await bench.shop.ask('patch', `/jobs/${job.id}`, { version: job.version, lights: { F11: 0 } }).expect(200);
    expect((await look({ ...dry, said: [], light: 'F11' }, 422)).detail).toMatch(/no such light/);
    expect((await bench.boards())[0]?.looks).toEqual([]);
  });

  it('without one a job has no belief: today’s figures are as they were', async () => {
    const now = await opened();
    expect(beliefOf(now)).toBeNull();
    expect(targetKnownTo(now)).toBeNull();
  });

  it('in one’s own words is understood, kept, told in the story, taken out and brought back', async () => {
    const kept: Board = await look({ dry: true, words: 'a touch too red, plainly darker' });
    expect(kept.looks).toMatchObject([
      {
        stage: 2,
        against: null,
        light: 'D65',
        said: [
          { direction: 'redder', size: 'touch' },
          { direction: 'darker', size: 'plain' },
        ],
      },
    ]);
    const [first] = kept.looks;
    const out: Board = (await bench.shop.ask('delete', `/looks/${first?.id}`).expect(200)).body;
    expect(out.looks).toEqual([]);
    expect(beliefOf(await opened())).toBeNull();
    const back: Board = await bench.post(`/looks/${first?.id}/restore`, {}, 200);
    expect(back.looks).toEqual(kept.looks);
    const story: { kind: string }[] = (await bench.shop.ask('get', `/boards/${board.id}/story`).expect(200)).body;
    expect(story.slice(0, 3).map((e) => e.kind)).toEqual(['look put back', 'look taken out', 'looked at']);
  });
});

describe('what looks come to', () => {
  it('without any target they are against a piece in somebody’s hand, of which they tell', async () => {
    const now = await opened();
    // What looks at it come to is the target then; nothing that is read is judged against that.
    expect(now.target).toMatchObject({ bySight: true, singleLight: true });
    expect(targetOf(now.job)).toBeNull();
    const belief = beliefOf(now);
    const made = labOf(Float64Array.from(nth(board.recipe?.expected ?? [[]], 0)));
    expect(made).toBeDefined();
    const target = belief?.colour('target').lab ?? [0, 0, 0];
    const [expected] = (await bench.boards()).map((b) => labOf(Float64Array.from(nth(b.recipe?.expected ?? [], 2))));
    // It was said to be plainly darker than the target.
    expect(target[0]).toBeGreaterThan((expected?.[0] ?? 0) + 1);
  });

  it('a target in words is narrowed, the next recipe turns what was seen to miss, and the chance counts what is not known', async () => {
    const job = await bench.now();
    const wood = nth(job.woods, 0);
    await bench.post(`/jobs/${job.id}/readings`, {
      takingId: newId(),
      source: 'words',
      from: { kind: 'wood', speciesId: 'beech' },
      moves: [{ direction: 'darker', shades: 3 }],
    });
    const before = await opened();
    const model = boardModel(before, nth(before.job.woods, 0), nth(wood.boards, 0));
    if (!model) throw new Error('There is no such wood.');
    const stack = [DYE, CLEAR].map((l) => ({ ...l, kind: l.kind as 'dye' | 'clear' }));
    const problem = problemOf(before, nextBoardModel(before, model), stack, solvableColours(stack));
    // Said in words it is known to more than two shades; the look at the board narrows it.
    const unseen = { ...before, job: { ...before.job, woods: [] } };
    expect(targetKnownTo(unseen)).toBeGreaterThan(4);
    expect(targetKnownTo(before)).toBeLessThan(targetKnownTo(unseen) ?? 0);
    const plain = labOf(model.target?.reflectance ?? new Float64Array(31));
    const aimed = labOf(problem?.target.reflectance ?? new Float64Array(31));
    // The board was plainly too dark: what is aimed at is lighter than the target.
    expect(aimed[0]).toBeGreaterThan(plain[0] + 0.5);
    expect(aimed[1]).toBeLessThan(plain[1]);
    expect(problem?.unsure).toHaveLength(3);
    const [now] = await bench.boards();
    if (!now) throw new Error('There is no board.');
    const one = seenStanding(beliefOf(before), wood, now, 2, 2);
    expect(one?.difference[0]).toBeLessThan(-0.5);
    expect(one?.chance).toBeLessThan(0.6);
    for (let n = 0; n < 8; n++) await look({ dry: true, said: [] });
    const after = await opened();
    const [again] = await bench.boards();
    const more = again && seenStanding(beliefOf(after), wood, again, 2, 2);
    expect(more?.chance).toBeGreaterThan((one?.chance ?? 1) + 0.1);
    expect([one?.lookAt?.id, more?.lookAt]).toEqual([board.id, null]);
    // What recipes of these colours miss is theirs above all: another one is aimed at less differently.
    const wanted = model.target?.reflectance ?? new Float64Array(31);
    const aim = (of: Stack) => labOf(aimOn(beliefOf(before), wood, of, wanted)?.reflectance ?? wanted)[0];
    expect(aim(problem?.stack ?? [])).toBeGreaterThan(aim([newLayer('clear', { medium: 'satin' })]) + 0.1);
    expect(seenStanding(beliefOf(after), wood, now, 1, 2)).toBeNull();
    expect(deltaE00(plain, aimed)).toBeGreaterThan(0.5);
  });

  it('how it looked wet is kept in whatever words, and tells nothing of how it dries', async () => {
    const was = beliefOf(await opened())?.colour('target').lab;
    const kept: Board = await look({ wet: true, words: 'right when it shines like this; far too dark' });
    expect(kept.looks.at(-1)).toMatchObject({ wet: true, words: 'right when it shines like this; far too dark' });
    expect(beliefOf(await opened())?.colour('target').lab).toEqual(was);
    await bench.shop.ask('delete', `/looks/${kept.looks.at(-1)?.id}`).expect(200);
  });

  it('“cannot tell” tells nothing', async () => {
    const was = beliefOf(await opened())?.colour('target').lab;
    await look({ dry: true, said: null });
    expect(beliefOf(await opened())?.colour('target').lab).toEqual(was);
  });

  it('which of several is the nearest says where the target lies', async () => {
    const job = await bench.now();
    const wood = nth(job.woods, 0);
    // Two more boards, far apart: a pale one and a dark one.
    const [pale, dark] = [0.5, 12].map((honey) => [{ ...DYE, colours: { honey } }, CLEAR]);
    const made: Board[] = [];
    for (const stack of [pale, dark]) {
      const id = newId();
      await bench.post(`/woods/${wood.id}/boards`, { id });
      await bench.plan(id, stack);
      for (const stage of [1, 2]) await bench.post(`/boards/${id}/coats`, { stage });
      made.push((await bench.boards()).find((b) => b.id === id) as Board);
    }
    const [first, second] = made as [Board, Board];
    const lightness = async () => beliefOf(await opened())?.colour('target').lab[0] ?? 0;
    const before = await lightness();
    const held = (b: Board) => ({ board: b.id, stage: 2 });
    const nearest = (of: Board, body: object, status = 201) =>
      bench.post(`/boards/${of.id}/looks`, { id: newId(), stage: 2, dry: true, said: null, ...body }, status);
    const kept: Board = await nearest(second, { farther: [held(first)] });
    expect(kept.looks).toMatchObject([{ farther: [held(first)], said: null }]);
    expect(await lightness()).toBeLessThan(before);
    const both = { against: held(first), farther: [held(first)] };
    expect((await nearest(second, both, 422)).detail).toMatch(/nearest is said of the target/);
    expect((await nearest(second, { farther: [held(second)] }, 422)).detail).toMatch(/not against itself/);
    expect((await nearest(second, { farther: [{ board: newId(), stage: 2 }] }, 422)).detail).toMatch(/no such board/);
    // Beside a control all the others are ranked, the nearest first, with what they are beside it.
    const open = await opened();
    const ranked = rankedBeside(beliefOf(open), await bench.boards(), first);
    expect(ranked.map((r) => r.board.id)).not.toContain(first.id);
    expect(ranked.map((r) => r.off)).toEqual(ranked.map((r) => r.off).sort((p, q) => p - q));
    expect(ranked.find((r) => r.board.id === second.id)?.difference[0]).toBeLessThan(-3);
    const both2 = [held(first), { board: board.id, stage: 2 }];
    expect((await nearest(second, { farther: both2, between: true }, 422)).detail).toMatch(/said of two boards/);
    const between: Board = await nearest(second, { farther: [held(first)], between: true });
    expect(between.looks.at(-1)).toMatchObject({ farther: [held(first)], between: true });
  });
});

describe('a colour that was only looked at', () => {
  it('is turned by what is seen of its boards: the job foresees with it, and other jobs half as much', async () => {
    const { shop, post } = bench;
    const look2 = { speciesId: 'beech', lab: [48, 16, 30] };
    const tin = { id: 'tin', name: 'Tin', kind: 'dye', carrier: 'water', maxStrength: 20, costPerGram: 1, caution: '' };
    await post('/colourants', { ...tin, look: look2 });
    const jobOn = async () => {
      const job = await post('/jobs', { customer: 'Quay', piece: 'Door', tolerance: 2 });
      const { woods } = await post(`/jobs/${job.id}/woods`, { speciesId: 'beech' });
      const id = newId();
      await post(`/woods/${woods[0].id}/boards`, { id });
      const stack = [{ kind: 'dye', colours: { tin: 6 }, settings: {} }];
      await post(`/boards/${id}/recipe`, { id: newId(), stack, litres: 0.2, origin: 'hand', knowledge: null });
      await post(`/boards/${id}/coats`, { stage: 1 });
      return { job: job.id as string, board: id };
    };
    const seen = await jobOn();
    const other = await jobOn();
    // What a job foresees of six grams a litre of it, and how far that is in doubt.
    const foreseen = async ({ job }: { job: string }) => {
      const known = (await shop.ask('post', `/jobs/${job}/knowledge`, {}).expect(200)).body;
      const shelf = (await shop.ask('get', '/shelf').expect(200)).body;
      const open = openBench((await shop.ask('get', `/jobs/${job}`).expect(200)).body, shelf, known.content);
      const wood = nth(open.job.woods, 0);
      const model = boardModel(open, wood, nth(wood.boards, -1 + wood.boards.length));
      const next = model && nextBoardModel(open, model);
      const stack = [newLayer('dye', { colours: { tin: 6 } })];
      return {
        lightness: next ? labOf(promisedFinal(open, next, stack) as Float64Array)[0] : Number.NaN,
        doubt: strengthDoubts(open).tin,
      };
    };
    const before = await foreseen(seen);
    const otherBefore = await foreseen(other);
    expect(otherBefore.lightness).toBeCloseTo(before.lightness, 6);
    // It came out far darker than the customer's board, three times over.
    const target = { source: 'typed', lab: [before.lightness, 16, 30], light: 'D65/10' };
    for (const job of [seen.job, other.job])
      await post(`/jobs/${job}/readings`, { ...target, zone: 'face', takingId: newId() });
    for (let n = 0; n < 3; n++)
      await post(`/boards/${seen.board}/looks`, {
        id: newId(),
        stage: 1,
        dry: true,
        said: [{ direction: 'darker', size: 'far' }],
      });
    const after = await foreseen(seen);
    const otherAfter = await foreseen(other);
    expect(after.lightness).toBeLessThan(before.lightness - 2);
    expect(after.doubt).toBeLessThan(0.8);
    expect(otherAfter.lightness).toBeLessThan(otherBefore.lightness - 1);
    expect(otherAfter.lightness).toBeGreaterThan(after.lightness);
  });
});

describe('eyes', () => {
  it('of those who looked are found over all jobs, by name; of nobody where nobody has a name', async () => {
    const eyes = async () => (await bench.shop.ask('get', '/people/eyes').expect(200)).body.eyes;
    expect(await eyes()).toEqual([]);
    const person = newId();
    await bench.post('/people', { id: person, name: 'Ines', initials: 'In' });
    const [first] = (await bench.boards()).filter((b) => b.looks.length > 0);
    for (let n = 0; n < 3; n++)
      await bench.shop
        .ask('post', `/boards/${first?.id}/looks`, { id: newId(), stage: 2, dry: true, said: [] })
        .set('urushi-person', person)
        .expect(201);
    expect(await eyes()).toEqual([
      {
        person: 'Ines',
        looks: 3,
        scale: expect.any(Number),
        lean: [expect.any(Number), expect.any(Number), expect.any(Number)],
      },
    ]);
  });
});
