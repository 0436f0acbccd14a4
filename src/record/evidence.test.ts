import { describe, expect, it } from 'vitest';
import { reflectanceFromLab } from '../core/colour/reconstruct.ts';
import { newLayer } from '../core/layers/layer.ts';
import { USUAL_PREPARATION } from '../core/optics/preparation.ts';
import { evidenceOf, isFinished, lastStage, mixedUpStage, stageMean } from './evidence.ts';
import type { Board, Job } from './job.ts';
import { materialsOf } from './materials.ts';
import type { Shelf } from './shelf.ts';

const grid = (l: number, a = 6, b = 20) => Array.from(reflectanceFromLab([l, a, b]));
const reading = (stage: number, l: number, a?: number, b?: number) => ({
  id: stage * 100 + l,
  stage,
  source: 'typed',
  name: 'r',
  lab: null,
  grid: grid(l, a, b),
  takenAt: '2026-01-01T00:00:00.000Z',
});
const recipe = {
  id: 1,
  number: 1,
  stack: [newLayer('dye'), newLayer('clear', { medium: 'clear' })],
  litres: 1,
  origin: 'hand' as const,
  expected: [grid(72), grid(55), grid(46)],
  learnedFrom: [],
  createdAt: '2026-01-01T00:00:00.000Z',
};
const board = (over: Partial<Board> = {}): Board => ({
  id: 1,
  number: 1,
  recipe,
  readings: [reading(0, 72), reading(0, 74), reading(1, 55), reading(2, 46)],
  createdAt: '2026-01-01T00:00:00.000Z',
  ...over,
});
const job = (id: number, boards: Board[]): Job => ({
  id,
  customer: 'c',
  piece: 'p',
  tolerance: 1,
  lights: { D65: 1, A: 0, LED: 0, F11: 0 },
  createdAt: '2026-01-01T00:00:00.000Z',
  target: [],
  woods: [{ id: 1, speciesId: 'beech', preparation: USUAL_PREPARATION, draft: null, boards }],
});
const none = new Array<number>(31).fill(0.1);
const colour = {
  kind: 'dye',
  carrier: 'water',
  maxStrength: 20,
  costPerGram: 1,
  lot: '',
  caution: '',
  scatter: null,
  exponent: 0.9,
  fit: null,
  rungs: [],
} as const;
const shelf: Shelf = {
  species: [
    {
      id: 'beech',
      name: 'Beech',
      figure: 'rays',
      tannin: 0,
      tissues: [{ name: 'ground', fraction: 1, reflectance: grid(72), dye: 1, hold: 1 }],
    },
  ],
  colourants: [
    { ...colour, id: 'known', name: 'Known', absorption: none, rungs: [] },
    { ...colour, id: 'unknown', name: 'Unknown', absorption: null, rungs: [] },
  ],
  mediums: [],
};

describe('a board whose label was mixed up', () => {
  const odd = board({ readings: [reading(0, 72), reading(1, 30, -30, -20), reading(2, 46)] });
  it('is known by the first stage that cannot be its own, and teaches nothing', () => {
    expect(mixedUpStage(odd)).toBe(1);
    expect(mixedUpStage(board())).toBeNull();
    expect(mixedUpStage(board({ recipe: null }))).toBeNull();
    expect(evidenceOf([job(1, [odd])], shelf, 1)).toEqual([]);
    expect(evidenceOf([job(1, [board()])], shelf, 1)).toHaveLength(1);
  });
  it('is not one that merely took more colour than thought', () => {
    expect(mixedUpStage(board({ readings: [reading(0, 72), reading(1, 51), reading(2, 43)] }))).toBeNull();
  });
});

describe('a board', () => {
  it('knows its stage means, its last stage and whether it is finished', () => {
    expect(stageMean(board(), 0)?.[15]).toBeCloseTo((grid(72)[15] + grid(74)[15]) / 2, 12);
    expect(stageMean(board(), 5)).toBeNull();
    expect(lastStage(board())).toBe(2);
    expect(lastStage(board({ readings: [] }))).toBe(-1);
    expect(isFinished(board())).toBe(true);
    expect(isFinished(board({ readings: [reading(0, 72), reading(1, 55)] }))).toBe(false);
    expect(isFinished(board({ recipe: null }))).toBe(false);
  });
});

describe('evidence', () => {
  it('is every board read raw and after a layer; the own job counts full, others half', () => {
    const found = evidenceOf([job(1, [board()]), job(2, [board({ id: 2 })])], shelf, 1);
    expect(found.map((e) => [e.id, e.weight])).toEqual([
      ['board 1', 1],
      ['board 2', 0.5],
    ]);
    expect(found[0].stages.map((s) => s.stage)).toEqual([1, 2]);
  });
  it('leaves out boards without a raw reading, without a layer read, and mix-ups', () => {
    const boards = [
      board({ readings: [reading(1, 55)] }),
      board({ readings: [reading(0, 72)] }),
      board({ readings: [reading(0, 72), reading(1, 55, -20, -20)] }),
      board({ recipe: null }),
    ];
    expect(evidenceOf([job(1, boards)], shelf, 1)).toEqual([]);
    expect(evidenceOf([], shelf, 1)).toEqual([]);
  });
});

describe('the shelf as the model takes it', () => {
  it('holds only colours with a profile; a dye scatters nothing', () => {
    const { colourants } = materialsOf(shelf);
    expect(Object.keys(colourants)).toEqual(['known']);
    expect(colourants.known.scatter.every((s) => s === 0)).toBe(true);
  });
});
