import { describe, expect, it } from 'vitest';
import { USUAL_PREPARATION } from '../../core/board/preparation.ts';
import { meanSpectrum } from '../../core/colour/grid.ts';
import { labOf } from '../../core/colour/lab.ts';
import { type Layer, newLayer } from '../../core/layers/layer.ts';
import type { Board } from '../../shared/board.ts';
import type { BenchAct } from '../../workshop/interface.ts';
import { benchBoardOf, samplePiece, simulatedReadings, stockOfShelf } from './simulated.ts';

const stock = stockOfShelf({ species: [], colourants: [], mediums: [], supplies: [], lots: [], mixes: [] });
const board = (...stack: Layer[]): Pick<Board, 'number' | 'recipe' | 'coats'> => ({
  number: 5,
  recipe: { stack } as Board['recipe'],
  coats: [],
});
const on = (species: string) => ({ job: 7, wood: species, species, preparation: USUAL_PREPARATION });
const dye = newLayer('dye', { colours: { honey: 5 } });
const sealer = newLayer('sealer', { medium: 'blonde-shellac' });
const glaze = newLayer('glaze', { colours: { umber: 0.05 } });
const clear = newLayer('clear', { medium: 'water-satin' });
const labAfter = (made: ReturnType<typeof board>, stage: number) => {
  const readings = simulatedReadings({ stock, board: benchBoardOf(made, on('beech'), stage) }, 5, 0);
  return labOf(meanSpectrum(readings.map((r) => (r as { values: number[] }).values)));
};

describe('a shop board on the simulated workshop', () => {
  it('is read as far as it has been made; every coat deepens it, the sealer too (common practice)', () => {
    const made = board(dye, sealer, glaze, clear);
    const steps = [0, 1, 2, 3, 4].map((stage) => labAfter(made, stage)[0]);
    expect(steps).toEqual([...steps].sort((a, b) => b - a));
    expect(steps[1] - steps[2]).toBeGreaterThan(3);
  });
  it('takes the amber of its own clear and sealer', () => {
    const yellow = (...stack: Layer[]) => labAfter(board(...stack), stack.length)[2];
    expect(yellow(newLayer('clear', { medium: 'oil-varnish' }))).toBeGreaterThan(yellow(clear) + 1);
    expect(yellow(newLayer('sealer', { medium: 'garnet-shellac' }))).toBeGreaterThan(yellow(sealer) + 1);
  });
  it('takes every kind of layer in any order, undone too, with its coats, dwell and preparation', () => {
    const back = newLayer('wipe-back', { settings: { removed: 0.7 } });
    const stack = [newLayer('bleach'), glaze, back, dye, sealer, newLayer('oil', { medium: 'linseed' }), clear, dye];
    expect(labAfter(board(...stack), stack.length).every(Number.isFinite)).toBe(true);
    const twice = { ...dye, settings: { coats: 2, dwell: 12 } };
    const { acts, making } = benchBoardOf(board(twice, back), on('beech'), 2);
    expect(acts).toEqual([
      { kind: 'dye', colours: { honey: 5 }, coats: 2, dwell: 12, load: 1, pressure: 1, method: 'wiped' },
      expect.objectContaining({ kind: 'wipe-back', amount: 0.7, method: 'rag' }),
    ] satisfies BenchAct[]);
    expect(making).toEqual(USUAL_PREPARATION);
    expect(labAfter(board(twice), 1)[0]).toBeLessThan(labAfter(board(dye), 1)[0] - 1);
  });
  it.each([
    ['ebony', [dye], 'no ebony'],
    ['beech', [newLayer('dye', { colours: { ghost: 1 } })], 'no ghost'],
    ['beech', [newLayer('clear', { medium: 'moon-lacquer' })], 'moon-lacquer is no clear'],
  ])('on %s cannot be made with what the bench has not: %#', (species, stack, sentence) => {
    const under = { stock, board: benchBoardOf(board(...stack), on(species), stack.length) };
    expect(() => simulatedReadings(under, 5, 0)).toThrow(
      expect.objectContaining({ status: 409, message: expect.stringContaining(sentence) }),
    );
  });
  it('is made with the amounts really used', () => {
    const made = board(dye);
    const more = { stage: 1, layer: { ...dye, colours: { honey: 9 } } } as unknown as Board['coats'][number];
    expect(benchBoardOf({ ...made, coats: [more] }, on('beech'), 1).acts).toEqual([
      expect.objectContaining({ kind: 'dye', colours: { honey: 9 } }),
    ]);
  });
  it('raw needs no recipe', () => {
    expect(benchBoardOf({ ...board(), recipe: null }, on('beech'), 0).acts).toEqual([]);
  });
});

describe('readings by the simulated instrument', () => {
  it('go on where the last ones ended, and say where they were taken', () => {
    const rail = { stock, board: samplePiece('stair-rail') };
    const first = simulatedReadings(rail, 2, 0);
    const [next] = simulatedReadings(rail, 1, 2);
    expect(first.map((r) => r.name)).toEqual(['reading 1', 'reading 2']);
    expect(next.name).toBe('reading 3');
    expect(next).not.toMatchObject({ values: (first[0] as { values: number[] }).values });
    expect(simulatedReadings({ ...rail, zone: 'end' }, 1, 0)[0].name).toBe('end grain 1');
  });
  it('of nothing are refused', () => {
    expect(() => samplePiece(undefined)).toThrow('Choose what lies under the instrument.');
  });
});
