import { COLOURANT_INFO, KINDS } from '../kinds/index.ts';
import { type Layer, methodOf, setting, thinnedBy, traitsOf } from '../layers/layer.ts';
import { type Colourant, isShare } from '../layers/materials.ts';
import { flakesFor, heightFor, spiritInCut, spiritToThin } from './cut.ts';
import { pourSaid } from './measure.ts';
import { gramsPerLitre } from './quantity.ts';
import { massText, volumeText } from './said.ts';
import { tinsFor } from './scale-to.ts';
import { hoursOf, type ProductFacts, type SheetOf, type Step, step } from './step.ts';
import { hardened } from './thin.ts';

const ML = 1000;
/** Minutes that a hot dye cools. Common practice. */
const COOLING = 30;
/** Less than this share of a pot is not worth a pour of its own. */
const NOTHING_TO_SPEAK_OF = 0.005;
/** Grams in a millilitre of a solid once it is in its liquid, of a paste, of what flows. Common practice, no source. */
const [SOLID, PASTE, LIQUID] = [1.5, 1.4, 1];

const formOf = ({ kind }: Colourant, { form }: ProductFacts): string => form ?? COLOURANT_INFO[kind].form;
const isDry = (form: string): boolean => form === 'powder' || form === 'solid' || form === 'flakes';

/** Millilitres that so many grams of a colour take up in its pot. */
export function displaced(colourant: Colourant, facts: ProductFacts, grams: number): number {
  const form = formOf(colourant, facts);
  // A powder's own density is written down as it lies in a spoon, which is not what it takes up in a liquid.
  const density = isDry(form) ? SOLID : (facts.density ?? (form === 'paste' ? PASTE : LIQUID));
  return colourant.kind === 'stain' ? (ML * grams) / gramsPerLitre(colourant, 1) : grams / density;
}

/** How many tins: a half, 1, 1½. */
const tinsText = (tins: number): string =>
  tins === 0.5 ? 'half a tin' : `${Math.floor(tins)}${tins % 1 ? '½' : ''} ${tins === 1 ? 'tin' : 'tins'}`;

/** What is said beside a pour: how it comes; of a ready-made stain also its volume, and the tins that it takes. */
function pourDetail(
  colourant: Colourant,
  { form, canMl }: ProductFacts,
  grams: number,
  ml: (litres: number) => string,
): string {
  if (colourant.kind !== 'stain') return form ?? '';
  const litres = grams / gramsPerLitre(colourant, 1);
  const tins = canMl ? `out of ${tinsText(tinsFor(litres, canMl).tins)}` : '';
  return [form, ml(litres), tins].filter(Boolean).join(', ');
}

/** A pot with its colours in: what it is made up from. */
interface Pot {
  layer: Layer;
  stage: number;
  /** Of all that is mixed. */
  litres: number;
  main: Colourant;
  /** Grams of colour, and the litres that they take up. */
  grams: number;
  taken: number;
  forms: readonly string[];
  sheet: SheetOf;
  ml: (litres: number) => string;
}

/** The pot of a layer with colours: pours with the scale's total, then how it is made up. */
export function colourSteps(layer: Layer, stage: number, sheet: SheetOf): Step[] {
  const { batchOf, materials, facts, system } = sheet;
  const { litres, grams } = batchOf(stage);
  const ml = (volume: number) => volumeText(volume, system);
  // The main colour first: start weak, and what is added last is the least.
  const pours = Object.entries(grams)
    .flatMap(([id, g]) => {
      const colourant = materials.colourants[id];
      return colourant && g > 0 ? [{ colourant, known: facts[id] ?? {}, grams: g }] : [];
    })
    .sort((p, q) => q.grams - p.grams);
  const [main] = pours;
  if (!main) return traitsOf(layer).fills ? bareFiller(layer, stage, litres, ml) : [];
  let total = 0;
  const steps = pours.map(({ colourant, known, grams: g }) => {
    total += g;
    return step(stage, colourant.id, {
      kind: 'pour',
      title: colourant.name,
      detail: pourDetail(colourant, known, g, ml),
      pour: { colourant: colourant.id, grams: g, total, ...pourSaid(g, known, sheet) },
      cautions: known.caution ? [known.caution] : [],
    });
  });
  const pot: Pot = {
    layer,
    stage,
    litres,
    main: main.colourant,
    grams: total,
    taken: pours.reduce((sum, p) => sum + displaced(p.colourant, p.known, p.grams), 0) / ML,
    forms: pours.map((p) => formOf(p.colourant, p.known)),
    sheet,
    ml,
  };
  return [...steps, ...madeUp(pot)];
}

/** How a pot with its colours is made up. */
function madeUp(pot: Pot): Step[] {
  if (traitsOf(pot.layer).tones && pot.layer.medium) return toned(pot, pot.layer.medium);
  if (COLOURANT_INFO[pot.main.kind].readyMade) return thinnedStain(pot);
  if (isShare(pot.main.kind)) return inMedium(pot);
  return pot.forms.some(isDry) ? dissolved(pot) : diluted(pot);
}

const base = (title: string, detail: string, litres: number): Partial<Step> & Pick<Step, 'kind' | 'title'> => ({
  kind: 'base',
  title,
  detail,
  millilitres: litres * ML,
});
/** Thinners as they are said, each with its share of all of them; one by its usual name where nobody said which. */
function thinnersOf({ thinners = {} }: Layer, usual: string): [string, number][] {
  const whole = thinnedBy({ thinners });
  return whole > 0 ? Object.entries(thinners).map(([name, parts]) => [name, parts / whole]) : [[usual, 1]];
}
/** Two thinners as one, in the proportion that is said. */
function thinnerText(layer: Layer, usual: string): string {
  const [[first, p] = [usual, 1], second] = thinnersOf(layer, usual);
  if (!second) return first;
  return `${first} and ${second[0]}, ${Math.abs(p - second[1]) < 1e-9 ? '1 : 1' : `${Number((p / second[1]).toPrecision(2))} : 1`}`;
}
/** Each thinner is a pour of its own: so many litres of them in all, until so much is in the pot. */
function thinnerSteps(
  { stage, layer, ml }: Pick<Pot, 'stage' | 'layer' | 'ml'>,
  left: number,
  all: number,
  usual: string,
  how: string,
): Step[] {
  const each = thinnersOf(layer, usual);
  return each.map(([name, share], i) => {
    const upTo = i === each.length - 1 ? `, to ${ml(all)} in all` : '';
    return step(
      stage,
      i === 0 ? 'base' : `thin-${i + 1}`,
      base(`${how} ${name}`, `${ml(left * share)}${upTo}.`, left * share),
    );
  });
}

/** What the colours leave of a pot. */
const rest = ({ litres, taken }: Pot): number => Math.max(0, litres - taken);

/** Colour in a clear, for the gun. */
function toned(pot: Pot, medium: string): Step[] {
  const { layer, stage, litres, sheet, ml } = pot;
  const name = sheet.materials.mediums[medium]?.name ?? medium;
  const clear = rest(pot) / (1 + thinnedBy(layer));
  return [
    step(stage, 'base', {
      ...base(`Make up with ${name}`, `${ml(clear)}, to ${ml(litres)} in all, thinned for the gun; stir.`, clear),
      medium: { id: medium },
    }),
    ...intoMedium(layer, stage, clear, (share) => ml(share * clear)),
  ];
}

/** Shares of ready-made stains are of the volume: what their tins do not fill is thinner. */
function thinnedStain(pot: Pot): Step[] {
  const { stage, litres, main, sheet } = pot;
  const left = rest(pot);
  const stir = step(stage, 'stir', {
    kind: 'do',
    role: 'stir',
    title: 'Stir',
    detail: 'From the bottom: the pigment settles.',
  });
  if (left <= NOTHING_TO_SPEAK_OF * litres) return [stir];
  const { thinner, thinning: most } = sheet.facts[main.id] ?? {};
  const tooThin = most !== null && most !== undefined && left / litres > most + 1e-9;
  const [first, ...others] = thinnerSteps(pot, left, litres, thinner ?? 'its own thinner', 'Thin with');
  const cautions = tooThin
    ? [
        `Thinned by ${Math.round((100 * left) / litres)} %, its label takes ${Math.round(100 * most)} % at most: try it on an offcut.`,
      ]
    : [];
  return [{ ...(first as Step), cautions }, ...others, stir];
}

/** Shares are of the mass, at a kilogram a litre. */
function inMedium({ layer, stage, litres, grams, forms }: Pot): Step[] {
  const { name, stir } = KINDS[layer.kind].base ?? { name: 'Clear medium', stir: 'Until no streak is left.' };
  const left = Math.max(0, litres - grams / ML);
  const medium = left / (1 + thinnedBy(layer));
  const first = forms.some(isDry) ? 'Wet the powder with a little of it to a paste, then the rest: ' : '';
  const inAll = (grams: number) => `, to ${Math.round(grams * ML)} g in all.`;
  const thinned = left > medium;
  return [
    step(stage, 'base', base(name, `${first}${Math.round(medium * ML)} g${thinned ? '.' : inAll(litres)}`, medium)),
    ...intoMedium(layer, stage, medium, (share) => `${Math.round(share * medium * ML)} g`),
    step(stage, 'stir', { kind: 'do', role: 'stir', title: 'Stir, never shake', detail: stir }),
  ];
}
/** What a product is thinned with, each a pour of its own. */
const intoMedium = (layer: Layer, stage: number, litres: number, said: (share: number) => string): Step[] =>
  Object.entries(layer.thinners ?? {}).map(([name, share], i) =>
    step(
      stage,
      `thin-${i + 1}`,
      base(`Thin with ${name}`, `${said(share)}, ${percentOf(share)} of it.`, litres * share),
    ),
  );
const percentOf = (share: number): string => `${Number((100 * share).toPrecision(2))} %`;

/** A filler goes on without a colour too. */
function bareFiller(layer: Layer, stage: number, litres: number, ml: Pot['ml']): Step[] {
  const paste = litres / (1 + thinnedBy(layer));
  return [
    step(stage, 'base', base('Filler paste', layer.thinners ? 'Stirred smooth.' : 'Thin it to heavy cream.', paste)),
    ...intoMedium(layer, stage, paste, (share) => ml(share * paste)),
  ];
}

/** Powders: half of the carrier, the other half when they are dissolved; strained, and cooled where it was hot. */
function dissolved(pot: Pot): Step[] {
  const { layer, stage, litres, main, ml } = pot;
  // Hot where it is water, and nobody said what else.
  const hot = main.carrier === 'water' && !layer.thinners;
  const carrier = thinnerText(layer, main.carrier);
  const half = Math.min(litres / 2, rest(pot));
  const steps = [
    step(
      stage,
      'base',
      base(
        `Half of the ${carrier}`,
        `${ml(half)} of ${hot ? 'hot, distilled water' : carrier}; stir until it is dissolved.`,
        half,
      ),
    ),
    step(stage, 'make-up', {
      kind: 'base',
      title: `Make up to ${ml(litres)}`,
      detail: 'With the other half, at room temperature.',
      millilitres: (rest(pot) - half) * ML,
    }),
    step(stage, 'strain', {
      kind: 'do',
      role: 'strain',
      title: 'Strain',
      detail: 'One undissolved grain makes a streak.',
    }),
  ];
  if (hot)
    steps.push(step(stage, 'cool', { kind: 'wait', role: 'cool', title: 'Let it cool', hours: hoursOf(COOLING) }));
  return steps;
}

/** Colours that come liquid: neat, or thinned with what carries them. Nothing is dissolved and nothing strained. */
function diluted(pot: Pot): Step[] {
  const { stage, litres, main, forms, sheet } = pot;
  const left = rest(pot);
  if (left <= NOTHING_TO_SPEAK_OF * litres)
    return [
      step(stage, 'stir', {
        kind: 'do',
        role: 'stir',
        title: 'Use it neat',
        detail: 'Straight from the bottle, stirred.',
      }),
    ];
  const thinner = sheet.facts[main.id]?.thinner ?? (main.carrier === 'water' ? 'distilled water' : main.carrier);
  const concentrate = forms.includes('concentrate');
  return [
    ...thinnerSteps(pot, left, litres, thinner, concentrate ? 'Make up with' : 'Thin with'),
    step(stage, 'stir', { kind: 'do', role: 'stir', title: 'Stir', detail: 'Until it is one colour.' }),
  ];
}

/** The pot of a layer that is a sealer, oil or clear: its cut, its hardener. */
export function mediumSteps(layer: Layer, stage: number, { batchOf, materials, facts, system }: SheetOf): Step[] {
  const medium = layer.medium ? materials.mediums[layer.medium] : undefined;
  if (!medium || traitsOf(layer).tones) return [];
  const { litres } = batchOf(stage);
  const ml = (volume: number) => volumeText(volume, system);
  const { potLife, caution, ...known } = facts[medium.id] ?? {};
  const hardener = layer.unhardened ? null : known.hardener;
  const cautions = caution ? [caution] : [];
  if (medium.kind === 'sealer' && medium.carrier === 'alcohol') {
    const pounds = setting(layer, 'cut');
    const heavier = Math.floor(pounds) + 1;
    const spirit = spiritInCut(pounds, litres);
    const more = spiritToThin(heavier, pounds);
    return [
      step(stage, 'cut', {
        kind: 'base',
        title: `${medium.name}, ${pounds}-lb cut`,
        detail:
          `${massText(flakesFor(pounds, spirit), system)} of flakes in ${ml(spirit)} of spirit: whole flakes 8–10 h, ground ones 3–4 h, strained; ` +
          `or ${ml(litres / (1 + more))} of a ${heavier}-lb cut and ${ml((litres * more) / (1 + more))} of spirit; ` +
          `without a scale loose flakes to ${Math.round(100 * heightFor(pounds, 'loose'))} % of the fill line, spirit to the line: the same height of ground flakes is half as heavy again.`,
        millilitres: litres * ML,
        medium: { id: medium.id, grams: flakesFor(pounds, spirit) },
        cautions,
      }),
    ];
  }
  const reduced = reducing(layer, medium.carrier, facts[medium.id] ?? {});
  const coat = litres / (1 + (reduced?.share ?? 0) + thinnedBy(layer));
  const steps = [
    step(stage, 'base', {
      kind: 'base',
      title: medium.name,
      detail: 'Stir, do not shake: no bubbles.',
      millilitres: (hardener ? hardened(coat, hardener.parts).base : coat) * ML,
      medium: { id: medium.id },
      cautions,
    }),
  ];
  if (hardener)
    steps.push(
      step(stage, 'hardener', {
        kind: 'base',
        title: `Hardener: ${hardener.item.replaceAll('-', ' ')}`,
        detail: `1 part to ${hardener.parts} by volume. ${potLife ? `Pot life ${potLife} h, it starts now.` : 'Its pot life starts now: see the label.'}`,
        millilitres: hardened(coat, hardener.parts).hardener * ML,
        ...(potLife ? { hours: potLife } : {}),
        cautions: [
          'Hardeners can sensitise: gloves, ventilation, the data sheet first. Isocyanates only with supplied air and training.',
        ],
      }),
    );
  steps.push(...intoMedium(layer, stage, coat, (share) => ml(share * coat)));
  if (reduced)
    steps.push(
      step(stage, 'reduce', {
        kind: 'base',
        title: `Reduce for the gun: ${reduced.with}`,
        detail: `${ml(coat * reduced.share)}, ${Math.round(100 * reduced.share)} % of it, to ${ml(litres)} in all; in hot weather a touch of retarder in place of some, 2–5 %: it stays open longer and does not blush.`,
        millilitres: coat * reduced.share * ML,
        cautions: [
          'Spraying: ventilate, organic-vapour cartridges in date, no flame or spark; only where local rules allow.',
        ],
      }),
    );
  return steps;
}

/** 15 to 20 per cent of reducer thins a solvent coat for the gun. Common practice. */
const REDUCED = { from: 0.15, to: 0.2 };
/** What a sprayed coat is reduced with, and by how much at its label's most; null where it is not, or that is said. */
function reducing(layer: Layer, carrier: string, { thinner, thinning }: ProductFacts) {
  const said = Object.keys(layer.thinners ?? {}).some((name) => name !== 'retarder');
  if (methodOf(layer) !== 'sprayed' || layer.applicator === 'can' || carrier !== 'solvent' || said) return null;
  const share = Math.min(thinning ?? REDUCED.to, (REDUCED.from + REDUCED.to) / 2);
  return share > 0 ? { with: thinner ?? 'its own reducer', share } : null;
}
