import { isOnFace, type Layer, rubOutPapers, type Stack, setting, traitsOf } from '../layers/layer.ts';

/** Coats that a film was built of, and that rubbing takes of it again; edges lose about twice as much. */
export interface FilmBudget {
  laid: number;
  taken: number;
}

/** Coats that levelling once with a paper takes, coarse to fine; a scuff between coats. Common practice, from memory. */
const TAKES: readonly (readonly [grit: number, coats: number])[] = [
  [240, 1.2],
  [320, 1],
  [400, 0.6],
  [600, 0.4],
  [1000, 0.2],
  [Number.POSITIVE_INFINITY, 0.1],
];
const SCUFF = 0.1;
/** A worn paper takes half. */
const WORN_TAKES = 0.5;
/** Each paper after the first takes its scratches out, and half as much again. */
const AFTER_THE_FIRST = 0.5;

const takes = (grit: number): number => TAKES.find(([upTo]) => grit <= upTo)?.[1] ?? 0;
/** What a sequence of papers takes. */
const levelling = (papers: readonly number[]): number =>
  papers.toSorted((p, q) => p - q).reduce((sum, grit, i) => sum + takes(grit) * (i === 0 ? 1 : AFTER_THE_FIRST), 0);

function takenBy(layer: Layer, last: boolean): number {
  const { rubsOut, builds } = traitsOf(layer);
  if (rubsOut) return levelling(rubOutPapers(layer));
  if (!builds || layer.rub === 'none' || layer.rubWhere === 'edges') return 0;
  const worn = layer.rubWorn ? WORN_TAKES : 1;
  if (layer.rubLast || layer.rub === 'wet') return worn * levelling(layer.papers ?? [400]);
  return worn * SCUFF * (setting(layer, 'coats') - (last ? 1 : 0));
}

/** The film of a stack: what is laid, and what rubbing takes off again. */
export function filmBudget(stack: Stack): FilmBudget {
  const on = stack.filter(isOnFace);
  const films = on.filter((l) => traitsOf(l).builds || traitsOf(l).rubsOut);
  return {
    laid: on.reduce((sum, l) => sum + (traitsOf(l).builds ? setting(l, 'coats') : 0), 0),
    taken: films.reduce((sum, l, i) => sum + takenBy(l, i === films.length - 1), 0),
  };
}
