import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { differenceWords } from '../judge/words.ts';
import { bentTo, movedByWords } from './bent.ts';
import { deltaE00 } from './ciede2000.ts';
import { DIRECTIONS } from './directions.ts';
import { labOf } from './lab.ts';
import { reflectanceFromLab } from './reconstruct.ts';
import { movedLab, moveText, SHADE, shadesText } from './shades.ts';

const OAK = reflectanceFromLab([62, 9, 24]).map((r, i) => r * (1 + 0.06 * Math.sin(i)));

describe('words that move a colour', () => {
  it('move it by so many shades', () => {
    const lab = fc.tuple(
      fc.double({ min: 35, max: 75, noNaN: true }),
      fc.double({ min: 2, max: 15, noNaN: true }),
      fc.double({ min: 12, max: 30, noNaN: true }),
    );
    fc.assert(
      fc.property(lab, fc.constantFrom(...DIRECTIONS), fc.constantFrom(0.25, 0.5, 1, 2), (from, direction, shades) => {
        expect(deltaE00(from, movedLab(from, { direction, shades }))).toBeCloseTo(shades * SHADE, 6);
      }),
    );
  });
  it('are the words that a difference is told in', () => {
    for (const direction of ['lighter', 'darker', 'redder', 'greener', 'yellower', 'bluer'] as const)
      expect(differenceWords([50, 8, 20], movedLab([50, 8, 20], { direction, shades: 1 })).join()).toContain(direction);
  });
  it('make it warmer towards orange and greyer towards grey, where it ends', () => {
    const [, a, b] = movedLab([50, 8, 20], { direction: 'warmer', shades: 1 });
    expect(a).toBeGreaterThan(8);
    expect(b).toBeGreaterThan(20);
    expect(movedLab([50, 3, 4], { direction: 'greyer', shades: 8 })).toEqual([
      50,
      expect.closeTo(0, 6),
      expect.closeTo(0, 6),
    ]);
  });
  it('bend a reading as little as gives the colour: its own ripples stay', () => {
    const to = movedByWords(OAK, [
      { direction: 'lighter', shades: 1 },
      { direction: 'warmer', shades: 0.5 },
    ]);
    const wanted = movedLab(movedLab(labOf(OAK), { direction: 'lighter', shades: 1 }), {
      direction: 'warmer',
      shades: 0.5,
    });
    expect(deltaE00(labOf(to), wanted)).toBeLessThan(0.01);
    const roughness = (s: Float64Array) =>
      s.reduce((sum, r, i) => sum + (i > 1 ? Math.abs(r - 2 * (s[i - 1] ?? 0) + (s[i - 2] ?? 0)) : 0), 0);
    expect(roughness(to)).toBeGreaterThan(0.8 * roughness(OAK));
    expect(roughness(to)).toBeGreaterThan(3 * roughness(reflectanceFromLab(wanted)));
    expect(movedByWords(OAK, [])).toEqual(OAK);
  });
  it('refuse what no surface can have', () => {
    expect(() => bentTo(OAK, [50, 120, -120])).toThrow(/No surface/);
  });
  it('are told in words', () => {
    expect(moveText({ direction: 'warmer', shades: 0.5 })).toBe('half a shade warmer');
    expect(moveText({ direction: 'darker', shades: 2 })).toBe('two shades darker');
  });
  it.each([
    [[0, 0.3], 'less than half a shade'],
    [[0.8, 1.2], 'about half a shade'],
    [[0.1, 2.1], 'at most a shade'],
    [[1, 4.2], 'half a shade to 2 shades'],
    [[2.2, 5], 'a shade to 2½ shades'],
  ] as const)('%j of CIEDE2000 is said as %s', (range, said) => {
    expect(shadesText(range)).toBe(said);
  });
});
