import { describe, expect, it } from 'vitest';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { passesOf } from './passes.ts';
import { judge } from './verdict.ts';

const read = (sample: [number, number, number], tolerance: number) =>
  judge(reflectanceFromLab([50, 10, 20]), [reflectanceFromLab(sample)], tolerance);
const NOTHING = { verdict: null, readings: null, chance: null, told: [], tolerance: 1 };
const of = (what: string, passes: ReturnType<typeof passesOf>) => passes.find((p) => p.what === what);

describe('the passes of a board', () => {
  it('are of colour and of lightness apart: the right lightness in the wrong hue passes one of them', () => {
    const hue = passesOf({ ...NOTHING, verdict: read([50, 14, 16], 1) });
    expect(of('colour', hue)?.passed).toBe(false);
    expect(of('lightness', hue)).toEqual({ what: 'lightness', says: 'as wanted', passed: true });
    const dark = passesOf({ ...NOTHING, verdict: read([47, 10, 20], 1) });
    expect(of('lightness', dark)?.passed).toBe(false);
    expect(of('lightness', dark)?.says).toMatch(/^\d\.\d darker$/);
  });
  it('by looks are passes only where that is all but sure, and are open where nobody looked', () => {
    const by = (chance: number | null) => of('colour', passesOf({ ...NOTHING, chance }));
    expect(by(null)).toEqual({ what: 'colour', says: null, passed: null });
    expect(by(0.95)?.passed).toBe(true);
    expect(by(0.6)?.passed).toBeNull();
    expect(by(0.04)?.passed).toBe(false);
  });
  it('how even it lies comes from what was said of it, else from three readings or more', () => {
    const even = (over: object) => of('even', passesOf({ ...NOTHING, ...over }));
    expect(even({ readings: { count: 5, spread: 0.4 } })).toEqual({ what: 'even', says: '± 0.4', passed: true });
    expect(even({ readings: { count: 5, spread: 1.4 } })?.passed).toBe(false);
    expect(even({ readings: { count: 2, spread: 0.1 } })?.passed).toBeNull();
    expect(
      even({ readings: { count: 5, spread: 0.4 }, told: [{ what: 'even', got: 'blotchy', passed: false }] })?.passed,
    ).toBe(false);
  });
  it('carry what was wished for beside', () => {
    const passes = passesOf({
      ...NOTHING,
      told: [
        { what: 'sheen', got: '32 GU', passed: true },
        { what: 'feel', got: null, passed: null },
      ],
    });
    expect(of('sheen', passes)?.passed).toBe(true);
    expect(of('feel', passes)).toMatchObject({ says: null, passed: null });
  });
});
