import { ANY_FINISH } from '../../core/belief/belief.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import { type StrengthOf, strengthUnit } from '../../core/layers/materials.ts';
import type { Job } from '../../shared/job.ts';
import type { KeptHeld, OnRack } from '../../shared/look.ts';
import type { OldBoard } from '../../shared/old-board.ts';
import { LabSchema } from '../../shared/reading.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { oldReading } from '../board/evidence.ts';
import { finishedMean, isDone } from '../board/stages.ts';
import { onTheShelf } from '../shelf/materials.ts';

/** What is on the rack against which a target can be held: what was read of it, else what its recipe promised. */
export function rackAtHand(
  { species, colourants }: Pick<Shelf, 'species' | 'colourants'>,
  oldBoards: readonly OldBoard[],
  jobs: readonly Job[],
): OnRack[] {
  const nameOf = (id: string) => species.find((s) => s.id === id)?.name ?? id;
  const old = onTheShelf(oldBoards).flatMap((board): OnRack[] => {
    const reading = oldReading(board);
    const known = board.grid ? 'read' : board.doubt !== null ? 'pictured' : 'typed';
    return reading ? [{ kind: 'old', id: board.id, label: board.label, lab: labOf(reading), known }] : [];
  });
  const made = jobs.flatMap(({ customer, woods }) =>
    woods.flatMap((wood) =>
      wood.boards.filter(isDone).flatMap((board): OnRack[] => {
        const label = `${customer}, ${nameOf(wood.speciesId).toLowerCase()} ${board.number}`;
        const read = finishedMean(board);
        const promised = board.recipe?.expected.at(-1);
        const thing = { kind: 'board' as const, id: board.id, label };
        if (read) return [{ ...thing, lab: labOf(read), known: 'read' }];
        return promised ? [{ ...thing, lab: labOf(promised), known: 'foreseen' }] : [];
      }),
    ),
  );
  const rungs = onTheShelf(colourants).flatMap((colour) =>
    colour.rungs.map(
      ({ id, speciesId, strength, after }): OnRack => ({
        kind: 'rung',
        id,
        label: `${colour.name} ${told(strength, colour)} on ${nameOf(speciesId).toLowerCase()}`,
        lab: labOf(after),
        known: 'read',
      }),
    ),
  );
  // What was read as no surface can be is held against nothing.
  return [...old, ...made, ...rungs].filter(({ lab }) => LabSchema.safeParse(lab).success);
}

/** A rung's strength on its label. */
function told(strength: number, colour: StrengthOf): string {
  const { word, one } = strengthUnit(colour);
  return `${Number((strength / one).toFixed(1))} ${word.replace(' of the mix', '')}`;
}

/** Held up at once, at most: first to find the neighbourhood, then within it. */
const FIRST_AT_ONCE = 6;
const AT_ONCE = 4;

/**
 * What to take from the rack to hold up to a target: at first things as unlike one another as it has, then those that are nearest
 * to where the target is thought to be. None where those were held up together already.
 * @param thought where the target is thought to be, L*a*b*; null before anything is known
 */
export function toHoldUp(rack: readonly OnRack[], thought: Lab | null, held: readonly KeptHeld[]): OnRack[] {
  if (!thought) return unlike(rack.filter(isFinishLike), FIRST_AT_ONCE);
  const near = rack
    .map((thing) => ({ thing, far: deltaE00(thought, thing.lab as Lab) }))
    .sort((p, q) => p.far - q.far)
    .slice(0, AT_ONCE)
    .map(({ thing }) => thing);
  const together = held.some(({ things }) => near.every((n) => things.some((t) => t.id === n.id)));
  return near.length < 2 || together ? [] : near;
}

/** It could be the colour of some finished wood: strong rungs of a single dye could not. */
const isFinishLike = ({ lab }: OnRack): boolean =>
  ANY_FINISH.lab.every(
    (middle, i) => Math.abs((lab[i] as number) - middle) < 2 * Math.sqrt(ANY_FINISH.covariance[4 * i] as number),
  );

/** Things that are each as far as can be from those before it, the middle of all the first. */
function unlike(rack: readonly OnRack[], most: number): OnRack[] {
  if (rack.length < 2) return [];
  const mean = [0, 1, 2].map((i) => rack.reduce((sum, t) => sum + (t.lab[i] as number), 0) / rack.length) as Lab;
  const far = rack.map((thing) => ({ thing, from: deltaE00(mean, thing.lab as Lab) }));
  const taken: OnRack[] = [];
  let next = far.reduce((p, q) => (q.from < p.from ? q : p)).thing;
  for (const f of far) f.from = Number.POSITIVE_INFINITY;
  while (taken.length < Math.min(most, rack.length)) {
    taken.push(next);
    for (const f of far) f.from = Math.min(f.from, deltaE00(next.lab as Lab, f.thing.lab as Lab));
    const farthest = far.reduce((p, q) => (q.from > p.from ? q : p));
    if (farthest.from === 0) break;
    next = farthest.thing;
  }
  return taken;
}
