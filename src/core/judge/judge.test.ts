import { describe, expect, it } from 'vitest';
import { dyed, MATERIALS, WOOD } from '../../../test/fixtures/small-shop.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { predict } from '../optics/index.ts';
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
    expect([0.2, 0.7, 1.5, 4].map(sizeWord)).toEqual(['not visible', 'just visible', 'visible', 'plain']);
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
