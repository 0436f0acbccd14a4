import { BANDS } from '../colour/grid.ts';
import { ACT, type Act, type Stage } from '../optics/program.ts';
import { type BoardState, type Film, type InWood, type Setup, surfaceOf } from './state.ts';

const EMPTY = new Float64Array(0);
/** Years in which most of what a clear ambers in the long run is done. Common practice, no source. */
const AMBERING_YEARS = 12;
/** An amber swallows the blue end: bands until it is down to a third. */
const AMBER_BANDS = 6;

/** Fills tissues x 31 from a curve of 31 and a number for each tissue. */
function spread(perTissue: readonly number[], of: (band: number, amount: number) => number): Float64Array {
  const out = new Float64Array(perTissue.length * BANDS);
  perTissue.forEach((amount, t) => {
    for (let i = 0; i < BANDS; i++) out[t * BANDS + i] = of(i, amount);
  });
  return out;
}

function woodActs({ layer, adds, scales, left, fades }: InWood, years: number): Act[] {
  const kept = Math.exp(-fades * years);
  const acts: Act[] = [];
  const per = (curve: Float64Array, make: (v: number, share: number) => number) =>
    curve.map((v, c) => make(v, left[Math.floor(c / BANDS)]));
  if (adds) acts.push({ code: ACT.colour, layer, a: per(adds, (v, share) => v * share * kept), b: EMPTY });
  if (scales) acts.push({ code: ACT.scale, layer, a: per(scales, (v, share) => Math.exp(v * share)), b: EMPTY });
  return acts;
}

function filmActs(film: Film, years: number): Act[] {
  const { layer, thickness, scatters, coloured, shown } = film;
  const amber = film.ambers * (1 - Math.exp(-years / AMBERING_YEARS));
  const kept = Math.exp(-film.fades * years);
  const absorbs = film.absorbs.map((v, i) => v * kept + amber * Math.exp(-i / AMBER_BANDS));
  const a = spread(thickness, (i, x) => x * absorbs[i]);
  const acts: Act[] = [];
  if (scatters) acts.push({ code: ACT.film, layer, a, b: spread(thickness, (i, x) => x * scatters[i]) });
  else if (coloured) acts.push({ code: ACT.veil, layer, a, b: EMPTY });
  else acts.push({ code: ACT.tint, layer, a: a.map((v) => Math.exp(-2 * v)), b: EMPTY });
  for (const { log, at } of shown)
    acts.push({
      code: ACT.scale,
      layer,
      a: spread(
        thickness.map((v, t) => (at[t] > 0 ? v / at[t] : 0)),
        (i, share) => Math.exp(log[i] * share),
      ),
      b: EMPTY,
    });
  return acts;
}

const MIDDLE_BAND = 15;
/** Share of each tissue that metal covers, as far as nothing that scatters lies over it. */
function flakesOf({ films, open }: BoardState): number[] {
  return open.map((_, t) =>
    films.reduce((seen, { scatters, metal, thickness }) => {
      const hides = scatters ? 1 - Math.exp(-scatters[MIDDLE_BAND] * thickness[t]) : 0;
      return metal ? seen + (1 - seen) * hides : seen * (1 - hides);
    }, 0),
  );
}

/** Makes the kernel's stages of board states; what two stages have in common is made once. */
export function columns(setup: Setup, years: number) {
  const made = new Map<InWood | Film, Act[]>();
  const actsOf = <T extends InWood | Film>(part: T, make: (part: T, years: number) => Act[]): Act[] => {
    const known = made.get(part) ?? make(part, years);
    made.set(part, known);
    return known;
  };
  return (state: BoardState, before: Stage | null): Stage => {
    const acts = [
      ...state.inWood.flatMap((w) => actsOf(w, woodActs)),
      ...state.films.flatMap((f) => actsOf(f, filmActs)),
    ];
    const carried = before?.acts.every((act, k) => act === acts[k]) ? before.acts.length : 0;
    return { acts, carried, surface: surfaceOf(state, setup), flakes: flakesOf(state) };
  };
}
