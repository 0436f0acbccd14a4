import { describe, expect, it } from 'vitest';
import { coatOn, WORK_SHELF, workBoard, workJob } from '../../../test/fixtures/work-shop.ts';
import { newLayer } from '../../core/layers/layer.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { boardModel, openBench } from '../job/bench.ts';
import { touchUpOf } from './touch-up.ts';

const DYE = newLayer('dye', { colours: { honey: 2 } });
const CLEAR = newLayer('clear', { medium: 'water-satin' });
const madeWith = { species: {}, colourants: { honey: 1 }, mediums: { 'water-satin': 1 } };
const NOW = Date.parse('2026-06-01T08:00:00Z');
const on = (when: string, dye = DYE) => [coatOn(1, dye, when), coatOn(2, CLEAR, when)];

function mended(when: string, shelf: Shelf = WORK_SHELF, colours: Record<string, number> = DYE.colours) {
  const dye = { ...DYE, colours };
  const plain = workBoard([dye, CLEAR], { coats: on(when, dye) });
  const board = { ...plain, recipe: { ...plain.recipe, madeWith } } as typeof plain;
  const bench = openBench(workJob(board), shelf, NOTHING_LEARNED);
  const [wood] = bench.job.woods;
  const model = wood && boardModel(bench, wood, board);
  if (!model) throw new Error('There is no such wood.');
  return touchUpOf(bench, model, 'scratch', { now: NOW, system: 'metric', tools: undefined });
}

describe('a repair by the record', () => {
  it('says what is mixed for a spot: the colour half as strong as it was', () => {
    const { steps } = mended('2026-05-30T08:00:00Z');
    const [dye] = steps.filter((s) => s.layer === 0);
    // 2 g in a litre, half as strong, 20 mL of it.
    expect(dye?.mix.find((m) => m.what === 'Honey')?.said).toBe('0.02 g');
    // Nothing is asked for that the scale does not show: of weaker colour more is mixed.
    const weak = mended('2026-05-30T08:00:00Z', WORK_SHELF, { honey: 0.2 }).steps.find((s) => s.layer === 0);
    expect(weak?.mix.find((m) => m.what === 'Honey')?.said).toBe('0.01 g');
    expect(weak?.mix.at(-1)?.what).toMatch(/100 mL/);
    expect(steps.filter((s) => s.layer === null).every((s) => s.mix.length === 0)).toBe(true);
  });
  it('years later says how it has changed, and what of its products is no longer as it was', () => {
    expect(mended('2026-05-30T08:00:00Z')).toMatchObject({ aged: null });
    const { aged } = mended('2016-05-30T08:00:00Z');
    expect(aged?.years).toBeCloseTo(10, 1);
    expect(aged?.deltaE).toBeGreaterThan(0);
    const gone = (over: object) =>
      mended('2026-05-30T08:00:00Z', {
        ...WORK_SHELF,
        colourants: WORK_SHELF.colourants.map((c) => ({
          ...c,
          version: 1,
          archived: false,
          ...(c.id === 'honey' ? over : {}),
        })),
        mediums: WORK_SHELF.mediums.map((m) => ({ ...m, version: 1, archived: false })),
      } as Shelf).gone;
    expect(gone({})).toEqual([]);
    expect(gone({ version: 2 })).toEqual(['Honey (changed since)']);
    expect(gone({ archived: true })).toEqual(['Honey (put away)']);
  });
});
