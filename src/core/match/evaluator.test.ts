import { describe, expect, it } from 'vitest';
import {
  BENCH,
  clear,
  dye,
  filler,
  gel,
  glaze,
  ink,
  iron,
  looks,
  MAPLE,
  OAK,
  oil,
  paint,
  powder,
  sandBack,
  sealer,
  stain,
  toner,
  wipeBack,
} from '../../../test/fixtures/bench-materials.ts';
import { USUAL_PREPARATION } from '../board/preparation.ts';
import { UNTUNED } from '../board/state.ts';
import { isColoured, type Stack } from '../layers/layer.ts';
import { makeEvaluator } from './evaluator.ts';
import { type MatchProblem, ONLY_DAYLIGHT } from './problem.ts';
import { namedRoads } from './roads.ts';
import { search } from './search.ts';

const problemOf = (stack: Stack, over: Partial<MatchProblem> = {}): MatchProblem => ({
  target: { reflectance: looks([dye(), clear()])[2].reading, singleLight: false },
  lights: ONLY_DAYLIGHT,
  wood: OAK,
  materials: BENCH,
  preparation: USUAL_PREPARATION,
  tuning: UNTUNED,
  stack,
  open: stack.flatMap((l, layer) =>
    isColoured(l.kind) && Object.keys(l.colours).length > 0 ? [{ layer, colourants: Object.keys(l.colours) }] : [],
  ),
  ...over,
});

describe('the evaluator and the prediction agree', () => {
  it.each<[string, Stack]>([
    ['dyes', [dye({ honey: 3, soot: 2 }), clear()]],
    ['reactive colour', [iron(6), clear()]],
    ['two coats of iron, then more of it', [iron(4, { settings: { coats: 2 } }), iron(9), clear()]],
    ['the same dye twice', [dye({ soot: 3 }), dye({ soot: 5, honey: 1 }), clear()]],
    ['a dye wiped back, and dyed again', [dye({ soot: 3 }), wipeBack(0.5), dye({ soot: 4 }), clear()]],
    ['ink and dye', [ink(5), dye(), oil()]],
    ['stain, gel, glaze, powder', [stain(0.1), sealer(), gel(0.03), clear(), glaze(0.02), powder(0.1), clear()]],
    ['a ready-made stain, mixed', [stain({ 'tin-walnut': 0.6 }), clear()]],
    ['fillers', [sealer(), filler(0.05), clear()]],
    ['metal', [sealer(), filler({ copper: 0.2 }), clear()]],
    ['toner of dye and of pigment', [toner({ soot: 5 }), toner({ umber: 0.05 }, 1), clear()]],
    ['paint, sanded through', [dye(), paint({ umber: 0.1 }), sandBack(0.5), dye({ soot: 4 })]],
    ['dye over a washcoat', [sealer(), dye(8), clear()]],
  ])('%s', (_, stack) => {
    for (const wood of [OAK, MAPLE]) {
      const evaluator = makeEvaluator(problemOf(stack, { wood }));
      const amounts = evaluator.amountsOf(stack);
      const predicted = looks(stack, { wood })[stack.length].reading;
      evaluator.reading(amounts).forEach((r, i) => {
        expect(r).toBeCloseTo(predicted[i], 9);
      });
      expect(evaluator.stackOf(amounts).map((l) => Object.keys(l.colours).sort())).toEqual(
        stack.map((l) => Object.keys(l.colours).sort()),
      );
    }
  });
  it('after a reading too', () => {
    const stack = [dye(), sealer(), glaze(0.04), clear()];
    const measured = [{ layers: 1, reading: looks([dye()])[1].reading.map((r) => 0.93 * r) }];
    const problem = problemOf(stack, { measured, open: [{ layer: 2, colourants: ['umber', 'white'] }] });
    const evaluator = makeEvaluator(problem);
    const predicted = looks(stack, { measured })[4].reading;
    evaluator.reading(evaluator.amountsOf(stack)).forEach((r, i) => {
      expect(r).toBeCloseTo(predicted[i], 9);
    });
  });
});

describe('a search over odd shelves', () => {
  const second = { ...BENCH.colourants.carbon, id: 'bone', name: 'bone' };
  const materials = { ...BENCH, colourants: { ...BENCH.colourants, bone: second } };
  it('with two inks on the shelf takes one of them', () => {
    const stack = [ink({}), clear()];
    const problem = problemOf(stack, { materials, open: [{ layer: 0, colourants: ['carbon', 'bone'] }] });
    const roads = search(problem);
    for (const road of roads) expect(road.colourants.length).toBeLessThanOrEqual(1);
    expect(namedRoads(roads, problem, 1)[0].looks).toHaveLength(3);
  });
  it('never mixes a dye and a pigment in one toner', () => {
    const stack = [sealer(), toner({}), clear()];
    const colourants = ['honey', 'soot', 'wet-umber'];
    const roads = search(problemOf(stack, { open: [{ layer: 1, colourants }] }));
    expect(roads.length).toBeGreaterThan(2);
    for (const road of roads) if (road.colourants.includes('wet-umber')) expect(road.colourants).toEqual(['wet-umber']);
  });
  it('finds what a reactive layer was made with', () => {
    const stack = [iron(6), clear()];
    const target = { reflectance: looks(stack)[2].reading, singleLight: false };
    const [road] = search(problemOf([iron({}), clear()], { target, open: [{ layer: 0, colourants: ['iron'] }] }));
    expect(road.stack[0].colours.iron).toBeCloseTo(6, 1);
  });
});
