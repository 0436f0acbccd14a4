import { BANDS, type Spectrum, spectrum, WAVELENGTHS } from './grid.ts';

/**
 * Sprague interpolation of evenly spaced samples (CIE 167:2005): a fifth-degree polynomial between each pair of
 * samples that meets its neighbours' first and second derivatives. Two extra samples at each end by the
 * published boundary coefficients.
 */
const BOUNDARY = [
  [884, -1960, 3033, -2648, 1080, -180],
  [508, -540, 488, -367, 144, -24],
  [-24, 144, -367, 488, -540, 508],
  [-180, 1080, -2648, 3033, -1960, 884],
].map((row) => row.map((c) => c / 209));

const SPRAGUE = [
  [0, 0, 24, 0, 0, 0],
  [2, -16, 0, 16, -2, 0],
  [-1, 16, -30, 16, -1, 0],
  [-9, 39, -70, 66, -33, 7],
  [13, -64, 126, -124, 61, -12],
  [-5, 25, -50, 50, -25, 5],
].map((row) => row.map((c) => c / 24));

function dot(coefficients: readonly number[], values: ArrayLike<number>, from: number): number {
  let sum = 0;
  for (let i = 0; i < coefficients.length; i++) sum += coefficients[i] * values[from + i];
  return sum;
}

function sprague(values: readonly number[], position: number): number {
  const n = values.length;
  const padded = [
    dot(BOUNDARY[0], values, 0),
    dot(BOUNDARY[1], values, 0),
    ...values,
    dot(BOUNDARY[2], values, n - 6),
    dot(BOUNDARY[3], values, n - 6),
  ];
  const cell = Math.min(Math.floor(position), n - 2);
  const x = position - cell;
  let power = 1;
  let sum = 0;
  for (const row of SPRAGUE) {
    sum += power * dot(row, padded, cell);
    power *= x;
  }
  return sum;
}

function linear(wavelengths: readonly number[], values: readonly number[], nm: number): number {
  let i = 0;
  while (i < wavelengths.length - 2 && wavelengths[i + 1] < nm) i++;
  const t = (nm - wavelengths[i]) / (wavelengths[i + 1] - wavelengths[i]);
  return values[i] + t * (values[i + 1] - values[i]);
}

/**
 * A measured spectrum brought to the internal grid.
 * Even spacing and six samples or more: Sprague (CIE 167:2005); otherwise linear. Beyond the ends the edge value holds.
 * @param wavelengths nm, strictly ascending
 * @param values as many, any unit
 * @throws RangeError when the lengths differ, there are fewer than two samples, or wavelengths do not ascend
 */
export function resample(wavelengths: readonly number[], values: readonly number[]): Spectrum {
  if (wavelengths.length !== values.length || values.length < 2)
    throw new RangeError('A spectrum needs at least two wavelengths and one value for each.');
  for (let i = 1; i < wavelengths.length; i++)
    if (!(wavelengths[i] > wavelengths[i - 1])) throw new RangeError('Wavelengths must ascend.');
  const step = wavelengths[1] - wavelengths[0];
  const even = wavelengths.every((w, i) => Math.abs(w - wavelengths[0] - i * step) < 1e-6);
  const last = wavelengths.length - 1;
  const out = spectrum();
  for (let b = 0; b < BANDS; b++) {
    const nm = WAVELENGTHS[b];
    if (nm <= wavelengths[0]) out[b] = values[0];
    else if (nm >= wavelengths[last]) out[b] = values[last];
    else {
      const position = (nm - wavelengths[0]) / step;
      if (even && Math.abs(position - Math.round(position)) < 1e-9) out[b] = values[Math.round(position)];
      else if (even && values.length >= 6) out[b] = sprague(values, position);
      else out[b] = linear(wavelengths, values, nm);
    }
  }
  return out;
}
