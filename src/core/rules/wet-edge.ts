import { APPLICATOR_INFO, type Applicator, KINDS, type LayerKind } from '../kinds/index.ts';
import { changed, family, onLayers, type Remedy, withSetting } from './rule.ts';
import { binderHas, coloursWood, type SeenLayer, type View } from './view.ts';

/** Square metres that one pair of hands wipes in a minute. */
const WIPED_A_MINUTE = 0.3;
/** Square metres of one surface that can be kept wet at its edge. */
export const wetEdgeArea = (kind: LayerKind, carrier: SeenLayer['carrier'], applicator?: Applicator): number =>
  (WIPED_A_MINUTE / (applicator ? APPLICATOR_INFO[applicator].pace : 1)) * KINDS[kind].open(carrier);

const tooLarge = (l: SeenLayer, v: View) =>
  l.method !== 'sprayed' && v.area > wetEdgeArea(l.kind, l.carrier, l.layer.applicator);
const spray = (l: SeenLayer, v: View): Remedy | null =>
  v.has('spray-gun') && (l.carrier === 'water' || v.has('booth'))
    ? { label: 'Spray it', change: { stack: changed(v, l.at, { method: 'sprayed' }) } }
    : null;
const GLAZE_BY_ONE_HAND = 3;

/** The wet edge against the area. */
export const WET_EDGE = family(
  'wet edge',
  {
    id: 'dye-laps',
    title: 'Laps on this area',
    looksAt: 'the largest surface against how long a wiped dye stays open',
    severity: 'warning',
    reason:
      'The edge of this dye is dry before the surface is done: panels are divided at joints, two work, or it is sprayed.',
    find: onLayers(
      (l, v) => (l.is.dyes || l.is.inks) && coloursWood(l) && tooLarge(l, v),
      (l, v) => (l.is.dyes ? spray(l, v) : null),
    ),
  },
  {
    id: 'stain-laps',
    title: 'Laps on this area',
    looksAt: 'the largest surface against how long a wiped stain stays open',
    severity: 'warning',
    reason:
      'The edge of this stain sets before the surface is wiped: full strokes, board by board, and no interruption.',
    find: onLayers((l, v) => l.is.stains && tooLarge(l, v)),
  },
  {
    id: 'gel-drags',
    title: 'Gel sets on this area',
    looksAt: 'the largest surface against how long a gel can be wiped',
    severity: 'warning',
    reason: 'A gel sets within minutes: over so large a surface the first of it drags before the last is on.',
    find: onLayers((l, v) => l.is.stands && tooLarge(l, v)),
  },
  {
    id: 'glaze-by-hand',
    title: 'One hand for all of it',
    looksAt: 'a glaze over a large surface',
    severity: 'note',
    reason: 'A glaze depends on the hand: over so much of it one person does it all, with one rag and one pressure.',
    find: onLayers((l, v) => l.is.glazes && v.area > GLAZE_BY_ONE_HAND),
  },
  {
    id: 'powder-area',
    title: 'Hard to repeat so large',
    looksAt: 'a powdering glaze over a large surface',
    severity: 'warning',
    reason: 'A powdering glaze is hard to repeat from panel to panel: keep it to small surfaces and profiles.',
    find: onLayers((l, v) => l.is.powders && v.area > wetEdgeArea(l.kind, l.carrier, l.layer.applicator)),
  },
  {
    id: 'lacquer-brushed-large',
    title: 'Lacquer will not brush so far',
    looksAt: 'a solvent lacquer or shellac brushed over a large surface',
    severity: 'warning',
    reason: 'A fast coat drags where it is brushed over: on a large surface it is sprayed, or padded thin.',
    find: onLayers(
      (l, v) =>
        (l.is.clear || l.is.seals) &&
        (l.carrier === 'solvent' || l.carrier === 'alcohol') &&
        l.method === 'brushed' &&
        v.area > 1,
      spray,
    ),
  },
  {
    id: 'lacquer-brushed',
    title: 'Lacquer is not brushed',
    looksAt: 'a solvent lacquer brushed over a small surface',
    severity: 'warning',
    reason: 'A spraying lacquer dries under the brush: laps and ridges. One made for the brush, with retarder, may do.',
    find: onLayers(
      (l, v) =>
        l.is.clear && l.carrier === 'solvent' && !binderHas(l, 'cyano') && l.method === 'brushed' && v.area <= 1,
      spray,
    ),
  },
  {
    id: 'flooded-large',
    title: 'Flooded over so much',
    looksAt: 'a flooded colour over a large surface',
    severity: 'note',
    reason: 'What floods a large surface stands where it is left: less on the pad, more passes.',
    find: onLayers(
      (l, v) => coloursWood(l) && (l.layer.settings.load ?? 1) > 1.5 && v.area > 1,
      (l, v) => ({ label: 'The usual amount', change: { stack: withSetting(v, l, 'load', 1) } }),
    ),
  },
);
