import { KINDS, type Wait } from '../kinds/index.ts';
import { isVeryDark } from '../layers/darkness.ts';
import { isBlank, type Layer, type Stack, setting, traitsOf } from '../layers/layer.ts';
import { carrierOf, type DryingFacts, type Materials } from '../layers/materials.ts';
import { climateFactor, FAIR_AIR, type Weather } from './climate.ts';
import { type Drying, dryingOf, LATEST_OPENING, productsOf, withinWindow } from './drying.ts';
import { isRubbedAfter, rubbingMinutes } from './rubbing.ts';
import type { SeenByProduct } from './seen.ts';
import { coatTime } from './waits.ts';

/** What the times of coats go by beside the layers themselves. */
export interface DryingShop {
  materials: Materials;
  /** What is known of products beside what the materials say, by the id of a colour or medium. */
  facts?: Readonly<Record<string, DryingFacts>> | undefined;
  /** What tests before going on told here. */
  seen?: SeenByProduct | undefined;
  /** Black and very dark oil stains are left for days, and not as their label says. The usual school. */
  darkLong?: boolean | undefined;
}
/** The same in the air that it dries in; fair air where nobody said. */
export interface DryingAir extends DryingShop {
  weather?: Weather | null | undefined;
}

export const coatsIn = (layer: Layer): number =>
  KINDS[layer.kind].settings.some((s) => s.key === 'coats') ? setting(layer, 'coats') : 1;

/** A stain that the shop leaves for days. */
const isLeftLong = (layer: Layer, { materials, darkLong = true }: DryingShop): boolean =>
  darkLong && traitsOf(layer).stains && carrierOf(layer, materials) === 'oil' && isVeryDark(layer, materials);

/**
 * Every time of one coat of a stack, in fair air: the one answer that the mix sheet, the clock, the plan of the week, the
 * days that a recipe takes and the rules give. Of several products in it the one that dries slowest decides.
 * @param at the layer's place
 * @param coat of the layer, from 1
 * @param still hours at which this very coat was last found wet
 */
export function dryingOfCoat(stack: Stack, at: number, coat: number, shop: DryingShop, still = 0): Drying {
  const { materials, facts = {}, seen = {} } = shop;
  const layer = stack[at] as Layer;
  const next = stack.slice(at + 1).find((l) => !isBlank(l));
  const dark = isLeftLong(layer, shop);
  return productsOf(layer)
    .map((product) => {
      const id = product.split('/')[1] ?? '';
      const known = materials.mediums[id] ?? materials.supplies[id] ?? materials.colourants[id];
      return dryingOf({
        layer,
        materials,
        next: next && carrierOf(next, materials),
        facts: { ...known?.drying, ...facts[id] },
        coat,
        dark,
        seen: seen[product] ?? [],
        still,
      });
    })
    .reduce((slowest, other) => (other.goOn.usual > slowest.goOn.usual ? other : slowest));
}

/** A window that a cold shop does not stretch: it opens as the coat dries, and shuts by the clock on the wall. */
function windowInAir({ window }: Drying, factor: number): Drying['window'] {
  if (!window) return null;
  const shuts = Math.min(factor, 1) * window.shuts;
  return { ...window, opens: Math.min(factor * window.opens, LATEST_OPENING * shuts), shuts };
}
/** The same in some air. */
export function inAir(drying: Drying, weather: Weather): Drying {
  const factor = climateFactor(drying.carrier, weather);
  const window = windowInAir(drying, factor);
  const { goOn, potLife } = drying;
  const scaled = { earliest: factor * goOn.earliest, usual: factor * goOn.usual, safe: factor * goOn.safe };
  return {
    ...drying,
    // What has to follow within its window goes on within it.
    goOn: { ...goOn, ...(window?.remedy === 'again' ? withinWindow(window) : scaled) },
    read: factor * drying.read,
    handle: factor * drying.handle,
    sand: factor * drying.sand,
    use: factor * drying.use,
    cure: factor * drying.cure,
    window,
    potLife: potLife === null ? null : Math.min(factor, 1) * potLife,
  };
}
/** Hours until the next may go on as a rule: when a window opens, else when it is usually dry. */
export const readyAfter = ({ window, goOn }: Drying): number =>
  window?.remedy === 'again' ? window.opens : goOn.usual;

/** A coat of a stack with its times in the shop's air. */
export interface CoatTimes {
  /** The layer's place in the stack. */
  layer: number;
  /** From 1. */
  coat: number;
  last: boolean;
  drying: Drying;
  /** Hours that are left after it before the next goes on: as planned of its layer and its coats, else as is usual. */
  wait: number;
}

/** All coats of a stack in order, each with its times in the shop's air. */
export function coatsOf(stack: Stack, shop: DryingAir): CoatTimes[] {
  const weather = shop.weather ?? FAIR_AIR;
  return stack.flatMap((layer, at): CoatTimes[] => {
    if (isBlank(layer)) return [];
    const coats = coatsIn(layer);
    return Array.from({ length: coats }, (_, c) => {
      const drying = inAir(dryingOfCoat(stack, at, c + 1, shop), weather);
      const last = c === coats - 1;
      return { layer: at, coat: c + 1, last, drying, wait: (last ? layer.wait : layer.apart) ?? drying.goOn.usual };
    });
  });
}

export interface Duration {
  /** Hours from the first coat until the last may be used on. */
  wait: Wait;
  /** Minutes of work on a square metre. */
  hands: number;
}

/** Minutes of hands on a square metre of each layer: its coats, and what of it is rubbed before the next. */
export function handsOf(stack: Stack, { materials }: Pick<DryingAir, 'materials'>): number[] {
  const end = stack.findLastIndex((l) => !isBlank(l));
  return stack.map((layer, at) => {
    if (isBlank(layer)) return 0;
    const coats = coatsIn(layer);
    // What is last of all is left as it is.
    const rubbed = Array.from({ length: coats }, (_, c) => c + 1).filter(
      (coat) => (coat < coats || at < end) && isRubbedAfter(layer, coat, coats),
    ).length;
    return coats * coatTime(layer, materials).hands + rubbed * rubbingMinutes(layer);
  });
}

/** How long a whole stack takes: each coat waits for the one before it, a layer as long as it is planned to. */
export function durationOf(stack: Stack, shop: DryingAir): Duration {
  const hands = handsOf(stack, shop).reduce((sum, minutes) => sum + minutes, 0);
  const total: Duration = { wait: { earliest: 0, usual: 0, safe: 0 }, hands };
  for (const { layer: at, last, drying } of coatsOf(stack, shop)) {
    const layer = stack[at] as Layer;
    const planned = last ? layer.wait : layer.apart;
    total.wait.earliest += planned ?? drying.goOn.earliest;
    total.wait.usual += planned ?? drying.goOn.usual;
    total.wait.safe += planned ?? drying.goOn.safe;
  }
  return total;
}
