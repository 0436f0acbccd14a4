import { deltaE00 } from '../colour/ciede2000.ts';
import { type Lab, labOf } from '../colour/lab.ts';
import { metamerismIndex } from '../colour/metamerism.ts';
import { newLayer } from '../layers/layer.ts';
import { type Colourant, goesIn, isShare } from '../layers/materials.ts';
import { colourOnWhite } from '../layers/on-white.ts';
import { changed, family, inserted, layerFound, mediums, onLayers, onWood, without, withSetting } from './rule.ts';
import { coloursWood, isWiped, type SeenLayer, type View } from './view.ts';

const CROWD = 3;
/** How alike two absorption curves are, 1 = the same hue. */
function alike(p: Colourant, q: Colourant): number {
  const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, v, i) => sum + v * (b[i] ?? 0), 0);
  const size = Math.sqrt(dot(p.absorption, p.absorption) * dot(q.absorption, q.absorption));
  return size > 0 ? dot(p.absorption, q.absorption) / size : 0;
}
const SAME_HUE = 0.995;
const pot = ({ layer }: SeenLayer) => Object.entries(layer.colours).filter(([, s]) => s > 0);
const withColours = (l: SeenLayer, v: View, colours: Record<string, number>) => changed(v, l.at, { colours });
const leaving = (l: SeenLayer, out: string) => Object.fromEntries(pot(l).filter(([id]) => id !== out));

function hueOf(colourant: Colourant): readonly [hue: number, chroma: number] {
  const [, a, b] = colourOnWhite(colourant);
  return [Math.atan2(b, a), Math.hypot(a, b)];
}
/** Two strong colours on opposite sides of the circle: mixed they are grey. */
function cancelling(l: SeenLayer): [string, string] | null {
  const strong = l.colours.filter((c) => (l.layer.colours[c.id] ?? 0) > 0);
  for (const p of strong)
    for (const q of strong) {
      if (p.id >= q.id) continue;
      const [[h, c], [g, d]] = [hueOf(p), hueOf(q)];
      const apart = Math.abs(Math.atan2(Math.sin(h - g), Math.cos(h - g)));
      if (apart > (150 * Math.PI) / 180 && Math.min(c, d) > 25) return [p.id, q.id];
    }
  return null;
}
function doubled(l: SeenLayer): [Colourant, Colourant] | null {
  for (const p of l.colours)
    for (const q of l.colours)
      if (p.id < q.id && alike(p, q) > SAME_HUE && isShare(p.kind) === isShare(q.kind)) return [p, q];
  return null;
}
const finalLab = (view: View): Lab | null => {
  const looks = view.looks();
  const last = looks?.at(-1);
  return last ? labOf(last.reading) : null;
};
const lastClear = (v: View) => v.layers.findLast((l) => l.is.clear);
const amber = (tint: readonly number[]) => Math.max(0, ...tint);
const MOST_SHARE = 0.95;
const LAMP = { illuminant: 'A', observer: 10 } as const;

/** A difference that nobody sees beside the other. */
const UNSEEN = 1;
/** CIEDE2000 by which the last coat of a layer still moves what is seen; infinite where nobody knows. */
function moves(view: View, seen: SeenLayer): number {
  const all = view.looks()?.at(-1)?.labs[0];
  const less = view.lookOf(withSetting(view, seen, 'coats', seen.coats - 1))?.labs[0];
  return all && less ? deltaE00(all, less) : Number.POSITIVE_INFINITY;
}

/** What the colours of a stack do with one another and with the wood. */
export const COLOUR = family(
  'colour',
  {
    id: 'pot-crowded',
    title: 'Many colours in one pot',
    looksAt: 'more than three colours in one pot',
    severity: 'note',
    reason: 'Every further colour takes light away: more than three in one pot turn muddy and are hard to repeat.',
    find: onLayers(
      (l) => pot(l).length > CROWD,
      (l, v) => {
        const [weakest] = pot(l).toSorted(
          ([p, a], [q, b]) =>
            a / (v.materials.colourants[p]?.maxStrength ?? 1) - b / (v.materials.colourants[q]?.maxStrength ?? 1),
        );
        const name = weakest && v.materials.colourants[weakest[0]]?.name;
        return weakest && name
          ? {
              label: `Without ${name}, the rest solved again`,
              change: { stack: withColours(l, v, leaving(l, weakest[0])), solve: l.at },
            }
          : null;
      },
    ),
  },
  {
    id: 'pot-cancels',
    title: 'Two colours cancel',
    looksAt: 'two opposite hues in one pot',
    severity: 'note',
    reason: 'Opposite hues in one pot give grey: less of both, or a touch of black, is clearer.',
    find: onLayers(
      (l) => cancelling(l) !== null,
      (l, v) => {
        const [p, q] = cancelling(l) as [string, string];
        const weaker = (l.layer.colours[p] ?? 0) <= (l.layer.colours[q] ?? 0) ? p : q;
        return {
          label: `Without ${v.materials.colourants[weaker]?.name}`,
          change: { stack: withColours(l, v, leaving(l, weaker)) },
        };
      },
    ),
  },
  {
    id: 'pot-doubles',
    title: 'Two colours do one’s work',
    looksAt: 'two colours of one hue in one pot',
    severity: 'note',
    reason: 'Two colours of the same hue do what one does, with one weighing more to get wrong.',
    find: onLayers(
      (l) => doubled(l) !== null,
      (l, v) => {
        const [p, q] = doubled(l) as [Colourant, Colourant];
        const peak = (c: Colourant) => Math.max(1e-9, ...c.absorption);
        const joined = (l.layer.colours[p.id] ?? 0) + ((l.layer.colours[q.id] ?? 0) * peak(q)) / peak(p);
        return {
          label: `${p.name} alone`,
          change: { stack: withColours(l, v, { ...leaving(l, q.id), [p.id]: Math.min(p.maxStrength, joined) }) },
        };
      },
    ),
  },
  {
    id: 'at-its-strongest',
    title: 'As strong as it goes',
    looksAt: 'a powder near its solubility',
    severity: 'note',
    reason: 'A powder at its solubility falls out when the shop is cool: two weaker coats are safer than one.',
    find: onLayers(
      (l) =>
        l.is.dyes &&
        l.coats < 4 &&
        l.colours.some((c) => goesIn(c.kind) && (l.layer.colours[c.id] ?? 0) > MOST_SHARE * c.maxStrength),
      (l, v) => ({
        label: 'Weaker, one coat more',
        change: {
          stack: changed(v, l.at, {
            colours: Object.fromEntries(pot(l).map(([id, s]) => [id, (s * l.coats) / (l.coats + 1)])),
            settings: { ...l.layer.settings, coats: l.coats + 1 },
          }),
        },
      }),
    ),
  },
  {
    id: 'too-little-to-matter',
    title: 'Too little to weigh',
    looksAt: 'a trace of a colour beside others',
    severity: 'note',
    reason: 'A trace that no scale of the shop repeats makes the next batch another colour.',
    find: onLayers(
      (l, v) =>
        pot(l).length > 1 && pot(l).some(([id, s]) => s < 0.002 * (v.materials.colourants[id]?.maxStrength ?? 0)),
      (l, v) => ({
        label: 'Leave the trace out',
        change: {
          stack: withColours(
            l,
            v,
            Object.fromEntries(pot(l).filter(([id, s]) => s >= 0.002 * (v.materials.colourants[id]?.maxStrength ?? 0))),
          ),
        },
      }),
    ),
  },
  {
    id: 'muddy',
    title: 'Muddy: much pigment',
    looksAt: 'how much of the grain is still seen under a pigment',
    severity: 'note',
    reason: 'So much pigment hides the grain: colour moved into a dye keeps it.',
    school: 'where-colour',
    find: (view) => {
      const clarity = view.looks()?.at(-1)?.clarity ?? 1;
      const thick = view.layers.find((l) => l.is.stains || l.is.stands);
      if (!thick || clarity >= 0.6 || view.layers.some((l) => l.is.hides) || view.preparation.oldFinish) return [];
      if (view.school('where-colour') === 'film' || view.layers.some((l) => l.is.inks || l.is.dyes)) return [];
      const dyes = Object.values(view.materials.colourants).some((c) => c.kind === 'dye' && !c.unknown);
      const dye = newLayer('dye', { colours: {} });
      const change = { stack: view.stack.map((l, i) => (i === thick.at ? dye : l)), solve: thick.at };
      return [{ at: thick.at, remedy: dyes ? { label: 'A dye instead, solved for the target', change } : null }];
    },
  },
  {
    id: 'fades',
    title: 'Dye by a window',
    looksAt: 'dye in wood that will stand in daylight',
    severity: 'warning',
    reason: 'Dyes fade in daylight within years: by a window a pigment holds the colour.',
    find: onLayers(
      (l, v) => v.sunlit && l.is.dyes && pot(l).length > 0,
      (l, v) => {
        const stains = Object.values(v.materials.colourants).some((c) => c.kind === 'pigment' || c.kind === 'stain');
        const stain = newLayer('wiping-stain', { colours: {} });
        return stains
          ? {
              label: 'A pigment stain instead, solved for the target',
              change: { stack: v.stack.map((x, i) => (i === l.at ? stain : x)), solve: l.at },
            }
          : null;
      },
    ),
  },
  {
    id: 'ambers-pale',
    title: 'Ambers a pale finish',
    looksAt: 'an ambering clear on a pale finish',
    severity: 'warning',
    reason: 'An oil varnish yellows a pale finish from the first day, and more with the years.',
    find: (view) => {
      const clear = lastClear(view);
      const lab = finalLab(view);
      const target = view.target ? labOf(view.target) : null;
      if (!clear?.medium || !lab || lab[0] < 65 || amber(clear.medium.tint) < 0.09) return [];
      if (target && target[2] > 22) return [];
      const below = clear.below[0];
      const pale = mediums(
        view,
        'clear',
        (m) => amber(m.tint) < 0.05 && (below === undefined || below.carrier !== 'oil'),
      )[0];
      return [
        {
          at: clear.at,
          remedy: pale
            ? {
                label: `${pale.name} instead`,
                change: { stack: changed(view, clear.at, { medium: pale.id, method: 'sprayed' }) },
              }
            : null,
        },
      ];
    },
  },
  {
    id: 'cold-on-dark',
    title: 'Cold on dark wood',
    looksAt: 'a waterborne clear on a dark colour',
    severity: 'note',
    reason:
      'A waterborne clear looks bluish on a dark colour: an amber coat below, shellac or oil, takes the chill off.',
    find: (view) => {
      const clear = lastClear(view);
      const lab = finalLab(view);
      if (clear?.carrier !== 'water' || !lab || lab[0] > 36) return [];
      if (clear.below.some((b) => b.is.feeds || (b.medium && amber(b.medium.tint) > 0.08))) return [];
      const warm = layerFound(
        view,
        'sealer',
        (m) => amber(m.tint) > 0.08 && m.carrier !== 'water' && view.facts[m.id]?.wax !== 'waxed',
        { settings: { coats: 1 } },
      );
      return [
        {
          at: clear.at,
          remedy: warm ? { label: 'A warm shellac below it', change: { stack: inserted(view, clear.at, warm) } } : null,
        },
      ];
    },
  },
  {
    id: 'parts-under-lamp',
    title: 'Parts under the lamp',
    looksAt: 'the expected colour and the target in lamplight',
    severity: 'warning',
    reason: 'In daylight it matches, under a lamp it will not: the colours absorb elsewhere than those of the target.',
    source: 'CIE 15, special metamerism index, change of illuminant',
    find: (view) => {
      const last = view.looks()?.at(-1);
      if (!view.target || !last) return [];
      if (deltaE00(labOf(view.target), labOf(last.reading)) > 2) return [];
      return metamerismIndex(view.target, last.reading, LAMP) > 1.5 ? [{ at: 'wood' }] : [];
    },
  },
  {
    id: 'lighter-than-wood',
    title: 'Paler than the wood',
    looksAt: 'a target paler than the raw wood, with no bleach or opaque coat',
    severity: 'fault',
    reason: 'No transparent colour makes wood paler: only a bleach or an opaque coat does.',
    find: onWood(
      (v) => {
        const raw = v.looks()?.[0];
        if (!v.target || !raw || v.layers.length === 0) return false;
        return labOf(v.target)[0] > labOf(raw.reading)[0] + 3 && !v.layers.some((l) => l.is.bleaches || l.is.hides);
      },
      (v) => ({
        label: 'Bleach first',
        change: { stack: inserted(v, 0, newLayer('bleach', { settings: { strength: 0.6 } })) },
      }),
    ),
  },
  {
    id: 'no-tannin',
    title: 'No tannin to react with',
    looksAt: 'a reactive colour on a wood without tannin',
    severity: 'warning',
    reason: 'A reactive colour turns with the wood’s tannin: on this wood it hardly does.',
    find: onLayers(
      (l, v) => l.is.reacts && v.wood.tannin === 0,
      (l, v) => ({ label: 'Leave it out', change: { stack: without(v, l.at) } }),
    ),
  },
  {
    id: 'colour-in-the-film',
    title: 'Colour in the film',
    looksAt: 'all colour in films, against the house rule',
    severity: 'note',
    reason: 'This shop puts colour in the wood: here all of it lies in films, and chips to pale wood.',
    school: 'where-colour',
    find: onWood(
      (v) =>
        v.chose('where-colour') &&
        v.school('where-colour') === 'wood' &&
        !v.preparation.oldFinish &&
        v.layers.some((l) => l.is.tones || l.is.glazes) &&
        !v.layers.some((l) => coloursWood(l) || l.is.stains || l.is.stands || l.is.hides),
    ),
  },
  {
    id: 'lift-not-tested',
    title: 'What does it lift?',
    looksAt: 'a wiped coat over a dye that was never tested for transfer',
    severity: 'note',
    reason: 'A wiped coat lifts some of the dye below: a transfer test of this dye tells how much.',
    find: onLayers((l) => {
      const below = l.below[0];
      return (
        isWiped(l) &&
        below?.is.dyes &&
        below.carrier === l.carrier &&
        below.colours.some((c) => c.lift === null || c.lift === undefined)
      );
    }),
  },
  {
    id: 'very-dark-by-gel',
    title: 'So dark by gel alone',
    looksAt: 'a very dark finish made with gel stain alone',
    severity: 'note',
    reason: 'So dark by gel alone the film is thick and tender: a dye below carries most of it.',
    school: 'very-dark',
    find: (view) => {
      const lab = finalLab(view);
      const gel = view.layers.find((l) => l.is.stands);
      if (!gel || !lab || lab[0] > 34 || view.school('very-dark') === 'gel' || view.preparation.oldFinish) return [];
      return view.layers.some((l) => coloursWood(l) || l.is.stains) ? [] : [{ at: gel.at }];
    },
  },
  {
    id: 'further-coats-nothing',
    title: 'The last coat gives nothing',
    looksAt: 'what the last coat of a colour still changes',
    severity: 'note',
    reason: 'Each further coat gives less: this one changes nothing that is seen.',
    find: onLayers(
      (l, v) => coloursWood(l) && l.coats >= 3 && moves(v, l) < UNSEEN,
      (l, v) => ({ label: 'A coat less', change: { stack: withSetting(v, l, 'coats', l.coats - 1) } }),
    ),
  },
);
