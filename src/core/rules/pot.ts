import { CARRIER_INFO, type Carrier, TOUCH_OF_RETARDER, thinnerNamed } from '../kinds/index.ts';
import { thinnedBy } from '../layers/layer.ts';
import { type Colourant, isShare, type Supply } from '../layers/materials.ts';
import { changed, family, onLayers, type Remedy } from './rule.ts';
import { binderHas, type SeenLayer, type View } from './view.ts';

/** Thinners that it is told to be thinned with, and that what carries it does not mix with. */
const strangers = ({ layer, carrier }: SeenLayer): string[] =>
  Object.keys(layer.thinners ?? {}).filter((name) => {
    const of = thinnerNamed(name)?.carrier;
    return of && !CARRIER_INFO[of].dissolves.includes(carrier);
  });
/** One in water and the other not: what is dry mixes with either. */
const apart = (one: Carrier, other: Carrier): boolean => one !== other && (one === 'water' || other === 'water');
const isPowder = ({ form }: Colourant): boolean => form === 'powder';
/** The shop's own supply of the same kind in another carrier; null where it has none. */
const sameIn = ({ layer }: SeenLayer, carrier: Carrier | undefined, { materials }: View): Supply | null =>
  Object.values(materials.supplies).find(
    (s) => s.kind === materials.supplies[layer.supply ?? '']?.kind && s.carrier === carrier,
  ) ?? null;
const inOwn = (l: SeenLayer, carrier: Carrier | undefined, v: View): Remedy | null => {
  const own = sameIn(l, carrier, v);
  return own && { label: own.name, change: { stack: changed(v, l.at, { supply: own.id }) } };
};
/** The first colour that goes on over a layer. */
const colourOver = ({ above }: SeenLayer): SeenLayer | undefined => above.find((a) => a.colours.length > 0);

/** Degrees at which a lacquer dries too fast. Common practice. */
const HOT = 28;
/** Share of thinner that it is put on with: of a product, or of a pigment's medium. */
const thinnedShare = ({ layer, medium, colours }: SeenLayer): number => {
  const { retarder: _, ...thinners } = layer.thinners ?? {};
  return medium || colours.some((c) => isShare(c.kind)) ? thinnedBy({ thinners }) : 0;
};
const asItComes = (l: SeenLayer, v: View) => ({
  label: 'As it comes',
  change: { stack: changed(v, l.at, { thinners: {} }) },
});

/** What a coat is thinned and hardened with. */
export const POT = family(
  'pot',
  {
    id: 'wrong-thinner',
    title: 'It does not mix with that',
    looksAt: 'what a coat is thinned with, against what carries it',
    severity: 'fault',
    reason: 'A thinner that is not its own curdles it or never dries out: its label names the one it takes.',
    find: onLayers((l) => strangers(l).length > 0, asItComes),
  },
  {
    id: 'base-stranger',
    title: 'Colour and base do not mix',
    looksAt: 'what a colour is carried in, against the base that it is stirred into',
    severity: 'warning',
    reason:
      'A paste in oil does not stir into a water base, nor one in water into an oil base: it curdles or floats. A dry powder goes into either.',
    find: onLayers(
      (l) => l.layer.supply !== undefined && l.colours.some((c) => !isPowder(c) && apart(c.carrier, l.carrier)),
      (l, v) => inOwn(l, l.colours[0]?.carrier, v),
    ),
  },
  {
    id: 'conditioner-stranger',
    title: 'A conditioner of another family',
    looksAt: 'a conditioner in oil or in water, against the colour that goes on it',
    severity: 'note',
    reason:
      'A conditioner evens the stain of its own family; under the other it shuts the wood or is washed up again. Its label says which it is for.',
    find: onLayers(
      (l) => {
        const over = colourOver(l);
        // A gel lies on it and hardly goes in.
        return (
          l.is.conditions &&
          l.layer.supply !== undefined &&
          over !== undefined &&
          !over.is.stands &&
          apart(l.carrier, over.carrier)
        );
      },
      (l, v) => inOwn(l, colourOver(l)?.carrier, v),
    ),
  },
  {
    id: 'over-thinned',
    title: 'Thinned past its label',
    looksAt: 'how far a coat is thinned, against its label',
    severity: 'warning',
    reason: 'Past what its label takes the film has too little binder to hold: more coats instead.',
    find: onLayers(
      (l) => typeof l.facts.thinning === 'number' && thinnedShare(l) > l.facts.thinning + 1e-9,
      (l, v) => {
        const most = l.facts.thinning ?? 0;
        const factor = most / thinnedShare(l);
        const thinners = Object.fromEntries(
          Object.entries(l.layer.thinners ?? {}).map(([name, parts]) => [name, parts * factor]),
        );
        return {
          label: `${Math.round(100 * most)} % at most`,
          change: { stack: changed(v, l.at, { thinners: most > 0 ? thinners : {} }) },
        };
      },
    ),
  },
  {
    id: 'retarder-in-heat',
    title: 'Hot for a lacquer',
    looksAt: 'a fast solvent coat in a hot shop without retarder',
    severity: 'note',
    reason:
      'In the heat it dries before it lies flat, and blushes where it is damp: a touch of retarder keeps it open.',
    find: onLayers(
      (l, v) =>
        (v.weather?.temperature ?? 0) >= HOT &&
        l.carrier === 'solvent' &&
        (l.is.clear || l.is.seals) &&
        !binderHas(l, 'cyano') &&
        l.layer.applicator !== 'can' &&
        !('retarder' in (l.layer.thinners ?? {})),
      (l, v) => ({
        label: 'A touch of retarder',
        change: {
          stack: changed(v, l.at, { thinners: { ...l.layer.thinners, retarder: TOUCH_OF_RETARDER } }),
        },
      }),
    ),
  },
  {
    id: 'can-thinned',
    title: 'A spray can is filled',
    looksAt: 'a coat from a spray can that is to be thinned',
    severity: 'fault',
    reason: 'What is in a spray can goes on as its maker filled it: nothing is added.',
    find: onLayers((l) => l.layer.applicator === 'can' && thinnedBy(l.layer) > 0, asItComes),
  },
  {
    id: 'last-unhardened',
    title: 'The last coat without hardener',
    looksAt: 'the last coat of a clear that has a hardener',
    severity: 'warning',
    reason:
      'Without its hardener the last coat stays soft and takes every mark: the hardener belongs in the last ones.',
    find: onLayers(
      (l) =>
        l.is.builds && l.layer.unhardened === true && Boolean(l.facts.hardener) && !l.above.some((a) => a.is.builds),
      (l, v) => ({ label: 'With hardener', change: { stack: changed(v, l.at, { unhardened: false }) } }),
    ),
  },
);
