import { describe, expect, it } from 'vitest';
import { shopOf, WORK_SHELF, workBoard, workJob, workPart } from '../../../test/fixtures/work-shop.ts';
import { newLayer } from '../../core/layers/layer.ts';
import type { Lot } from '../../shared/lot.ts';
import type { Shelf } from '../../shared/shelf.ts';
import type { Bench } from '../job/bench.ts';
import { materialsOf } from '../shelf/materials.ts';
import { batchSheet } from './batch-sheet.ts';

const CLEAR = newLayer('clear', { medium: 'water-satin', settings: { coats: 2 } });
const lot = (left: number): Lot => ({ item: 'medium/water-satin', unit: 'mL', left, amount: left }) as Lot;
/** A shelf whose clear covers ten square metres a litre out of cans of a litre. */
const shelfWith = (sheet: object, ...lots: Lot[]): Shelf => ({
  ...WORK_SHELF,
  mediums: WORK_SHELF.mediums.map((m) => ({
    ...m,
    sheet: { ...m.sheet, label: { ...m.sheet.label, coverage: 10 }, shop: {}, canMl: 1000, ...sheet },
  })),
  lots,
});
const { materials: _, ...shop } = shopOf([]);
function sheetOf(stack: Parameters<typeof batchSheet>[2], { part = {}, sheet = {}, lots = [] as Lot[] } = {}) {
  const job = workJob(workBoard(stack), { parts: [workPart(part)] });
  const shelf = shelfWith(sheet, ...lots);
  const [wood] = job.woods;
  if (!wood) throw new Error('The job has a wood.');
  return batchSheet({ ...shop, job, shelf, materials: materialsOf(shelf) } as unknown as Bench, wood, stack, 0.25);
}
/** Twenty faces of 1 m by 0.5 m are 10 m². */
const TEN = { count: 20, length: 1000, width: 500, faces: 1, zones: ['face'] };

describe('the batch of the work', () => {
  it('is the area by the coats over the coverage, and the spare: worked by hand', () => {
    const sheet = sheetOf([CLEAR], { part: TEN });
    expect(sheet?.area).toBeCloseTo(10, 9);
    // 10 m² × 2 coats ÷ 10 m² a litre, and a quarter over.
    expect(sheet?.layers.map((l) => l.litres)).toEqual([2.5]);
    expect(sheet?.needed.find((n) => n.item === 'medium/water-satin')).toMatchObject({ unit: 'mL', amount: 2500 });
  });
  it('is bought in whole tins for what the shelf lacks, with what is left of the last; several are boxed', () => {
    const [satin] = sheetOf([CLEAR], { part: TEN, lots: [lot(600), lot(300)] })?.needed ?? [];
    // 2 500 of which 900 are there: 1 600, out of two tins of a litre, 400 of the second over.
    expect(satin?.onShelf).toBe(900);
    expect(satin?.buy).toMatchObject({ tins: 2, canMl: 1000 });
    expect(satin?.buy?.over).toBeCloseTo(0.4, 9);
    expect(satin?.tins).toBe(4);
    expect(satin?.leadDays).toBeNull();
    const slow = sheetOf([CLEAR], { part: TEN, lots: [lot(600)], sheet: { leadDays: 6 } });
    expect(slow?.needed[0]?.leadDays).toBe(6);
    expect(sheetOf([CLEAR], { part: TEN, lots: [lot(4000)], sheet: { leadDays: 6 } })?.needed[0]?.leadDays).toBeNull();
    const [enough] = sheetOf([CLEAR], { part: TEN, lots: [lot(4000)] })?.needed ?? [];
    expect(enough).toMatchObject({ buy: null, tins: 1 });
    expect(sheetOf([CLEAR], { part: TEN })?.needed[0]?.onShelf).toBeNull();
  });
  it('is hardened in as many pots as none sets in before it is on', () => {
    const plain = sheetOf([CLEAR], { part: TEN })?.layers[0];
    expect(plain?.pots).toBe(1);
    const hours = ((plain?.minutes ?? 0) * 2) / 60;
    // Four fifths of a pot's life are for working.
    const life = hours / 0.8 / 2.5;
    const quick = sheetOf([CLEAR], { part: TEN, sheet: { label: { coverage: 10, potLife: life } } });
    expect(quick?.layers[0]?.pots).toBe(3);
  });
  it('names the surface whose edge dries before it is done, by hand and not by the gun', () => {
    const dye = newLayer('dye', { colours: { honey: 2 } });
    const large = { count: 1, length: 4000, width: 2000, faces: 1, zones: ['face'] };
    expect(sheetOf([dye], { part: large })?.layers[0]?.edge?.panels).toBeGreaterThan(1);
    expect(sheetOf([{ ...dye, method: 'sprayed' }], { part: large })?.layers[0]?.edge).toBeNull();
    expect(sheetOf([dye], { part: { ...large, length: 300, width: 200 } })?.layers[0]?.edge).toBeNull();
  });
  it('is of nothing without a part', () => {
    const job = workJob(workBoard([CLEAR]), { parts: [] });
    const bench = { ...shop, job, shelf: WORK_SHELF, materials: materialsOf(WORK_SHELF) } as unknown as Bench;
    expect(batchSheet(bench, job.woods[0] as never, [CLEAR], 0.25)).toBeNull();
  });
});
