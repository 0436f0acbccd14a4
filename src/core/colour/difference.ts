import type { Lab } from './lab.ts';

const DEGREE = Math.PI / 180;
const POW25_7 = 25 ** 7;

export interface Parametric {
  kL: number;
  kC: number;
  kH: number;
}

const EVEN: Parametric = { kL: 1, kC: 1, kH: 1 };

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

const cosDeg = (angle: number) => Math.cos(angle * DEGREE);
const sinDeg = (angle: number) => Math.sin(angle * DEGREE);

// T = 1 - 0.17 cos(h - 30) + 0.24 cos 2h + 0.32 cos(3h + 6) - 0.20 cos(4h - 63), as one polynomial in cos h plus sin h
// times another: cos nh and sin nh / sin h are the Chebyshev polynomials of cos h.
const [A1, A2, A3, A4] = [-0.17 * cosDeg(30), 0.24, 0.32 * cosDeg(6), -0.2 * cosDeg(63)];
const [B1, B3, B4] = [-0.17 * sinDeg(30), -0.32 * sinDeg(6), -0.2 * sinDeg(63)];
const [P0, P1, P2, P3, P4] = [1 - A2 + A4, A1 - 3 * A3, 2 * A2 - 8 * A4, 4 * A3, 8 * A4];
const [Q0, Q1, Q2, Q3] = [B1 - B3, -4 * B4, 4 * B3, 8 * B4];

const TOWARDS_COS = -2 * cosDeg(275);
const TOWARDS_SIN = -2 * sinDeg(275);

/**
 * exp(-(theta / 25 deg)^2 / 16) as 1 + G1 u + ... + G5 u^5 with u = 2 - 2 cos theta. The square of theta is the sum of
 * 2 u^n / (n^2 C(2n, n)), the series of the squared arcsine (Euler); the exponential of that follows term by term.
 * The 16th power of it is the Gaussian of the rotation term, to 4e-8 at every theta.
 */
const [G1, G2, G3, G4, G5] = (() => {
  const exponent = [0];
  const gaussian = [1];
  for (let n = 1, binomial = 1; n <= 5; n++) {
    binomial *= (2 * (2 * n - 1)) / n;
    exponent.push(-2 / (n * n * binomial) / (16 * (25 * DEGREE) ** 2));
    let term = 0;
    for (let j = 1; j <= n; j++) term += (j / n) * exponent[j] * gaussian[n - j];
    gaussian.push(term);
  }
  return gaussian.slice(1);
})();

/** The sine of x times 60 degrees for x from 0 to 1, by its series; off by less than 5e-8. */
const [S1, S3, S5, S7, S9] = [1, -6, 120, -5040, 362880].map((f, i) => (60 * DEGREE) ** (2 * i + 1) / f);

/**
 * The CIEDE2000 kernel (ISO/CIE 11664-6): dL'/SL, dC'/SC, dH'/SH and RT of two colours, written to `out[0..3]`. The
 * difference is the root of the sum of the squares of the first three and RT times the second times the third.
 * No allocation, no transcendental function and no branch that depends on the colour but for opposite hues and greys:
 * the mean hue is the direction of the sum of the two unit hue vectors, so cos h and sin h come without angles; T and the
 * rotation are polynomials in them. Nothing is called but the square root, and colours come in a typed array, not as
 * arguments: an engine boxes doubles that cross a call.
 * @param labs L*, a*, b* of any number of colours
 * @param standard, sample index of the L* of each in `labs`
 */
export function ciede2000Terms(labs: Float64Array, standard: number, sample: number, out: Float64Array): void {
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

  // The cosine and sine of the mean hue, and dH' = 2 sqrt(C1 C2) sin(dh / 2).
  let cos: number;
  let sin: number;
  let dH: number;
  // 2 C1 C2 cos^2(dh / 2): with it the hue difference is signed without a branch, and the mean hue has its length.
  const facing = product + along;
  if (facing > 1e-8 * product + 1e-100) {
    const scale = 1 / Math.sqrt(2 * product * facing);
    cos = (p1 * C2 + p2 * C1) * scale;
    sin = (b1 * C2 + b2 * C1) * scale;
    dH = 2 * (p1 * b2 - b1 * p2) * Math.sqrt(product) * scale;
  } else {
    dH = Math.sqrt(Math.max(0, 2 * (product - along))) * (p1 * b2 < b1 * p2 ? -1 : 1);
    cos = product > 0 ? p1 * C2 + p2 * C1 : p1 + p2;
    sin = product > 0 ? b1 * C2 + b2 * C1 : b1 + b2;
    let length = Math.sqrt(cos * cos + sin * sin);
    if (product > 0 && length < 1e-14 * product) {
      // Opposite hues: the published mean is half the sum of the two angles, at right angles to both.
      const flip = b1 > 0 || (b1 === 0 && p1 > 0) ? 1 : -1;
      cos = -b1 * flip;
      sin = p1 * flip;
      dH = flip * Math.abs(dH);
      length = C1;
    }
    if (length > 0) {
      cos /= length;
      sin /= length;
    } else {
      cos = 1;
      sin = 0;
    }
  }
  const T = P0 + cos * (P1 + cos * (P2 + cos * (P3 + cos * P4))) + sin * (Q0 + cos * (Q1 + cos * (Q2 + cos * Q3)));

  const L1 = labs[standard];
  const L2 = labs[sample];
  const Lm = (L1 + L2) * 0.5 - 50;
  const Lm2 = Lm * Lm;
  const Lroot = Math.sqrt(20 + Lm2);
  // One division for three.
  const sL = Lroot + 0.015 * Lm2;
  const sC = 1 + 0.045 * C;
  const sH = 1 + 0.015 * C * T;
  const sCsH = sC * sH;
  const inverse = 1 / (sL * sCsH);
  const dL = (L2 - L1) * Lroot * sCsH * inverse;
  const dC = (C2 - C1) * sH * (sL * inverse);
  const dHs = dH * sC * (sL * inverse);

  // The polynomials by pairs of terms: half as long a chain of operations that wait for each other.
  const u = 2 + cos * TOWARDS_COS + sin * TOWARDS_SIN;
  const uu = u * u;
  let gauss = 1 + G1 * u + uu * (G2 + G3 * u + uu * (G4 + G5 * u));
  gauss *= gauss;
  gauss *= gauss;
  gauss *= gauss;
  gauss *= gauss;
  const q = gauss * gauss;
  const qq = q * q;
  const sine = gauss * (S1 + S3 * q + qq * (S5 + S7 * q + qq * S9));
  const CC = C * C;
  const C7 = CC * CC * (CC * C);
  // The standard takes 275 degrees from a hue of 0 to 360 and does not go round: nothing from 0 to 180, without a branch.
  const RT = sine * (Number(sin < 0) * -2 * Math.sqrt(C7 / (C7 + POW25_7)));
  out[0] = dL;
  out[1] = dC;
  out[2] = dHs;
  out[3] = RT;
}

/** The difference that the terms of {@link ciede2000Terms} add up to. */
export const ciede2000Of = (terms: Float64Array, { kL, kC, kH }: Parametric = EVEN): number => {
  const l = terms[0] / kL;
  const c = terms[1] / kC;
  const h = terms[2] / kH;
  return Math.sqrt(l * l + c * c + h * h + terms[3] * c * h);
};

const terms = new Float64Array(4);

/**
 * Three parts whose Euclidean length is CIEDE2000, written to `out[at..at+2]`: lightness, then chroma and hue turned so
 * that the rotation term vanishes. Least-squares solvers take them as they are.
 */
export function ciede2000Parts(
  labs: Float64Array,
  standard: number,
  sample: number,
  out: Float64Array,
  at: number,
): void {
  ciede2000Terms(labs, standard, sample, terms);
  const half = 0.5 * terms[3];
  out[at] = terms[0];
  out[at + 1] = terms[1] + half * terms[2];
  out[at + 2] = terms[2] * Math.sqrt(1 - half * half);
}

const pair = new Float64Array(6);

/** CIEDE2000 (ISO/CIE 11664-6), the difference this program means whenever it says dE. */
export function deltaE00(p: Lab, q: Lab, k?: Parametric): number {
  for (let i = 0; i < 3; i++) {
    pair[i] = p[i];
    pair[i + 3] = q[i];
  }
  ciede2000Terms(pair, 0, 3, terms);
  return ciede2000Of(terms, k);
}
