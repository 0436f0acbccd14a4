import { hasPores } from '../board/wood.ts';
import { newLayer } from '../layers/layer.ts';
import {
  changed,
  family,
  inserted,
  isDewaxed,
  layerFound,
  onLayers,
  type Remedy,
  wakes,
  without,
  withSetting,
} from './rule.ts';
import { builds, coloursWood, isSealed, isWiped, type SeenLayer, type View } from './view.ts';

/** A thin seal right under a layer, of a carrier that does not wake the colour below. */
const sealUnder = (l: SeenLayer, v: View): Remedy | null => {
  const held = l.below.filter((b) => coloursWood(b) || isWiped(b)).map((b) => b.carrier);
  const seal =
    layerFound(v, 'sealer', (m) => isDewaxed(v, m) && !held.some((c) => wakes(m.carrier, c))) ??
    layerFound(v, 'sealer', (m) => isDewaxed(v, m));
  return seal && { label: 'One thin seal coat below', change: { stack: inserted(v, l.at, seal) } };
};
const lockOver = (l: SeenLayer, v: View): Remedy | null => {
  const below = v.layers.findLast((x) => x.is.clear) ?? null;
  const medium = below?.medium?.id;
  const lock = medium
    ? newLayer('clear', { medium, settings: { coats: 1 }, method: 'sprayed' })
    : (layerFound(v, 'clear', (m) => m.carrier === l.carrier, { settings: { coats: 1 }, method: 'sprayed' }) ??
      layerFound(v, 'clear', (m) => !wakes(m.carrier, l.carrier), { settings: { coats: 1 }, method: 'sprayed' }) ??
      layerFound(v, 'clear', () => true, { settings: { coats: 1 }, method: 'sprayed' }));
  return lock && { label: 'Lock it with a thin clear', change: { stack: inserted(v, l.at + 1, lock) } };
};
const seals = (l: SeenLayer) => l.below.filter((b) => b.is.seals).reduce((sum, b) => sum + b.coats, 0);
const clears = (l: SeenLayer) => l.below.filter(builds).reduce((sum, b) => sum + b.coats, 0);
const isGlaze = (l: SeenLayer) => l.is.glazes || l.is.powders;
/** Coats that close the surface; a wiped stain does not. */
const isSeal = (l: SeenLayer) => l.is.seals || l.is.tones || builds(l);

/** What needs a sealed surface, how much of one, and what locks it. */
export const SEAL = family(
  'seal',
  {
    id: 'glaze-on-bare',
    title: 'Glaze on unsealed wood',
    looksAt: 'a glaze with no coat below it that seals',
    severity: 'warning',
    reason: 'On unsealed wood a glaze goes darker, stays where it falls and cannot be wiped back.',
    find: onLayers((l, v) => isGlaze(l) && !v.preparation.oldFinish && !l.below.some(isSeal), sealUnder),
  },
  {
    id: 'gel-on-bare',
    title: 'Gel on bare wood',
    looksAt: 'a gel stain on bare wood',
    severity: 'note',
    reason: 'On bare wood a gel goes darker and cannot be wiped back; over a thin seal it can be steered.',
    school: 'second-colour',
    find: onLayers(
      (l, v) =>
        l.is.stands &&
        !v.preparation.oldFinish &&
        l.before.films.length === 0 &&
        v.school('second-colour') === 'sealed' &&
        v.school('where-colour') !== 'film',
      sealUnder,
    ),
  },
  {
    id: 'second-colour-unsealed',
    title: 'Second colour straight on',
    looksAt: 'a wiped colour right on a dye',
    severity: 'note',
    reason: 'Straight on the first, the second colour goes darker and cannot be taken back without it.',
    school: 'second-colour',
    find: onLayers(
      (l, v) =>
        (l.is.stains || l.is.stands) &&
        v.school('second-colour') === 'sealed' &&
        l.below[0] !== undefined &&
        coloursWood(l.below[0]) &&
        !l.below[0].is.reacts,
      sealUnder,
    ),
  },
  {
    id: 'soft-wood-one-seal',
    title: 'Soft wood wants two seal coats',
    looksAt: 'a glaze over a single seal coat on soft or thirsty wood',
    severity: 'warning',
    reason: 'Soft wood drinks through one seal coat: the glaze blotches as if there were none.',
    find: onLayers(
      (l, v) => isGlaze(l) && v.wood.anatomy === 'soft' && seals(l) + clears(l) === 1 && !v.preparation.oldFinish,
      (l, v) => {
        const seal = l.below.find((b) => b.is.seals || builds(b));
        return seal ? { label: 'Two coats of it', change: { stack: withSetting(v, seal, 'coats', 2) } } : null;
      },
    ),
  },
  {
    id: 'glaze-not-locked',
    title: 'Glaze not locked',
    looksAt: 'a glaze with no clear over it',
    severity: 'fault',
    reason: 'A glaze has next to no binder: without a clear over it, it rubs off.',
    find: onLayers((l) => isGlaze(l) && !l.above.some((a) => a.is.clear || a.is.seals), lockOver),
  },
  {
    id: 'glazes-in-a-row',
    title: 'Glaze on glaze',
    looksAt: 'a glaze right over another',
    severity: 'warning',
    reason: 'A second glaze wakes the first: each is locked with a thin clear before the next.',
    find: onLayers(
      (l) => isGlaze(l) && l.below[0] !== undefined && isGlaze(l.below[0]),
      (l, v) => lockOver(l.below[0] as SeenLayer, v),
    ),
  },
  {
    id: 'powder-wants-build',
    title: 'Powdering glaze wants build',
    looksAt: 'a powdering glaze over a thin film',
    severity: 'warning',
    reason: 'A powdering glaze is rubbed off with a pad: over a thin film the pad goes through.',
    find: onLayers(
      (l, v) => l.is.powders && !v.preparation.oldFinish && clears(l) === 1 && l.before.films.length > 0,
      (l, v) => {
        const film = l.below.find(builds) as SeenLayer;
        return { label: 'Two coats below', change: { stack: withSetting(v, film, 'coats', 2) } };
      },
    ),
  },
  {
    id: 'filler-on-colour',
    title: 'Filler stains the face',
    looksAt: 'a coloured filler right on a coloured face',
    severity: 'warning',
    reason: 'Filler wiped off a face without a seal coat stays on it and changes its colour.',
    school: 'filling',
    find: onLayers(
      (l, v) =>
        l.is.fills &&
        l.colours.length > 0 &&
        hasPores(v.wood) &&
        l.before.films.every((f) => f.movable) &&
        l.below.some((b) => coloursWood(b) || isWiped(b)) &&
        l.above[0]?.is.takesOff !== 'paper',
      sealUnder,
    ),
  },
  {
    id: 'filler-over-build',
    title: 'Pores closed already',
    looksAt: 'a filler over more than one seal coat',
    severity: 'warning',
    reason: 'More than one coat closes the pores: the filler finds no hold and is wiped out again.',
    find: onLayers(
      (l, v) => l.is.fills && hasPores(v.wood) && seals(l) + clears(l) > 1,
      (l, v) => {
        const films = l.below.filter((b) => (b.is.seals || builds(b)) && b.at >= v.done);
        const [first, ...more] = films.toReversed();
        return first
          ? {
              label: 'One coat below it',
              change: {
                stack: changed(v, first.at, { settings: { ...first.layer.settings, coats: 1 } }).filter(
                  (_, i) => !more.some((m) => m.at === i),
                ),
              },
            }
          : null;
      },
    ),
  },
  {
    id: 'filler-without-pores',
    title: 'No pores to fill',
    looksAt: 'a filler on fine-pored wood',
    severity: 'note',
    reason: 'A fine-pored wood has nothing for a filler to stay in: it only hazes the face.',
    find: onLayers(
      (l, v) => l.is.fills && !hasPores(v.wood),
      (l, v) => ({ label: 'Leave it out', change: { stack: without(v, l.at) } }),
    ),
  },
  {
    id: 'filler-not-sanded',
    title: 'Filled bare, not sanded back',
    looksAt: 'a filler on bare wood that is not sanded back',
    severity: 'warning',
    reason: 'Filler on bare wood leaves a haze on the face: it is sanded back before anything else.',
    school: 'filling',
    find: onLayers(
      (l, v) => l.is.fills && hasPores(v.wood) && l.below.length === 0 && l.above[0]?.is.takesOff !== 'paper',
      (l, v) => ({
        label: 'Sand it back',
        change: { stack: inserted(v, l.at + 1, newLayer('sand-back', { settings: { removed: 0.3 } })) },
      }),
    ),
  },
  {
    id: 'grain-glaze-on-fine',
    title: 'No grain to hold it',
    looksAt: 'a glaze left in the grain of a wood without open grain',
    severity: 'note',
    reason: 'A glaze left in the grain needs open pores or brushed grain: here hardly any of it stays.',
    find: onLayers(
      (l, v) => l.is.glazes && l.method === 'in-grain' && !hasPores(v.wood) && v.preparation.texture === 'plain',
      (l, v) => ({ label: 'Wipe it as usual', change: { stack: changed(v, l.at, { method: 'wiped' }) } }),
    ),
  },
  {
    id: 'grain-glaze-on-closed',
    title: 'Grain levelled already',
    looksAt: 'a glaze left in grain that is built over',
    severity: 'note',
    reason: 'Four coats level the grain: a glaze that should stay in it wipes off clean.',
    find: onLayers((l) => l.is.glazes && l.method === 'in-grain' && seals(l) + clears(l) >= 4 && isSealed(l.before)),
  },
);
