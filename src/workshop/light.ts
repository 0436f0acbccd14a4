/**
 * The workshop's own optics. Kept apart from the matcher's on purpose: interfaces by refractive index instead of two
 * fitted constants, films in many thin steps instead of one closed form, and thickness that varies within a tissue.
 */

/**
 * Internal diffuse reflection of a flat interface: the share of perfectly diffuse light inside that cannot leave.
 * Empirical fit in n, 1 to 2.5 (Egan and Hilgeman 1979).
 */
export const internalDiffuse = (n: number): number => -1.4399 / (n * n) + 0.7099 / n + 0.6681 + 0.0636 * n;

/** Reading of a body of reflectance `body` behind an interface of index n, of which a share `level` is optically flat. */
export function behindInterface(body: number, n: number, level: number): number {
  const mirror = ((n - 1) / (n + 1)) ** 2;
  const back = internalDiffuse(n);
  const flat = mirror + ((1 - mirror) * (1 - back) * body) / (1 - back * body);
  const roughBack = 0.35 * back;
  const rough = mirror * 0.4 + ((1 - mirror * 0.4) * (1 - roughBack) * body) / (1 - roughBack * body);
  return level * flat + (1 - level) * rough;
}

const STEPS = 24;

/**
 * A scattering, absorbing film over a body, by adding thin layers one upon another: each of absorption k and scatter s
 * passes 1 - k - s, turns s back, to second order in both.
 */
export function throughFilm(body: number, absorption: number, scatter: number): number {
  let below = body;
  const k = absorption / STEPS;
  const s = scatter / STEPS;
  const back = s * (1 - k - s);
  const pass = Math.exp(-(k + s)) + (s * s) / 2;
  for (let i = 0; i < STEPS; i++) below = back + (pass * pass * below) / (1 - back * below);
  return below;
}

export const bodyRatio = (body: number): number => (1 - body) ** 2 / (2 * body);
export const bodyReflectanceOf = (ratio: number): number => 1 + ratio - Math.sqrt(ratio * ratio + 2 * ratio);
