import { COLOURANT_INFO, KINDS } from '../kinds/index.ts';
import { type Layer, thinnedBy, traitsOf } from '../layers/layer.ts';
import { type Colourant, isShare } from '../layers/materials.ts';
import { pourSaid } from './measure.ts';
import { mediumSteps } from './medium-steps.ts';
import { base, intoMedium, supplyPours, thinnerSteps, thinnerText, usualThinner } from './poured-in.ts';
import { gramsPerLitre } from './quantity.ts';
import { volumeText } from './said.ts';
import { tinsFor } from './scale-to.ts';
import { hoursOf, type PotsOf, type ProductFacts, type Step, step } from './step.ts';

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
  sheet: PotsOf;
  ml: (litres: number) => string;
}

/** The pot of a layer: what is poured into it, and what is done to it before it goes on. */
export const potSteps = (layer: Layer, stage: number, sheet: PotsOf): Step[] => [
  ...colourSteps(layer, stage, sheet),
  ...mediumSteps(layer, stage, sheet),
];

/** The pot of a layer with colours: pours with the scale's total, then how it is made up. */
function colourSteps(layer: Layer, stage: number, sheet: PotsOf): Step[] {
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
  if (!main) return layer.supply || traitsOf(layer).fills ? bareSupply(layer, stage, litres, sheet) : [];
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
  if (isShare(pot.main.kind) || KINDS[pot.layer.kind].base) return inBase(pot);
  return pot.forms.some(isDry) ? dissolved(pot) : diluted(pot);
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
      product: { item: `medium/${medium}` },
    }),
    ...intoMedium(layer, stage, clear, (share) => ml(share * clear)),
  ];
}

/** Shares of ready-made stains are of the volume: what their tins do not fill is thinner. */
function thinnedStain(pot: Pot): Step[] {
  const { layer, stage, litres, main, sheet, ml } = pot;
  const left = rest(pot);
  const stir = step(stage, 'stir', {
    kind: 'do',
    role: 'stir',
    title: 'Stir',
    detail: 'From the bottom: the pigment settles.',
  });
  if (left <= NOTHING_TO_SPEAK_OF * litres) return [stir];
  // Let down with a clear base: as weak, and no thinner.
  if (layer.supply)
    return [
      ...supplyPours(layer, stage, left, sheet, {
        name: 'Clear base',
        said: ml,
        detail: (clear) => `${ml(clear)}, to ${ml(litres)} in all.`,
      }),
      stir,
    ];
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

/** Colours stirred into their base. Shares are of the mass, at a kilogram a litre. */
function inBase({ layer, stage, litres, grams, forms, sheet }: Pot): Step[] {
  const { name, stir } = KINDS[layer.kind].base ?? { name: 'Clear medium', stir: 'Until no streak is left.' };
  const left = Math.max(0, litres - grams / ML);
  const medium = left / (1 + thinnedBy(layer));
  const first = forms.some(isDry) ? 'Wet the powder with a little of it to a paste, then the rest: ' : '';
  const inGrams = (volume: number) => `${Math.round(volume * ML)} g`;
  const inAll = left > medium ? '.' : `, to ${Math.round(litres * ML)} g in all.`;
  return [
    ...supplyPours(layer, stage, medium, sheet, {
      name,
      said: inGrams,
      detail: (base) => `${first}${inGrams(base)}${inAll}`,
    }),
    ...intoMedium(layer, stage, medium, (share) => inGrams(share * medium)),
    step(stage, 'stir', { kind: 'do', role: 'stir', title: 'Stir, never shake', detail: stir }),
  ];
}

/** What goes on without a colour: a filler's paste, a conditioner, a wax. */
function bareSupply(layer: Layer, stage: number, litres: number, sheet: PotsOf): Step[] {
  const { base: stirred, is } = KINDS[layer.kind];
  const coat = litres / (1 + thinnedBy(layer));
  const ml = (volume: number) => volumeText(volume, sheet.system);
  const how = is.fills && !layer.thinners ? ', thinned to heavy cream' : '';
  return [
    ...supplyPours(layer, stage, coat, sheet, {
      name: stirred?.name ?? KINDS[layer.kind].label,
      said: ml,
      detail: (volume) => `${ml(volume)}${how}; stirred smooth.`,
    }),
    ...intoMedium(layer, stage, coat, (share) => ml(share * coat)),
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
    step(stage, 'base', {
      ...base(
        `Half of the ${carrier}`,
        `${ml(half)} of ${hot ? 'hot, distilled water' : carrier}; stir until it is dissolved.`,
        half,
      ),
      thinner: carrier,
    }),
    step(stage, 'make-up', {
      kind: 'base',
      title: `Make up to ${ml(litres)}`,
      detail: 'With the other half, at room temperature.',
      thinner: carrier,
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
  const thinner = usualThinner(main, sheet.facts);
  const concentrate = forms.includes('concentrate');
  return [
    ...thinnerSteps(pot, left, litres, thinner, concentrate ? 'Make up with' : 'Thin with'),
    step(stage, 'stir', { kind: 'do', role: 'stir', title: 'Stir', detail: 'Until it is one colour.' }),
  ];
}
