import { type Layer, methodOf, setting } from '../layers/layer.ts';
import { type Colourant, isShare } from '../layers/materials.ts';
import { flakesFor, heightFor, spiritToThin } from './cut.ts';
import { gramsPerLitre, gramsPerLitreOf } from './quantity.ts';
import { volumeText } from './said.ts';
import { tinsFor } from './scale-to.ts';
import { hoursOf, type ProductFacts, type SheetOf, type Step, step } from './step.ts';
import { hardened } from './thin.ts';

const ML = 1000;
const HALF = 0.5;
/** Minutes that a hot dye cools. Common practice. */
const COOLING = 30;

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
export function colourSteps(layer: Layer, stage: number, { batchOf, materials, facts, system }: SheetOf): Step[] {
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
export function mediumSteps(layer: Layer, stage: number, { batchOf, materials, facts, system }: SheetOf): Step[] {
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
