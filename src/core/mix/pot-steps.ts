import { COLOURANT_INFO, KINDS } from '../kinds/index.ts';
import { type Layer, mainColour, methodOf, setting, thinnedBy, traitsOf } from '../layers/layer.ts';
import { type Colourant, isShare, type Materials } from '../layers/materials.ts';
import { flakesFor, heightFor, spiritInCut, spiritToThin } from './cut.ts';
import { pourSaid } from './measure.ts';
import { gramsPerLitre } from './quantity.ts';
import { massText, volumeText } from './said.ts';
import { tinsFor } from './scale-to.ts';
import { hoursOf, type PotsOf, type ProductFacts, type Step, step } from './step.ts';
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

type Base = Partial<Step> & Pick<Step, 'kind' | 'title'>;
const base = (title: string, detail: string, litres: number): Base => ({
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
/** What a colour that goes into the wood is made up with, where nobody said. */
const usualThinner = ({ id, carrier }: Colourant, facts: PotsOf['facts']): string =>
  facts[id]?.thinner ?? (carrier === 'water' ? 'distilled water' : carrier);
/** What a layer is made up or thinned with, in words: as it is said of it, else as is usual for its main colour. */
export function thinnedWith(layer: Layer, { materials, facts }: Pick<PotsOf, 'materials' | 'facts'>): string {
  const main = materials.colourants[mainColour(layer) ?? ''];
  return thinnerText(layer, main ? usualThinner(main, facts) : 'thinner');
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
    return step(stage, i === 0 ? 'base' : `thin-${i + 1}`, {
      ...base(`${how} ${name}`, `${ml(left * share)}${upTo}.`, left * share),
      thinner: name,
    });
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

/**
 * What a layer is made of, off the shelf where it is said which, and its hardener: the pot's life starts with that.
 * @param litres of both
 */
function supplyPours(
  layer: Layer,
  stage: number,
  litres: number,
  { materials, facts }: PotsOf,
  { name, said, detail }: { name: string; said: (litres: number) => string; detail: (litres: number) => string },
): Step[] {
  const supply = layer.supply === undefined ? undefined : materials.supplies[layer.supply];
  const { hardener = null, potLife, caution } = (supply && facts[supply.id]) ?? {};
  const mixed = hardener && !layer.unhardened ? hardened(litres, hardener.parts) : { base: litres, hardener: 0 };
  const harder = { potLife, litres: mixed.hardener, said: `${said(mixed.hardener)}: ` };
  return [
    step(stage, 'base', {
      ...base(supply?.name ?? name, detail(mixed.base), mixed.base),
      ...(supply ? { product: { item: `supply/${supply.id}` } } : {}),
      cautions: caution ? [caution] : [],
    }),
    ...(hardener && mixed.hardener > 0 ? [hardenerStep(stage, hardener, materials, harder)] : []),
  ];
}

/** The hardener of a pot, off the shelf where it stands there. */
const hardenerStep = (
  stage: number,
  { item, parts }: { item: string; parts: number },
  { supplies }: Materials,
  { potLife, litres, said = '' }: Pick<ProductFacts, 'potLife'> & { litres: number; said?: string },
): Step =>
  step(stage, 'hardener', {
    ...base(
      supplies[item]?.name ?? `Hardener: ${item.replaceAll('-', ' ')}`,
      `${said}1 part to ${parts} by volume. ${potLife ? `Pot life ${potLife} h, it starts now.` : 'Its pot life starts now: see the label.'}`,
      litres,
    ),
    ...(supplies[item] ? { product: { item: `supply/${item}` } } : {}),
    ...(potLife ? { hours: potLife } : {}),
    cautions: [
      'Hardeners can sensitise: gloves, ventilation, the data sheet first. Isocyanates only with supplied air and training.',
    ],
  });

/** What a product is thinned with, each a pour of its own. */
const intoMedium = (layer: Layer, stage: number, litres: number, said: (share: number) => string): Step[] =>
  Object.entries(layer.thinners ?? {}).map(([name, share], i) =>
    step(stage, `thin-${i + 1}`, {
      ...base(`Thin with ${name}`, `${said(share)}, ${percentOf(share)} of it.`, litres * share),
      thinner: name,
    }),
  );
const percentOf = (share: number): string => `${Number((100 * share).toPrecision(2))} %`;

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

/** The pot of a layer that is a sealer, oil or clear: its cut, its hardener. */
function mediumSteps(layer: Layer, stage: number, { batchOf, materials, facts, system }: PotsOf): Step[] {
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
        product: { item: `medium/${medium.id}`, grams: flakesFor(pounds, spirit) },
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
      product: { item: `medium/${medium.id}` },
      cautions,
    }),
  ];
  if (hardener)
    steps.push(hardenerStep(stage, hardener, materials, { potLife, litres: hardened(coat, hardener.parts).hardener }));
  steps.push(...intoMedium(layer, stage, coat, (share) => ml(share * coat)));
  if (reduced)
    steps.push(
      step(stage, 'reduce', {
        kind: 'base',
        thinner: reduced.with,
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
