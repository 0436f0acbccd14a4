import { CARRIER_INFO, TOUCH_OF_RETARDER, thinnerNamed } from '../kinds/index.ts';
import { thinnedBy } from '../layers/layer.ts';
import { isShare } from '../layers/materials.ts';
import { changed, family, onLayers } from './rule.ts';
import { binderHas, type SeenLayer, type View } from './view.ts';

/** Thinners that it is told to be thinned with, and that what carries it does not mix with. */
const strangers = ({ layer, carrier }: SeenLayer): string[] =>
  Object.keys(layer.thinners ?? {}).filter((name) => {
    const of = thinnerNamed(name)?.carrier;
    return of && !CARRIER_INFO[of].dissolves.includes(carrier);
  });
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
