import { showsIn } from '../src/core/board/in-wood.ts';
import { assemble, compileStack, type Film, type Wood } from '../src/core/board/index.ts';
import { reflectanceFromLab, WAVELENGTHS } from '../src/core/colour/index.ts';
import { type Materials, newLayer } from '../src/core/layers/index.ts';
import { runProgram } from '../src/core/optics/index.ts';
import { ratioOf, say, sized } from './ratio.ts';

const CALLS = sized(300, 3);
const flat = (v: number) => new Array<number>(31).fill(v);

const materials: Materials = {
  supplies: {},
  colourants: {
    honey: {
      id: 'honey',
      name: 'honey',
      kind: 'dye',
      carrier: 'water',
      maxStrength: 25,
      absorption: flat(0.2),
      scatter: flat(0),
      exponent: 0.88,
      costPerGram: 0,
    },
    umber: {
      id: 'umber',
      name: 'umber',
      kind: 'pigment',
      carrier: 'oil',
      maxStrength: 0.3,
      absorption: flat(8),
      scatter: flat(1.5),
      exponent: 1,
      costPerGram: 0,
    },
  },
  mediums: {
    shellac: { id: 'shellac', name: 'shellac', kind: 'sealer', carrier: 'alcohol', k2: 0.5, tint: flat(0.01) },
    clear: { id: 'clear', name: 'clear', kind: 'clear', carrier: 'water', k2: 0.56, tint: flat(0.01) },
  },
};
const wood: Wood = {
  id: 'ash',
  name: 'ash',
  figure: 'ash',
  tannin: 1,
  tissues: (['ground', 'grain', 'pore'] as const).map((name, i) => ({
    name,
    fraction: [0.65, 0.25, 0.1][i],
    reflectance: Array.from(reflectanceFromLab([78 - 9 * i, 5, 19])),
    dye: 1 + 0.2 * i,
    hold: 1 + 0.2 * i,
  })),
};
const stack = [
  newLayer('dye', { colours: { honey: 5 } }),
  newLayer('sealer', { medium: 'shellac' }),
  newLayer('glaze', { colours: { umber: 0.08 } }),
  newLayer('clear', { medium: 'clear' }),
  newLayer('clear', { medium: 'clear' }),
];

type Curve = Record<number, number>;
interface PlainSurface {
  k1: number;
  k2: number;
}
interface PlainTissue {
  fraction: number;
  reflectance: Curve;
  dye: number;
  film: number;
}
type PlainLayer =
  | { kind: 'dye'; curves: { amount: number; absorption: Curve }[]; surface: PlainSurface }
  | { kind: 'film'; curves: { amount: number; absorption: Curve; scatter: Curve }[]; surface: PlainSurface }
  | { kind: 'clear'; coats: number; tint: Curve; surface: PlainSurface };

/** The same formulas as one would first write them down: an object per spectrum, a new one at each step. */
function plainPrediction(layers: PlainLayer[], tissues: PlainTissue[], bare: PlainSurface): Curve[] {
  const map = (curve: Curve, f: (r: number, nm: number) => number): Curve =>
    Object.fromEntries(Object.entries(curve).map(([nm, r]) => [nm, f(r, Number(nm))]));
  const add = (a: Curve, b: Curve) => map(a, (v, nm) => v + b[nm]);
  const under = (s: PlainSurface) => (r: number) => {
    const inside = (r - s.k1) / (1 - s.k1);
    return inside / (1 - s.k2 + s.k2 * inside);
  };
  const through = (s: PlainSurface) => (r: number) => s.k1 + ((1 - s.k1) * (1 - s.k2) * r) / (1 - s.k2 * r);
  const zero = map(tissues[0].reflectance, () => 0);
  const mean = (states: { fraction: number; curve: Curve }[], s: PlainSurface) =>
    states.map((t) => map(t.curve, (r) => t.fraction * through(s)(r))).reduce(add, zero);
  let states = tissues.map((t) => ({ ...t, curve: map(t.reflectance, under(bare)) }));
  const stages = [mean(states, bare)];
  for (const layer of layers) {
    states = states.map((t) => {
      if (layer.kind === 'clear')
        return { ...t, curve: map(t.curve, (r, nm) => r * Math.exp(-2 * layer.coats * layer.tint[nm])) };
      const absorption = layer.curves.map((c) => map(c.absorption, (k) => k * c.amount)).reduce(add, zero);
      if (layer.kind === 'dye') {
        const ratio = map(t.curve, (r, nm) => (1 - r) ** 2 / (2 * r) + t.dye * absorption[nm]);
        return { ...t, curve: map(ratio, (k) => 1 + k - Math.sqrt(k * k + 2 * k)) };
      }
      const scatter = layer.curves.map((c) => map(c.scatter, (s) => s * c.amount)).reduce(add, zero);
      return {
        ...t,
        curve: map(t.curve, (g, nm) => {
          const S = scatter[nm] * t.film;
          const a = 1 + absorption[nm] / scatter[nm];
          const b = Math.sqrt(a * a - 1);
          const coth = 1 / Math.tanh(b * S);
          return (1 - g * (a - b * coth)) / (a - g + b * coth);
        }),
      };
    });
    stages.push(mean(states, layer.surface));
  }
  return stages;
}

/** A five-layer, three-tissue stack: the kernel against the object-and-array version; and what a call allocates. */
export function benchmarkStack(): void {
  const curve = (v: ArrayLike<number>): Curve => Object.fromEntries(WAVELENGTHS.map((nm, i) => [nm, v[i]]));
  const { honey, umber } = materials.colourants;
  const sealed = { k1: 0.03, k2: 0.5 };
  const coated = { k1: 0.04, k2: 0.56 };
  const clear: PlainLayer = { kind: 'clear', coats: 2, tint: curve(materials.mediums.clear.tint), surface: coated };
  const layers: PlainLayer[] = [
    {
      kind: 'dye',
      curves: [{ amount: 5 ** honey.exponent, absorption: curve(honey.absorption) }],
      surface: { k1: 0, k2: 0.2 },
    },
    { kind: 'clear', coats: 1, tint: curve(materials.mediums.shellac.tint), surface: sealed },
    {
      kind: 'film',
      // A pigment's profile is told in a wiped glaze, a tenth of a coat that is laid on and left.
      curves: [{ amount: 0.08 / 0.1, absorption: curve(umber.absorption), scatter: curve(umber.scatter) }],
      surface: sealed,
    },
    clear,
    clear,
  ];
  // What the layers come to on each tissue is the state's; the plain version is given it and does the optics.
  const { states } = assemble(stack, wood, materials);
  const glaze = states[3].films.find((f) => f.scatters) as Film;
  const shows = showsIn(wood);
  const tissues = wood.tissues.map((t, i) => ({
    fraction: t.fraction,
    reflectance: curve(t.reflectance),
    dye: t.dye * shows[i],
    film: glaze.thickness[i],
  }));
  const program = compileStack(stack, wood, materials);
  runProgram(program);
  const plain = plainPrediction(layers, tissues, { k1: 0, k2: 0.2 });
  const off = Math.max(...WAVELENGTHS.map((nm, i) => Math.abs(plain[5][nm] - program.mean[5 * 31 + i])));
  if (off > 1e-9) throw new Error(`The two versions disagree by ${off}: the comparison would mean nothing.`);
  say(
    `Five layers, three tissues, ${CALLS} calls`,
    50,
    ratioOf(
      () => {
        for (let i = 0; i < CALLS; i++) plainPrediction(layers, tissues, { k1: 0, k2: 0.2 });
      },
      () => {
        for (let i = 0; i < CALLS; i++) runProgram(program);
      },
    ),
  );
  const calls = 20_000;
  for (let i = 0; i < calls; i++) runProgram(program);
  const before = process.memoryUsage().heapUsed;
  for (let i = 0; i < calls; i++) runProgram(program);
  const bytes = (process.memoryUsage().heapUsed - before) / calls;
  console.log(`Kernel allocation: ${Math.max(0, bytes).toFixed(1)} bytes a call over ${calls} calls`);
}
