import { BANDS } from '../core/colour/index.ts';
import { BENCH_ACTS, doAct, refusalOf } from './acts.ts';
import { type Chance, chanceOf } from './chance.ts';
import type { BenchAct, BenchSpot, Making } from './interface.ts';
import { drift, type Stock, type WoodNature } from './natures.ts';
import { type BenchPlace, rawPlace, reflectanceOf } from './place.ts';

/** How much everything varies; all standard deviations of logarithms unless said. */
export const SPREAD = {
  /** One dye on one species, against the dye's usual. */
  affinity: 0.16,
  /** One board against its species: colour of the wood, thirst. */
  boardColour: 0.06,
  boardThirst: 0.035,
  /** Spots of one board: wood colour and film. */
  spotColour: 0.035,
  spotFilm: 0.05,
  /** Share of the grain under the aperture. */
  spotGrain: 0.12,
  /** Reading noise, in reflectance, and slow drift of the instrument's gain. */
  noise: 0.0008,
  drift: 0.0015,
} as const;

/** A board of the workshop: what it is and all that was done to it. It is made anew, by doing it again, at every reading. */
export interface WorkshopBoard {
  seed: number;
  /** Any text that stays the same for one board: its chance comes from it. */
  id: string;
  species: string;
  making?: Making;
  /** The part of a plank that it is, and how many acts were done to the whole plank: from there on its hand is its own. */
  strip?: { name: string; from: number } | undefined;
  acts: readonly BenchAct[];
}

export function woodOf(stock: Stock, species: string): WoodNature {
  const wood = stock.woods.get(species);
  if (!wood) throw new RangeError(`The workshop has no ${species}.`);
  return wood;
}

/** What the bench says to the first act of a board that cannot be done; null when all can. */
export function firstRefusal(stock: Stock, { species, acts }: Pick<WorkshopBoard, 'species' | 'acts'>): string | null {
  if (!stock.woods.has(species)) return `The workshop has no ${species}.`;
  for (const act of acts) {
    const refusal = refusalOf(stock, act);
    if (refusal) return refusal;
  }
  return null;
}

const WAVES = 5;
const LENGTH = 240;
const WIDTH = 110;
/** A soft field over a board, mean 0 and variance 1: waves of some centimetres, mm in. */
function softField(chance: Chance): (x: number, y: number) => number {
  const waves = Array.from({ length: WAVES }, () => ({
    x: ((chance.even() - 0.5) * 2 * Math.PI) / 60,
    y: ((chance.even() - 0.5) * 2 * Math.PI) / 25,
    from: 2 * Math.PI * chance.even(),
  }));
  return (x, y) => waves.reduce((sum, w) => sum + Math.sin(w.x * x + w.y * y + w.from), 0) * Math.sqrt(2 / WAVES);
}

/** What is known of a place before anything was done: `spot` names where on the zone the instrument lies. */
function hereOn(board: WorkshopBoard, wood: WoodNature, zone: BenchSpot, spot: string) {
  const own = chanceOf(board.seed, 'board', board.id);
  const boardColour = drift(own, SPREAD.boardColour);
  const thirst = own.factor(SPREAD.boardThirst);
  const field = softField(own);
  const chance = chanceOf(board.seed, 'spot', board.id, spot);
  const [x, y] = [LENGTH * chance.even(), WIDTH * chance.even()];
  const spotColour = drift(chance, SPREAD.spotColour);
  return {
    spot: zone,
    colour: (band: number) => boardColour(band) * spotColour(band),
    drinks: thirst * Math.exp(wood.blotch * field(x, y)),
    holds: chance.factor(SPREAD.spotFilm),
    grain: 1 + SPREAD.spotGrain * chance.normal(),
  };
}

const affinityOn = (seed: number, species: string) => (colour: string) =>
  chanceOf(seed, 'affinity', colour, species).factor(SPREAD.affinity);

function worked(
  stock: Stock,
  board: WorkshopBoard,
  place: BenchPlace,
  hand: (at: number, act: BenchAct) => number,
): BenchPlace {
  const affinity = affinityOn(board.seed, board.species);
  if (board.making?.conditioner) doAct(place, stock, { act: { kind: 'conditioner' }, hand: 1, affinity });
  for (const [at, act] of board.acts.entries()) doAct(place, stock, { act, hand: hand(at, act), affinity });
  return place;
}

const handOf = ({ id, strip }: WorkshopBoard, at: number) => (strip && at >= strip.from ? `${id}/${strip.name}` : id);

/**
 * One spot of a board, as the instrument's aperture sees it without noise.
 * @returns 31 reflectances, specular included
 */
export function reflectanceAt(
  stock: Stock,
  board: WorkshopBoard,
  spot: string,
  zone: BenchSpot = 'face',
): Float64Array {
  const wood = woodOf(stock, board.species);
  const place = rawPlace(wood, board.making ?? {}, hereOn(board, wood, zone, spot));
  const hand = (at: number, act: BenchAct) =>
    chanceOf(board.seed, 'hand', handOf(board, at), at, act.kind).factor(BENCH_ACTS[act.kind].hand);
  return reflectanceOf(worked(stock, board, place, hand), zone);
}

/** The mean board of its species, made just as meant: what a recipe comes to when nothing strays. */
export function meantReflectance(stock: Stock, board: Omit<WorkshopBoard, 'id'>): Float64Array {
  const wood = woodOf(stock, board.species);
  const mean = { spot: 'face' as const, colour: () => 1, drinks: 1, holds: 1, grain: 1 };
  const place = rawPlace(wood, board.making ?? {}, mean);
  return reflectanceOf(worked(stock, { ...board, id: '' }, place, () => 1));
}

/** One reading with the instrument's noise and drift. `count` is how many readings the instrument has taken so far. */
export function readSpot(stock: Stock, board: WorkshopBoard, spot: string, count: number, zone?: BenchSpot): number[] {
  const noise = chanceOf(board.seed, 'noise', board.id, spot, board.acts.length, count);
  const gain = 1 + SPREAD.drift * Math.sin(count / 90 + board.seed);
  const seen = reflectanceAt(stock, board, spot, zone);
  return Array.from({ length: BANDS }, (_, i) => Math.max(0, seen[i] * gain + SPREAD.noise * noise.normal()));
}
