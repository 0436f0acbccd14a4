import { describe, expect, it } from 'vitest';
import { BENCH, clear, dye, end, glaze, OAK, sealer } from '../../../test/fixtures/bench-materials.ts';
import { USUAL_PREPARATION } from '../board/preparation.ts';
import { UNTUNED } from '../board/state.ts';
import { newLayer, type Stack } from '../layers/layer.ts';
import { type Journey, journeyOf, prospectOf } from './as-read.ts';
import { makeEvaluator } from './evaluator.ts';
import { type MatchProblem, ONLY_DAYLIGHT, type Opening } from './problem.ts';
import { allowedStray, chanceWithin, outlookOf, promiseActsOf, rangeOf } from './risk.ts';

const journey = (over: Partial<Journey>): Journey => ({
  miss: new Float64Array(3),
  strays: [{ layer: 0, move: Float64Array.of(1, 0, 0) }],
  answers: [],
  ...over,
});
const answer = (least: number, most: number, move = [2, 0, 0]) => ({
  layer: 1,
  move: Float64Array.from(move),
  least,
  most,
});
/** Distribution function of the standard normal at 0.5, 1 and 2.5: any table of it. */
const PHI = { half: 0.6915, one: 0.8413, twoAndHalf: 0.9938 };
const near = (p: number, expected: number, within = 0.02) => expect(Math.abs(p - expected)).toBeLessThan(within);

describe('boards that are read on the way', () => {
  it('without anything above to answer with, a stray stays as it is', () => {
    near(prospectOf(journey({}), 1e-4, 1).chance, 2 * PHI.one - 1);
    near(prospectOf(journey({}), 1e-4, 0.5).chance, 2 * PHI.half - 1);
    // What lies below cannot answer for what lies above it.
    const below = journey({ strays: [{ layer: 2, move: Float64Array.of(1, 0, 0) }], answers: [answer(-1, 1)] });
    near(prospectOf(below, 1e-4, 1).chance, 2 * PHI.one - 1);
  });
  it('what can be given and taken answers it but for what a reading does not tell', () => {
    const told = prospectOf(journey({ answers: [answer(-9, 9)] }), 1e-4, 0.5);
    near(told.chance, 2 * PHI.twoAndHalf - 1);
    expect(told.range[1]).toBeLessThan(0.4);
  });
  it('what can only be given answers one side of it', () => {
    // Too little is made up for; too much stays.
    near(prospectOf(journey({ answers: [answer(0, 9)] }), 1e-4, 1).chance, PHI.one);
    // A colour that points elsewhere is no answer.
    near(prospectOf(journey({ answers: [answer(0, 9, [0, 2, 0])] }), 1e-4, 1).chance, 2 * PHI.one - 1);
  });
  it('what the recipe itself misses by stays: a road that is far off is not made good by what might follow', () => {
    const off = { miss: Float64Array.of(-3, 0, 0), answers: [answer(-9, 9)] };
    expect(prospectOf(journey(off), 0.1, 1).chance).toBe(0);
  });
});

describe('the journey of a recipe', () => {
  const stack: Stack = [dye({ honey: 6, soot: 3 }), sealer(), glaze({ umber: 0.012 }), clear(1)];
  const problemOf = (stack: Stack, open: Opening[]): MatchProblem => ({
    target: { reflectance: end(stack).reading, singleLight: false },
    lights: ONLY_DAYLIGHT,
    wood: OAK,
    materials: BENCH,
    preparation: USUAL_PREPARATION,
    tuning: UNTUNED,
    stack,
    open,
  });
  const of = (stack: Stack, open: Opening[], tolerance: number) => {
    const problem = problemOf(stack, open);
    const evaluator = makeEvaluator(problem);
    const amounts = evaluator.amountsOf(stack);
    const blind = outlookOf(problem, evaluator, amounts);
    return {
      blind: { chance: chanceWithin(blind, 0.25, tolerance), range: rangeOf(blind, 0.25) },
      read: prospectOf(journeyOf(problem, evaluator, amounts), 0.25, tolerance),
    };
  };
  const inWood = { layer: 0, colourants: ['honey', 'soot'] };
  it('is likelier to pass than one made blind, and more so with more colours to answer with', () => {
    const own = of(stack, [inWood, { layer: 2, colourants: ['umber'] }], 1);
    const offered = of(stack, [inWood, { layer: 2, colourants: ['umber', 'white'] }], 1);
    expect(own.read.chance).toBeGreaterThan(own.blind.chance + 0.03);
    expect(offered.read.chance).toBeGreaterThanOrEqual(own.read.chance);
    expect(offered.read.range[1]).toBeLessThan(own.blind.range[1]);
  });
  it('with one layer of colour is that of a recipe made blind', () => {
    const alone = of([dye({ honey: 6, soot: 3 }), clear(1)], [inWood], 1.5);
    near(alone.read.chance, alone.blind.chance, 0.03);
    near(alone.read.range[1] / alone.blind.range[1], 1, 0.05);
  });
  it('is promised with what its coats and the bodies of its films are in doubt of, one that is on no more', () => {
    const problem = problemOf(stack, []);
    const layers = (p: MatchProblem) => promiseActsOf(p).map((act) => act.layer);
    expect(layers(problem)).toEqual([1, 3, 2]);
    expect(layers({ ...problem, stack: stack.map((l, i) => (i === 1 ? { ...l, off: true } : l)) })).toEqual([3, 2]);
    const on = [{ layers: 3, reading: end(stack).reading }];
    expect(layers({ ...problem, measured: on })).toEqual([3]);
    // A coat so thick that nothing shows through is in doubt of its own colour all the same.
    const hiding = [newLayer('opaque', { colours: { umber: 0.3 } })];
    const spread = 0.1;
    expect(allowedStray({ ...problemOf(hiding, [{ layer: 0, colourants: ['umber'] }]), spread })).toBeGreaterThan(1);
  });
});
