/** Share of a standard normal below x. Abramowitz & Stegun 1964, 7.1.26; within 1.5e-7. */
export function normalBelow(x: number): number {
  const z = Math.abs(x) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * z);
  const poly = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const erf = 1 - poly * Math.exp(-z * z);
  return x < 0 ? (1 - erf) / 2 : (1 + erf) / 2;
}
