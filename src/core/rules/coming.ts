import { KINDS } from '../kinds/index.ts';
import { setting } from '../layers/layer.ts';
import { changed, family, onLayers, withSetting } from './rule.ts';
import { binderHas, isSealed, isWiped, type SeenLayer, type View } from './view.ts';

const longest = (l: SeenLayer): number => KINDS[l.kind].longestDwell(l.carrier) ?? Number.POSITIVE_INFINITY;
const dwell = ({ layer }: SeenLayer) => setting(layer, 'dwell');
const A_DAY = 24;

/** Faults that are about to happen. */
export const COMING = family(
  'coming',
  {
    id: 'stays-tacky',
    title: 'It will stay tacky',
    looksAt: 'an oil stain that is not wiped off',
    severity: 'fault',
    reason: 'What is not wiped off an oil stain never dries: the clear over it peels.',
    find: onLayers(
      // A gel that is laid on over a film and left long enough is a glaze that dries.
      (l) =>
        isWiped(l) &&
        l.method === 'unwiped' &&
        l.carrier === 'oil' &&
        !(l.is.stands && isSealed(l.before) && l.wait >= A_DAY),
      (l, v) => ({ label: 'Wipe it off', change: { stack: changed(v, l.at, { method: 'wiped' }) } }),
    ),
  },
  {
    id: 'sets-before-wiped',
    title: 'Sets before it is wiped',
    looksAt: 'a dwell longer than the colour stays open',
    severity: 'warning',
    reason: 'Left so long it sets: what is wiped then drags and smudges.',
    find: onLayers(
      (l) => l.method !== 'sprayed' && l.method !== 'unwiped' && dwell(l) > longest(l),
      (l, v) => ({ label: 'Wipe after 5 min', change: { stack: withSetting(v, l, 'dwell', 5) } }),
    ),
  },
  {
    id: 'film-fat',
    title: 'Too fat to dry',
    looksAt: 'a wiped film left thicker than it dries',
    severity: 'warning',
    reason: 'So thick a film dries on top and stays soft below.',
    find: onLayers(
      (l) => isWiped(l) && l.carrier === 'oil' && (l.layer.settings.film ?? 1) > 2,
      (l, v) => ({
        label: 'Leave half of it',
        change: {
          stack: withSetting(v, l, 'film', (l.layer.settings.film ?? 1) > 4 ? 2 : (l.layer.settings.film ?? 1) / 2),
        },
      }),
    ),
  },
  {
    id: 'oil-bleeds',
    title: 'Oil bleeds from the pores',
    looksAt: 'an oil on open-pored wood with little time before the next coat',
    severity: 'note',
    reason: 'Out of open pores an oil bleeds for eight to ten hours: wipe again and again, or it dries as shiny spots.',
    find: onLayers((l, v: View) => l.is.feeds && v.wood.tissues.some((t) => t.name === 'pore')),
  },
  {
    id: 'opaque-thin',
    title: 'One coat will not cover',
    looksAt: 'a single opaque coat',
    severity: 'note',
    reason: 'One coat of an opaque colour is patchy where wood or filler drinks: two cover.',
    find: onLayers(
      (l) =>
        l.is.hides &&
        l.coats < 2 &&
        // A primer below, or a second colour over it, covers with it.
        ![...l.below, ...l.above].some((o) => o.is.hides || (o.is.seals && o.at < l.at)),
      (l, v) => ({ label: 'Two coats', change: { stack: withSetting(v, l, 'coats', 2) } }),
    ),
  },
  {
    id: 'bleach-left-in',
    title: 'Bleach left in the wood',
    looksAt: 'the wait after a bleach',
    severity: 'warning',
    reason: 'What is left of a bleach eats the colour put on it: neutralise, rinse, and let it dry for a day.',
    find: onLayers(
      (l) =>
        l.is.bleaches && l.above[0] !== undefined && !l.above[0].is.reacts && !l.above[0].is.bleaches && l.wait < 24,
      (l, v) => ({
        label: 'Neutralise and wait a day',
        change: { stack: changed(v, l.at, { wait: Math.max(24, l.dries.usual) }) },
      }),
    ),
  },
  {
    id: 'glue-on-cotton',
    title: 'Bonds and heats',
    looksAt: 'cyanoacrylate put on with a cloth',
    severity: 'note',
    reason: 'On cotton and paper cyanoacrylate heats and smokes: a plastic bag or a foam pad spreads it.',
    source: 'common practice; its safety data sheet comes first',
    find: onLayers((l) => binderHas(l, 'cyano') && l.method === 'brushed'),
  },
  {
    id: 'sand-back-all',
    title: 'The face is sanded bare',
    looksAt: 'sanding back that leaves nothing',
    severity: 'note',
    reason: 'Sanded back so far the face is bare wood again: only grain and pores keep some colour.',
    find: onLayers(
      (l) => l.is.takesOff === 'paper' && (l.layer.settings.removed ?? 0.6) > 0.9,
      (l, v) => ({ label: 'Leave some of it: 60 %', change: { stack: withSetting(v, l, 'removed', 0.6) } }),
    ),
  },
);
