import { hasPores } from '../board/wood.ts';
import { SHEENS, sheenTolerance, sheenWord } from '../finish/finish.ts';
import { foreseenFinish, gritFor } from '../finish/foreseen.ts';
import { newLayer, rubOutPapers } from '../layers/layer.ts';
import { changed, family, inserted, leavingOut, onLayers, type Remedy, withSetting } from './rule.ts';
import { binderHas, builds, type SeenLayer, type View } from './view.ts';

/** Hours after which a built film is hard enough to be rubbed out, where its label says nothing. Common practice. */
const HARD = 168;
/** A glue is hard within the day. */
const GLUE_HARD = 24;
const hardAfter = (l: SeenLayer): number => (binderHas(l, 'cyano') ? GLUE_HARD : Math.min(HARD, l.facts.cure ?? HARD));
/** Coats of film that a coarse first paper, and a fine one, want below them. Common practice. */
const [WANTS_COARSE, WANTS_FINE, COARSE] = [4, 2, 600];
const wanted = ({ layer }: SeenLayer) => (Math.min(...rubOutPapers(layer)) <= COARSE ? WANTS_COARSE : WANTS_FINE);
const film = (l: SeenLayer) => l.below.filter(builds).reduce((sum, b) => sum + b.coats, 0);
const polished = (l: SeenLayer) => l.is.rubsOut && l.method === 'polished';

const foreseen = (v: View) => foreseenFinish(v.stack, v.facts, hasPores(v.wood));
/** The end that brings a built film to the sheen that is wished: rubbed down to it, or polished up. */
function toSheen(v: View, l: SeenLayer, wished: number): Remedy | null {
  const own = l.facts.sheen;
  const glossier = own !== null && own !== undefined && wished > own;
  const highest = SHEENS.at(-2)?.[1] ?? 70;
  const end =
    wished >= highest
      ? newLayer('rub-out', { method: 'polished', papers: [1000, 2000, 4000] })
      : newLayer('rub-out', { papers: [...new Set([glossier ? 1000 : 600, gritFor(wished)])].sort((p, q) => p - q) });
  const stack = inserted(v, l.at + 1, end);
  const after = foreseenFinish(stack, v.facts, hasPores(v.wood)).sheen;
  return after !== undefined && Math.abs(after - wished) <= sheenTolerance(wished)
    ? { label: `Rub it out to ${sheenWord(wished)}`, change: { stack } }
    : null;
}

/** How it ends: rubbed out, polished, and the sheen that is wished. */
export const FINISH = family(
  'finish',
  {
    id: 'nothing-to-rub-out',
    title: 'No film to rub out',
    looksAt: 'a rub-out over a wood that has no film',
    severity: 'fault',
    reason: 'A rub-out takes a film down to its sheen: over oil or bare wood it takes the colour.',
    find: onLayers((l) => l.is.rubsOut && film(l) === 0, leavingOut('Leave it out')),
  },
  {
    id: 'rubbed-out-soon',
    title: 'Rubbed out too soon',
    looksAt: 'how long a film was left before it is rubbed out',
    severity: 'warning',
    reason:
      'A film that is not hard clogs the paper and shrinks back after it: a week as a rule, its label before that.',
    find: onLayers(
      (l) => l.is.rubsOut && l.below[0] !== undefined && builds(l.below[0]) && l.below[0].wait < hardAfter(l.below[0]),
      (l, v) => {
        const below = l.below[0] as SeenLayer;
        const hours = hardAfter(below);
        return {
          label: hours >= 48 ? `Leave it ${Math.round(hours / 24)} days` : `Leave it ${hours} h`,
          change: { stack: changed(v, below.at, { wait: hours }) },
        };
      },
    ),
  },
  {
    id: 'rubbed-through',
    title: 'Too little film to rub out',
    looksAt: 'coats below a rub-out, against its first paper',
    severity: 'warning',
    reason: 'The first paper goes through a thin film at the edges, and the colour with it.',
    find: onLayers(
      (l) => l.is.rubsOut && film(l) > 0 && film(l) < wanted(l),
      (l, v) => {
        const below = l.below.find(builds) as SeenLayer;
        const coats = below.coats + wanted(l) - film(l);
        return { label: `${coats} coats below`, change: { stack: withSetting(v, below, 'coats', coats) } };
      },
    ),
  },
  {
    id: 'film-on-polish',
    title: 'A coat over a polish',
    looksAt: 'a coat over what was compounded and polished',
    severity: 'warning',
    reason:
      'Polish leaves oil and silicone, and nothing to hold on: polishing is the end, or it is scuffed and washed.',
    find: onLayers(
      (l) => l.below[0] !== undefined && polished(l.below[0]) && !l.is.last && !l.is.rubsOut,
      leavingOut('Leave the polish as the last'),
    ),
  },
  {
    id: 'sheen-wished',
    title: 'Not the sheen that is wished',
    looksAt: 'the sheen that the last coat and its rub leave, against the one that is wished',
    severity: 'note',
    reason: 'By its last coat and what is done to it this ends at another sheen than is wished.',
    find: (v) => {
      const { sheen: wished } = v.wishes;
      const sheen = foreseen(v).sheen;
      const last = v.layers.at(-1);
      if (wished === undefined || sheen === undefined || !last) return [];
      if (Math.abs(sheen - wished) <= sheenTolerance(wished)) return [];
      return [{ at: last.at, remedy: builds(last) ? toSheen(v, last, wished) : null }];
    },
  },
  {
    id: 'pores-wished',
    title: 'Not the pores that are wished',
    looksAt: 'whether coats and filler close the pores, against what is wished',
    severity: 'note',
    reason: 'Few coats leave pores open, many or a filler close them: this ends otherwise than is wished.',
    find: (v) => {
      const { pores: wished } = v.wishes;
      const { pores } = foreseen(v);
      const last = v.layers.at(-1);
      const other = wished !== undefined && pores !== undefined && last !== undefined && wished !== pores;
      return other ? [{ at: last.at, remedy: null }] : [];
    },
  },
);
