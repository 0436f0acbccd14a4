import { anatomyOf, blotchOf, isBlotchy } from '../board/wood.ts';
import { newLayer } from '../layers/layer.ts';
import {
  changed,
  family,
  inserted,
  isDewaxed,
  layerFound,
  onLayers,
  onWood,
  prepared,
  type Remedy,
  withSetting,
} from './rule.ts';
import { coloursWood, isSealed, openness, type SeenLayer, type View } from './view.ts';

const isEven = (v: View, l: SeenLayer) =>
  v.preparation.conditioner || l.before.even > 0.2 || l.below.some((b) => b.is.conditions || b.is.seals);
/** The shop's own way to keep a blotchy wood even. */
function evened(v: View, l: SeenLayer): Remedy | null {
  if (v.school('conditioner') !== 'washcoat')
    return v.done === 0 ? { label: 'Conditioner first', change: prepared(v, { conditioner: true }) } : null;
  const washcoat = layerFound(v, 'sealer', (m) => isDewaxed(v, m), { settings: { cut: 0.5, coats: 1 } });
  return washcoat && l.at >= v.done
    ? { label: 'A washcoat first', change: { stack: inserted(v, l.at, washcoat) } }
    : null;
}
/** Unevenness that is seen from close by, and from across the room. */
const [SEEN, SEEN_FROM_AFAR] = [1.5, 3];
const foreseenBlotch = (l: SeenLayer, v: View): number => v.looks()?.[l.at + 1]?.blotch ?? 0;
const takesUnevenly = (l: SeenLayer, v: View) =>
  // A gel stays on the surface: it stands in clouds only where the picture says so too.
  (l.is.stains || (l.is.stands && v.chose('conditioner') && foreseenBlotch(l, v) > SEEN)) &&
  openness(l.before) > 0.5 &&
  !isSealed(l.before);

/** Evenness on woods that blotch. */
export const EVENNESS = family(
  'evenness',
  {
    id: 'blotches',
    title: 'This wood blotches',
    looksAt: 'a stain on a blotchy wood without conditioner or washcoat',
    severity: 'warning',
    reason: 'This wood drinks unevenly: without a conditioner or a washcoat a stain stands in clouds.',
    school: 'conditioner',
    find: onLayers(
      (l, v) => isBlotchy(v.wood) && takesUnevenly(l, v) && !isEven(v, l) && !v.preparation.oldFinish,
      (l, v) => evened(v, l),
    ),
  },
  {
    id: 'dye-blotches',
    title: 'Clouds in the dye',
    looksAt: 'a flooded dye on a blotchy wood',
    severity: 'note',
    reason:
      'Even a dye stands in soft clouds on this wood when it is flooded: less on the pad, or a conditioner first.',
    find: onLayers(
      (l, v) =>
        isBlotchy(v.wood) &&
        l.is.dyes &&
        (l.layer.settings.load ?? 1) > 1.3 &&
        !isEven(v, l) &&
        openness(l.before) > 0.5,
      (l, v) => ({ label: 'The usual amount', change: { stack: withSetting(v, l, 'load', 1) } }),
    ),
  },
  {
    id: 'conditioner-under-gel',
    title: 'Conditioner under a gel',
    looksAt: 'a conditioner where the house rule leaves it out',
    severity: 'note',
    reason: 'A gel stays on the surface: a conditioner below it only makes it paler.',
    school: 'conditioner',
    find: onWood(
      (v) => {
        const first = v.layers.find((l) => !l.is.conditions);
        return v.school('conditioner') === 'not-under-gel' && first?.is.stands === true && v.preparation.conditioner;
      },
      (v) => ({ label: 'Without the conditioner', change: prepared(v, { conditioner: false }) }),
    ),
  },
  {
    id: 'loud-rings',
    title: 'Growth rings turn over',
    looksAt: 'a pigment stain on bare softwood',
    severity: 'note',
    reason:
      'On softwood the soft light rings take a stain and the hard dark ones do not: the grain turns to its negative.',
    find: onLayers(
      (l, v) =>
        l.is.stains && anatomyOf(v.wood) === 'soft' && !isEven(v, l) && !isBlotchy(v.wood) && !isSealed(l.before),
      (l, v) => evened(v, l),
    ),
  },
  {
    id: 'conditioner-on-calm',
    title: 'No need of conditioner',
    looksAt: 'a conditioner on a wood that takes colour evenly',
    severity: 'note',
    reason: 'This wood takes colour evenly: a conditioner only makes it about a shade paler.',
    find: onWood(
      (v) => v.preparation.conditioner && blotchOf(v.wood) < 0.1 && anatomyOf(v.wood) !== 'soft' && v.layers.length > 0,
      (v) => ({ label: 'Without the conditioner', change: prepared(v, { conditioner: false }) }),
    ),
  },
  {
    id: 'wiped-across',
    title: 'Wiped across the grain',
    looksAt: 'the direction of the last wipe',
    severity: 'note',
    reason: 'What is last wiped across the grain leaves streaks across it: finish along it.',
    find: onLayers(
      (l) => l.method === 'across' && !l.is.glazes,
      (l, v) => ({ label: 'Finish along the grain', change: { stack: changed(v, l.at, { method: 'wiped' }) } }),
    ),
  },
  {
    id: 'uneven-foreseen',
    title: 'Blotchy as foreseen',
    looksAt: 'the unevenness that is foreseen of the finished board',
    severity: 'warning',
    reason: 'Foreseen is an unevenness that is seen from across the room.',
    find: (v) => {
      const blotch = v.looks()?.at(-1)?.blotch ?? 0;
      const first = v.layers.find((l) => coloursWood(l) || l.is.stains || l.is.stands);
      if (!first || blotch < SEEN_FROM_AFAR || v.preparation.conditioner || first.below.some((b) => b.is.conditions))
        return [];
      const conditioner = newLayer('conditioner');
      const at = v.layers[0]?.is.bleaches ? first.at : v.done;
      return [
        {
          at: first.at,
          remedy:
            first.at >= v.done ? { label: 'Conditioner first', change: { stack: inserted(v, at, conditioner) } } : null,
        },
      ];
    },
  },
);
