import { describe, expect, it } from 'vitest';
import { DEMO_FACTS, DEMO_MATERIALS, DEMO_WOODS, SYSTEM_WOODS } from '../../../test/fixtures/demo-shelf.ts';
import { predict, type StageLook } from '../board/predict.ts';
import { USUAL_PREPARATION } from '../board/preparation.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { labOf } from '../colour/lab.ts';
import { nth } from '../known.ts';
import { type Layer, newLayer, type Stack } from '../layers/layer.ts';
import { findings, type RuleInput } from '../rules/index.ts';
import { STARTING_SYSTEMS, stackFor, type Variant, variantOf } from './index.ts';

const woodOf = (id: string) =>
  nth(
    [DEMO_WOODS[SYSTEM_WOODS[id] ?? 'oak']].flatMap((w) => w ?? []),
    0,
  );
const inputOf = (
  id: string,
  variant: Variant,
  stack: Stack = stackFor(variant, DEMO_MATERIALS, DEMO_FACTS),
): RuleInput => ({
  stack,
  wood: woodOf(id),
  materials: DEMO_MATERIALS,
  preparation: { ...USUAL_PREPARATION, ...variant.preparation },
  facts: DEMO_FACTS,
});

describe('the starting systems', () => {
  it('are twenty-one, named apart', () => {
    expect(STARTING_SYSTEMS).toHaveLength(21);
    expect(new Set(STARTING_SYSTEMS.map((s) => s.id)).size).toBe(21);
  });
  it.each(STARTING_SYSTEMS.map((s) => [s.id, s] as const))(
    '%s raises nothing above a note, and is foreseen at every stage',
    (id, { variants }) => {
      const input = inputOf(id, nth(variants, 0));
      expect(
        findings(input)
          .filter((f) => f.severity !== 'note')
          .map((f) => [f.id, f.at, input.wood.id]),
      ).toEqual([]);
      for (const variant of variants) {
        const { stack, wood, preparation } = inputOf(id, variant);
        const looks = predict(stack, wood, DEMO_MATERIALS, { preparation });
        expect(looks).toHaveLength(variant.layers.length + 1);
        expect(looks.at(-1)?.reading.every((r) => r > 0 && r < 1)).toBe(true);
        // Every role is filled by the demo's shelf.
        expect(stack.flatMap((l) => (l.note?.includes('wants') ? [l.note] : []))).toEqual([]);
      }
    },
  );
});

type Mistake = readonly [what: string, rule: string, make: (input: RuleInput) => Partial<RuleInput>];
const change = (at: number, over: Partial<Layer>) => (input: RuleInput) => ({
  stack: input.stack.map((l, i) => (i === at ? { ...l, ...over, settings: { ...l.settings, ...over.settings } } : l)),
});
const leftOut = (at: number) => (input: RuleInput) => ({ stack: input.stack.filter((_, i) => i !== at) });
const order =
  (...places: readonly number[]) =>
  (input: RuleInput) => ({ stack: places.map((i) => nth(input.stack, i)) });
const prepared = (over: Partial<RuleInput['preparation']>) => (input: RuleInput) => ({
  preparation: { ...input.preparation, ...over },
});
/** What is known to go wrong with each, and the rule that has to say so. */
const MISTAKES: Record<string, Mistake> = {
  'tidal-oak': ['the washcoat left out', 'second-colour-unsealed', leftOut(1)],
  'quiet-pine': ['no conditioner', 'blotches', leftOut(0)],
  'warm-under-water': ['the oil left a day', 'linseed-soon', change(0, { wait: 24 })],
  'iron-and-copper': ['two coats before the filler', 'filler-over-build', change(1, { settings: { coats: 2 } })],
  'deep-harbour': ['the dye before the ink', 'ink-late', order(1, 0, 2)],
  'two-tone-floor': ['the glaze without a clear below', 'glaze-on-bare', leftOut(1)],
  'bright-maple': ['the lacquer brushed', 'wakes-below', change(1, { method: 'brushed' })],
  'plain-dark': ['the stain not wiped', 'stays-tacky', change(0, { method: 'unwiped' })],
  'grain-sampler': [
    'dyed on the char',
    'char-takes-no-dye',
    (i) => ({ ...prepared({ texture: 'charred' })(i), stack: [newLayer('dye', { colours: { coal: 4 } }), ...i.stack] }),
  ],
  'drawn-back': ['the conditioner after the dye', 'conditioner-late', order(1, 0, 2, 3)],
  'one-family': ['the stain after the window', 'conditioner-window', change(0, { wait: 5 })],
  'site-painter': ['from 80 to 220 at once', 'grit-gap', prepared({ grits: [80] })],
  'weathered-paint': ['over a whole wall', 'powder-area', () => ({ area: 4 })],
  'older-sister': ['grain not raised', 'grain-not-raised', prepared({ grainRaised: false })],
  'double-glaze': ['the first glaze not locked', 'glazes-in-a-row', leftOut(3)],
  'boxed-tins': ['the veneer sanded from 80', 'veneer-coarse', prepared({ grits: [80, 120, 180] })],
  'glass-red': ['levelled wet before it cured', 'wet-on-water', change(2, { rub: 'wet', wait: 24 })],
  'slipway-floor': [
    'a varnish on the wax oil',
    'wax-under-film',
    (i) => ({ stack: [...i.stack, newLayer('clear', { medium: 'oil-varnish' })] }),
  ],
  'flame-glass': [
    'oil to wake the figure',
    'glue-on-oil',
    (i) => ({ stack: [newLayer('oil', { medium: 'danish' }), ...i.stack] }),
  ],
  'true-black': ['the label’s hours', 'dark-oil-stain', change(0, { wait: 12 })],
  'over-the-old': ['wiped clean with solvent', 'wipe-dissolves', prepared({ dust: 'solvent wipe' })],
};

describe('the known mistake of each', () => {
  it.each(STARTING_SYSTEMS.map((s) => [s.id, s] as const))('%s is caught', (id, { variants }) => {
    const [, rule, make] = MISTAKES[id] as Mistake;
    const input = inputOf(id, nth(variants, 0));
    expect(findings(input).map((f) => f.id)).not.toContain(rule);
    expect(findings({ ...input, ...make(input) }).map((f) => f.id)).toContain(rule);
  });
});

describe('a system', () => {
  it('made from a job’s layers finds the same layers again, in this shop', () => {
    for (const { id, variants } of STARTING_SYSTEMS) {
      const { stack, preparation } = inputOf(id, nth(variants, 0));
      const again = variantOf('kept', stack, preparation, DEMO_MATERIALS, DEMO_FACTS);
      const found = stackFor(again, DEMO_MATERIALS, DEMO_FACTS);
      expect(found.map((l) => [l.kind, l.medium, Object.keys(l.colours), l.method, l.wait])).toEqual(
        stack.map((l) => [l.kind, l.medium, Object.keys(l.colours), l.method, l.wait]),
      );
      expect(again.preparation).toMatchObject(nth(variants, 0).preparation);
    }
  });
  it('in an empty shop keeps its layers, and says what each wants', () => {
    const nothing = { colourants: {}, mediums: {}, supplies: {} };
    const [stain, clear] = stackFor(
      nth(
        nth(
          STARTING_SYSTEMS.filter((s) => s.id === 'plain-dark'),
          0,
        ).variants,
        0,
      ),
      nothing,
      {},
    );
    expect([stain?.kind, stain?.colours, stain?.note]).toEqual([
      'wiping-stain',
      {},
      expect.stringContaining('wants a dark brown'),
    ]);
    expect([clear?.kind, clear?.medium, clear?.note]).toEqual(['clear', undefined, 'wants oil varnish']);
  });
  it('in a shop without its carrier takes what is nearest, never two carriers in one pot', () => {
    const { colourants, mediums } = DEMO_MATERIALS;
    const water = {
      mediums,
      colourants: Object.fromEntries(Object.entries(colourants).filter(([, c]) => c.carrier === 'water')),
      supplies: {},
    };
    for (const { variants } of STARTING_SYSTEMS)
      for (const layer of variants.flatMap((v) => stackFor(v, water, DEMO_FACTS)))
        expect(new Set(Object.keys(layer.colours).map((c) => water.colourants[c]?.carrier)).size).toBeLessThan(2);
  });
});

const looksOf = (id: string, at = 0, change: (input: RuleInput) => Partial<RuleInput> = () => ({})) => {
  const { variants } = nth(
    STARTING_SYSTEMS.filter((s) => s.id === id),
    0,
  );
  const input = inputOf(id, nth(variants, at));
  const { stack, wood, preparation } = { ...input, ...change(input) };
  return predict(stack, wood, DEMO_MATERIALS, { preparation });
};
const end = (...asked: Parameters<typeof looksOf>) => nth(looksOf(...asked).slice(-1), 0);
const L = (look: StageLook) => nth(nth(look.labs, 0), 0);
const off = (p: StageLook, q: StageLook) => deltaE00(nth(p.labs, 0), nth(q.labs, 0));
const tissue = (look: StageLook, name: string) =>
  labOf(
    nth(
      look.tissues.filter((t) => t.name === name),
      0,
    ).dry,
  );

/** What each has to show, as the trade tells it. Common practice, no source. */
describe('what the systems show', () => {
  it('tidal oak: the washcoat left out, the gel goes darker', () => {
    expect(L(end('tidal-oak', 0, leftOut(1)))).toBeLessThan(L(end('tidal-oak')));
  });
  it('quiet pine: oil over water is deeper than water alone; gel alone is louder in the rings and in clouds', () => {
    const [both, gelAlone, water] = [0, 1, 2].map((v) => end('quiet-pine', v)) as [StageLook, StageLook, StageLook];
    expect(L(both)).toBeLessThan(L(water));
    expect(gelAlone.contrast).toBeGreaterThan(1.5 * water.contrast);
    expect(both.contrast).toBeLessThan(gelAlone.contrast);
    expect(gelAlone.blotch).toBeGreaterThan(water.blotch);
  });
  it('warm under water: each way comes nearer to the oil control than water alone', () => {
    const [oil, water] = [end('warm-under-water', 3), end('warm-under-water', 4)];
    for (const way of [0, 1, 2]) expect(off(end('warm-under-water', way), oil)).toBeLessThan(off(water, oil));
  });
  it('iron and copper: the metal lies in the pores and not on the face', () => {
    const [, , sealed, filled] = looksOf('iron-and-copper');
    if (!sealed || !filled) throw new Error('no stages');
    expect(deltaE00(tissue(filled, 'pore'), tissue(sealed, 'pore'))).toBeGreaterThan(8);
    expect(deltaE00(tissue(filled, 'ground'), tissue(sealed, 'ground'))).toBeLessThan(2);
  });
  it('deep harbour: ink alone leaves the pores paler, dye alone is less deep', () => {
    const both = end('deep-harbour');
    expect(L(both)).toBeLessThan(L(end('deep-harbour', 1)));
    expect(L(both)).toBeLessThan(L(end('deep-harbour', 2)));
    expect(tissue(both, 'pore')[0]).toBeLessThan(tissue(end('deep-harbour', 1), 'pore')[0]);
  });
  it('two-tone floor: the coarser the grit the darker the base, and the glaze is in the grain alone', () => {
    const [coarse, fine] = [looksOf('two-tone-floor'), looksOf('two-tone-floor', 0, prepared({ grit: 220 }))];
    expect(L(nth(coarse, 1))).toBeLessThan(L(nth(fine, 1)));
    const moved = (name: string) => deltaE00(tissue(nth(coarse, 3), name), tissue(nth(coarse, 2), name));
    expect(moved('pore')).toBeGreaterThan(3 * moved('ground'));
  });
  it('bright maple: the toner shifts the board and keeps its grain', () => {
    expect(off(end('bright-maple'), end('bright-maple', 1))).toBeGreaterThan(1);
    expect(end('bright-maple').clarity).toBeGreaterThan(0.6);
  });
  it('drawn back: the wet rag makes it lighter', () => {
    const [, , dyed, lightened] = looksOf('drawn-back');
    expect(
      L(
        nth(
          [lightened].flatMap((l) => l ?? []),
          0,
        ),
      ),
    ).toBeGreaterThan(
      L(
        nth(
          [dyed].flatMap((l) => l ?? []),
          0,
        ),
      ) + 1,
    );
  });
  it('older sister: oil wakes the figure', () => {
    const [, dyed, oiled] = looksOf('older-sister');
    expect(
      nth(
        [oiled].flatMap((l) => l ?? []),
        0,
      ).contrast,
    ).toBeGreaterThan(
      nth(
        [dyed].flatMap((l) => l ?? []),
        0,
      ).contrast,
    );
  });
  it('double glaze: each glaze is another colour on the way', () => {
    const looks = looksOf('double-glaze');
    expect(off(nth(looks, 3), nth(looks, 2))).toBeGreaterThan(3);
    expect(off(nth(looks, 5), nth(looks, 4))).toBeGreaterThan(3);
  });
  it('flame glass: sanded back, the black stays in the grain', () => {
    const [, black, back] = looksOf('flame-glass').map((look) => ({
      ground: tissue(look, 'ground')[0],
      grain: tissue(look, 'grain')[0],
    }));
    if (!black || !back) throw new Error('no stages');
    expect(back.ground - black.ground).toBeGreaterThan(back.grain - black.grain);
  });
  it('grain sampler: blasted and charred are seen before any colour', () => {
    const [plain, blasted, charred] = [0, 4, 5].map((at) => L(nth(looksOf('grain-sampler', at), 0)));
    expect(plain).toBeGreaterThan(blasted as number);
    expect(blasted).toBeGreaterThan(charred as number);
  });
});
