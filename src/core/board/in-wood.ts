import { BANDS, type Spectrum } from '../colour/grid.ts';
import { type Carrier, COLOURANT_INFO } from '../kinds/index.ts';
import { type Layer, methodOf, setting, traitsOf } from '../layers/layer.ts';
import type { Colourant } from '../layers/materials.ts';
import { absorptionRatio } from '../optics/kubelka-munk.ts';
import { underSurface } from '../optics/surface.ts';
import { dyeByScratches } from './preparation.ts';
import {
  type BoardState,
  filmOn,
  grid,
  type InWood,
  inWood,
  moves,
  type Setup,
  timesEach,
  touchedBy,
  withFilm,
  zeros,
  zoneOf,
} from './state.ts';
import { anatomyOf, bareSurface, type Tissue, type Wood } from './wood.ts';

/** What one colourant of a layer comes to: how much of it is held for it, times its curve. */
export interface Dose {
  colourant: Colourant;
  amount: number;
}

/** Share of a reactive colour that each tannin class can develop; what half of it takes, in K/S of the profile. */
const TANNIN_SHARE = [0.05, 0.3, 0.7, 1] as const;
const REACTIVE_HALFWAY = 6;
/** Ink is carbon in water: it lies on the face and cannot wet into open pores. */
const INK_IN_PORES = 0.06;
/** What the wood does not take in is wiped off again but for this share of it, in a film. Common practice, no source. */
const RESIDUE = { dye: 0.012, ink: 0.02, reactive: 0 } as const;
/** Sprayed, it is not wiped off: it melts into the seal and tones. Common practice, no source. */
const MELTS_IN = 0.16;
/** How far a wet rag takes colour along again. */
export const WASHES = { dye: 1, ink: 0.5, reactive: 0.1 } as const;
/** Share that the next wiped coat of its own solvent lifts off, where no transfer test has told. Common practice. */
export const USUAL_LIFT = 0.08;
/** Share of its colour that a year of daylight through a window takes. Common practice: dyes are weak in light. */
export const FADES = { dye: 0.03, ink: 0, reactive: 0.005 } as const;
/** Exponents of dwell and load: twice as long, or twice as much, takes this power of two more. Common practice. */
const DWELL = 0.12;
const LOAD = 0.3;
const USUAL_DWELL = 5;
/** What a dye that is in the wood already leaves a reactive colour of the wood's own. Common practice, no source. */
const THROUGH_DYE = 0.85;
/** Hours after which nothing of a bleach acts any more, and the share of a colour that a full one eats before. Common practice. */
const BLEACH_IS_OUT = 24;
const EATS = 0.2;

/**
 * What of a colourant the wood shows when so much of it has been offered, in units of the profile's curve: strength times
 * coats to the profile's exponent, so that each further coat gives less and two coats of half strength give one.
 * A reactive colour develops until the wood's tannin is used up, an exponential approach.
 * @param mass g/L, summed over coats
 */
export function held(
  mass: number,
  { kind, exponent }: Pick<Colourant, 'kind' | 'exponent'>,
  wood: Pick<Wood, 'tannin'>,
): number {
  const amount = mass ** exponent;
  if (!COLOURANT_INFO[kind].reacts) return amount;
  return TANNIN_SHARE[wood.tannin] * REACTIVE_HALFWAY * (1 - Math.exp(-amount / REACTIVE_HALFWAY));
}

/** How much of what is offered the wood drinks, over its face: 1 bare, 0 under a film. What it rejects is wiped off, not held. */
export const opening = ({ open }: Pick<BoardState, 'open'>, wood: Wood): number =>
  wood.tissues.reduce((sum, { fraction }, t) => sum + fraction * open[t], 0);

/**
 * What a further coat adds to what shows, were the wood all open: the first on bare wood its mass to the exponent, each
 * further one less, and no more for what the wood rejected.
 * @param before g/L held, `offered` g/L put on, `drinks` as {@link opening} says
 */
export function gainOf(
  before: number,
  offered: number,
  drinks: number,
  colourant: Pick<Colourant, 'kind' | 'exponent'>,
  wood: Pick<Wood, 'tannin'>,
): number {
  // Nothing goes in: what a trace of it on top is worth.
  if (drinks < 1e-9) return held(offered, colourant, wood);
  return (
    (held(before + offered * drinks, colourant, wood) - held(before, colourant, wood)) / drinks ** colourant.exponent
  );
}

/** The share of the wood's tannin that other reactive colours have left. */
function tanninLeft(state: BoardState, { materials, wood }: Setup, own: string): number {
  let left = 1;
  for (const [id, mass] of Object.entries(state.held)) {
    const colourant = materials.colourants[id];
    if (!colourant || !COLOURANT_INFO[colourant.kind].reacts || id === own) continue;
    left -= held(mass, colourant, wood) / (TANNIN_SHARE[wood.tannin] * REACTIVE_HALFWAY);
  }
  return Math.max(0, left);
}

/** What the wood still holds of each colourant when a share of its colour was taken off again, by kind of colourant. */
export const heldAfter = (
  before: BoardState['held'],
  { materials }: Setup,
  kept: (kind: keyof typeof WASHES, carrier: Carrier) => number,
): BoardState['held'] =>
  Object.fromEntries(
    Object.entries(before).map(([id, mass]) => {
      const { kind, carrier, exponent } = materials.colourants[id];
      return [id, mass * kept(kind as keyof typeof WASHES, carrier) ** (1 / exponent)];
    }),
  );

/** What a layer of colour adds to what the wood holds already, by colourant. */
function dosesInWood(state: BoardState, layer: Layer, setup: Setup): Dose[] {
  const coats = setting(layer, 'coats');
  const drinks = opening(state, setup.wood);
  return Object.entries(layer.colours).map(([id, strength]) => {
    const colourant = setup.materials.colourants[id] as Colourant;
    const before = state.held[id] ?? 0;
    const gain = gainOf(before, coats * strength, drinks, colourant, setup.wood);
    const tannin = COLOURANT_INFO[colourant.kind].reacts ? tanninLeft(state, setup, id) : 1;
    return { colourant, amount: gain * tannin * (1 - state.eats) * (setup.tuning.uptake[id] ?? 1) };
  });
}

/** Sum of the doses' curves, 31 values. */
export function curveInWood(doses: readonly Dose[], curve: 'absorption' | 'scatter'): Spectrum {
  const sum = zeros();
  for (const { colourant, amount } of doses)
    for (let i = 0; i < BANDS; i++) sum[i] = sum[i] + amount * colourant[curve][i];
  return sum;
}

/**
 * How far dark tissue is dark because it scatters less, so that the same dye shows more in it: an exponent, chosen so that a
 * dye keeps the figure as the trade sees it; no source.
 */
const SHOWS_MORE = 0.35;
const MOST_SHOWN = 2;
const MIDDLE_BAND = 15;

/**
 * How much more than on the whole face the same colour shows in each tissue: K/S of dye in tissue that scatters less is
 * larger. So a dye keeps the figure that a film of pigment veils. 1 over the face.
 */
export function showsIn(wood: Wood): number[] {
  const ratios = wood.tissues.map(({ reflectance }) =>
    absorptionRatio(underSurface(reflectance[MIDDLE_BAND], bareSurface(wood))),
  );
  const over = (values: readonly number[]) => wood.tissues.reduce((sum, t, k) => sum + t.fraction * values[k], 0);
  const mean = over(ratios);
  const shown = ratios.map((ratio) => Math.min(MOST_SHOWN, (ratio / mean) ** SHOWS_MORE));
  const whole = over(shown);
  return shown.map((v) => v / whole);
}

/** What a tissue takes of a dye, 1 = the flat ground of a usual board. */
function uptake(
  state: BoardState,
  setup: Setup,
  tissue: Tissue,
  t: number,
  { colour, carrier, shows }: { colour: keyof typeof RESIDUE; carrier: Carrier | null; shows: number },
): number {
  const { preparation, thirst } = setup;
  const own = colour === 'ink' && tissue.name === 'pore' ? INK_IN_PORES : tissue.dye;
  // Wetted just before, thirsty wood takes a water dye more evenly, and a little less of it.
  const wetted = preparation.preWet && colour === 'dye' && carrier === 'water' && state.last < 0;
  const even = wetted ? 1 - 0.7 * (1 - state.even) : state.even;
  const through = colour === 'reactive' && state.inWood.some((w) => w.lift > 0) ? THROUGH_DYE : 1;
  const scratches = 1 + (dyeByScratches(preparation, anatomyOf(setup.wood), tissue.name) - 1) * state.scratches;
  return (
    (own * shows * zoneOf(setup).dye * thirst) ** (1 - even) *
    scratches *
    through *
    (wetted ? 0.94 : 1) *
    (1 - (tissue.name === 'pore' ? state.filled : 0)) *
    state.open[t]
  );
}

/** How much longer or fuller than usual a coat of dye works. */
const worked = (layer: Layer): number =>
  traitsOf(layer).dyes ? (setting(layer, 'dwell') / USUAL_DWELL) ** DWELL * setting(layer, 'load') ** LOAD : 1;

/**
 * Dye, ink, reactive colour: K/S of the wood grows by the doses' curves times what each tissue takes (single-constant
 * Kubelka-Munk, Kubelka and Munk 1931). What sealed wood does not take in is wiped off, a trace lies on top.
 */
export function colourTheWood(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  const doses = dosesInWood(state, layer, setup);
  if (doses.length === 0) return state;
  const kind = layer.kind as keyof typeof RESIDUE;
  const { wood } = setup;
  const curve = curveInWood(doses, 'absorption');
  const carrier = doses[0]?.colourant.carrier ?? null;
  const shows = kind === 'ink' ? null : showsIn(wood);
  const takes = wood.tissues.map(
    (tissue, t) => worked(layer) * uptake(state, setup, tissue, t, { colour: kind, carrier, shows: shows?.[t] ?? 1 }),
  );
  const share = doses.reduce((sum, d) => sum + (d.colourant.lift ?? USUAL_LIFT), 0) / doses.length;
  const colour = inWood(
    {
      layer: at,
      adds: grid(wood, (_, t, i) => takes[t] * curve[i]),
      washes: WASHES[kind],
      carrier,
      lift: kind === 'dye' ? share : 0,
      fades: FADES[kind],
    },
    wood.tissues.length,
  );
  const coats = setting(layer, 'coats');
  const mass = Object.fromEntries(
    Object.entries(layer.colours).map(([id, strength]) => [
      id,
      (state.held[id] ?? 0) + coats * strength * opening(state, wood),
    ]),
  );
  const coloured = {
    ...state,
    inWood: [...state.inWood, colour],
    held: { ...state.held, ...mass },
    unread: touchedBy(state.unread, at),
  };
  const stays = kind === 'dye' && methodOf(layer) === 'sprayed' ? MELTS_IN : RESIDUE[kind];
  const trace = state.open.map((open) => stays * (1 - open));
  if (trace.every((v) => v < 1e-9)) return coloured;
  return withFilm(
    coloured,
    filmOn({
      layer: at,
      kind: layer.kind,
      absorbs: curve,
      thickness: trace,
      movable: methodOf(layer) !== 'sprayed',
      carrier,
      coloured: true,
    }),
  );
}

/** A bleach takes dye further than the wood's own colour, half of what reacted with it, and neither ink nor char. */
const BLEACHES_FURTHER = 1.2;
const bleachLeaves = ({ washes, adds }: InWood, strength: number): number =>
  adds === null || washes === WASHES.ink || washes === 0
    ? 1
    : washes === WASHES.reactive
      ? 1 - 0.5 * strength
      : (1 - strength) ** BLEACHES_FURTHER;

/**
 * Bleach: K/S of the wood's own colour times what is left after `strength` (0-0.95), least at the blue end, where wood is
 * yellow; dye goes further, carbon and char stay. It works only where it reaches the wood. Common practice, no source.
 */
export function bleachWood(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  const blocked = state.films.some((_, n) => moves(state, n)) ? 0.3 : 1;
  const reach = state.reach * blocked;
  if (reach === 0) return state;
  const strength = setting(layer, 'strength') * reach;
  const scales = grid(setup.wood, (_, _t, i) => Math.log(1 - strength * (0.75 + 0.23 * (i / (BANDS - 1)))));
  return {
    ...state,
    // Unless it is said otherwise, a finisher lets it dry.
    eats: (layer.wait ?? BLEACH_IS_OUT) < BLEACH_IS_OUT ? EATS * strength : 0,
    // The wood's own colour lies below all that was put in.
    inWood: [
      inWood({ layer: at, scales }, setup.wood.tissues.length),
      ...state.inWood.map((w) => ({ ...w, left: timesEach(w.left, bleachLeaves(w, strength)) })),
    ],
    held: heldAfter(state.held, setup, (kind) =>
      kind === 'dye' ? (1 - strength) ** BLEACHES_FURTHER : kind === 'reactive' ? 1 - 0.5 * strength : 1,
    ),
    unread: touchedBy(state.unread, at),
  };
}

/** Oil fills the cells with something of wood's own index: K/S deepens, dark tissue more than light. */
const DEEPENING = { ground: 1.12, grain: 1.25, pore: 1.3, ray: 1.05 } as const;

/** The part of a coat of oil that the wood drinks, as far as it is open. Common practice, no source. */
export const deepened = (state: BoardState, at: number, { wood }: Setup): BoardState =>
  state.open.every((open) => open === 0)
    ? state
    : {
        ...state,
        inWood: [
          ...state.inWood,
          inWood(
            {
              layer: at,
              scales: grid(wood, ({ name }, t) => state.open[t] * Math.log(DEEPENING[name])),
            },
            wood.tissues.length,
          ),
        ],
      };
