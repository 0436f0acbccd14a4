import { predict, UNTUNED, USUAL_PREPARATION } from '../src/core/board/index.ts';
import { type Materials, newLayer, type Stack } from '../src/core/layers/index.ts';
import { lossEachAlone, type MatchProblem, ONLY_DAYLIGHT, roundToSteps, scaleSteps } from '../src/core/match/index.ts';
import shelf from '../src/demo/shelf.json' with { type: 'json' };
import { median, sized } from './ratio.ts';

const STACKS = sized(40, 2);
/** Litres of dye, sealer, glaze, toner, clear. */
const LITRES = [0.25, 1, 0.1, 0.1, 1];
/** A scale of a hundredth of a gram, one of a tenth, and an eighth of a teaspoon of powder. */
const STEPS = [0.01, 0.1, 0.3];

const withId = (things: object) =>
  Object.fromEntries(Object.entries(things).map(([id, thing]) => [id, { id, ...thing }]));
const materials = { colourants: withId(shelf.colourants), mediums: withId(shelf.mediums) } as unknown as Materials;
const COLOURS = Object.values(materials.colourants);
const wood = shelf.woods.find((w) => w.id === 'birch') as unknown as MatchProblem['wood'];

const even = (n: number) => {
  const x = Math.sin(n * 12.9898) * 43758.5453;
  return x - Math.floor(x);
};

/** Four dyes, a glaze of three pigments, a toner of two more dyes. */
function stackNumber(n: number): Stack {
  const of = (kind: string) => COLOURS.filter((c) => c.kind === kind && c.carrier === 'water').map((c) => c.id);
  const some = (ids: string[], count: number, from: number, most: number, seed: number) => {
    const order = ids.map((id, i) => ({ id, at: even(seed + i * 17) })).sort((p, q) => p.at - q.at);
    return Object.fromEntries(
      order.slice(from, from + count).map(({ id }, i) => [id, most * (0.1 + 0.9 * even(seed + 5 + i))]),
    );
  };
  return [
    newLayer('dye', { colours: some(of('dye'), 4, 0, 6, n * 31) }),
    newLayer('sealer', { medium: 'blonde-shellac' }),
    newLayer('glaze', { colours: some(of('pigment'), 3, 0, 0.08, n * 37) }),
    newLayer('toner', { medium: 'water-satin', colours: some(of('dye'), 2, 4, 2, n * 31) }),
    newLayer('clear', { medium: 'water-satin' }),
  ];
}

/** What joint rounding of nine pours saves, on a fine scale and on a coarse one; both ways timed in turn. */
export function benchmarkPour(): void {
  for (const grams of STEPS) {
    const losses: { one: number; joint: number }[] = [];
    const times: { one: number; joint: number }[] = [];
    // The first is not counted: it is what the engine learns the code by.
    for (let n = 0; n <= STACKS; n++) {
      const stack = stackNumber(n);
      const final = predict(stack, wood, materials).at(-1);
      if (!final) throw new Error('A stack has a last stage.');
      const problem: MatchProblem = {
        target: { reflectance: final.reading, singleLight: false },
        lights: ONLY_DAYLIGHT,
        wood,
        materials,
        preparation: USUAL_PREPARATION,
        tuning: UNTUNED,
        stack,
        open: stack.flatMap((layer, i) => {
          const colourants = Object.keys(layer.colours);
          return colourants.length > 0 ? [{ layer: i, colourants }] : [];
        }),
      };
      const steps = scaleSteps(materials, LITRES, grams);
      const start = performance.now();
      const one = lossEachAlone(problem, stack, steps);
      const half = performance.now();
      const joint = roundToSteps(problem, stack, steps).loss;
      if (n === 0) continue;
      losses.push({ one, joint });
      times.push({ one: half - start, joint: performance.now() - half });
    }
    const worse = losses.filter((l) => l.joint > l.one + 1e-9).length;
    console.log(
      `Rounding of 4 + 3 + 2 pours to ${grams} g, ${STACKS} stacks: median ΔE00 lost ${median(losses.map((l) => l.one)).toFixed(3)} each alone, ` +
        `${median(losses.map((l) => l.joint)).toFixed(3)} together (wanted half); largest ${Math.max(...losses.map((l) => l.one)).toFixed(2)} and ` +
        `${Math.max(...losses.map((l) => l.joint)).toFixed(2)}; worse on ${worse} (wanted none); ` +
        `${median(times.map((t) => t.one)).toFixed(0)} ms and ${median(times.map((t) => t.joint)).toFixed(0)} ms, ` +
        `at most ${Math.max(...times.map((t) => t.joint)).toFixed(0)} ms (wanted 100)`,
    );
  }
}
