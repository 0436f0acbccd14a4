import { EVEN, type Parametric } from './ciede2000.ts';
import type { Lab } from './lab.ts';

const DEGREE = Math.PI / 180;

/** The CIE 1976 difference, plain distance in L*a*b*. */
export const deltaE76 = (p: Lab, q: Lab): number => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);

/** Signed parts of a difference, sample minus standard. dH carries the sign of the turn in hue. */
export function deltaLCH(standard: Lab, sample: Lab): { dL: number; da: number; db: number; dC: number; dH: number } {
  const da = sample[1] - standard[1];
  const db = sample[2] - standard[2];
  const dC = Math.hypot(sample[1], sample[2]) - Math.hypot(standard[1], standard[2]);
  const turn = standard[1] * sample[2] - standard[2] * sample[1];
  const dH = Math.sqrt(Math.max(0, da * da + db * db - dC * dC)) * (turn < 0 ? -1 : 1);
  return { dL: sample[0] - standard[0], da, db, dC, dH };
}

/** CIE94 (CIE 116), graphic-arts constants; the first argument is the standard. */
export function deltaE94(standard: Lab, sample: Lab, { kL, kC, kH }: Parametric = EVEN): number {
  const { dL, dC, dH } = deltaLCH(standard, sample);
  const chroma = Math.hypot(standard[1], standard[2]);
  return Math.hypot(dL / kL, dC / (kC * (1 + 0.045 * chroma)), dH / (kH * (1 + 0.015 * chroma)));
}

/** CMC(l:c) (Clarke, McDonald and Rigg 1984; ISO 105-J03); the first argument is the standard. */
export function deltaECmc(standard: Lab, sample: Lab, l = 2, c = 1): number {
  const { dL, dC, dH } = deltaLCH(standard, sample);
  const chroma = Math.hypot(standard[1], standard[2]);
  let hue = Math.atan2(standard[2], standard[1]) / DEGREE;
  if (hue < 0) hue += 360;
  const t =
    hue >= 164 && hue <= 345
      ? 0.56 + Math.abs(0.2 * Math.cos((hue + 168) * DEGREE))
      : 0.36 + Math.abs(0.4 * Math.cos((hue + 35) * DEGREE));
  const f = Math.sqrt(chroma ** 4 / (chroma ** 4 + 1900));
  const sL = standard[0] < 16 ? 0.511 : (0.040975 * standard[0]) / (1 + 0.01765 * standard[0]);
  const sC = (0.0638 * chroma) / (1 + 0.0131 * chroma) + 0.638;
  return Math.hypot(dL / (l * sL), dC / (c * sC), dH / (sC * (f * t + 1 - f)));
}

/** Whether something so far from its target passes: on the line it does. Said here and nowhere else. CIEDE2000 */
export const passes = (miss: number, tolerance: number): boolean => miss <= tolerance;
