import { barrierOver, changed, family, inserted, onLayers, type Remedy, wakes } from './rule.ts';
import { coloursWood, isWiped, type SeenLayer, type View } from './view.ts';

/** A layer that a coat right over it can wake: colour in the wood, or a wiped film, with no film between. */
function woken(seen: SeenLayer): SeenLayer | undefined {
  for (const below of seen.below) {
    if ((coloursWood(below) && !below.is.reacts) || (isWiped(below) && below.carrier !== 'oil'))
      return wakes(seen.carrier, below.carrier) ? below : undefined;
    if (below.is.locks) return undefined;
  }
  return undefined;
}
const isBrushed = ({ method }: SeenLayer) => method !== 'sprayed';
const barrier = (seen: SeenLayer, view: View): Remedy | null => {
  const over = woken(seen);
  const shellac = over && barrierOver(view, over.carrier);
  if (shellac) return { label: 'Put a barrier between', change: { stack: inserted(view, seen.at, shellac) } };
  return view.has('spray-gun') && seen.method === 'brushed'
    ? { label: 'Spray it in light passes', change: { stack: changed(view, seen.at, { method: 'sprayed' }) } }
    : null;
};

/** Which coat wakes the colour below it. */
export const WAKING = family(
  'order',
  {
    id: 'wakes-below',
    title: 'Wakes the colour below',
    looksAt: 'a brushed coat whose solvent dissolves the colour right below it',
    severity: 'warning',
    reason: 'A brushed coat that shares the solvent of the colour below wakes it and drags it into streaks.',
    find: onLayers((l) => (l.is.clear || l.is.seals) && isBrushed(l) && woken(l) !== undefined, barrier),
  },
  {
    id: 'dye-wakes-dye',
    title: 'Wakes the dye below',
    looksAt: 'a wiped colour over a dye of the same solvent',
    severity: 'note',
    reason:
      'A second colour of the same solvent wakes the first: they run into one, and streak where the rag goes twice.',
    find: onLayers(
      (l) => (l.is.dyes || l.is.glazes) && isBrushed(l) && woken(l)?.is.dyes === true,
      (l, v) => {
        const below = woken(l);
        const shellac = below && l.is.glazes && barrierOver(v, below.carrier);
        return shellac ? { label: 'Put a barrier between', change: { stack: inserted(v, l.at, shellac) } } : null;
      },
    ),
  },
  {
    id: 'shellac-drags-dye',
    title: 'Wiped, it drags the dye',
    looksAt: 'an alcohol shellac wiped or brushed over a water dye',
    severity: 'note',
    reason:
      'Its alcohol holds water enough to wake some of a water dye under a rag: one wet stroke, never back over it.',
    find: onLayers(
      (l) =>
        l.is.seals && l.carrier === 'alcohol' && isBrushed(l) && l.below[0]?.is.dyes && l.below[0].carrier === 'water',
      (l, v) =>
        v.has('spray-gun') && v.has('booth')
          ? { label: 'Spray it', change: { stack: changed(v, l.at, { method: 'sprayed' }) } }
          : null,
    ),
  },
);
