import { checkSpectrum } from '../colour/grid.ts';
import { FieldError } from '../field-error.ts';
import { CARRIERS, KINDS, LAYER_KINDS, type Layer, type Stack } from './layer.ts';
import type { Materials } from './materials.ts';

function checkColours(layer: Layer, field: string, materials: Materials): void {
  const { takes, mostColours, label } = KINDS[layer.kind];
  const entries = Object.entries(layer.colours);
  if (entries.length > mostColours)
    throw new FieldError(
      `${field}.colours`,
      mostColours === 0 ? `${label} takes no colourant.` : `${label} takes at most ${mostColours} colourants.`,
    );
  for (const [id, strength] of entries) {
    const colourant = Object.hasOwn(materials.colourants, id) ? materials.colourants[id] : undefined;
    const at = `${field}.colours.${id}`;
    if (!colourant) throw new FieldError(at, `There is no colourant “${id}” on the shelf.`);
    if (colourant.kind !== takes)
      throw new FieldError(at, `${colourant.name} is a ${colourant.kind}; ${label.toLowerCase()} takes a ${takes}.`);
    if (!CARRIERS.includes(colourant.carrier))
      throw new FieldError(`${at}.carrier`, `${colourant.name} is for “${colourant.carrier}”, which is no carrier.`);
    checkSpectrum(colourant.absorption, `${at}.absorption`, `The absorption of ${colourant.name}`);
    checkSpectrum(colourant.scatter, `${at}.scatter`, `The scatter of ${colourant.name}`);
    if (!Number.isFinite(strength) || strength < 0)
      throw new FieldError(at, `The strength of ${colourant.name} must be zero or more.`);
    if (strength > colourant.maxStrength * (1 + 1e-9))
      throw new FieldError(
        at,
        `${colourant.name} goes no stronger than ${colourant.maxStrength} ${takes === 'pigment' ? 'of the mass' : 'g/L'}.`,
      );
  }
  const carriers = new Set(entries.map(([id]) => materials.colourants[id]?.carrier));
  if (takes === 'dye' && carriers.size > 1)
    throw new FieldError(
      `${field}.colours`,
      `One ${label.toLowerCase()} cannot mix powders for ${[...carriers].join(' and ')}.`,
    );
}

function checkLayer(layer: Layer, field: string, materials: Materials): void {
  if (!LAYER_KINDS.includes(layer.kind))
    throw new FieldError(`${field}.kind`, `“${layer.kind}” is not a kind of layer.`);
  const info = KINDS[layer.kind];
  checkColours(layer, field, materials);
  if (info.medium !== 'none') {
    const medium =
      layer.medium !== undefined && Object.hasOwn(materials.mediums, layer.medium)
        ? materials.mediums[layer.medium]
        : undefined;
    if (!medium) throw new FieldError(`${field}.medium`, `${info.label} needs a ${info.medium} from the shelf.`);
    if (medium.kind !== info.medium)
      throw new FieldError(`${field}.medium`, `${medium.name} is a ${medium.kind}, not a ${info.medium}.`);
    checkSpectrum(medium.tint, `${field}.medium.tint`, `The tint of ${medium.name}`);
  }
  for (const [key, value] of Object.entries(layer.settings)) {
    const spec = info.settings.find((s) => s.key === key);
    if (!spec) throw new FieldError(`${field}.settings.${key}`, `${info.label} has no setting “${key}”.`);
    if (!Number.isFinite(value) || value < spec.min || value > spec.max)
      throw new FieldError(
        `${field}.settings.${key}`,
        `${info.label}: ${spec.label} must lie between ${spec.min} and ${spec.max}.`,
      );
  }
  if (layer.method !== undefined && !info.methods.some((m) => m.id === layer.method))
    throw new FieldError(`${field}.method`, `${info.label} is not put on by “${layer.method}”.`);
}

/** Refuses a stack that names unknown things or numbers out of bounds. @throws FieldError naming the field */
export function checkStack(stack: Stack, materials: Materials): void {
  stack.forEach((layer, i) => {
    checkLayer(layer, `stack.${i}`, materials);
  });
}
