import type { Preparation } from '../board/preparation.ts';
import { CARRIER_INFO, type Carrier } from '../kinds/index.ts';
import { nth } from '../known.ts';
import { type Layer, newLayer, type Stack } from '../layers/layer.ts';
import type { Medium } from '../layers/materials.ts';
import type { SchoolId } from './schools.ts';
import { type RuleInput, type SeenLayer, type View, viewOf } from './view.ts';

/** How bad: worth knowing; it will be seen or cost time; it will fail. */
export const SEVERITIES = ['note', 'warning', 'fault'] as const;
export type Severity = (typeof SEVERITIES)[number];
export const harder = (p: Severity, q: Severity): boolean => SEVERITIES.indexOf(p) > SEVERITIES.indexOf(q);

export const FAMILIES = [
  'preparation',
  'order',
  'seal',
  'colour',
  'drying',
  'film',
  'pot',
  'finish',
  'wet edge',
  'evenness',
  'tools',
  'coming',
] as const;
export type Family = (typeof FAMILIES)[number];

/** What a tap on a remedy makes of the layers and the preparation. */
export interface Change {
  stack?: Stack;
  preparation?: Preparation;
  /** The colours of this layer are to be found again for the target. */
  solve?: number;
}
export interface Remedy {
  /** What is done, in a few words. */
  label: string;
  change: Change;
}

/** Where a rule is broken: a layer's place in the stack, or the wood. */
export interface Hit {
  at: number | 'wood';
  remedy?: Remedy | null;
}

export interface Rule {
  id: string;
  family: Family;
  /** In a few words, as it stands beside the layer. */
  title: string;
  /** What it looks at. */
  looksAt: string;
  severity: Severity;
  /** Why, in one sentence. */
  reason: string;
  /** Published, or "common practice". */
  source: string;
  /** The school that changes it. */
  school?: SchoolId;
  find(view: View): readonly Hit[];
}

/** A rule that a stack breaks, where, and what can be done. */
export interface Finding extends Omit<Rule, 'find'> {
  at: number | 'wood';
  remedy: Remedy | null;
  /** The finisher has read it and left it. */
  accepted: boolean;
}

const COMMON = 'common practice';
type Said = Omit<Rule, 'family' | 'source'> & { source?: string };
/** The rules of one family, common practice where no source is named. */
export const family = (name: Family, ...rules: readonly Said[]): readonly Rule[] =>
  rules.map((rule) => ({ source: COMMON, ...rule, family: name }));

/** Hits on every layer that a test picks. */
export const onLayers =
  (
    breaks: (seen: SeenLayer, view: View) => boolean | undefined,
    remedy?: (seen: SeenLayer, view: View) => Remedy | null,
  ) =>
  (view: View): readonly Hit[] =>
    view.layers
      .filter((seen) => breaks(seen, view))
      .map((seen) => ({ at: seen.at, remedy: remedy?.(seen, view) ?? null }));
/** One hit on the wood where a test says so. */
export const onWood =
  (breaks: (view: View) => boolean, remedy?: (view: View) => Remedy | null) =>
  (view: View): readonly Hit[] =>
    breaks(view) ? [{ at: 'wood', remedy: remedy?.(view) ?? null }] : [];

export const replaced = ({ stack }: View, at: number, by: Layer): Stack =>
  stack.map((layer, i) => (i === at ? by : layer));
export const changed = (view: View, at: number, over: Partial<Layer>): Stack =>
  replaced(view, at, { ...nth(view.stack, at), ...over });
export const withSetting = (view: View, { at, layer }: SeenLayer, key: string, value: number): Stack =>
  changed(view, at, { settings: { ...layer.settings, [key]: value } });
export const without = ({ stack }: View, at: number): Stack => stack.filter((_, i) => i !== at);
/** The remedy that leaves a layer out. */
export const leavingOut =
  (label: string) =>
  (l: SeenLayer, v: View): Remedy => ({ label, change: { stack: without(v, l.at) } });
export const inserted = ({ stack }: View, at: number, ...layers: readonly Layer[]): Stack => [
  ...stack.slice(0, at),
  ...layers,
  ...stack.slice(at),
];
export const moved = (view: View, from: number, to: number): Stack => {
  const rest = without(view, from);
  return [...rest.slice(0, to), view.stack[from] as Layer, ...rest.slice(to)];
};
export const prepared = ({ preparation }: View, over: Partial<Preparation>): Change => ({
  preparation: { ...preparation, ...over },
});

/** The sealers, oils and clears of the shelf that a test picks, the least yellow first. */
export const mediums = ({ materials }: View, kind: Medium['kind'], will: (m: Medium) => boolean = () => true) => {
  const amber = (m: Medium) => m.tint.reduce((sum, v) => sum + v, 0);
  return Object.values(materials.mediums)
    .filter((m) => m.kind === kind && will(m))
    .sort((p, q) => amber(p) - amber(q));
};
/** A new layer of the palest such medium; null where the shelf has none. */
export function layerFound(
  view: View,
  kind: 'sealer' | 'clear' | 'oil',
  will?: (m: Medium) => boolean,
  over: Partial<Layer> = {},
): Layer | null {
  const [medium] = mediums(view, kind, will);
  return medium ? newLayer(kind, { medium: medium.id, ...over }) : null;
}
export const isDewaxed = (view: View, m: Medium): boolean => view.facts[m.id]?.wax !== 'waxed';
/** Whether a coat of one carrier wakes what another carried. */
export const wakes = (coat: Carrier, below: Carrier): boolean => CARRIER_INFO[coat].dissolves.includes(below);

/** A barrier over a layer: a dewaxed sealer that does not wake it; null where the shelf has none. */
export function barrierOver(view: View, below: Carrier): Layer | null {
  return layerFound(view, 'sealer', (m) => isDewaxed(view, m) && !wakes(m.carrier, below), { settings: { coats: 1 } });
}

/** A remedy may not touch what is on the board. */
function possible(remedy: Remedy | null | undefined, { stack, done, preparation }: View): Remedy | null {
  if (!remedy) return null;
  const { stack: next, preparation: other } = remedy.change;
  if (done > 0 && other && other !== preparation) return null;
  return next?.slice(0, done).some((l, i) => l !== stack[i]) || (next && next.length < done) ? null : remedy;
}

/** What of some rules a stack breaks, the worst first, then from the wood outwards. */
export function findingsOf(input: RuleInput, rules: readonly Rule[]): Finding[] {
  const view = viewOf(input);
  const place = (at: number | 'wood') => (at === 'wood' ? -1 : at);
  return rules
    .flatMap(({ find, ...rule }) =>
      find(view).map(({ at, remedy }): Finding => {
        const left = at === 'wood' ? input.preparation.accepted : input.stack[at]?.accepted;
        return { ...rule, at, remedy: possible(remedy, view), accepted: left?.includes(rule.id) ?? false };
      }),
    )
    .sort((p, q) => SEVERITIES.indexOf(q.severity) - SEVERITIES.indexOf(p.severity) || place(p.at) - place(q.at));
}

/** The input as a remedy leaves it. */
export const remedied = (input: RuleInput, { change: { stack, preparation } }: Remedy): RuleInput => ({
  ...input,
  ...(stack ? { stack } : {}),
  ...(preparation ? { preparation } : {}),
});
