import { describe, expect, it } from 'vitest';
import { CLEAR, dyed, finalOf, MATERIALS, problem, WOOD } from '../../../test/fixtures/small-shop.ts';
import { deltaE00 } from '../colour/difference.ts';
import { BANDS } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { isMixUp } from '../judge/mix-up.ts';
import { newLayer, type Stack } from '../layers/layer.ts';
import { PLAIN, predict, UNTUNED } from '../optics/index.ts';
import { correctBatch } from './correct-batch.ts';
import { whyOutOfReach } from './reach.ts';
import { chanceWithin, type Outlook } from './risk.ts';
import { promiseOf } from './roads.ts';
import { search } from './search.ts';
import { bracketBoards, gridBoards, ladderBoards } from './series.ts';

const finish = (stack: Stack) => labOf(finalOf(stack));

describe('series of boards', () => {
  const stack = dyed({ yellow: 6, red: 3 });
  it('a ladder is spaced evenly in ΔE00, not in ratio', () => {
    const boards = ladderBoards(problem(), stack, 0, 'red', 4);
    const none = finish(dyed({ yellow: 6, red: 0 }));
    const steps = boards.map((b) => deltaE00(none, finish(b.stack)));
    const step = steps[3] / 4;
    steps.forEach((d, i) => {
      expect(d).toBeCloseTo(step * (i + 1), 1);
    });
    const strengths = boards.map((b) => b.stack[0].colours.red);
    expect(strengths[3] - strengths[2]).toBeGreaterThan(1.2 * (strengths[1] - strengths[0]));
  });
  it('a bracket stands one step lighter and one darker', () => {
    const [lighter, on, darker] = bracketBoards(problem(), stack, 2).map((b) => finish(b.stack));
    expect(deltaE00(on, lighter)).toBeCloseTo(2, 1);
    expect(deltaE00(on, darker)).toBeCloseTo(2, 1);
    expect(lighter[0]).toBeGreaterThan(on[0]);
    expect(darker[0]).toBeLessThan(on[0]);
  });
  it('a grid crosses two colours', () => {
    expect(gridBoards(problem(), stack, 0, ['yellow', 'red'], 3)).toHaveLength(9);
    expect(() => gridBoards(problem(), stack, 0, ['red', 'red'], 3)).toThrow('two different');
    expect(() => ladderBoards(problem(), stack, 0, 'red', 1)).toThrow('2 to 8');
    expect(() => bracketBoards(problem(), stack, 0)).toThrow('0.5 to 10');
  });
});

describe('a batch that is off', () => {
  it('that is too weak is brought in by adding colour only', () => {
    const off = dyed({ yellow: 4.5, red: 2.2 });
    const fixed = correctBatch(problem(), off, 0, 1, 1);
    expect(fixed.before).toBeGreaterThan(1);
    expect(fixed.after).toBeLessThan(0.6);
    expect(fixed.thin).toBe(0);
    for (const grams of Object.values(fixed.add)) expect(grams).toBeGreaterThan(0);
    expect(fixed.startAgain).toBe(false);
  });
  it('that is too strong is thinned', () => {
    const fixed = correctBatch(problem(), dyed({ yellow: 7.5, red: 3.75 }), 0, 1, 1);
    expect(fixed.thin).toBeGreaterThan(0.05);
    expect(fixed.after).toBeLessThan(1);
  });
  it('never takes anything out: what is in the pot stays', () => {
    const off = dyed({ yellow: 6, red: 3, black: 1 });
    const fixed = correctBatch(problem(), off, 0, 0.5, 1);
    for (const [id, s] of Object.entries(off[0].colours))
      expect(fixed.stack[0].colours[id] * fixed.litres).toBeGreaterThanOrEqual(s * 0.5 - 0.006);
  });
  it('touches only the layer whose pot it is', () => {
    const stack: Stack = [
      newLayer('dye', { colours: { yellow: 4, red: 2 } }),
      newLayer('sealer', { medium: 'shellac' }),
      newLayer('glaze', { colours: { umber: 0.05 } }),
      CLEAR,
    ];
    const target = { reflectance: finalOf(stack), singleLight: false };
    const open = [
      { layer: 0, colourants: ['yellow', 'red', 'black'] },
      { layer: 2, colourants: ['ochre', 'umber'] },
    ];
    const weak = stack.map((l, i) => (i === 0 ? { ...l, colours: { yellow: 3, red: 1.6 } } : l));
    const fixed = correctBatch(problem({ target, stack, open }), weak, 0, 2, 1);
    expect(fixed.after).toBeLessThan(0.6);
    expect(Object.keys(fixed.add).every((id) => open[0].colourants.includes(id))).toBe(true);
    expect(fixed.stack[2]).toEqual(weak[2]);
    const thin = stack.map((l, i) => (i === 2 ? { ...l, colours: { umber: 0.03 } } : l));
    const glaze = correctBatch(problem({ target, stack, open }), thin, 2, 0.5, 1);
    expect(Object.keys(glaze.add)).toEqual(['umber']);
    // From 3 % to 5 % of half a kilogram.
    expect(glaze.add.umber).toBeGreaterThan(7);
    expect(glaze.add.umber).toBeLessThan(13);
    expect(glaze.stack[0]).toEqual(thin[0]);
  });
  it('of nothing cannot be corrected', () => {
    expect(() => correctBatch(problem(), dyed({ yellow: 1 }), 0, 0, 1)).toThrow('more than 0 L');
  });
  it('far off is better mixed anew', () => {
    expect(correctBatch(problem(), dyed({ blue: 20 }), 0, 1, 1).startAgain).toBe(true);
    expect(() => correctBatch(problem(), dyed({}), 0, 1, 1)).toThrow('no colour to correct');
  });
});

describe('what is out of reach is explained', () => {
  const reasons = (target: Float64Array, open = ['yellow', 'red', 'blue', 'black', 'brown']) => {
    const p = problem({ target: { reflectance: target, singleLight: false }, open: [{ layer: 0, colourants: open }] });
    return whyOutOfReach(p, search(p)[0], 1).join(' ');
  };
  it('lighter than the wood, darker than the colours, wrong hue', () => {
    expect(reasons(new Float64Array(BANDS).fill(0.92))).toContain('bleach');
    expect(reasons(new Float64Array(BANDS).fill(0.045), ['yellow'])).toContain('darker one');
    expect(reasons(finalOf(dyed({ blue: 6 })), ['yellow'])).not.toBe('');
  });
  it('and what is in reach needs no words', () => {
    expect(whyOutOfReach(problem(), search(problem())[0], 1)).toEqual([]);
  });
});

describe('chance', () => {
  const off = (miss: number, ...strays: number[][]): Outlook => ({
    miss: Float64Array.of(miss, 0, 0),
    strays: strays.map((s) => Float64Array.from(s)),
  });
  const near = (p: number, expected: number) => expect(Math.abs(p - expected)).toBeLessThan(0.006);
  it('of a normal, even in all directions, along one only, along two: the chi-square table, and its limits', () => {
    // P(chi2_3 < 2.366) = 0.5, P(< 6.251) = 0.9, P(< 7.815) = 0.95: standard chi-square table.
    near(chanceWithin(off(0), 1, Math.sqrt(2.366)), 0.5);
    near(chanceWithin(off(0), 1, Math.sqrt(6.251)), 0.9);
    near(chanceWithin(off(0), 0.5, Math.sqrt(7.815) / 2), 0.95);
    // The same table for 1 and for 2 degrees of freedom: P(chi2_1 < 1.074) = 0.7, P(chi2_2 < 1.386) = 0.5.
    near(chanceWithin(off(0, [0, 1, 0]), 0, Math.sqrt(1.074)), 0.7);
    near(chanceWithin(off(0, [1, 0, 0], [0, 0, 1]), 0, Math.sqrt(1.386)), 0.5);
    // Doubts add in any direction: three that point alike are one of their root sum of squares.
    near(chanceWithin(off(0, [0.6, 0, 0], [0.64, 0, 0], [0.48, 0, 0]), 0, Math.sqrt(1.074)), 0.7);
    expect(chanceWithin(off(0.5), 1e-5, 1)).toBe(1);
    expect(chanceWithin(off(3), 0.01, 1)).toBe(0);
    expect(chanceWithin(off(1), 0.5, 1)).toBeLessThan(chanceWithin(off(0.3), 0.5, 1));
  });
  it('a colour better known gives a better chance; the strongest lever must be weighed most exactly', () => {
    const stack = dyed({ yellow: 6, red: 3, black: 0.2 });
    const unknown = promiseOf(problem(), stack, 1.5);
    const known = promiseOf(problem({ doubt: { yellow: 0.02, red: 0.02, black: 0.02 } }), stack, 1.5);
    expect(known.risk).toBeLessThan(0.5 * unknown.risk);
    expect(unknown.sensitivity.red).toBeGreaterThan(unknown.sensitivity.black);
  });
});

describe('hard cases', () => {
  it('a reading that contradicts its recipe is a mix-up; an honest miss is not', () => {
    const [, one] = predict(dyed({ yellow: 6 }), WOOD, MATERIALS);
    const [, other] = predict(dyed({ blue: 12 }), WOOD, MATERIALS);
    const [, more] = predict(dyed({ yellow: 7 }), WOOD, MATERIALS);
    expect(isMixUp(one.reading, other.reading)).toBe(true);
    expect(isMixUp(one.reading, more.reading)).toBe(false);
  });
  it('no colour open still gives an answer: the wood as it is', () => {
    const roads = search(problem({ open: [] }));
    expect(roads).toHaveLength(1);
    expect(roads[0].colourants).toEqual([]);
  });
  it('an opening that is already on the board is refused', () => {
    const from = { layers: 1, reading: predict(dyed({ yellow: 1 }), WOOD, MATERIALS)[1].reading };
    expect(() => search(problem({ from }))).toThrow('still to come');
  });
  it('preparation and tuning pass through to the prediction', () => {
    const plain = promiseOf(problem(), dyed({ yellow: 6, red: 3 }), 1);
    const conditioned = promiseOf(
      problem({ preparation: { ...PLAIN, conditioner: true } }),
      dyed({ yellow: 6, red: 3 }),
      1,
    );
    expect(plain.deltaE[0]).toBeLessThan(0.01);
    expect(conditioned.deltaE[0]).toBeGreaterThan(1);
    expect(
      promiseOf(problem({ tuning: { ...UNTUNED, uptake: { yellow: 1.3 } } }), dyed({ yellow: 6, red: 3 }), 1).deltaE[0],
    ).toBeGreaterThan(0.3);
  });
});

describe('several lights', () => {
  const lamp = { illuminant: 'A', observer: 10 } as const;
  const target = { reflectance: finalOf(dyed({ brown: 9 })), singleLight: false };
  const open = [{ layer: 0, colourants: ['yellow', 'red', 'blue', 'black'] }];
  it('a light that is weighed is matched better than one that is not', () => {
    const day = search(problem({ target, open }))[0];
    const lights = [
      { illuminant: 'D65', observer: 10, weight: 1 },
      { ...lamp, weight: 1 },
    ] as const;
    const both = search(problem({ target, open, lights }))[0];
    expect(both.deltaE).toHaveLength(2);
    const under = (stack: Stack) => deltaE00(labOf(target.reflectance, lamp), labOf(finalOf(stack), lamp));
    expect(under(both.stack)).toBeLessThanOrEqual(under(day.stack) + 0.05);
    expect(both.deltaE[1]).toBeCloseTo(under(both.stack), 6);
  });
});
