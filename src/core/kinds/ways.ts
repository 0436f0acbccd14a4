/** A way to put a layer on, or to take it off: how it is chosen, and what else it is called at a bench, in small letters. */
export interface Way {
  id: string;
  label: string;
  called: readonly string[];
}

const way = (id: string, label: string, ...called: string[]): Way => ({ id, label, called });

export const SPRAYED = way('sprayed', 'sprayed');
export const BRUSHED = way(
  'brushed',
  'brushed or wiped',
  'brushed on',
  'brushed',
  'wiped on',
  'rolled on',
  'rolled',
  'wiped',
);
/** A colour in solution: as much as the wood drinks, and off again. */
export const FLOODED_AND_WIPED = way(
  'wiped',
  'flooded and wiped',
  'flooded',
  'wiped with the grain',
  'wiped off',
  'wiped on',
  'wiped',
);
/** From a pipette or a brush that is shaken, where it is wanted: it is not wiped. */
export const DRIPPED = way('dripped', 'dripped on', 'dripped', 'in drops');
/** A film of pigment, and what the rag leaves of it. */
export const WIPED = way('wiped', 'wiped with the grain', 'flooded and wiped', 'wiped off', 'wiped on', 'wiped');
export const ACROSS = way('across', 'wiped across the grain', 'across the grain', 'wiped across');
export const UNWIPED = way(
  'unwiped',
  'not wiped off',
  'not wiped',
  'brushed on and left',
  'brushed and left',
  'left on',
  'unwiped',
);
export const DRY_BRUSHED = way('dry-brushed', 'dry-brushed', 'dry brushed', 'drybrushed');
export const IN_GRAIN = way(
  'in-grain',
  'left in the grain',
  'pressed into the grain',
  'in the grain only',
  'in the grain',
);
export const DAMP_RAG = way('rag', 'with a damp rag', 'with a wet rag', 'by rag', 'with a rag');
export const BURNISHED = way('burnished', 'burnished dry', 'burnished');
export const PAPERED = way('papers', 'with papers', 'with paper', 'with fine papers');
export const WOOLED = way('wool', 'with wool and wax', 'with wool', 'with steel wool');
export const POLISHED = way(
  'polished',
  'with compound and polish',
  'compound, polish',
  'compound and polish',
  'compounded and polished',
  'polished',
  'polish',
  'buffed',
  'buff',
);
