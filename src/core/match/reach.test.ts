import { describe, expect, it } from 'vitest';
import { dyed, finalOf, MATERIALS, problem, WOOD } from '../../../test/fixtures/small-shop.ts';
import { predict } from '../board/predict.ts';
import { BANDS } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { newLayer } from '../layers/layer.ts';
import type { Colourant } from '../layers/materials.ts';
import { darkestShowingGrain, isNeutralToBrown } from './darkest.ts';
import { cleanColours, reachOf, whyOutOfReach } from './reach.ts';
import { search } from './search.ts';

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

describe('reach before any recipe', () => {
  const open = [{ layer: 0, colourants: ['yellow', 'red', 'brown'] }];
  it('is near with the colours that made it, and wants no help', () => {
    const reach = reachOf(problem({ open }), 1, 3, [{ what: 'never tried', problem: null as never }]);
    expect(reach).toMatchObject({ reaches: true, reasons: [], helps: [] });
    expect(reach.nearest).toBeLessThan(0.3);
    expect([...reach.colours].sort()).toEqual(['red', 'yellow']);
  });
  it('names what brings it nearer, the best first, with how near; what does not help is not named', () => {
    const target = { reflectance: finalOf(dyed({ blue: 8 })), singleLight: false };
    const asked = problem({ target, open });
    const [like] = Object.values(MATERIALS.colourants);
    const more = cleanColours(like as Colourant).map(({ name, colourant }) => ({
      what: name,
      problem: {
        ...asked,
        materials: { ...MATERIALS, colourants: { ...MATERIALS.colourants, [colourant.id]: colourant } },
        open: [{ layer: 0, colourants: [...(open[0]?.colourants ?? []), colourant.id] }],
      },
    }));
    const reach = reachOf(asked, 1, 3, [...more, { what: 'nothing else', problem: asked }]);
    expect(reach.reaches).toBe(false);
    expect(reach.reasons.length).toBeGreaterThan(0);
    expect(reach.helps[0]?.what).toBe('blue');
    expect(reach.helps[0]?.deltaE).toBeLessThan(reach.nearest / 2);
    expect(reach.helps.map((h) => h.what)).not.toContain('nothing else');
    expect(reach.helps.map((h) => h.deltaE)).toEqual(reach.helps.map((h) => h.deltaE).sort((p, q) => p - q));
  });
});

describe('the darkest that still shows its grain', () => {
  it('leaves the grain a shade, and goes no farther', () => {
    const clear = dyed({}).slice(1);
    const dark = darkestShowingGrain(WOOD, MATERIALS, clear);
    const made = (scale: number) => {
      const colours = Object.fromEntries(Object.entries(dark?.colours ?? {}).map(([id, s]) => [id, scale * s]));
      return predict([newLayer('dye', { colours }), ...clear], WOOD, MATERIALS).at(-1);
    };
    const lightness = labOf(dark?.reading ?? [])[0];
    expect(lightness).toBeLessThan(labOf(made(0)?.reading ?? [])[0] - 5);
    // It is as strong as its dyes go, or as the grain bears.
    const strength = Math.max(...Object.values(dark?.colours ?? {}));
    expect(strength > 12 || Math.abs((made(1)?.contrast ?? 0) - 2) < 0.1).toBe(true);
    expect(isNeutralToBrown(labOf(dark?.reading ?? []))).toBe(true);
    expect(darkestShowingGrain(WOOD, { ...MATERIALS, colourants: {} }, clear)).toBeNull();
  });
});
