import { predict, UNTUNED, USUAL_PREPARATION, type Wood } from '../src/core/board/index.ts';
import { reflectanceFromLab, WAVELENGTHS } from '../src/core/colour/index.ts';
import type { Carrier } from '../src/core/kinds/index.ts';
import {
  type Colourant,
  goesIn,
  type Layer,
  type Materials,
  type Medium,
  newLayer,
  type Stack,
} from '../src/core/layers/index.ts';
import {
  makeEvaluator,
  ONLY_DAYLIGHT,
  outlookOf,
  polish,
  rankOf,
  riskOf,
  type SystemProblem,
  systemSteps,
  systemsOf,
} from '../src/core/match/index.ts';
import { chanceOf } from '../src/workshop/chance.ts';
import { median, sized } from './ratio.ts';

const PROBLEMS = sized(30, 1);
const MOST_PER_LAYER = 3;
/** Colours of each kind on a shelf of sixty things, with four mediums. */
const SHELF: readonly [Colourant['kind'], Carrier, number, number][] = [
  ['dye', 'water', 22, 25],
  ['dye', 'solvent', 8, 25],
  ['ink', 'water', 3, 30],
  ['pigment', 'water', 9, 0.3],
  ['pigment', 'oil', 6, 0.3],
  ['stain', 'oil', 8, 1],
];

function shelf(): Materials {
  const colourants = SHELF.flatMap(([kind, carrier, count, maxStrength]) =>
    Array.from({ length: count }, (_, i): Colourant => {
      const id = `${kind}-${carrier}-${i}`;
      const chance = chanceOf('shelf', id);
      const height = goesIn(kind) ? 0.4 : kind === 'stain' ? 1.5 : 9;
      const centre = 410 + 280 * chance.even();
      const width = 25 + 70 * chance.even();
      const floor = 0.12 * chance.even() * height;
      const scatter = goesIn(kind) ? 0 : (kind === 'stain' ? 0.4 : 3) * chance.even();
      return {
        id,
        name: id,
        kind,
        carrier,
        maxStrength,
        absorption: WAVELENGTHS.map((nm) => floor + height * Math.exp(-(((nm - centre) / width) ** 2) / 2)),
        scatter: new Array<number>(31).fill(scatter),
        exponent: goesIn(kind) ? 0.8 + 0.15 * chance.even() : 1,
        costPerGram: 1,
      };
    }),
  );
  const medium = (id: string, kind: Medium['kind'], carrier: Carrier, tint: number): Medium => ({
    id,
    name: id,
    kind,
    carrier,
    k2: kind === 'clear' ? 0.56 : 0.5,
    tint: new Array<number>(31).fill(tint),
  });
  const mediums = [
    medium('satin', 'clear', 'water', 0.005),
    medium('varnish', 'clear', 'oil', 0.02),
    medium('shellac', 'sealer', 'alcohol', 0.003),
    medium('linseed', 'oil', 'oil', 0.02),
  ];
  return {
    colourants: Object.fromEntries(colourants.map((c) => [c.id, c])),
    mediums: Object.fromEntries(mediums.map((m) => [m.id, m])),
    supplies: {},
  };
}

const wood: Wood = {
  id: 'oak',
  name: 'oak',
  figure: 'oak',
  tannin: 3,
  tissues: [
    { name: 'ground', fraction: 0.64, reflectance: Array.from(reflectanceFromLab([68, 6, 20])), dye: 1, hold: 1 },
    { name: 'grain', fraction: 0.24, reflectance: Array.from(reflectanceFromLab([61, 7, 21])), dye: 1.3, hold: 1.2 },
    { name: 'pore', fraction: 0.12, reflectance: Array.from(reflectanceFromLab([45, 9, 18])), dye: 1.5, hold: 1.3 },
  ],
};

/** The n-th target: a dye of three, a glaze of two, a clear; wobbled, so that nothing makes it exactly. */
function problemNumber(n: number, materials: Materials): SystemProblem {
  const chance = chanceOf('system problem', n);
  const some = (kind: Colourant['kind'], carrier: Carrier, count: number, most: number) =>
    Object.fromEntries(
      chance
        .some(
          Object.values(materials.colourants).filter((c) => c.kind === kind && c.carrier === carrier),
          count,
        )
        .map((c) => [c.id, most * (0.1 + 0.9 * chance.even())]),
    );
  const secret: Stack = [
    newLayer('dye', { colours: some('dye', 'water', 3, 7) }),
    newLayer('sealer', { medium: 'shellac' }),
    newLayer('glaze', { colours: some('pigment', 'water', 2, 0.06) }),
    newLayer('clear', { medium: 'varnish', settings: { coats: 1 } }),
  ];
  const looks = predict(secret, wood, materials);
  const reading = looks[secret.length]?.reading ?? new Float64Array(31);
  return {
    target: { reflectance: reading.map((r, i) => r * (1 + 0.03 * Math.sin(i / 4 + n))), singleLight: false },
    lights: ONLY_DAYLIGHT,
    wood,
    materials,
    preparation: USUAL_PREPARATION,
    tuning: UNTUNED,
    stack: [],
  };
}

/** Plain random restarts: a system by chance, colours by chance, a start by chance, polished; over and over. */
function byRandomRestarts(problem: SystemProblem, materials: Materials, ms: number, seed: number): number {
  const offer = { materials, without: [], barred: [] };
  const chance = chanceOf('restarts', seed);
  const systems = systemsOf(problem, offer)
    .flat()
    .map(({ parts, ...system }) => {
      const asked = { ...problem, ...system };
      return { parts, asked, evaluator: makeEvaluator(asked) };
    });
  let best = Number.POSITIVE_INFINITY;
  const until = performance.now() + ms;
  while (performance.now() < until) {
    const { parts, asked, evaluator } = chance.pick(systems);
    const layers = [...new Set(evaluator.variables.map((v) => v.layer))];
    const picked = layers.flatMap((layer) => {
      const own = evaluator.variables.flatMap((v, i) => (v.layer === layer ? [i] : []));
      // One pot holds colours of one kind and one solvent.
      const first = materials.colourants[evaluator.variables[chance.pick(own)]?.colourant ?? ''];
      const fits = own.filter((i) => {
        const c = materials.colourants[evaluator.variables[i]?.colourant ?? ''];
        return c?.kind === first?.kind && c?.carrier === first?.carrier;
      });
      const mostColours = (asked.stack[layer] as Layer).kind === 'ink' ? 1 : MOST_PER_LAYER;
      return chance.some(fits, 1 + Math.floor(mostColours * chance.even()));
    });
    const start = picked.map((v) => (evaluator.variables[v]?.most ?? 0) * 0.5 * chance.even());
    const { amounts, cost } = polish(evaluator, picked, start);
    const risk = riskOf(outlookOf(asked, evaluator, amounts));
    best = Math.min(best, rankOf({ cost, risk }, parts));
  }
  return best;
}

export function benchmarkSystems(): void {
  const materials = shelf();
  const offer = { materials, without: [], barred: [] };
  const ours: number[] = [];
  let worse = 0;
  let largest = 0;
  let first = 0;
  for (let n = 1; n <= PROBLEMS; n++) {
    const problem = problemNumber(n, materials);
    const begun = performance.now();
    const steps = systemSteps(problem, offer, { mostPerLayer: MOST_PER_LAYER });
    let seen = 0;
    let step = steps.next();
    for (; !step.done; step = steps.next()) if (step.value.best && seen === 0) seen = performance.now() - begun;
    const ms = performance.now() - begun;
    ours.push(ms);
    first += seen / PROBLEMS;
    const rank = step.value[0]?.rank ?? Number.POSITIVE_INFINITY;
    const theirs = byRandomRestarts(problem, materials, ms, n);
    if (rank > theirs + 1e-6) worse++;
    largest = Math.max(largest, rank - theirs);
  }
  console.log(
    `Whole systems over a shelf of 60: ${(median(ours) / 1000).toFixed(1)} s in the median, ${(Math.max(...ours) / 1000).toFixed(1)} s at most (wanted under 10 s); ` +
      `the first best after ${(first / 1000).toFixed(2)} s; worse than random restarts in equal time on ${worse} of ${PROBLEMS} (wanted 0; largest excess ${largest.toExponential(1)} in squared ΔE00)`,
  );
}
