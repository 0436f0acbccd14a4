import type { Belief } from '../../core/belief/belief.ts';
import { chanceOfMatch, straysOf } from '../../core/belief/chance.ts';
import type { Look } from '../../core/belief/things.ts';
import { bentTo } from '../../core/colour/bent.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import type { Spectrum } from '../../core/colour/grid.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import { reflectanceFromLab } from '../../core/colour/reconstruct.ts';
import { unlessRefused } from '../../core/field-error.ts';
import type { Stack } from '../../core/layers/layer.ts';
import type { Board } from '../../shared/board.ts';
import type { JobWood } from '../../shared/job.ts';
import type { KeptHeld, OnRack } from '../../shared/look.ts';
import { isDone, layersOn, stackAsMade } from '../board/stages.ts';
import { beliefOf, hasAim, type JobToBelieve, missesKnown, rackId, stageOf, TARGET } from './belief.ts';
import type { SeenTarget } from './target.ts';

/** A target that nobody told of, as all that was held against it has it; null where nothing is to be matched. */
export function targetBySight(bench: JobToBelieve): SeenTarget | null {
  const belief = hasAim(bench.job) ? beliefOf(bench) : null;
  const reflectance = belief && unlessRefused(() => reflectanceFromLab(belief.colour(TARGET).lab));
  return reflectance ? { reflectance, singleLight: true, seen: reflectance, bySight: true } : null;
}

/** Looks kept with boards that the others at the same two contradict, by their ids. */
export const slipsOf = (bench: JobToBelieve): ReadonlySet<string> =>
  new Set([...(beliefOf(bench)?.slips ?? [])].map((look) => (look as Look & { id: string }).id));

/** A look that takes a smaller share of the doubt away than this is left for the next board. */
const WORTH_A_LOOK = 0.15;

/** How a board's stage is believed to stand against the target. */
export interface SeenStanding {
  /** The finished board of its wood that one more look at tells most of, where that is worth it. */
  lookAt: Board | null;
  /** Of the stage against the target, L*a*b*. */
  difference: Lab;
  chance: number;
  range: [number, number];
}
/** Null where neither eyes nor a camera saw that stage. */
export function seenStanding(
  belief: Belief | null,
  wood: Pick<JobWood, 'id' | 'boards'>,
  board: Board,
  stage: number,
  tolerance: number,
): SeenStanding | null {
  if (!belief?.seen.has(stageOf(board, stage))) return null;
  return {
    ...chanceOfMatch(belief, TARGET, stageOf(board, stage), tolerance),
    lookAt: mostTelling(belief, [wood]),
  };
}

/** The finished board of some woods at which one more look tells most of what to aim at there; null where none is worth it. */
export function mostTelling(belief: Belief | null, woods: readonly Pick<JobWood, 'id' | 'boards'>[]): Board | null {
  if (!belief) return null;
  const [best] = woods
    .flatMap((wood) =>
      wood.boards.filter(isDone).map((board) => ({
        board,
        worth: belief.worth(TARGET, stageOf(board, layersOn(board)), {
          thing: TARGET,
          less: missesKnown(belief, wood, stackAsMade(board)),
        }),
      })),
    )
    .sort((p, q) => q.worth - p.worth);
  return best && best.worth > WORTH_A_LOOK ? best.board : null;
}

/** What on the rack, of all that was held against the target, one more look tells most of; null where none is worth it. */
export function mostTellingOnRack(belief: Belief | null, held: readonly KeptHeld[]): OnRack | null {
  if (!belief) return null;
  const things = new Map(held.flatMap((h) => h.things).map((thing) => [rackId(thing), thing]));
  const [best] = [...things]
    .map(([id, thing]) => ({ thing, worth: belief.worth(TARGET, id, { thing: TARGET, less: [] }) }))
    .sort((p, q) => q.worth - p.worth);
  return best && best.worth > WORTH_A_LOOK ? best.thing : null;
}

/** A finished board beside another, as it is believed to be. */
export interface BesideAnother {
  board: Board;
  /** Less the other, L*a*b*. */
  difference: Lab;
  /** CIEDE2000 */
  off: number;
}
/** The other finished boards of a wood by how near they are to one of them, a control say: no target is asked for. */
export function rankedBeside(belief: Belief | null, boards: readonly Board[], control: Board): BesideAnother[] {
  if (!belief || !isDone(control)) return [];
  const held = stageOf(control, layersOn(control));
  const at = belief.colour(held).lab;
  return boards
    .filter((b) => b.id !== control.id && isDone(b))
    .map((board) => {
      const { difference } = belief.between(held, stageOf(board, layersOn(board)));
      return { board, difference, off: deltaE00(at, at.map((v, i) => v + (difference[i] as number)) as Lab) };
    })
    .sort((p, q) => p.off - q.off);
}

/**
 * What a board’s stage that was only looked at would read, were the target what it is taken for: how far it is from the target
 * is what looks and pictures tell best; and what of that is in doubt. Null where nobody saw it.
 */
export function readingThought(
  belief: Belief | null,
  board: Board,
  stage: number,
  target: Spectrum,
): { reading: Spectrum; unsure: Float64Array[] } | null {
  if (!belief?.seen.has(stageOf(board, stage))) return null;
  const { difference, covariance } = belief.between(TARGET, stageOf(board, stage));
  const wanted = labOf(target);
  const lab = wanted.map((v, i) => v + (difference[i] as number)) as Lab;
  const reading = unlessRefused(() => bentTo(target, lab));
  return reading && { reading, unsure: straysOf(covariance, wanted) };
}

/**
 * What to aim a stack at on a wood for the target to come out, and what of that is in doubt: the target as it is believed to be,
 * less what the recipes of this wood, and those of these colours, were seen to miss. Null where nobody has looked: then the target is aimed at as it was read.
 */
export function aimOn(
  belief: Belief | null,
  wood: Pick<JobWood, 'id'>,
  stack: Stack,
  target: Spectrum,
): { reflectance: Spectrum; unsure: Float64Array[] } | null {
  if (!belief) return null;
  const { lab, covariance } = belief.less(TARGET, missesKnown(belief, wood, stack));
  const unsure = straysOf(covariance, lab);
  // No surface can be so: the target itself is as near as can be said.
  return { reflectance: unlessRefused(() => bentTo(target, lab)) ?? target, unsure };
}
