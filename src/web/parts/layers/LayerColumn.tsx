import { isColoured, KINDS, type Layer, setting } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import { colourText } from '../numbers.ts';

/** What a layer is, in a few short lines. */
export function LayerColumn({ layer, materials }: { layer: Layer; materials: Materials }) {
  const info = KINDS[layer.kind];
  const medium = layer.medium ? materials.mediums[layer.medium] : undefined;
  const coats = info.settings.some((s) => s.key === 'coats') ? setting(layer, 'coats') : 1;
  // The usual way needs no words.
  const method = info.methods.slice(1).find((m) => m.id === layer.method)?.label;
  const rest = info.settings.filter((s) => s.key !== 'coats' && layer.settings[s.key] !== undefined);
  return (
    <>
      <h3 style={{ margin: 0 }}>
        {info.label}
        {coats > 1 && ` × ${coats}`}
      </h3>
      {medium && <div>{medium.name}</div>}
      {Object.entries(layer.colours).map(([id, strength]) => (
        <div key={id} className="mono" style={{ fontSize: 14.5 }}>
          {colourText(materials, id, strength)}
        </div>
      ))}
      {isColoured(layer.kind) && Object.keys(layer.colours).length === 0 && (
        <div className="soft">no colour chosen</div>
      )}
      {method && <div>{method}</div>}
      {rest.map((s) => (
        <div key={s.key}>
          {s.label} {layer.settings[s.key]} {s.unit === 'share' ? '' : s.unit}
        </div>
      ))}
    </>
  );
}
