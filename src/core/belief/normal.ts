/**
 * A joint normal belief over unknown numbers, and what evidence makes of it. Told that is no measurement (an answer in
 * words) is taken in by expectation propagation (Minka 2001): each answer is stood in for by the normal that gives the
 * right mean and variance along its direction, and all of them are gone through until they agree, as they do where every
 * likelihood is log-concave. So the order of the
 * evidence does not matter, and what is taken out leaves no trace.
 */

/** Mean, n numbers, and covariance, n x n by rows. */
export interface Normal {
  mean: Float64Array;
  covariance: Float64Array;
}

/** One thing seen of a sum of the unknown numbers, `row` times them: how likely that is of a sum z. */
export interface SeenSum {
  row: Float64Array;
  likelihood: (z: number) => number;
}
/** What was measured of such a sum, and its variance. */
export interface MeasuredSum {
  row: Float64Array;
  value: number;
  variance: number;
}

const SWEEPS = 12;
const SETTLED = 1e-5;
/** A site takes at most so much of what the others say of its direction away: keeps every variance positive. */
const LEAST_LEFT = 1e-9;

const dot = (p: Float64Array, q: Float64Array): number => {
  let sum = 0;
  for (let i = 0; i < p.length; i++) sum += (p[i] as number) * (q[i] as number);
  return sum;
};

/** Covariance of every number with a sum of them. */
function towards({ covariance }: Normal, row: Float64Array): Float64Array {
  const n = row.length;
  const out = new Float64Array(n);
  for (let j = 0; j < n; j++) {
    const r = row[j] as number;
    if (r !== 0) for (let i = 0; i < n; i++) out[i] = (out[i] as number) + (covariance[i * n + j] as number) * r;
  }
  return out;
}

/** Mean and variance of a sum of the unknown numbers. */
export function along(belief: Normal, row: Float64Array): { mean: number; variance: number } {
  return { mean: dot(belief.mean, row), variance: Math.max(0, dot(towards(belief, row), row)) };
}
/** Covariance of two sums. */
export const covarianceOf = (belief: Normal, p: Float64Array, q: Float64Array): number => dot(towards(belief, p), q);

/** Adds evidence in its natural form, precision and precision times mean, along a direction. Changes the belief. */
function add(belief: Normal, row: Float64Array, precision: number, shift: number): void {
  const { mean, covariance } = belief;
  const n = row.length;
  const ways = towards(belief, row);
  const variance = dot(ways, row);
  const scale = 1 / (1 + precision * variance);
  const move = (shift - precision * dot(mean, row)) * scale;
  for (let i = 0; i < n; i++) {
    const w = ways[i] as number;
    mean[i] = (mean[i] as number) + move * w;
    if (w !== 0)
      for (let j = 0; j < n; j++)
        covariance[i * n + j] = (covariance[i * n + j] as number) - precision * scale * w * (ways[j] as number);
  }
}

const POINTS = 81;
const REACH = 6;
/** No likelihood of ours turns in less than this many of its units. */
const FINEST = 0.3;

/** Sum, mean and variance of a normal times a likelihood, by the trapezium rule, which for such curves is exact to many digits. */
export function moments(
  mean: number,
  variance: number,
  likelihood: (z: number) => number,
): { evidence: number; mean: number; variance: number } {
  const deviation = Math.sqrt(variance);
  const points = Math.max(POINTS, 1 + Math.ceil((2 * REACH * deviation) / FINEST));
  const step = (2 * REACH) / (points - 1);
  let [sum, first, second] = [0, 0, 0];
  for (let k = 0; k < points; k++) {
    const t = -REACH + k * step;
    const weight = Math.exp(-(t * t) / 2) * likelihood(mean + t * deviation);
    sum += weight;
    first += weight * t;
    second += weight * t * t;
  }
  if (!(sum > 0)) return { evidence: 0, mean, variance };
  const m = first / sum;
  return {
    evidence: (sum * step) / Math.sqrt(2 * Math.PI),
    mean: mean + deviation * m,
    variance: variance * Math.max(LEAST_LEFT, second / sum - m * m),
  };
}

/**
 * The belief after all evidence, and the logarithm of how likely the evidence was, each piece after those before it (for that one
 * sweep is enough); how likely each piece is by all the others. Neither the prior nor the evidence is changed.
 */
export function believing(
  prior: Normal,
  measurements: readonly MeasuredSum[],
  sightings: readonly SeenSum[],
  sweeps = SWEEPS,
): { belief: Normal; evidence: number; likely: Float64Array } {
  const belief: Normal = { mean: prior.mean.slice(), covariance: prior.covariance.slice() };
  for (const { row, value, variance } of measurements) add(belief, row, 1 / variance, value / variance);
  const sites = sightings.map(() => ({ precision: 0, shift: 0 }));
  let evidence = 0;
  const likely = new Float64Array(sightings.length);
  for (let sweep = 0; sweep < sweeps; sweep++) {
    let largest = 0;
    for (const [k, { row, likelihood }] of sightings.entries()) {
      const site = sites[k] as { precision: number; shift: number };
      const now = along(belief, row);
      // What all the others say of this direction.
      const precision = 1 / now.variance - site.precision;
      if (!(precision > LEAST_LEFT)) continue;
      const others = { mean: (now.mean / now.variance - site.shift) / precision, variance: 1 / precision };
      const seen = moments(others.mean, others.variance, likelihood);
      likely[k] = seen.evidence;
      if (seen.evidence === 0) continue;
      if (sweep === 0) evidence += Math.log(seen.evidence);
      const wanted = {
        precision: Math.max(0, 1 / seen.variance - precision),
        shift: seen.mean / seen.variance - others.mean * precision,
      };
      largest = Math.max(largest, Math.abs(wanted.precision - site.precision) * now.variance);
      add(belief, row, wanted.precision - site.precision, wanted.shift - site.shift);
      sites[k] = wanted;
    }
    if (largest < SETTLED) break;
  }
  return { belief, evidence, likely };
}
