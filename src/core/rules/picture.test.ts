/** A rule and the picture beside it say the same: what a rule says of a look is what is foreseen. */
import { describe, expect, it } from 'vitest';
import { RULE_CASES, set } from '../../../test/fixtures/rule-cases.ts';
import { predict, type StageLook } from '../board/predict.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { labOf } from '../colour/lab.ts';
import { nth } from '../known.ts';
import type { Layer, Stack } from '../layers/layer.ts';
import { RULES, type RuleInput } from './index.ts';

const looks = ({ stack, wood, materials, preparation }: RuleInput, zone?: 'end' | 'edge'): readonly StageLook[] =>
  predict(stack, wood, materials, { preparation, ...(zone ? { zone } : {}) });
const end = (input: RuleInput, zone?: 'end' | 'edge'): StageLook => looks(input, zone).at(-1) as StageLook;
const lab = (input: RuleInput, zone?: 'end' | 'edge') => nth(end(input, zone).labs, 0);
const lightness = (input: RuleInput, zone?: 'end' | 'edge') => nth(lab(input, zone), 0);
const chroma = (input: RuleInput) => Math.hypot(nth(lab(input), 1), nth(lab(input), 2));
const apart = (p: RuleInput, q: RuleInput) => deltaE00(lab(p), lab(q));
const withStack = (input: RuleInput, stack: Stack): RuleInput => ({ ...input, stack });
const withPreparation = (input: RuleInput, over: Partial<RuleInput['preparation']>): RuleInput => ({
  ...input,
  preparation: { ...input.preparation, ...over },
});
const layer = (input: RuleInput, at: number, over: Partial<Layer>, settings: Layer['settings'] = {}) =>
  withStack(
    input,
    input.stack.map((l, i) => (i === at ? set(l, over, settings) : l)),
  );
const without = (input: RuleInput, at: number) =>
  withStack(
    input,
    input.stack.filter((_, i) => i !== at),
  );
/** How far a layer moves what is seen at the end. */
const moves = (input: RuleInput, at: number) => apart(input, without(input, at));
const reversed = (input: RuleInput) => withStack(input, [...input.stack].reverse());
const alone = (input: RuleInput, at: number) => withStack(input, [nth(input.stack, at)]);

/** Lightness of the flat ground. */
const ground = ({ tissues }: StageLook) => labOf(nth(tissues, 0).dry)[0];
/** The same with dyes that are lifted so much. */
const lifting = (input: RuleInput, lift: number): RuleInput => ({
  ...input,
  materials: {
    ...input.materials,
    colourants: Object.fromEntries(
      Object.entries(input.materials.colourants).map(([id, c]) => [id, c.kind === 'dye' ? { ...c, lift } : c]),
    ),
  },
});

/** What each rule says of a look, as it is foreseen of the stack that breaks it. */
const SHOWN: Record<string, (breaks: RuleInput) => void> = {
  'too-fine-for-pigment': (b) => expect(lightness(b)).toBeGreaterThan(lightness(withPreparation(b, { grit: 180 }))),
  'too-coarse-for-dye': (b) => expect(lightness(b)).toBeLessThan(lightness(withPreparation(b, { grit: 180 }))),
  'stop-grit': (b) => expect(apart(b, withPreparation(b, { grit: 180 }))).toBeGreaterThan(0.3),
  'char-takes-no-dye': (b) =>
    expect(moves(b, 0)).toBeLessThan(0.4 * moves(withPreparation(b, { texture: 'plain' }), 0)),
  'dye-on-old-finish': (b) =>
    expect(moves(b, 0)).toBeLessThan(0.3 * moves(withPreparation(b, { oldFinish: false }), 0)),
  'end-grain': (b) => expect(lightness(b, 'end')).toBeLessThan(lightness(b) - 1),
  'panel-edges': (b) => expect(lightness(b, 'edge')).toBeLessThan(lightness(b) - 1),
  'wakes-below': (b) => expect(apart(b, layer(b, 1, { method: 'sprayed' }))).toBeGreaterThan(0.3),
  'colour-on-sealed': (b) => expect(moves(b, 1)).toBeLessThan(0.3 * moves(alone(b, 1), 0)),
  'stain-on-sealed': (b) => expect(moves(b, 1)).toBeLessThan(0.3 * moves(alone(b, 1), 0)),
  'oil-over-film': (b) => expect(moves(b, 1)).toBeLessThan(0.3 * moves(alone(b, 1), 0)),
  'water-dye-over-oil': (b) => expect(moves(b, 1)).toBeLessThan(moves(without(b, 0), 0)),
  'conditioner-late': (b) => expect(moves(b, 1)).toBeGreaterThan(0.3),
  'bleach-late': (b) => expect(lightness(b)).toBeGreaterThan(lightness(alone(b, 0)) + 1),
  'bleach-left-in': (b) => expect(lightness(b)).toBeGreaterThan(lightness(layer(b, 0, { wait: 24 }))),
  'reactive-late': (b) => expect(apart(b, reversed(b))).toBeGreaterThan(0.3),
  'opaque-hides': (b) => expect(moves(b, 0)).toBeLessThan(2),
  'glaze-on-bare': (b) => expect(apart(b, RULE_CASES['glaze-on-bare']?.keeps as RuleInput)).toBeGreaterThan(1),
  'filler-on-colour': (b) => expect(moves(b, 1)).toBeGreaterThan(0.3),
  'filler-not-sanded': (b) =>
    expect(apart(b, RULE_CASES['filler-not-sanded']?.keeps as RuleInput)).toBeGreaterThan(0.3),
  'filler-without-pores': (b) =>
    expect(moves(b, 1)).toBeLessThan(moves(RULE_CASES['filler-without-pores']?.keeps as RuleInput, 1)),
  'grain-glaze-on-fine': (b) =>
    expect(moves(b, 1)).toBeLessThan(moves(RULE_CASES['grain-glaze-on-fine']?.keeps as RuleInput, 1)),
  'grain-glaze-on-closed': (b) =>
    expect(moves(b, 1)).toBeLessThan(moves(RULE_CASES['grain-glaze-on-closed']?.keeps as RuleInput, 1)),
  'soft-wood-one-seal': (b) => expect(apart(b, layer(b, 0, {}, { coats: 2 }))).toBeGreaterThan(0.3),
  'pot-cancels': (b) => expect(chroma(b)).toBeLessThan(chroma(layer(b, 0, { colours: { yellow: 3, red: 3 } }))),
  'too-little-to-matter': (b) => expect(apart(b, layer(b, 0, { colours: { soot: 6 } }))).toBeLessThan(0.5),
  muddy: (b) => expect(end(b).contrast).toBeLessThan(end(RULE_CASES.muddy?.keeps as RuleInput).contrast),
  'ambers-pale': (b) =>
    expect(nth(lab(b), 2)).toBeGreaterThan(nth(lab(RULE_CASES['ambers-pale']?.keeps as RuleInput), 2)),
  'no-tannin': (b) => expect(moves(b, 0)).toBeLessThan(0.5 * moves(RULE_CASES['no-tannin']?.keeps as RuleInput, 0)),
  'lift-not-tested': (b) => expect(apart(b, lifting(b, 0))).toBeGreaterThan(0.1),
  'very-dark-by-gel': (b) => expect(lightness(b)).toBeLessThan(35),
  'further-coats-nothing': (b) => expect(apart(b, layer(b, 0, {}, { coats: 2 }))).toBeLessThan(1),
  'dark-oil-stain': (b) => expect(lightness(b)).toBeGreaterThan(lightness(layer(b, 0, { wait: 120 }))),
  'pulled-up': (b) => expect(lightness(b)).toBeGreaterThan(lightness(layer(b, 0, { wait: 24 }))),
  'washcoat-heavy': (b) => expect(moves(b, 1)).toBeLessThan(moves(RULE_CASES['washcoat-heavy']?.keeps as RuleInput, 1)),
  'colour-rubbed': (b) => expect(lightness(b)).toBeGreaterThan(lightness(layer(b, 0, { rub: undefined }))),
  blotches: (b) => expect(end(b).blotch).toBeGreaterThan(end(withPreparation(b, { conditioner: true })).blotch),
  'dye-blotches': (b) => expect(end(b).blotch).toBeGreaterThan(end(layer(b, 0, {}, { load: 1 })).blotch),
  'loud-rings': (b) => expect(end(b).contrast).toBeGreaterThan(nth(looks(b), 0).contrast),
  'conditioner-under-gel': (b) =>
    expect(lightness(b)).toBeGreaterThan(lightness(withPreparation(b, { conditioner: false }))),
  'conditioner-on-calm': (b) =>
    expect(lightness(b)).toBeGreaterThan(lightness(withPreparation(b, { conditioner: false }))),
  'sand-back-all': (b) => expect(ground(end(b))).toBeCloseTo(ground(nth(looks(b), 0)), 0),
};

/** Rules that say nothing of the colour of a sound coat: how it holds, dries, is worked, is measured, or fails in places. */
const NOT_OF_THE_LOOK = new Set(
  `grit-gap grit-order spot-sanded veneer-coarse veneer-sanded-back scratches-under-clear grain-not-raised wet-under-oil tack-cloth tack-cloth-pores wipe-dissolves contaminated old-finish-bond woods-sanded-apart dye-wakes-dye shellac-drags-dye waxed-under-film wax-under-film oil-under-water stain-under-water families-mixed lacquer-over-varnish stearate-twice glue-on-oil never-together apart-on-the-bench ink-late toner-on-bare no-clear nothing-in-pot gel-on-bare second-colour-unsealed glaze-not-locked glazes-in-a-row powder-wants-build filler-over-build pot-crowded pot-doubles at-its-strongest fades cold-on-dark parts-under-lamp lighter-than-wood colour-in-the-film too-soon coats-too-soon hurried linseed-soon window-shut conditioner-window filler-soon cold-shop damp-shop heat-on-colour damp-on-stain pot-life gel-soon few-coats first-clear-rubbed levelled-through wrong-thinner base-stranger conditioner-stranger over-thinned can-thinned retarder-in-heat last-unhardened nothing-to-rub-out rubbed-out-soon rubbed-through film-on-polish sheen-wished pores-wished not-rubbed-between too-thick sealer-heavy cut-heavy oil-coats glue-thin wool-on-water wool-on-tannin wet-on-water wet-school wet-on-colour build-for-use dye-laps stain-laps gel-drags glaze-by-hand powder-area lacquer-brushed-large lacquer-brushed flooded-large wiped-across uneven-foreseen no-gun toner-without-gun no-booth toner-without-booth isocyanate sprayed-by-school no-scale stays-tacky sets-before-wiped film-fat oil-bleeds opaque-thin glue-on-cotton`.split(
    /\s+/,
  ),
);

describe('a rule and the picture beside it', () => {
  it('each rule is known to tell of the look, or not to', () => {
    expect(RULES.map((r) => r.id).filter((id) => id in SHOWN === NOT_OF_THE_LOOK.has(id))).toEqual([]);
  });
  it.each(Object.entries(SHOWN))('%s is foreseen as it is said', (id, shown) => {
    shown(RULE_CASES[id]?.breaks as RuleInput);
  });
});
