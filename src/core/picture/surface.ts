import { deltaE00 } from '../colour/ciede2000.ts';
import type { Lab } from '../colour/lab.ts';
import { COUNTS, type FieldMask } from './field.ts';
import { labOfRgb } from './measure.ts';
import { LINEAR, type LinearRgb, type Raster } from './raster.ts';
import { byChannel, CHANNELS } from './shot.ts';
import type { ToneCurve } from './tone.ts';

/** How a field lies beside its mean: blotch and grain, as they are told of a board; its two tones where they are apart. */
export interface SurfaceSeen {
  /** Standard deviation of L* over patches of {@link PATCH} mm, the fall of the light taken out; null where no scale is known. */
  blotch: number | null;
  /** Standard deviation of L* within such patches: the grain; null where no scale is known. */
  fine: number | null;
  /** The lighter and the darker of two tones, L*a*b* as the camera saw them, and the share of the darker. */
  tones: { ground: Lab; grain: Lab; share: number } | null;
}

/** Blotch is what is slower than this, mm: the eye takes what is finer for grain. Common practice. */
export const PATCH = 10;
/** A patch that has less than this share of its pixels in the field says nothing. */
const PART = 0.5;
/** Fewer patches are no measure of how they differ. */
const LEAST_PATCHES = 6;
/** Of two tones so much of all that varies lies between them; of one that only spreads it is 2/π. Otsu 1979. */
const TWO = 0.72;
/** And so far are they apart at least, CIEDE2000: a blurred picture makes one of two. */
const APART = 3;

interface Sample {
  x: number;
  y: number;
  rgb: LinearRgb;
  L: number;
}
/** The pixels of a field that count, at most so many of them: every so many rows and columns. */
const MOST_SAMPLES = 60_000;

function samplesOf(
  { width, channels, data }: Raster,
  { x, y, w, h, of }: FieldMask,
  curves: readonly ToneCurve[],
): Sample[] {
  const tables = CHANNELS.map((k) => LINEAR.map((v) => (curves[k] as ToneCurve).reflectance(v)));
  const step = Math.max(1, Math.ceil(Math.sqrt((w * h) / MOST_SAMPLES)));
  const samples: Sample[] = [];
  for (let v = 0; v < h; v += step)
    for (let u = 0; u < w; u += step) {
      if (of[v * w + u] !== COUNTS) continue;
      const p = channels * ((y + v) * width + x + u);
      const rgb = byChannel((k) => (tables[k] as Float64Array)[data[p + k] as number] as number);
      samples.push({ x: u, y: v, rgb, L: labOfRgb(rgb)[0] });
    }
  return samples;
}

const meanOf = (list: readonly number[]): number => list.reduce((sum, v) => sum + v, 0) / list.length;
const varianceOf = (list: readonly number[]): number => {
  const mean = meanOf(list);
  return list.reduce((sum, v) => sum + (v - mean) ** 2, 0) / Math.max(1, list.length - 1);
};

/** Lightness without the fall of the light: a plane by least squares, taken out. */
function levelled(samples: readonly Sample[]): number[] {
  const [mx, my, mL] = [
    meanOf(samples.map((s) => s.x)),
    meanOf(samples.map((s) => s.y)),
    meanOf(samples.map((s) => s.L)),
  ];
  let [xx, yy, xy, xL, yL] = [0, 0, 0, 0, 0];
  for (const { x, y, L } of samples) {
    const [dx, dy, dL] = [x - mx, y - my, L - mL];
    xx += dx * dx;
    yy += dy * dy;
    xy += dx * dy;
    xL += dx * dL;
    yL += dy * dL;
  }
  const whole = xx * yy - xy * xy;
  const [a, b] = whole > 0 ? [(xL * yy - yL * xy) / whole, (yL * xx - xL * xy) / whole] : [0, 0];
  return samples.map(({ x, y, L }) => L - a * (x - mx) - b * (y - my));
}

/** A patch while it is added up; its mean minds its middle most (a Hann window), so that streaks of grain at its rim do not move it. */
interface Patch {
  L: number[];
  weight: number;
  sum: number;
}
const bell = (at: number, wide: number): number => Math.sin((Math.PI * ((at % wide) + 0.5)) / wide) ** 2;

function unevenness(samples: readonly Sample[], perPatch: number): Pick<SurfaceSeen, 'blotch' | 'fine'> {
  const patches = new Map<string, Patch>();
  levelled(samples).forEach((L, i) => {
    const { x, y } = samples[i] as Sample;
    const key = `${Math.floor(x / perPatch)}/${Math.floor(y / perPatch)}`;
    const patch = patches.get(key) ?? { L: [], weight: 0, sum: 0 };
    patches.set(key, patch);
    const weight = bell(x, perPatch) * bell(y, perPatch);
    patch.L.push(L);
    patch.weight += weight;
    patch.sum += weight * L;
  });
  const most = Math.max(...[...patches.values()].map((p) => p.L.length));
  const whole = [...patches.values()].filter((p) => p.L.length >= PART * most);
  if (whole.length < LEAST_PATCHES) return { blotch: null, fine: null };
  const within = meanOf(whole.map((p) => varianceOf(p.L)));
  const between = varianceOf(whole.map((p) => p.sum / p.weight));
  const chance = meanOf(whole.map((p) => within / p.L.length));
  return { blotch: Math.sqrt(Math.max(0, between - chance)), fine: Math.sqrt(within) };
}

/** Two tones by the threshold between them that leaves least within (Otsu 1979); null where there is one. */
function twoTones(samples: readonly Sample[]): SurfaceSeen['tones'] {
  const sorted = samples.toSorted((p, q) => p.L - q.L);
  const all = sorted.reduce((sum, s) => sum + s.L, 0);
  const n = sorted.length;
  const total = varianceOf(sorted.map((s) => s.L)) * (n - 1);
  let [best, cut, below] = [0, 0, 0];
  sorted.forEach(({ L }, i) => {
    below += L;
    const [low, high] = [i + 1, n - i - 1];
    if (high === 0) return;
    const between = (low * high * (below / low - (all - below) / high) ** 2) / n;
    if (between > best) [best, cut] = [between, low];
  });
  if (total <= 0 || best / total < TWO) return null;
  const toneOf = (part: readonly Sample[]): Lab => labOfRgb(byChannel((k) => meanOf(part.map((s) => s.rgb[k]))));
  const [grain, ground] = [toneOf(sorted.slice(0, cut)), toneOf(sorted.slice(cut))];
  return deltaE00(grain, ground) < APART ? null : { ground, grain, share: cut / n };
}

/** How a field lies. @param perMm pixels of a millimetre; null where no scale is known */
export function surfaceSeen(
  raster: Raster,
  mask: FieldMask,
  { curves, perMm }: { curves: readonly ToneCurve[]; perMm: number | null },
): SurfaceSeen {
  const samples = samplesOf(raster, mask, curves);
  if (samples.length < 2) return { blotch: null, fine: null, tones: null };
  const scale = perMm === null ? { blotch: null, fine: null } : unevenness(samples, PATCH * perMm);
  return { ...scale, tones: twoTones(samples) };
}
