import { describe, expect, it } from 'vitest';
import { MATERIALS, WOOD } from '../../../test/fixtures/small-shop.ts';
import { USUAL_PREPARATION } from '../../core/board/preparation.ts';
import { rawMean } from '../../core/board/wood.ts';
import { reflectanceFromLab } from '../../core/colour/reconstruct.ts';
import { newLayer } from '../../core/layers/layer.ts';
import { learn } from '../../core/learn/fit.ts';
import { evidenceOf, type MadeBoard, oldEvidence, oldReading, stackOfOldBoard } from './evidence.ts';
import {
  finishedMean,
  isDone,
  isRead,
  isSettled,
  lastRead,
  layersOn,
  measuredOf,
  mixedUpStage,
  stackAsMade,
  stageMean,
} from './stages.ts';
import { rawOf, rawTrouble, woodOfBoard } from './wood.ts';

const grid = (l: number, a = 6, b = 20) => Array.from(reflectanceFromLab([l, a, b]));
const reading = (stage: number, l: number, a?: number, b?: number) => ({ stage, grid: grid(l, a, b) });
const stack = [newLayer('dye', { colours: { yellow: 4 } }), newLayer('clear', { medium: 'clear' })];
const board = (over: Partial<MadeBoard> = {}): MadeBoard => ({
  id: 'b1',
  jobId: 'j1',
  speciesId: 'birch',
  preparation: USUAL_PREPARATION,
  branched: 0,
  recipe: { stack, expected: [grid(72), grid(55), grid(46)] },
  coats: [],
  readings: [reading(0, 72), reading(0, 74), reading(1, 55), reading(2, 46)],
  ...over,
});

describe('a board', () => {
  it('knows its stage means, how far it was read, and whether it is finished', () => {
    expect(stageMean(board(), 0)?.[15]).toBeCloseTo((grid(72)[15] + grid(74)[15]) / 2, 12);
    expect(stageMean(board(), 5)).toBeNull();
    expect(lastRead(board())).toBe(2);
    expect(lastRead(board({ readings: [] }))).toBe(-1);
    expect(isRead(board())).toBe(true);
    expect(isRead(board({ readings: [reading(0, 72), reading(1, 55)] }))).toBe(false);
    expect(isRead(board({ recipe: null }))).toBe(false);
    expect(finishedMean(board())?.[3]).toBeCloseTo(grid(46)[3], 12);
    expect(measuredOf(board({ readings: [reading(0, 72)] }))).toEqual([]);
    expect(measuredOf(board()).at(-1)?.layers).toBe(2);
  });
  it('is done when its coats are on, and settled once it is read or judged: three things', () => {
    const coats = stack.map((layer, i) => ({ stage: i + 1, layer }));
    const made = board({ coats, readings: [] });
    expect([isDone(made), isRead(made)]).toEqual([true, false]);
    expect(isSettled({ ...made, judged: null })).toBe(false);
    expect(isSettled({ ...made, judged: { accepted: false } })).toBe(true);
    expect(isSettled({ ...board(), judged: null })).toBe(true);
    expect(isDone(board({ coats: coats.slice(0, 1), readings: [] }))).toBe(false);
    // Judged too early: it goes on.
    expect(isSettled({ ...board({ coats: [], readings: [] }), judged: { accepted: true } })).toBe(false);
  });
  it('has on it what was put on, read or not, with the amounts really used', () => {
    const coats = [{ stage: 1, layer: newLayer('dye', { colours: { yellow: 5 } }) }];
    const raw = board({ coats, readings: [reading(0, 72)] });
    expect([layersOn(raw), layersOn(board()), layersOn(board({ readings: [] }))]).toEqual([1, 2, 0]);
    expect(stackAsMade(raw).map((l) => l.colours)).toEqual([{ yellow: 5 }, {}]);
  });
});

describe('a board whose label was mixed up', () => {
  const odd = board({ readings: [reading(0, 72), reading(1, 30, -30, -20), reading(2, 46)] });
  it('is known by the first stage that cannot be its own, and teaches nothing', () => {
    expect(mixedUpStage(odd)).toBe(1);
    expect(mixedUpStage(board())).toBeNull();
    expect(mixedUpStage(board({ recipe: null }))).toBeNull();
    expect(evidenceOf(odd, WOOD, 'j1')).toBeNull();
    expect(evidenceOf(board(), WOOD, 'j1')).not.toBeNull();
  });
  it('is not one that merely took more colour than thought, nor one that was made otherwise than planned', () => {
    const more = [reading(0, 72), reading(1, 51), reading(2, 43)];
    expect(mixedUpStage(board({ readings: more }))).toBeNull();
    const coats = [{ stage: 1, layer: newLayer('dye', { colours: { blue: 12 } }) }];
    expect(mixedUpStage({ ...odd, coats })).toBeNull();
  });
  it('is not one that strayed a little further with every coat', () => {
    const climbing = [reading(0, 72), reading(1, 63), reading(2, 58)];
    expect(mixedUpStage(board({ readings: climbing }))).toBeNull();
    expect(mixedUpStage(board({ readings: [reading(0, 72), reading(2, 62)] }))).toBe(2);
  });
});

describe('evidence', () => {
  it('is every board read raw and after a layer; the own job counts full, others half', () => {
    const own = evidenceOf(board(), WOOD, 'j1');
    expect(own?.weight).toBe(1);
    expect(own?.stages.map((s) => s.stage)).toEqual([1, 2]);
    expect(evidenceOf(board(), WOOD, 'another')?.weight).toBe(0.5);
    // Not read raw it teaches less: half the result is the wood's mean.
    const unread = evidenceOf(board({ readings: [reading(1, 55)] }), WOOD, 'j1');
    expect(unread?.weight).toBe(0.3);
    expect(unread?.raw[9]).toBeCloseTo(rawMean(WOOD)[9] as number, 9);
  });
  it.each([
    ['without a layer read', { readings: [reading(0, 72)] }],
    ['without a recipe', { recipe: null }],
    ['whose raw reading no wood has', { readings: [{ stage: 0, grid: [0, ...grid(72).slice(1)] }, reading(1, 55)] }],
  ])('is no board %s', (_, over) => {
    expect(evidenceOf(board(over), WOOD, 'j1')).toBeNull();
  });
});

describe('the wood of a board', () => {
  const of = (id: string, ...readings: { stage: number; grid: number[] }[]) => ({
    id,
    number: 1,
    preparation: null,
    readings,
  });
  const fresh = of('new');
  const wood = (...boards: ReturnType<typeof of>[]) => ({ preparation: USUAL_PREPARATION, boards });

  it('is its own reading, else the mean of the job’s boards of this wood, else the species', () => {
    const read = of('a', reading(0, 72));
    expect(rawOf(wood(read, fresh), read).own).toBe(true);
    const other = rawOf(wood(read, of('b', reading(0, 76)), fresh), fresh);
    expect(other.own).toBe(false);
    expect(other.raw?.[10]).toBeCloseTo((grid(72)[10] + grid(76)[10]) / 2, 12);
    expect(rawOf(wood(fresh), fresh).raw).toBeNull();
    expect(woodOfBoard(WOOD, wood(fresh), fresh)).toEqual({ scaled: WOOD, rawKnown: false, trouble: null });
  });
  it('that reads like no wood is told, and stops no other board', () => {
    const black = of('black', { stage: 0, grid: [0, ...grid(72).slice(1)] });
    expect(rawTrouble(grid(72))).toBeNull();
    expect(rawTrouble([Number.NaN])).toContain('NaN');
    const { scaled, trouble } = woodOfBoard(WOOD, wood(black, fresh), black);
    expect(scaled).toBe(WOOD);
    expect(trouble).toBe(
      'Board 1: The raw reading is 0 % at 400 nm: no wood reads so. Calibrate the instrument and read the board again.',
    );
    expect(woodOfBoard(WOOD, wood(black, fresh), fresh).trouble).toBeNull();
  });
});

describe('a board of the rack', () => {
  const old = (amount: number | null, lab: [number, number, number] | null = [60, 10, 30]) => ({
    id: 'old',
    layers: [{ kind: 'dye' as const, colours: { yellow: amount }, medium: null }],
    grid: null,
    lab,
  });
  it('is weak evidence where everything is known, and none where an amount is not', () => {
    expect(oldEvidence(old(6), WOOD)?.weight).toBeLessThan(0.5);
    expect(oldEvidence(old(null), WOOD)).toBeNull();
    expect(oldEvidence(old(6, null), WOOD)).toBeNull();
    expect(oldEvidence({ ...old(6), layers: [] }, WOOD)).toBeNull();
    const weight = (lab: [number, number, number]) => {
      const evidence = oldEvidence(old(6, lab), WOOD);
      return learn(evidence ? [evidence] : [], MATERIALS).parameters['uptake/yellow'].value;
    };
    expect(weight([55, 14, 40])).toBeGreaterThan(weight([75, 6, 24]));
  });
  it('gives its layers as a start, without the amounts that nobody noted', () => {
    expect(stackOfOldBoard(old(null))).toEqual([newLayer('dye')]);
    expect(stackOfOldBoard(old(3))[0].colours).toEqual({ yellow: 3 });
    expect(oldReading({ grid: grid(40), lab: null })?.[0]).toBe(grid(40)[0]);
  });
});
