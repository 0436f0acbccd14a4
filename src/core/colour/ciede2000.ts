/**
 * CIEDE2000 (ISO/CIE 11664-6), to be read beside Sharma, Wu and Dalal, "The CIEDE2000 color-difference formula:
 * implementation notes, supplementary test data, and mathematical observations", Color Research and Application 30(1),
 * 2005. Numbers in brackets are the equations of that paper, names are its symbols: `C1p` is C'1, `Cbp` the mean C',
 * `hbp` the mean hue.
 *
 * What differs from the paper is how, not what: no angle is ever formed. The mean hue is kept as its cosine and sine,
 * in which T (15) and the rotation (16) are polynomials; so the kernel calls nothing but the square root and branches
 * on no colour but opposite hues and greys, which is what a kernel over colours of every hue waits for.
 */
import type { Lab } from './lab.ts';

/** The parametric factors, 1 in reference conditions. */
export interface Parametric {
  kL: number;
  kC: number;
  kH: number;
}
export const EVEN: Parametric = { kL: 1, kC: 1, kH: 1 };

const DEGREE = Math.PI / 180;
const POW25_7 = 25 ** 7;
const cosDeg = (angle: number) => Math.cos(angle * DEGREE);
const sinDeg = (angle: number) => Math.sin(angle * DEGREE);

// (15) T = 1 - 0.17 cos(hbp - 30) + 0.24 cos 2 hbp + 0.32 cos(3 hbp + 6) - 0.20 cos(4 hbp - 63), as one polynomial P in
// cos hbp plus sin hbp times another, Q: cos nh and sin nh / sin h are the Chebyshev polynomials of cos h.
const [A1, A2, A3, A4] = [-0.17 * cosDeg(30), 0.24, 0.32 * cosDeg(6), -0.2 * cosDeg(63)];
const [B1, B3, B4] = [-0.17 * sinDeg(30), -0.32 * sinDeg(6), -0.2 * sinDeg(63)];
const [P0, P1, P2, P3, P4] = [1 - A2 + A4, A1 - 3 * A3, 2 * A2 - 8 * A4, 4 * A3, 8 * A4];
const [Q0, Q1, Q2, Q3] = [B1 - B3, -4 * B4, 4 * B3, 8 * B4];

// (16) dTheta = 30 exp(-((hbp - 275) / 25)^2). With u = 2 - 2 cos(hbp - 275), exp(-((hbp - 275) / 25)^2 / 16) is
// 1 + G1 u + ... + G5 u^5: the square of an angle is the sum of 2 u^n / (n^2 C(2n, n)), the series of the squared arcsine
// (Euler), and its exponential follows term by term. The 16th power is the Gaussian itself, to 4e-8 at every hue.
const TOWARDS_COS = -2 * cosDeg(275);
const TOWARDS_SIN = -2 * sinDeg(275);
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

// (21) sin(2 dTheta): the sine of x times 60 degrees for x from 0 to 1, by its series; off by less than 5e-8.
const [S1, S3, S5, S7, S9] = [1, -6, 120, -5040, 362880].map((f, i) => (60 * DEGREE) ** (2 * i + 1) / f);

/**
 * The kernel: dL'/SL, dC'/SC, dH'/SH and RT of two colours, written to `out[0..3]`; {@link ciede2000Of} adds them up.
 * Allocates nothing. Colours come in a typed array, not as arguments: an engine boxes doubles that cross a call.
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
  // (2), (3): the mean chroma; (4): 1 + G
  const Cb = (Math.sqrt(a1 * a1 + b1b1) + Math.sqrt(a2 * a2 + b2b2)) * 0.5;
  const CbCb = Cb * Cb;
  const Cb7 = CbCb * CbCb * (CbCb * Cb);
  const onePlusG = 1.5 - 0.5 * Math.sqrt(Cb7 / (Cb7 + POW25_7));
  // (5), (6): a' and C'; (13): the mean C'
  const a1p = a1 * onePlusG;
  const a2p = a2 * onePlusG;
  const C1p = Math.sqrt(a1p * a1p + b1b1);
  const C2p = Math.sqrt(a2p * a2p + b2b2);
  const Cbp = (C1p + C2p) * 0.5;
  const product = C1p * C2p;
  const along = a1p * a2p + b1 * b2;

  // (7)-(11), (14): the cosine and sine of the mean hue, and dH' = 2 sqrt(C'1 C'2) sin(dh' / 2).
  let cos: number;
  let sin: number;
  let dHp: number;
  // 2 C'1 C'2 cos^2(dh' / 2): with it dh' is signed without a branch, and the sum of the two hues has its length.
  const facing = product + along;
  if (facing > 1e-8 * product + 1e-100) {
    const scale = 1 / Math.sqrt(2 * product * facing);
    cos = (a1p * C2p + a2p * C1p) * scale;
    sin = (b1 * C2p + b2 * C1p) * scale;
    dHp = 2 * (a1p * b2 - b1 * a2p) * Math.sqrt(product) * scale;
  } else {
    dHp = Math.sqrt(Math.max(0, 2 * (product - along))) * (a1p * b2 < b1 * a2p ? -1 : 1);
    cos = product > 0 ? a1p * C2p + a2p * C1p : a1p + a2p;
    sin = product > 0 ? b1 * C2p + b2 * C1p : b1 + b2;
    let length = Math.sqrt(cos * cos + sin * sin);
    if (product > 0 && length < 1e-14 * product) {
      // Opposite hues: (14) is half the sum of the two angles, at right angles to both.
      const flip = b1 > 0 || (b1 === 0 && a1p > 0) ? 1 : -1;
      cos = -b1 * flip;
      sin = a1p * flip;
      dHp = flip * Math.abs(dHp);
      length = C1p;
    }
    if (length > 0) {
      cos /= length;
      sin /= length;
    } else {
      cos = 1;
      sin = 0;
    }
  }
  // (15)
  const T = P0 + cos * (P1 + cos * (P2 + cos * (P3 + cos * P4))) + sin * (Q0 + cos * (Q1 + cos * (Q2 + cos * Q3)));

  // (12), (18)-(20): SL, SC, SH, with one division for three; SL is `sL` / `Lroot`.
  const L1 = labs[standard];
  const L2 = labs[sample];
  const Lm = (L1 + L2) * 0.5 - 50;
  const Lm2 = Lm * Lm;
  const Lroot = Math.sqrt(20 + Lm2);
  const sL = Lroot + 0.015 * Lm2;
  const sC = 1 + 0.045 * Cbp;
  const sH = 1 + 0.015 * Cbp * T;
  const sCsH = sC * sH;
  const inverse = 1 / (sL * sCsH);
  const dL = (L2 - L1) * Lroot * sCsH * inverse;
  const dC = (C2p - C1p) * sH * (sL * inverse);
  const dH = dHp * sC * (sL * inverse);

  // (16), by pairs of terms: half as long a chain of operations that wait for each other.
  const u = 2 + cos * TOWARDS_COS + sin * TOWARDS_SIN;
  const uu = u * u;
  let gauss = 1 + G1 * u + uu * (G2 + G3 * u + uu * (G4 + G5 * u));
  gauss *= gauss;
  gauss *= gauss;
  gauss *= gauss;
  gauss *= gauss;
  // (17), (21): RT = -sin(2 dTheta) RC
  const q = gauss * gauss;
  const qq = q * q;
  const sine = gauss * (S1 + S3 * q + qq * (S5 + S7 * q + qq * S9));
  const CC = Cbp * Cbp;
  const C7 = CC * CC * (CC * Cbp);
  // The standard takes 275 degrees from a hue of 0 to 360 and does not go round: nothing from 0 to 180, without a branch.
  const RT = sine * (Number(sin < 0) * -2 * Math.sqrt(C7 / (C7 + POW25_7)));
  out[0] = dL;
  out[1] = dC;
  out[2] = dH;
  out[3] = RT;
}

/** (22): the difference that the terms of {@link ciede2000Terms} add up to. */
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

/** CIEDE2000, the difference this program means whenever it says dE. */
export function deltaE00(p: Lab, q: Lab, k?: Parametric): number {
  for (let i = 0; i < 3; i++) {
    pair[i] = p[i];
    pair[i + 3] = q[i];
  }
  ciede2000Terms(pair, 0, 3, terms);
  return ciede2000Of(terms, k);
}
