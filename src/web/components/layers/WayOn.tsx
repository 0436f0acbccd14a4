import { KINDS, USUAL_CUT } from '../../../core/kinds/index.ts';
import { type Layer, type Stack, setting } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import { strengthText } from '../numbers.ts';

const SHARES: Partial<Record<Layer['kind'], string>> = {
  bleach: 'strength',
  filler: 'fill',
  'wipe-back': 'removed',
  'sand-back': 'removed',
};

/** One layer in a line: what it is, how much, of what. */
export function layerLine(layer: Layer, { colourants, mediums }: Materials): string {
  const { label } = KINDS[layer.kind];
  const share = SHARES[layer.kind];
  const coats = setting(layer, 'coats');
  const colours = Object.entries(layer.colours).map(
    ([id, strength]) => `${colourants[id]?.name ?? id} ${strengthText(strength, colourants[id]?.kind ?? 'dye')}`,
  );
  return [
    label,
    ...(share ? [`${Math.round(100 * setting(layer, share))} %`] : []),
    ...(layer.medium ? [mediums[layer.medium]?.name ?? layer.medium] : []),
    ...colours,
    ...(layer.settings.cut && layer.settings.cut !== USUAL_CUT ? [`${layer.settings.cut} lb cut`] : []),
    ...(coats > 1 ? [`${coats} coats`] : []),
  ].join(' · ');
}

/** Layers in the order in which they go on, a line each. */
export function WayOn({ layers, materials }: { layers: Stack; materials: Materials }) {
  return (
    <ol>
      {layers.map((layer, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place
        <li key={i}>{layerLine(layer, materials)}</li>
      ))}
    </ol>
  );
}
