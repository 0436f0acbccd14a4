import { describe, expect, it } from 'vitest';
import { meanSpectrum } from '../../core/colour/grid.ts';
import { labOf } from '../../core/colour/lab.ts';
import { type Layer, newLayer } from '../../core/layers/layer.ts';
import type { Board } from '../../shared/board.ts';
import { takeReadings } from '../../workshop/workshop-bench.ts';
import { samplePiece, simulatedReadings, workshopBoardOf } from './simulated.ts';

const board = (...stack: Layer[]): Pick<Board, 'number' | 'recipe' | 'coats'> => ({
  number: 5,
  recipe: { stack } as Board['recipe'],
  coats: [],
});
const on = (species: string) => ({ job: 7, species });
const dye = newLayer('dye', { colours: { honey: 5 } });
const sealer = newLayer('sealer', { medium: 'blonde-shellac' });
const glaze = newLayer('glaze', { colours: { umber: 0.05 } });
const clear = newLayer('clear', { medium: 'water-satin' });
const lightness = (made: ReturnType<typeof board>, stage: number) => {
  const { spectra } = takeReadings(workshopBoardOf(made, on('beech'), stage), 5);
  return labOf(meanSpectrum(spectra))[0];
};

describe('a shop board on the simulated workshop', () => {
  it('is read as far as it has been made; every coat deepens it, the sealer too (common practice)', () => {
    const made = board(dye, sealer, glaze, clear);
    const steps = [0, 1, 2, 3, 4].map((stage) => lightness(made, stage));
    expect(steps).toEqual([...steps].sort((a, b) => b - a));
    expect(steps[1] - steps[2]).toBeGreaterThan(3);
  });
  it('takes the amber of its own clear and sealer', () => {
    const yellow = (...stack: Layer[]) =>
      labOf(meanSpectrum(takeReadings(workshopBoardOf(board(...stack), on('beech'), stack.length), 5).spectra))[2];
    expect(yellow(newLayer('clear', { medium: 'oil-varnish' }))).toBeGreaterThan(yellow(clear) + 1);
    expect(yellow(newLayer('sealer', { medium: 'garnet-shellac' }))).toBeGreaterThan(yellow(sealer) + 1);
  });
  it.each([
    ['ebony', [dye], 'no ebony'],
    ['beech', [newLayer('dye', { colours: { ghost: 1 } })], 'no ghost'],
    ['beech', [newLayer('clear', { medium: 'moon-lacquer' })], 'no moon-lacquer'],
    ['beech', [dye, dye], 'one dye, a sealer, one glaze and a clear'],
    ['beech', [glaze, dye], 'one dye, a sealer, one glaze and a clear'],
    ['beech', [newLayer('bleach')], 'one dye, a sealer, one glaze and a clear'],
    ['beech', [clear, clear], 'one dye, a sealer, one glaze and a clear'],
  ])('on %s cannot be made with what the bench has not: %#', (species, stack, sentence) => {
    expect(() => workshopBoardOf(board(...stack), on(species), stack.length)).toThrow(
      expect.objectContaining({ status: 409, message: expect.stringContaining(sentence) }),
    );
  });
  it('is made with the amounts really used', () => {
    const made = board(dye);
    const more = { stage: 1, layer: { ...dye, colours: { honey: 9 } } } as unknown as Board['coats'][number];
    expect(workshopBoardOf({ ...made, coats: [more] }, on('beech'), 1).steps).toEqual([
      { act: 'dye', strengths: { honey: 9 } },
    ]);
  });
  it('raw needs no recipe', () => {
    expect(workshopBoardOf({ ...board(), recipe: null }, on('beech'), 0).steps).toEqual([]);
  });
});

describe('readings by the simulated instrument', () => {
  it('go on where the last ones ended', () => {
    const first = simulatedReadings(samplePiece('stair-rail'), 2, 0);
    const [next] = simulatedReadings(samplePiece('stair-rail'), 1, 2);
    expect(first.map((r) => r.name)).toEqual(['reading 1', 'reading 2']);
    expect(next.name).toBe('reading 3');
    expect(next).not.toMatchObject({ values: (first[0] as { values: number[] }).values });
  });
  it('of nothing are refused', () => {
    expect(() => samplePiece(undefined)).toThrow('Choose what lies under the instrument.');
  });
});
