import { describe, expect, it } from 'vitest';
import { dyed, MATERIALS, WOOD } from '../../../test/fixtures/small-shop.ts';
import { predict } from '../board/index.ts';
import type { Lab } from '../colour/lab.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { differenceWords, judge, readingStatistics, sizeWord } from './index.ts';
import { isMixUp } from './mix-up.ts';

const of = (l: number, a: number, b: number) => reflectanceFromLab([l, a, b]);

describe('readings', () => {
  it('one reading has no spread; several have, and one far off is flagged, not dropped', () => {
    expect(readingStatistics([of(50, 10, 20)]).spread).toBe(0);
    const stats = readingStatistics([
      of(50, 10, 20),
      of(50.2, 10, 20),
      of(49.9, 10, 20),
      of(50, 10.1, 20),
      of(41, 10, 20),
    ]);
    expect(stats.outliers).toEqual([4]);
    expect(stats.count).toBe(5);
    expect(stats.deviation[0]).toBeGreaterThan(3);
  });
});

/** Flat spectra are neutral: their lightness is CIE 15's cube root, their CIEDE2000 the lightness term alone. */
const flat = (r: number) => new Float64Array(31).fill(r);
const lightness = (r: number) => 116 * Math.cbrt(r) - 16;
/** The lightness term of ISO/CIE 11664-6, written out. */
const neutralDifference = (r: number, q: number) => {
  const off = (lightness(r) + lightness(q)) / 2 - 50;
  return Math.abs(lightness(r) - lightness(q)) / (1 + (0.015 * off * off) / Math.sqrt(20 + off * off));
};

describe('statistics', () => {
  it('are the mean in reflectance, its mean difference (MCDM) and sample deviations', () => {
    const grey = [0.16, 0.2, 0.24];
    const { mean, lab, spread, deviation, count } = readingStatistics(grey.map(flat));
    expect([count, mean[3]]).toEqual([3, expect.closeTo(0.2, 12)]);
    expect(lab[0]).toBeCloseTo(lightness(0.2), 3);
    const mcdm = grey.reduce((sum, r) => sum + neutralDifference(r, 0.2), 0) / 3;
    expect(spread).toBeCloseTo(mcdm, 3);
    const centre = grey.reduce((sum, r) => sum + lightness(r), 0) / 3;
    const variance = grey.reduce((sum, r) => sum + (lightness(r) - centre) ** 2, 0) / 2;
    expect(deviation[0]).toBeCloseTo(Math.sqrt(variance), 3);
    expect(deviation[1]).toBeCloseTo(0, 3);
    // The interval of the mean is 1.96 standard errors (common practice: 95 % of a normal).
    expect(judge(flat(0.2), grey.map(flat), 1).uncertainty).toBeCloseTo((1.96 * mcdm) / Math.sqrt(3), 3);
    expect(judge(flat(0.2), [flat(0.2)], 1).uncertainty).toBeNull();
    expect(judge(flat(0.2), [flat(0.2), flat(0.2)], 1).uncertainty).toBeCloseTo(0, 9);
  });
  it('flag what lies three times the median away and plainly so, from four readings on', () => {
    const flagged = (...grey: number[]) => readingStatistics(grey.map(flat)).outliers;
    // Three are too few to tell; four are enough, wherever the odd one stands.
    expect(flagged(0.2, 0.2, 0.3)).toEqual([]);
    expect(flagged(0.2, 0.2, 0.2, 0.34)).toEqual([]);
    expect(flagged(0.3, 0.2, 0.201, 0.199, 0.2, 0.2)).toEqual([0]);
    expect(flagged(0.2, 0.201, 0.3, 0.199, 0.2, 0.2, 0.2)).toEqual([2]);
    // Close together, none is far off, however it stands among the others.
    expect(flagged(0.2, 0.2, 0.2, 0.2, 0.2, 0.205)).toEqual([]);
    // Far apart all of them, none stands apart.
    expect(flagged(0.1, 0.15, 0.2, 0.25, 0.3, 0.35)).toEqual([]);
  });
});

describe('zero readings', () => {
  it('are no verdict: refused, not passed', () => {
    expect(() => readingStatistics([])).toThrow('at least one');
    expect(() => judge(of(50, 10, 20), [], 1)).toThrow('at least one');
  });
});

describe('the verdict', () => {
  it('passes on the line, fails beyond it', () => {
    const target = of(50, 10, 20);
    const sample = of(51, 10, 20);
    const { deltaE } = judge(target, [sample], 1);
    expect(judge(target, [sample], deltaE).passed).toBe(true);
    expect(judge(target, [sample], deltaE - 1e-9).passed).toBe(false);
  });
  it('has words for the six directions', () => {
    expect(differenceWords([50, 10, 20], [53.5, 10, 20])).toEqual(['much lighter']);
    expect(differenceWords([50, 10, 20], [48, 10, 20])).toEqual(['darker']);
    expect(differenceWords([50, 0, 0], [50, 0.8, 0])).toContain('a little redder');
    expect(differenceWords([50, 0, 0], [50, -2, -2])).toEqual(expect.arrayContaining(['greener', 'bluer']));
    expect(differenceWords([50, 10, 20], [50, 9.1, 18.2])).toContain('duller');
    expect(differenceWords([50, 10, 20], [50, 10, 20])).toEqual(['no difference to see']);
    expect([0.2, 0.5, 0.7, 1, 1.5, 2, 4].map(sizeWord)).toEqual([
      'not visible',
      'just visible',
      'just visible',
      'visible',
      'visible',
      'plain',
      'plain',
    ]);
  });
});

describe('words', () => {
  it.each([
    [
      [50, 0, 0],
      [50, 0, 2],
      ['yellower', 'cleaner'],
    ],
    [
      [50, 0, 2],
      [50, 0, 0],
      ['bluer', 'duller'],
    ],
    [[50, 0, 0], [51, 0, 0], ['lighter']],
    [[50, 0, 0], [50.99, 0, 0], ['a little lighter']],
    [[50, 0, 0], [47, 0, 0], ['much darker']],
    [[50, 0, 0], [47.01, 0, 0], ['darker']],
    [[50, 0, 0], [49.65, 0, 0], ['a little darker']],
    // Turned in hue, no cleaner: 20 units of chroma before and after.
    [[50, 20, 0], [50, 19.9, 1.997], ['yellower']],
    // 5 off, 3 of them in chroma: less than most of it.
    [
      [50, 20, 0],
      [50, 22.6, 4.2708],
      ['redder', 'much yellower'],
    ],
    [[50, 0, 0], [50.3, 0.2, 0.1], ['a trace off']],
    [[50, 0, 0], [50.29, 0, 0], ['no difference to see']],
  ] as [Lab, Lab, string[]][])('%j to %j: %j', (standard, sample, words) => {
    expect(differenceWords(standard, sample)).toEqual(words);
  });
});

describe('a mixed-up board', () => {
  it('a reading that contradicts its recipe is a mix-up; an honest miss is not', () => {
    const [, one] = predict(dyed({ yellow: 6 }), WOOD, MATERIALS);
    const [, other] = predict(dyed({ blue: 12 }), WOOD, MATERIALS);
    const [, more] = predict(dyed({ yellow: 7 }), WOOD, MATERIALS);
    expect(isMixUp(one.reading, other.reading)).toBe(true);
    expect(isMixUp(one.reading, more.reading)).toBe(false);
  });
});
