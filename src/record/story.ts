import { KINDS, type LayerKind } from '../core/layers/layer.ts';
import type { StoredEvent } from '../shared/event.ts';

/** Everything that can happen, by the names events are kept under. */
export const EVENT_KINDS = [
  'job started',
  'job changed',
  'job put away',
  'job brought back',
  'target read',
  'wood added',
  'preparation set',
  'layers drafted',
  'offcuts counted',
  'part added',
  'part changed',
  'part taken out',
  'part put back',
  'board taken',
  'board changed',
  'recipe planned',
  'coat put on',
  'coat changed',
  'coat taken back',
  'coat put back',
  'stage read',
  'past entered',
  'reading taken out',
  'reading put back',
  'reading changed',
  'added',
  'changed',
  'put away',
  'brought back',
  'boards read',
  'rung changed',
  'rung taken out',
  'rung put back',
  'house changed',
] as const;
export type EventKind = (typeof EVENT_KINDS)[number];

type Detail = Record<string, unknown>;
const text = (value: unknown): string => (typeof value === 'string' || typeof value === 'number' ? String(value) : '');
const list = (value: unknown): Detail => (typeof value === 'object' && value !== null ? (value as Detail) : {});
const stageName = ({ stage, layer }: Detail): string => {
  if (stage === 0) return 'raw';
  const kind = text(layer);
  return kind in KINDS ? `after ${KINDS[kind as LayerKind].label.toLowerCase()}` : `after layer ${text(stage)}`;
};
const layerName = ({ stage, layer }: Detail): string => {
  const kind = text(layer);
  return kind in KINDS ? KINDS[kind as LayerKind].label : `Layer ${text(stage)}`;
};

const WORDS: Record<string, string> = {
  customer: 'customer',
  piece: 'piece',
  tolerance: 'tolerance',
  lights: 'lights of the place',
  grit: 'last grit',
  conditioner: 'conditioner',
  preWet: 'wetted before the dye',
  grainRaised: 'grain raised',
  texture: 'texture',
  oldFinish: 'old finish',
  putOnAt: 'time',
  takenAt: 'time',
  minutes: 'minutes',
  layer: 'layer',
  colours: 'amounts',
  conditions: 'conditions',
  used: 'amount used',
  note: 'note',
  stage: 'stage',
  strength: 'strength',
  maxStrength: 'strongest mix',
  costPerGram: 'cost per gram',
};

function valueText(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(Math.round(value * 1000) / 1000);
  if (typeof value === 'string')
    return /^\d{4}-\d\d-\d\dT/.test(value) ? value.slice(0, 16).replace('T', ' ') : `“${value}”`;
  if (Array.isArray(value)) return value.map(valueText).join(', ');
  return Object.entries(list(value))
    .map(([k, v]) => `${WORDS[k] ?? k} ${valueText(v)}`)
    .join(', ');
}

/** What differs between what was and what is, each with both. */
function changes({ was, now }: Detail): string {
  const before = list(was);
  const after = list(now);
  const changed = Object.keys(after).filter((key) => JSON.stringify(after[key]) !== JSON.stringify(before[key]));
  if (changed.length === 0) return 'nothing changed';
  return changed.map((key) => `${WORDS[key] ?? key} ${valueText(before[key])} → ${valueText(after[key])}`).join('; ');
}

const plural = (count: unknown, one: string) => `${text(count)} ${one}${count === 1 ? '' : 's'}`;

const SENTENCES: Record<EventKind, (detail: Detail) => string> = {
  'job started': () => 'Job started',
  'job changed': (d) => `Job changed: ${changes(d)}`,
  'job put away': () => 'Job put away',
  'job brought back': () => 'Job brought back',
  'target read': ({ count, source }) => `Target: ${plural(count, 'reading')} (${text(source)})`,
  'wood added': ({ speciesId }) => `Wood added: ${text(speciesId)}`,
  'preparation set': (d) => `Preparation of ${text(d.speciesId)}: ${changes(d)}`,
  'layers drafted': ({ speciesId, layers }) => `Layers on ${text(speciesId)} worked on: ${valueText(layers)}`,
  'offcuts counted': ({ speciesId, offcuts }) => `Offcuts of ${text(speciesId)} counted: ${valueText(offcuts)}`,
  'part added': ({ name, count }) => `Part added: ${text(count)} × ${text(name)}`,
  'part changed': (d) => `Part ${text(d.name)} changed: ${changes(d)}`,
  'part taken out': ({ name }) => `Part taken out: ${text(name)}`,
  'part put back': ({ name }) => `Part put back: ${text(name)}`,
  'board taken': () => 'Board taken',
  'board changed': (d) => `Board was prepared otherwise: ${changes(d)}`,
  'recipe planned': ({ number, origin }) => `Recipe ${text(number)} planned (${text(origin).replace('-', ' ')})`,
  'coat put on': (d) => `${layerName(d)} put on${d.at ? `, ${valueText(d.at)}` : ''}`,
  'coat changed': (d) => `${layerName(d)} put right: ${changes(d)}`,
  'coat taken back': (d) => `${layerName(d)} was not put on after all`,
  'coat put back': (d) => `${layerName(d)} was put on after all`,
  'stage read': (d) => `Read ${stageName(d)}: ${plural(d.count, 'reading')} (${text(d.source)})`,
  'past entered': ({ coats, readings }) =>
    `Entered afterwards: ${plural(coats, 'coat')}, ${plural(readings, 'reading')}`,
  'reading taken out': (d) => `Reading ${stageName(d)} taken out`,
  'reading put back': (d) => `Reading ${stageName(d)} put back`,
  'reading changed': (d) => `Reading put right: ${changes(d)}`,
  added: ({ name }) => `${text(name)} added`,
  changed: (d) => `${text(d.name)} changed: ${changes(d)}`,
  'put away': ({ name }) => `${text(name)} put away`,
  'brought back': ({ name }) => `${text(name)} brought back`,
  'boards read': ({ name, count }) => `${text(name)}: ${plural(count, 'board')} read before and after`,
  'rung changed': (d) => `${text(d.name)}, rung put right: ${changes(d)}`,
  'rung taken out': ({ name, strength }) => `${text(name)}: rung ${valueText(strength)} taken out`,
  'rung put back': ({ name, strength }) => `${text(name)}: rung ${valueText(strength)} put back`,
  'house changed': (d) => `House: ${changes(d)}`,
};

/** What happened, in words. An event of a kind that this version does not know is told by its name. */
export const eventText = ({ kind, detail }: Pick<StoredEvent, 'kind' | 'detail'>): string =>
  SENTENCES[kind as EventKind]?.(detail) ?? kind;
