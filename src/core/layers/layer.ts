import type { ColourantKind } from './materials.ts';

export const LAYER_KINDS = [
  'dye',
  'ink',
  'reactive',
  'wiping-stain',
  'gel-stain',
  'glaze',
  'powdering-glaze',
  'toner',
  'sealer',
  'oil',
  'clear',
  'filler',
  'opaque',
  'bleach',
  'conditioner',
  'wipe-back',
  'sand-back',
] as const;
export type LayerKind = (typeof LAYER_KINDS)[number];

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
  /** Numbers by the keys of the kind's parameter list; missing ones take their default. */
  settings: Record<string, number>;
  /** How it is put on, for the kinds with more than one way. */
  method?: string;
  /** Left out for now: it stands in a draft and does nothing. */
  off?: boolean;
  /** What the finisher wrote beside it. */
  note?: string;
  /** Hours that it is left after its last coat, where it is not the usual time of its product. */
  wait?: number;
  /** What is done to it, dry, before the next; as is usual for its kind where nothing is said. */
  rub?: Rub;
  /** Rules that the finisher has read and left as it is, by their ids. */
  accepted?: string[];
}
/** How a dry coat is rubbed down: not at all, with paper, wet with paper, with steel wool, with a synthetic pad. */
export const RUBS = ['none', 'dry', 'wet', 'wool', 'pad'] as const;
export type Rub = (typeof RUBS)[number];
export const RUB_WORDS: Readonly<Record<Rub, string>> = {
  none: 'Not rubbed down',
  dry: 'Rub down dry with paper, lift off at the edges',
  wet: 'Rub down wet with paper, lift off at the edges',
  wool: 'Rub down with steel wool',
  pad: 'Rub down with a synthetic pad',
};
/** The longest wait that a layer is planned with, hours: three months. */
export const LONGEST_WAIT = 2200;
export type Stack = readonly Layer[];

/** A number of a layer that the finisher sets. The defaults and what they do are common practice, no source. */
export interface Setting {
  key: string;
  label: string;
  unit: string;
  min: number;
  max: number;
  step: number;
  default: number;
  /** Only whole numbers make sense. */
  whole?: boolean;
  /** What more of it does, in a few words. */
  effect?: string;
}

export interface KindInfo {
  label: string;
  /** Which colourants it takes; those of one layer are of one kind. */
  takes: readonly ColourantKind[];
  mostColours: number;
  medium: 'none' | 'sealer' | 'oil' | 'clear';
  settings: readonly Setting[];
  methods: readonly { id: string; label: string }[];
}

const coats = (most: number, preset = 1): Setting => ({
  key: 'coats',
  label: 'coats',
  unit: '',
  min: 1,
  max: most,
  step: 1,
  default: preset,
  whole: true,
  effect: 'each gives less',
});
const factor = (key: string, label: string, effect: string, min: number, max: number): Setting => ({
  key,
  label,
  unit: '× usual',
  min,
  max,
  step: 0.05,
  default: 1,
  effect,
});
const film = factor('film', 'film left', 'more: darker, hides more', 0, 5);
const load = factor('load', 'put on', 'more: darker', 0.25, 4);
const pressure = factor('pressure', 'wiped how hard', 'harder: lighter, clearer', 0.5, 2);
const dwell: Setting = {
  key: 'dwell',
  label: 'before wiping',
  unit: 'min',
  min: 0.5,
  max: 60,
  step: 0.5,
  default: 5,
  effect: 'longer: darker',
};
const share = (key: string, label: string, preset: number, max: number, effect: string): Setting => ({
  key,
  label,
  unit: 'share',
  min: 0,
  max,
  step: 0.05,
  default: preset,
  effect,
});
/** How heavy a sealer is cut, pounds of flake in a US gallon of alcohol: two is usual, one a washcoat. Common practice. */
export const USUAL_CUT = 2;
const cut: Setting = {
  key: 'cut',
  label: 'cut',
  unit: 'lb',
  min: 0.5,
  max: 4,
  step: 0.5,
  default: USUAL_CUT,
  effect: 'heavier: closes and colours more',
};
const WIPED = [
  { id: 'wiped', label: 'wiped with the grain' },
  { id: 'across', label: 'wiped across the grain' },
];
const kind = (info: Partial<KindInfo> & { label: string }): KindInfo => ({
  takes: [],
  mostColours: info.takes?.length ? 4 : 0,
  medium: 'none',
  settings: [],
  methods: [],
  ...info,
});

/** Every layer kind with its parameters: units, bounds, defaults. */
export const KINDS: Record<LayerKind, KindInfo> = {
  dye: kind({
    label: 'Dye',
    takes: ['dye'],
    settings: [coats(4), dwell, load],
    methods: [
      { id: 'wiped', label: 'flooded and wiped' },
      { id: 'sprayed', label: 'sprayed' },
    ],
  }),
  ink: kind({ label: 'Ink', takes: ['ink'], mostColours: 1, settings: [coats(4)] }),
  reactive: kind({ label: 'Reactive colour', takes: ['reactive'], mostColours: 1, settings: [coats(3)] }),
  'wiping-stain': kind({
    label: 'Wiping stain',
    takes: ['pigment', 'stain'],
    settings: [coats(3), film, dwell, load, pressure],
    methods: [...WIPED, { id: 'unwiped', label: 'not wiped off' }],
  }),
  'gel-stain': kind({
    label: 'Gel stain',
    takes: ['pigment', 'stain'],
    settings: [coats(3), film, dwell, load, pressure],
    methods: [...WIPED, { id: 'unwiped', label: 'not wiped off' }],
  }),
  glaze: kind({
    label: 'Glaze',
    takes: ['pigment'],
    settings: [coats(3), film, dwell, load, pressure],
    methods: [...WIPED, { id: 'dry-brushed', label: 'dry-brushed' }, { id: 'in-grain', label: 'left in the grain' }],
  }),
  'powdering-glaze': kind({ label: 'Powdering glaze', takes: ['pigment'], settings: [coats(2), film, pressure] }),
  toner: kind({
    label: 'Toner',
    takes: ['dye', 'pigment'],
    medium: 'clear',
    settings: [{ ...coats(6), label: 'passes' }],
  }),
  sealer: kind({
    label: 'Sealer',
    medium: 'sealer',
    settings: [coats(3), cut],
    methods: [
      { id: 'brushed', label: 'brushed or wiped' },
      { id: 'sprayed', label: 'sprayed' },
    ],
  }),
  oil: kind({ label: 'Oil', medium: 'oil', settings: [coats(3)] }),
  clear: kind({
    label: 'Clear',
    medium: 'clear',
    settings: [coats(25, 2)],
    methods: [
      { id: 'sprayed', label: 'sprayed' },
      { id: 'brushed', label: 'brushed or wiped' },
    ],
  }),
  filler: kind({
    label: 'Grain filler',
    takes: ['pigment', 'metallic'],
    settings: [share('fill', 'pores filled', 0.9, 1, 'more: smoother pores')],
  }),
  opaque: kind({ label: 'Opaque colour', takes: ['pigment'], settings: [coats(3, 2)] }),
  bleach: kind({ label: 'Bleach', settings: [share('strength', 'colour taken out', 0.5, 0.95, 'more: paler')] }),
  conditioner: kind({ label: 'Conditioner', settings: [coats(2)] }),
  'wipe-back': kind({
    label: 'Wipe back',
    settings: [share('removed', 'taken off', 0.3, 1, 'more: paler')],
    methods: [
      { id: 'rag', label: 'with a damp rag' },
      { id: 'burnished', label: 'burnished dry' },
    ],
  }),
  'sand-back': kind({ label: 'Sand back', settings: [share('removed', 'taken off', 0.6, 1, 'more: deeper')] }),
};

/** Whether a layer of this kind is coloured at all. */
export const isColoured = (kindName: LayerKind): boolean => KINDS[kindName].takes.length > 0;

/**
 * Nothing goes on: left out for now, or opened for a colour and given none. A filler's paste and a toner's clear go on
 * without.
 */
export const isBlank = ({ kind: name, colours, off = false }: Layer): boolean =>
  off || (isColoured(name) && KINDS[name].medium === 'none' && name !== 'filler' && Object.keys(colours).length === 0);

/** A setting's value, its default when not given. */
export function setting(layer: Layer, key: string): number {
  const spec = KINDS[layer.kind].settings.find((s) => s.key === key);
  return layer.settings[key] ?? spec?.default ?? 1;
}

/** The colour that a layer has most of, by its id; none where it has no colour. */
export const mainColour = ({ colours }: Pick<Layer, 'colours'>): string | undefined =>
  Object.entries(colours).toSorted(([, p], [, q]) => q - p)[0]?.[0];

/** Coats that are rubbed down before the next where nothing else is said. */
const RUBBED_DOWN: ReadonlySet<LayerKind> = new Set(['sealer', 'clear', 'opaque']);
/** Whether a dry coat is rubbed down before the next. */
export const isRubbedDown = ({ kind, rub }: Pick<Layer, 'kind' | 'rub'>): boolean =>
  rub ? rub !== 'none' : RUBBED_DOWN.has(kind);

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

/** How many coats of a sealer, oil or clear are usual. */
export const usualCoats = (medium: Exclude<KindInfo['medium'], 'none'>): number => setting(newLayer(medium), 'coats');
