import type { SeenElsewhere } from '../belief/elsewhere.ts';
import { type Tuning, UNTUNED } from '../board/state.ts';
import { KINDS, type LayerKind } from '../kinds/index.ts';
import { goesIn, type Materials } from '../layers/materials.ts';

/** What the shop has learned, for every species it has coloured. */
export interface Knowledge {
  /** Log factor and its standard deviation by parameter name, e.g. `uptake/honey`, `uptake/honey/ash`, `film/glaze`. */
  parameters: Record<string, { value: number; deviation: number }>;
  /** Log factor on K/S that no parameter explains, by species and layer kind. */
  residuals: Record<string, Partial<Record<LayerKind, number[]>>>;
  /** How far a stage of each layer kind still strays from what is expected: standard deviation along one axis, CIEDE2000. */
  spread: Partial<Record<LayerKind, number>>;
  /** Boards that taught, in order. */
  boards: string[];
  /** Boards that could teach nothing, and why, in a sentence each. */
  leftOut: { board: string; why: string }[];
  /** What the looks of other jobs told. */
  seen?: SeenElsewhere;
}
export const NOTHING_LEARNED: Knowledge = { parameters: {}, residuals: {}, spread: {}, boards: [], leftOut: [] };

/** Spread of a stage that no board has shown yet, and how many boards that guess is worth. */
export const USUAL_SPREAD = 0.25;
export const USUAL_SPREAD_BOARDS = 3;

/**
 * Prior standard deviations of the log factors (k2 for `coat`). Film and clear are narrow: the ladders have shown them
 * already, and one odd board must not spoil the next wood.
 */
export const PRIOR = { uptake: 0.12, species: 0.16, thirst: 0.15, film: 0.1, coat: 0.015 } as const;
/** The same of a colour that nobody has laddered, only looked at: any board of it may tell a good deal. Common practice. */
export const USUAL_UPTAKE = 0.45;
/** How the parameters are called: what is learned is read by these names and kept under them. */
export const names = {
  uptake: (id: string) => `uptake/${id}`,
  onSpecies: (id: string, species: string) => `uptake/${id}/${species}`,
  thirst: (species: string) => `thirst/${species}`,
  film: (kind: LayerKind) => `film/${kind}`,
  coat: 'coat',
};

/** Spread of the stage after a layer, learned or usual. */
export const spreadOf = (knowledge: Knowledge, kind: LayerKind): number => knowledge.spread[kind] ?? USUAL_SPREAD;

/** The model's tuning on a species, from what has been learned; colourants never met keep their profile. */
export function tuningOf(knowledge: Knowledge, species: string, materials: Materials): Tuning {
  const get = (name: string) => knowledge.parameters[name]?.value ?? 0;
  const uptake: Record<string, number> = {};
  for (const [id, { kind }] of Object.entries(materials.colourants))
    uptake[id] = Math.exp(
      get(names.uptake(id)) + (!goesIn(kind) ? 0 : get(names.onSpecies(id, species)) + get(names.thirst(species))),
    );
  const film: Partial<Record<LayerKind, number>> = {};
  for (const kind of Object.keys(KINDS) as LayerKind[]) film[kind] = Math.exp(get(names.film(kind)));
  return { ...UNTUNED, uptake, film, coatK2: get(names.coat), residual: knowledge.residuals[species] ?? {} };
}

/**
 * What a model that few boards have tried does not know of itself, as a standard deviation of each colour's log effect; and
 * how many boards are as good as knowing it half as well. From the simulated workshop: stated chances come true with it.
 */
const UNTRIED = 0.13;
const TRIED_BY = 25;
/** One wiped film against another of the same hand, in log of thickness. Common practice, no source. */
const HAND = 0.07;

/**
 * Standard deviation of each learned colourant's log uptake on a species: what its own and its general doubt add up to; and
 * of each kind of layer as a whole, `layer/<kind>`.
 */
export function doubtOf(knowledge: Knowledge, species: string, materials: Materials): Record<string, number> {
  const deviation = (name: string, unknown: number) => knowledge.parameters[name]?.deviation ?? unknown;
  const doubt: Record<string, number> = {};
  const untried = UNTRIED / Math.sqrt(1 + knowledge.boards.length / TRIED_BY);
  for (const [id, { kind, usual }] of Object.entries(materials.colourants)) {
    const general = deviation(names.uptake(id), usual ? USUAL_UPTAKE : PRIOR.uptake);
    const own = knowledge.parameters[names.onSpecies(id, species)];
    // General and own share are told apart badly but their sum well: when the own is known, its deviation bounds the sum.
    const known = !goesIn(kind)
      ? general
      : own
        ? Math.min(general, own.deviation)
        : Math.hypot(general, PRIOR.species, deviation(names.thirst(species), PRIOR.thirst));
    doubt[id] = Math.hypot(known, untried);
  }
  for (const kind of Object.keys(KINDS) as LayerKind[]) {
    const film = knowledge.parameters[names.film(kind)];
    const tried = KINDS[kind].doubt / Math.sqrt(1 + knowledge.boards.length / TRIED_BY);
    doubt[`layer/${kind}`] = film && KINDS[kind].is.wiped ? Math.hypot(film.deviation, HAND) : tried;
  }
  return doubt;
}
