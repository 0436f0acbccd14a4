import { carrierOf } from '../layers/materials.ts';
import {
  changed,
  family,
  inserted,
  isDewaxed,
  layerFound,
  leavingOut,
  moved,
  onLayers,
  onWood,
  wakes,
} from './rule.ts';
import { builds, coloursWood, isSealed, isWiped, openness, type SeenLayer, type View } from './view.ts';

/** To right above the layer that it has to follow, below everything else. */
const toBottom = (label: string) => (l: SeenLayer, v: View) => ({ label, change: { stack: moved(v, l.at, v.done) } });

/** Coats that close a face against what should soak in. */
const closes = (l: SeenLayer) => builds(l) || (l.is.seals && l.after.films.length > 0 && openness(l.after) < 0.1);
/** Shellac in so many coats is a finish of its own. */
const SHELLAC_FINISH = 3;
const isFinish = (l: SeenLayer, all: readonly SeenLayer[]) =>
  l.is.seals && all.filter((o) => o.is.seals && o.at >= l.at).reduce((sum, o) => sum + o.coats, 0) >= SHELLAC_FINISH;

/** Which layer may go on which. */
export const ORDER = family(
  'order',
  {
    id: 'colour-on-sealed',
    title: 'The wood is sealed already',
    looksAt: 'a colour for the wood over a film',
    severity: 'fault',
    reason: 'A dye, ink, bleach or reactive colour does not get through a film: it dries on it in streaks.',
    find: onLayers(
      (l, v) =>
        !v.preparation.oldFinish &&
        ((coloursWood(l) && !l.is.tones && !l.is.glazes) || l.is.bleaches) &&
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
      (l, v) => l.is.stains && (v.preparation.oldFinish ? l.below.length === 0 : l.below.some(closes)),
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
        !l.is.tones &&
        l.carrier === 'water' &&
        openness(l.before) >= 0.3 &&
        l.below.some((b) => b.carrier === 'oil' && (b.is.feeds || isWiped(b))),
      toBottom('Put it below, on the bare wood'),
    ),
  },
  {
    id: 'conditioner-late',
    title: 'Conditioner after colour',
    looksAt: 'a conditioner over what it should even out',
    severity: 'warning',
    reason: 'A conditioner evens only what comes after it; over a colour it lifts and shifts it.',
    find: onLayers((l, v) => l.is.conditions && l.below.length > 0 && l.at > v.done, toBottom('Put it first')),
  },
  {
    id: 'bleach-late',
    title: 'Bleach after colour',
    looksAt: 'a bleach over a colour',
    severity: 'fault',
    reason: 'A bleach takes the new colour out again before it reaches the wood’s own.',
    find: onLayers(
      (l) => l.is.bleaches && l.below.some((b) => coloursWood(b) || isWiped(b)) && openness(l.before) >= 0.3,
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
          (l.is.bleaches || l.is.reacts) &&
          (below?.is.bleaches || below?.is.reacts) &&
          !(l.is.reacts && below.is.reacts) &&
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
    find: onWood((v) => v.layers.some((l) => l.is.bleaches) && v.layers.some((l) => l.is.reacts)),
  },
  {
    id: 'reactive-late',
    title: 'Reactive colour after a dye',
    looksAt: 'a reactive colour over a dye or ink',
    severity: 'warning',
    reason: 'A reactive colour has to reach the wood’s own tannin: a dye put on first stands in its way.',
    find: onLayers(
      (l) => l.is.reacts && l.below.some((b) => b.is.dyes || b.is.inks) && openness(l.before) >= 0.3,
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
      (l) => l.is.inks && l.below.some((b) => b.is.dyes) && openness(l.before) >= 0.3,
      (l, v) => {
        const dye = l.below.filter((b) => b.is.dyes).at(-1) as SeenLayer;
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
      (l) => l.is.tones && !isSealed(l.before) && l.before.films.length === 0,
      (l, v) => {
        const seal = layerFound(
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
      (l) => l.above.some((a) => a.is.hides && a.coats > 1) && (coloursWood(l) || (isWiped(l) && !l.is.powders)),
      leavingOut('Leave it out'),
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
            (l.is.protects || isFinish(l, view.layers)) && view.layers.slice(i + 1).every((a) => !a.colours.length),
        );
      if (!open) return [];
      const dissolved = view.layers.filter((l) => coloursWood(l)).map((l) => l.carrier);
      const clear =
        layerFound(view, 'clear', (m) => top.carrier !== 'oil' || m.carrier === 'oil', { method: 'sprayed' }) ??
        layerFound(view, 'clear', (m) => !dissolved.some((c) => wakes(m.carrier, c)), { method: 'sprayed' });
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
    id: 'nothing-in-pot',
    title: 'Carriers of two kinds',
    looksAt: 'a toner whose clear does not carry its colour',
    severity: 'fault',
    reason: 'A dye goes only into a clear whose solvent carries it: in another it settles as grains.',
    find: onLayers(
      (l, v) =>
        l.is.tones &&
        l.medium !== null &&
        l.colours.some(
          (c) => c.kind === 'dye' && !wakes(carrierOf({ ...l.layer, colours: {} }, v.materials), c.carrier),
        ),
      leavingOut('Leave the toner out'),
    ),
  },
);
