import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Lab } from '../colour/lab.ts';
import { RUN_RULES, type RunRule, runOf, runProcess, runTold } from './run-chart.ts';

/** Normal numbers from a seed (Box and Muller 1958). */
function normals(seed: number): () => number {
  let state = seed >>> 0;
  const uniform = () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return (state + 0.5) / 2 ** 32;
  };
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
}
const CENTRE: Lab = [50, 12, 24];
const BARE: Lab = [78, 12, 24];
const SPREAD: Lab = [0.5, 0.2, 0.3];
const piece = (normal: () => number, more = 0): Lab =>
  CENTRE.map((v, k) => v + (SPREAD[k] as number) * normal() - (k === 0 ? more * SPREAD[0] : 0)) as unknown as Lab;
const many = (seed: number, count: number, more = 0) => {
  const normal = normals(seed);
  return Array.from({ length: count }, () => piece(normal, more));
};
/** So many boards that the way of the run is known all but exactly. */
const KNOWN = many(1, 4000);
const without = (run: ReturnType<typeof runOf>, rule: RunRule) => run.filter((p) => p.broke.includes(rule)).length;

describe('a run of pieces', () => {
  it('breaks its rules by chance as rarely as is published for normal values', () => {
    const run = runOf(KNOWN, BARE, many(2, 100_000));
    const share = (rule: RunRule) => without(run, rule) / run.length;
    // Chance of a point beyond three sigma, 0.0027 (Shewhart 1931; ISO 7870-2): of three signs together and of one, a little more.
    expect(share('beyond')).toBeGreaterThan(0.0025);
    expect(share('beyond')).toBeLessThan(0.0045);
    // Two of three beyond two sigma on one side, 0.0015 a side and so 0.003 (Western Electric 1956); counted where the last is beyond.
    expect(share('two')).toBeGreaterThan(0.0012);
    expect(share('two')).toBeLessThan(0.0032);
    // Seven rising or falling, 2 of 7! = 0.0004.
    expect(share('seven')).toBeCloseTo(0.0004, 3);
    // Nine on one side, 2 of 2^9 = 0.0039 (Nelson 1984), less those whose mean is no farther than chance takes it.
    expect(share('nine')).toBeLessThan(0.0039);
  });
  it('stands on a centre and on limits that the boards tell', () => {
    const { centre, more, boards } = runProcess(KNOWN, BARE);
    expect(boards).toBe(4000);
    for (const k of [0, 1, 2]) expect(centre[k]).toBeCloseTo(CENTRE[k] as number, 1);
    expect(Math.hypot(...more)).toBeCloseTo(1, 12);
    // One sigma darker of a wood that is paler raw is one sigma more of colour.
    const [one] = runOf(KNOWN, BARE, [[CENTRE[0] - SPREAD[0], CENTRE[1], CENTRE[2]]]);
    expect(one?.score).toBeCloseTo(1, 1);
  });
  it('says of more colour that it is more, whether it makes the wood darker or paler', () => {
    fc.assert(
      fc.property(fc.constantFrom(-1, 1), fc.integer({ min: 1, max: 5 }), (way, boards) => {
        const bare: Lab = [CENTRE[0] - 20 * way, CENTRE[1], CENTRE[2]];
        const moved: Lab = [CENTRE[0] + 6 * way, CENTRE[1], CENTRE[2]];
        const [far] = runOf(many(3, boards), bare, [moved]);
        expect(far?.score).toBeGreaterThan(3);
        expect(far?.broke).toContain('beyond');
        expect(runTold(far ? [far] : [])).toMatchObject({ what: 'one is off', towards: 'more', at: 0 });
      }),
    );
  });
  it('is told to drift when it goes on and on one way, and to be as it was when it came back', () => {
    const drifting = [0, 0, 0, 0, -1, -2, -3, -4, -5, -6].map((more, i) => piece(normals(20 + i), more));
    const run = runOf(many(4, 5), BARE, drifting);
    const told = runTold(run);
    expect(told).toMatchObject({ what: 'drifts', towards: 'less' });
    expect(told.at).toBeGreaterThan(4);
    expect(runTold(runOf(many(4, 5), BARE, [...drifting, CENTRE]))).toEqual({
      what: 'as it was',
      towards: null,
      at: null,
    });
  });
  it('begins anew where something was changed: what was before tells nothing of what comes after', () => {
    const drifting = [0, 0, -2.5, -3, -3.5].map((more, i) => piece(normals(40 + i), more));
    const after = [0, 0.2, -0.1].map((more, i) => piece(normals(60 + i), more));
    const changed = new Set([drifting.length]);
    const run = runOf(many(4, 5), BARE, [...drifting, ...after], changed);
    expect(runTold(run.slice(0, drifting.length), changed).what).toBe('drifts');
    expect(runTold(run, changed)).toEqual({ what: 'as it was', towards: null, at: null });
    // A drift that goes on after the change is told from the change on.
    const again = runOf(
      many(4, 5),
      BARE,
      [...drifting, ...[-3.5, -4, -4.5, -5].map((m, i) => piece(normals(80 + i), m))],
      changed,
    );
    const told = runTold(again, changed);
    expect(told.what).toBe('drifts');
    expect(told.at).toBeGreaterThanOrEqual(drifting.length);
  });
  it('tells another colour from more or less of the same', () => {
    const [odd] = runOf(many(5, 5), BARE, [[CENTRE[0], CENTRE[1] + 4, CENTRE[2]]]);
    expect(runTold(odd ? [odd] : []).what).toBe('another colour');
  });
  it('is nothing to say of before a piece was read', () => {
    expect(runTold(runOf(many(6, 1), BARE, []))).toEqual({ what: 'as it was', towards: null, at: null });
    expect(Object.keys(RUN_RULES)).toEqual(['beyond', 'two', 'nine', 'seven']);
  });
});
