import {
  APPLICATOR_INFO,
  type Applicator,
  COLOURANT_INFO,
  type ColourantKind,
  KINDS,
  type LayerKind,
  type MediumKind,
  type Traits,
  USUAL_PAPERS,
} from '../kinds/index.ts';

/** One coat or act on the board. Immutable; a stack is an ordered list of these. */
export interface Layer {
  kind: LayerKind;
  /**
   * Colourant id to strength: g/L for dyes, inks and reactive colours, mass fraction for pigments and powders, share of
   * the mix for ready-made stains (1 = as it comes in the tin, the rest is thinner).
   */
  colours: Record<string, number>;
  /** The sealer, oil or clear used, for the kinds that need one. */
  medium?: string;
  /** The supply that it is, or that its colours are stirred into, where that is said: a conditioner, a filler, a base, a wax. */
  supply?: string;
  /** Numbers by the keys of the kind's parameter list; missing ones take their default. */
  settings: Record<string, number>;
  /** How it is put on, for the kinds with more than one way. */
  method?: string;
  /** What it is put on with, where that is said. */
  applicator?: Applicator;
  /**
   * What it is thinned with, by name: parts by volume of each to one of the product as it comes. Where colours are made up to
   * a strength their rest is thinner, and only the proportion between several counts.
   */
  thinners?: Record<string, number>;
  /** Its product has a hardener, and these coats are put on without. */
  unhardened?: boolean;
  /** Where it goes on, where that is not all over. */
  where?: KeptTo;
  /** Left out for now: it stands in a draft and does nothing. */
  off?: boolean;
  /** What the finisher wrote beside it. */
  note?: string;
  /** Hours that it is left after its last coat, where it is not the usual time of its product. */
  wait?: number;
  /** Hours between its own coats, where it is not the usual time. */
  apart?: number;
  /** What is done to it, dry, before the next; as is usual for its kind where nothing is said. */
  rub?: Rub;
  /** Grits of the papers that it is rubbed down with, in their order; the usual ones where nothing is said. */
  papers?: number[];
  /** Only its last coat is rubbed down, those before it are left as they are. */
  rubLast?: boolean;
  /** The coat from which on it is rubbed down, those before it being left as they are. */
  rubFrom?: number;
  /** The paper, pad or wool is worn: it takes half, and burnishes. */
  rubWorn?: boolean;
  /** Where it is rubbed down, where that is not all over. */
  rubWhere?: RubWhere;
  /** How dust is taken off before the next; blown and brushed off where nothing is said. */
  clean?: Clean;
  /** Rules that the finisher has read and left as it is, by their ids. */
  accepted?: string[];
}
export const CLEANS = ['vacuum', 'tack cloth', 'spirits'] as const;
export type Clean = (typeof CLEANS)[number];

/** Places that a layer is kept to, or kept off. */
export const KEPT_TO = ['spots', 'edges', 'ends', 'inside', 'masked'] as const;
export type KeptTo = (typeof KEPT_TO)[number];
export const KEPT_TO_WORDS: Readonly<Record<KeptTo, string>> = {
  spots: 'on the spots only',
  edges: 'on the edges only',
  ends: 'on the end grain only',
  inside: 'kept off the edges',
  masked: 'within the tape only',
};
/** It is no part of the face as a whole: a mend, an edge, the end grain, a field between tapes. */
export const isElsewhere = ({ where }: Pick<Layer, 'where'>): boolean => where !== undefined && where !== 'inside';

/** How a dry coat is rubbed down: not at all, with paper, wet with paper, with a foam pad, with steel wool, with a synthetic pad. */
export const RUBS = ['none', 'dry', 'wet', 'foam', 'wool', 'pad'] as const;
export type Rub = (typeof RUBS)[number];
/** Places that are rubbed down alone: the flat, so that a haze comes off and the grain keeps its own; the edges. */
export const RUBBED_WHERE = ['flat', 'edges'] as const;
export type RubWhere = (typeof RUBBED_WHERE)[number];
export const RUBBED_WHERE_WORDS: Readonly<Record<RubWhere, string>> = {
  flat: 'on the flat only',
  edges: 'at the edges only',
};
/** A cured film is rubbed out with papers, dry or wet. */
export const RUBBED_OUT = ['dry', 'wet'] as const satisfies readonly Rub[];
export const RUB_WORDS: Readonly<Record<Rub, string>> = {
  none: 'Not rubbed down',
  dry: 'Rub down dry with paper, lift off at the edges',
  wet: 'Rub down wet with paper, lift off at the edges',
  foam: 'Rub down with a foam pad',
  wool: 'Rub down with steel wool',
  pad: 'Rub down with a synthetic pad',
};
/** How a layer is rubbed down, with its papers, worn or new, and where; as {@link RUB_WORDS} has it. */
export function rubWords({
  rub = 'dry',
  papers = [],
  rubWorn = false,
  rubWhere,
}: Pick<Layer, 'rub' | 'papers' | 'rubWorn' | 'rubWhere'>): string {
  const worn = rubWorn
    ? RUB_WORDS[rub].replace(/(a )?(paper|foam pad|steel wool|synthetic pad)/, '$1worn $2')
    : RUB_WORDS[rub];
  const grits = papers.join(', then ');
  const said =
    papers.length === 0
      ? worn
      : worn.includes('paper')
        ? worn.replace('paper', `paper, ${grits}`)
        : `${worn}, ${grits}`;
  return rubWhere ? `${said.replace(', lift off at the edges', '')}, ${RUBBED_WHERE_WORDS[rubWhere]}` : said;
}
/** The longest wait that a layer is planned with, hours: three months. */
export const LONGEST_WAIT = 2200;
export type Stack = readonly Layer[];

/** What the kind of a layer is to others. */
export const traitsOf = ({ kind }: Pick<Layer, 'kind'>): Traits => KINDS[kind].is;

/** Whether a layer of this kind is coloured at all. */
export const isColoured = (kindName: LayerKind): boolean => KINDS[kindName].takes.length > 0;

/**
 * Nothing goes on: left out for now, or opened for a colour and given none. A filler's paste and a toner's clear go on
 * without.
 */
export const isBlank = ({ kind: name, colours, off = false }: Layer): boolean =>
  off ||
  (isColoured(name) && KINDS[name].medium === 'none' && !KINDS[name].is.fills && Object.keys(colours).length === 0);

/** A setting's value, its default when not given. */
export function setting(layer: Layer, key: string): number {
  const spec = KINDS[layer.kind].settings.find((s) => s.key === key);
  return layer.settings[key] ?? spec?.default ?? 1;
}

/** The colour that a layer has most of, by its id; none where it has no colour. */
export const mainColour = ({ colours }: Pick<Layer, 'colours'>): string | undefined =>
  Object.entries(colours).toSorted(([, p], [, q]) => q - p)[0]?.[0];

/** Whether a dry coat is rubbed down before the next. */
export const isRubbedDown = ({ kind, rub }: Pick<Layer, 'kind' | 'rub'>): boolean =>
  rub ? rub !== 'none' : KINDS[kind].is.rubbedDown;

/** How a layer is put on: the first way of its kind when not given. */
export const methodOf = (layer: Layer): string | undefined => layer.method ?? KINDS[layer.kind].methods[0]?.id;

/** A new layer of a kind with its defaults. */
export const newLayer = (kindName: LayerKind, over: Partial<Layer> = {}): Layer => ({
  kind: kindName,
  colours: {},
  settings: {},
  ...(KINDS[kindName].methods[0] ? { method: KINDS[kindName].methods[0].id } : {}),
  ...over,
});

/** Parts of thinner, all together, to one of the product. */
export const thinnedBy = ({ thinners = {} }: Pick<Layer, 'thinners'>): number =>
  Object.values(thinners).reduce((sum, parts) => sum + parts, 0);

/** Its thinner is what its colours leave of the pot, so that how much of it there is need not be said. */
export const isMadeUp = ({ kind: name, colours }: Pick<Layer, 'kind' | 'colours'>, colour?: ColourantKind): boolean =>
  colour !== undefined &&
  KINDS[name].medium === 'none' &&
  Object.keys(colours).length > 0 &&
  (COLOURANT_INFO[colour].readyMade || (!COLOURANT_INFO[colour].share && KINDS[name].base === null));

/** How a layer is put on with an applicator: sprayed by what sprays, and by hand with anything else. */
export function withApplicator(
  layer: Pick<Layer, 'kind' | 'method'>,
  applicator: Applicator,
  methodSaid = false,
): Pick<Layer, 'applicator' | 'method'> {
  const { methods } = KINDS[layer.kind];
  const { sprays } = APPLICATOR_INFO[applicator];
  const suits = methods.find(({ id }) => (id === 'sprayed') === sprays);
  const fits = layer.method === undefined || (layer.method === 'sprayed') === sprays;
  const method = !fits && !methodSaid && suits ? suits.id : layer.method;
  return { applicator, ...(method === undefined ? {} : { method }) };
}

const IN_ANY_SHOP = [
  'applicator',
  'thinners',
  'unhardened',
  'where',
  'apart',
  'rub',
  'rubLast',
  'rubFrom',
  'rubWorn',
  'rubWhere',
  'papers',
  'clean',
] as const;
/** What of a layer is the same whatever its products are called: how it is put on, left and rubbed down. */
export type InAnyShop = Pick<Layer, (typeof IN_ANY_SHOP)[number]>;
export const inAnyShop = (of: { [Key in keyof InAnyShop]?: InAnyShop[Key] | undefined }): InAnyShop =>
  Object.fromEntries(IN_ANY_SHOP.flatMap((key) => (of[key] === undefined ? [] : [[key, of[key]]])));

/** Papers of a rub-out: those that are said, else the usual ones. */
export const rubOutPapers = ({ papers }: Pick<Layer, 'papers'>): readonly number[] => papers ?? USUAL_PAPERS;

/** On the face, and doing something there. */
export const isOnFace = (layer: Layer): boolean => !isBlank(layer) && !isElsewhere(layer);

/** How many coats of a sealer, oil or clear are usual. */
export const usualCoats = (medium: MediumKind): number => setting(newLayer(medium), 'coats');
