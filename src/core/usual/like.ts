import { predictFinal } from '../board/predict.ts';
import type { Wood } from '../board/wood.ts';
import { type Lab, labOf } from '../colour/lab.ts';
import { type Move, movedLab } from '../colour/shades.ts';
import type { ColourantKind, LayerKind } from '../kinds/index.ts';
import { newLayer } from '../layers/layer.ts';
import type { Colourant, Materials } from '../layers/materials.ts';
import { strengthOfLook } from './profile.ts';

/** What a plain coat of a colour is: most colours have a layer of their own name. */
const COAT_OF: Readonly<Record<ColourantKind, LayerKind>> = {
  dye: 'dye',
  ink: 'ink',
  reactive: 'reactive',
  pigment: 'glaze',
  metallic: 'filler',
  stain: 'wiping-stain',
};

/** What a plain coat of a colour makes of a wood, moved by words: “like Russet, a shade redder”. */
export function lookLike(colour: Colourant, wood: Wood, materials: Materials, moves: readonly Move[] = []): Lab {
  const coat = newLayer(COAT_OF[colour.kind], { colours: { [colour.id]: strengthOfLook(colour) } });
  return moves.reduce(movedLab, labOf(predictFinal([coat], wood, materials)));
}
