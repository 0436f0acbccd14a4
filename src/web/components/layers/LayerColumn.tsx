import { KINDS } from '../../../core/kinds/index.ts';
import { isColoured, type Layer, setting } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import { Text } from '../layout.tsx';
import { colourText } from '../numbers.ts';

/** What a layer is, in a few short lines; where there is no room its name alone. */
export function LayerColumn({
  layer,
  materials,
  short = false,
}: {
  layer: Layer;
  materials: Materials;
  short?: boolean;
}) {
  const info = KINDS[layer.kind];
  const product = layer.medium ? materials.mediums[layer.medium] : materials.supplies[layer.supply ?? ''];
  const coats = info.settings.some((s) => s.key === 'coats') ? setting(layer, 'coats') : 1;
  // The usual way needs no words.
  const method = info.methods.slice(1).find((m) => m.id === layer.method)?.label;
  const rest = info.settings.filter((s) => s.key !== 'coats' && layer.settings[s.key] !== undefined);
  const colours = Object.entries(layer.colours).map(([id, strength]) => colourText(materials, id, strength));
  // The unit once, behind the last.
  const unit = colours.at(-1)?.match(/ (%|g\/L)$/)?.[0] ?? '';
  const listed = colours.map((text, i) => (i < colours.length - 1 ? text.replace(unit, '') : text));
  const how = [
    ...(method ? [method] : []),
    ...rest.map((s) => `${s.label} ${layer.settings[s.key]}${s.unit === 'share' || !s.unit ? '' : ` ${s.unit}`}`),
  ];
  const name = (
    <Text as="h3" struck={layer.off === true}>
      {info.label}
      {coats > 1 && ` × ${coats}`}
    </Text>
  );
  if (short) return name;
  return (
    <>
      {name}
      {product && <div>{product.name}</div>}
      {colours.length > 0 && (
        <div className="mono pours" title={colours.join(', ')}>
          {listed.join(' · ')}
        </div>
      )}
      {isColoured(layer.kind) && colours.length === 0 && <div className="soft">no colour chosen</div>}
      {how.length > 0 && <div>{how.join(', ')}</div>}
      {layer.note && <div className="soft pours">{layer.note}</div>}
      {layer.off && <div className="soft">left out</div>}
      {!layer.off && KINDS[layer.kind].is.final && <div className="soft">⊣ no way back after it</div>}
    </>
  );
}
