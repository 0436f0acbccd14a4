import { KINDS, type Layer, methodOf, RUB_WORDS, type Stack, setting } from '../layers/layer.ts';
import { type Colourant, carrierOf, isShare, type Materials } from '../layers/materials.ts';
import { type WayBack, wayBackOf } from '../layers/way-back.ts';
import { coatTime } from '../time/waits.ts';
import { flakesFor, heightFor, spiritToThin } from './cut.ts';
import { gramsPerLitre, gramsPerLitreOf } from './quantity.ts';
import { type System, volumeText } from './said.ts';
import { tinsFor } from './scale-to.ts';
import { hardened } from './thin.ts';

/** What of a product its mixing asks for. */
export interface ProductFacts {
  form?: string | null | undefined;
  /** Grams in a millilitre. */
  density?: number | null | undefined;
  hardener?: { item: string; parts: number } | null | undefined;
  /** Hours until the next coat, as this shop counts them. */
  goOn?: number | null | undefined;
  /** Hours that it can be used once mixed. */
  potLife?: number | null | undefined;
  /** What it is thinned with, and the share of that it takes at most. */
  thinner?: string | null | undefined;
  thinning?: number | null | undefined;
  /** Millilitres in its can. */
  canMl?: number | null | undefined;
  caution?: string | undefined;
}

/** What a layer is mixed in. */
export interface Batch {
  litres: number;
  /** Colourant id to grams. */
  grams: Readonly<Record<string, number>>;
}

/** One line of a mix sheet. `key` is unique on the sheet and is what the record knows it by. */
export interface Step {
  key: string;
  /** 0 is what is done before the first layer. */
  stage: number;
  kind: 'pour' | 'base' | 'do' | 'wait';
  /** What is poured or done, in a few words. */
  title: string;
  /** How, in a sentence; empty where the title says it. */
  detail: string;
  /** Of a pour: the colour, grams, and grams in the pot when it is in. */
  pour?: { colourant: string; grams: number; total: number };
  /** Of a base: what is poured, in millilitres. */
  millilitres?: number;
  /** It follows the last coat of its layer. */
  afterLast?: boolean;
  /** Hours: of a wait until the next step, of a pot how long it can be used. */
  hours?: number;
  cautions: readonly string[];
  wayBack?: WayBack;
}

export interface Prepared {
  grit: number;
  /** The grits before it. */
  grits?: readonly number[] | undefined;
  conditioner: boolean;
  preWet: boolean;
  grainRaised: boolean;
  oldFinish: boolean;
}

/** What a sheet is made from. */
export interface SheetOf {
  stack: Stack;
  preparation: Prepared;
  batchOf(stage: number): Batch;
  materials: Materials;
  /** By the id of a colour or medium. */
  facts: Readonly<Record<string, ProductFacts>>;
  /** Units that volumes are said in. */
  system?: System;
}

const ML = 1000;
const HALF = 0.5;
/** Minutes that a hot dye cools. Common practice. */
const COOLING = 30;
const hoursOf = (minutes: number) => minutes / 60;
const step = (stage: number, what: string, rest: Partial<Step> & Pick<Step, 'kind' | 'title'>): Step => ({
  key: `${stage}/${what}`,
  stage,
  detail: '',
  cautions: [],
  ...rest,
});

/** How the wood is made ready: the steps before the first layer. Common practice. */
function preparationSteps({ grit, grits = [], conditioner, preWet, grainRaised, oldFinish }: Prepared): Step[] {
  if (oldFinish)
    return [
      step(0, 'scuff', {
        kind: 'do',
        title: 'Scuff the old finish',
        detail: 'Dull all over, never through; wipe clean.',
        cautions: ['Dust of old coatings may hold lead: test first, and leave lead to certified people.'],
      }),
    ];
  const steps = [
    step(0, 'sand', {
      kind: 'do',
      title: grits.length > 0 ? `Sand ${[...grits, grit].join('-')}` : `Sand to ${grit}`,
      detail: 'With the grain, one grit on all of the face, dust off between grits.',
      cautions: ['Sanding dust: extraction and mask.'],
    }),
  ];
  if (grainRaised)
    steps.push(
      step(0, 'raise', {
        kind: 'do',
        title: 'Raise the grain',
        detail: `Wet with clean water, dry 30–45 min, knock down lightly with ${Math.max(grit, 180)} or finer.`,
      }),
      step(0, 'raised-dry', { kind: 'wait', title: 'Dry before knocking down', hours: hoursOf(45) }),
    );
  if (conditioner)
    steps.push(
      step(0, 'conditioner', {
        kind: 'do',
        title: 'Conditioner',
        detail: 'Soak 5–10 min, wipe; then colour within 15 min to 2 h (oil) or 30 min to 2 h (water).',
      }),
      step(0, 'conditioned', { kind: 'wait', title: 'Until the conditioner lets colour in', hours: hoursOf(30) }),
    );
  if (preWet)
    steps.push(
      step(0, 'pre-wet', { kind: 'do', title: 'Wet the wood', detail: 'Just before the dye, for an even take.' }),
    );
  return steps;
}

/** How many tins: a half, 1, 1½. */
const tinsText = (tins: number): string =>
  tins === 0.5 ? 'half a tin' : `${Math.floor(tins)}${tins % 1 ? '½' : ''} ${tins === 1 ? 'tin' : 'tins'}`;

/** What is said beside a pour: how it comes; of a ready-made stain also its volume, and the tins that it takes. */
function pourDetail(
  colourant: Colourant | undefined,
  { form, canMl }: ProductFacts,
  grams: number,
  ml: (litres: number) => string,
): string {
  if (colourant?.kind !== 'stain') return form ?? '';
  const litres = grams / gramsPerLitre(colourant, 1);
  const tins = canMl ? `out of ${tinsText(tinsFor(litres, canMl).tins)}` : '';
  return [form, ml(litres), tins].filter(Boolean).join(', ');
}

/** The pot of a layer with colours: pours with the scale's total, then how it is made up. */
function colourSteps(layer: Layer, stage: number, { batchOf, materials, facts, system }: SheetOf): Step[] {
  const { litres, grams } = batchOf(stage);
  const ml = (volume: number) => volumeText(volume, system);
  // The main colour first: start weak, and what is added last is the least.
  const pours = Object.entries(grams)
    .filter(([, g]) => g > 0)
    .sort(([, p], [, q]) => q - p);
  const [main] = pours;
  const first = main && materials.colourants[main[0]];
  if (!first) return [];
  let total = 0;
  const steps = pours.map(([id, g]) => {
    total += g;
    const name = materials.colourants[id]?.name ?? id;
    const caution = facts[id]?.caution;
    return step(stage, id, {
      kind: 'pour',
      title: name,
      detail: pourDetail(materials.colourants[id], facts[id] ?? {}, g, ml),
      pour: { colourant: id, grams: g, total },
      cautions: caution ? [caution] : [],
    });
  });
  if (layer.kind === 'toner' && layer.medium) {
    const medium = materials.mediums[layer.medium]?.name ?? layer.medium;
    steps.push(
      step(
        stage,
        'base',
        base(`Make up with ${medium}`, `To ${ml(litres)} in all, thinned for the gun; stir.`, litres),
      ),
    );
  } else if (first.kind === 'stain') {
    // Shares of stains are of the volume: what their tins do not fill is thinner.
    const rest = litres - pours.reduce((sum, [id, g]) => sum + g / gramsPerLitreOf(materials.colourants[id], 1), 0);
    const thinner = facts[first.id]?.thinner ?? 'its own thinner';
    const most = facts[first.id]?.thinning;
    const tooThin = most !== null && most !== undefined && rest / litres > most + 1e-9;
    if (rest > 1e-4)
      steps.push({
        ...step(stage, 'base', base(`Thin with ${thinner}`, `${ml(rest)}, to ${ml(litres)} in all.`, rest)),
        cautions: tooThin
          ? [
              `Thinned by ${Math.round((100 * rest) / litres)} %, its label takes ${Math.round(100 * most)} % at most: try it on an offcut.`,
            ]
          : [],
      });
    steps.push(step(stage, 'stir', { kind: 'do', title: 'Stir', detail: 'From the bottom: the pigment settles.' }));
  } else if (isShare(first.kind)) {
    const rest = Math.max(0, litres - total / ML);
    steps.push(
      step(
        stage,
        'base',
        base('Clear glaze medium', `${Math.round(rest * ML)} g, to ${Math.round(litres * ML)} g in all.`, rest),
      ),
      step(stage, 'stir', { kind: 'do', title: 'Stir, never shake', detail: 'Until no streak is left.' }),
    );
  } else {
    const powder = pours.some(([id]) => (facts[id]?.form ?? 'powder') === 'powder');
    const hot = powder && first.carrier === 'water';
    const what = hot ? 'hot, distilled water' : first.carrier;
    steps.push(
      step(
        stage,
        'base',
        base(
          `Half of the ${first.carrier}`,
          `${ml(HALF * litres)} of ${what}; stir until it is dissolved.`,
          HALF * litres,
        ),
      ),
      step(stage, 'make-up', {
        kind: 'base',
        title: `Make up to ${ml(litres)}`,
        detail: `With the other half, at room temperature.`,
        millilitres: HALF * litres * ML,
      }),
      step(stage, 'strain', { kind: 'do', title: 'Strain', detail: 'One undissolved grain makes a streak.' }),
    );
    if (hot) steps.push(step(stage, 'cool', { kind: 'wait', title: 'Let it cool', hours: hoursOf(COOLING) }));
  }
  return steps;
}
const base = (title: string, detail: string, litres: number): Partial<Step> & Pick<Step, 'kind' | 'title'> => ({
  kind: 'base',
  title,
  detail,
  millilitres: litres * ML,
});

/** The pot of a layer that is a sealer, oil or clear: its cut, its hardener. */
function mediumSteps(layer: Layer, stage: number, { batchOf, materials, facts, system }: SheetOf): Step[] {
  const medium = layer.medium ? materials.mediums[layer.medium] : undefined;
  if (!medium || layer.kind === 'toner') return [];
  const { litres } = batchOf(stage);
  const ml = (volume: number) => volumeText(volume, system);
  const { hardener, potLife, caution } = facts[medium.id] ?? {};
  const cautions = caution ? [caution] : [];
  if (medium.kind === 'sealer' && medium.carrier === 'alcohol') {
    const pounds = setting(layer, 'cut');
    const heavier = Math.floor(pounds) + 1;
    const flakes = flakesFor(pounds, litres);
    return [
      step(stage, 'cut', {
        kind: 'base',
        title: `${medium.name}, ${pounds}-lb cut`,
        detail:
          `${Math.round(flakes)} g of flakes in ${ml(litres)} of spirit: whole flakes 8–10 h, ground ones 3–4 h, strained; ` +
          `or ${spiritToThin(heavier, pounds).toFixed(2)} mL of spirit to each mL of a ${heavier}-lb cut; ` +
          `without a scale loose flakes to ${Math.round(100 * heightFor(pounds, 'loose'))} % of the fill line, spirit to the line: the same height of ground flakes is half as heavy again.`,
        millilitres: litres * ML,
        cautions,
      }),
    ];
  }
  const reduced = reducing(layer, medium.carrier, facts[medium.id] ?? {});
  const coat = litres / (1 + (reduced?.share ?? 0));
  const steps = [
    step(stage, 'base', {
      kind: 'base',
      title: medium.name,
      detail: 'Stir, do not shake: no bubbles.',
      millilitres: (hardener ? hardened(coat, hardener.parts).base : coat) * ML,
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
/** What a sprayed coat is reduced with, and by how much at its label's most; null where it is not. */
function reducing(layer: Layer, carrier: string, { thinner, thinning }: ProductFacts) {
  if (methodOf(layer) !== 'sprayed' || carrier !== 'solvent') return null;
  const share = Math.min(thinning ?? REDUCED.to, (REDUCED.from + REDUCED.to) / 2);
  return share > 0 ? { with: thinner ?? 'its own reducer', share } : null;
}

const WIPED = new Set(['dye', 'wiping-stain', 'gel-stain', 'glaze']);
const OILY = 'Oily rags heat up by themselves: spread flat outdoors, or under water in a closed metal can.';

/** How a coat goes on. */
function howOn(layer: Layer): string {
  const way = methodOf(layer);
  const label = KINDS[layer.kind].methods.find((m) => m.id === way)?.label;
  const dwell = WIPED.has(layer.kind) && way !== 'sprayed' && way !== 'unwiped' && way !== 'dry-brushed';
  const minutes = dwell ? `; wipe after ${setting(layer, 'dwell')} min` : '';
  const first = label ? `${label.charAt(0).toUpperCase()}${label.slice(1)}` : '';
  switch (layer.kind) {
    case 'oil':
      return 'Flood, keep wet 10–15 min, wipe off all of it; wipe again where it bleeds.';
    case 'filler':
      return 'Like heavy cream, across the grain; when it hazes off with burlap, across the grain.';
    case 'sand-back':
      return `Take off about ${Math.round(100 * setting(layer, 'removed'))} %; pores keep their colour.`;
    case 'wipe-back':
      return `${first}; take off about ${Math.round(100 * setting(layer, 'removed'))} %.`;
    case 'conditioner':
      return 'Soak 5–10 min, wipe.';
    case 'bleach':
      return 'Even and wet; neutralise as its data sheet says; rinse, dry, sand lightly.';
    default:
      return `${first}${minutes}${first || minutes ? '.' : ''}`;
  }
}

/** What is done to a dry coat before the next. */
function between(layer: Layer, next: Layer | undefined, waterborne: boolean): string | null {
  if (!next || layer.rub === 'none') return null;
  if (layer.rub) return `${RUB_WORDS[layer.rub]}; dust off.`;
  if (layer.kind === 'sealer') return 'De-nib with worn 320, lift off at the edges; dust off.';
  if (layer.kind === 'clear' || layer.kind === 'opaque')
    return `Scuff with ${waterborne ? '400, a synthetic pad and never steel wool' : '220–400'}; dust off.`;
  return null;
}

/** A layer from its pot to the moment the next may go on. */
function layerSteps(layer: Layer, i: number, sheet: SheetOf): Step[] {
  const { stack, materials, facts } = sheet;
  const stage = i + 1;
  const info = KINDS[layer.kind];
  const medium = layer.medium ? materials.mediums[layer.medium] : undefined;
  const [colour] = Object.keys(layer.colours);
  const carrier = carrierOf(layer, materials);
  const next = stack.slice(stage).find((l) => !l.off);
  const coats = setting(layer, 'coats');
  const own = (medium && facts[medium.id]) ?? (colour ? facts[colour] : undefined);
  const hours = own?.goOn ?? coatTime(layer, materials).wait.usual;
  const untilNext = layer.wait ?? hours;
  const wiped = carrier === 'oil' && layer.kind !== 'clear';
  const name = medium && layer.kind !== 'toner' ? medium.name : info.label;
  const on = Array.from({ length: coats }, (_, c) => {
    const last = c === coats - 1;
    const steps = [
      step(stage, coats > 1 ? `coat-${c + 1}` : 'coat', {
        kind: 'do',
        title: coats > 1 ? `${name}, coat ${c + 1} of ${coats}` : name,
        detail: [howOn(layer), c === 0 ? (layer.note ?? '') : ''].filter(Boolean).join(' '),
        // Said once: the product's own words come before ours.
        cautions: wiped && !/oily rags/i.test(own?.caution ?? '') ? [OILY] : wiped && own?.caution ? [own.caution] : [],
        wayBack: wayBackOf(layer.kind, carrier),
      }),
    ];
    if (wiped)
      steps.push(
        step(stage, coats > 1 ? `rags-${c + 1}` : 'rags', {
          kind: 'do',
          title: 'Rags and waste',
          detail: 'Every oily rag and pad of this coat: spread flat outdoors, or under water in a closed metal can.',
        }),
      );
    if (!last || next)
      steps.push(
        step(stage, coats > 1 ? `dry-${c + 1}` : 'dry', {
          kind: 'wait',
          title: 'Dry',
          detail: last ? 'Dry to the touch, not cool to the hand; a white cloth stays clean.' : '',
          hours: last ? untilNext : hours,
          afterLast: last,
        }),
      );
    const rub = between(layer, last ? next : layer, carrier === 'water');
    if (rub)
      steps.push(
        step(stage, coats > 1 ? `rub-${c + 1}` : 'rub', {
          kind: 'do',
          title: 'Rub down',
          detail: rub,
          afterLast: last,
        }),
      );
    return steps;
  });
  return [...colourSteps(layer, stage, sheet), ...mediumSteps(layer, stage, sheet), ...on.flat()];
}

/** Every step of a recipe in order: how the wood is made ready, each layer's pot, coats, waits and what is done between. */
export function stepsOf(sheet: SheetOf): Step[] {
  return [
    ...preparationSteps(sheet.preparation),
    ...sheet.stack.flatMap((layer, i) => (layer.off ? [] : layerSteps(layer, i, sheet))),
  ];
}
