import { describe, expect, it } from 'vitest';
import { MATERIALS, SHELF, WOOD } from '../../../test/fixtures/small-shop.ts';
import { predict, USUAL_PREPARATION } from '../../core/board/index.ts';
import { TONES, type Tone, toneReading } from '../../core/board/tones.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { labOf } from '../../core/colour/lab.ts';
import { newLayer, type Stack } from '../../core/layers/layer.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { boardModel, openBench, problemOf } from './bench.ts';
import { afterRevision } from './revision.ts';
import { missOf, targetOf, tonesRead } from './target.ts';

const stack: Stack = [newLayer('dye', { colours: { brown: 6 } }), newLayer('clear', { medium: 'clear' })];
const look = predict(stack, WOOD, MATERIALS).at(-1);
if (!look) throw new Error('no look');
const tone = (of: Tone) => Array.from(toneReading(WOOD, look.internal, look.surface, of));
const read = (zone: string, grid: number[], stage: number | null = null) => ({
  id: zone,
  zone,
  stage,
  grid,
  lab: null,
});

/** A bench with a target of two tones and one finished board, whose tones read as given. */
function bench(aside: { zone: string; grid: number[] }[], face = Array.from(look?.reading ?? [])) {
  const board = {
    id: 'b',
    number: 1,
    version: 1,
    plank: null,
    preparation: null,
    apart: null,
    coats: [],
    recipe: { stack, expected: [], litres: 1 },
    readings: [read('face', face, 2)],
    aside: aside.map((a) => read(a.zone, a.grid, 2)),
    looks: [],
    checks: [],
  };
  const wood = {
    id: 'w',
    code: 'birch',
    label: '',
    speciesId: 'birch',
    preparation: USUAL_PREPARATION,
    boards: [board],
    pieces: [],
  };
  const target = TONES.map((of) => read(of, tone(of)));
  const lights = { D65: 1, A: 0, LED: 0, F11: 0 };
  const job = {
    number: 1,
    target,
    lights,
    tolerance: 1,
    grainTolerance: 2,
    woods: [wood],
    held: [],
    pictures: [],
    approvals: [],
  };
  const opened = openBench(job as never, SHELF as never, NOTHING_LEARNED);
  const model = boardModel(opened, wood as never, board as never);
  if (!model) throw new Error('no model');
  return { opened, wood: wood as never, model };
}

describe('a target of two tones in the record', () => {
  it('makes its face by the shares of the wood, and counts the grain by its own tolerance', () => {
    const { model } = bench([]);
    const { target } = model;
    if (!target?.tones) throw new Error('no tones');
    expect(target.tones.grainEase).toBe(2);
    expect(deltaE00(labOf(target.reflectance), labOf(look.reading))).toBeLessThan(1e-6);
    const dark = tone('grain').map((r) => 0.8 * r);
    const off = deltaE00(labOf(tone('grain')), labOf(dark));
    const tones = { ground: Float64Array.from(tone('ground')), grain: Float64Array.from(dark) };
    expect(missOf(target, look.reading, tones)).toBeCloseTo(off / 2, 9);
    expect(missOf(target, look.reading, null)).toBeCloseTo(0, 6);
  });
  it('of one tone alone is one colour', () => {
    const target = targetOf({ target: [read('ground', tone('ground'))] as never, tolerance: 1, grainTolerance: null });
    expect(target?.tones).toBeUndefined();
    expect(target?.reflectance[5]).toBeCloseTo(tone('ground')[5] ?? 0, 12);
    expect(tonesRead([], 2)).toBeNull();
  });
  it('is aimed at with what a board of the same layers showed: read too dark, the next is aimed lighter', () => {
    const off = (of: Tone, factor: number) => ({ zone: of, grid: tone(of).map((r) => factor * r) });
    const aim = (aside: { zone: string; grid: number[] }[], layers = stack) => {
      const { opened, model } = bench(aside);
      return problemOf(opened, model, layers, [])?.target.tones;
    };
    expect(aim([])?.grain[10]).toBeCloseTo(tone('grain')[10] ?? 0, 9);
    const asExpected = aim([off('ground', 1), off('grain', 1)]);
    expect(asExpected?.grain[10]).toBeCloseTo(tone('grain')[10] ?? 0, 6);
    const lighter = aim([off('ground', 1), off('grain', 0.8)]);
    expect(lighter?.grain[10]).toBeGreaterThan(1.1 * (tone('grain')[10] ?? 0));
    expect(lighter?.ground[10]).toBeCloseTo(tone('ground')[10] ?? 0, 6);
    // Of other layers it shows nothing.
    const other = aim([off('ground', 1), off('grain', 0.8)], [newLayer('wiping-stain'), ...stack.slice(1)]);
    expect(other?.grain[10]).toBeCloseTo(tone('grain')[10] ?? 0, 9);
  });
});

describe('after a change of mind', () => {
  const leftBy = (face: number[]) => {
    const { opened, wood } = bench([], face);
    return afterRevision(opened, wood);
  };
  it('a board that passes is good, one that does not is made again from its recipe', () => {
    expect(leftBy(Array.from(look.reading))).toMatchObject({ kind: 'good', deltaE: expect.closeTo(0, 6) });
    expect(leftBy(Array.from(look.reading, (r) => 0.8 * r))).toMatchObject({
      kind: 'again',
      done: 0,
      open: [{ layer: 0, colourants: ['brown'] }],
    });
  });
  it('a board under way can be finished otherwise, one without colour to come cannot', () => {
    const { opened, wood } = bench([]);
    const at = (made: Stack, done: number) => {
      const { boards, ...rest } = wood as { boards: object[] };
      const readings = Array.from({ length: done + 1 }, (_, stage) => read('face', Array.from(look.reading), stage));
      const board = { ...boards[0], recipe: { stack: made, expected: [], litres: 1 }, readings };
      return afterRevision(opened, { ...rest, boards: [board] } as never);
    };
    const glazed: Stack = [
      ...stack.slice(0, 1),
      newLayer('sealer', { medium: 'shellac' }),
      newLayer('glaze', { colours: { umber: 0.1 } }),
      ...stack.slice(1),
    ];
    expect(at(glazed, 1)).toMatchObject({ kind: 'finish', done: 1, open: [{ layer: 2, colourants: ['umber'] }] });
    expect(at(stack, 1)).toEqual({ kind: 'nothing' });
  });
});
