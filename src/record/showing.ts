import { predict, type StageLook } from '../core/board/predict.ts';
import { labOf } from '../core/colour/lab.ts';
import type { ColourantKind, LayerKind } from '../core/kinds/index.ts';
import { newLayer, type Stack } from '../core/layers/layer.ts';
import type { ColourantRecord, Shelf, SpeciesRecord } from '../shared/shelf.ts';
import { materialsOf, onTheShelf } from './materials.ts';

/** The layer that shows what a colourant of a kind does, and that its ladder is made with. */
export const SHOWN_AS: Record<ColourantKind, LayerKind> = {
  dye: 'dye',
  ink: 'ink',
  reactive: 'reactive',
  pigment: 'glaze',
  stain: 'wiping-stain',
  metallic: 'filler',
};
/** Weak, middling, strong: shares of the strongest mix. */
const SHARES = [1 / 12, 1 / 3, 1] as const;

/** A colour on wood at three strengths, each the look of one coat of it. */
export interface Showing {
  wood: SpeciesRecord;
  looks: StageLook[];
}

const paleness = (wood: SpeciesRecord) => labOf(wood.tissues[0]?.reflectance ?? [])[0];

/** How a colour shows itself: on the palest wood of the shelf, under a clear; null while it has no profile. */
export function showingOf(shelf: Shelf, colourant: ColourantRecord): Showing | null {
  const [wood] = onTheShelf(shelf.species).sort((p, q) => paleness(q) - paleness(p));
  const materials = materialsOf(shelf);
  const known = materials.colourants[colourant.id];
  const kind = SHOWN_AS[colourant.kind];
  if (!wood || !known || known.unknown) return null;
  const medium = (of: 'sealer' | 'clear') => onTheShelf(shelf.mediums).find((m) => m.kind === of);
  const sealer = colourant.kind === 'pigment' ? medium('sealer') : undefined;
  const clear = medium('clear');
  const looks = SHARES.map((share) => {
    const stack: Stack = [
      ...(sealer ? [newLayer('sealer', { medium: sealer.id })] : []),
      newLayer(kind, { colours: { [colourant.id]: share * known.maxStrength } }),
      ...(clear ? [newLayer('clear', { medium: clear.id })] : []),
    ];
    return predict(stack, wood, materials).at(-1) as StageLook;
  });
  return { wood, looks };
}
