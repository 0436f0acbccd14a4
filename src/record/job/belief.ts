import { ANY_FINISH, type Belief } from '../../core/belief/belief.ts';
import { straysOf } from '../../core/belief/chance.ts';
import { believeMade, type MadeThing, ofColour, type Turn, type Turns, withTurns } from '../../core/belief/colours.ts';
import { knownBefore } from '../../core/belief/elsewhere.ts';
import { alikeAt } from '../../core/belief/metric.ts';
import { photographed, TABLE } from '../../core/belief/pictures.ts';
import { familyOf } from '../../core/belief/recipes.ts';
import type { Look, Nearest, Sightings, Thing, Unknown } from '../../core/belief/things.ts';
import { predictFinal } from '../../core/board/predict.ts';
import { rawMean } from '../../core/board/wood.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import { unlessRefused } from '../../core/field-error.ts';
import type { Stack } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import { type Knowledge, tuningOf } from '../../core/learn/knowledge.ts';
import type { Board } from '../../shared/board.ts';
import type { Job, JobWood } from '../../shared/job.ts';
import type { KeptLook, OnRack } from '../../shared/look.ts';
import type { KeptField, KeptPicture } from '../../shared/picture.ts';
import type { StoredReading } from '../../shared/reading.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { everyBoard } from '../board/plank.ts';
import { isDone, layersOn, measuredOf, stackAsMade, stageMean } from '../board/stages.ts';
import { preparationOf, woodOfBoard } from '../board/wood.ts';
import { materialsOf } from '../shelf/materials.ts';
import { targetOf } from './target.ts';

/**
 * How far what is known of a colour may be off along each direction, CIEDE2000: read, typed as L*a*b*, pictured with a card, said
 * in words, or only foreseen of a recipe.
 */
export const KNOWN_TO = { read: 0.1, typed: 0.3, pictured: 1.2, foreseen: 2.2, said: 2.5 } as const;
/**
 * What recipes are expected to miss on a wood before a board was seen, and what those of the same layers and colours miss beside,
 * with colours that were laddered and with usual ones; what one board strays by itself. CIEDE2000. Common practice, no source.
 */
const RECIPE_MISSES = { wood: 1.4, family: 0.8 } as const;
const USUAL_MISSES = { wood: 1.5, family: 1.5 } as const;
const BOARD_STRAYS = 0.6;
/** How far a raw board may be from what its wood usually is. Common practice, no source. */
const RAW_STRAYS = 4;

/** What a belief is made from. */
export interface JobToBelieve {
  job: Job;
  shelf: Shelf;
  knowledge: Knowledge;
}

/** What the looks of a job come to: its belief, and how its colours that nobody has laddered are thought to be turned. */
interface Believed {
  belief: Belief;
  turns: Turns;
}

export const TARGET = 'target';
/** How what stands on the rack is called among the things of a belief. */
export const rackId = ({ kind, id }: Pick<OnRack, 'kind' | 'id'>): string => `${kind}/${id}`;
/** How a stage of a board is called among the things of a belief. */
export const stageOf = ({ id }: Pick<Board, 'id'>, stage: number): string => `${id}/${stage}`;
const missesOf = ({ id }: Pick<JobWood, 'id'>): string => `wood/${id}`;
const familyOn = ({ id }: Pick<JobWood, 'id'>, stack: Stack): string => `recipe/${id}/${familyOf(stack)}`;
/** What of that is known of a stack on a wood. */
export const missesKnown = (belief: Belief, wood: Pick<JobWood, 'id'>, stack: Stack): string[] =>
  [missesOf(wood), familyOn(wood, stack)].filter((id) => belief.unknowns.has(id));

const SOURCES: Readonly<Record<string, keyof typeof KNOWN_TO>> = { words: 'said', typed: 'typed', picture: 'pictured' };
const sourceOf = ({ source }: Pick<StoredReading, 'source'>): keyof typeof KNOWN_TO => SOURCES[source] ?? 'read';

/** What a target is known by best. */
function knownBy({ target }: Job): keyof typeof KNOWN_TO {
  const sources = target.map(sourceOf);
  return sources.includes('read') ? 'read' : sources.includes('typed') ? 'typed' : 'said';
}

/** Whether a look says anything of the colour that there will be: wet is darker than dry. */
export const tells = ({ said, farther, wet }: KeptLook): boolean => !wet && (said !== null || farther.length > 0);

/** How what lies in a picture is called among the things of a belief; null of a grey. */
export const pictured = (field: KeptField): string | null =>
  field.thing === 'grey'
    ? null
    : field.thing === 'table'
      ? TABLE
      : field.thing === 'target'
        ? TARGET
        : field.thing === 'board'
          ? stageOf({ id: field.board }, field.stage)
          : rackId(field.on);
/** Pictures in which something is told of. */
export const telling = ({
  pictures,
}: Pick<Job, 'pictures'>): (KeptPicture & { shot: NonNullable<KeptPicture['shot']> })[] =>
  pictures.flatMap((p) => (p.shot ? [{ ...p, shot: p.shot }] : []));
/** A camera sees by each light otherwise. */
export const cameraBy = ({ camera, light }: Pick<KeptPicture, 'camera' | 'light'>): string => `${camera}/${light}`;

/**
 * Every stage of a board that somebody looked at, or that was held against another, or lies in a picture; and the finished board,
 * which can be.
 */
function stagesAtHand(
  board: Board,
  { looks, pictures }: { looks: readonly KeptLook[]; pictures: readonly KeptPicture[] },
): number[] {
  const own = board.looks.filter(tells).map((l) => l.stage);
  const beside = looks
    .flatMap(({ against, farther }) => [...(against ? [against] : []), ...farther])
    .flatMap((held) => (held.board === board.id ? [held.stage] : []));
  const taken = pictures
    .flatMap((p) => p.fields)
    .flatMap((field) => (field.thing === 'board' && field.board === board.id ? [field.stage] : []));
  return [...new Set([...own, ...beside, ...taken, ...(isDone(board) ? [layersOn(board)] : [])])];
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
export function asSeen(bench: JobToBelieve, materials: Materials): Materials {
  const usual = [...turnsOf(bench)].filter(([id]) => materials.colourants[id]?.usual);
  return usual.length > 0 ? withTurns(materials, new Map(usual)) : materials;
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

/** The mean of a stage that an instrument read; null where only a picture tells of it, which is evidence by itself. */
export function meanByInstrument(board: Board, stage: number) {
  const only = board.readings.filter((r) => r.stage === stage).every((r) => r.source === 'picture');
  return only ? null : stageMean(board, stage);
}

/** What was said of boards, as a belief takes it. */
function sightingsOf({ held }: Job, boards: readonly Board[]): Sightings {
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
  const ofRack = held.flatMap(({ id, things: [thing, ...farther], person, said, swapped }) => {
    const second = thing && rackId(thing);
    return second ? [{ id, second, farther: farther.map(rackId), person: person ?? '', said, swapped }] : [];
  });
  return {
    looks: [
      ...looks,
      ...ofRack.flatMap(({ said, farther, ...look }) => (said ? [{ ...look, first: TARGET, said }] : [])),
    ],
    nearest: [
      ...nearest,
      ...ofRack.flatMap(({ second, farther: others, person }) =>
        others.length > 0 ? [{ nearest: second, others, to: TARGET, person }] : [],
      ),
    ],
  };
}

function believedOf(bench: JobToBelieve): Believed | null {
  const { job, shelf } = bench;
  const target = targetOf(job);
  const boards = job.woods.flatMap((wood) =>
    // Pieces are many: those that nobody looked at are left out.
    [...wood.boards, ...wood.pieces.filter((p) => p.looks.length > 0)].map((board) => ({ wood, board })),
  );
  const kept = boards.flatMap(({ board }) => board.looks).filter(tells);
  const held = job.held.filter(({ said, things }) => said !== null || things.length > 1);
  const pictures = telling(job);
  if (kept.length === 0 && held.length === 0 && pictures.length === 0) return null;
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
    for (const stage of stagesAtHand(board, { looks: kept, pictures })) {
      const id = stageOf(board, stage);
      const reading = meanByInstrument(board, stage);
      const raw = stage === 0 ? shelf.species.find((s) => s.id === wood.speciesId) : undefined;
      const expected = raw ? undefined : board.recipe?.expected[stage];
      const lab = reading
        ? labOf(reading)
        : raw
          ? labOf(rawMean(raw))
          : expected
            ? labOf(Float64Array.from(expected))
            : ANY_FINISH.lab;
      // What is not foreseen may be anything.
      const own = reading
        ? alikeAt(lab, KNOWN_TO.read)
        : raw
          ? alikeAt(lab, RAW_STRAYS)
          : expected
            ? alikeAt(lab, BOARD_STRAYS)
            : ANY_FINISH.covariance;
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
  const ofRack = [
    ...held.flatMap((h) => h.things),
    ...pictures.flatMap((p) => p.fields.flatMap((field) => (field.thing === 'rack' ? [field.on] : []))),
  ];
  for (const thing of new Map(ofRack.map((t) => [rackId(t), t])).values()) {
    const [id, lab] = [rackId(thing), thing.lab as unknown as Lab];
    unknowns.push({ id, covariance: alikeAt(lab, KNOWN_TO[thing.known]) });
    things.push({ id, lab, unknown: [id] });
  }
  const seen = photographed(
    pictures.map(({ id, light, swapOf, shot, ...taken }) => ({
      id,
      camera: cameraBy({ ...taken, light }),
      lamp: light !== 'D65',
      ...(swapOf ? { swapOf } : {}),
      shot,
    })),
    knownBefore(bench.knowledge.seen, [...turning]),
  );
  const said = sightingsOf(
    job,
    boards.map((b) => b.board),
  );
  return believeMade({ unknowns, things: [...things, ...seen.things], made, before: seen.before }, materials, {
    ...said,
    read: seen.read,
  });
}

/** Whether anything is to be matched: a target was told of, or somebody held a board against a piece in the hand, or it lies in a picture. */
export const hasAim = ({ target, held, pictures, woods }: Job): boolean =>
  target.length > 0 ||
  held.length > 0 ||
  telling({ pictures }).some((p) => p.fields.some((f) => f.thing === 'target')) ||
  woods.some((w) => everyBoard(w).some((b) => b.looks.some((l) => tells(l) && !l.against)));

/**
 * How far the target itself may be from what it is taken for, CIEDE2000: a standard deviation over all directions. What was
 * read is known well, words are a shade or more off, and looks narrow it; null before there is any target or look.
 */
export function targetKnownTo(bench: JobToBelieve): number | null {
  const belief = beliefOf(bench);
  if (!belief && bench.job.target.length === 0) return null;
  if (!belief) return Math.sqrt(3) * KNOWN_TO[knownBy(bench.job)];
  const { lab, covariance } = belief.colour(TARGET);
  return Math.hypot(...straysOf(covariance, lab).map((s) => Math.hypot(...s)));
}
