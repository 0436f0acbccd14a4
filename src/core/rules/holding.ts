import { traitsOf } from '../layers/layer.ts';
import {
  changed,
  family,
  inserted,
  isDewaxed,
  layerFound,
  leavingOut,
  mediums,
  onLayers,
  onWood,
  type Remedy,
} from './rule.ts';
import { binderHas, builds, isHardWax, type SeenLayer, type View } from './view.ts';

const isOilFilm = (l: SeenLayer) => l.carrier === 'oil' && (l.is.feeds || l.is.clear);
const CURED = 168;
const GEL_LONG_DRIED = 48;
const shellacUnder = (l: SeenLayer, v: View): Remedy | null => {
  const shellac = layerFound(v, 'sealer', (m) => isDewaxed(v, m) && m.carrier === 'alcohol');
  return shellac && { label: 'Dewaxed shellac between', change: { stack: inserted(v, l.at, shellac) } };
};

/** Wax, or an oil with wax in it. */
const nothingHoldsOn = ({ is, facts }: SeenLayer) => is.last || (is.feeds && facts.wax === 'waxed');

/** Which coat holds on which film or oil. */
export const HOLDING = family(
  'order',
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
        l.below[0]?.is.seals &&
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
    looksAt: 'a film over wax, or over an oil that holds it',
    severity: 'fault',
    reason: 'Nothing holds on wax: it is always the last.',
    find: onLayers(
      (l) => (builds(l) || l.is.seals) && l.below[0] !== undefined && nothingHoldsOn(l.below[0]),
      leavingOut('Leave the wax as the last coat'),
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
        (below.is.stands || below.is.stains || below.is.glazes) &&
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
        v.layers.some((l) => l.carrier === 'water' && !l.is.conditions),
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
      return l.is.clear && l.carrier === 'solvent' && below?.is.clear && below.carrier === 'oil';
    }, shellacUnder),
  },
  {
    id: 'oil-over-film',
    title: 'Oil on a film',
    looksAt: 'an oil over coats that it cannot soak into',
    severity: 'fault',
    reason: 'An oil cannot soak through a film: it stays on top and sticky.',
    find: onLayers((l) => l.is.feeds && !isHardWax(l) && l.below.some(builds), leavingOut('Leave the oil out')),
  },
  {
    id: 'stearate-twice',
    title: 'One coat of sanding sealer only',
    looksAt: 'coats of a sealer that holds stearate',
    severity: 'warning',
    reason: 'A sanding sealer is soft: a second coat of it cracks under a hard clear.',
    find: onLayers(
      (l) => (l.is.seals || l.is.clear) && binderHas(l, 'stearate') && l.coats > 1,
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
      (l) => binderHas(l, 'cyano') && l.below.some((b) => b.is.feeds),
      (l, v) => ({
        label: 'Leave the oil out',
        change: { stack: v.stack.filter((x, i) => !traitsOf(x).feeds || i > l.at) },
      }),
    ),
  },
);
