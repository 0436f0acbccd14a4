import { type Layer, mainColour, thinnedBy } from '../layers/layer.ts';
import type { Colourant, Materials } from '../layers/materials.ts';
import { type PotsOf, type ProductFacts, type Step, step } from './step.ts';
import { hardened } from './thin.ts';

const ML = 1000;

type Base = Partial<Step> & Pick<Step, 'kind' | 'title'>;
export const base = (title: string, detail: string, litres: number): Base => ({
  kind: 'base',
  title,
  detail,
  millilitres: litres * ML,
});
/** Thinners as they are said, each with its share of all of them; one by its usual name where nobody said which. */
export function thinnersOf({ thinners = {} }: Layer, usual: string): [string, number][] {
  const whole = thinnedBy({ thinners });
  return whole > 0 ? Object.entries(thinners).map(([name, parts]) => [name, parts / whole]) : [[usual, 1]];
}
/** Two thinners as one, in the proportion that is said. */
export function thinnerText(layer: Layer, usual: string): string {
  const [[first, p] = [usual, 1], second] = thinnersOf(layer, usual);
  if (!second) return first;
  return `${first} and ${second[0]}, ${Math.abs(p - second[1]) < 1e-9 ? '1 : 1' : `${Number((p / second[1]).toPrecision(2))} : 1`}`;
}
/** What a colour that goes into the wood is made up with, where nobody said. */
export const usualThinner = ({ id, carrier }: Colourant, facts: PotsOf['facts']): string =>
  facts[id]?.thinner ?? (carrier === 'water' ? 'distilled water' : carrier);
/** What a layer is made up or thinned with, in words: as it is said of it, else as is usual for its main colour. */
export function thinnedWith(layer: Layer, { materials, facts }: Pick<PotsOf, 'materials' | 'facts'>): string {
  const main = materials.colourants[mainColour(layer) ?? ''];
  return thinnerText(layer, main ? usualThinner(main, facts) : 'thinner');
}
/** Each thinner is a pour of its own: so many litres of them in all, until so much is in the pot. */
export function thinnerSteps(
  { stage, layer, ml }: { stage: number; layer: Layer; ml: (litres: number) => string },
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

/**
 * What a layer is made of, off the shelf where it is said which, and its hardener: the pot's life starts with that.
 * @param litres of both
 */
export function supplyPours(
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
export const hardenerStep = (
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
export const intoMedium = (layer: Layer, stage: number, litres: number, said: (share: number) => string): Step[] =>
  Object.entries(layer.thinners ?? {}).map(([name, share], i) =>
    step(stage, `thin-${i + 1}`, {
      ...base(`Thin with ${name}`, `${said(share)}, ${percentOf(share)} of it.`, litres * share),
      thinner: name,
    }),
  );
const percentOf = (share: number): string => `${Number((100 * share).toPrecision(2))} %`;
