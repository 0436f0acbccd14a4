import {
  ANY_FINISH,
  type Belief,
  believe,
  chanceOfMatch,
  type Look,
  type Nearest,
  straysOf,
  type Thing,
  type Unknown,
} from '../../core/belief/belief.ts';
import { alikeAt } from '../../core/belief/metric.ts';
import type { Spectrum } from '../../core/colour/grid.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import { bentTo } from '../../core/colour/shades.ts';
import { unlessRefused } from '../../core/field-error.ts';
import type { Materials } from '../../core/layers/materials.ts';
import type { Board } from '../../shared/board.ts';
import type { Job, JobWood } from '../../shared/job.ts';
import type { KeptLook } from '../../shared/look.ts';
import type { StoredReading } from '../../shared/reading.ts';
import { isDone, layersOn, stageMean } from '../board/stages.ts';
import type { SeenTarget } from './target.ts';

/** How far what is known of a target may be off along each direction, CIEDE2000: read, typed as L*a*b*, or said in words. */
const KNOWN_TO = { read: 0.1, typed: 0.3, said: 2.5 } as const;
/**
 * What a recipe is expected to miss before a board of it was seen, with colours that were laddered and with usual ones; what
 * one board strays by itself. CIEDE2000. Common practice, no source.
 */
const RECIPE_MISSES = 1.6;
const USUAL_MISSES = 5;
const BOARD_STRAYS = 0.6;

/** What a belief is made from. */
interface JobToBelieve {
  job: Job;
  target: SeenTarget | null;
  materials: Materials;
}

export const TARGET = 'target';
/** How a stage of a board is called among the things of a belief. */
export const stageOf = ({ id }: Pick<Board, 'id'>, stage: number): string => `${id}/${stage}`;
const missesOf = ({ id }: Pick<JobWood, 'id'>): string => `wood/${id}`;

const sourceOf = ({ source }: Pick<StoredReading, 'source'>): keyof typeof KNOWN_TO =>
  source === 'words' ? 'said' : source === 'typed' ? 'typed' : 'read';

/** What a target is known by best. */
function knownBy({ target }: Job): keyof typeof KNOWN_TO {
  const sources = target.map(sourceOf);
  return sources.includes('read') ? 'read' : sources.includes('typed') ? 'typed' : 'said';
}

/** Whether a look says anything of the colour that there will be: wet is darker than dry. */
const tells = ({ said, farther, wet }: KeptLook): boolean => !wet && (said !== null || farther.length > 0);

/** Every stage of a board that somebody looked at, or that was held against another; and the finished board, which can be. */
function stagesAtHand(board: Board, looks: readonly KeptLook[]): number[] {
  const own = board.looks.filter(tells).map((l) => l.stage);
  const beside = looks
    .flatMap(({ against, farther }) => [...(against ? [against] : []), ...farther])
    .flatMap((held) => (held.board === board.id ? [held.stage] : []));
  return [...new Set([...own, ...beside, ...(isDone(board) ? [layersOn(board)] : [])])];
}

/**
 * What is believed of a job's target and boards from readings, words and looks, all of it together; null where nobody has
 * looked: then a reading is all there is. Without a target in words or figures it is some finished wood, in somebody's hand.
 */
export function beliefOf(bench: JobToBelieve): Belief | null {
  const known = beliefs.get(bench.job);
  if (known !== undefined) return known;
  const belief = believedOf(bench);
  beliefs.set(bench.job, belief);
  return belief;
}
/** A job's belief is asked for many times while a page is shown, and is the same while its record is. */
const beliefs = new WeakMap<Job, Belief | null>();

/** Whether a wood's boards carry a colour that nobody has laddered. */
const ofUsualColours = ({ boards }: JobWood, { colourants }: Materials): boolean =>
  boards.some((b) => b.recipe?.stack.some((l) => Object.keys(l.colours).some((id) => colourants[id]?.usual)));

function believedOf({ job, target, materials }: JobToBelieve): Belief | null {
  const boards = job.woods.flatMap((wood) => wood.boards.map((board) => ({ wood, board })));
  const kept = boards.flatMap(({ board }) => board.looks).filter(tells);
  if (kept.length === 0) return null;
  // Who has told nothing of the target made the first board for it: it is somewhere about that.
  const first = boards.find(({ board }) => board.looks.some(tells))?.board;
  const made = first?.recipe?.expected.at(-1);
  const wanted = target ? labOf(target.reflectance) : made ? labOf(Float64Array.from(made)) : ANY_FINISH.lab;
  const unknowns: Unknown[] = [
    { id: TARGET, covariance: target ? alikeAt(wanted, KNOWN_TO[knownBy(job)]) : ANY_FINISH.covariance },
    ...job.woods.map((wood) => ({
      id: missesOf(wood),
      covariance: alikeAt(wanted, ofUsualColours(wood, materials) ? USUAL_MISSES : RECIPE_MISSES),
    })),
  ];
  const things: Thing[] = [{ id: TARGET, lab: wanted, unknown: [TARGET] }];
  for (const { wood, board } of boards)
    for (const stage of stagesAtHand(board, kept)) {
      const id = stageOf(board, stage);
      const reading = stageMean(board, stage);
      const expected = board.recipe?.expected[stage];
      const lab = reading ? labOf(reading) : expected ? labOf(Float64Array.from(expected)) : ANY_FINISH.lab;
      // What was read needs no recipe to be known by; what is not foreseen may be anything.
      const own = reading ? alikeAt(lab, KNOWN_TO.read) : expected ? alikeAt(lab, BOARD_STRAYS) : ANY_FINISH.covariance;
      unknowns.push({ id, covariance: own });
      things.push({ id, lab, unknown: !reading && expected ? [missesOf(wood), id] : [id] });
    }
  const looks = boards.flatMap(({ board }) =>
    board.looks.filter(tells).flatMap(({ id, stage, against, person, said }): (Look & { id: string })[] =>
      said === null
        ? []
        : [
            {
              id,
              first: against ? stageOf({ id: against.board }, against.stage) : TARGET,
              second: stageOf(board, stage),
              person: person ?? '',
              said,
            },
          ],
    ),
  );
  const nearest = boards.flatMap(({ board }) =>
    board.looks.filter(tells).flatMap(({ stage, farther, person }): Nearest[] =>
      farther.length === 0
        ? []
        : [
            {
              nearest: stageOf(board, stage),
              others: farther.map((other) => stageOf({ id: other.board }, other.stage)),
              to: TARGET,
              person: person ?? '',
            },
          ],
    ),
  );
  return believe(unknowns, things, { looks, nearest });
}

/**
 * How far the target itself may be from what it is taken for, CIEDE2000: a standard deviation over all directions. What was
 * read is known well, words are a shade or more off, and looks narrow it; null before there is any target or look.
 */
export function targetKnownTo(bench: JobToBelieve): number | null {
  const belief = beliefOf(bench);
  if (!belief && !bench.target) return null;
  if (!belief) return Math.sqrt(3) * KNOWN_TO[knownBy(bench.job)];
  const { lab, covariance } = belief.colour(TARGET);
  return Math.hypot(...straysOf(covariance, lab).map((s) => Math.hypot(...s)));
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
/** Null where nobody has looked at that stage. */
export function seenStanding(
  belief: Belief | null,
  wood: Pick<JobWood, 'id' | 'boards'>,
  board: Board,
  stage: number,
  tolerance: number,
): SeenStanding | null {
  if (!belief || !board.looks.some((l) => l.stage === stage && tells(l))) return null;
  const aim = { thing: TARGET, less: missesOf(wood) };
  const [best] = wood.boards
    .filter(isDone)
    .map((of) => ({ board: of, worth: belief.worth(TARGET, stageOf(of, layersOn(of)), aim) }))
    .sort((p, q) => q.worth - p.worth);
  const lookAt = best && best.worth > WORTH_A_LOOK ? best.board : null;
  return { ...chanceOfMatch(belief, TARGET, stageOf(board, stage), tolerance), lookAt };
}

/**
 * What to aim at on a wood for the target to come out, and what of that is in doubt: the target as it is believed to be, less
 * what the recipes of this wood were seen to miss. Null where nobody has looked: then the target is aimed at as it was read.
 */
export function aimOn(
  belief: Belief | null,
  wood: Pick<JobWood, 'id'>,
  target: Spectrum,
): { reflectance: Spectrum; unsure: Float64Array[] } | null {
  if (!belief) return null;
  const { lab, covariance } = belief.less(TARGET, missesOf(wood));
  const unsure = straysOf(covariance, lab);
  // No surface can be so: the target itself is as near as can be said.
  return { reflectance: unlessRefused(() => bentTo(target, lab)) ?? target, unsure };
}
