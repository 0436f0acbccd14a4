import { lookedText, lookText, type Word } from '../../core/belief/words.ts';
import { GATES, type Gate } from '../../core/finish/gates.ts';
import { RUN_CHANGES, type RunChange } from '../../core/judge/run-changes.ts';
import { KINDS, type LayerKind } from '../../core/kinds/index.ts';
import { partsOfKey } from '../../core/mix/step.ts';
import { type BoardCut, STANDARD_CUT } from '../../shared/board.ts';
import type { StoredEvent } from '../../shared/event.ts';

/** Everything that can happen, by the names events are kept under. */
export const EVENT_KINDS = [
  'job started',
  'job changed',
  'job brought',
  'job put away',
  'job brought back',
  'target read',
  'target revised',
  'wood added',
  'preparation set',
  'layers drafted',
  'offcuts counted',
  'version kept',
  'version put away',
  'version brought back',
  'part added',
  'part changed',
  'part taken out',
  'part put back',
  'board taken',
  'board split',
  'board changed',
  'board set apart',
  'board put back',
  'board cut',
  'board put away',
  'board brought back',
  'work begun',
  'surface checked',
  'check taken out',
  'draw-down',
  'draw-down taken out',
  'draw-down put back',
  'pieces piled',
  'piece changed',
  'piece taken out',
  'piece put back',
  'quoted',
  'hours worked',
  'hours taken back',
  'finish judged',
  'board judged',
  'layers repeated',
  'recipe planned',
  'coat put on',
  'coat changed',
  'coat taken back',
  'coat put back',
  'stage read',
  'past entered',
  'looked at',
  'target held',
  'target look taken out',
  'target look put back',
  'look taken out',
  'look put back',
  'approved',
  'bracket stood',
  'bracket opened',
  'bracket shut',
  'bracket seen',
  'bracket answered',
  'picture taken',
  'picture taken out',
  'picture put back',
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
  'lot added',
  'lot changed',
  'lot taken out',
  'lot put back',
  'fault found',
  'fault taken back',
  'step done',
  'step taken back',
  'pot changed',
  'house changed',
  'air noted',
  'dryness tested',
  'work done',
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
  degree: 'how far the texture is taken',
  edges: 'edges',
  oldFilm: 'what the old finish is',
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
  grainTolerance: 'tolerance of the grain',
  wishes: 'wishes',
  retainPlace: 'place of the retained board',
  customerNote: 'note for the customer',
  handedOver: 'handed over',
  supplies: 'supplies',
};

/** How a moment is written: the reader's clock is not the record's. */
export type MomentText = (iso: string) => string;
const isMoment = (value: unknown): value is string => typeof value === 'string' && /^\d{4}-\d\d-\d\dT/.test(value);

function valueText(value: unknown, moment: MomentText): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(Math.round(value * 1000) / 1000);
  if (isMoment(value)) return moment(value);
  if (typeof value === 'string') return `“${value}”`;
  if (Array.isArray(value)) return value.map((v) => valueText(v, moment)).join(', ');
  return Object.entries(list(value))
    .map(([k, v]) => `${WORDS[k] ?? k} ${valueText(v, moment)}`)
    .join(', ');
}

const isSet = (value: unknown): boolean => typeof value === 'object' && value !== null && !Array.isArray(value);

/** What differs between what was and what is, each with both; of a set of values only those that differ. */
function changes({ was, now }: Detail, moment: MomentText): string {
  const before = list(was);
  const after = list(now);
  const changed = Object.keys(after).filter((key) => JSON.stringify(after[key]) !== JSON.stringify(before[key]));
  return changed
    .flatMap((key) => {
      if (isSet(before[key]) && isSet(after[key])) return changes({ was: before[key], now: after[key] }, moment) || [];
      return `${WORDS[key] ?? key} ${valueText(before[key], moment)} → ${valueText(after[key], moment)}`;
    })
    .join('; ');
}
const changesText = (detail: Detail, moment: MomentText): string => changes(detail, moment) || 'nothing changed';

/** A step of the mix sheet by its key: stage and what is done. */
const stepName = ({ step }: Detail): string => {
  const { stage, what } = partsOfKey(text(step));
  return `Layer ${stage}, ${what.replaceAll('-', ' ')}`;
};
const amountText = ({ grams, millilitres, lot }: Detail): string => {
  const amount = typeof grams === 'number' ? `${grams} g` : typeof millilitres === 'number' ? `${millilitres} mL` : '';
  return amount ? `: ${amount} poured${lot ? `, lot ${text(lot)}` : ''}` : ': done';
};

const picturedText = ({ things, told, words }: Detail): string =>
  [`${plural(things, 'thing')}${told ? '' : ', nothing measured'}`, ...(words ? [`“${text(words)}”`] : [])].join(' ');
const seenText = ({ said, words, nearest, between, wet }: Detail): string => {
  const seen = {
    said: Array.isArray(said) ? (said as Word[]) : null,
    farther: Number(nearest ?? 0),
    between: between === true,
    wet: wet === true,
  };
  return `${lookedText(seen)}${words ? ` (“${text(words)}”)` : ''}`;
};
const checkText = ({ what, fine, stage }: Detail): string => {
  const id = text(what);
  if (id in RUN_CHANGES) return RUN_CHANGES[id as RunChange];
  const name = id in GATES ? GATES[id as Gate].name : id;
  return `${name}, ${stage === 0 ? 'bare wood' : `over layer ${text(stage)}`}: ${fine ? 'fine' : 'not so yet'}`;
};
const plural = (count: unknown, one: string) => `${text(count)} ${one}${count === 1 ? '' : 's'}`;

const SENTENCES: Record<EventKind, (detail: Detail, moment: MomentText) => string> = {
  'job started': () => 'Job started',
  'job changed': (d, moment) => `Job changed: ${changesText(d, moment)}`,
  'job brought': ({ name }) => `Brought in from ${text(name)}`,
  'job put away': () => 'Job put away',
  'job brought back': () => 'Job brought back',
  'target read': ({ count, source, zone }) =>
    `Target${zone ? `, ${text(zone)}` : ''}: ${plural(count, 'reading')} (${text(source)})`,
  'target revised': ({ revision, why }) => `Target ${text(revision)} revised: ${text(why)}`,
  'wood added': ({ speciesId }) => `Wood added: ${text(speciesId)}`,
  'preparation set': (d, moment) => `Preparation of ${text(d.speciesId)}: ${changesText(d, moment)}`,
  'layers drafted': ({ speciesId, layers }) =>
    `Layers on ${text(speciesId)} worked on: ${(Array.isArray(layers) ? layers : [])
      .map((layer) => layerName({ layer }).toLowerCase())
      .join(', ')}`,
  'offcuts counted': ({ speciesId, offcuts }, moment) =>
    `Offcuts of ${text(speciesId)} counted: ${valueText(offcuts, moment)}`,
  'version kept': ({ name, wood }) => `Layers on ${text(wood)} kept as “${text(name)}”`,
  'version put away': ({ name }) => `Layers “${text(name)}” put away`,
  'version brought back': ({ name }) => `Layers “${text(name)}” brought back`,
  'part added': ({ name, count }) => `Part added: ${text(count)} × ${text(name)}`,
  'part changed': (d, moment) => `Part ${text(d.name)} changed: ${changesText(d, moment)}`,
  'part taken out': ({ name }) => `Part taken out: ${text(name)}`,
  'part put back': ({ name }) => `Part put back: ${text(name)}`,
  'board taken': () => 'Board taken',
  'board split': ({ parts }) => `Board divided into ${1 + Number(parts ?? 1)} parts`,
  'board changed': (d, moment) => `Board was prepared otherwise: ${changesText(d, moment)}`,
  'board set apart': ({ why }) => `Board set apart: ${text(why)}`,
  'board put back': () => 'Board put back to its pile',
  'board cut': ({ cut }) => {
    const { length, width, lines } = { ...STANDARD_CUT, ...(cut as Partial<BoardCut> | undefined) };
    return `Cut to ${length} × ${width} mm${lines.length > 0 ? `, its steps at ${lines.join(', ')} mm` : ''}`;
  },
  'board put away': () => 'Board put away',
  'board brought back': () => 'Board brought back',
  quoted: ({ hours, all }) => `Quoted: ${text(hours)} h, ${text(all)} in all`,
  'hours worked': ({ hours, what }) => `${text(hours)} h worked${what ? `: ${text(what)}` : ''}`,
  'hours taken back': ({ hours }) => `${text(hours)} h taken back`,
  'work begun': ({ pieces, board, wood }) =>
    `Work begun: ${plural(pieces, 'piece')} of ${text(wood)} by board ${text(board)}`,
  'surface checked': (d) => checkText(d),
  'check taken out': (d) => `Taken out: ${checkText(d)}`,
  'draw-down': ({ stage, said }) =>
    `Drops of layer ${text(stage)} beside the sample: ${Array.isArray(said) ? lookText(said as Word[]) : 'read'}`,
  'draw-down taken out': ({ stage }) => `Drops of layer ${text(stage)} taken out`,
  'draw-down put back': ({ stage }) => `Drops of layer ${text(stage)} put back`,
  'pieces piled': ({ wood, names }) =>
    `On the pile of ${text(wood)}: ${(Array.isArray(names) ? names : []).map(text).join(', ')}`,
  'piece changed': (d, moment) => `Piece ${text(d.name)} of the pile changed: ${changesText(d, moment)}`,
  'piece taken out': ({ name }) => `Piece ${text(name)} taken from the pile`,
  'piece put back': ({ name }) => `Piece ${text(name)} put back on the pile`,
  'board judged': ({ said }) => {
    const judged = said as { accepted: boolean; words: string } | null;
    if (!judged) return 'What was said of it taken back';
    return `${judged.accepted ? 'Accepted' : 'Rejected'}${judged.words ? `: “${judged.words}”` : ''}`;
  },
  'finish judged': ({ now }, moment) => `Looked at: ${changesText({ was: {}, now }, moment)}`,
  'layers repeated': ({ of, how }) => `Layers of ${text(of)} taken ${text(how)}`,
  'recipe planned': ({ number, origin, after, said }) =>
    `Recipe ${text(number)} planned (${after ? `after ${text(after)}` : text(origin).replace('-', ' ')})${said ? `: ${text(said)}` : ''}`,
  'coat put on': (d, moment) =>
    `${layerName(d)} put on${d.at ? `, ${valueText(d.at, moment)}` : ''}${d.said ? `: ${text(d.said)}` : ''}`,
  'coat changed': (d, moment) => `${layerName(d)} put right: ${changesText(d, moment)}`,
  'coat taken back': (d) => `${layerName(d)} was not put on after all`,
  'coat put back': (d) => `${layerName(d)} was put on after all`,
  'stage read': (d) => `Read ${stageName(d)}: ${plural(d.count, 'reading')} (${text(d.source)})`,
  'past entered': ({ coats, readings }) =>
    `Entered afterwards: ${plural(coats, 'coat')}, ${plural(readings, 'reading')}`,
  'looked at': (d) => `Looked at ${stageName(d)}: ${seenText(d)}`,
  'target held': (d) => `Target held against the rack: ${text(d.beside)} ${seenText(d)}`,
  'target look taken out': (d) => `Look at the target taken out: ${text(d.beside)} ${seenText(d)}`,
  'target look put back': (d) => `Look at the target put back: ${text(d.beside)} ${seenText(d)}`,
  'look taken out': (d) => `Look taken out: ${seenText(d)}`,
  'look put back': (d) => `Look put back: ${seenText(d)}`,
  approved: ({ version, words, customer, hash }) =>
    [
      `Approved, the ${text(version)}. time`,
      ...(customer ? [`by the customer (${text(customer)})`] : []),
      ...(words ? [`“${text(words)}”`] : []),
      text(hash).slice(0, 8),
    ].join(', '),
  'bracket stood': ({ says }) => `A bracket for the customer: ${text(says)}`,
  'bracket opened': ({ hours }) => `The bracket can be seen over the network for ${text(hours)} h`,
  'bracket shut': () => 'The bracket’s address was shut',
  'bracket seen': () => 'The bracket was looked at by its address',
  'bracket answered': ({ says, words, initials }) =>
    [`The customer chose ${text(says) || 'this one'} (${text(initials)})`, ...(words ? [`“${text(words)}”`] : [])].join(
      ', ',
    ),
  'picture taken': (d) => `Picture taken: ${picturedText(d)}`,
  'picture taken out': (d) => `Picture taken out: ${picturedText(d)}`,
  'picture put back': (d) => `Picture put back: ${picturedText(d)}`,
  'reading taken out': (d) => `Reading ${stageName(d)} taken out`,
  'reading put back': (d) => `Reading ${stageName(d)} put back`,
  'reading changed': (d, moment) => `Reading put right: ${changesText(d, moment)}`,
  added: ({ name }) => `${text(name)} added`,
  changed: (d, moment) => `${text(d.name)} changed: ${changesText(d, moment)}`,
  'put away': ({ name }) => `${text(name)} put away`,
  'brought back': ({ name }) => `${text(name)} brought back`,
  'boards read': ({ name, count }) => `${text(name)}: ${plural(count, 'board')} read before and after`,
  'rung changed': (d, moment) => `${text(d.name)}, rung put right: ${changesText(d, moment)}`,
  'rung taken out': ({ name, strength }, moment) => `${text(name)}: rung ${valueText(strength, moment)} taken out`,
  'rung put back': ({ name, strength }, moment) => `${text(name)}: rung ${valueText(strength, moment)} put back`,
  'lot added': ({ name, lot }) => `${text(name)}: lot ${text(lot) || 'without a code'} came to the shelf`,
  'lot changed': (d, moment) => `${text(d.name)}, lot ${text(d.lot)}: ${changesText(d, moment)}`,
  'lot taken out': ({ name, lot }) => `${text(name)}: lot ${text(lot)} taken out`,
  'lot put back': ({ name, lot }) => `${text(name)}: lot ${text(lot)} put back`,
  'fault found': ({ fault, cause, hours }) => `${text(fault)}: ${text(cause).toLowerCase()}, ${text(hours)} h`,
  'fault taken back': ({ fault }) => `${text(fault)}: not so after all`,
  'step done': (d) => `${stepName(d)}${amountText(d)}`,
  'step taken back': (d) => `${stepName(d)} taken back`,
  'pot changed': (d) => `Batch of ${layerName(d).toLowerCase()}: ${text(d.litres)} L`,
  'air noted': ({ temperature, humidity, source }) =>
    `Air of the shop${source === 'forecast' ? ', forecast' : ''}: ${text(temperature)} °C, ${text(humidity)} %`,
  'dryness tested': ({ what, on, dry }) => `${text(what)} on ${text(on)}: found ${dry ? 'dry' : 'still wet'}`,
  'work done': ({ what, on }) => `${text(what)} on ${text(on)}: done`,
  'house changed': (d, moment) => `House: ${changesText(d, moment)}`,
};

/** What happened, in words. An event of a kind that this version does not know is told by its name. */
export const eventText = (
  { kind, detail }: Pick<StoredEvent, 'kind' | 'detail'>,
  moment: MomentText = (iso) => iso,
): string => SENTENCES[kind as EventKind]?.(detail, moment) ?? kind;
