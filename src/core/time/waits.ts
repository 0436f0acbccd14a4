import { APPLICATOR_INFO, type CoatTime, KINDS } from '../kinds/index.ts';
import { type Layer, methodOf, setting } from '../layers/layer.ts';
import { carrierOf, type Materials } from '../layers/materials.ts';

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
  return layer.applicator ? { ...time, hands: time.hands * APPLICATOR_INFO[layer.applicator].pace } : time;
}
