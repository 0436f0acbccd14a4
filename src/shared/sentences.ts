import { z } from 'zod';

/** What a field is called when a sentence is about it; the last part of its path that has a name. */
const NAMES: Record<string, string> = {
  after: 'The reading after',
  amounts: 'The amounts',
  before: 'The reading before',
  caution: 'The caution',
  carrier: 'The carrier',
  coats: 'The number of coats',
  colours: 'The strength of the colour',
  conditioner: 'The conditioner',
  conditions: 'The conditions',
  costPerGram: 'The cost per gram',
  count: 'The number',
  customer: 'The customer',
  expected: 'What is expected',
  faces: 'The number of faces',
  figure: 'The figure',
  fileName: 'The name of the file',
  fraction: 'The share of the face',
  grid: 'The spectrum',
  grit: 'The last grit',
  humidity: 'The humidity',
  id: 'The id',
  initials: 'The initials',
  instrument: 'The instrument',
  kind: 'The kind',
  knowledge: 'What was known',
  lab: 'L*a*b*',
  label: 'The label',
  layers: 'The layers',
  length: 'The length',
  lights: 'The lights',
  litres: 'The batch',
  lot: 'The lot',
  maxStrength: 'The strongest mix',
  medium: 'The sealer, oil or clear',
  supply: 'The base, filler, conditioner or wax',
  method: 'The way it is put on',
  minutes: 'The minutes',
  name: 'The name',
  note: 'The note',
  offcuts: 'The number of offcuts',
  origin: 'Where the recipe came from',
  piece: 'The piece',
  preparation: 'The preparation',
  putOnAt: 'The time it was put on',
  reading: 'The reading',
  reflectance: 'The spectrum',
  rungs: 'The ladder',
  samples: 'The boards',
  settings: 'The setting',
  source: 'How the reading comes in',
  speciesId: 'The wood',
  stack: 'The stack of layers',
  stage: 'The stage',
  strength: 'The strength',
  takenAt: 'The time of the reading',
  takingId: 'The id of the reading',
  tannin: 'The tannin class',
  temperature: 'The temperature',
  text: 'The text of the file',
  texture: 'The texture',
  thickness: 'The thickness',
  tint: 'The tint',
  tissues: 'The tissues',
  tolerance: 'The tolerance',
  units: 'The units',
  version: 'The version',
  width: 'The width',
  zones: 'The zones',
  bulkDensity: 'The bulk density',
  canMl: 'The size of the can',
  cost: 'The cost',
  coverage: 'What a litre covers',
  cure: 'The cure',
  density: 'The density',
  dropsPerMl: 'The drops in a millilitre',
  goOn: 'The wait',
  grams: 'What was poured',
  item: 'What it is',
  parts: 'The parts to one of hardener',
  potLife: 'The pot life',
  shelfLife: 'The shelf life',
  step: 'The step',
  thinning: 'The most thinning',
  window: 'The window',
  amount: 'The amount',
};

const KINDS: Record<string, string> = {
  number: 'a number',
  int: 'a whole number',
  string: 'text',
  boolean: 'yes or no',
  array: 'a list',
  object: 'a set of named values',
  record: 'a set of named values',
  tuple: 'a list',
};

/** How a path is called in a sentence: the named part that is nearest to its end, and which of a list it is. */
export function fieldName(path: readonly PropertyKey[]): string {
  for (let i = path.length - 1; i >= 0; i--) {
    const part = String(path[i]);
    const name = Object.hasOwn(NAMES, part) ? NAMES[part] : undefined;
    if (!name) continue;
    const index = path.slice(0, i).findLast((part) => typeof part === 'number');
    const within = path[0] === 'stack' && i > 0 && typeof path[1] === 'number' ? `Layer ${path[1] + 1}: ` : '';
    const row = !within && typeof index === 'number' ? `Line ${index + 1}: ` : '';
    const lead = within || row;
    return lead ? `${lead}${name.charAt(0).toLowerCase()}${name.slice(1)}` : name;
  }
  return path.length > 0 ? `“${path.map(String).join('.')}”` : 'What was sent';
}

const endOf = (count: number | bigint, one: string, many: string) => `${count} ${Number(count) === 1 ? one : many}`;

/** A refusal of the shapes in the finisher's words: which field, and what it must be. No library's own sentence. */
export function sentenceOfIssue(issue: z.core.$ZodRawIssue): string {
  const field = fieldName(issue.path ?? []);
  switch (issue.code) {
    case 'invalid_type':
      if (issue.input === undefined || issue.input === null) return `${field} is missing.`;
      if (typeof issue.input === 'number' && Math.abs(issue.input) === Number.POSITIVE_INFINITY)
        return `${field} must be a finite number.`;
      return `${field} must be ${KINDS[issue.expected] ?? 'something else'}.`;
    case 'too_small':
      if (issue.origin === 'string') return issue.minimum === 1 ? `${field} is missing.` : `${field} is too short.`;
      if (issue.origin === 'array') return `${field} needs at least ${endOf(issue.minimum, 'entry', 'entries')}.`;
      return `${field} must be ${issue.inclusive ? 'at least' : 'more than'} ${issue.minimum}.`;
    case 'too_big':
      if (issue.origin === 'string') return `${field} has at most ${endOf(issue.maximum, 'letter', 'letters')}.`;
      if (issue.origin === 'array') return `${field} has at most ${endOf(issue.maximum, 'entry', 'entries')}.`;
      return `${field} must be ${issue.inclusive ? 'at most' : 'less than'} ${issue.maximum}.`;
    case 'invalid_value':
      return `${field} must be one of: ${issue.values.map(String).join(', ')}.`;
    case 'not_multiple_of':
      return `${field} must be a whole number.`;
    case 'invalid_union':
      return `${field} is of no kind this program knows.`;
    case 'unrecognized_keys':
      return `${field} has something this program does not know: ${issue.keys.join(', ')}.`;
    default:
      return `${field} is not as it must be.`;
  }
}

z.config({ customError: sentenceOfIssue });
