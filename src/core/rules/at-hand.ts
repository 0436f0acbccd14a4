import type { Layer } from '../layers/layer.ts';
import { changed, family, mediums, onLayers, replaced, without } from './rule.ts';
import { binderHas, type SeenLayer, type View } from './view.ts';

/** Sprayed with a gun: what comes out of a spray can needs none. */
const sprayed = ({ method, layer, is }: SeenLayer) =>
  (method === 'sprayed' || layer.applicator === 'gun') && layer.applicator !== 'can' && !is.tones;
/** Put on by hand instead. */
function byHand({ layer: { applicator: _, ...layer }, is }: SeenLayer): Layer {
  return { ...layer, method: is.dyes ? 'wiped' : 'brushed' };
}
const brush = (l: SeenLayer, v: View) => ({
  label: l.is.dyes ? 'Wipe it' : 'Brush it',
  change: { stack: replaced(v, l.at, byHand(l)) },
});

/** What is at hand in this shop, and what stands in for the rest. */
export const AT_HAND = family(
  'tools',
  {
    id: 'no-gun',
    title: 'No spray gun here',
    looksAt: 'sprayed coats in a shop without a gun',
    severity: 'warning',
    reason: 'There is no spray gun at hand: this coat is brushed or wiped thin instead.',
    find: onLayers((l, v) => sprayed(l) && !v.has('spray-gun'), brush),
  },
  {
    id: 'toner-without-gun',
    title: 'A toner is sprayed',
    looksAt: 'a toner in a shop without a gun',
    severity: 'fault',
    reason: 'A toner can only be sprayed: brushed, its colour stands in streaks. A glaze does what it does.',
    find: onLayers(
      (l, v) => l.is.tones && l.layer.applicator !== 'can' && !v.has('spray-gun'),
      (l, v) => ({ label: 'Leave it out', change: { stack: without(v, l.at) } }),
    ),
  },
  {
    id: 'no-booth',
    title: 'Solvent sprayed without a booth',
    looksAt: 'solvent coats sprayed in a shop without a booth',
    severity: 'fault',
    reason:
      'Solvent coats are sprayed only where the vapour is drawn off: it burns and harms. Brush it, or spray water.',
    source: 'common practice; local fire and air rules come first',
    find: onLayers(
      (l, v) =>
        sprayed(l) && v.has('spray-gun') && !v.has('booth') && (l.carrier === 'solvent' || l.carrier === 'alcohol'),
      brush,
    ),
  },
  {
    id: 'toner-without-booth',
    title: 'Solvent toner without a booth',
    looksAt: 'a solvent toner in a shop without a booth',
    severity: 'fault',
    reason: 'Solvent coats are sprayed only where the vapour is drawn off: it burns and harms.',
    source: 'common practice; local fire and air rules come first',
    find: onLayers(
      (l, v) => l.is.tones && v.has('spray-gun') && !v.has('booth') && l.carrier === 'solvent',
      (l, v) => ({ label: 'Leave it out', change: { stack: without(v, l.at) } }),
    ),
  },
  {
    id: 'isocyanate',
    title: 'Isocyanates',
    looksAt: 'a two-component polyurethane',
    severity: 'fault',
    reason: 'Two-component polyurethane holds isocyanates: supplied air and training, or another clear.',
    source: 'common practice; the safety data sheet and local rules come first',
    find: onLayers(
      (l) => binderHas(l, 'isocyanate'),
      (l, v) => {
        const [other] = mediums(
          v,
          'clear',
          (m) => !(v.facts[m.id]?.binder ?? '').toLowerCase().includes('isocyanate') && m.carrier === l.carrier,
        );
        return other && l.is.clear
          ? { label: `${other.name} instead`, change: { stack: changed(v, l.at, { medium: other.id }) } }
          : null;
      },
    ),
  },
  {
    id: 'sprayed-by-school',
    title: 'This shop wipes its solvent dye',
    looksAt: 'how a solvent dye is put on, against the house rule',
    severity: 'note',
    reason: 'The shop puts its solvent dye on the other way: sprayed and wiped do not give the same colour.',
    school: 'solvent-dye',
    find: onLayers(
      (l, v) =>
        l.is.dyes &&
        l.carrier === 'solvent' &&
        v.chose('solvent-dye') &&
        (l.method === 'sprayed') !== (v.school('solvent-dye') === 'sprayed') &&
        (l.method !== 'sprayed' || v.has('spray-gun')) &&
        (l.method === 'sprayed' || (v.has('spray-gun') && v.has('booth'))),
      (l, v) => ({
        label: v.school('solvent-dye') === 'sprayed' ? 'Spray it' : 'Wipe it',
        change: { stack: changed(v, l.at, { method: v.school('solvent-dye') }) },
      }),
    ),
  },
  {
    id: 'no-scale',
    title: 'No scale for so little',
    looksAt: 'powders in traces in a shop without a scale',
    severity: 'note',
    reason: 'Without a scale a little powder is guessed: mix a larger batch, or a stock solution, and measure that.',
    school: 'measure',
    find: onLayers(
      (l, v) => !v.has('scale') && l.is.dyes && Object.values(l.layer.colours).some((s) => s > 0 && s < 0.5),
    ),
  },
);
