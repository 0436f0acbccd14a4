/** Lowest and highest internal reflectance that the model works with: keeps K/S finite. */
export const DARKEST = 1e-4;
export const LIGHTEST = 1 - 1e-4;

/** K/S of an infinitely thick layer from its internal reflectance (Kubelka and Munk 1931): (1-R)^2 / 2R. */
export function absorptionRatio(reflectance: number): number {
  const r = Math.min(LIGHTEST, Math.max(DARKEST, reflectance));
  return ((1 - r) * (1 - r)) / (2 * r);
}

/** Internal reflectance of an infinitely thick layer from K/S: 1 + K/S - sqrt((K/S)^2 + 2 K/S). */
export const infiniteReflectance = (ratio: number): number => 1 + ratio - Math.sqrt(ratio * (ratio + 2));

/**
 * Kubelka-Munk film over a substrate (Kubelka 1948), in the form multiplied through by SX so that it stays finite
 * and right as S, X or K go to zero and as X goes to infinity.
 * @param absorption K X of the film, >= 0
 * @param scatter S X of the film, >= 0
 * @param ground internal reflectance of what lies below, 0-1
 * @returns internal reflectance of the film over the ground, 0-1
 */
export function filmOver(absorption: number, scatter: number, ground: number): number {
  const beta = Math.sqrt(absorption * (absorption + 2 * scatter));
  let betaCoth: number;
  if (beta < 1e-3) betaCoth = 1 + (beta * beta) / 3;
  else {
    const e = Math.exp(-2 * beta);
    betaCoth = (beta * (1 + e)) / (1 - e);
  }
  const sum = absorption + scatter;
  return (scatter - ground * (sum - betaCoth)) / (sum - ground * scatter + betaCoth);
}
