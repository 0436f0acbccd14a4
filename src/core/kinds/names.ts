/** Every kind of layer: a new one is a file of its own, its lines here, and its optics in board and workshop. */
export const LAYER_KINDS = [
  'dye',
  'ink',
  'reactive',
  'wiping-stain',
  'gel-stain',
  'glaze',
  'powdering-glaze',
  'toner',
  'sealer',
  'oil',
  'clear',
  'filler',
  'opaque',
  'bleach',
  'conditioner',
  'wax',
  'rub-out',
  'wipe-back',
  'sand-back',
] as const;
export type LayerKind = (typeof LAYER_KINDS)[number];
