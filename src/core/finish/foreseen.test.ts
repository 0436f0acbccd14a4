import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newLayer } from '../layers/layer.ts';
import { sheenWord } from './finish.ts';
import { foreseenFinish, gritFor, sheenAfter } from './foreseen.ts';

const FACTS = { satin: { sheen: 30 }, gloss: { sheen: 88 }, danish: { sheen: 12 } };
const coats = (medium: string, n: number, wait = 168) => newLayer('clear', { medium, settings: { coats: n }, wait });

describe('how a finish ends', () => {
  it('shines more the finer its last paper, and stops at the paper of a sheen', () => {
    fc.assert(
      fc.property(fc.integer({ min: 220, max: 8000 }), fc.integer({ min: 1, max: 2000 }), (grit, more) => {
        expect(sheenAfter(grit + more)).toBeGreaterThanOrEqual(sheenAfter(grit));
        expect(sheenAfter(gritFor(sheenAfter(grit)))).toBeLessThanOrEqual(sheenAfter(grit) + 1e-9);
      }),
    );
    // Common practice: 600 leaves it matt, 1000 to 1500 satin, compound and polish gloss.
    expect([600, 1500, 3000].map((g) => sheenWord(sheenAfter(g)))).toEqual(['matt', 'satin', 'semi-gloss']);
  });
  it('is that of its last coat, of its rub-out, of its wax', () => {
    expect(foreseenFinish([coats('satin', 2)], FACTS, true)).toEqual({ sheen: 30, pores: 'open', feel: 'smooth film' });
    expect(foreseenFinish([coats('gloss', 6), newLayer('rub-out', { papers: [400, 600] })], FACTS, true)).toEqual({
      sheen: 10,
      pores: 'half filled',
      feel: 'silky',
    });
    const mirror = [coats('gloss', 14), newLayer('rub-out', { method: 'polished', papers: [4000] })];
    expect(foreseenFinish(mirror, FACTS, true)).toEqual({ sheen: 90, pores: 'filled', feel: 'glassy' });
    // What makes a satin dull stays in it: it polishes up a little, and to no mirror.
    expect(foreseenFinish([coats('satin', 6), ...mirror.slice(1)], FACTS, false)).toMatchObject({ sheen: 50 });
    const oiled = newLayer('oil', { medium: 'danish' });
    expect(foreseenFinish([oiled], FACTS, true)).toEqual({ sheen: 12, pores: 'open', feel: 'bare wood' });
    expect(foreseenFinish([coats('gloss', 3), newLayer('wax')], FACTS, false).sheen).toBeLessThan(70);
  });
  it('is not told where no label has', () => {
    expect(foreseenFinish([coats('unheard', 2)], FACTS, false)).toEqual({ feel: 'smooth film' });
    expect(foreseenFinish([], FACTS, false)).toEqual({ feel: 'bare wood' });
    expect(foreseenFinish([newLayer('filler'), coats('satin', 2)], FACTS, true).pores).toBe('filled');
  });
});
