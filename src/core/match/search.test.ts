import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CLEAR, COLOURS, dyed, finalOf, MATERIALS, problem, WOOD } from '../../../test/fixtures/small-shop.ts';
import { predict } from '../board/index.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { BANDS, WAVELENGTHS } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { newLayer, type Stack } from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';
import { SearchCancelled, search } from './search.ts';

describe('search', () => {
  it('recovers known ratios', () => {
    const strength = fc.double({ min: 0.8, max: 12, noNaN: true });
    fc.assert(
      fc.property(strength, strength, strength, (yellow, red, black) => {
        const target = { reflectance: finalOf(dyed({ yellow, red, black })), singleLight: false };
        const own = (colourants: string[]) => [...colourants].sort().join() === 'black,red,yellow';
        const road = search(problem({ target })).find((r) => own(r.colourants));
        expect(road?.deltaE[0]).toBeLessThan(0.15);
        const colours = road?.stack[0].colours ?? {};
        for (const [id, strength] of Object.entries({ yellow, red, black }))
          expect(Math.abs(Math.log(colours[id] / strength))).toBeLessThan(0.1);
      }),
      { numRuns: 12 },
    );
  });
  it('one colourant only, and two that are the same', () => {
    expect(search(problem({ open: [{ layer: 0, colourants: ['yellow'] }] }))[0].colourants).toEqual(['yellow']);
    const twins: Materials = {
      ...MATERIALS,
      colourants: { ...MATERIALS.colourants, twin: { ...COLOURS[0], id: 'twin' } },
    };
    const [road] = search(problem({ materials: twins, open: [{ layer: 0, colourants: ['yellow', 'twin', 'red'] }] }));
    expect(road.deltaE[0]).toBeLessThan(0.05);
  });
  it('leaves the wood alone when the target is the wood itself', () => {
    const target = { reflectance: finalOf([CLEAR]), singleLight: false };
    expect(search(problem({ target }))[0].deltaE[0]).toBeLessThan(0.05);
  });
  it('gives the nearest when the target is lighter than the wood', () => {
    const roads = search(problem({ target: { reflectance: new Float64Array(BANDS).fill(0.9), singleLight: false } }));
    expect(roads[0].deltaE[0]).toBeGreaterThan(5);
    expect(roads.length).toBeGreaterThan(0);
  });
  it('keeps to the strength that dissolves', () => {
    const target = { reflectance: new Float64Array(BANDS).fill(0.02), singleLight: false };
    for (const [id, s] of Object.entries(search(problem({ target }))[0].stack[0].colours))
      expect(s).toBeLessThanOrEqual(MATERIALS.colourants[id].maxStrength * 1.000001);
  });
  it('never fills a pot with more than all of it: the shares of ready-made stains come to 100 % at most', () => {
    const stain = (id: string, nm: number) => ({
      ...COLOURS[5],
      id,
      kind: 'stain' as const,
      maxStrength: 1,
      absorption: WAVELENGTHS.map((w) => 0.1 + 0.8 * Math.exp(-(((w - nm) / 70) ** 2) / 2)),
      scatter: new Array(BANDS).fill(0.1),
    });
    const colourants = Object.fromEntries([430, 520, 610].map((nm, i) => [`s${i}`, stain(`s${i}`, nm)]));
    const asked = problem({
      target: { reflectance: new Float64Array(BANDS).fill(0.05), singleLight: false },
      materials: { ...MATERIALS, colourants },
      stack: [newLayer('wiping-stain'), CLEAR],
      open: [{ layer: 0, colourants: Object.keys(colourants) }],
    });
    for (const road of search(asked)) {
      const shares = Object.values(road.stack[0].colours).reduce((sum, s) => sum + s, 0);
      expect(shares).toBeLessThanOrEqual(1 + 1e-9);
      // What it promises is what that pot does.
      const looks = predict(road.stack, asked.wood, asked.materials);
      expect(deltaE00(labOf(looks[2].reading), labOf(asked.target.reflectance))).toBeCloseTo(road.deltaE[0], 6);
    }
  });
  it('never mixes powders of different solvents in one layer', () => {
    const mixed: Materials = {
      ...MATERIALS,
      colourants: { ...MATERIALS.colourants, red: { ...COLOURS[1], carrier: 'alcohol' } },
    };
    for (const road of search(problem({ materials: mixed }))) {
      const carriers = new Set(road.colourants.map((id) => mixed.colourants[id].carrier));
      expect(carriers.size).toBeLessThanOrEqual(1);
    }
  });
  it('works from L*a*b* alone, and can be cancelled', () => {
    const target = { reflectance: reflectanceFromLab([42, 12, 18]), singleLight: true };
    expect(search(problem({ target }))[0].deltaE[0]).toBeLessThan(0.05);
    expect(() => search(problem(), { onProgress: () => false })).toThrow(SearchCancelled);
  });
  it('solves dye and glaze together, and a glaze alone from a measured dye stage', () => {
    const stack: Stack = [newLayer('dye'), newLayer('sealer', { medium: 'shellac' }), newLayer('glaze'), CLEAR];
    const open = [
      { layer: 0, colourants: ['yellow', 'red'] },
      { layer: 2, colourants: ['ochre', 'umber'] },
    ];
    const secret = stack.map((l, i) =>
      i === 0 ? { ...l, colours: { yellow: 4, red: 2 } } : i === 2 ? { ...l, colours: { umber: 0.06 } } : l,
    );
    const target = { reflectance: finalOf(secret), singleLight: false };
    expect(search(problem({ target, stack, open }))[0].deltaE[0]).toBeLessThan(0.1);
    const reading = predict(secret, WOOD, MATERIALS)[1].reading;
    const begun = secret.map((l, i) => (i === 2 ? { ...l, colours: {} } : l));
    const [road] = search(problem({ target, stack: begun, open: [open[1]], measured: [{ layers: 1, reading }] }));
    expect(road.stack[2].colours.umber).toBeCloseTo(0.06, 2);
  });
  it('no colour open still gives an answer: the wood as it is', () => {
    const roads = search(problem({ open: [] }));
    expect(roads).toHaveLength(1);
    expect(roads[0].colourants).toEqual([]);
  });
  it('an opening that is already on the board is refused', () => {
    const measured = [{ layers: 1, reading: predict(dyed({ yellow: 1 }), WOOD, MATERIALS)[1].reading }];
    expect(() => search(problem({ measured }))).toThrow('still to come');
  });
});

describe('search over several layers', () => {
  const stack: Stack = [newLayer('dye'), newLayer('sealer', { medium: 'shellac' }), newLayer('glaze'), CLEAR];
  const dyes = ['yellow', 'red', 'blue', 'black', 'brown'];
  const pigments = ['ochre', 'umber'];
  const open = [
    { layer: 0, colourants: dyes },
    { layer: 2, colourants: pigments },
  ];
  const secret = stack.map((l, i) => {
    if (i === 0) return { ...l, colours: { yellow: 3, red: 2, blue: 1.5, black: 1 } };
    return i === 2 ? { ...l, colours: { ochre: 0.05, umber: 0.03 } } : l;
  });
  const target = { reflectance: finalOf(secret), singleLight: false };
  const countIn = (road: { stack: Stack }, layer: number) => Object.keys(road.stack[layer].colours).length;

  it('takes up to four colours in each layer', () => {
    const roads = search(problem({ target, stack, open }));
    for (const road of roads) for (const layer of [0, 2]) expect(countIn(road, layer)).toBeLessThanOrEqual(4);
    expect(Math.max(...roads.map((r) => r.colourants.length))).toBeGreaterThan(4);
    expect(Math.min(...roads.map((r) => r.deltaE[0]))).toBeLessThan(0.02);
  });
  it('or as few as were asked for', () => {
    const roads = search(problem({ target, stack, open }), { mostPerLayer: 1 });
    for (const road of roads) for (const layer of [0, 2]) expect(countIn(road, layer)).toBeLessThanOrEqual(1);
    expect(roads.some((r) => r.colourants.length === 2)).toBe(true);
  });
  it('weighs a road of one layer against roads of both, and finds each set of colours once', () => {
    const roads = search(problem({ target, stack, open }));
    expect(roads.some((r) => countIn(r, 2) === 0)).toBe(true);
    expect(roads.some((r) => countIn(r, 0) === 0)).toBe(true);
    const sets = roads.map((r) => r.stack.map((l) => Object.keys(l.colours).sort().join('+')).join('/'));
    expect(new Set(sets).size).toBe(sets.length);
  });
  it('reports how far it is, ever further, and can be stopped on the way', () => {
    const shares: number[] = [];
    search(problem({ target, stack, open }), { onProgress: (share) => shares.push(share) > 0 });
    expect(shares.length).toBeGreaterThan(5);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares[shares.length - 1]).toBeLessThanOrEqual(1);
    let steps = 0;
    expect(() => search(problem({ target, stack, open }), { onProgress: () => ++steps < 4 })).toThrow(SearchCancelled);
    expect(steps).toBe(4);
  });
});
