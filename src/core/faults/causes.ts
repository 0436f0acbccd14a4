import type { Case } from './case.ts';

/** One thing of the record that speaks for a cause (a factor above 1) or against it (below 1). */
export interface Evidence {
  text: string;
  factor: number;
}
export interface Cause {
  id: string;
  name: string;
  /** What tells it from the others, to be done now. */
  test: string;
  remedy: string;
  avoid: string;
  evidence(of: Case): readonly Evidence[];
}

const STRONG = 9;
const AGAINST = 0.3;
/** The record holds nothing of it. */
const none = (): readonly Evidence[] => [];

type Seen = (of: Case) => readonly Evidence[];
/** The record breaks a rule: for; it could have and does not: against. */
const rules =
  (ids: readonly string[], { known = () => true, not }: { known?: (of: Case) => boolean; not: string }): Seen =>
  (of) => {
    const id = ids.find((i) => of.broken.has(i));
    if (id) return [{ text: `In the record: ${of.broken.get(id)?.toLowerCase()}.`, factor: STRONG }];
    return known(of) ? [{ text: not, factor: AGAINST }] : [];
  };
const waits = (ids: readonly string[], not = 'The waits that were noted are long enough.'): Seen =>
  rules(ids, { known: (of) => of.waitsKnown, not });
const air = (ids: readonly string[], not = 'The air that was noted is fair.'): Seen =>
  rules(ids, { known: (of) => of.airKnown, not });
const stack = (ids: readonly string[], not = 'The layers and settings do not show it.'): Seen => rules(ids, { not });
const measured =
  <K extends 'rawOff' | 'poured' | 'dwelt'>(
    key: K,
    reads: (value: number) => boolean,
    text: (value: number) => string,
    not: string,
  ): Seen =>
  (of) => {
    const value = of[key];
    if (value === null) return [];
    return reads(value) ? [{ text: text(value), factor: STRONG }] : [{ text: not, factor: AGAINST }];
  };
const noted =
  (key: 'stale' | 'otherLot', yes: string, no: string): Seen =>
  (of) =>
    of[key] === null ? [] : of[key] ? [{ text: yes, factor: STRONG }] : [{ text: no, factor: AGAINST }];
const all =
  (...seen: readonly Seen[]): Seen =>
  (of) => {
    const told = seen.flatMap((s) => s(of));
    const found = told.filter((e, i) => told.findIndex((f) => f.text === e.text) === i);
    // Several ways to be told of one thing: what speaks for it counts, else the one that speaks against.
    const forIt = found.filter((e) => e.factor > 1);
    return forIt.length > 0 ? forIt : found.slice(0, 1);
  };
const percent = (factor: number) => `${Math.round(100 * Math.abs(factor - 1))} %`;

const cause = (id: string, name: string, evidence: Seen, test: string, remedy: string, avoid: string): Cause => ({
  id,
  name,
  evidence,
  test,
  remedy,
  avoid,
});

/** What can have gone wrong. Common practice, no source. */
export const CAUSES = [
  cause(
    'thirsty-wood',
    'The wood drinks unevenly and was not evened',
    stack(['blotches', 'dye-blotches', 'uneven-foreseen', 'loud-rings'], 'The wood is a calm one, or was conditioned.'),
    'Wet a raw offcut with spirit: the same clouds show.',
    'Glaze or toner over a seal to draw it together; else sand back and condition.',
    'Conditioner or a washcoat first.',
  ),
  cause(
    'sanded-apart',
    'A spot was sanded finer or coarser than the rest',
    none,
    'Rake a lamp over it: another scratch, with a sharp edge.',
    'The whole surface back to the coarser grit, and again.',
    'One surface, one grit.',
  ),
  cause(
    'grit-skipped',
    'A grit was skipped',
    stack(
      ['grit-gap', 'grit-order', 'too-coarse-for-dye', 'scratches-under-clear'],
      'The sequence of grits has no gap.',
    ),
    'A pencil scribble sanded off with the last grit: the deep lines stay.',
    'Sand back to the coarsest scratch and go up step by step.',
    'No step over about double.',
  ),
  cause(
    'sanded-across',
    'Sanded across the grain, or by an edge of the disc',
    none,
    'The lines run across the grain or in curls.',
    'By hand along the grain with the last grit, colour again.',
    'The last grit by hand, along.',
  ),
  cause(
    'sanded-too-fine',
    'Sanded too fine for a pigment',
    stack(['too-fine-for-pigment'], 'The last grit holds a pigment.'),
    'A drop of water beads longer than on a fresh offcut.',
    'Back to 180 all over, stain again.',
    'Stop at 180 under a pigment.',
  ),
  cause(
    'grain-raised',
    'The grain was not raised before the water',
    stack(['grain-not-raised'], 'The grain was raised beforehand.'),
    'Rough to the hand everywhere, most on the soft rings.',
    'Seal thin, knock down lightly, go on.',
    'Raise and knock down before any water.',
  ),
  cause(
    'edge-dried',
    'The wet edge dried before the surface was done',
    stack(['dye-laps', 'stain-laps', 'gel-drags', 'flooded-large'], 'The surface is small enough for one go.'),
    'Bands as wide as an arm reaches, darker where they overlap.',
    'Wipe all of it again with its own solvent, in one go; else a toner.',
    'Divide at joints, two pairs of hands, full strokes.',
  ),
  cause(
    'solvent-shared',
    'The coat shares the solvent of the colour below',
    stack(['wakes-below', 'dye-wakes-dye', 'glazes-in-a-row'], 'The coats do not share a solvent.'),
    'A cloth with the coat’s thinner takes colour off at once.',
    'Let it dry, even it with a toner or wipe back and seal.',
    'A barrier between, or spray in light passes.',
  ),
  cause(
    'too-soon',
    'The next coat came too soon',
    all(
      waits(['too-soon', 'hurried', 'linseed-soon', 'gel-soon', 'pulled-up', 'bleach-left-in']),
      stack(['too-soon'], 'The waits that were noted are long enough.'),
    ),
    'Press a nail in at an edge: it marks.',
    'Wait until a nail leaves no mark; strip only where it wrinkles.',
    'Cool to the touch is not dry: rub test before going on.',
  ),
  cause(
    'dark-not-dry',
    'A dark oil stain was not dry under the varnish',
    all(
      waits(['dark-oil-stain', 'pulled-up']),
      stack(['dark-oil-stain'], 'It is no dark oil stain, or it had its days.'),
    ),
    'A white cloth on an offcut of the same day takes colour.',
    'Let it harden for days, then even it with a toned coat.',
    'Four to five days before a varnish.',
  ),
  cause(
    'not-wiped',
    'Stain was left on and never wiped off',
    stack(['stays-tacky', 'film-fat', 'sets-before-wiped'], 'It was wiped off in time.'),
    'A rag with thinner takes it off down to a clean face.',
    'Wipe off with thinner or more of the same stain, dry again.',
    'Wipe all of it within its minutes.',
  ),
  cause(
    'window-shut',
    'The coat below was too hard to bite',
    all(waits(['window-shut']), stack(['window-shut'], 'It was within its window, or scuffed.')),
    'It lifts in sheets, the coat below is glossy.',
    'Take off what is loose, scuff all over, coat again.',
    'Scuff after the window.',
  ),
  cause(
    'wax-or-oil-below',
    'Wax or oil lies below',
    stack(
      ['waxed-under-film', 'wax-under-film', 'oil-under-water', 'stain-under-water', 'oil-over-film', 'glue-on-oil'],
      'Nothing below it holds wax or oil.',
    ),
    'Tape pressed on a cross-cut pulls it off clean.',
    'Off with it, dewaxed shellac, and again.',
    'Dewaxed shellac between oil and water.',
  ),
  cause(
    'contaminated',
    'Oil, wax or silicone on the wood',
    stack(['contaminated', 'tack-cloth'], 'Nothing in the record speaks of it.'),
    'Water crawls into craters on the bare spot.',
    'Wash twice with solvent, seal with shellac, coat again.',
    'No silicone in the shop; clean cloths.',
  ),
  cause(
    'no-seal',
    'There was no seal below',
    stack(
      [
        'glaze-on-bare',
        'gel-on-bare',
        'second-colour-unsealed',
        'filler-on-colour',
        'filler-not-sanded',
        'soft-wood-one-seal',
        'toner-on-bare',
      ],
      'It lies on a sealed surface.',
    ),
    'Wipe an edge back: below it the wood keeps the colour.',
    'Seal now, and bring the rest to it with a glaze.',
    'One thin seal coat before it.',
  ),
  cause(
    'sealed-too-much',
    'The pores or the surface were closed already',
    stack(
      ['filler-over-build', 'colour-on-sealed', 'washcoat-heavy', 'grain-glaze-on-closed', 'dye-on-old-finish'],
      'The surface was open enough.',
    ),
    'It wipes off to a clean shiny face.',
    'Scuff until it holds, or back to one seal coat.',
    'Exactly one thin coat below a filler.',
  ),
  cause(
    'glaze-unlocked',
    'It was not locked with a clear',
    stack(['glaze-not-locked', 'powder-wants-build'], 'A clear locks it.'),
    'A dry finger takes colour.',
    'Even what is left, lock it with a sprayed clear.',
    'A thin clear over each glaze.',
  ),
  cause(
    'film-thin',
    'The film was too thin for what rubbed it',
    stack(
      ['first-clear-rubbed', 'levelled-through', 'few-coats', 'wet-on-colour', 'colour-rubbed'],
      'There was film enough.',
    ),
    'Pale only at edges and high spots.',
    'Dab the same dye on with a swab, go on building.',
    'Two coats before any paper; lift off at edges.',
  ),
  cause(
    'wet-sanded-early',
    'Wet-sanded before it had cured',
    stack(['wet-on-water'], 'It was rubbed dry, or had cured.'),
    'Bluish haze only where it was rubbed.',
    'Let it cure for a week, level dry, one more coat.',
    'Never wet on a young waterborne coat.',
  ),
  cause(
    'steel-wool',
    'Steel wool met water',
    stack(['wool-on-water', 'wool-on-tannin'], 'No steel wool was used.'),
    'Brown or black specks, each with a fibre under a glass.',
    'Pick and sand them out, touch in, a coat over.',
    'A synthetic pad.',
  ),
  cause(
    'too-cold',
    'The shop was too cold',
    air(['cold-shop']),
    'A warm hour makes it firmer.',
    'Warm it slowly, wait twice as long.',
    'Over 15 °C, or wait.',
  ),
  cause(
    'too-damp',
    'The air was too damp',
    air(['damp-shop']),
    'White haze that goes when warmed gently.',
    'A mist of retarder, or wait for dry air and a thin coat.',
    'Under 75 %; retarder in lacquer.',
  ),
  cause(
    'brushed-over',
    'A fast coat was brushed over twice',
    stack(['lacquer-brushed-large', 'cut-heavy'], 'It was not brushed over twice on a large surface.'),
    'Ridges that end where the brush turned.',
    'Level when hard, thin the next and lay it once.',
    'Thinner cut, quick strokes, never back.',
  ),
  cause(
    'put-on-thick',
    'Put on too thick',
    stack(['flooded-large', 'film-fat', 'panel-edges', 'too-thick', 'oil-coats'], 'No more than usual was put on.'),
    'Worst at lower edges and corners.',
    'Let it harden, level, thin coats on.',
    'Many thin coats.',
  ),
  cause(
    'end-open',
    'The end grain or the edge drank',
    stack(['end-grain', 'panel-edges'], 'Ends and edges were held back.'),
    'Darkest within a finger of the end.',
    'Damp wipe-back at once; later a toner on the face beside it.',
    'Seal the ends thin, or colour them while the face is wet.',
  ),
  cause(
    'dust',
    'Dust settled in the wet coat',
    none,
    'Nibs evenly all over, most on flat faces.',
    'De-nib with 320–400, one more coat.',
    'Wet the floor, wait, strain, cover.',
  ),
  cause(
    'lint',
    'Cloth or brush left fibres',
    none,
    'Fibres, not grains, under a glass.',
    'Pick them out while wet; later de-nib.',
    'Lint-free cloth; a broken-in brush.',
  ),
  cause(
    'shaken',
    'The clear was shaken, or brushed to froth',
    none,
    'Round craters in rows along the stroke.',
    'Level when hard, thin the next coat.',
    'Stir, never shake; tip off with the ends of the bristles.',
  ),
  cause(
    'not-strained',
    'The dye was not strained, or the pigment not stirred',
    none,
    'Small intense streaks that start in a point.',
    'Wet-wipe at once; else even with a second coat.',
    'Strain every dye; stir every stain from the bottom.',
  ),
  cause(
    'handled',
    'It was touched before it was dry',
    none,
    'The size of a finger, at the edges.',
    'Sand back and touch in; else a toner.',
    'Gloves, and a rack to set it on.',
  ),
  cause(
    'poured-wrong',
    'What was poured is not what was planned',
    measured(
      'poured',
      (v) => Math.abs(v - 1) > 0.06,
      (v) => `A pour is ${percent(v)} ${v > 1 ? 'over' : 'under'} its recipe.`,
      'What was poured is the recipe.',
    ),
    'A test wipe of what is left in the pot, read.',
    'Solve what is left from here.',
    'Weigh on a finer scale, in a larger batch.',
  ),
  cause(
    'other-lot',
    'The colour came out of another lot',
    noted('otherLot', 'It was mixed out of another lot than the last board.', 'It was mixed out of the same lot.'),
    'Two spots side by side, old lot and new.',
    'Solve what is left; ladder the new lot.',
    'Box lots together before the job.',
  ),
  cause(
    'stale',
    'The product is past its time',
    noted('stale', 'A lot was past its date.', 'No lot was past its date.'),
    'A drop on glass: is it hard tomorrow?',
    'Off what stays soft, a fresh tin.',
    'Write the day on the lid.',
  ),
  cause(
    'wood-otherwise',
    'This board is not like the others of its wood',
    measured(
      'rawOff',
      (v) => Math.abs(v) > 3,
      (v) => `Read raw it was ${Math.abs(v).toFixed(1)} ${v > 0 ? 'paler' : 'darker'} than its wood on the whole.`,
      'Read raw it is like the others.',
    ),
    'A second board of the pile beside it, raw.',
    'Solve what is left from this board’s own reading.',
    'Sort the pile by raw colour.',
  ),
  cause(
    'dwelt-otherwise',
    'It was left longer or shorter before wiping',
    measured(
      'dwelt',
      (v) => v > 1.5 || v < 0.67,
      (v) => `It was left ${v.toFixed(1)} times as long as planned.`,
      'It was left as long as planned.',
    ),
    'Two spots with a watch.',
    'Wet-wipe back, or a second coat.',
    'A watch by the tin.',
  ),
  cause(
    'ambers',
    'The clear ambers, or is cold on dark',
    stack(['ambers-pale', 'cold-on-dark'], 'The clear suits the colour below.'),
    'The same clear on glass over white paper.',
    'Change the clear for the coats that are left; a warm shellac below it.',
    'Judge only under the clear that will be used.',
  ),
  cause(
    'pots-muddy',
    'Too much pigment, or colours that cancel',
    stack(['muddy', 'pot-cancels', 'pot-crowded', 'very-dark-by-gel'], 'The pot is clean and the film thin.'),
    'The grain is dull even when wetted.',
    'Wipe back what still moves; the next board by dye.',
    'Colour into the wood, not onto it.',
  ),
  cause(
    'hand',
    'Another hand, pressure or pad',
    none,
    'The same pot by the other person, side by side.',
    'Solve what is left; one person does all of it.',
    'One hand for all of a colour.',
  ),
] as const satisfies readonly Cause[];
export type CauseId = (typeof CAUSES)[number]['id'];
export const causeOf = (id: string): Cause | undefined => CAUSES.find((c) => c.id === id);
