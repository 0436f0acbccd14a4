import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BeechShop, CLEAR, DYE, openBeechShop } from '../../../test/server/beech-shop.ts';
import { looksTold } from '../../core/judge/looks-run.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { correctBatch } from '../../core/match/correct-batch.ts';
import { addedKey, asPoured, inPot, potOf } from '../../record/board/poured.ts';
import { finishedMean, layersOn } from '../../record/board/stages.ts';
import { type BoardModel, boardModel, openBench } from '../../record/job/bench.ts';
import { areasOf } from '../../record/job/parts.ts';
import { type PotToCorrect, potToCorrect, potWithAdded } from '../../record/work/draw-down.ts';
import { leftoversOf, piecesCounted } from '../../record/work/hand-over.ts';
import { maskedFor, neighboursOf } from '../../record/work/pieces.ts';
import { piecesTyped, pileOfWood } from '../../record/work/pile.ts';
import { firstPieceOf, looksOfWork, runOfWork, saidSinceChange } from '../../record/work/run.ts';
import type { Board, Recipe } from '../../shared/board.ts';
import type { ClockKnown } from '../../shared/clock.ts';
import type { DrawDown } from '../../shared/draw-down.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';
import type { Part } from '../../shared/part.ts';
import type { QuotesTaught } from '../../shared/quote.ts';
import type { RawPiece } from '../../shared/raw-piece.ts';

let bench: BeechShop;
const wood = async () => (await bench.now()).woods[0] as Job['woods'][number];
const part = newId();
const ids = [newId(), newId()] as const;
const portions = ids.map((id, n) => ({ id, part, portion: n + 1, count: 3 }));
const begin = (body: object, status = 200) => wood().then(({ id }) => bench.post(`/woods/${id}/work`, body, status));
const putOn = (id: string, stage: number) => bench.post(`/boards/${id}/coats`, { id: newId(), stage });

beforeAll(async () => {
  bench = await openBeechShop();
  const { id: woodId } = await wood();
  await bench.post(`/jobs/${(await bench.now()).id}/parts`, {
    parts: [
      { id: part, name: 'Rail', woodId, count: 6, length: 800, width: 90, thickness: null, faces: 1, zones: ['face'] },
    ],
  });
});
afterAll(() => bench.shop.close());

describe('the work of a wood', () => {
  it('waits for a board that passes, or that is accepted', async () => {
    const [board] = (await bench.boards()) as [Board];
    await bench.read(board.id, 0);
    await bench.plan(board.id, [DYE, CLEAR]);
    expect((await begin({ board: board.id, portions }, 409)).detail).toMatch(/does not pass yet/);
    for (const stage of [1, 2]) {
      await putOn(board.id, stage);
      await bench.read(board.id, stage);
    }
    const [now] = (await bench.boards()) as [Board];
    await bench.shop
      .ask('patch', `/boards/${now.id}`, { version: now.version, judged: { accepted: true, words: '' } })
      .expect(200);
  });
  it('is refused with a sentence: more pieces than there are, another’s part, one portion twice', async () => {
    const [{ id: board }] = (await bench.boards()) as [Board];
    const asked = async (changed: object) =>
      (await begin({ board, portions: [{ ...portions[0], ...changed }] }, 409)).detail;
    expect(await asked({ count: 7 })).toBe('There are 6 of Rail, and 7 would be at work.');
    expect(await asked({ part: newId() })).toBe('This part is not made of this wood.');
    expect((await begin({ board, portions: portions.map((p) => ({ ...p, portion: 1 })) }, 409)).detail).toMatch(
      /is begun already/,
    );
    expect((await begin({ board: newId(), portions }, 409)).detail).toMatch(/of their own wood/);
  });
  it('makes portions of record, with one recipe and one batch for all; begun twice it is begun once', async () => {
    const [board] = (await bench.boards()) as [Board];
    await begin({ board: board.id, portions });
    await begin({ board: board.id, portions });
    const { boards, pieces, offcutsTaken } = await wood();
    expect(boards).toHaveLength(1);
    expect(pieces.map((p) => p.pieces)).toEqual(portions.map(({ id: _, ...p }) => p));
    const [first, second] = pieces as [Board, Board];
    expect(first.recipe?.id).toBe(second.recipe?.id);
    expect(first.recipe?.expected.at(-1)).toEqual(Array.from(finishedMean(board) ?? []));
    // 0.432 m² take less of the dye than a cup holds back: that is the least.
    expect(first.recipe?.pots.map((p) => p.stage)).toEqual([1, 2]);
    expect(first.recipe?.pots[0]?.litres).toBe(0.05);
    expect(offcutsTaken).toBe(1);
    // A pour for one is a pour for all.
    await bench.post(`/boards/${first.id}/steps`, { id: newId(), step: '1/honey', grams: 0.1 });
    expect((await wood()).pieces[1]?.recipe?.done.map((d) => d.step)).toEqual(['1/honey']);
  });
  it('is worked on portion by portion: coats, the clock and readings are each portion’s own', async () => {
    const [first, second] = ids;
    await putOn(first, 1);
    const { pieces } = await wood();
    expect(pieces.map(layersOn)).toEqual([1, 0]);
    const refused = await bench.post('/clock/done', { id: newId(), work: `part/${part}/1/2/2/coat` }, 409);
    expect(refused.detail).toMatch(/put on at its board/);
    await bench.post('/clock/done', { id: newId(), work: `part/${part}/2/0/1/prepare` });
    const { done }: ClockKnown = (await bench.shop.ask('get', '/clock').expect(200)).body;
    expect(done.map((d) => d.work)).toContain(`part/${part}/2/0/1/prepare`);
    await putOn(first, 2);
    for (let n = 0; n < 3; n++) await bench.read(first, 2);
    const run = runOfWork(await wood());
    expect(run?.pieces).toHaveLength(3);
    // Each reading is of a piece of its own.
    expect(new Set(run?.pieces.map((p) => p.lab[0].toFixed(3))).size).toBe(3);
    expect(layersOn((await wood()).pieces.find((p) => p.id === second) as Board)).toBe(0);
    // What is read of pieces is no trial: the list of jobs counts boards.
    const { jobs } = (await bench.shop.ask('get', '/jobs').expect(200)).body;
    expect(jobs[0].woods[0].boards).toBe(1);
  });
});

describe('pieces that nobody reads', () => {
  it('are held up one after another; the same said of two in a row is a drift', async () => {
    const [first] = ids;
    const look = (direction: string) =>
      bench.post(`/boards/${first}/looks`, {
        id: newId(),
        stage: 2,
        said: [{ direction, size: 'touch' }],
        dry: true,
      });
    for (const direction of ['darker', 'lighter', 'lighter']) await look(direction);
    const looks = looksOfWork(await wood());
    expect(looks.map((l) => l.portion.id)).toEqual([first, first, first]);
    expect(looksTold(looks.map((l) => l.said))).toEqual({ what: 'drifts', direction: 'lighter' });
  });
});

describe('what is looked for between layers', () => {
  it('is ticked on the surface that is there, taken out and put back; of a layer that is not on there is nothing', async () => {
    const [first, second] = ids;
    const id = newId();
    const check = (board: string, body: object, status = 201) =>
      bench.post(`/boards/${board}/checks`, { id, fine: true, ...body }, status);
    expect((await check(second, { stage: 1, what: 'rag' }, 409)).detail).toMatch(/not on yet/);
    await check(first, { stage: 1, what: 'rag', fine: false });
    await check(first, { stage: 1, what: 'rag', fine: false });
    const checks = async () => (await wood()).pieces.find((p) => p.id === first)?.checks;
    expect(await checks()).toMatchObject([{ stage: 1, what: 'rag', fine: false }]);
    await bench.shop.ask('delete', `/checks/${id}`).expect(200);
    expect(await checks()).toEqual([]);
    await bench.post(`/checks/${id}/restore`, {}, 200);
    expect(await checks()).toHaveLength(1);
    expect((await check(first, { id: newId(), stage: 1, what: 'smell' }, 422)).detail).toBeDefined();
  });
  it('and a change in the run begins it anew', async () => {
    const [first] = ids;
    const said = saidSinceChange(await wood()).length;
    expect(said).toBeGreaterThan(1);
    await bench.post(`/boards/${first}/checks`, { id: newId(), stage: 2, what: 'pad', fine: true });
    // Nothing was held up since.
    expect(saidSinceChange(await wood())).toHaveLength(said);
    await bench.post(`/boards/${first}/looks`, { id: newId(), stage: 2, said: [], dry: true });
    expect(saidSinceChange(await wood())).toEqual([[]]);
    expect(firstPieceOf(await wood(), 1)?.state).toBe('right');
  });
});

describe('a pot', () => {
  it('is tried by its drops, looked at or read, for all that follow it', async () => {
    const [first, second] = ids;
    const id = newId();
    const drops = (body: object, status = 201) =>
      bench.post(`/boards/${first}/draw-downs`, { id, stage: 1, said: null, lab: null, ...body }, status);
    expect((await drops({}, 422)).detail).toMatch(/how it looks, or what it reads/);
    expect((await drops({ stage: 9, said: [] }, 422)).detail).toMatch(/has 2 layers/);
    await drops({ said: [{ direction: 'lighter', size: 'plain' }] });
    const told = async (of: string) => (await wood()).pieces.find((p) => p.id === of)?.recipe?.drawDowns;
    expect(await told(second)).toMatchObject([{ stage: 1, said: [{ direction: 'lighter', size: 'plain' }] }]);
    await bench.shop.ask('delete', `/draw-downs/${id}`).expect(200);
    expect(await told(first)).toEqual([]);
    await bench.post(`/draw-downs/${id}/restore`, {}, 200);
    expect(await told(first)).toHaveLength(1);
  });
  it('that is too weak is put right by its own colours, and what was added is in it', async () => {
    const { pieces } = await wood();
    const [portion] = pieces as [Board];
    const { recipe } = portion as { recipe: Recipe };
    const job = await bench.now();
    const shelf = (await bench.shop.ask('get', '/shelf').expect(200)).body;
    const open = openBench(job, shelf, NOTHING_LEARNED);
    const model = boardModel(open, await wood(), portion) as BoardModel;
    const drawn = (recipe.drawDowns[0] ?? null) as DrawDown;
    const asked = potToCorrect(open, model, recipe, drawn) as PotToCorrect;
    // 0.1 g are in it.
    expect(asked.stack[0]?.colours.honey).toBeCloseTo(0.1 / asked.litres, 6);
    const { add, before, after, cost } = correctBatch(asked.problem, asked.stack, asked.layer, asked.litres, 1);
    expect(add.honey).toBeGreaterThan(0);
    expect(after).toBeLessThan(before);
    expect(cost).toBeGreaterThan(0);
    const pot = potWithAdded(recipe, 1, { add, thin: 0.01 }, open);
    expect(pot.grams.honey).toBeCloseTo(0.1 + (add.honey ?? 0), 9);
    expect(pot.litres).toBeCloseTo(asked.litres + 0.01, 9);
    await bench.post(`/boards/${portion.id}/steps`, { id: newId(), step: addedKey(1, 'honey', 1), grams: add.honey });
    await bench.post(`/boards/${portion.id}/pots`, { pots: [{ id: newId(), ...pot }] });
    const now = (await wood()).pieces[0]?.recipe as Recipe;
    expect(inPot(now, 1, open.materials).honey).toBeCloseTo(pot.grams.honey ?? 0, 9);
    expect(asPoured(now, 1, open.materials).colours.honey).toBeCloseTo((pot.grams.honey ?? 0) / pot.litres, 6);
  });
});

describe('the pile of a wood', () => {
  it('is added piece by piece, once; put right, chosen for a part, taken out and put back', async () => {
    const { id: woodId } = await wood();
    const piled = piecesTyped('1-3 same\n4 far darker, pair A').map((p) => ({ id: newId(), ...p }));
    const add = (pieces: object[], status = 201) => bench.post(`/woods/${woodId}/raw-pieces`, { pieces }, status);
    await add(piled);
    await add(piled);
    const pieces = async () => (await wood()).rawPieces;
    expect((await pieces()).map((p) => p.name)).toEqual(['1', '2', '3', '4']);
    const [one] = (await pieces()) as [RawPiece];
    const change = (body: object, status: number) =>
      bench.shop.ask('patch', `/raw-pieces/${one.id}`, { version: one.version, ...body }).expect(status);
    expect((await change({ partId: newId() }, 409)).body.detail).toMatch(/not made of this wood/);
    await change({ partId: part }, 200);
    expect((await change({ lively: true }, 409)).body.current.value).toMatchObject({ partId: part });
    const job = await bench.now();
    const shelf = (await bench.shop.ask('get', '/shelf').expect(200)).body;
    const { pieces: placed, short } = pileOfWood(openBench(job, shelf, NOTHING_LEARNED), await wood());
    expect(placed.filter((p) => p.part === part)).toHaveLength(4);
    expect(short).toEqual({ [part]: 2 });
    await bench.shop.ask('delete', `/raw-pieces/${one.id}`).expect(200);
    expect(await pieces()).toHaveLength(3);
    await bench.post(`/raw-pieces/${one.id}/restore`, {}, 200);
    expect(await pieces()).toHaveLength(4);
  });
});

describe('a zone with layers of its own', () => {
  it('is of another whole part of the job; hidden zones are coated and not judged', async () => {
    const { id, parts } = await bench.now();
    const [{ version: _, ...rail }] = parts as [Part];
    const patch = (body: object, status: number) =>
      bench.shop.ask('patch', `/parts/${rail.id}`, { version: 1, ...body }).expect(status);
    const edge = newId();
    const add = (over: object, status = 201) =>
      bench.post(
        `/jobs/${id}/parts`,
        { parts: [{ ...rail, id: edge, name: 'Its edge', zones: ['edge'], thickness: 20, zoneOf: rail.id, ...over }] },
        status,
      );
    expect((await add({ zoneOf: newId() }, 422)).detail).toMatch(/another part of this job/);
    expect((await add({ zoneOf: edge }, 422)).detail).toMatch(/another part of this job/);
    await add({ hidden: ['end'], place: 'window' });
    const now = await bench.now();
    const added = now.parts.find((p) => p.id === edge) as Part;
    expect(maskedFor(now, rail).map((p) => p.name)).toEqual(['Its edge']);
    expect(maskedFor(now, added).map((p) => p.name)).toEqual(['Rail']);
    const { matters, coated, end } = areasOf(added);
    expect(coated).toBeCloseTo(matters + end, 9);
    expect((await patch({ zoneOf: edge }, 422)).body.detail).toMatch(/whole part/);
    await patch({ place: 'window' }, 200);
    expect(neighboursOf(await bench.now(), added).map((p) => p.name)).toEqual(['Rail']);
    await bench.shop.ask('delete', `/parts/${edge}`).expect(204);
  });
});

describe('the hand-over', () => {
  it('counts the pieces, keeps what is left by what is in it, and is said once', async () => {
    const job = await bench.now();
    const shelf = (await bench.shop.ask('get', '/shelf').expect(200)).body;
    const open = openBench(job, shelf, NOTHING_LEARNED);
    expect(piecesCounted(open)).toMatchObject([{ part: 'Rail', count: 6, done: 3, rejected: 0 }]);
    const [dye] = leftoversOf(open, 0.25);
    expect(dye).toMatchObject({ kind: 'dye', kept: false });
    const { recipe } = (await wood()).pieces[0] as Board;
    expect(dye?.litres).toBeCloseTo((potOf(recipe as Recipe, 1, open.materials).litres * 0.25) / 1.25, 9);
    const change = (body: object) => bench.shop.ask('patch', `/jobs/${job.id}`, body).expect(200);
    await change({ version: job.version, retainPlace: 'drawer 2', handedOver: true });
    const over = await bench.now();
    expect(over.retainPlace).toBe('drawer 2');
    const { handedOverAt } = over;
    expect(handedOverAt).not.toBeNull();
    await change({ version: over.version, handedOver: true, customerNote: 'Wipe it dry.' });
    expect((await bench.now()).handedOverAt).toBe(handedOverAt);
    await change({ version: over.version + 1, handedOver: false });
    expect(await bench.now()).toMatchObject({ handedOverAt: null, customerNote: 'Wipe it dry.' });
  });
});

describe('a quote', () => {
  const terms = { hour: 50, margin: 0.2, rework: 0.1, trials: 2, pace: 1, handLimit: 12 };
  const quote = (body: object, status = 201) =>
    bench.now().then(({ id }) => bench.post(`/jobs/${id}/quotes`, body, status));
  const taught = async (): Promise<QuotesTaught> => (await bench.shop.ask('get', '/quotes/taught').expect(200)).body;

  it('is worked out and kept by its terms, once; the next of the shop begins with them', async () => {
    expect((await taught()).terms).toBeNull();
    const id = newId();
    await quote({ id, terms });
    await quote({ id, terms: { ...terms, hour: 1 } });
    const [kept, ...others] = (await bench.now()).quotes;
    expect(others).toEqual([]);
    expect(kept?.terms).toEqual(terms);
    expect(kept?.lines.map((l) => l.what)).toContain('Trial boards, 2');
    expect((await taught()).terms).toEqual(terms);
    expect((await quote({ id: newId(), terms: { ...terms, pace: 9 } }, 422)).detail).toMatch(/five times/);
  });
  it('is held against the hours that were worked once every piece is done, and teaches', async () => {
    const { id } = await bench.now();
    await bench.post(`/jobs/${id}/hours`, { id: newId(), hours: 4, what: 'all of it' });
    // One portion is still to be done.
    expect((await taught()).jobs).toEqual([]);
    for (const stage of [1, 2]) await putOn(ids[1], stage);
    const [job] = (await taught()).jobs;
    expect(job).toMatchObject({ job: 1, worked: 4 });
    expect(job?.quoted).toBeGreaterThan(3);
    const fault = { id: newId(), boardId: ids[0], stage: 1, fault: 'paler', cause: 'hand', hours: 1 };
    await bench.post('/faults', fault);
    expect((await taught()).rework).toEqual({ hours: 1, worked: 4 });
    const [own] = (await bench.now()).hours;
    await bench.shop.ask('delete', `/hours/${own?.id}`).expect(200);
    expect((await taught()).jobs).toEqual([]);
    await bench.post(`/hours/${own?.id}/restore`, {}, 200);
    expect((await taught()).jobs).toHaveLength(1);
    expect((await bench.post(`/jobs/${id}/hours`, { id: newId(), hours: 0, what: '' }, 422)).detail).toMatch(
      /More than no time/,
    );
  });
});
