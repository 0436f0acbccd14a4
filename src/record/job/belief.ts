import {
  ANY_FINISH,
  type Belief,
  type Look,
  type Nearest,
  type Sightings,
  type Thing,
  type Unknown,
} from '../../core/belief/belief.ts';
import { chanceOfMatch, straysOf } from '../../core/belief/chance.ts';
import { believeMade, type MadeThing, ofColour, type Turn, type Turns, withTurns } from '../../core/belief/colours.ts';
import { knownBefore } from '../../core/belief/elsewhere.ts';
import { alikeAt } from '../../core/belief/metric.ts';
import { familyOf } from '../../core/belief/recipes.ts';
import { predictFinal } from '../../core/board/predict.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import type { Spectrum } from '../../core/colour/grid.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import { bentTo } from '../../core/colour/shades.ts';
import { unlessRefused } from '../../core/field-error.ts';
import type { Stack } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import { type Knowledge, tuningOf } from '../../core/learn/knowledge.ts';
import type { Board } from '../../shared/board.ts';
import type { Job, JobWood } from '../../shared/job.ts';
import type { KeptLook } from '../../shared/look.ts';
import type { StoredReading } from '../../shared/reading.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { isDone, layersOn, measuredOf, stackAsMade, stageMean } from '../board/stages.ts';
import { preparationOf, woodOfBoard } from '../board/wood.ts';
import { materialsOf } from '../shelf/materials.ts';
import type { SeenTarget } from './target.ts';

/** How far what is known of a target may be off along each direction, CIEDE2000: read, typed as L*a*b*, or said in words. */
const KNOWN_TO = { read: 0.1, typed: 0.3, said: 2.5 } as const;
/**
 * What recipes are expected to miss on a wood before a board was seen, and what those of the same layers and colours miss beside,
 * with colours that were laddered and with usual ones; what one board strays by itself. CIEDE2000. Common practice, no source.
 */
const RECIPE_MISSES = { wood: 1.4, family: 0.8 } as const;
const USUAL_MISSES = { wood: 1.5, family: 1.5 } as const;
const BOARD_STRAYS = 0.6;

/** What a belief is made from. */
export interface JobToBelieve {
  job: Job;
  shelf: Shelf;
  knowledge: Knowledge;
  target: SeenTarget | null;
}

/** What the looks of a job come to: its belief, and how its colours that nobody has laddered are thought to be turned. */
interface Believed {
  belief: Belief;
  turns: Turns;
}

export const TARGET = 'target';
/** How a stage of a board is called among the things of a belief. */
export const stageOf = ({ id }: Pick<Board, 'id'>, stage: number): string => `${id}/${stage}`;
const missesOf = ({ id }: Pick<JobWood, 'id'>): string => `wood/${id}`;
const familyOn = ({ id }: Pick<JobWood, 'id'>, stack: Stack): string => `recipe/${id}/${familyOf(stack)}`;
/** What of that is known of a stack on a wood. */
const missesKnown = (belief: Belief, wood: Pick<JobWood, 'id'>, stack: Stack): string[] =>
  [missesOf(wood), familyOn(wood, stack)].filter((id) => belief.unknowns.has(id));

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
 * What is believed of a job’s target and boards from readings, words and looks, all of it together; null where nobody has
 * looked: then a reading is all there is. Without a target in words or figures it is some finished wood, in somebody’s hand.
 */
export const beliefOf = (bench: JobToBelieve): Belief | null => believed(bench)?.belief ?? null;

/** How the colours that were only looked at are thought to be turned: by the looks of a job, before any by those of others. */
const turnsOf = (bench: JobToBelieve): Turns =>
  believed(bench)?.turns ??
  new Map(Object.entries(bench.knowledge.seen?.turns ?? {}).map(([id, { mean }]) => [id, mean as unknown as Turn]));

/** Materials with the colours that were only looked at as looks have them. */
export function asSeen(bench: JobToBelieve, { colourants, mediums }: Materials): Materials {
  const usual = [...turnsOf(bench)].filter(([id]) => colourants[id]?.usual);
  return usual.length > 0 ? withTurns({ colourants, mediums }, new Map(usual)) : { colourants, mediums };
}

/** How far the strength of each colour that was only looked at is in doubt after all looks: of its logarithm. */
export function strengthDoubts(bench: JobToBelieve): Record<string, number> {
  const seen = believed(bench);
  const elsewhere = bench.knowledge.seen?.turns ?? {};
  const known = (id: string) => seen?.belief.unknown(ofColour(id)).covariance ?? elsewhere[id]?.covariance;
  const colours = seen ? [...seen.turns.keys()] : Object.keys(elsewhere);
  return Object.fromEntries(colours.map((id) => [id, Math.sqrt(known(id)?.[0] ?? 0)]));
}

/** The colours of a job that were only looked at, with what its looks come to; null where nobody has looked. */
export function seenIn(bench: JobToBelieve): { belief: Belief; colours: readonly string[] } | null {
  const seen = believed(bench);
  return seen && { belief: seen.belief, colours: [...seen.turns.keys()] };
}

/** A job’s belief is asked for many times while a page is shown, and is the same while its record and its shelf are. */
function believed(bench: JobToBelieve): Believed | null {
  const known = beliefs.get(bench.job);
  if (known && known.shelf === bench.shelf && known.knowledge === bench.knowledge) return known.seen;
  const seen = believedOf(bench);
  beliefs.set(bench.job, { shelf: bench.shelf, knowledge: bench.knowledge, seen });
  return seen;
}
const beliefs = new WeakMap<Job, Pick<JobToBelieve, 'shelf' | 'knowledge'> & { seen: Believed | null }>();

/** The colours of a board that nobody has laddered. */
const usualColoursOf = ({ recipe }: Board, { colourants }: Materials): string[] => [
  ...new Set((recipe?.stack ?? []).flatMap((l) => Object.keys(l.colours)).filter((id) => colourants[id]?.usual)),
];

/** What is foreseen of a stage of a board, with colours as they come to be thought of; null where its wood has gone. */
function foreseenOf({ shelf, knowledge }: JobToBelieve, wood: JobWood, board: Board, stage: number) {
  const species = shelf.species.find((s) => s.id === wood.speciesId);
  if (!species) return null;
  const { scaled } = woodOfBoard(species, wood, board);
  const stack = stackAsMade(board).slice(0, stage);
  const options = {
    preparation: preparationOf(wood, board),
    measured: measuredOf(board).filter((m) => m.layers < stage),
  };
  return (materials: Materials): Lab =>
    labOf(predictFinal(stack, scaled, materials, { ...options, tuning: tuningOf(knowledge, species.id, materials) }));
}

/** What was said of boards, as a belief takes it. */
function sightingsOf(boards: readonly Board[]): Sightings {
  const looks = boards.flatMap((board) =>
    board.looks.filter(tells).flatMap(({ id, stage, against, person, said, swapped }): (Look & { id: string })[] =>
      said === null
        ? []
        : [
            {
              id,
              first: against ? stageOf({ id: against.board }, against.stage) : TARGET,
              second: stageOf(board, stage),
              person: person ?? '',
              said,
              swapped,
            },
          ],
    ),
  );
  const nearest = boards.flatMap((board) =>
    board.looks.filter(tells).flatMap(({ stage, farther, between, person }): Nearest[] =>
      farther.length === 0
        ? []
        : [
            {
              nearest: stageOf(board, stage),
              others: farther.map((other) => stageOf({ id: other.board }, other.stage)),
              to: TARGET,
              between,
              person: person ?? '',
            },
          ],
    ),
  );
  return { looks, nearest };
}

function believedOf(bench: JobToBelieve): Believed | null {
  const { job, shelf, target } = bench;
  const boards = job.woods.flatMap((wood) => wood.boards.map((board) => ({ wood, board })));
  const kept = boards.flatMap(({ board }) => board.looks).filter(tells);
  if (kept.length === 0) return null;
  // Who has told nothing of the target made the first board for it: it is somewhere about that.
  const first = boards.find(({ board }) => board.looks.some(tells))?.board;
  const planned = first?.recipe?.expected.at(-1);
  const materials = materialsOf(shelf);
  const turning = new Set(boards.flatMap(({ board }) => usualColoursOf(board, materials)));
  const wanted = target ? labOf(target.reflectance) : planned ? labOf(Float64Array.from(planned)) : ANY_FINISH.lab;
  const missesOn = (wood: JobWood) =>
    wood.boards.some((b) => usualColoursOf(b, materials).length > 0) ? USUAL_MISSES : RECIPE_MISSES;
  const unknowns: Unknown[] = [
    { id: TARGET, covariance: target ? alikeAt(wanted, KNOWN_TO[knownBy(job)]) : ANY_FINISH.covariance },
    ...job.woods.map((wood) => ({ id: missesOf(wood), covariance: alikeAt(wanted, missesOn(wood).wood) })),
  ];
  const things: Thing[] = [{ id: TARGET, lab: wanted, unknown: [TARGET] }];
  const made: MadeThing[] = [];
  for (const { wood, board } of boards)
    for (const stage of stagesAtHand(board, kept)) {
      const id = stageOf(board, stage);
      const reading = stageMean(board, stage);
      const expected = board.recipe?.expected[stage];
      const lab = reading ? labOf(reading) : expected ? labOf(Float64Array.from(expected)) : ANY_FINISH.lab;
      // What is not foreseen may be anything.
      const own = reading ? alikeAt(lab, KNOWN_TO.read) : expected ? alikeAt(lab, BOARD_STRAYS) : ANY_FINISH.covariance;
      unknowns.push({ id, covariance: own });
      // What was read needs no recipe to be known by.
      const family = familyOn(wood, stackAsMade(board).slice(0, stage));
      const unknown = reading || !expected ? [id] : [missesOf(wood), family, id];
      if (unknown.includes(family) && !unknowns.some((u) => u.id === family))
        unknowns.push({ id: family, covariance: alikeAt(lab, missesOn(wood).family) });
      const colours = reading || !expected ? [] : usualColoursOf(board, materials);
      const foreseen = colours.length > 0 ? foreseenOf(bench, wood, board, stage) : null;
      if (foreseen && unlessRefused(() => foreseen(materials))) {
        made.push({ id, colours, foreseen, unknown });
        continue;
      }
      things.push({ id, lab, unknown });
    }
  const before = knownBefore(bench.knowledge.seen, [...turning]);
  return believeMade({ unknowns, things, made, before }, materials, sightingsOf(boards.map((b) => b.board)));
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

/** Whether anything is to be matched: a target was told of, or somebody held a board against a piece in the hand. */
export const hasAim = ({ target, woods }: Job): boolean =>
  target.length > 0 || woods.some((w) => w.boards.some((b) => b.looks.some((l) => tells(l) && !l.against)));

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
 * is what looks tell best; and what of that is in doubt. Null where nobody has looked at it.
 */
export function readingThought(
  belief: Belief | null,
  board: Board,
  stage: number,
  target: Spectrum,
): { reading: Spectrum; unsure: Float64Array[] } | null {
  if (!belief || !board.looks.some((l) => l.stage === stage && tells(l))) return null;
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
