/** What carries a colour or a coat, and so what can wake it again. */
export const CARRIERS = ['water', 'alcohol', 'solvent', 'oil'] as const;
export type Carrier = (typeof CARRIERS)[number];

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
  'wipe-back',
  'sand-back',
] as const;
export type LayerKind = (typeof LAYER_KINDS)[number];

/** One coat or act on the board. Immutable; a stack is an ordered list of these. */
export interface Layer {
  kind: LayerKind;
  /** Colourant id to strength: g/L for dyes, inks and reactive colours, mass fraction for pigments. */
  colours: Record<string, number>;
  /** The sealer, oil or clear used, for the kinds that need one. */
  medium?: string;
  /** Numbers by the keys of the kind's parameter list; missing ones take their default. */
  settings: Record<string, number>;
  /** How it is put on, for the kinds with more than one way. */
  method?: string;
}
export type Stack = readonly Layer[];

export interface Setting {
  key: string;
  label: string;
  unit: string;
  min: number;
  max: number;
  step: number;
  default: number;
}

export interface KindInfo {
  label: string;
  /** Which colourants it takes. */
  takes: 'dye' | 'pigment' | 'ink' | 'reactive' | 'none';
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
});
const film = (label: string): Setting => ({
  key: 'film',
  label,
  unit: '× usual',
  min: 0,
  max: 5,
  step: 0.05,
  default: 1,
});
const share = (key: string, label: string, preset: number, max = 1): Setting => ({
  key,
  label,
  unit: 'share',
  min: 0,
  max,
  step: 0.05,
  default: preset,
});
const kind = (info: Partial<KindInfo> & { label: string }): KindInfo => ({
  takes: 'none',
  mostColours: info.takes && info.takes !== 'none' ? 4 : 0,
  medium: 'none',
  settings: [],
  methods: [],
  ...info,
});

/** Every layer kind with its parameters: units, bounds, defaults. */
export const KINDS: Record<LayerKind, KindInfo> = {
  dye: kind({ label: 'Dye', takes: 'dye', settings: [coats(4)] }),
  ink: kind({ label: 'Ink', takes: 'ink', mostColours: 1, settings: [coats(4)] }),
  reactive: kind({ label: 'Reactive colour', takes: 'reactive', mostColours: 1, settings: [coats(3)] }),
  'wiping-stain': kind({ label: 'Wiping stain', takes: 'pigment', settings: [coats(2), film('film left')] }),
  'gel-stain': kind({ label: 'Gel stain', takes: 'pigment', settings: [coats(2), film('film left')] }),
  glaze: kind({
    label: 'Glaze',
    takes: 'pigment',
    settings: [film('film left')],
    methods: [
      { id: 'wiped', label: 'wiped with the grain' },
      { id: 'dry-brushed', label: 'dry-brushed' },
      { id: 'in-grain', label: 'left in the grain' },
    ],
  }),
  'powdering-glaze': kind({ label: 'Powdering glaze', takes: 'pigment', settings: [film('film left')] }),
  toner: kind({ label: 'Toner', takes: 'dye', medium: 'clear', settings: [{ ...coats(6), label: 'passes' }] }),
  sealer: kind({ label: 'Sealer', medium: 'sealer', settings: [coats(3)] }),
  oil: kind({ label: 'Oil', medium: 'oil', settings: [coats(3)] }),
  clear: kind({ label: 'Clear', medium: 'clear', settings: [coats(8, 2)] }),
  filler: kind({ label: 'Grain filler', takes: 'pigment', settings: [share('fill', 'pores filled', 0.9)] }),
  opaque: kind({ label: 'Opaque colour', takes: 'pigment', settings: [coats(3, 2)] }),
  bleach: kind({ label: 'Bleach', settings: [share('strength', 'colour taken out', 0.5, 0.95)] }),
  'wipe-back': kind({ label: 'Wipe back', settings: [share('removed', 'colour taken off', 0.3, 0.95)] }),
  'sand-back': kind({ label: 'Sand back', settings: [share('removed', 'colour taken off', 0.6, 0.95)] }),
};

/** A setting's value, its default when not given. */
export function setting(layer: Layer, key: string): number {
  const spec = KINDS[layer.kind].settings.find((s) => s.key === key);
  return layer.settings[key] ?? spec?.default ?? 1;
}

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
