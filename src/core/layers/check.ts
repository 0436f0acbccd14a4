import { checkSpectrum } from '../colour/grid.ts';
import { FieldError } from '../field-error.ts';
import {
  CARRIER_INFO,
  CARRIERS,
  type Carrier,
  COLOURANT_INFO,
  cannotPutOn,
  KINDS,
  LAYER_KINDS,
} from '../kinds/index.ts';
import { type Layer, RUBBED_OUT, type Stack } from './layer.ts';
import { type Colourant, carrierOf, isShare, type Materials } from './materials.ts';

const either = (words: readonly string[]) => words.join(' or a ');

function checkColour(
  layer: Layer,
  strength: number,
  colourant: Colourant | undefined,
  id: string,
  at: string,
): Colourant {
  const { takes, label } = KINDS[layer.kind];
  if (!colourant) throw new FieldError(at, `There is no colourant “${id}” on the shelf.`);
  if (!takes.includes(colourant.kind))
    throw new FieldError(
      at,
      `${colourant.name} is a ${colourant.kind}; ${label.toLowerCase()} takes a ${either(takes)}.`,
    );
  if (!CARRIERS.includes(colourant.carrier))
    throw new FieldError(`${at}.carrier`, `${colourant.name} is for “${colourant.carrier}”, which is no carrier.`);
  checkSpectrum(colourant.absorption, `${at}.absorption`, `The absorption of ${colourant.name}`);
  checkSpectrum(colourant.scatter, `${at}.scatter`, `The scatter of ${colourant.name}`);
  if (!Number.isFinite(strength) || strength < 0)
    throw new FieldError(at, `The strength of ${colourant.name} must be zero or more.`);
  if (strength > colourant.maxStrength * (1 + 1e-9))
    throw new FieldError(
      at,
      `${colourant.name} goes no stronger than ${colourant.maxStrength} ${isShare(colourant.kind) ? 'of the mix' : 'g/L'}.`,
    );
  return colourant;
}

/** One pot: of one kind, in one carrier, no more than the whole. */
function checkPot(layer: Layer, field: string, pot: readonly Colourant[]): void {
  const name = KINDS[layer.kind].label.toLowerCase();
  const carriers = new Set(pot.map((c) => c.carrier));
  if (carriers.size > 1)
    throw new FieldError(field, `One ${name} cannot mix colours for ${[...carriers].join(' and ')}.`);
  const kinds = new Set(pot.map((c) => c.kind));
  if (kinds.size > 1)
    throw new FieldError(field, `One ${name} cannot mix ${[...kinds].map((k) => `a ${k}`).join(' and ')}.`);
  const whole = pot.reduce((sum, c) => sum + (isShare(c.kind) ? (layer.colours[c.id] ?? 0) : 0), 0);
  if (whole > 1 + 1e-9)
    throw new FieldError(
      field,
      `The shares of this ${name} come to ${(100 * whole).toFixed(0)} %: 100 % is all of it.`,
    );
}

function checkColours(layer: Layer, field: string, materials: Materials): void {
  const { mostColours, label } = KINDS[layer.kind];
  const entries = Object.entries(layer.colours);
  if (entries.length > mostColours)
    throw new FieldError(
      `${field}.colours`,
      mostColours === 0
        ? `${label} takes no colourant.`
        : `${label} takes at most ${mostColours} ${mostColours === 1 ? 'colourant' : 'colourants'}.`,
    );
  const pot = entries.map(([id, strength]) => {
    const colourant = Object.hasOwn(materials.colourants, id) ? materials.colourants[id] : undefined;
    return checkColour(layer, strength, colourant, id, `${field}.colours.${id}`);
  });
  checkPot(layer, `${field}.colours`, pot);
}

/** Whether a layer, as it is, can be coloured with a colourant: its kind takes it, and its clear dissolves it. */
export function takesColour(
  layer: Pick<Layer, 'kind' | 'medium' | 'supply'>,
  colourant: Colourant,
  materials: Materials,
): boolean {
  if (!KINDS[layer.kind].takes.includes(colourant.kind)) return false;
  const into = dissolvedIn(layer, materials);
  return !into || !COLOURANT_INFO[colourant.kind].dissolves || into.dissolves.includes(colourant.carrier);
}

/** What a dye of this layer has to dissolve in, and the carriers of the dyes that do; null where it is whatever carries the dye. */
function dissolvedIn(
  { medium, supply }: Pick<Layer, 'medium' | 'supply'>,
  { mediums, supplies }: Materials,
): { name: string; dissolves: readonly Carrier[] } | null {
  const into =
    (medium === undefined ? undefined : mediums[medium]) ?? (supply === undefined ? undefined : supplies[supply]);
  return into?.carrier ? { name: into.name, dissolves: CARRIER_INFO[into.carrier].dissolves } : null;
}

function checkDissolves(layer: Layer, field: string, materials: Materials): void {
  const into = dissolvedIn(layer, materials);
  for (const id of Object.keys(layer.colours)) {
    const colourant = materials.colourants[id];
    if (colourant && into && !takesColour(layer, colourant, materials))
      throw new FieldError(
        `${field}.colours.${id}`,
        `${colourant.name} is a dye for ${colourant.carrier}: ${into.name} does not dissolve it.`,
      );
  }
}

function checkSupply({ kind, supply: id }: Layer, field: string, { supplies }: Materials): void {
  if (id === undefined) return;
  const { supply: wanted, label } = KINDS[kind];
  if (wanted === null) throw new FieldError(`${field}.supply`, `${label} is made with no supply.`);
  const supply = Object.hasOwn(supplies, id) ? supplies[id] : undefined;
  if (!supply) throw new FieldError(`${field}.supply`, `There is no ${wanted} “${id}” on the shelf.`);
  if (supply.kind !== wanted)
    throw new FieldError(`${field}.supply`, `${supply.name} is a ${supply.kind}, not a ${wanted}.`);
}

function checkMedium(layer: Layer, field: string, materials: Materials): void {
  const info = KINDS[layer.kind];
  if (info.medium === 'none') return;
  const medium =
    layer.medium !== undefined && Object.hasOwn(materials.mediums, layer.medium)
      ? materials.mediums[layer.medium]
      : undefined;
  if (!medium) throw new FieldError(`${field}.medium`, `${info.label} needs a ${info.medium} from the shelf.`);
  if (medium.kind !== info.medium)
    throw new FieldError(`${field}.medium`, `${medium.name} is a ${medium.kind}, not a ${info.medium}.`);
  checkSpectrum(medium.tint, `${field}.medium.tint`, `The tint of ${medium.name}`);
}

function checkSettings(layer: Layer, field: string): void {
  const info = KINDS[layer.kind];
  for (const [key, value] of Object.entries(layer.settings)) {
    const spec = info.settings.find((s) => s.key === key);
    if (!spec) throw new FieldError(`${field}.settings.${key}`, `${info.label} has no setting “${key}”.`);
    if (!Number.isFinite(value) || value < spec.min || value > spec.max)
      throw new FieldError(
        `${field}.settings.${key}`,
        `${info.label}: ${spec.label} must lie between ${spec.min} and ${spec.max}.`,
      );
    if (spec.whole && !Number.isInteger(value))
      throw new FieldError(`${field}.settings.${key}`, `${info.label}: ${spec.label} are whole; ${value} is not.`);
  }
  if (layer.method !== undefined && !info.methods.some((m) => m.id === layer.method))
    throw new FieldError(`${field}.method`, `${info.label} is not put on by “${layer.method}”.`);
}

/** What it is put on with suits it, and what it is thinned with is something. */
function checkPuttingOn(layer: Layer, field: string, materials: Materials): void {
  const { applicator, thinners = {} } = layer;
  if (KINDS[layer.kind].is.rubsOut && layer.rub !== undefined && !RUBBED_OUT.some((rub) => rub === layer.rub))
    throw new FieldError(`${field}.rub`, 'A film is rubbed out dry or wet.');
  if (applicator !== undefined) {
    const refused = cannotPutOn(applicator, {
      is: KINDS[layer.kind].is,
      carrier: carrierOf(layer, materials),
      method: layer.method,
    });
    if (refused) throw new FieldError(`${field}.applicator`, refused);
  }
  for (const [name, parts] of Object.entries(thinners))
    if (!Number.isFinite(parts) || parts < 0 || parts > 100)
      throw new FieldError(`${field}.thinners.${name}`, 'Parts of thinner to one of it: 0 to 100.');
}

function checkLayer(layer: Layer, field: string, materials: Materials): void {
  if (!LAYER_KINDS.includes(layer.kind))
    throw new FieldError(`${field}.kind`, `“${layer.kind}” is not a kind of layer.`);
  checkColours(layer, field, materials);
  checkMedium(layer, field, materials);
  checkSupply(layer, field, materials);
  checkDissolves(layer, field, materials);
  checkSettings(layer, field);
  checkPuttingOn(layer, field, materials);
}

/** The first layer, from one on, with a colour that nobody has laddered: past it nothing is foreseen. The stack's length where all are known. */
export function firstUnknown(stack: Stack, materials: Materials, from = 0): number {
  const at = stack.findIndex(
    ({ off, colours }, i) => i >= from && !off && Object.keys(colours).some((id) => materials.colourants[id]?.unknown),
  );
  return at < 0 ? stack.length : at;
}

/** Refuses a stack that names unknown things or numbers out of bounds. @throws FieldError naming the field */
export function checkStack(stack: Stack, materials: Materials): void {
  stack.forEach((layer, i) => {
    checkLayer(layer, `stack.${i}`, materials);
  });
}
