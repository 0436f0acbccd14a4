import { BANDS } from '../core/colour/index.ts';
import { type Chance, chanceOf } from './chance.ts';
import { behindInterface, bodyOf, bodyRatio, throughFilm } from './light.ts';
import type { TrueDye, TruePigment, TrueWood } from './stock.ts';

export type Strengths = Readonly<Record<string, number>>;
/** What was done to a board, in order. */
export type Step =
  | { act: 'dye'; strengths: Strengths }
  | { act: 'seal'; amber: number }
  | { act: 'glaze'; strengths: Strengths }
  | { act: 'clear'; amber: number };

/** How much everything varies; all standard deviations of logarithms unless said. */
export const SPREAD = {
  /** One dye on one species, against the dye's usual. */
  affinity: 0.16,
  /** One board against its species: colour of the wood, thirst. */
  boardColour: 0.06,
  boardThirst: 0.035,
  /** One coat against another. */
  coat: 0.03,
  /** One glaze against another: the hand. */
  hand: 0.06,
  /** How level the clear lies; with the gloss read in, D/8, it hardly shows. */
  level: 0.01,
  /** Spots of one board: wood colour and film. */
  spotColour: 0.035,
  spotFilm: 0.05,
  /** Reading noise, in reflectance, and slow drift of the instrument's gain. */
  noise: 0.0008,
  drift: 0.0015,
} as const;

/** The dyes of a mix compete for the wood: at this many g/L in all, each takes half as well. */
const HALF_UPTAKE = 120;
/** A glaze on bare wood soaks in: more of it stays when it is wiped, and it hardly levels. */
const SOAKS_IN = 1.4;
const GLAZED_BARE_LEVEL = 0.3;
const SEALER_INDEX = 1.47;
const CLEAR_INDEX = 1.51;
const WOOD_INDEX = 1.4;

export interface Stock {
  woods: ReadonlyMap<string, TrueWood>;
  dyes: ReadonlyMap<string, TrueDye>;
  pigments: ReadonlyMap<string, TruePigment>;
}
export interface BoardState {
  seed: number;
  id: string;
  species: string;
  steps: readonly Step[];
}

const affinity = (seed: number, dye: string, species: string) =>
  chanceOf(seed, 'affinity', dye, species).factor(SPREAD.affinity);

/** Low, smooth variation over the bands: a level and a tilt. */
function hueDrift(chance: Chance, size: number): (band: number) => number {
  const level = chance.normal() * size;
  const tilt = chance.normal() * size * 0.5;
  return (band) => Math.exp(level + (tilt * (band - BANDS / 2)) / BANDS);
}

/** What a clear of that much amber lets through, there and back, in one band: it swallows the blue end. */
const throughAmber = (amber: number, band: number) => Math.exp(-2 * amber * Math.exp(-(band * 10) / 55));

/**
 * One spot of a board, as the instrument's aperture sees it without noise.
 * @returns 31 reflectances, specular included
 */
export function reflectanceAt(stock: Stock, board: BoardState, spot: string): Float64Array {
  const { seed, id, species, steps } = board;
  const wood = stock.woods.get(species);
  if (!wood) throw new RangeError(`The workshop has no ${species}.`);
  const own = chanceOf(seed, 'board', id);
  const boardDrift = hueDrift(own, SPREAD.boardColour);
  const thirst = wood.thirst * own.factor(SPREAD.boardThirst);
  const here = chanceOf(seed, 'spot', id, spot);
  const spotDrift = hueDrift(here, SPREAD.spotColour);
  const film = here.factor(SPREAD.spotFilm);
  const shift = 1 + 0.12 * here.normal();
  const out = new Float64Array(BANDS);

  const fractions = wood.tissues.map((t, i) => (i === 0 ? t.fraction : Math.max(0.01, t.fraction * shift)));
  const total = fractions.reduce((a, b) => a + b, 0);
  const dyed = steps.find((s) => s.act === 'dye');
  const sealed = steps.find((s) => s.act === 'seal');
  const glazed = steps.find((s) => s.act === 'glaze');
  const cleared = steps.find((s) => s.act === 'clear');
  const coat = chanceOf(seed, 'dye', id).factor(SPREAD.coat);
  const hand = chanceOf(seed, 'glaze', id).factor(SPREAD.hand);
  const build = chanceOf(seed, 'clear', id).factor(0.1);
  const level = Math.min(0.98, 0.9 + SPREAD.level * chanceOf(seed, 'level', id).normal());
  const shares = Object.entries(dyed?.strengths ?? {}).filter(([, g]) => g > 0);
  const doses = shares.map(([dye, g]) => {
    const truth = stock.dyes.get(dye);
    if (!truth) throw new RangeError(`The workshop has no dye ${dye}.`);
    return { truth, dose: g ** truth.exponent * affinity(seed, dye, species) };
  });
  const crowded = HALF_UPTAKE / (HALF_UPTAKE + shares.reduce((sum, [, g]) => sum + g, 0));
  const glaze = Object.entries(glazed?.strengths ?? {}).map(([pigment, share]) => {
    const truth = stock.pigments.get(pigment);
    if (!truth) throw new RangeError(`The workshop has no pigment ${pigment}.`);
    return { truth, share };
  });

  for (let i = 0; i < BANDS; i++) {
    const drift = boardDrift(i) * spotDrift(i);
    const colour = doses.reduce((sum, d) => sum + d.dose * d.truth.curve[i], 0);
    const k = glaze.reduce((sum, g) => sum + g.share * g.truth.absorption[i], 0);
    const s = glaze.reduce((sum, g) => sum + g.share * g.truth.scatter[i], 0);
    for (let t = 0; t < wood.tissues.length; t++) {
      const tissue = wood.tissues[t];
      // The raw tissues are tabled as read; take their rough surface off, approximately, to get at the body.
      const raw = tissue.raw[i] / (1 - wood.roughness + wood.roughness * tissue.raw[i]);
      const taken = colour * crowded * thirst * tissue.dye * coat;
      let body = bodyOf(bodyRatio(raw) * drift + taken);
      let reading: number;
      if (sealed) body *= throughAmber(sealed.amber, i);
      if (glazed) {
        const x = 1.1 * film * hand * tissue.film * (sealed ? 1 : SOAKS_IN);
        body =
          0.3 * throughFilm(body, k * x * 0.7, s * x * 0.7) +
          0.5 * throughFilm(body, k * x, s * x) +
          0.2 * throughFilm(body, k * x * 1.4, s * x * 1.4);
      }
      if (cleared) {
        body *= throughAmber(cleared.amber * build, i);
        reading = behindInterface(body, CLEAR_INDEX, level);
      } else if (sealed) reading = behindInterface(body, SEALER_INDEX, 0.75);
      else if (glazed) reading = behindInterface(body, WOOD_INDEX, GLAZED_BARE_LEVEL);
      else reading = behindInterface(body, WOOD_INDEX, wood.roughness * 0.5);
      out[i] += (fractions[t] / total) * reading;
    }
  }
  return out;
}

/** One reading with the instrument's noise and drift. `count` is how many readings the instrument has taken so far. */
export function readSpot(stock: Stock, board: BoardState, spot: string, count: number): number[] {
  const noise = chanceOf(board.seed, 'noise', board.id, spot, board.steps.length);
  const drift = 1 + SPREAD.drift * Math.sin(count / 90 + board.seed);
  return Array.from(reflectanceAt(stock, board, spot), (r) => Math.max(0, r * drift + SPREAD.noise * noise.normal()));
}
