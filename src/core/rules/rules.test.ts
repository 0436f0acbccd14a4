import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BENCH,
  bleach,
  conditioner,
  dye,
  filler,
  gel,
  glaze,
  ink,
  iron,
  MAPLE,
  OAK,
  oil,
  PINE,
  paint,
  powder,
  sandBack,
  stain,
  toner,
} from '../../../test/fixtures/bench-materials.ts';
import {
  gun,
  lacquer,
  MATERIALS,
  noBooth,
  on,
  p,
  RULE_CASES,
  satin,
  seal,
  set,
  varnish,
} from '../../../test/fixtures/rule-cases.ts';
import { LAYER_KINDS } from '../kinds/index.ts';
import { type Layer, newLayer, type Stack } from '../layers/layer.ts';
import type { Colourant } from '../layers/materials.ts';
import {
  ALL_TOOLS,
  findings,
  harder,
  RULES,
  type RuleInput,
  remedied,
  remedyFor,
  SCHOOLS,
  wetEdgeArea,
} from './index.ts';

const broken = (input: RuleInput) => findings(input).map((f) => f.id);

describe('wax', () => {
  it('is the last: nothing holds on it', () => {
    const wax = newLayer('wax');
    const broken = (stack: Stack) => findings(on(stack)).map((f) => f.id);
    expect(broken([dye(), satin(), wax])).not.toContain('wax-under-film');
    expect(broken([dye(), wax, satin()])).toContain('wax-under-film');
    expect(broken([dye(), wax])).toContain('no-clear');
  });
});

describe('the rules', () => {
  it('are at least seventy, each with a sentence, a source and a case of its own', () => {
    expect(RULES.length).toBeGreaterThanOrEqual(70);
    expect(RULES.map((r) => r.id).toSorted()).toEqual(Object.keys(RULE_CASES).toSorted());
    for (const { reason, source, looksAt, title } of RULES) {
      expect(reason).toMatch(/^[A-Z].*\.$/);
      expect(title.length).toBeLessThan(40);
      expect([source.length > 0, looksAt.length > 0]).toEqual([true, true]);
    }
  });
  it.each(Object.entries(RULE_CASES))(
    '%s is broken by the one stack and kept by the other',
    (id, { breaks, keeps }) => {
      expect(broken(breaks)).toContain(id);
      expect(broken(keeps)).not.toContain(id);
    },
  );
  it.each(Object.entries(RULE_CASES))('%s: its remedy mends it, and breaks nothing harder', (id, { breaks }) => {
    for (const finding of findings(breaks).filter((f) => f.id === id)) mends(breaks, finding.id);
  });
});

/** Of the remedies that rules know of, those that mend a stack. */
const offered = { all: 0, mending: 0 };
/** Every remedy of a rule takes one breach of it away, and brings none that is harder. */
function mends(input: RuleInput, id: string): void {
  const before = findings(input);
  for (const finding of before.filter((f) => f.id === id)) {
    const remedy = remedyFor(input, finding);
    if (finding.remedy) offered.all++;
    if (!remedy) continue;
    offered.mending++;
    const after = findings(remedied(input, remedy));
    const count = (list: typeof after, rule: string) => list.filter((f) => f.id === rule).length;
    const told = `${id}: ${remedy.label} on ${JSON.stringify(input.stack)} ${JSON.stringify(input.preparation)} ${input.wood.name}`;
    expect(count(after, id), told).toBeLessThan(count(before, id));
    const worse = after.filter((f) => harder(f.severity, finding.severity) && count(after, f.id) > count(before, f.id));
    expect(
      worse.map((f) => f.id),
      told,
    ).toEqual([]);
  }
}

const layers = fc.constantFrom<Layer>(
  dye(),
  dye({ smoke: 4 }),
  dye({ spirit: 4 }),
  dye({ blue: 3, yellow: 3, red: 2, soot: 24.9 }),
  ink(),
  iron(),
  stain(),
  stain({ 'tin-walnut': 1 }),
  set(stain({ umber: 0.3 }), { wait: 9 }, { coats: 3, film: 4 }),
  set(stain(), { method: 'unwiped' }),
  gel(),
  set(gel(), { wait: 1 }, { dwell: 30 }),
  glaze(),
  glaze({ 'wet-umber': 0.1 }),
  set(glaze(), { method: 'in-grain' }),
  powder(),
  toner(),
  seal(),
  seal({ medium: 'waxed' }),
  seal({ settings: { coats: 3, cut: 4 } }),
  seal({ medium: 'sanding', settings: { coats: 2 } }),
  oil(),
  oil(3, 'hardwax'),
  oil(1, 'danish'),
  satin(1),
  satin(2, { method: 'brushed', rub: 'wet' }),
  satin(3, { rub: 'wool' }),
  varnish(),
  varnish(1, { wait: 200 }),
  lacquer(1, { rub: 'wet' }),
  lacquer(2, { method: 'brushed' }),
  lacquer(3, { medium: 'glue', method: 'brushed' }),
  lacquer(1, { medium: 'two-part' }),
  filler(),
  paint(),
  bleach(0.5),
  conditioner(),
  set(conditioner(), { wait: 12 }),
  sandBack(0.95),
);
const inputs = fc.record({
  stack: fc.array(layers, { minLength: 1, maxLength: 6 }),
  wood: fc.constantFrom(OAK, MAPLE, PINE),
  preparation: fc.record({
    grit: fc.constantFrom(80, 120, 180, 220, 320),
    grits: fc.constantFrom([], [80], [80, 120], [150, 120]),
    conditioner: fc.boolean(),
    preWet: fc.boolean(),
    grainRaised: fc.boolean(),
    texture: fc.constantFrom('plain' as const, 'charred' as const),
    oldFinish: fc.boolean(),
    dust: fc.constantFrom('vacuum' as const, 'tack cloth' as const, 'solvent wipe' as const),
    veneer: fc.boolean(),
    contaminated: fc.boolean(),
  }),
  zones: fc.constantFrom<RuleInput['zones']>(['face'], ['face', 'end', 'edge']),
  area: fc.constantFrom(0.05, 4),
  sunlit: fc.boolean(),
  tools: fc.constantFrom(ALL_TOOLS, gun, noBooth),
  weather: fc.constantFrom(null, { temperature: 8, humidity: 85 }, { temperature: 14, humidity: 60 }),
  schools: fc.record(Object.fromEntries(SCHOOLS.map((s) => [s.id, fc.constantFrom(...s.options.map((o) => o.id))]))),
});

describe('remedies', () => {
  it('mend what they are for on any stack, and break nothing harder', () => {
    fc.assert(
      fc.property(inputs, (over) => {
        const input = on([], over as unknown as Partial<RuleInput>);
        for (const id of new Set(findings(input).map((f) => f.id))) mends(input, id);
      }),
      { numRuns: 150 },
    );
    // It is not enough to offer nothing.
    expect(offered.mending / offered.all).toBeGreaterThan(0.9);
  });
  it('leave what is on the board as it is', () => {
    const input = on([dye(), satin(2, { method: 'brushed' })], { done: 2 });
    expect(findings(input).find((f) => f.id === 'wakes-below')?.remedy).toBeNull();
  });
  it('never stop an odd stack: every kind of layer may stand alone', () => {
    for (const kind of LAYER_KINDS) expect(() => findings(on([newLayer(kind)]))).not.toThrow();
  });
});

describe('remedies of rules', () => {
  /** What taking remedies one after the other comes to: the findings that were mended, in turn. */
  const followed = (input: RuleInput, id: string): string[] => {
    const steps: string[] = [];
    const seen = new Set([JSON.stringify([input.stack, input.preparation])]);
    let now = input;
    let next: string | undefined = id;
    for (let step = 0; step < 6 && next; step++) {
      const all = findings(now);
      const finding = all.find((f) => f.id === next);
      const remedy = finding && remedyFor(now, finding, all);
      if (!remedy) break;
      steps.push(`${next}: ${remedy.label}`);
      const before = new Set(all.map((f) => f.id));
      now = remedied(now, remedy);
      const state = JSON.stringify([now.stack, now.preparation]);
      if (seen.has(state)) return [...steps, 'round again'];
      seen.add(state);
      // What this remedy raised, and before was not said, is mended next.
      next = findings(now).find((f) => !before.has(f.id) && f.remedy)?.id;
    }
    return steps;
  };
  it.each(Object.entries(RULE_CASES))(
    '%s: what its remedy raises is not mended by taking it back',
    (id, { breaks }) => {
      for (const first of new Set(findings(breaks).map((f) => f.id)))
        expect(followed(breaks, first), id).not.toContain('round again');
    },
  );
  it('never chase one another, on any stack', () => {
    fc.assert(
      fc.property(inputs, (over) => {
        const input = on([], over as unknown as Partial<RuleInput>);
        for (const id of new Set(findings(input).map((f) => f.id)))
          expect(followed(input, id), id).not.toContain('round again');
      }),
      { numRuns: 60 },
    );
  });
  it('a wait: too soon, within its window and not shorter than usual, all in one', () => {
    const waits = (wait: number) =>
      broken(on([set(conditioner(), { wait }), stain(), varnish()], { weather: { temperature: 12, humidity: 70 } }));
    const input = on([set(conditioner(), { wait: 5 }), stain(), varnish()]);
    const [finding] = findings(input).filter((f) => f.id === 'conditioner-window');
    const stack = finding?.remedy?.change.stack ?? [];
    expect(broken({ ...input, stack })).not.toEqual(expect.arrayContaining(['conditioner-window']));
    expect(broken({ ...input, stack }).filter((id) => ['too-soon', 'hurried'].includes(id))).toEqual([]);
    expect(waits(0.05)).toContain('conditioner-window');
  });
  it('coats that are planned closer together than they dry', () => {
    const run = (apart?: number) => broken(on([varnish(4, apart === undefined ? {} : { apart })]));
    expect(run()).not.toContain('coats-too-soon');
    expect(run(1)).toContain('coats-too-soon');
    expect(run(24)).not.toContain('coats-too-soon');
  });
  it('a very dark stain without a ladder is known by what the shop said of it, else by its name', () => {
    const tin = { ...(BENCH.colourants['tin-walnut'] as Colourant), unknown: true };
    const asked = (over: object) => {
      const colourants = { ...MATERIALS.colourants, tin: { ...tin, id: 'tin', ...over } };
      return broken(
        on([newLayer('wiping-stain', { colours: { tin: 1 }, wait: 18 }), varnish()], {
          materials: { ...MATERIALS, colourants },
        }),
      );
    };
    expect(asked({ name: 'Ebony' })).toContain('dark-oil-stain');
    expect(asked({ name: 'Straw' })).not.toContain('dark-oil-stain');
    expect(asked({ name: 'Straw', dark: true })).toContain('dark-oil-stain');
    expect(asked({ name: 'Ebony', dark: false })).not.toContain('dark-oil-stain');
  });
});

describe('what was decided', () => {
  it('is said quietly, with the layer or the wood', () => {
    const [left] = findings(on([{ ...dye(), accepted: ['no-clear'] }])).filter((f) => f.id === 'no-clear');
    expect(left?.accepted).toBe(true);
    const input = on([stain()], p({ preWet: true, accepted: ['wet-under-oil'] }));
    expect(findings(input).find((f) => f.id === 'wet-under-oil')?.accepted).toBe(true);
  });
});

describe('the wet edge', () => {
  it('is longest in oil and shortest in solvent (common practice)', () => {
    expect(wetEdgeArea('wiping-stain', 'oil')).toBeGreaterThan(wetEdgeArea('wiping-stain', 'water'));
    expect(wetEdgeArea('dye', 'solvent')).toBeLessThan(wetEdgeArea('dye', 'water'));
  });
});
