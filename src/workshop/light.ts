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

/** A film so thin that its series is exact to the last digits. */
const THIN = 0.02;

/** What a film turns back and lets pass. */
interface Slab {
  back: number;
  pass: number;
}
/** Two like films, one upon the other: light goes to and fro between them (Stokes 1862). */
function doubled({ back, pass }: Slab): Slab {
  const between = 1 / (1 - back * back);
  return { back: back + pass * pass * back * between, pass: pass * pass * between };
}

/**
 * A scattering, absorbing film over a body, by doubling: a film too thin for light to be turned back twice in it is laid
 * upon itself until it is as thick as this one. It is right however strong the film.
 */
export function throughFilm(body: number, absorption: number, scatter: number): number {
  const whole = absorption + scatter;
  if (whole === 0) return body;
  const doublings = Math.max(0, Math.ceil(Math.log2(whole / THIN)));
  const k = absorption / 2 ** doublings;
  const s = scatter / 2 ** doublings;
  // The two-flux equations' own series for a slab as thin as that.
  const square = k * (k + 2 * s);
  const sine = 1 + square / 6 + (square * square) / 120;
  const cosine = 1 + square / 2 + (square * square) / 24;
  const through = (k + s) * sine + cosine;
  let film: Slab = { back: (s * sine) / through, pass: 1 / through };
  for (let n = 0; n < doublings; n++) film = doubled(film);
  return film.back + (film.pass * film.pass * body) / (1 - film.back * body);
}

export const bodyRatio = (body: number): number => (1 - body) ** 2 / (2 * body);
export const bodyReflectanceOf = (ratio: number): number => 1 + ratio - Math.sqrt(ratio * ratio + 2 * ratio);
