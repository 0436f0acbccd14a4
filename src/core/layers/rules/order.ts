import { carrierOf } from '../materials.ts';
import {
  barrierOver,
  changed,
  family,
  inserted,
  isDewaxed,
  layerOf,
  mediums,
  moved,
  onLayers,
  onWood,
  type Remedy,
  wakes,
  without,
} from './rule.ts';
import {
  binderHas,
  builds,
  coloursWood,
  isHardWax,
  isSealed,
  isWiped,
  openness,
  type SeenLayer,
  type View,
} from './view.ts';

/** A layer that a coat right over it can wake: colour in the wood, or a wiped film, with no film between. */
function woken(seen: SeenLayer): SeenLayer | undefined {
  for (const below of seen.below) {
    if ((coloursWood(below) && below.kind !== 'reactive') || (isWiped(below) && below.carrier !== 'oil'))
      return wakes(seen.carrier, below.carrier) ? below : undefined;
    if (['sealer', 'clear', 'oil', 'opaque', 'toner'].includes(below.kind)) return undefined;
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
const take = (label: string) => (l: SeenLayer, v: View) => ({ label, change: { stack: without(v, l.at) } });
/** To right above the layer that it has to follow, below everything else. */
const toBottom = (label: string) => (l: SeenLayer, v: View) => ({ label, change: { stack: moved(v, l.at, v.done) } });

const isOilFilm = (l: SeenLayer) => l.carrier === 'oil' && (l.kind === 'oil' || l.kind === 'clear');
const CURED = 168;
const GEL_LONG_DRIED = 48;
const shellacUnder = (l: SeenLayer, v: View): Remedy | null => {
  const shellac = layerOf(v, 'sealer', (m) => isDewaxed(v, m) && m.carrier === 'alcohol');
  return shellac && { label: 'Dewaxed shellac between', change: { stack: inserted(v, l.at, shellac) } };
};

/** Coats that close a face against what should soak in. */
const closes = (l: SeenLayer) =>
  builds(l) || (l.kind === 'sealer' && l.after.films.length > 0 && openness(l.after) < 0.1);
/** Shellac in so many coats is a finish of its own. */
const SHELLAC_FINISH = 3;
const isFinish = (l: SeenLayer, all: readonly SeenLayer[]) =>
  l.kind === 'sealer' &&
  all.filter((o) => o.kind === 'sealer' && o.at >= l.at).reduce((sum, o) => sum + o.coats, 0) >= SHELLAC_FINISH;

/** Which layer may go on which. */
export const ORDER = family(
  'order',
  {
    id: 'wakes-below',
    title: 'Wakes the colour below',
    looksAt: 'a brushed coat whose solvent dissolves the colour right below it',
    severity: 'warning',
    reason: 'A brushed coat that shares the solvent of the colour below wakes it and drags it into streaks.',
    find: onLayers(
      (l) => (l.kind === 'clear' || l.kind === 'sealer') && isBrushed(l) && woken(l) !== undefined,
      barrier,
    ),
  },
  {
    id: 'dye-wakes-dye',
    title: 'Wakes the dye below',
    looksAt: 'a wiped colour over a dye of the same solvent',
    severity: 'note',
    reason: 'A second colour of the same solvent wakes the first: what is wiped off takes some of it along.',
    find: onLayers(
      (l) => (l.kind === 'dye' || l.kind === 'glaze') && isBrushed(l) && woken(l)?.kind === 'dye',
      (l, v) => {
        const below = woken(l);
        const shellac = below && l.kind === 'glaze' && barrierOver(v, below.carrier);
        return shellac ? { label: 'Put a barrier between', change: { stack: inserted(v, l.at, shellac) } } : null;
      },
    ),
  },
  {
    id: 'waxed-under-film',
    title: 'Waxed shellac below',
    looksAt: 'a waterborne or polyurethane film over a sealer that holds wax',
    severity: 'fault',
    reason: 'Waxed shellac does not take a polyurethane or a waterborne coat: it peels.',
    find: onLayers(
      (l) =>
        builds(l) &&
        (l.carrier === 'water' || binderHas(l, 'urethane')) &&
        l.below[0]?.kind === 'sealer' &&
        l.below[0].facts.wax === 'waxed',
      (l, v) => {
        const [dewaxed] = mediums(v, 'sealer', (m) => isDewaxed(v, m));
        const below = l.below[0] as SeenLayer;
        return dewaxed
          ? { label: `${dewaxed.name} instead`, change: { stack: changed(v, below.at, { medium: dewaxed.id }) } }
          : null;
      },
    ),
  },
  {
    id: 'wax-under-film',
    title: 'Wax below a film',
    looksAt: 'a film over an oil that holds wax',
    severity: 'fault',
    reason: 'Nothing holds on wax: a hard-wax oil is always the last.',
    find: onLayers(
      (l) => (builds(l) || l.kind === 'sealer') && l.below[0]?.kind === 'oil' && l.below[0].facts.wax === 'waxed',
      take('Leave the wax oil as the last coat'),
    ),
  },
  {
    id: 'oil-under-water',
    title: 'Oil below water',
    looksAt: 'a water-carried coat right over an oil',
    severity: 'warning',
    reason: 'A water-carried coat holds on oil only when that has cured for a week, or with dewaxed shellac between.',
    school: 'family',
    find: onLayers((l) => {
      const below = l.below[0];
      return builds(l) && l.carrier === 'water' && below !== undefined && isOilFilm(below) && below.wait < CURED;
    }, shellacUnder),
  },
  {
    id: 'stain-under-water',
    title: 'Oil stain below water',
    looksAt: 'a water-carried coat right over an oil stain or gel',
    severity: 'warning',
    reason: 'A water-carried coat over a young oil stain beads and may peel: shellac between, or days.',
    school: 'water-over-gel',
    find: onLayers((l, v) => {
      const below = l.below[0];
      return (
        builds(l) &&
        l.carrier === 'water' &&
        below !== undefined &&
        (below.kind === 'gel-stain' || below.kind === 'wiping-stain' || below.kind === 'glaze') &&
        below.carrier === 'oil' &&
        below.wait < (v.school('water-over-gel') === 'long-dried' ? GEL_LONG_DRIED : CURED)
      );
    }, shellacUnder),
  },
  {
    id: 'families-mixed',
    title: 'Two families in one stack',
    looksAt: 'oil and water in one stack, against the house rule',
    severity: 'note',
    reason: 'This shop keeps one solvent family a job; here oil and water meet.',
    school: 'family',
    find: onWood(
      (v) =>
        v.school('family') === 'one' &&
        v.layers.some((l) => l.carrier === 'oil') &&
        v.layers.some((l) => l.carrier === 'water' && l.kind !== 'conditioner'),
    ),
  },
  {
    id: 'lacquer-over-varnish',
    title: 'Lacquer lifts the varnish',
    looksAt: 'a solvent lacquer right over an oil varnish',
    severity: 'fault',
    reason: 'The solvents of a lacquer swell an oil varnish below: it wrinkles.',
    find: onLayers((l) => {
      const below = l.below[0];
      return l.kind === 'clear' && l.carrier === 'solvent' && below?.kind === 'clear' && below.carrier === 'oil';
    }, shellacUnder),
  },
  {
    id: 'oil-over-film',
    title: 'Oil on a film',
    looksAt: 'an oil over coats that it cannot soak into',
    severity: 'fault',
    reason: 'An oil cannot soak through a film: it stays on top and sticky.',
    find: onLayers((l) => l.kind === 'oil' && !isHardWax(l) && l.below.some(builds), take('Leave the oil out')),
  },
  {
    id: 'colour-on-sealed',
    title: 'The wood is sealed already',
    looksAt: 'a colour for the wood over a film',
    severity: 'fault',
    reason: 'A dye, ink, bleach or reactive colour does not get through a film: it dries on it in streaks.',
    find: onLayers(
      (l, v) =>
        !v.preparation.oldFinish &&
        ((coloursWood(l) && l.kind !== 'toner' && l.kind !== 'glaze') || l.kind === 'bleach') &&
        l.before.films.length > 0 &&
        openness(l.before) < 0.3,
      toBottom('Put it below, on the bare wood'),
    ),
  },
  {
    id: 'stain-on-sealed',
    title: 'The stain finds no wood',
    looksAt: 'a wiping stain over a face that is sealed or varnished',
    severity: 'warning',
    reason: 'On a sealed face a wiping stain wipes off nearly whole, and what is left of it hardly holds: a gel stays.',
    find: onLayers(
      (l, v) => l.kind === 'wiping-stain' && (v.preparation.oldFinish ? l.below.length === 0 : l.below.some(closes)),
      (l, v) => ({ label: 'As a gel', change: { stack: changed(v, l.at, { kind: 'gel-stain' }) } }),
    ),
  },
  {
    id: 'water-dye-over-oil',
    title: 'Water dye on oily wood',
    looksAt: 'a colour in water for the wood over an oil or an oil stain',
    severity: 'warning',
    reason: 'Wood that holds oil turns water away: the dye beads and takes in islands.',
    find: onLayers(
      (l) =>
        coloursWood(l) &&
        l.kind !== 'toner' &&
        l.carrier === 'water' &&
        openness(l.before) >= 0.3 &&
        l.below.some((b) => b.carrier === 'oil' && (b.kind === 'oil' || isWiped(b))),
      toBottom('Put it below, on the bare wood'),
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
        l.kind === 'sealer' &&
        l.carrier === 'alcohol' &&
        isBrushed(l) &&
        l.below[0]?.kind === 'dye' &&
        l.below[0].carrier === 'water',
      (l, v) =>
        v.has('spray-gun') && v.has('booth')
          ? { label: 'Spray it', change: { stack: changed(v, l.at, { method: 'sprayed' }) } }
          : null,
    ),
  },
  {
    id: 'conditioner-late',
    title: 'Conditioner after colour',
    looksAt: 'a conditioner over what it should even out',
    severity: 'warning',
    reason: 'A conditioner evens only what comes after it; over a colour it lifts and shifts it.',
    find: onLayers((l, v) => l.kind === 'conditioner' && l.below.length > 0 && l.at > v.done, toBottom('Put it first')),
  },
  {
    id: 'bleach-late',
    title: 'Bleach after colour',
    looksAt: 'a bleach over a colour',
    severity: 'fault',
    reason: 'A bleach takes the new colour out again before it reaches the wood’s own.',
    find: onLayers(
      (l) => l.kind === 'bleach' && l.below.some((b) => coloursWood(b) || isWiped(b)) && openness(l.before) >= 0.3,
      toBottom('Bleach first'),
    ),
  },
  {
    id: 'never-together',
    title: 'These must never meet',
    looksAt: 'a bleach and a reactive solution or another bleach right after one another',
    severity: 'fault',
    reason:
      'Bleaches and reactive solutions never meet, in a pot or wet on the wood: neutralise, rinse, and dry for a day first.',
    source: 'common practice; each product’s safety data sheet comes first',
    find: onLayers(
      (l) => {
        const below = l.below[0];
        return (
          (l.kind === 'bleach' || l.kind === 'reactive') &&
          (below?.kind === 'bleach' || below?.kind === 'reactive') &&
          !(l.kind === 'reactive' && below.kind === 'reactive') &&
          below.wait < 24
        );
      },
      (l, v) => ({
        label: 'Neutralise, rinse, and dry for a day',
        change: { stack: changed(v, (l.below[0] as SeenLayer).at, { wait: 24 }) },
      }),
    ),
  },
  {
    id: 'apart-on-the-bench',
    title: 'Keep these apart on the bench',
    looksAt: 'a bleach and a reactive solution in one stack',
    severity: 'note',
    reason: 'A bleach and a reactive solution are both on this bench: never in one pot, one brush or one waste can.',
    source: 'common practice; each product’s safety data sheet comes first',
    find: onWood((v) => v.layers.some((l) => l.kind === 'bleach') && v.layers.some((l) => l.kind === 'reactive')),
  },
  {
    id: 'reactive-late',
    title: 'Reactive colour after a dye',
    looksAt: 'a reactive colour over a dye or ink',
    severity: 'warning',
    reason: 'A reactive colour has to reach the wood’s own tannin; a dye put on first is turned by it too.',
    find: onLayers(
      (l) =>
        l.kind === 'reactive' && l.below.some((b) => b.kind === 'dye' || b.kind === 'ink') && openness(l.before) >= 0.3,
      toBottom('Put it first'),
    ),
  },
  {
    id: 'ink-late',
    title: 'Ink after the dye',
    looksAt: 'an ink over a dye',
    severity: 'note',
    reason: 'Ink blackens the face but cannot wet into pores: first the ink, then the dye that reaches them.',
    school: 'very-dark',
    find: onLayers(
      (l) => l.kind === 'ink' && l.below.some((b) => b.kind === 'dye') && openness(l.before) >= 0.3,
      (l, v) => {
        const dye = l.below.filter((b) => b.kind === 'dye').at(-1) as SeenLayer;
        return { label: 'Ink before the dye', change: { stack: moved(v, l.at, dye.at) } };
      },
    ),
  },
  {
    id: 'toner-on-bare',
    title: 'Toner on bare wood',
    looksAt: 'a toner with nothing below it',
    severity: 'warning',
    reason: 'A toner sprayed on bare wood soaks in unevenly: it wants a sealed surface.',
    find: onLayers(
      (l) => l.kind === 'toner' && !isSealed(l.before) && l.before.films.length === 0,
      (l, v) => {
        const seal = layerOf(
          v,
          'sealer',
          (m) => isDewaxed(v, m) && !l.below.some((b) => wakes(m.carrier, b.carrier) && coloursWood(b)),
        );
        return seal && { label: 'Seal it first', change: { stack: inserted(v, l.at, seal) } };
      },
    ),
  },
  {
    id: 'opaque-hides',
    title: 'Hidden below an opaque coat',
    looksAt: 'colour below an opaque one',
    severity: 'note',
    reason: 'An opaque colour hides what lies below: these layers cost time and show nowhere but at worn edges.',
    find: onLayers(
      (l) =>
        l.above.some((a) => a.kind === 'opaque' && a.coats > 1) &&
        (coloursWood(l) || (isWiped(l) && l.kind !== 'powdering-glaze')),
      take('Leave it out'),
    ),
  },
  {
    id: 'no-clear',
    title: 'Nothing protects it',
    looksAt: 'a colour with neither clear, oil nor three coats of shellac over it',
    severity: 'warning',
    reason: 'A colour without a clear or an oil over it wears off, and is not the colour that will be seen.',
    find: (view) => {
      const top = view.layers.at(-1);
      const open =
        top &&
        view.layers.some((l) => l.colours.length > 0) &&
        !view.layers.some(
          (l, i) =>
            (l.kind === 'clear' || l.kind === 'oil' || l.kind === 'opaque' || isFinish(l, view.layers)) &&
            view.layers.slice(i + 1).every((a) => !a.colours.length),
        );
      if (!open) return [];
      const dissolved = view.layers.filter((l) => coloursWood(l)).map((l) => l.carrier);
      const clear =
        layerOf(view, 'clear', (m) => top.carrier !== 'oil' || m.carrier === 'oil', { method: 'sprayed' }) ??
        layerOf(view, 'clear', (m) => !dissolved.some((c) => wakes(m.carrier, c)), { method: 'sprayed' });
      return [
        {
          at: top.at,
          remedy: clear && {
            label: 'Put a clear over it',
            change: { stack: inserted(view, view.stack.length, clear) },
          },
        },
      ];
    },
  },
  {
    id: 'stearate-twice',
    title: 'One coat of sanding sealer only',
    looksAt: 'coats of a sealer that holds stearate',
    severity: 'warning',
    reason: 'A sanding sealer is soft: a second coat of it cracks under a hard clear.',
    find: onLayers(
      (l) => (l.kind === 'sealer' || l.kind === 'clear') && binderHas(l, 'stearate') && l.coats > 1,
      (l, v) => ({
        label: 'One coat',
        change: { stack: changed(v, l.at, { settings: { ...l.layer.settings, coats: 1 } }) },
      }),
    ),
  },
  {
    id: 'glue-on-oil',
    title: 'Cyanoacrylate on oil',
    looksAt: 'cyanoacrylate over an oil',
    severity: 'fault',
    reason: 'Cyanoacrylate does not hold on oily wood: it lifts in flakes.',
    find: onLayers(
      (l) => binderHas(l, 'cyano') && l.below.some((b) => b.kind === 'oil'),
      (l, v) => ({
        label: 'Leave the oil out',
        change: { stack: v.stack.filter((x, i) => x.kind !== 'oil' || i > l.at) },
      }),
    ),
  },
  {
    id: 'nothing-in-pot',
    title: 'Carriers of two kinds',
    looksAt: 'a toner whose clear does not carry its colour',
    severity: 'fault',
    reason: 'A dye goes only into a clear whose solvent carries it: in another it settles as grains.',
    find: onLayers(
      (l, v) =>
        l.kind === 'toner' &&
        l.medium !== null &&
        l.colours.some(
          (c) => c.kind === 'dye' && !wakes(carrierOf({ ...l.layer, colours: {} }, v.materials), c.carrier),
        ),
      take('Leave the toner out'),
    ),
  },
);
