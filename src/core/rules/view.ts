import { assemble } from '../board/compile.ts';
import { predict, type StageLook } from '../board/predict.ts';
import type { Preparation } from '../board/preparation.ts';
import { type BoardState, rawState, UNTUNED } from '../board/state.ts';
import type { Wood, Zone } from '../board/wood.ts';
import type { Spectrum } from '../colour/grid.ts';
import { FieldError } from '../field-error.ts';
import type { Wishes } from '../finish/finish.ts';
import { type Carrier, KINDS, type LayerKind, type Traits, type Wait } from '../kinds/index.ts';
import { nth } from '../known.ts';
import { isBlank, isColoured, isOnFace, type Layer, methodOf, type Stack, setting, traitsOf } from '../layers/layer.ts';
import {
  type Colourant,
  carrierOf,
  type DryingFacts,
  goesIn,
  type Materials,
  type Medium,
  productIn,
} from '../layers/materials.ts';
import type { Weather } from '../time/climate.ts';
import { coatsOf } from '../time/coats.ts';
import type { Drying } from '../time/drying.ts';
import type { SeenByProduct } from '../time/seen.ts';
import { chosen, type SchoolId, type Schools } from './schools.ts';
import { ALL_TOOLS, type Tool } from './tools.ts';

/** What a rule asks of a product, from its sheet. */
export interface RuleFacts extends DryingFacts {
  wax?: string | null | undefined;
  /** Gloss units that a coat of it dries to. */
  sheen?: number | null | undefined;
  /** Share of thinner that it takes at most. */
  thinning?: number | null | undefined;
  /** What hardens it, where something does. */
  hardener?: { item: string; parts: number } | null | undefined;
}

/** All that a rule may look at: the layers on their wood, and the job and the shop around them. */
export interface RuleInput {
  stack: Stack;
  wood: Wood;
  materials: Materials;
  preparation: Preparation;
  /** By the id of a colour or medium. */
  facts?: Readonly<Record<string, RuleFacts>>;
  schools?: Schools;
  /** What is at hand; everything where nothing is said. */
  tools?: readonly Tool[];
  weather?: Weather | null;
  /** What tests before going on told of products here, by product. */
  seen?: SeenByProduct;
  /** Hours that were kept after each layer, where it is on and the times were noted. */
  kept?: readonly (number | null)[];
  /** Shortest hours that were kept between the coats of each layer, where they were ticked one by one. */
  within?: readonly (number | null)[];
  /** Square metres of the largest surface; a sample board where nobody said. */
  area?: number;
  /** Zones that have to match. */
  zones?: readonly Zone[];
  /** It will stand by a window. */
  sunlit?: boolean;
  /** How it is to look and feel beside its colour. */
  wishes?: Wishes;
  target?: Spectrum | null;
  /** The other woods of the job, as they are prepared. */
  others?: readonly { name: string; grit: number }[];
  /** Layers that are on the board: they stay as they are. */
  done?: number;
}

/** A layer as a rule sees it. */
export interface SeenLayer {
  /** Its place in the stack. */
  at: number;
  layer: Layer;
  kind: LayerKind;
  /** What its kind is to others. */
  is: Traits;
  carrier: Carrier;
  coats: number;
  method: string | undefined;
  medium: Medium | null;
  colours: readonly Colourant[];
  facts: RuleFacts;
  /** Hours until the next layer, as kept or planned, else as is usual in this air. */
  wait: number;
  /** What its last coat's drying asks for in this air, hours. */
  dries: Wait;
  /** The same of its first coat, under a further one. */
  between: Wait;
  /** In which the next has to follow it, hours in this air. */
  window: Drying['window'];
  before: BoardState;
  after: BoardState;
  /** The layers that do something below and above it, the nearest first. */
  below: readonly SeenLayer[];
  above: readonly SeenLayer[];
}

export interface View extends Required<Omit<RuleInput, 'weather' | 'target'>> {
  weather: Weather | null;
  target: Spectrum | null;
  /** The layers that do something, from the wood outwards. */
  layers: readonly SeenLayer[];
  /** The looks after every layer, raw first; null where the stack cannot be predicted. */
  looks(): readonly StageLook[] | null;
  /** The finished look of another stack on the same wood; null where it cannot be predicted. */
  lookOf(stack: Stack): StageLook | null;
  school(id: SchoolId): string;
  /** The shop has said so itself: it is no rule of this house that nobody chose. */
  chose(id: SchoolId): boolean;
  has(tool: Tool): boolean;
}

/** A sample board, 300 by 150 mm. */
const SAMPLE_BOARD = 0.045;

/** What rules look at, worked out once. */
export function viewOf(input: RuleInput): View {
  const { stack, wood, materials, preparation, facts = {}, schools = {}, tools = ALL_TOOLS } = input;
  const weather = input.weather ?? null;
  const states = statesOf(input);
  const darkLong = chosen(schools, 'dark-oil') === 'long';
  const times = coatsOf(stack, { materials, facts, seen: input.seen, weather, darkLong });
  const layers: SeenLayer[] = [];
  stack.forEach((layer, at) => {
    // What is mended, or done to an edge, is judged by the hand that does it.
    if (!isOnFace(layer)) return;
    const carrier = carrierIn(stack, at, materials);
    const medium = (layer.medium && materials.mediums[layer.medium]) || null;
    const product = productIn(layer, materials);
    const own = { ...product?.drying, ...facts[product?.id ?? ''] };
    const last = times.findLast((t) => t.layer === at);
    const dries = last?.drying.goOn ?? { earliest: 0, usual: 0, safe: 0 };
    layers.push({
      at,
      layer,
      kind: layer.kind,
      is: KINDS[layer.kind].is,
      carrier,
      medium,
      facts: own,
      dries,
      between: times.find((t) => t.layer === at)?.drying.goOn ?? dries,
      coats: KINDS[layer.kind].settings.some((s) => s.key === 'coats') ? setting(layer, 'coats') : 1,
      method: methodOf(layer),
      colours: Object.keys(layer.colours).flatMap((id) => materials.colourants[id] ?? []),
      wait: input.kept?.[at] ?? last?.wait ?? 0,
      window: last?.drying.window ?? null,
      before: nth(states, at),
      after: nth(states, at + 1),
      below: [],
      above: [],
    });
  });
  layers.forEach((seen, i) => {
    Object.assign(seen, { below: layers.slice(0, i).reverse(), above: layers.slice(i + 1) });
  });
  let looks: readonly StageLook[] | null | undefined;
  return {
    ...input,
    facts,
    schools,
    tools,
    weather,
    target: input.target ?? null,
    seen: input.seen ?? {},
    kept: input.kept ?? [],
    within: input.within ?? [],
    area: input.area ?? SAMPLE_BOARD,
    zones: input.zones ?? ['face'],
    sunlit: input.sunlit ?? false,
    wishes: input.wishes ?? {},
    others: input.others ?? [],
    done: input.done ?? 0,
    layers,
    looks: () => {
      looks ??= looksOf(stack, wood, materials, preparation);
      return looks;
    },
    lookOf: (other) => looksOf(other, wood, materials, preparation)?.at(-1) ?? null,
    school: (id) => chosen(schools, id),
    chose: (id) => schools[id] !== undefined,
    has: (tool) => tools.includes(tool),
  };
}

/** What carries a layer; a conditioner is of the family of the colour that it is for. */
function carrierIn(stack: Stack, at: number, materials: Materials): Carrier {
  const layer = stack[at] as Layer;
  const next = traitsOf(layer).conditions ? stack.slice(at + 1).find((l) => !isBlank(l)) : undefined;
  return next && layer.supply === undefined && carrierOf(next, materials) === 'oil'
    ? 'oil'
    : carrierOf(layer, materials);
}

function looksOf(stack: Stack, wood: Wood, materials: Materials, preparation: Preparation) {
  try {
    return predict(stack, wood, materials, { preparation });
  } catch (error) {
    if (error instanceof FieldError) return null;
    throw error;
  }
}

/** The state before each layer and after the last. An odd stack is judged all the same: what cannot be worked out leaves the board as it is. */
function statesOf({ stack, wood, materials, preparation }: RuleInput): readonly BoardState[] {
  try {
    return assemble(stack, wood, materials, { preparation }).states;
  } catch {
    const raw = rawState({ wood, materials, preparation, tuning: UNTUNED, zone: 'face', thirst: 1 });
    return [raw, ...stack.map(() => raw)];
  }
}

/** How far the wood is still open where it is most so, before a layer: 1 bare, 0 sealed. */
export const openness = ({ open }: BoardState): number => Math.max(...open);
/** Sealed: what goes on lies on a film. */
export const isSealed = (state: BoardState): boolean => state.films.length > 0 && Math.max(...state.bare) < 0.5;
/** A layer that colours the wood itself. */
export const coloursWood = ({ is, kind, colours }: SeenLayer): boolean =>
  is.coloursWood || (isColoured(kind) && colours.some((c) => goesIn(c.kind)));
/** A layer of particles that is wiped: what lies where the rag leaves it. */
export const isWiped = ({ is }: SeenLayer): boolean => is.wiped;
/** A hard-wax oil: it lies on what is below and hardens there. */
export const isHardWax = (seen: SeenLayer): boolean =>
  seen.is.feeds && (seen.facts.wax === 'waxed' || binderHas(seen, 'wax'));
/** Coats that build a film. */
export const builds = ({ is }: SeenLayer): boolean => is.builds;
export const binderHas = ({ facts }: SeenLayer, word: string): boolean =>
  facts.binder?.toLowerCase().includes(word) ?? false;
