import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shopOf, workBoard, workJob, workPart } from '../../../test/fixtures/work-shop.ts';
import { newLayer } from '../../core/layers/layer.ts';
import type { Bench } from '../job/bench.ts';
import { FIRST_TERMS, paceOf, plainHours, quoteLines, totalOf } from './quote.ts';

const { shelf, materials } = shopOf([]);
const DYE = newLayer('dye', { colours: { honey: 2 } });
const CLEAR = newLayer('clear', { medium: 'water-satin', settings: { coats: 2 } });
const job = workJob(workBoard([DYE, CLEAR]), { parts: [workPart({ count: 10 })] });
const bench = { job: { ...job, supplies: {} }, shelf, materials } as unknown as Bench;
const linesBy = (terms: object) => quoteLines(bench, { ...FIRST_TERMS, ...terms }, 0.25, { materials }).lines;

describe('a quote', () => {
  it('has a line for the sanding, each layer, the materials, the trials and what may go wrong', () => {
    expect(linesBy({}).map((l) => l.what)).toEqual([
      'Preparation',
      'Dye',
      'Clear',
      'Materials',
      'Trial boards, 3',
      'Allowance for rework',
    ]);
    expect(linesBy({ trials: 0, rework: 0 }).map((l) => l.what)).toEqual(['Preparation', 'Dye', 'Clear', 'Materials']);
  });
  it('comes to its hours, its materials and its margin', () => {
    // Worked by hand: 10 h at 50 and 120 of materials are 620, with a fifth over them 744.
    const lines = [
      { wood: 'w', what: 'Dye', hours: 4, byPace: true, money: 0 },
      { wood: 'w', what: 'Clear', hours: 6, byPace: true, money: 0 },
      { wood: 'w', what: 'Materials', hours: 0, byPace: false, money: 120 },
    ];
    const { hours, materials: bought, net, all } = totalOf(lines, { hour: 50, margin: 0.2 });
    expect([hours, bought, net]).toEqual([10, 120, 620]);
    expect(all).toBeCloseTo(744, 9);
  });
  it('grows with every piece, with the pace, and with the allowance', () => {
    const hours = (terms: object) => totalOf(linesBy(terms), FIRST_TERMS).hours;
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 2, noNaN: true }), (pace) => {
        const own = { trials: 0, rework: 0 };
        expect(hours({ ...own, pace })).toBeCloseTo(pace * hours({ ...own, pace: 1 }), 9);
        expect(hours({ ...own, pace, rework: 0.1 })).toBeCloseTo(1.1 * hours({ ...own, pace }), 9);
      }),
    );
    const more = { ...bench, job: { ...bench.job, parts: [workPart({ count: 20 })] } } as Bench;
    const [few, many] = [bench, more].map((b) =>
      totalOf(quoteLines(b, { ...FIRST_TERMS, trials: 0, rework: 0 }, 0.25, { materials }).lines, FIRST_TERMS),
    );
    // To get ready takes as long for many as for few.
    expect(many?.hours).toBeLessThan(2 * (few?.hours ?? 0));
    expect(many?.hours).toBeGreaterThan(1.5 * (few?.hours ?? 0));
    expect(many?.materials).toBeCloseTo(2 * (few?.materials ?? 0), 9);
  });
  it('is of nothing before there is a part', () => {
    expect(
      quoteLines({ ...bench, job: { ...bench.job, parts: [] } } as Bench, FIRST_TERMS, 0.25, { materials }),
    ).toEqual({
      lines: [],
      unknown: [],
    });
  });
});

describe('what jobs took', () => {
  it('teaches the next: half as long again three times is believed for the most part, once for a third', () => {
    const slow = { quoted: 10, worked: 15 };
    expect(paceOf([])).toBe(1);
    expect(paceOf([slow])).toBeCloseTo(1.5 ** (1 / 3), 9);
    expect(paceOf([slow, slow, slow])).toBeCloseTo(1.5 ** (3 / 5), 9);
    expect(paceOf([slow, { quoted: 15, worked: 10 }])).toBeCloseTo(1, 9);
    expect(paceOf([{ quoted: 0, worked: 5 }])).toBe(1);
  });
  it('is held against the hours that were worked out, without the pace', () => {
    const terms = { ...FIRST_TERMS, pace: 1.25 };
    const lines = [
      { wood: 'w', what: 'Dye', hours: 5, byPace: true, money: 0 },
      { wood: 'w', what: 'Trial boards, 3', hours: 4.5, byPace: false, money: 0 },
      { wood: null, what: 'Allowance for rework', hours: 1, byPace: true, money: 0 },
    ];
    expect(plainHours({ lines, terms })).toBeCloseTo(4 + 4.5 + 0.8, 9);
  });
});
