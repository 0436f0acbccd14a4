import type { Layer } from '../layers/layer.ts';
import { pourSaid, type Tools } from './measure.ts';
import { displaced } from './pot-steps.ts';
import { thinnedWith } from './poured-in.ts';
import { gramsPerLitreOf } from './quantity.ts';
import { type UnitSystem, volumeText } from './said.ts';
import type { PotsOf } from './step.ts';

/** What is poured into a cup. */
export interface IntoCup {
  /** Colourant id to grams. */
  grams: Readonly<Record<string, number>>;
  /** Litres of thinner. */
  thinner: number;
  /** Litres that are in the cup then. */
  litres: number;
}
type CupOf = Pick<PotsOf, 'materials' | 'facts'>;

/** Less than this of a litre is none. */
const NONE = 1e-9;

/**
 * What brings a cup of one mix to another with the least that is poured: volumes add up, colours with what they take up.
 * @param litres in the cup
 * @returns null where it cannot be got there by pouring: a colour would have to come out, or it is neat already
 */
export function cupTo(from: Layer, to: Layer, litres: number, { materials, facts }: CupOf): IntoCup | null {
  const ids = [...new Set([...Object.keys(from.colours), ...Object.keys(to.colours)])];
  const mixes = ids.map((id) => {
    const colourant = materials.colourants[id];
    const inLitre = ({ colours }: Layer) => gramsPerLitreOf(colourant, colours[id] ?? 0);
    // Litres that a gram of it takes up.
    const takes = colourant ? displaced(colourant, facts[id] ?? {}, 1) / 1000 : 0;
    return { id, was: inLitre(from), wanted: inLitre(to), takes };
  });
  if (mixes.some(({ was, wanted }) => was > 0 && wanted <= 0)) return null;
  const free = (of: 'was' | 'wanted') => 1 - mixes.reduce((sum, m) => sum + m.takes * m[of], 0);
  const least = Math.max(...mixes.map(({ was, wanted }) => (wanted > 0 ? was / wanted : 0)));
  const fills = free('wanted') > NONE ? free('was') / free('wanted') : least;
  const all = litres * Math.max(1, least, fills);
  const added = mixes.map((m) => ({ ...m, grams: Math.max(0, m.wanted * all - m.was * litres) }));
  const thinner = all - litres - added.reduce((sum, m) => sum + m.takes * m.grams, 0);
  if (thinner < -NONE) return null;
  return {
    grams: Object.fromEntries(added.filter((m) => m.grams > NONE).map((m) => [m.id, m.grams])),
    thinner: Math.max(0, thinner),
    litres: all,
  };
}

/** The same in words, to what is left of the cup before; null where it takes a fresh cup, or nothing is poured. */
export function cupSaid(
  from: Layer,
  to: Layer,
  litres: number,
  { materials, facts, tools, system }: CupOf & { tools?: Tools | undefined; system?: UnitSystem | undefined },
): string | null {
  const into = cupTo(from, to, litres, { materials, facts });
  if (!into) return null;
  const { grams, thinner } = into;
  const poured = [
    ...Object.entries(grams).map(
      ([id, g]) => `${pourSaid(g, facts[id] ?? {}, { tools }).said} ${materials.colourants[id]?.name ?? id}`,
    ),
    ...(thinner > NONE ? [`${volumeText(thinner, system)} ${thinnedWith(to, { materials, facts })}`] : []),
  ];
  return poured.length > 0 ? `to ${volumeText(litres, system)} of the cup before add ${poured.join(' and ')}` : null;
}
