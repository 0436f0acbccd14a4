import { describe, expect, it } from 'vitest';
import { MATERIALS, problem, WOOD } from '../../../test/fixtures/small-shop.ts';
import { predict } from '../board/predict.ts';
import { TONES, type Tone, toneReading, toneShares } from '../board/tones.ts';
import { rawMean, type Wood } from '../board/wood.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { labOf } from '../colour/lab.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { newLayer, type Stack } from '../layers/layer.ts';
import { makeEvaluator } from './evaluator.ts';
import type { TargetTones } from './problem.ts';
import { promiseOf } from './roads.ts';
import { search } from './search.ts';
import { searchSystems } from './systems.ts';

const OAK: Wood = {
  ...WOOD,
  id: 'oak',
  figure: 'oak',
  tannin: 2,
  tissues: [
    { name: 'ground', fraction: 0.6, reflectance: Array.from(reflectanceFromLab([70, 6, 20])), dye: 1, hold: 1 },
    { name: 'grain', fraction: 0.28, reflectance: Array.from(reflectanceFromLab([62, 8, 22])), dye: 1.2, hold: 1.3 },
    { name: 'pore', fraction: 0.12, reflectance: Array.from(reflectanceFromLab([50, 9, 20])), dye: 1.3, hold: 2.4 },
  ],
};
const CLEAR = newLayer('clear', { medium: 'clear' });
const SEALER = newLayer('sealer', { medium: 'shellac' });

/** What an instrument with a small aperture reads on the two tones of a finished board. */
function tonesOf(stack: Stack, wood = OAK): Record<Tone, Float64Array> {
  const look = predict(stack, wood, MATERIALS).at(-1);
  if (!look) throw new Error('no look');
  const read = (tone: Tone) => toneReading(wood, look.internal, look.surface, tone);
  return { ground: read('ground'), grain: read('grain') };
}
const asked = (tones: Record<Tone, Float64Array>, grainEase = 1) => ({
  reflectance: rawMean(OAK),
  singleLight: false,
  tones: { ...tones, grainEase } satisfies TargetTones,
});
const misses = (stack: Stack, wanted: Record<Tone, Float64Array>) => {
  const got = tonesOf(stack);
  return TONES.map((tone) => deltaE00(labOf(got[tone]), labOf(wanted[tone])));
};

describe('two tones', () => {
  it('read as the face does when they are put together by their shares', () => {
    const look = predict([newLayer('dye', { colours: { brown: 4 } }), CLEAR], OAK, MATERIALS).at(-1);
    const { ground, grain } = tonesOf([newLayer('dye', { colours: { brown: 4 } }), CLEAR]);
    look?.reading.forEach((r, i) => {
      expect(0.6 * (ground[i] ?? 0) + 0.4 * (grain[i] ?? 0)).toBeCloseTo(r, 12);
    });
    expect(toneShares(OAK, 'grain').map((s) => Number(s.toFixed(3)))).toEqual([0, 0.7, 0.3]);
  });
  it('of a wood without grain are both its face', () => {
    expect(toneShares({ tissues: WOOD.tissues.slice(0, 1) }, 'grain')).toEqual([1]);
  });

  const made: Stack = [
    newLayer('dye', { colours: { yellow: 2, red: 1 } }),
    SEALER,
    newLayer('glaze', { method: 'in-grain', colours: { umber: 0.12 } }),
    CLEAR,
  ];
  const wanted = tonesOf(made);
  const open = [
    { layer: 0, colourants: ['yellow', 'red', 'blue', 'black', 'brown'] },
    { layer: 2, colourants: ['ochre', 'umber'] },
  ];
  const stack = made.map((l) => ({ ...l, colours: {} }));

  it('are both brought home at once', () => {
    const [road] = search(problem({ wood: OAK, target: asked(wanted), stack, open }));
    for (const miss of misses(road?.stack ?? [], wanted)) expect(miss).toBeLessThan(0.25);
    expect(road?.deltaE[0]).toBeCloseTo(Math.max(...misses(road?.stack ?? [], wanted)), 9);
  });
  it('matched as one face, miss each other', () => {
    const face = predict(made, OAK, MATERIALS).at(-1)?.reading ?? rawMean(OAK);
    const dyed = [newLayer('dye'), CLEAR];
    const one = { reflectance: face, singleLight: false };
    const [road] = search(problem({ wood: OAK, target: one, stack: dyed, open: open.slice(0, 1) }));
    expect(road?.deltaE[0]).toBeLessThan(0.5);
    expect(Math.max(...misses(road?.stack ?? [], wanted))).toBeGreaterThan(1.5);
  });
  it('have each its own tolerance: a wider one for the grain counts its miss less', () => {
    const at = (ease: number) =>
      makeEvaluator(problem({ wood: OAK, target: asked(wanted, ease), stack, open })).miss(new Float64Array(7));
    const of = (ease: number) => {
      const evaluator = makeEvaluator(problem({ wood: OAK, target: asked(wanted, ease), stack, open }));
      const [, grain] = evaluator.aims;
      return grain ? evaluator.miss(new Float64Array(7), grain) : new Float64Array(3);
    };
    expect(at(2)).toEqual(at(1));
    of(1).forEach((part, i) => {
      expect(of(2)[i]).toBeCloseTo(part / 2, 12);
    });
  });
  it('are promised together: as likely as the likelier miss', () => {
    const p = problem({ wood: OAK, target: asked(wanted), stack, open });
    const good = promiseOf(p, made, 1);
    expect(good.tones).toEqual({ ground: expect.closeTo(0, 6), grain: expect.closeTo(0, 6) });
    const off = promiseOf(
      p,
      [...made.slice(0, 2), newLayer('glaze', { method: 'in-grain', colours: { umber: 0.03 } }), CLEAR],
      1,
    );
    expect(off.tones?.grain).toBeGreaterThan(off.tones?.ground ?? 0);
    expect(off.chance).toBeLessThan(good.chance);
  });
  it('are found by whole systems, the grain by what lies in it', () => {
    const { stack: _, open: __, ...rest } = problem({ wood: OAK, target: asked(wanted), stack: [] });
    const offer = { materials: MATERIALS, without: [], barred: [] };
    const [road] = searchSystems({ ...rest, stack: [] }, offer);
    for (const miss of misses(road?.stack ?? [], wanted)) expect(miss).toBeLessThan(0.5);
    expect(road?.stack.some((l) => l.kind === 'filler' || l.method === 'in-grain')).toBe(true);
  });
});
