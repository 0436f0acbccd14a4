import { describe, expect, it } from 'vitest';
import {
  BENCH,
  bleach,
  clear,
  dye,
  end,
  glaze,
  iron,
  OAK,
  oil,
  sealer,
} from '../../../test/fixtures/bench-materials.ts';
import { predict } from '../board/predict.ts';
import { USUAL_PREPARATION } from '../board/preparation.ts';
import { UNTUNED } from '../board/state.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { labOf } from '../colour/lab.ts';
import { LAYER_KINDS, type LayerKind } from '../kinds/index.ts';
import { nth } from '../known.ts';
import { newLayer, type Stack } from '../layers/layer.ts';
import { searchLayer } from './own-layer.ts';
import { type MatchProblem, ONLY_DAYLIGHT } from './problem.ts';
import { type Offer, type SystemProgress, searchSystems, systemSteps } from './systems.ts';

/** The problem of a target that a stack made. */
const to = (made: Stack, stack: Stack = [], over: Partial<MatchProblem> = {}): MatchProblem => ({
  target: { reflectance: end(made).reading, singleLight: false },
  lights: ONLY_DAYLIGHT,
  wood: OAK,
  materials: BENCH,
  preparation: USUAL_PREPARATION,
  tuning: UNTUNED,
  stack,
  open: [],
  ...over,
});
const offer = (...without: LayerKind[]): Offer => ({ materials: BENCH, without, barred: [] });
const kindsOf = (stack: Stack) => stack.map((l) => l.kind);
const missOf = (made: Stack, stack: Stack) => deltaE00(labOf(end(made).reading), labOf(end(stack).reading));

describe('whole systems', () => {
  it('finds one for a target of dye and clear, no longer than it must be', () => {
    const made = [dye({ honey: 4, soot: 1 }), clear(1)];
    const [best] = searchSystems(to(made), offer());
    expect(kindsOf(best?.stack ?? [])).toEqual(['dye', 'clear']);
    expect(missOf(made, best?.stack ?? [])).toBeLessThan(0.3);
  });
  it('does without what the shop does without, and every system ends in what its parts are', () => {
    const made = [dye({ honey: 4, soot: 1 }), clear(1)];
    const roads = searchSystems(to(made), offer('dye', 'ink'));
    expect(roads.length).toBeGreaterThan(1);
    for (const { stack } of roads) {
      expect(kindsOf(stack)).not.toContain('dye');
      expect(kindsOf(stack).at(-1)).toBe('clear');
    }
    expect(searchSystems(to(made), offer('clear'))).toEqual([]);
  });
  it('bleaches or hides only for a target that nothing plainer reaches', () => {
    const pale = [bleach(0.8), dye({ honey: 1 }), clear(1)];
    const kinds = (roads: ReturnType<typeof searchSystems>) => roads.flatMap((r) => kindsOf(r.stack));
    const [best] = searchSystems(to(pale), offer());
    expect(kindsOf(best?.stack ?? [])[0]).toMatch(/bleach|opaque/);
    expect(kinds(searchSystems(to([dye({ honey: 4 }), clear(1)]), offer()))).not.toContain('bleach');
  });
  it('from here: what is on stays; what was meant is gone first, and alone where it comes near', () => {
    const on = [dye({ honey: 4, soot: 1 })];
    const made = [...on, sealer(), glaze({ umber: 0.05 }), clear(1)];
    const measured = [{ layers: 1, reading: end(on).reading }];
    const problem = to(made, on, { measured });
    const [free] = searchSystems(problem, offer());
    expect(free?.stack.slice(0, 1)).toEqual(on);
    const meant = searchSystems(problem, offer(), { meant: ['sealer', 'glaze', 'clear'] });
    expect(meant).toHaveLength(1);
    expect(missOf(made, meant[0]?.stack ?? [])).toBeLessThan(0.4);
  });
  it('goes down as well as up: what is too dark and still moves is wiped back', () => {
    const on = [dye({ soot: 12 })];
    const made = [dye({ soot: 4 }), clear(1)];
    const clean = offer('wiping-stain', 'gel-stain', 'glaze', 'opaque', 'bleach', 'toner', 'filler');
    const from = (stack: Stack) =>
      searchSystems(to(made, stack, { measured: [{ layers: stack.length, reading: end(stack).reading }] }), clean);
    expect(kindsOf(from(on)[0]?.stack ?? [])).toContain('wipe-back');
    expect(kindsOf(from([...on, clear(1)])[0]?.stack ?? [])).toContain('sand-back');
  });
  it('a board that is as wanted under its clear needs nothing more', () => {
    const made = [dye({ honey: 4 }), clear(1)];
    const [best] = searchSystems(to(made, made, { measured: [{ layers: 2, reading: end(made).reading }] }), offer());
    expect(best?.stack).toEqual(made);
    expect(best?.added).toEqual([]);
  });
  it('tells how far it is and the best so far, which only gets better', () => {
    const steps = systemSteps(to([dye({ honey: 4, soot: 3 }), clear(1)]), offer());
    const seen: SystemProgress[] = [];
    for (let step = steps.next(); !step.done; step = steps.next()) seen.push(step.value);
    const shares = seen.map((s) => s.share);
    expect(shares).toEqual([...shares].sort((p, q) => p - q));
    const ranks = seen.flatMap((s) => (s.best ? [s.best.rank] : []));
    expect(ranks).toEqual([...ranks].sort((p, q) => q - p));
    expect(ranks.length).toBeGreaterThan(2);
  });
  it('reactive colour, oil and filler are ways of their own, and found where they are what made the target', () => {
    const allBut = (...kinds: LayerKind[]): LayerKind[] => LAYER_KINDS.filter((k) => !kinds.includes(k));
    const ironed = [iron(6), clear(1)];
    const [best] = searchSystems(to(ironed), offer(...allBut('reactive', 'oil', 'clear')));
    expect(best?.added).toEqual(['reactive', 'clear']);
    expect(missOf(ironed, best?.stack ?? [])).toBeLessThan(0.4);
    const oiled = [oil(1), clear(1)];
    expect(searchSystems(to(oiled), offer(...allBut('oil', 'ink', 'clear')))[0]?.added).toEqual(['oil', 'clear']);
    const filled = [newLayer('filler', { colours: { umber: 0.1 } }), clear(1)];
    const roads = searchSystems(to(filled), offer(...allBut('filler', 'clear')));
    expect(roads[0]?.added).toEqual(['filler', 'clear']);
    expect(missOf(filled, roads[0]?.stack ?? [])).toBeLessThan(0.4);
    const tight = { ...OAK, anatomy: 'fine' as const };
    expect(searchSystems({ ...to(filled), wood: tight }, offer(...allBut('filler', 'clear')))[0]?.added).toEqual([
      'clear',
    ]);
  });
  it('a wood that blotches is conditioned before colour goes in, unless it is or the shop has no conditioner', () => {
    const made = [dye({ honey: 4, soot: 1 }), clear(1)];
    const blotchy = { ...to(made), wood: { ...OAK, blotch: 0.25 } };
    expect(searchSystems(blotchy, offer())[0]?.added.slice(0, 2)).toEqual(['conditioner', 'dye']);
    expect(searchSystems(blotchy, offer('conditioner'))[0]?.added).toEqual(['dye', 'clear']);
    const ready = { ...blotchy, preparation: { ...USUAL_PREPARATION, conditioner: true } };
    expect(searchSystems(ready, offer())[0]?.added).not.toContain('conditioner');
  });
  it('a sealer of another solvent than the dye goes over it', () => {
    const spirit = { ...BENCH.mediums.shellac, id: 'water-seal', carrier: 'water' as const };
    const materials = { ...BENCH, mediums: { ...BENCH.mediums, 'water-seal': spirit } } as typeof BENCH;
    const made = [dye({ honey: 4 }), sealer(), glaze({ umber: 0.1 }), clear(1)];
    const roads = searchSystems({ ...to(made), materials }, { materials, without: [], barred: [] });
    const sealed = roads.map((r) => r.stack.find((l) => l.kind === 'sealer')).filter((l) => l !== undefined);
    expect(sealed.some((l) => l?.medium === 'shellac')).toBe(true);
  });
});

describe('a layer’s own search', () => {
  it('finds the strength of a reactive colour, the colours of an opaque base, the tint of a filler', () => {
    for (const [made, at] of [
      [[iron(6), clear(1)], 0],
      [[newLayer('opaque', { colours: { white: 0.2, umber: 0.02 } }), clear(1)], 0],
      [[newLayer('filler', { colours: { umber: 0.05 } }), clear(1)], 0],
    ] as [Stack, number][]) {
      const blank = made.map((l, i) => (i === at ? { ...l, colours: {} } : l));
      const [best] = searchLayer(to(made, blank), at);
      expect(best?.layer.kind).toBe(nth(made, at).kind);
      expect(nth(best?.deltaE ?? [], 0)).toBeLessThan(0.3);
    }
  });
  it('chooses the clear and its coats, the oil, the share to bleach', () => {
    const made = [dye({ honey: 3 }), clear(2, 'varnish')];
    const [best] = searchLayer(to(made, [nth(made, 0), clear(1)]), 1);
    expect(best?.layer).toMatchObject({ kind: 'clear', medium: 'varnish', settings: { coats: 2 } });
    const [oiled] = searchLayer(to([oil(2), clear(1)], [oil(1), clear(1)]), 0);
    expect(oiled?.layer).toMatchObject({ kind: 'oil', medium: 'linseed', settings: { coats: 2 } });
    const garnet = { ...BENCH.mediums.shellac, id: 'garnet', tint: new Array<number>(31).fill(0.08) };
    const materials = { ...BENCH, mediums: { ...BENCH.mediums, garnet } } as typeof BENCH;
    const sealedBy = (cut: number) => newLayer('sealer', { medium: 'garnet', settings: { cut } });
    const looks = predict([sealedBy(3), clear(1)], OAK, materials);
    const reflectance = nth(looks, 2).reading;
    const cut = to([], [sealedBy(1), clear(1)], { materials, target: { reflectance, singleLight: false } });
    expect(nth(searchLayer(cut, 0), 0).layer).toMatchObject({ medium: 'garnet', settings: { coats: 1, cut: 3 } });
    const [bleached] = searchLayer(to([bleach(0.7), clear(1)], [bleach(0.3), clear(1)]), 0);
    expect(bleached?.layer.settings.strength).toBeCloseTo(0.7, 6);
  });
  it('uses no barred colour, and has nothing where the shop has nothing', () => {
    const stack = [newLayer('reactive'), clear(1)];
    expect(searchLayer(to([iron(6), clear(1)], stack), 0, ['iron'])).toEqual([]);
    expect(searchLayer(to(stack, stack), 7)).toEqual([]);
  });
});
