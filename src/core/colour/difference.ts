import type { Lab } from './lab.ts';

const DEGREE = Math.PI / 180;
const POW25_7 = 25 ** 7;

export interface Parametric {
  kL: number;
  kC: number;
  kH: number;
}

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
export function deltaE94(standard: Lab, sample: Lab, { kL, kC, kH }: Parametric = { kL: 1, kC: 1, kH: 1 }): number {
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

// cos and sin of the fixed angles in T: h - 30, 3h + 6 and 4h - 63 degrees.
const COS30 = Math.cos(30 * DEGREE);
const SIN30 = 0.5;
const COS6 = Math.cos(6 * DEGREE);
const SIN6 = Math.sin(6 * DEGREE);
const COS63 = Math.cos(63 * DEGREE);
const SIN63 = Math.sin(63 * DEGREE);

const COS275 = Math.cos(275 * DEGREE);
const SIN275 = Math.sin(275 * DEGREE);
const BEYOND_ROTATION = Math.cos(95 * DEGREE);
/** 25 degrees squared, inverted, and a 32nd of it: the argument at which the Gaussian's series is taken. */
const PER_25_SQUARED_32 = 1 / (25 * DEGREE) ** 2 / 32;
const SIXTY = 60 * DEGREE;

/**
 * The CIEDE2000 kernel: three parts whose Euclidean length is the difference, written to `out[at..at+2]`.
 * Lightness, then chroma and hue turned so that the rotation term vanishes; least-squares solvers take them as they
 * are. No allocation and no transcendental function: the mean hue is the direction of the sum of the two unit hue
 * vectors, so cos h and sin h come without angles and T follows from the multiple-angle formulas; the rotation term
 * needs only the square of the turn from blue. Nothing is called but the square root, and colours come in a
 * typed array, not as arguments: an engine boxes doubles that cross a call.
 * @param labs L*, a*, b* of any number of colours
 * @param standard, sample index of the L* of each in `labs`
 */
export function ciede2000Parts(
  labs: Float64Array,
  standard: number,
  sample: number,
  out: Float64Array,
  at: number,
  kL = 1,
  kC = 1,
  kH = 1,
): void {
  const a1 = labs[standard + 1];
  const b1 = labs[standard + 2];
  const a2 = labs[sample + 1];
  const b2 = labs[sample + 2];
  const b1b1 = b1 * b1;
  const b2b2 = b2 * b2;
  const cMean = (Math.sqrt(a1 * a1 + b1b1) + Math.sqrt(a2 * a2 + b2b2)) * 0.5;
  const cc = cMean * cMean;
  const c7 = cc * cc * (cc * cMean);
  const g = 1.5 - 0.5 * Math.sqrt(c7 / (c7 + POW25_7));
  const p1 = a1 * g;
  const p2 = a2 * g;
  const C1 = Math.sqrt(p1 * p1 + b1b1);
  const C2 = Math.sqrt(p2 * p2 + b2b2);
  const C = (C1 + C2) * 0.5;
  const product = C1 * C2;
  const along = p1 * p2 + b1 * b2;
  // 2 sqrt(C1 C2) sin(dh/2) = C1 C2 sin dh / sqrt(C1 C2) cos(dh/2): signed without a branch, but for opposite hues.
  const facing = (product + along) * 0.5;
  const dH =
    facing > 1e-10 * product ? (p1 * b2 - b1 * p2) / Math.sqrt(facing) : Math.sqrt(Math.max(0, 2 * (product - along)));

  let cos = 1;
  let sin = 0;
  if (product > 0) {
    cos = p1 * C2 + p2 * C1;
    sin = b1 * C2 + b2 * C1;
    const squared = cos * cos + sin * sin;
    if (squared > 1e-28 * product * product) {
      const scale = 1 / Math.sqrt(squared);
      cos *= scale;
      sin *= scale;
    } else {
      // Opposite hues: the published mean is half the sum of the two angles, at right angles to both.
      const flip = b1 > 0 || (b1 === 0 && p1 > 0) ? 1 : -1;
      cos = (-b1 / C1) * flip;
      sin = (p1 / C1) * flip;
    }
  } else if (C > 0) {
    cos = (p1 + p2) / (C1 + C2);
    sin = (b1 + b2) / (C1 + C2);
  }
  const cos2 = 2 * cos * cos - 1;
  const sin2 = 2 * sin * cos;
  const T =
    1 -
    0.17 * (cos * COS30 + sin * SIN30) +
    0.24 * cos2 +
    0.32 * ((cos2 * cos - sin2 * sin) * COS6 - (sin2 * cos + cos2 * sin) * SIN6) -
    0.2 * ((2 * cos2 * cos2 - 1) * COS63 + 2 * sin2 * cos2 * SIN63);

  const L1 = labs[standard];
  const L2 = labs[sample];
  const Lm = (L1 + L2) * 0.5 - 50;
  const Lm2 = Lm * Lm;
  const sL = 1 + (0.015 * Lm2) / Math.sqrt(20 + Lm2);
  const dC = (C2 - C1) / (kC * (1 + 0.045 * C));
  const dHs = dH / (kH * (1 + 0.015 * C * T));
  out[at] = (L2 - L1) / (kL * sL);

  // The turn from 275 degrees; beyond 95 of them the rotation is below 2e-6 and left out.
  const cosTurn = cos * COS275 + sin * SIN275;
  if (cosTurn < BEYOND_ROTATION) {
    out[at + 1] = dC;
    out[at + 2] = dHs;
    return;
  }
  // Constants are multiplied with: a division waits four times as long.
  // The square of the turn from its cosine: theta^2 = 2 sum (4y)^n / (n^2 C(2n, n)), y = sin^2(theta/2), the series of
  // the squared arcsine (Euler); nine terms leave the Gaussian below right to 3e-7.
  const u = 2 - 2 * cosTurn;
  const turn2 =
    u *
    (1 +
      u *
        (1 / 12) *
        (1 +
          u *
            (2 / 15) *
            (1 +
              u *
                (9 / 56) *
                (1 +
                  u *
                    (8 / 45) *
                    (1 + u * (25 / 132) * (1 + u * (18 / 91) * (1 + u * (49 / 240) * (1 + u * (32 / 153)))))))));
  // exp(-(theta / 25 deg)^2) by its series at a 32nd of it and five squarings; off by less than 1e-8.
  const x = PER_25_SQUARED_32 * turn2;
  let gauss = 1 - x * (1 - x * (1 / 2) * (1 - x * (1 / 3) * (1 - x * (1 / 4) * (1 - x * (1 / 5) * (1 - x * (1 / 6))))));
  gauss *= gauss;
  gauss *= gauss;
  gauss *= gauss;
  gauss *= gauss;
  gauss *= gauss;
  // The sine of up to 60 degrees by its series; off by less than 5e-8.
  const angle = SIXTY * gauss;
  const q = angle * angle;
  const sine = angle * (1 - q * (1 / 6) * (1 - q * (1 / 20) * (1 - q * (1 / 42) * (1 - q * (1 / 72)))));
  const CC = C * C;
  const C7 = CC * CC * (CC * C);
  const half = -sine * Math.sqrt(C7 / (C7 + POW25_7));
  out[at + 1] = dC + half * dHs;
  out[at + 2] = dHs * Math.sqrt(1 - half * half);
}

const pair = new Float64Array(6);
const parts = new Float64Array(3);

/** CIEDE2000 (ISO/CIE 11664-6), the difference this program means whenever it says dE. */
export function deltaE00(p: Lab, q: Lab, k?: Parametric): number {
  for (let i = 0; i < 3; i++) {
    pair[i] = p[i];
    pair[i + 3] = q[i];
  }
  ciede2000Parts(pair, 0, 3, parts, 0, k?.kL, k?.kC, k?.kH);
  return Math.sqrt(parts[0] * parts[0] + parts[1] * parts[1] + parts[2] * parts[2]);
}
