import { predict, type StageLook } from '../../core/board/predict.ts';
import { labOf } from '../../core/colour/lab.ts';
import { COLOURANT_INFO, KINDS } from '../../core/kinds/index.ts';
import { newLayer, type Stack } from '../../core/layers/layer.ts';
import type { ColourantRecord, Shelf, SpeciesRecord } from '../../shared/shelf.ts';
import { materialsOf, onTheShelf } from './materials.ts';

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
  const kind = COLOURANT_INFO[colourant.kind].shownAs;
  if (!wood || !known || known.unknown) return null;
  const medium = (of: 'sealer' | 'clear') => onTheShelf(shelf.mediums).find((m) => m.kind === of);
  const sealer = KINDS[kind].is.glazes ? medium('sealer') : undefined;
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
