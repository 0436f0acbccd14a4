import {
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
import { coloursWood, isSealed, isWiped, openness, type View } from './view.ts';

/** Grits that a shop has. */
const GRITS = [60, 80, 100, 120, 150, 180, 220, 240, 280, 320, 400];
/** A grit follows one up to about twice as coarse: more leaves scratches that the colour shows. */
const LARGEST_STEP = 1.9;

/** All grits of the sequence, the last with them. */
const sequenceOf = ({ preparation: { grits = [], grit } }: View): number[] => [...grits, grit];
const gapIn = (sequence: readonly number[]): number =>
  sequence.findIndex((grit, i) => i > 0 && grit > LARGEST_STEP * (sequence[i - 1] ?? grit));
/** The sequence with what is missing between. */
function closed(sequence: readonly number[]): number[] {
  const gap = gapIn(sequence);
  if (gap < 0) return [...sequence];
  const [from = 0, to = 0] = [sequence[gap - 1], sequence[gap]];
  const between = GRITS.filter((g) => g > from && g < to && g <= LARGEST_STEP * from).at(-1) ?? Math.round(1.6 * from);
  return closed([...sequence.slice(0, gap), between, ...sequence.slice(gap)]);
}
const sanded = (view: View, sequence: readonly number[]): Remedy => ({
  label: `Sand ${sequence.join('-')}`,
  change: prepared(view, { grits: sequence.slice(0, -1), grit: sequence.at(-1) ?? view.preparation.grit }),
});
/** The sequence brought to another last grit. */
const upTo = (view: View, last: number): Remedy =>
  sanded(view, closed([...sequenceOf(view).filter((g) => g < last), last]));
const toGrit = (last: number) => (view: View) => upTo(view, last);

const onBareWood = (view: View) => (view.preparation.oldFinish ? undefined : view.layers[0]);
const COARSE = 150;
const FINE = 240;
const BY_SCHOOL: Record<string, readonly [number, number, number]> = {
  coarse: [80, 120, 120],
  middle: [150, 180, 180],
  fine: [220, 320, 220],
};
const schoolGrits = (view: View) => BY_SCHOOL[view.school('stop-grit')] ?? [60, 400, 180];
const DRY_ENOUGH = 1.5;
/** What the dust lies under: a conditioner soaks in. */
const firstCoat = (view: View) => view.layers.find((l) => !l.is.conditions);
/** A spot that is sanded otherwise by about a step takes another colour. */
const ANOTHER_GRIT = 0.2;

/** What is done to the wood before anything goes on. */
export const PREPARATION = family(
  'preparation',
  {
    id: 'grit-gap',
    title: 'A grit is left out',
    looksAt: 'the steps of the sanding sequence',
    severity: 'warning',
    reason: 'Skipping more than about a step leaves scratches of the coarser grit that the colour will show.',
    find: onWood(
      (v) => !v.preparation.oldFinish && gapIn(sequenceOf(v)) > 0,
      (v) => sanded(v, closed(sequenceOf(v))),
    ),
  },
  {
    id: 'grit-order',
    title: 'Grits out of order',
    looksAt: 'the order of the sanding sequence',
    severity: 'warning',
    reason: 'A coarser grit after a finer one puts back the scratches that were just taken out.',
    find: onWood(
      (v) => sequenceOf(v).some((g, i, all) => i > 0 && g <= (all[i - 1] ?? 0)),
      (v) => sanded(v, closed([...new Set(sequenceOf(v))].sort((p, q) => p - q))),
    ),
  },
  {
    id: 'spot-sanded',
    title: 'A spot sanded otherwise',
    looksAt: 'a spot sanded to another grit than its surroundings, under a colour for the wood',
    severity: 'fault',
    reason:
      'A spot sanded finer takes less and stays pale, however much stain it gets; only the one grit over the whole board cures it.',
    find: onWood(
      (v) =>
        typeof v.preparation.spots === 'number' &&
        Math.abs(Math.log(v.preparation.spots / v.preparation.grit)) > ANOTHER_GRIT &&
        v.layers.some((l) => openness(l.before) > 0.5 && (coloursWood(l) || isWiped(l))),
      ({ preparation: { spots: _, ...rest } }) => ({
        label: `Sand the whole board to ${rest.grit}`,
        change: { preparation: rest },
      }),
    ),
  },
  {
    id: 'veneer-coarse',
    title: 'Too coarse for veneer',
    looksAt: 'the first grit on veneer',
    severity: 'fault',
    reason: 'A veneer of 0.6 mm is sanded through by anything coarser than 120.',
    find: onWood(
      (v) => v.preparation.veneer === true && Math.min(...sequenceOf(v)) < 120,
      (v) => sanded(v, closed([120, ...sequenceOf(v).filter((g) => g > 120)])),
    ),
  },
  {
    id: 'veneer-sanded-back',
    title: 'Veneer sanded back hard',
    looksAt: 'sanding back on veneer',
    severity: 'warning',
    reason: 'Sanding a colour back on veneer reaches the glue before the pores are clean.',
    find: onLayers(
      ({ is, layer }, v) =>
        v.preparation.veneer === true && is.takesOff === 'paper' && (layer.settings.removed ?? 0.6) > 0.4,
      (l, v) => ({ label: 'Take off less: 30 %', change: { stack: withSetting(v, l, 'removed', 0.3) } }),
    ),
  },
  {
    id: 'too-fine-for-pigment',
    title: 'Too fine for a pigment',
    looksAt: 'the last grit under a pigment stain on bare wood',
    severity: 'warning',
    reason: 'On wood sanded finer than 240 a pigment finds no scratch to stay in and wipes off pale.',
    find: onWood((v) => {
      const first = v.layers.find((l) => !l.is.conditions);
      return (
        v.preparation.grit > FINE &&
        !v.preparation.oldFinish &&
        first !== undefined &&
        (first.is.stains || first.is.stands) &&
        !isSealed(first.before)
      );
    }, toGrit(FINE)),
  },
  {
    id: 'too-coarse-for-dye',
    title: 'Scratches show under a dye',
    looksAt: 'the last grit under a dye on bare wood',
    severity: 'warning',
    reason: 'A dye is transparent: scratches coarser than 150 stand out darker in it.',
    find: onWood((v) => {
      const first = v.layers.find((l) => !l.is.conditions);
      return (
        first?.is.dyes === true &&
        v.preparation.grit < COARSE &&
        v.preparation.texture === 'plain' &&
        !v.preparation.oldFinish
      );
    }, toGrit(180)),
  },
  {
    id: 'stop-grit',
    title: 'Not where this shop stops',
    looksAt: 'the last grit against the house rule',
    severity: 'note',
    reason: 'The shop stops its sanding elsewhere; another last grit takes another depth of colour.',
    school: 'stop-grit',
    find: onWood(
      (v) => {
        const [from, to] = schoolGrits(v);
        const { grit, oldFinish, veneer } = v.preparation;
        // A dye asks for no coarse grit, a pigment for no fine one, whatever the school.
        const [first] = v.layers;
        const forced = (first?.is.dyes && to < COARSE) || (first && isWiped(first) && from >= 220) || veneer === true;
        return v.chose('stop-grit') && !oldFinish && !forced && v.layers.length > 0 && (grit < from || grit > to);
      },
      (v) => upTo(v, schoolGrits(v)[2]),
    ),
  },
  {
    id: 'scratches-under-clear',
    title: 'Scratches under clear',
    looksAt: 'a coarse last grit with nothing but clear on it',
    severity: 'note',
    reason: 'Under a clear alone, scratches coarser than 120 are seen as grey lines.',
    find: onWood(
      (v) =>
        v.preparation.grit < 120 &&
        v.preparation.texture === 'plain' &&
        !v.preparation.oldFinish &&
        v.layers.length > 0 &&
        v.layers.every((l) => l.is.clear || l.is.seals || l.is.feeds),
      toGrit(150),
    ),
  },
  {
    id: 'grain-not-raised',
    title: 'Grain will rise',
    looksAt: 'a water-carried first colour on wood whose grain was not raised',
    severity: 'warning',
    reason: 'Water raises the grain; knocked down after the colour, the raised fibres take it with them.',
    find: onWood(
      (v) => {
        const first = onBareWood(v);
        return (
          first !== undefined &&
          first.carrier === 'water' &&
          (coloursWood(first) || isWiped(first)) &&
          !v.preparation.grainRaised
        );
      },
      (v) => ({ label: 'Raise the grain first, knock it down dry', change: prepared(v, { grainRaised: true }) }),
    ),
  },
  {
    id: 'wet-under-oil',
    title: 'Wetted, but no water dye follows',
    looksAt: 'wood wetted just before a colour that is not carried by water',
    severity: 'warning',
    reason: 'Wet wood takes no oil or solvent colour: it lies on the water and dries in patches.',
    find: onWood(
      (v) => {
        const first = onBareWood(v);
        return v.preparation.preWet && first !== undefined && first.carrier !== 'water';
      },
      (v) => ({ label: 'Do not wet it', change: prepared(v, { preWet: false }) }),
    ),
  },
  {
    id: 'tack-cloth',
    title: 'Tack cloth under water',
    looksAt: 'dust taken off with a tack cloth before a water-carried coat',
    severity: 'warning',
    reason: 'What a tack cloth leaves behind makes a waterborne coat crawl.',
    school: 'dust',
    find: onWood(
      (v) => v.preparation.dust === 'tack cloth' && firstCoat(v)?.carrier === 'water',
      (v) => ({ label: 'Vacuum instead', change: prepared(v, { dust: 'vacuum' }) }),
    ),
  },
  {
    id: 'tack-cloth-pores',
    title: 'Dust stays in the pores',
    looksAt: 'a tack cloth on open-pored wood',
    severity: 'note',
    reason: 'A tack cloth does not reach into open pores: the dust there takes the colour.',
    school: 'dust',
    find: onWood(
      (v) =>
        v.preparation.dust === 'tack cloth' &&
        firstCoat(v)?.carrier !== 'water' &&
        v.wood.tissues.some((t) => t.name === 'pore'),
      (v) => ({ label: 'Vacuum instead', change: prepared(v, { dust: 'vacuum' }) }),
    ),
  },
  {
    id: 'wipe-dissolves',
    title: 'The wipe dissolves what lies below',
    looksAt: 'an old finish wiped with solvent',
    severity: 'warning',
    reason: 'A solvent wipe over an old finish may dissolve it: alcohol wakes shellac at once.',
    find: onWood(
      (v) => v.preparation.dust === 'solvent wipe' && v.preparation.oldFinish,
      (v) => ({ label: 'Vacuum instead', change: prepared(v, { dust: 'vacuum' }) }),
    ),
  },
  {
    id: 'contaminated',
    title: 'Oil, wax or silicone in the wood',
    looksAt: 'contamination under the first coat',
    severity: 'fault',
    reason: 'Oil, wax and silicone make coats crawl and lose hold: they are washed out, or sealed in with shellac.',
    find: onWood(
      (v) => v.preparation.contaminated === true && v.layers.length > 0 && !v.layers[0]?.is.seals,
      (v) => {
        const shellac =
          v.layers[0] && !coloursWood(v.layers[0])
            ? layerFound(v, 'sealer', (m) => isDewaxed(v, m) && m.carrier === 'alcohol')
            : null;
        return shellac && v.done === 0
          ? { label: 'Seal it with dewaxed shellac first', change: { stack: inserted(v, 0, shellac) } }
          : { label: 'Wash it out with its solvent, twice, and sand', change: prepared(v, { contaminated: false }) };
      },
    ),
  },
  {
    id: 'dye-on-old-finish',
    title: 'No wood to colour',
    looksAt: 'colour for bare wood over an old finish',
    severity: 'fault',
    reason: 'A dye, ink, bleach or reactive colour needs bare wood: on an old finish it beads and wipes off.',
    find: onWood(
      (v) => {
        const first = v.layers[0];
        return (
          v.preparation.oldFinish && first !== undefined && (coloursWood(first) || first.is.bleaches) && !first.is.tones
        );
      },
      (v) => ({ label: 'Strip it to bare wood', change: prepared(v, { oldFinish: false }) }),
    ),
  },
  {
    id: 'old-finish-bond',
    title: 'Which old finish is it?',
    looksAt: 'the first coat over an old finish that nobody named',
    severity: 'note',
    reason: 'Dewaxed shellac holds on almost any old finish; a waterborne coat or a gel right on it may not.',
    find: onWood(
      (v) =>
        v.preparation.oldFinish && v.layers.length > 0 && !v.layers[0]?.is.seals && !coloursWood(v.layers[0] as never),
      (v) => {
        const shellac = layerFound(v, 'sealer', (m) => isDewaxed(v, m) && m.carrier === 'alcohol');
        return shellac && { label: 'Shellac first', change: { stack: inserted(v, 0, shellac) } };
      },
    ),
  },
  {
    id: 'end-grain',
    title: 'End grain drinks',
    looksAt: 'end grain that has to match, coloured like the face',
    severity: 'warning',
    reason: 'End grain takes about twice the colour of the face and turns dark unless it is held back.',
    find: onWood(
      (v) =>
        v.zones.includes('end') &&
        (v.preparation.ends ?? 'as the face') === 'as the face' &&
        v.layers.some((l) => openness(l.before) > 0.5 && (coloursWood(l) || isWiped(l))),
      (v) => ({ label: 'Seal the end grain thin first', change: prepared(v, { ends: 'sealed first' }) }),
    ),
  },
  {
    id: 'panel-edges',
    title: 'Flooded at a frame',
    looksAt: 'a flooded colour where edges or profiles have to match',
    severity: 'note',
    reason: 'What floods a framed panel wicks out of its groove again and dries as a line.',
    find: onLayers(
      (l, v) =>
        coloursWood(l) &&
        (l.layer.settings.load ?? 1) > DRY_ENOUGH &&
        (v.zones.includes('edge') || v.zones.includes('profile')),
      (l, v) => ({ label: 'Put on the usual amount', change: { stack: withSetting(v, l, 'load', 1) } }),
    ),
  },
  {
    id: 'char-takes-no-dye',
    title: 'Char takes little dye',
    looksAt: 'a dye on charred wood',
    severity: 'note',
    reason: 'Carbon takes hardly any dye: what colours charred wood is left in the brushed grain.',
    find: onLayers(
      (l, v) => l.is.dyes && v.preparation.texture === 'charred' && l.below.every((b) => b.is.takesOff !== 'paper'),
    ),
  },
  {
    id: 'woods-sanded-apart',
    title: 'Sanded otherwise than the other wood',
    looksAt: 'the last grits of the woods of one job under a pigment',
    severity: 'note',
    reason: 'A pigment shows the grit: woods of one job sanded to different grits part further than they need.',
    find: onWood(
      (v) =>
        v.layers.some((l) => l.is.stains) &&
        v.others.length > 0 &&
        v.others.every((o) => Math.abs(Math.log(o.grit / v.preparation.grit)) > 0.25),
    ),
  },
);
