import { CARRIER_INFO, type Carrier, type DryTest, KINDS, type Wait } from '../kinds/index.ts';
import { type Layer, mainColour, methodOf, setting, traitsOf } from '../layers/layer.ts';
import { carrierOf, type DryingFacts, type Materials } from '../layers/materials.ts';
import { type LearnedWait, learnedWait, type SeenDrying } from './seen.ts';
import { coatTime } from './waits.ts';

/** A window in which the next layer has to follow, hours after the coat; what is to be done once it is shut. */
export interface Window {
  opens: number;
  shuts: number;
  remedy: 'scuff' | 'again';
}

/** All times of one coat, in hours of fair air after it went on. */
export interface Drying {
  carrier: Carrier;
  /** Until the next layer may go on. */
  goOn: LearnedWait;
  /** Until a reading tells the dry colour. */
  read: number;
  /** Until it can be picked up and turned. */
  handle: number;
  /** Until it sands to powder. */
  sand: number;
  /** Until it can be used with care. */
  use: number;
  /** Until it is hard through. */
  cure: number;
  window: Window | null;
  /** That the mixed pot can be used; null where it keeps. */
  potLife: number | null;
  /** Minutes that it soaks before it is wiped; null where it is not. */
  soak: number | null;
  test: DryTest;
  /** How many times as long as an ordinary coat of its product it takes, by how it lies. */
  factor: number;
  /** Where its time comes from. */
  basis: 'seen here' | 'shop or label' | 'usual of its kind';
}

const DAY = 24;
/** By the binder in the tin: hours until the next coat, until use, until it is hard. Common practice. */
const BY_BINDER: readonly { has: RegExp; goOn: Wait; use: number; cure: number }[] = [
  { has: /linseed|tung/, goOn: { earliest: 72, usual: 84, safe: 168 }, use: 7 * DAY, cure: 21 * DAY },
  { has: /wax/, goOn: { earliest: 3, usual: 8, safe: 12 }, use: DAY, cure: 7 * DAY },
  { has: /cyano/, goOn: { earliest: 0.05, usual: 0.2, safe: 0.5 }, use: 1, cure: DAY },
  { has: /oil and varnish|danish/, goOn: { earliest: 6, usual: 12, safe: DAY }, use: 2 * DAY, cure: 7 * DAY },
];
/** Black and very dark oil stains: four to five days before a varnish. Common practice. */
export const DARK_OIL: Wait = { earliest: 48, usual: 108, safe: 120 };
/** Hours from a conditioner's wipe in which it lets colour in. Common practice. */
export const conditionerWindow = (colour: Carrier): { opens: number; shuts: number } => ({
  opens: colour === 'oil' ? 0.25 : 0.5,
  shuts: 2,
});
/** Further coats slow a coat by so much at most. Common practice. */
const SLOWEST_LATER = 2;
/** What is not wiped off hardly dries. */
const UNWIPED = 4;
/** However thin or thick a coat is left, it dries within these of its usual time. Common practice. */
const [THINNEST, THICKEST] = [0.7, 2];
/** A conditioner that makes a film: two coats an hour apart, then the night. Common practice. */
const FILM_CONDITIONER: readonly Wait[] = [
  { earliest: 0.75, usual: 1, safe: 2 },
  { earliest: 8, usual: 12, safe: DAY },
];

/** How much thicker than usual a coat lies, as a factor of its time: of what is wiped off only what stays counts. */
function thickness(layer: Layer, carrier: Carrier): number {
  if (traitsOf(layer).dyes && carrier === 'water') return 1;
  const loaded = setting(layer, 'load') || 1;
  const film = setting(layer, 'film') || 1;
  const lies = methodOf(layer) === 'unwiped' ? (carrier === 'oil' ? UNWIPED : 1) : 1;
  return Math.min(THICKEST, Math.max(THINNEST, Math.sqrt(loaded * film))) * lies;
}

const scaled = (wait: Wait, by: number): Wait => ({
  earliest: by * wait.earliest,
  usual: by * wait.usual,
  safe: by * wait.safe,
});

/** What lies in a coat: its sealer, oil or clear, its colours, the main one first, and its supply; else its kind. */
export function productsOf(layer: Layer): readonly string[] {
  const colours = Object.entries(layer.colours)
    .filter(([, strength]) => strength > 0)
    .toSorted(([, p], [, q]) => q - p)
    .map(([id]) => `colourant/${id}`);
  const all = [
    ...(layer.medium ? [`medium/${layer.medium}`] : []),
    ...colours,
    ...(layer.supply ? [`supply/${layer.supply}`] : []),
  ];
  return all.length > 0 ? all : [`kind/${layer.kind}`];
}

/** What a coat's drying is learned under: its sealer, oil or clear, else its main colour, else its supply, else its kind. */
export function productOf(layer: Layer): string {
  const main = mainColour(layer);
  if (layer.medium) return `medium/${layer.medium}`;
  if (main) return `colourant/${main}`;
  return layer.supply ? `supply/${layer.supply}` : `kind/${layer.kind}`;
}

export interface DryingOf {
  layer: Layer;
  materials: Materials;
  facts?: DryingFacts | undefined;
  /** What carries the layer that follows: a conditioner lets oil in sooner than water. */
  next?: Carrier | undefined;
  /** The coat of the layer, from 1. */
  coat?: number;
  /** It is very dark, and the shop waits long for such oil stains. */
  dark?: boolean;
  /** What tests told of earlier coats of its product, in hours of an ordinary coat. */
  seen?: readonly SeenDrying[];
  /** Hours at which this very coat was last found wet. */
  still?: number;
}

/** How many times as long as an ordinary coat one takes: how thick it lies, and how many are below. */
function factorOf({ layer, materials, coat = 1 }: DryingOf): number {
  const carrier = carrierOf(layer, materials);
  const later = Math.min(SLOWEST_LATER, 1 + CARRIER_INFO[carrier].later * (coat - 1));
  return thickness(layer, carrier) * (KINDS[layer.kind].driesAsFilm || carrier === 'oil' ? later : 1);
}

/** What is claimed of an ordinary coat, or usual, before anything was seen. */
function claimedWait(of: DryingOf): Wait {
  const { layer, materials, facts = {}, dark = false, coat = 1 } = of;
  const carrier = carrierOf(layer, materials);
  if (traitsOf(layer).conditions) {
    const window = windowOf(of, 0);
    return window ? withinWindow(window) : (FILM_CONDITIONER[coat < setting(layer, 'coats') ? 0 : 1] as Wait);
  }
  const binder = facts.binder?.toLowerCase() ?? '';
  const usual =
    dark && carrier === 'oil' && traitsOf(layer).stains
      ? DARK_OIL
      : ((traitsOf(layer).feeds || traitsOf(layer).clear
          ? BY_BINDER.find((b) => b.has.test(binder))?.goOn
          : undefined) ?? coatTime(layer, materials).wait);
  // A claim moves the usual; what could be earlier or safer stays where it would be without it.
  const share = facts.goOn && usual.usual > 0 ? facts.goOn / usual.usual : 1;
  return {
    earliest: usual.earliest * Math.min(1, share),
    usual: dark ? Math.max(usual.usual, usual.usual * share) : usual.usual * share,
    safe: usual.safe * Math.max(1, share),
  };
}

/** @param earliest hours until the next may go on */
function windowOf({ layer, facts = {}, materials, next }: DryingOf, earliest: number): Window | null {
  // A conditioner lets colour in from 15–30 min after its wipe until about 2 h; two coats of it want the night.
  if (traitsOf(layer).conditions)
    return setting(layer, 'coats') === 1
      ? { ...conditionerWindow(next ?? carrierOf(layer, materials)), remedy: 'again' }
      : null;
  return facts.window ? { opens: Math.min(earliest, facts.window), shuts: facts.window, remedy: 'scuff' } : null;
}
/** However cold, a window opens before so much of it is gone. */
export const LATEST_OPENING = 0.75;
/** Times of what has to follow while a window is open: as soon as it opens, half way through it, before it shuts. */
export const withinWindow = ({ opens, shuts }: Pick<Window, 'opens' | 'shuts'>): Wait => ({
  earliest: opens,
  usual: (opens + shuts) / 2,
  safe: shuts,
});

/** Every time that one coat of a layer asks for, in fair air. Ranges are common practice; the product's label comes before them. */
export function dryingOf(of: DryingOf): Drying {
  const { layer, materials, facts = {}, seen = [], still = 0 } = of;
  const carrier = carrierOf(layer, materials);
  const claimed = claimedWait(of);
  const factor = factorOf(of);
  const ordinary = learnedWait(claimed, seen, still / factor);
  const goOn = { ...scaled(ordinary, factor), coats: ordinary.coats };
  const share = claimed.usual > 0 ? ordinary.usual / claimed.usual : 1;
  const { settle } = coatTime(layer, materials);
  const film = KINDS[layer.kind].driesAsFilm || traitsOf(layer).feeds;
  const binder = BY_BINDER.find((b) => film && b.has.test(facts.binder?.toLowerCase() ?? ''));
  const { use, cure } = binder ?? CARRIER_INFO[carrier];
  const hard = facts.cure ?? (film ? cure : goOn.safe);
  return {
    carrier,
    goOn,
    read: settle * thickness(layer, carrier) * share,
    handle: Math.max(goOn.earliest / 2, Math.min(goOn.usual, 1 / 12)),
    sand: film ? goOn.usual : goOn.safe,
    use: Math.min(hard, Math.max(goOn.safe, film ? use : 0)),
    cure: Math.max(hard, goOn.safe),
    window: windowOf(of, goOn.earliest),
    potLife: facts.potLife ?? null,
    soak: KINDS[layer.kind].settings.some((s) => s.key === 'dwell') ? setting(layer, 'dwell') : null,
    test: KINDS[layer.kind].test(carrier),
    factor,
    basis: goOn.coats > 0 ? 'seen here' : facts.goOn ? 'shop or label' : 'usual of its kind',
  };
}
