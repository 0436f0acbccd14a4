import type { Carrier } from '../kinds/index.ts';
import { nth } from '../known.ts';
import { type Layer, methodOf, type Rub, setting, traitsOf } from '../layers/layer.ts';
import { heldAfter, WASHES } from './in-wood.ts';
import { type BoardState, coverage, type Film, moves, type Setup, shareOf, touchedBy } from './state.ts';
import type { Anatomy, ByTissue } from './tissues.ts';
import { anatomyOf } from './wood.ts';

/** Burnished dry, a board loses this much of what a damp rag would take. Common practice, no source. */
const BURNISHED = { films: 0.3, inWood: 0.4 };
/** What a rag gets at of a film that soaked into bare wood as it was put on. */
const GRIP_ON_WOOD = 0.75;
/**
 * Most that a damp rag takes of a dry dye, by what carries it, and how much of that out of pores. A binder or its own
 * solvent holds the others. Common practice, no source.
 */
const RAG_TAKES: Record<Carrier, number> = { water: 0.5, alcohol: 0.2, solvent: 0.05, oil: 0.05 };
const RAG_REACHES: ByTissue = { ground: 1, grain: 0.9, pore: 0.5, ray: 1 };
/** Sanding takes the high and hard and leaves the colour in pores and soft rings. Common practice, no source. */
const SANDED: Record<Anatomy, ByTissue> = {
  open: { ground: 1, grain: 0.6, pore: 0.15, ray: 1 },
  fine: { ground: 1, grain: 0.75, pore: 0.3, ray: 1 },
  soft: { ground: 0.45, grain: 1, pore: 0.2, ray: 0.6 },
};
/** How far wood that is sanded bare takes colour again: some of the seal stays in it. */
const OPENS_AGAIN = 0.9;

const changedLayers = (unread: readonly number[], films: readonly Film[], before: readonly Film[]): readonly number[] =>
  films.reduce((list, f, i) => (f === before[i] ? list : touchedBy(list, f.layer)), unread);

/**
 * Wipe back: of every film that still moves, down to the first that is locked, the share `removed` (0-1) goes; of the
 * colour in the wood as far as the rag reaches it and it dissolves. What is locked stays.
 */
export function wipeBackTo(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  const removed = setting(layer, 'removed');
  if (removed === 0) return state;
  const dry = methodOf(layer) === 'burnished' ? BURNISHED : { films: 1, inWood: 1 };
  const reaches = shareOf(setup.wood, RAG_REACHES);
  const films = [...state.films];
  for (let i = films.length - 1; i >= 0; i--) {
    const f = films[i] as Film;
    if (!moves(state, i)) break;
    const grip = state.reach === 1 && f.scatters ? GRIP_ON_WOOD : 1;
    const off = removed * grip * f.yields * dry.films;
    films[i] = { ...f, thickness: f.thickness.map((v, t) => v * (1 - off * nth(reaches, t))) };
  }
  const taken = (washes: number, carrier: Carrier | null) =>
    Math.min(removed, RAG_TAKES[carrier ?? 'water']) * washes * state.reach * dry.inWood;
  const inWood = state.inWood.map((w) =>
    w.washes > 0 && state.reach > 0
      ? { ...w, left: w.left.map((v, t) => v * (1 - taken(w.washes, w.carrier) * nth(reaches, t))) }
      : w,
  );
  let unread = changedLayers(state.unread, films, state.films);
  inWood.forEach((w, i) => {
    if (w !== state.inWood[i]) unread = touchedBy(unread, w.layer);
  });
  const held = heldAfter(state.held, setup, (kind, carrier) => 1 - taken(WASHES[kind], carrier));
  return { ...state, films, inWood, held, unread: touchedBy(unread, at) };
}

/**
 * What a pad, wool or fine paper takes of a colour that nothing covers: of what is in the wood some, of a thin film on top
 * most. Common practice, no source.
 */
const RUBBED: Record<Rub, { inWood: number; film: number }> = {
  none: { inWood: 0, film: 0 },
  pad: { inWood: 0.05, film: 0.25 },
  foam: { inWood: 0.08, film: 0.4 },
  wool: { inWood: 0.08, film: 0.4 },
  dry: { inWood: 0.15, film: 0.8 },
  wet: { inWood: 0.2, film: 0.85 },
};
/** Worn it takes half. Common practice. */
const WORN_TAKES = 0.5;
/** Rubbing takes the flat, and leaves what lies in grain and pores. */
const RUB_REACHES: ByTissue = { ground: 1, grain: 0.3, pore: 0.05, ray: 1 };
/** On the flat alone, with a block, it leaves the grain as it is. */
const BLOCK_REACHES: ByTissue = { ground: 1, grain: 0.1, pore: 0, ray: 1 };
/** What is left of a colour that is rubbed down before anything covers it. */
export function rubbed(state: BoardState, layer: Layer, { wood, zone }: Setup): BoardState {
  const { coloursWood, wiped } = traitsOf(layer);
  const takes = RUBBED[layer.rub ?? 'none'];
  const atEdge = zone === 'edge' || zone === 'profile';
  const here = layer.rubWhere === undefined || (layer.rubWhere === 'edges') === atEdge;
  if (!(coloursWood || wiped) || takes.film === 0 || !here) return state;
  const reaches = shareOf(wood, layer.rubWhere === 'flat' ? BLOCK_REACHES : RUB_REACHES);
  const worn = layer.rubWorn ? WORN_TAKES : 1;
  const kept = (values: readonly number[], off: number) => values.map((v, t) => v * (1 - off * nth(reaches, t)));
  const last = state.films.length - 1;
  const onTop = last >= 0 && moves(state, last);
  return {
    ...state,
    films: state.films.map((f, n) =>
      n === last && onTop ? { ...f, thickness: kept(f.thickness, worn * takes.film) } : f,
    ),
    inWood: onTop
      ? state.inWood
      : state.inWood.map((w) => (w.adds ? { ...w, left: kept(w.left, worn * takes.inWood) } : w)),
  };
}

/**
 * Sand back: `removed` (0-1) of all that lies on and in the wood, counted from the top: films first, high spots first,
 * then colour from the hard tissue. Pores and soft rings keep theirs. Wood that is bared takes colour again.
 */
export function sandBackTo(state: BoardState, layer: Layer, at: number, setup: Setup): BoardState {
  const { wood } = setup;
  const removed = setting(layer, 'removed');
  if (removed === 0) return state;
  const reaches = shareOf(wood, SANDED[anatomyOf(wood)]);
  const here = (f: Film) => f.build * coverage(f, wood);
  let depth = removed * (1 + state.films.reduce((sum, f) => sum + here(f), 0));
  const films = [...state.films];
  for (let i = films.length - 1; i >= 0; i--) {
    const f = films[i] as Film;
    const build = here(f);
    // What has no thickness of its own goes with what lies on it, once the paper is there.
    const cut = build > 0 ? Math.min(1, depth / build) : Math.min(1, Math.max(0, depth) / 0.05);
    if (cut <= 0) break;
    films[i] = { ...f, thickness: f.thickness.map((v, t) => v * (1 - cut * reaches[t])) };
    depth = Math.max(0, depth - build);
    if (cut < 1) break;
  }
  let unread = touchedBy(changedLayers(state.unread, films, state.films), at);
  if (depth <= 0) return { ...state, films, scratches: Math.max(state.scratches, 0.3), unread };
  const off = Math.min(1, depth);
  const inWood = state.inWood.map((w) => ({ ...w, left: w.left.map((v, t) => v * (1 - off * reaches[t])) }));
  for (const w of inWood) unread = touchedBy(unread, w.layer);
  const kept = wood.tissues.reduce((sum, { fraction }, t) => sum + fraction * (1 - off * reaches[t]), 0);
  const bared = OPENS_AGAIN * Math.min(1, 2 * off);
  return {
    ...state,
    films,
    inWood,
    held: heldAfter(state.held, setup, () => kept),
    open: state.open.map((v, t) => Math.max(v, bared * reaches[t])),
    bare: state.bare.map((v, t) => Math.max(v, bared * reaches[t])),
    reach: Math.max(state.reach, bared),
    scratches: Math.max(state.scratches, Math.min(1, 2 * off)),
    hollows: Math.max(state.hollows, bared),
    seals: 0,
    unread,
  };
}
