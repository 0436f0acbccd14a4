import { CIE_1931_2_X, CIE_1931_2_Y, CIE_1931_2_Z } from '../../src/core/colour/data/observers.ts';
import { CRI_TEST_COLOURS } from './cri-test-colours.ts';

type Pair = [u: number, v: number];
const NM = Array.from({ length: 81 }, (_, i) => 380 + 5 * i);

const xyz = (power: readonly number[]): [number, number, number] =>
  [CIE_1931_2_X, CIE_1931_2_Y, CIE_1931_2_Z].map((match) => match.reduce((sum, m, i) => sum + m * power[i], 0)) as [
    number,
    number,
    number,
  ];
/** CIE 1960 u, v. */
const uv = ([x, y, z]: readonly number[]): Pair => [(4 * x) / (x + 15 * y + 3 * z), (6 * y) / (x + 15 * y + 3 * z)];
const planck = (kelvin: number) => NM.map((nm) => (nm * 1e-9) ** -5 / (Math.exp(1.4388e-2 / (nm * 1e-9 * kelvin)) - 1));

/** Correlated colour temperature in kelvin, and Duv: the distance from the Planckian locus, positive above it (CIE 15). */
export function temperatureOf(power: readonly number[]): { kelvin: number; duv: number } {
  const [u, v] = uv(xyz(power));
  let best = { kelvin: 0, duv: Number.POSITIVE_INFINITY };
  for (let kelvin = 2500; kelvin <= 7000; kelvin += 2) {
    const [pu, pv] = uv(xyz(planck(kelvin)));
    const distance = Math.hypot(pu - u, pv - v);
    if (distance < Math.abs(best.duv)) best = { kelvin, duv: v > pv ? distance : -distance };
  }
  return best;
}

/** General colour rendering index Ra (CIE 13.3-1995) of a light under 5000 K: eight test colours, von Kries in u, v. */
export function renderingIndexOf(power: readonly number[]): number {
  const toHundred = (p: readonly number[]) => p.map((v) => (100 * v) / xyz(p)[1]);
  const light = toHundred(power);
  const reference = toHundred(planck(temperatureOf(power).kelvin));
  const [ul, ur] = [uv(xyz(light)), uv(xyz(reference))];
  const cd = ([u, v]: Pair): Pair => [(4 - u - 10 * v) / v, (1.708 * v + 0.404 - 1.481 * u) / v];
  const [[cl, dl], [cr, dr]] = [cd(ul), cd(ur)];
  const adapted = (seen: Pair): Pair => {
    const [c, d] = cd(seen);
    const share = 16.518 + ((1.481 * cr) / cl) * c - (dr / dl) * d;
    return [(10.872 + ((0.404 * cr) / cl) * c - ((4 * dr) / dl) * d) / share, 5.52 / share];
  };
  const uvw = (y: number, [u, v]: Pair) => {
    const w = 25 * Math.cbrt(y) - 17;
    return [w, 13 * w * (u - ur[0]), 13 * w * (v - ur[1])];
  };
  const indices = CRI_TEST_COLOURS.map((colour) => {
    const seen = xyz(light.map((p, i) => p * colour[i]));
    const wanted = xyz(reference.map((p, i) => p * colour[i]));
    const [a, b] = [uvw(seen[1], adapted(uv(seen))), uvw(wanted[1], uv(wanted))];
    return 100 - 4.6 * Math.hypot(...a.map((value, k) => value - b[k]));
  });
  return indices.reduce((sum, r) => sum + r, 0) / indices.length;
}
