import type { Stack } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import { layerLine } from '../../../core/said/sentence.ts';

/** Layers in the order in which they go on, a sentence each. */
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
