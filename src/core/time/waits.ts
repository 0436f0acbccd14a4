import { type CoatTime, KINDS } from '../kinds/index.ts';
import { type Layer, methodOf, setting } from '../layers/layer.ts';
import { carrierOf, type Materials } from '../layers/materials.ts';

/** Usual time of one coat of a layer. Ranges seen in practice, common practice; the label of the tin comes before them. */
export const coatTime = (layer: Layer, materials: Materials): CoatTime =>
  KINDS[layer.kind].drying({
    carrier: carrierOf(layer, materials),
    method: methodOf(layer),
    load: setting(layer, 'load'),
  });
