import { describe, expect, it } from 'vitest';
import { reflectanceFromLab } from '../../core/colour/reconstruct.ts';
import { type BoardMade, learnedFrom, type Observed, type ReadStage } from './learned.ts';

const NOTHING: Observed = { boards: [], stages: [], raw: [], readings: [], waited: [], rework: [] };
const told = (observed: Partial<Observed>, id: string) => {
  const found = learnedFrom({ ...NOTHING, ...observed }).find((l) => l.id === id);
  if (!found) throw new Error(`Nothing is called ${id}.`);
  return found;
};
const made = (wood: string, number: number, over: Partial<BoardMade> = {}): BoardMade => ({
  wood,
  speciesId: 'oak',
  number,
  at: '2025-02-10T10:00:00.000Z',
  verdict: 'missed',
  off: 3,
  chance: null,
  ...over,
});
const grey = (L: number) => Array.from(reflectanceFromLab([L, 0, 0]));
const stage = (over: Partial<ReadStage>): ReadStage => ({
  board: 'b',
  stage: 1,
  kind: 'dye',
  last: false,
  promised: grey(50),
  read: grey(50),
  lots: [],
  ...over,
});

describe('what a shop learned', () => {
  it('says nothing of what it has no record of, and has a question and columns all the same', () => {
    for (const { answer, rows, question, columns, chart } of learnedFrom(NOTHING)) {
      expect([answer, rows]).toEqual([null, []]);
      expect(question).toMatch(/\?$/);
      expect(columns.length).toBeGreaterThan(Math.max(chart.across, ...chart.up));
    }
  });
  it('counts the boards up to the first that matches, wood by wood and quarter by quarter', () => {
    const later = '2025-08-01T10:00:00.000Z';
    const boards = [
      made('w1', 1),
      made('w1', 2, { verdict: 'passed', off: 0.8 }),
      made('w1', 3, { verdict: 'passed', off: 0.2 }),
      made('w2', 2, { verdict: 'accepted' }),
      made('w2', 1),
      made('w3', 1, { at: later, verdict: 'passed', off: 0.5 }),
      made('w4', 1, { at: later }),
    ];
    expect(told({ boards }, 'boards-per-match').rows).toEqual([
      ['2025 Q1', 2, 2, 2],
      ['2025 Q3', 1, 1, 1],
    ]);
    expect(told({ boards }, 'first-boards').rows).toEqual([
      ['2025 Q1', 2, 3],
      ['2025 Q3', 2, 1.75],
    ]);
  });
  it('holds stated chances against what came of them, by tenths; what is not judged yet says nothing', () => {
    const boards = [
      made('a', 1, { chance: 0.82, verdict: 'passed' }),
      made('b', 1, { chance: 0.86, verdict: 'missed' }),
      made('c', 1, { chance: 0.84, verdict: 'open' }),
      made('d', 1, { chance: 1, verdict: 'accepted' }),
    ];
    const { rows, answer } = told({ boards }, 'reliability');
    expect(rows).toEqual([
      ['80–90 in 100', 2, 84, 50],
      ['90–100 in 100', 1, 100, 100],
    ]);
    expect(answer).toBe('89 in 100 was stated on average, and 67 in 100 matched.');
  });
  it('lays a miss to the layer that added it, not to those above that carry it', () => {
    const stages = [
      stage({ stage: 1, kind: 'dye', promised: grey(50), read: grey(46) }),
      stage({ stage: 2, kind: 'clear', last: true, promised: grey(45), read: grey(41) }),
      // Read only when both layers were on: nobody knows which of them missed.
      stage({ board: 'c', stage: 2, kind: 'glaze', last: true, promised: grey(45), read: grey(60) }),
    ];
    const { rows } = told({ stages }, 'predictions');
    expect(rows.map(([layer, n]) => [layer, n])).toEqual([
      ['Dye', 1],
      ['Clear', 1],
    ]);
    expect(rows[0]?.[2]).toBeGreaterThan(3);
    expect(rows[0]?.[3]).toBeCloseTo(-4, 1);
    expect(rows[1]?.[2]).toBeLessThan(0.05);
  });
  it('tells lots apart by how finished boards of them came out', () => {
    const of = (code: string, read: number, product = 'Honey') =>
      stage({ last: true, lots: [{ product, code }], read: grey(read) });
    const stages = [of('1', 48), of('1', 46), of('2', 51), of('2', 50), of('7', 60, 'Wine'), of('7', 61, 'Wine')];
    const { rows, answer } = told({ stages }, 'lots');
    expect(rows.map(([lot, n, dL]) => [lot, n, Number(dL).toFixed(1)])).toEqual([
      ['Honey 1', 2, '-3.0'],
      ['Honey 2', 2, '0.5'],
      ['Wine 7', 2, '10.5'],
    ]);
    // 3.5 apart; each of two boards that are 2 and 1 apart: standard errors of 1 and 0.5.
    expect(answer).toBe('Boards of Honey 2 came out 3.5 lighter than those of 1.');
    const alike = told({ stages: [of('1', 48), of('1', 52), of('2', 49), of('2', 52)] }, 'lots');
    expect(alike.answer).toMatch(/No two lots of one product differ/);
  });
  it('sees an instrument move by boards that it read before', () => {
    const reading = (day: string, L: number) => ({ instrument: 'one', board: 'k', stage: 2, day, read: grey(L) });
    const { rows } = told(
      { readings: [reading('2025-01-05', 50), reading('2025-03-04', 50.5), reading('2025-06-02', 51)] },
      'instrument',
    );
    expect(rows.map(([month, n, dL]) => [month, n, Number(dL).toFixed(1)])).toEqual([
      ['2025-03', 1, '0.5'],
      ['2025-06', 1, '1.0'],
    ]);
  });
  it('ranks woods by how far their raw boards differ, products by their waits, causes by their hours', () => {
    const raw = [
      { wood: 'Oak', read: grey(60) },
      { wood: 'Oak', read: grey(66) },
      { wood: 'Birch', read: grey(80) },
      { wood: 'Birch', read: grey(80.5) },
      { wood: 'Ash', read: grey(70) },
    ];
    expect(told({ raw }, 'spread').rows.map(([wood]) => wood)).toEqual(['Oak', 'Birch']);
    const waited = [
      { product: 'Satin', label: 2, waits: [3, 5, 4] },
      { product: 'Wax', label: null, waits: [] },
    ];
    expect(told({ waited }, 'waits')).toMatchObject({
      rows: [['Satin', 3, 2, 4]],
      answer: expect.stringContaining('1 of 1'),
    });
    const rework = [
      { cause: 'too-soon', hours: 2 },
      { cause: 'not-wiped', hours: 1 },
      { cause: 'too-soon', hours: 1.5 },
    ];
    expect(told({ rework }, 'rework').rows.map(([, times, hours]) => [times, hours])).toEqual([
      [2, 3.5],
      [1, 1],
    ]);
  });
});
