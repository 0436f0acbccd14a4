import { isVeryDark } from '../layers/darkness.ts';
import { DARK_OIL } from '../time/drying.ts';
import { changed, family, onLayers, onWood } from './rule.ts';
import { binderHas, builds, coloursWood, isWiped, type SeenLayer, type View } from './view.ts';

const waiting = (label: string, hours: (l: SeenLayer) => number) => (l: SeenLayer, v: View) =>
  l.at < v.done
    ? null
    : { label: `${label}: ${hoursText(hours(l))}`, change: { stack: changed(v, l.at, { wait: round(hours(l)) }) } };
const round = (hours: number) => (hours < 1 ? Math.ceil(hours * 12) / 12 : Math.ceil(hours * 2) / 2);
const hoursText = (hours: number) =>
  hours < 1
    ? `${Math.round(60 * round(hours))} min`
    : hours < 48
      ? `${round(hours)} h`
      : `${Math.round(hours / 24)} days`;
/** Only what is followed by another layer has to wait. */
const follows = (l: SeenLayer) => l.above.length > 0;
/** The next goes on while a window is open: that rule speaks of it. */
const hasToFollow = ({ window }: SeenLayer) => window?.remedy === 'again';
const SLACK = 0.97;
/** A wait that is a little shorter than usual is no hurry. */
const HURRIED = 0.85;
const LINSEED_HOURS = 84;
const FILLER_HOURS = 12;
const STAIN_HOURS = 24;
const isDark = (l: SeenLayer, v: View) => isVeryDark(l.layer, v.materials);
const isLinseed = (l: SeenLayer) => l.is.feeds && binderHas(l, 'linseed');

/** What has to be dry, and what must not be left too long. */
export const DRYING = family(
  'drying',
  {
    id: 'too-soon',
    title: 'The next comes too soon',
    looksAt: 'a wait shorter than the earliest that this coat can take another',
    severity: 'fault',
    reason: 'So soon it is wet below: the next coat wrinkles, drags or stays soft.',
    find: onLayers(
      (l) => follows(l) && !hasToFollow(l) && l.wait < SLACK * l.dries.earliest,
      waiting('Wait', (l) => l.dries.usual),
    ),
  },
  {
    id: 'coats-too-soon',
    title: 'Coats too close together',
    looksAt: 'the hours between the coats of one layer, as planned or as they were ticked',
    severity: 'fault',
    reason: 'Its coats went on one into the other: so soon they are one thick wet coat that wrinkles or stays soft.',
    find: onLayers((l, v) => {
      const kept = v.within[l.at] ?? l.layer.apart;
      return typeof kept === 'number' && l.coats > 1 && kept < SLACK * l.between.earliest;
    }),
  },
  {
    id: 'hurried',
    title: 'Shorter than usual',
    looksAt: 'a wait shorter than usual in this air',
    severity: 'warning',
    reason: 'It may go on, but in this air the coat below is usually not through yet.',
    find: onLayers(
      (l) => follows(l) && !hasToFollow(l) && l.wait >= SLACK * l.dries.earliest && l.wait < HURRIED * l.dries.usual,
      waiting('Wait', (l) => l.dries.usual),
    ),
  },
  {
    id: 'dark-oil-stain',
    title: 'Dark oil stain under varnish',
    looksAt: 'the wait between a very dark oil stain and a brushed varnish',
    severity: 'warning',
    reason: 'A black or very dark oil stain needs four to five days: sooner, the varnish pulls the colour out again.',
    school: 'dark-oil',
    find: onLayers(
      (l, v) =>
        l.is.stains &&
        l.carrier === 'oil' &&
        l.above[0] !== undefined &&
        builds(l.above[0]) &&
        l.above[0].carrier === 'oil' &&
        l.wait < DARK_OIL.usual * 0.88 &&
        v.school('dark-oil') === 'long' &&
        isDark(l, v),
      waiting('Wait', () => DARK_OIL.usual),
    ),
  },
  {
    id: 'linseed-soon',
    title: 'Linseed is not dry',
    looksAt: 'the wait after linseed oil',
    severity: 'warning',
    reason: 'Linseed dries in three to four days, a week to be sure: what goes on sooner wrinkles.',
    find: onLayers(
      (l) => follows(l) && isLinseed(l) && l.wait < 72,
      waiting('Wait', () => LINSEED_HOURS),
    ),
  },
  {
    id: 'window-shut',
    title: 'Scuff it first',
    looksAt: 'a wait beyond the window in which the next coat still bites',
    severity: 'warning',
    reason: 'After its window a coat is too hard for the next to bite: it is scuffed first.',
    find: onLayers(
      (l) =>
        follows(l) &&
        typeof l.facts.window === 'number' &&
        l.wait > l.facts.window &&
        (l.layer.rub ?? 'none') === 'none' &&
        builds(l),
      (l, v) => ({
        label: 'Rub it down first',
        change: { stack: changed(v, l.at, { rub: l.carrier === 'water' ? 'pad' : 'dry' }) },
      }),
    ),
  },
  {
    id: 'conditioner-window',
    title: 'Conditioner’s window',
    looksAt: 'the wait between a conditioner and the colour on it',
    severity: 'warning',
    reason:
      'A conditioner lets colour in from 15–30 min after the wipe until about 2 h: sooner it is wet, later it is shut.',
    find: onLayers(
      (l) => {
        const { window } = l;
        const next = l.above[0];
        return (
          l.is.conditions &&
          window !== null &&
          next !== undefined &&
          next.colours.length > 0 &&
          (l.wait < window.opens * SLACK || l.wait > window.shuts)
        );
      },
      waiting('Colour after', (l) => l.dries.usual),
    ),
  },
  {
    id: 'filler-soon',
    title: 'Filler still shrinks',
    looksAt: 'the wait after a paste filler',
    severity: 'warning',
    reason: 'A paste filler shrinks overnight: coated sooner, it sinks under the clear.',
    find: onLayers(
      (l) => l.is.fills && follows(l) && l.wait < FILLER_HOURS * SLACK,
      waiting('Wait', (l) => Math.max(FILLER_HOURS, l.dries.usual)),
    ),
  },
  {
    id: 'pulled-up',
    title: 'The varnish may pull it up',
    looksAt: 'a brushed oil varnish soon over an oil stain',
    severity: 'note',
    reason: 'A brushed varnish shares the stain’s solvent: under a day it picks colour up and smears it.',
    find: onLayers(
      (l) =>
        l.is.stains &&
        l.carrier === 'oil' &&
        l.above[0]?.is.clear &&
        l.above[0].carrier === 'oil' &&
        l.wait < 8 &&
        l.wait >= SLACK * l.dries.earliest,
      waiting('Wait', () => STAIN_HOURS),
    ),
  },
  {
    id: 'cold-shop',
    title: 'Too cold to dry',
    looksAt: 'the temperature of the shop',
    severity: 'warning',
    reason: 'Under 10 °C oil and water coats hardly dry: they stay tender and blush.',
    find: onWood((v) => v.weather !== null && v.weather.temperature < 10 && v.layers.length > 0),
  },
  {
    id: 'damp-shop',
    title: 'Too damp to spray',
    looksAt: 'the humidity of the shop under lacquer and water-carried coats',
    severity: 'warning',
    reason: 'Over 80 % humidity lacquer and shellac blush white and waterborne coats stay soft.',
    find: onWood(
      (v) =>
        v.weather !== null &&
        v.weather.humidity > 80 &&
        v.layers.some((l) => l.carrier !== 'oil' && (builds(l) || l.is.seals)),
    ),
  },
  {
    id: 'heat-on-colour',
    title: 'Hot: it sets under the rag',
    looksAt: 'the temperature of the shop under a colour that is wiped',
    severity: 'warning',
    reason:
      'Over 28 °C a wiped colour sets before its edge is met: smaller areas, the cool of the morning, two pairs of hands.',
    find: onWood(
      (v) =>
        v.weather !== null &&
        v.weather.temperature > 28 &&
        v.layers.some((l) => (isWiped(l) || coloursWood(l)) && l.method !== 'sprayed'),
    ),
  },
  {
    id: 'damp-on-stain',
    title: 'Damp: the stain stays wet',
    looksAt: 'the humidity of the shop under a wiped stain or a water dye',
    severity: 'note',
    reason:
      'Over 80 % humidity a stain takes half as long again, and damp wood takes less of an oil stain: test it before going on.',
    find: onWood(
      (v) =>
        v.weather !== null &&
        v.weather.humidity > 80 &&
        v.layers.some((l) => l.is.stains || l.is.stands || (l.is.dyes && l.carrier === 'water')),
    ),
  },
  {
    id: 'pot-life',
    title: 'The pot sets before the next coat',
    looksAt: 'several coats out of a pot with a hardener',
    severity: 'note',
    reason: 'Mixed with its hardener it lasts less than the wait to the next coat: mix each coat fresh.',
    find: onLayers(
      (l) =>
        typeof l.facts.potLife === 'number' &&
        builds(l) &&
        l.coats > 1 &&
        l.facts.potLife < l.dries.usual * (l.coats - 1),
    ),
  },
  {
    id: 'gel-soon',
    title: 'Gel is still soft',
    looksAt: 'the wait after a gel stain under a coat that is brushed',
    severity: 'note',
    reason: 'A gel is dry when it has gone dull, overnight as a rule: brushed over sooner it moves.',
    find: onLayers(
      (l) =>
        l.is.stands &&
        isWiped(l) &&
        l.above[0] !== undefined &&
        l.above[0].method !== 'sprayed' &&
        l.wait >= SLACK * l.dries.usual &&
        l.wait < 8,
      waiting('Wait', () => 14),
    ),
  },
);
