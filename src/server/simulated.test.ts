import { describe, expect, it } from 'vitest';
import { meanSpectrum } from '../core/colour/grid.ts';
import { labOf } from '../core/colour/lab.ts';
import { type Layer, newLayer } from '../core/layers/layer.ts';
import type { Board } from '../shared/job.ts';
import { takeReadings } from '../workshop/workshop-bench.ts';
import { readingsFrom, samplePiece, workshopBoardOf } from './readings.ts';

const board = (...stack: Layer[]): Board => ({
  id: 5,
  number: 1,
  recipe: {
    id: 1,
    number: 1,
    stack,
    litres: 1,
    origin: 'hand',
    expected: [],
    learnedFrom: [],
    createdAt: '2026-01-01T00:00:00.000Z',
  },
  readings: [],
  createdAt: '2026-01-01T00:00:00.000Z',
});
const dye = newLayer('dye', { colours: { 'honey-1': 5 } });
const sealer = newLayer('sealer', { medium: 'blonde-shellac' });
const glaze = newLayer('glaze', { colours: { 'umber-23': 0.05 } });
const clear = newLayer('clear', { medium: 'water-satin' });
const lightness = (made: Board, stage: number) => {
  const { spectra } = takeReadings(workshopBoardOf(made, 'beech', stage), 5);
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
      labOf(meanSpectrum(takeReadings(workshopBoardOf(board(...stack), 'beech', stack.length), 5).spectra))[2];
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
    expect(() => workshopBoardOf(board(...stack), species, stack.length)).toThrow(
      expect.objectContaining({ status: 409, message: expect.stringContaining(sentence) }),
    );
  });
  it('raw needs no recipe', () => {
    expect(workshopBoardOf({ ...board(), recipe: null }, 'beech', 0).steps).toEqual([]);
  });
});

describe('readings as they come in', () => {
  const under = () => samplePiece('stair-rail');
  it('by the instrument go on where the last ones ended', () => {
    const first = readingsFrom({ source: 'instrument', count: 2, piece: 'stair-rail' }, under, 0);
    const next = readingsFrom({ source: 'instrument', count: 1, piece: 'stair-rail' }, under, 2);
    expect(first.readings.map((r) => r.name)).toEqual(['reading 1', 'reading 2']);
    expect(next.readings[0].name).toBe('reading 3');
    expect(next.readings[0]).not.toMatchObject({ values: (first.readings[0] as { values: number[] }).values });
  });
  it('typed say what they are not good for', () => {
    const { notes } = readingsFrom({ source: 'typed', lab: [40, 10, 12] }, under, 0);
    expect(notes.join()).toContain('metamerism unknown');
  });
  it('of a file keep their names and notes', () => {
    const text = 'Name,L*,a*,b*\nlid,40,10,12\n';
    const { readings } = readingsFrom({ source: 'file', fileName: 'lid.csv', text }, under, 9);
    expect(readings).toEqual([{ kind: 'lab', name: 'lid', lab: [40, 10, 12] }]);
  });
  it('of nothing are refused', () => {
    expect(() => samplePiece(undefined)).toThrow('Choose what lies under the instrument.');
  });
});
