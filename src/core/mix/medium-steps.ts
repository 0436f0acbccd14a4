import { type Layer, methodOf, setting, thinnedBy, traitsOf } from '../layers/layer.ts';
import { flakesFor, heightFor, spiritInCut, spiritToThin } from './cut.ts';
import { hardenerStep, intoMedium } from './poured-in.ts';
import { massText, volumeText } from './said.ts';
import { type PotsOf, type ProductFacts, type Step, step } from './step.ts';
import { hardened } from './thin.ts';

const ML = 1000;

/** The pot of a layer that is a sealer, oil or clear: its cut, its hardener. */
export function mediumSteps(layer: Layer, stage: number, { batchOf, materials, facts, system }: PotsOf): Step[] {
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
