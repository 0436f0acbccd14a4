import { changed, family, onLayers, onWood, withSetting } from './rule.ts';
import { binderHas, builds, coloursWood, isWiped, type SeenLayer, type View } from './view.ts';

const clears = ({ layers }: View) => layers.filter((l) => l.is.clear);
const clearCoats = (v: View) => clears(v).reduce((sum, l) => sum + l.coats, 0);
const isGlue = (l: SeenLayer) => binderHas(l, 'cyano');
const WANTED: Record<string, number> = { two: 2, three: 3 };
/** What a levelling takes off, in coats. */
const LEVELLED = 1;
/** A glue is levelled over hollows: it takes many of its thin coats. */
const LEVELLED_GLUE = 10;
/** The paper that still levels; finer ones only dull. Common practice. */
const LEVELS_WITH = 400;
const levelled = (l: SeenLayer) => (isGlue(l) ? LEVELLED_GLUE : 2 * LEVELLED);
const build = (l: SeenLayer) => l.coats + l.below.filter(builds).reduce((s, b) => s + b.coats, 0);
const A_DAY = 24;
const rubbed = (l: SeenLayer) => l.layer.rub === 'dry' || l.layer.rub === 'wet' || l.layer.rub === 'wool';
const rub = (to: 'none' | 'dry' | 'pad', label: string) => (l: SeenLayer, v: View) => ({
  label,
  change: { stack: changed(v, l.at, { rub: to }) },
});
/** It is taken flat: wet, a glue, or dry with coarse papers when all of it is on. */
const levels = (l: SeenLayer) =>
  l.layer.rub === 'wet' ||
  (isGlue(l) && rubbed(l)) ||
  (l.layer.rub === 'dry' && l.layer.rubLast === true && Math.min(...(l.layer.papers ?? [400])) <= LEVELS_WITH);
/** Coats that a film bears before it crazes or never hardens through. */
const mostCoats = (l: SeenLayer) => (isGlue(l) ? 40 : binderHas(l, 'nitro') ? 8 : l.carrier === 'oil' ? 6 : 20);
const CURED = 168;
/** A built film of water may be rubbed wet once it has cured. */
const isCured = (l: SeenLayer) => l.wait >= (l.facts.cure ?? CURED);

/** How thick the film is, and what rubbing it down takes. */
export const FILM = family(
  'film',
  {
    id: 'few-coats',
    title: 'Thin on clear',
    looksAt: 'coats of clear against the house rule',
    severity: 'note',
    reason: 'With fewer coats than the shop’s rule there is little to level and little to wear.',
    school: 'clear-coats',
    find: (view) => {
      const last = clears(view).at(-1);
      const wanted = WANTED[view.school('clear-coats')] ?? 2;
      const coats = clearCoats(view);
      if (!last || !view.chose('clear-coats') || coats >= wanted || view.layers.at(-1) !== last) return [];
      return [
        {
          at: last.at,
          remedy: {
            label: `${wanted} coats`,
            change: { stack: withSetting(view, last, 'coats', last.coats + wanted - coats) },
          },
        },
      ];
    },
  },
  {
    id: 'first-clear-rubbed',
    title: 'Thin first clear rubbed',
    looksAt: 'a single first coat of clear rubbed down over a colour',
    severity: 'note',
    reason: 'The first clear over a colour is thin: rubbing it goes through at the edges.',
    school: 'first-clear',
    find: onLayers(
      (l, v) =>
        builds(l) &&
        l.coats === 1 &&
        rubbed(l) &&
        v.school('first-clear') === 'wait' &&
        l.below[0] !== undefined &&
        (coloursWood(l.below[0]) || isWiped(l.below[0])),
      rub('none', 'Wait for the second coat'),
    ),
  },
  {
    id: 'levelled-through',
    title: 'Sanded through at the edges',
    looksAt: 'levelling a film that has less than it takes off',
    severity: 'warning',
    reason: 'Levelling takes about a coat: less than two below, and the edges are through to the colour.',
    find: onLayers(
      (l) => levels(l) && builds(l) && build(l) < levelled(l),
      (l, v) => ({
        label: l.coats === 1 && !isGlue(l) ? 'One coat more below it' : `${levelled(l)} coats`,
        change: { stack: withSetting(v, l, 'coats', levelled(l) - build(l) + l.coats) },
      }),
    ),
  },
  {
    id: 'not-rubbed-between',
    title: 'Not rubbed between',
    looksAt: 'an oil varnish that stood a day and more before its next coat, and was not rubbed',
    severity: 'warning',
    reason: 'A varnish that has stood a day and more is too smooth for the next to bite: dull it first.',
    find: onLayers(
      (l) =>
        l.is.clear &&
        l.carrier === 'oil' &&
        l.layer.rub === 'none' &&
        ((l.coats > 1 && l.between.usual >= A_DAY) ||
          (l.above[0] !== undefined && builds(l.above[0]) && l.wait >= A_DAY)),
      rub('dry', 'Rub it down first'),
    ),
  },
  {
    id: 'too-thick',
    title: 'Thick film',
    looksAt: 'more coats of a clear than it bears',
    severity: 'warning',
    reason: 'So thick a film of this clear crazes or never hardens through.',
    find: onLayers(
      (l) => l.is.clear && l.coats > mostCoats(l),
      (l, v) => ({ label: `${mostCoats(l)} coats`, change: { stack: withSetting(v, l, 'coats', mostCoats(l)) } }),
    ),
  },
  {
    id: 'sealer-heavy',
    title: 'Heavy on sealer',
    looksAt: 'many coats of a sealer below a clear',
    severity: 'note',
    reason: 'A thick sealer below a hard clear is a soft bed: it prints and chips.',
    find: onLayers(
      (l) => l.is.seals && l.coats > 2 && l.above.some(builds),
      (l, v) => ({ label: 'Two coats', change: { stack: withSetting(v, l, 'coats', 2) } }),
    ),
  },
  {
    id: 'cut-heavy',
    title: 'Heavy cut drags',
    looksAt: 'a shellac cut heavier than brushes out',
    severity: 'warning',
    reason: 'A cut over three pounds sets under the brush: it drags and leaves ridges.',
    find: onLayers(
      (l) => l.is.seals && l.carrier === 'alcohol' && (l.layer.settings.cut ?? 2) > 3 && l.method !== 'sprayed',
      (l, v) => ({ label: 'Two-pound cut', change: { stack: withSetting(v, l, 'cut', 2) } }),
    ),
  },
  {
    id: 'washcoat-heavy',
    title: 'More than a washcoat',
    looksAt: 'a heavy seal below a colour that should still take',
    severity: 'note',
    reason: 'A heavy seal below a wiped colour lets it hold on almost nothing: a one-pound washcoat is enough.',
    find: onLayers(
      (l) =>
        l.is.seals &&
        l.carrier === 'alcohol' &&
        (l.layer.settings.cut ?? 2) > 2 &&
        l.above[0] !== undefined &&
        isWiped(l.above[0]),
      (l, v) => ({ label: 'One-pound cut', change: { stack: withSetting(v, l, 'cut', 1) } }),
    ),
  },
  {
    id: 'oil-coats',
    title: 'Too much oil',
    looksAt: 'many coats of oil',
    severity: 'note',
    reason: 'After the second coat an oil soaks in no more: the third dries on top as gum.',
    find: onLayers(
      (l) => l.is.feeds && l.coats > 2,
      (l, v) => ({ label: 'Two coats', change: { stack: withSetting(v, l, 'coats', 2) } }),
    ),
  },
  {
    id: 'glue-thin',
    title: 'Too thin to level',
    looksAt: 'few coats of cyanoacrylate',
    severity: 'note',
    reason: 'A glass build of cyanoacrylate takes many coats: with a few there is nothing to level.',
    find: onLayers((l) => isGlue(l) && l.coats < 4 && !l.below.some(isGlue) && l.above.every((a) => !isGlue(a))),
  },
  {
    id: 'wool-on-water',
    title: 'Steel wool and water',
    looksAt: 'steel wool under or between water-carried coats',
    severity: 'fault',
    reason: 'Fibres of steel wool rust in a water-carried coat: brown specks, weeks later.',
    find: onLayers(
      // Dry colour below an oil or a lacquer sees no more water.
      (l) => l.layer.rub === 'wool' && (l.above[0]?.carrier === 'water' || (builds(l) && l.carrier === 'water')),
      rub('pad', 'A synthetic pad'),
    ),
  },
  {
    id: 'wool-on-tannin',
    title: 'Steel wool on tannin',
    looksAt: 'steel wool on a wood rich in tannin',
    severity: 'warning',
    reason: 'Iron dust turns the tannin of oak black wherever the next damp gets to it.',
    find: onLayers(
      (l, v) =>
        l.layer.rub === 'wool' &&
        v.wood.tannin >= 2 &&
        l.above[0]?.carrier !== 'water' &&
        l.above.some((a) => a.carrier === 'water') &&
        !l.below.some(builds) &&
        !builds(l),
      rub('pad', 'A synthetic pad'),
    ),
  },
  {
    id: 'wet-on-water',
    title: 'Wet sanding an uncured coat',
    looksAt: 'a waterborne clear rubbed wet before it has cured',
    severity: 'fault',
    reason: 'Wet-sanded before it has cured, a waterborne clear softens, scratches and hazes blue.',
    school: 'sanding-clear',
    find: onLayers(
      (l) => builds(l) && l.carrier === 'water' && l.layer.rub === 'wet' && !isCured(l),
      rub('dry', 'Sand it dry'),
    ),
  },
  {
    id: 'wet-school',
    title: 'This shop sands dry',
    looksAt: 'wet sanding against the house rule',
    severity: 'note',
    reason: 'This shop sands clear coats dry: water in a cut-through swells the wood below.',
    school: 'sanding-clear',
    find: onLayers(
      (l, v) =>
        builds(l) &&
        l.layer.rub === 'wet' &&
        v.chose('sanding-clear') &&
        v.school('sanding-clear') === 'dry' &&
        !isGlue(l) &&
        !binderHas(l, 'nitro') &&
        (l.carrier !== 'water' || isCured(l)) &&
        l.coats >= 2,
      rub('dry', 'Sand it dry'),
    ),
  },
  {
    id: 'colour-rubbed',
    title: 'A colour is rubbed down',
    looksAt: 'paper or wool on a colour that nothing covers yet',
    severity: 'warning',
    reason: 'What rubs a colour takes it off: high spots and edges first.',
    school: 'abrade-colour',
    find: onLayers(
      (l, v) =>
        (coloursWood(l) || isWiped(l)) &&
        !l.is.tones &&
        // The haze of what was pressed into the grain comes off the face.
        l.method !== 'in-grain' &&
        rubbed(l) &&
        v.school('abrade-colour') === 'never' &&
        !(l.layer.rub === 'wool' && (l.carrier === 'water' || l.above[0]?.carrier === 'water')),
      rub('none', 'Leave it alone'),
    ),
  },
  {
    id: 'wet-on-colour',
    title: 'Water into the colour',
    looksAt: 'wet sanding over a single seal coat',
    severity: 'warning',
    reason: 'Wet-sanding a thin seal lets water into the dye below: it bleeds and the grain rises.',
    find: onLayers(
      (l) => l.is.seals && l.layer.rub === 'wet' && l.below.some(coloursWood),
      rub('dry', 'De-nib it dry'),
    ),
  },
  {
    id: 'build-for-use',
    title: 'Hard use wants more film',
    looksAt: 'an oil finish where a film was asked for',
    severity: 'note',
    reason: 'Where an old finish is coloured over, less than two coats of clear wear through to it first.',
    find: onWood((v) => v.preparation.oldFinish && clears(v).length > 0 && clearCoats(v) < 2),
  },
);
