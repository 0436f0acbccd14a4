import { APPLICATOR_INFO, type CoatTime, KINDS } from '../kinds/index.ts';
import { isElsewhere, type Layer, methodOf, setting } from '../layers/layer.ts';
import { carrierOf, type Materials } from '../layers/materials.ts';

/** Share of a coat's hands that edges, ends or spots take. Common practice. */
const PART_OF_FACE = 0.3;

/**
 * Usual time of one coat of a layer, its hands by what it is put on with. Ranges seen in practice, common practice; the label
 * of the tin comes before them.
 */
export function coatTime(layer: Layer, materials: Materials): CoatTime {
  const time = KINDS[layer.kind].drying({
    carrier: carrierOf(layer, materials),
    method: methodOf(layer),
    load: setting(layer, 'load'),
  });
  const part = isElsewhere(layer) ? PART_OF_FACE : 1;
  // A swab is slow by the spot, and the spots are few.
  const pace = layer.applicator && !isElsewhere(layer) ? APPLICATOR_INFO[layer.applicator].pace : 1;
  return { ...time, hands: time.hands * pace * part };
}
