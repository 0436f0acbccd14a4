import { RUN_CHANGES } from '../../core/judge/run-changes.ts';
import type { Stack } from '../../core/layers/layer.ts';
import type { Board } from '../../shared/board.ts';
import type { KeptCheck } from '../../shared/check.ts';
import type { Job, JobWood } from '../../shared/job.ts';
import type { Part } from '../../shared/part.ts';
import type { Pot } from '../../shared/steps.ts';
import type { PiecesOf } from '../../shared/work.ts';
import { isDone } from '../board/stages.ts';
import type { Bench } from '../job/bench.ts';
import { sumOfAreas } from '../job/parts.ts';
import { LEAST_LITRES, litresOn } from './batches.ts';
import { potFor } from './cost.ts';

/** The pieces of a wood that are worked on, by part and portion; those that were put away are not. */
export const piecesAtWork = ({ pieces }: Pick<JobWood, 'pieces'>): Board[] => pieces.filter((b) => !b.archived);

/** A portion as it is called: how many of what, and which of how many where there are several. */
export const portionName = (
  { name }: Pick<Part, 'name'>,
  { portion, count }: Pick<PiecesOf, 'portion' | 'count'>,
  portions: number,
): string => `${count} × ${name}${portions > 1 ? `, ${portion} of ${portions}` : ''}`;

/** How many portions of a part are at work. */
export const portionsAtWork = (wood: Pick<JobWood, 'pieces'>, { id }: Pick<Part, 'id'>): number =>
  piecesAtWork(wood).filter((b) => b.pieces?.part === id).length;

/** The parts that are made of a wood. */
export const partsOfWood = ({ parts }: Pick<Job, 'parts'>, wood: Pick<JobWood, 'id'>): Part[] =>
  parts.filter((p) => p.woodId === wood.id);

/** How far the pieces of a wood are: how many there are, and how many have all coats on. */
export function progressOf({ pieces }: Pick<JobWood, 'pieces'>): { all: number; done: number } {
  const at = piecesAtWork({ pieces });
  const count = (boards: readonly Board[]) => boards.reduce((sum, b) => sum + (b.pieces?.count ?? 0), 0);
  return { all: count(at), done: count(at.filter(isDone)) };
}

/** What is mixed for all pieces of a wood together: a pot a layer, for the area that is coated and the spare over it. */
export function potsForPieces(bench: Bench, wood: JobWood, stack: Stack, spare: number): Pot[] {
  const { coated: area } = sumOfAreas(partsOfWood(bench.job, wood));
  return stack.map((layer, i): Pot => {
    const litres = Math.max(LEAST_LITRES, litresOn(area, layer, bench.shelf, spare));
    return { stage: i + 1, ...potFor(layer, litres, bench.materials) };
  });
}

/** What was changed in the middle of the work of a wood, the first first. */
export const changesOf = (wood: Pick<JobWood, 'pieces'>): KeptCheck[] =>
  piecesAtWork(wood)
    .flatMap((b) => b.checks)
    .filter((c) => c.what in RUN_CHANGES)
    .sort((p, q) => Date.parse(p.at) - Date.parse(q.at));

/** Of things in the order of their moments, from 0: those before which something was changed since the one before. */
export function changedBefore(moments: readonly string[], changes: readonly Pick<KeptCheck, 'at'>[]): Set<number> {
  const at = moments.map((m) => Date.parse(m));
  return new Set(
    changes.flatMap((change) => {
      const next = at.findIndex((m) => m > Date.parse(change.at));
      return next > 0 ? [next] : [];
    }),
  );
}

/** Portions that are neighbours, by the place where their parts stand: two at least. */
export function neighboursAtWork({
  job,
}: Pick<Bench, 'job'>): { place: string; pieces: { wood: JobWood; portion: Board }[] }[] {
  const places = new Map<string, { wood: JobWood; portion: Board }[]>();
  for (const wood of job.woods)
    for (const portion of piecesAtWork(wood)) {
      const place = job.parts.find((p) => p.id === portion.pieces?.part)?.place;
      if (place) places.set(place, [...(places.get(place) ?? []), { wood, portion }]);
    }
  return [...places].flatMap(([place, pieces]) => (pieces.length > 1 ? [{ place, pieces }] : []));
}

/** Parts that stand beside a part: a mended piece never blends alone. */
export const neighboursOf = ({ parts }: Pick<Job, 'parts'>, part: Pick<Part, 'id' | 'place'>): Part[] =>
  part.place === '' ? [] : parts.filter((p) => p.place === part.place && p.id !== part.id);

/** What is masked while a part is worked: the zones of it that have layers of their own, or the part that it is a zone of. */
export function maskedFor({ parts }: Pick<Job, 'parts'>, part: Pick<Part, 'id' | 'zoneOf'>): Part[] {
  return parts.filter((p) => p.zoneOf === part.id || p.id === part.zoneOf);
}
