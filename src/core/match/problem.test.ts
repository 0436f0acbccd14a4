import { describe, expect, it } from 'vitest';
import { dyed, finalOf, problem } from '../../../test/fixtures/small-shop.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { labOf } from '../colour/lab.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import type { Stack } from '../layers/layer.ts';
import { type MatchProblem, ONLY_DAYLIGHT, weightedLights } from './problem.ts';
import { namedRoads } from './roads.ts';
import { search } from './search.ts';

describe('the lights of the place', () => {
  // A target that the shop’s own dyes do not match under every light.
  const target = { reflectance: reflectanceFromLab([45, 14, 20]), singleLight: false };
  const closest = (lights: MatchProblem['lights']) => {
    const p = problem({ target, lights });
    return namedRoads(search(p), p, 1)[0];
  };
  it('daylight comes first and always counts', () => {
    expect(weightedLights({ A: 2, F11: 1 }).map((l) => [l.illuminant, l.weight])).toEqual([
      ['D65', 0],
      ['A', 2],
      ['F11', 1],
    ]);
    expect(ONLY_DAYLIGHT.map((l) => l.illuminant)).toEqual(['D65']);
  });
  it('a lamp that counts brings the match under the lamp closer', () => {
    const day = closest(ONLY_DAYLIGHT);
    const both = closest(weightedLights({ D65: 1, A: 6 }));
    expect(both.perLight[1]).toBeLessThan(day.perLight[1]);
    expect(both.deltaE).toHaveLength(2);
    expect(both.deltaE[0]).toBeCloseTo(both.perLight[0], 6);
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
