import { type Naming, stackDifference } from '../../core/layers/difference.ts';
import type { Board, LayersTaken } from '../../shared/board.ts';
import type { FaultFound } from '../../shared/fault.ts';
import type { Job, JobWood } from '../../shared/job.ts';
import { stackAsMade } from '../board/stages.ts';
import { lookWords } from './notes.ts';

/** A board in the tree of its job: what it came from, what was changed, and what was said of it. */
export interface Descent {
  wood: JobWood;
  board: Board;
  /** The board of the same wood whose recipe it began with; null of one that began anew. */
  from: Board | null;
  /** A board of another job, or of another wood, whose layers it began with. */
  after: LayersTaken | null;
  /** What is otherwise than in what it came from, in phrases. */
  changed: readonly string[];
  /** In people's own words: judged, looked at, gone wrong. */
  said: readonly string[];
}

/** How much was changed: each phrase of each layer. */
const muchOf = (changed: readonly string[]): number => changed.join(', ').split(', ').length;

/** The earlier board of a wood that a recipe is nearest to, by what was changed; null where it began anew. */
function nearestBefore(board: Board, before: readonly Board[], naming: Naming): Pick<Descent, 'from' | 'changed'> {
  const own = stackAsMade(board);
  let best: Pick<Descent, 'from' | 'changed'> = { from: null, changed: [] };
  for (const from of before) {
    const changed = stackDifference(stackAsMade(from), own, naming);
    // Every layer gone and every layer new: nothing is left of it.
    if (changed.length === stackAsMade(from).length + own.length) continue;
    // Of two that are as near the later one was in hand.
    if (!best.from || muchOf(changed) <= muchOf(best.changed)) best = { from, changed };
  }
  return best;
}

/** What was said of a board. */
export const saidOf = (board: Board, faults: readonly FaultFound[] = []): string[] =>
  [
    board.judged?.words ?? '',
    ...board.looks.map(lookWords),
    ...board.coats.map((c) => c.note),
    ...faults.filter((f) => f.boardId === board.id).map((f) => f.note),
  ].filter(Boolean);

/** The boards of a job that have a recipe, wood by wood in their order, each with what it came from. */
export function descentsOf(job: Pick<Job, 'woods'>, naming: Naming, faults: readonly FaultFound[] = []): Descent[] {
  return job.woods.flatMap((wood) => {
    const made = wood.boards.filter((b) => b.recipe);
    return made.map((board, i): Descent => {
      const { after = null } = board.recipe ?? {};
      const near = after ? { from: null, changed: [] } : nearestBefore(board, made.slice(0, i), naming);
      return { wood, board, after, ...near, said: saidOf(board, faults) };
    });
  });
}

/** A descent with all that came of it. */
export interface Branch extends Descent {
  came: Branch[];
}
/** The tree of a job's boards: what began anew, and under each what came of it. */
export function treeOf(descents: readonly Descent[]): Branch[] {
  const branches = new Map(descents.map((d): [string, Branch] => [d.board.id, { ...d, came: [] }]));
  const roots: Branch[] = [];
  for (const branch of branches.values()) ((branch.from && branches.get(branch.from.id)?.came) || roots).push(branch);
  return roots;
}

/** A board and all that it came from, the first of them first. */
export function lineOf(descents: readonly Descent[], board: string): Descent[] {
  const own = descents.find((d) => d.board.id === board);
  return own ? [...(own.from ? lineOf(descents, own.from.id) : []), own] : [];
}
