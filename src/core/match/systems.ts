import { assemble } from '../board/compile.ts';
import { moves } from '../board/state.ts';
import { anatomyOf, blotchOf } from '../board/wood.ts';
import { type Carrier, KINDS, type LayerKind } from '../kinds/index.ts';
import { takesColour } from '../layers/check.ts';
import { isColoured, type Layer, newLayer, type Stack, traitsOf } from '../layers/layer.ts';
import type { Materials, Medium } from '../layers/materials.ts';
import type { MatchProblem, Opening } from './problem.ts';
import { improved, nudged, type Road, type SearchOptions, searchSteps } from './search.ts';

/** What of a shop's materials whole systems may be made of. */
export interface Offer {
  materials: Materials;
  /** Kinds of layer that the shop cannot or will not use. */
  without: readonly LayerKind[];
  /** Colourants that must not be used. */
  barred: readonly string[];
}

/** A whole-system problem: what is on the board is in `stack`, and as much of it as was read in `measured`. */
export type SystemProblem = Omit<MatchProblem, 'open'>;

/** A road that says which layers it is made of, beside those that are on. */
export interface SystemRoad extends Road {
  added: readonly SystemPart[];
  /** What it is ranked by: expected squared miss, and a little for every layer. */
  rank: number;
}

export interface SystemProgress {
  share: number;
  /** The best so far; null before the first is found. */
  best: SystemRoad | null;
}

/** A layer to add: a kind whose numbers are found, or a layer that is given; one of colour without any is to be found. */
export type SystemPart = LayerKind | Layer;
const bleached = (strength: number) => newLayer('bleach', { settings: { strength } });
const wipedBack = (removed: number) => newLayer('wipe-back', { settings: { removed } });
const sandedBack = (removed: number) => newLayer('sand-back', { settings: { removed } });

/** Systems for open wood, the plainest first. Common practice: colour in the wood, a seal, colour in a film, a clear. */
const ON_WOOD: readonly (readonly SystemPart[])[] = [
  ['clear'],
  ['dye', 'clear'],
  ['wiping-stain', 'clear'],
  ['dye', 'sealer', 'glaze', 'clear'],
  ['dye', 'sealer', 'gel-stain', 'clear'],
  ['dye', 'wiping-stain', 'clear'],
  ['ink', 'clear'],
  ['ink', 'dye', 'clear'],
  ['oil', 'clear'],
  ['dye', 'oil', 'clear'],
  ['reactive', 'clear'],
  ['reactive', 'dye', 'clear'],
  ['wiping-stain', 'sealer', 'glaze', 'clear'],
  ['sealer', 'glaze', 'clear'],
  ['sealer', 'gel-stain', 'clear'],
];
/** In a wood with open pores, which can be filled in a colour of their own. */
const IN_PORES: readonly (readonly SystemPart[])[] = [
  ['filler', 'clear'],
  ['dye', 'sealer', 'filler', 'clear'],
];
/** A glaze pressed into the grain and wiped off the ground. */
const LEFT_IN_GRAIN = newLayer('glaze', { method: 'in-grain' });
/** For a target of two tones: the ground by what goes into the wood, the grain by what lies in it over a seal. */
const TWO_TONES: readonly (readonly SystemPart[])[] = [
  ['dye', 'sealer', LEFT_IN_GRAIN, 'clear'],
  ['wiping-stain', 'sealer', LEFT_IN_GRAIN, 'clear'],
  ['sealer', LEFT_IN_GRAIN, 'clear'],
  ['dye', 'sealer', LEFT_IN_GRAIN, 'sealer', 'glaze', 'clear'],
];
const TWO_TONES_ON_FILM: readonly (readonly SystemPart[])[] = [[LEFT_IN_GRAIN, 'clear']];
/** For targets that those do not reach: far in colour, paler than the wood, or wholly other. */
const DRASTIC: readonly (readonly SystemPart[])[] = [
  ['dye', 'sealer', 'toner', 'clear'],
  ['dye', 'clear', 'glaze', 'clear'],
  ['reactive', 'dye', 'sealer', 'glaze', 'clear'],
  ['clear', 'glaze', 'clear'],
  [bleached(0.35), 'dye', 'sealer', 'glaze', 'clear'],
  [bleached(0.6), 'dye', 'sealer', 'glaze', 'clear'],
  [bleached(0.85), 'dye', 'sealer', 'glaze', 'clear'],
  [bleached(0.6), 'wiping-stain', 'sealer', 'glaze', 'clear'],
  ['opaque', 'glaze', 'clear'],
  ['opaque', 'clear'],
];
/** On a board that is sealed or coated already. */
const ON_FILM: readonly (readonly SystemPart[])[] = [['clear'], ['glaze', 'clear']];
const DRASTIC_ON_FILM: readonly (readonly SystemPart[])[] = [
  ['toner', 'clear'],
  ['gel-stain', 'clear'],
];
const DOWNWARDS = [0.3, 0.6, 0.9];

/** What a further layer must gain, as a squared CIEDE2000: each is a coat to put on, to dry and to go wrong. */
const PER_LAYER = 0.5;
/** One more coat of what is on already: rather go on with the plan. */
const PER_REPEAT = 0.3;
/** From here on a wood takes colour in patches, and a conditioner below it is worth its coat. Common practice. */
const BLOTCHY = 0.18;
/** How much of the risk counts: what is read before the next layer takes some of it back. */
const RISK_SHARE = 0.35;
/** Roads that are made better still at the end. */
const IMPROVED = 8;
/** Of those, roads whose strengths are turned to the last. */
const NUDGED = 2;
/** Good enough that nothing beside what was meant, or more drastic, is looked at. */
const GOOD = 0.4;

const kindOf = (part: SystemPart): LayerKind => (typeof part === 'string' ? part : part.kind);
/** Whether a conditioner comes first: the wood blotches, and nothing was done about it yet. */
const wantsConditioner = ({ wood, preparation, stack }: SystemProblem, { without }: Offer): boolean =>
  blotchOf(wood) >= BLOTCHY && !preparation.conditioner && stack.length === 0 && !without.includes('conditioner');
/** Its colour goes into bare wood, and so takes in patches where the wood does. */
const soaks = (parts: readonly SystemPart[]): boolean =>
  parts.some((part) => {
    const { is } = KINDS[kindOf(part)];
    return is.dyes || is.reacts || is.stains;
  });

const bareness = (open: readonly number[]) => open.reduce((a, b) => a + b, 0) / open.length;

/** What may still be done to a board as it is: every way on, as the parts to add. */
function waysOn(
  problem: SystemProblem,
  offer: Offer,
): { plain: (readonly SystemPart[])[]; drastic: (readonly SystemPart[])[] } {
  const { stack, wood, materials, preparation, tuning, measured } = problem;
  const { states } = assemble(stack, wood, materials, { preparation, tuning, ...(measured ? { measured } : {}) });
  const state = states[stack.length];
  const top = stack.at(-1);
  const tones = problem.target.tones !== undefined;
  const inPores = anatomyOf(wood) === 'open' && (state?.filled ?? 0) < 0.5 ? IN_PORES : [];
  if (!state || !top) {
    const plain = [...(tones ? TWO_TONES : []), ...ON_WOOD, ...inPores];
    if (!wantsConditioner(problem, offer)) return { plain, drastic: [...DRASTIC] };
    return {
      plain: plain.map((parts) => (soaks(parts) ? ['conditioner', ...parts] : parts)),
      drastic: [...plain.filter(soaks), ...DRASTIC],
    };
  }
  const open = bareness(state.open) > 0.5;
  const plain = open
    ? [...(tones ? TWO_TONES : []), ...ON_WOOD, ...inPores]
    : [...(tones ? TWO_TONES_ON_FILM : []), ...ON_FILM, ...inPores.slice(0, 1)];
  if (traitsOf(top).clear) plain.unshift([]);
  const fresh = state.films.some((_, n) => moves(state, n)) || (open && state.inWood.some((w) => w.washes > 0.5));
  const further = open
    ? [['clear'], ['dye', 'clear'], ['sealer', 'glaze', 'clear']]
    : [['clear'], ['glaze', 'clear'], ['toner', 'clear']];
  const off = DOWNWARDS.flatMap((share) => {
    const acts = fresh ? [wipedBack(share)] : [sandedBack(share)];
    return (further as SystemPart[][]).map((parts) => [...acts, ...parts]);
  });
  return { plain, drastic: [...(open ? DRASTIC : DRASTIC_ON_FILM), ...off] };
}

const amberOf = ({ tint }: Medium) => tint.reduce((a, b) => a + b, 0);
/** The least yellow medium of a kind that does not wake what lies under it; the least yellow when all would. */
function mediumFor(kind: Medium['kind'], { mediums }: Materials, under: Carrier | null): string | undefined {
  const all = Object.values(mediums)
    .filter((m) => m.kind === kind)
    .sort((p, q) => Number(p.carrier === under) - Number(q.carrier === under) || amberOf(p) - amberOf(q));
  return all[0]?.id;
}

/** The carrier of the colours that a layer was given, or that most of those which it may take have. */
function carrierOf(layer: Layer | undefined, offered: readonly string[], { colourants }: Materials): Carrier | null {
  const ids = layer ? Object.keys(layer.colours) : [];
  return colourants[ids[0] ?? offered[0] ?? '']?.carrier ?? null;
}

/** A way on made into layers; null when the shop has not what it takes. */
function layersOf(parts: readonly SystemPart[], stack: Stack, offer: Offer): { stack: Stack; open: Opening[] } | null {
  const { materials, without, barred } = offer;
  const layers: Layer[] = [...stack];
  const open: Opening[] = [];
  let under = carrierOf(
    layers.findLast((l) => Object.keys(l.colours).length > 0),
    [],
    materials,
  );
  for (const part of parts) {
    const kind = kindOf(part);
    if (without.includes(kind)) return null;
    const { medium } = KINDS[kind];
    if (typeof part !== 'string' && (!isColoured(kind) || Object.keys(part.colours).length > 0)) {
      layers.push(part);
      continue;
    }
    const id = medium === 'none' ? undefined : mediumFor(medium, materials, under);
    if (medium !== 'none' && !id) return null;
    const given = typeof part === 'string' ? newLayer(kind) : part;
    const layer: Layer = {
      ...given,
      ...(id ? { medium: id } : {}),
      ...(medium === 'none' ? {} : { settings: { coats: KINDS[kind].is.tones ? 2 : 1 } }),
    };
    if (isColoured(kind)) {
      const colourants = Object.values(materials.colourants)
        .filter((c) => takesColour(layer, c, materials) && !barred.includes(c.id))
        .map((c) => c.id);
      if (colourants.length === 0) return null;
      open.push({ layer: layers.length, colourants });
      under = carrierOf(undefined, colourants, materials);
    }
    layers.push(layer);
  }
  return { stack: layers, open };
}

/** What a road of a system is ranked by: expected squared miss, and a little for every layer. */
export const rankOf = (road: Pick<Road, 'cost' | 'risk'>, parts: readonly SystemPart[], top?: Layer): number =>
  road.cost +
  RISK_SHARE * road.risk ** 2 +
  (parts[0] === top?.kind ? PER_REPEAT : 0) +
  parts.reduce((sum, p) => sum + PER_LAYER + KINDS[kindOf(p)].dearer, 0);

export interface SystemOptions extends SearchOptions {
  /** The way that was meant to be gone: looked at first, and alone where it still comes near. */
  meant?: readonly SystemPart[] | undefined;
}

/** A way on with its layers, and those that are open. */
export interface ProblemSystem {
  parts: readonly SystemPart[];
  stack: Stack;
  open: Opening[];
}
/** Every way on that the shop can make: what was meant, the plain ones, the drastic ones. */
export function systemsOf(problem: SystemProblem, offer: Offer, meant?: readonly SystemPart[]): ProblemSystem[][] {
  const { plain, drastic } = waysOn(problem, offer);
  return [meant ? [meant] : [], plain, drastic].map((ways) =>
    ways.flatMap((parts) => {
      const layers = layersOf(parts, problem.stack, offer);
      return layers ? [{ parts, ...layers }] : [];
    }),
  );
}

/**
 * The whole-system search: every way on from what is on the board that the shop can make, each with all its colours open,
 * the plainest first; what bleaches, hides or sands only when nothing plainer comes near. Yields how far it is and the
 * best so far after every step.
 * @returns the best road of every way, best first; empty when the shop can put nothing on
 */
export function* systemSteps(
  problem: SystemProblem,
  offer: Offer,
  { meant, ...options }: SystemOptions = {},
): Generator<SystemProgress, SystemRoad[]> {
  const tiers = systemsOf(problem, offer, meant);
  const roads: SystemRoad[] = [];
  let best: SystemRoad | null = null;
  const total = tiers.flat().length;
  let done = 0;
  for (const systems of tiers) {
    if (roads.some((r) => (r.deltaE[0] ?? 0) < GOOD)) break;
    for (const { parts, ...system } of systems) {
      const steps = searchSteps({ ...problem, ...system }, options);
      let step = steps.next();
      for (; !step.done; step = steps.next()) yield { share: (done + step.value) / total, best };
      const [first] = step.value
        .map((road) => ({ ...road, open: system.open, added: parts, rank: rankOf(road, parts, problem.stack.at(-1)) }))
        .sort((p, q) => p.rank - q.rank);
      if (first) {
        roads.push(first);
        if (!best || first.rank < best.rank) best = first;
      }
      done++;
      yield { share: done / total, best };
    }
  }
  const inOrder = () => roads.sort((p, q) => p.rank - q.rank);
  /** A road of a way made better, ranked as its way is. */
  const better = (at: number, make: (asked: MatchProblem, road: Road, rank: (r: Road) => number) => Road) => {
    const road = roads[at];
    const system = tiers.flat().find((s) => s.parts === road?.added);
    if (!road || !system) return;
    const rank = (r: Road) => rankOf(r, road.added, problem.stack.at(-1));
    const made = make({ ...problem, ...system }, road, rank);
    roads[at] = { ...road, ...made, rank: rank(made) };
  };
  inOrder();
  for (let i = 0; i < Math.min(IMPROVED, roads.length); i++) {
    better(i, (asked, road, rank) => improved(asked, road, rank, options));
    yield { share: done / total, best: roads.reduce((p, q) => (q.rank < p.rank ? q : p)) };
  }
  inOrder();
  for (let i = 0; i < Math.min(NUDGED, roads.length); i++) better(i, nudged);
  return inOrder();
}

/** {@link systemSteps} run to its end. */
export function searchSystems(problem: SystemProblem, offer: Offer, options: SystemOptions = {}): SystemRoad[] {
  const steps = systemSteps(problem, offer, options);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
