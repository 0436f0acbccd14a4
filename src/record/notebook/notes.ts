import { lookedText } from '../../core/belief/words.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { passes } from '../../core/colour/difference.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import { causeOf, faultOf } from '../../core/faults/index.ts';
import { newLayer } from '../../core/layers/layer.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import type { Board, Recipe } from '../../shared/board.ts';
import type { FaultFound } from '../../shared/fault.ts';
import type { Job, JobWood } from '../../shared/job.ts';
import type { KeptLook } from '../../shared/look.ts';
import type { KeptMix } from '../../shared/mix.ts';
import type { ColourKnown, Noted, NotedVerdict } from '../../shared/notebook.ts';
import type { OldBoard } from '../../shared/old-board.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { boardCode } from '../board/codes.ts';
import { oldReading, stackOfOldBoard } from '../board/evidence.ts';
import { isDone, layersOn, stackAsMade, stageMean } from '../board/stages.ts';
import { nameOfWood } from '../board/wood.ts';
import { beliefOf, KNOWN_TO, pictured } from '../job/belief.ts';
import { type Bench, openBench } from '../job/bench.ts';
import { readingThought } from '../job/by-sight.ts';
import { colourPictured } from '../job/pictures.ts';
import { missOfFinished } from '../job/standing.ts';
import { type SeenTarget, targetOn } from '../job/target.ts';
import { itemsOf } from '../shelf/materials.ts';
import { systemOf } from './system.ts';

/** A thing as it is noted: what is shown of it, and what it is found by beside its colour. */
export interface Note {
  shown: Omit<Noted, 'away'>;
  system: string | null;
  /** Products on it, e.g. `colourant/honey`, and the lots that were poured of them. */
  items: string[];
  lots: string[];
  /** Every word it is found by. */
  said: string[];
}

type Colour = Pick<Noted, 'known' | 'doubt' | 'lab' | 'grid'>;
const NO_COLOUR: Colour = { known: null, doubt: null, lab: null, grid: null };
/** In each of three parts so much is much together. */
const inAll = (each: number) => Math.sqrt(3) * each;
const known = (how: ColourKnown, reading: ArrayLike<number>, doubt: number): Colour => ({
  known: how,
  doubt,
  lab: labOf(Float64Array.from(reading)),
  grid: Array.from(reading),
});
/** A colour that is known for one light alone has no spectrum. */
const knownAs = (how: ColourKnown, lab: Lab, doubt: number): Colour => ({ known: how, doubt, lab, grid: null });

/** The colour of a stage of a board: as it was read, else as looks and pictures have it, else as it is foreseen. */
function colourOf(bench: Bench, target: SeenTarget | null, board: Board, stage: number): Colour {
  const mean = stageMean(board, stage);
  const typed = board.readings.every((r) => r.stage !== stage || r.lab !== null);
  if (mean)
    return typed ? knownAs('typed', labOf(mean), inAll(KNOWN_TO.typed)) : known('read', mean, inAll(KNOWN_TO.read));
  const seen = target && readingThought(beliefOf(bench), board, stage, target.reflectance);
  if (seen) {
    const doubt = Math.sqrt(seen.unsure.reduce((sum, u) => sum + u.reduce((s, v) => s + v * v, 0), 0));
    return knownAs('seen', labOf(seen.reading), doubt);
  }
  const foreseen = board.recipe?.expected[stage];
  return foreseen ? known('foreseen', foreseen, inAll(KNOWN_TO.foreseen)) : NO_COLOUR;
}

interface AtBench {
  bench: Bench;
  job: Noted['job'];
  faults: readonly FaultFound[];
  /** How a product is called. */
  named: (item: string) => string;
}

const present = <T>(list: readonly (T | null | undefined)[]): T[] => list.filter((x): x is T => x != null);
const lastOf = (moments: readonly (string | null | undefined)[]): string => present(moments).sort().at(-1) ?? '';

/** What a board and all that was thought and said of it have in common. */
interface OfBoard {
  shown: Pick<Noted, 'job' | 'board' | 'speciesId' | 'stack' | 'people' | 'verdict' | 'off'>;
  found: Omit<Note, 'shown'>;
  colour: (stage: number) => Colour;
}

function ofBoard({ bench, job, named }: AtBench, wood: JobWood, board: Board): OfBoard {
  const species = bench.shelf.species.find((s) => s.id === wood.speciesId);
  const target = species ? targetOn(bench.target, species) : bench.target;
  const stack = stackAsMade(board);
  const colours = new Map<number, Colour>();
  const colour = (stage: number) => {
    const kept = colours.get(stage) ?? colourOf(bench, target, board, stage);
    colours.set(stage, kept);
    return kept;
  };
  const finished = isDone(board) ? colour(stack.length) : NO_COLOUR;
  const read = target && missOfFinished(target, board);
  const seen =
    target && finished.known === 'seen' && finished.lab ? deltaE00(labOf(target.reflectance), finished.lab) : null;
  const items = itemsOf(stack);
  return {
    shown: {
      job,
      board: { id: board.id, code: boardCode(wood.code, board.number) },
      speciesId: wood.speciesId,
      stack: [...stack],
      people: [
        ...new Set(
          present([...board.coats.map((c) => c.person), board.judged?.person, ...board.looks.map((l) => l.person)]),
        ),
      ],
      verdict: verdictOf(board, read, bench.job.tolerance),
      off: read ?? seen,
    },
    found: {
      system: stack.length > 0 ? systemOf(stack) : null,
      items,
      lots: [...new Set(present((board.recipe?.done ?? []).map((step) => step.lotId)))],
      said: [bench.job.customer, bench.job.piece, species ? nameOfWood(species, wood) : wood.code, ...items.map(named)],
    },
    colour,
  };
}

function verdictOf(board: Board, off: number | null, tolerance: number): NotedVerdict | null {
  if (board.judged) return board.judged.accepted ? 'accepted' : 'rejected';
  if (off !== null) return passes(off, tolerance) ? 'passed' : 'missed';
  return board.recipe ? 'open' : null;
}

/** What was seen, in the words of whoever saw it, else in ours. */
export const lookWords = ({ words, said, wet, farther, between }: KeptLook): string =>
  words || lookedText({ said, wet, farther: farther.length, between });

function notesOfBoard(at: AtBench, wood: JobWood, board: Board): Note[] {
  const of = ofBoard(at, wood, board);
  const note = (
    own: Pick<Noted, 'kind' | 'id' | 'at' | 'stage'> &
      Partial<Pick<Noted, 'label' | 'words' | 'people' | 'verdict' | 'off'>>,
    colour = of.colour(own.stage),
  ): Note => {
    const shown = { part: 0, label: '', words: '', ...of.shown, ...colour, ...own };
    return {
      ...of.found,
      shown,
      said: [...of.found.said, shown.label, shown.words, ...shown.stack.map((l) => l.note ?? '')],
    };
  };
  const stage = layersOn(board);
  const judged = board.judged?.words ?? '';
  const told = [judged, board.apart ?? '', ...board.coats.flatMap((c) => [c.note, c.used])].filter(Boolean);
  const own = note({
    kind: board.pieces ? 'batch' : 'board',
    id: board.id,
    at: lastOf([
      board.createdAt,
      board.judged?.at,
      ...board.coats.map((c) => c.putOnAt),
      ...board.readings.map((r) => r.takenAt),
    ]),
    stage,
    words: told.join('; '),
  });
  return [
    { ...own, said: [...own.said, ...board.looks.map(lookWords)] },
    ...(board.recipe && !board.pieces ? [recipeNote(note, board.recipe)] : []),
    ...board.looks.map((look) =>
      note({
        kind: 'look',
        id: look.id,
        at: look.seenAt,
        stage: look.stage,
        words: lookWords(look),
        people: present([look.person]),
      }),
    ),
    ...at.faults
      .filter((f) => f.boardId === board.id)
      .map((found) =>
        note({
          kind: 'fault',
          id: found.id,
          at: found.foundAt,
          stage: found.stage,
          label: faultOf(found.fault)?.name ?? found.fault,
          words: [causeOf(found.cause)?.name ?? found.cause, found.note].filter(Boolean).join('; '),
          people: present([found.person]),
        }),
      ),
    ...at.bench.job.approvals
      .filter((a) => a.boardId === board.id)
      .map((approval) =>
        note({
          kind: 'approval',
          id: approval.id,
          at: approval.approvedAt,
          stage,
          label: approval.customer ?? '',
          words: approval.words,
          people: present([approval.person]),
          verdict: 'accepted',
        }),
      ),
  ];
}

/** A recipe as it was promised, whatever became of it. */
const recipeNote = (
  note: (own: Pick<Noted, 'kind' | 'id' | 'at' | 'stage'>, colour: Colour) => Note,
  { id, createdAt, stack, expected }: Recipe,
): Note => {
  const promised = expected[stack.length];
  const made = note(
    { kind: 'recipe', id, at: createdAt, stage: stack.length },
    promised ? known('foreseen', promised, inAll(KNOWN_TO.foreseen)) : NO_COLOUR,
  );
  return { ...made, shown: { ...made.shown, stack } };
};

function notesOfPictures(at: AtBench): Note[] {
  const { bench, job } = at;
  const boards = bench.job.woods.flatMap((wood) => [...wood.boards, ...wood.pieces].map((board) => ({ wood, board })));
  return bench.job.pictures.flatMap((picture) =>
    picture.fields.flatMap((field, part): Note[] => {
      const id = pictured(field);
      const lab = id && colourPictured(bench, id);
      if (!id || !lab) return [];
      const there = field.thing === 'board' ? boards.find((b) => b.board.id === field.board) : undefined;
      const of = there && ofBoard(at, there.wood, there.board);
      return [
        {
          ...(of?.found ?? { system: null, items: [], lots: [], said: [bench.job.customer, bench.job.piece] }),
          shown: {
            kind: 'picture',
            id: picture.id,
            part,
            at: picture.takenAt,
            job,
            board: null,
            speciesId: null,
            stack: [],
            verdict: null,
            off: null,
            ...of?.shown,
            people: present([picture.person]),
            stage: field.thing === 'board' ? field.stage : 0,
            label: field.thing === 'rack' ? field.on.label : field.thing,
            words: picture.words,
            ...knownAs('seen', lab, inAll(KNOWN_TO.pictured)),
          },
        },
      ];
    }),
  );
}

function targetNote({ bench, job }: AtBench): Note[] {
  const { target } = bench;
  if (!target) return [];
  const first = bench.job.target[0];
  const colour = target.bySight
    ? knownAs('seen', labOf(target.reflectance), inAll(KNOWN_TO.said))
    : target.singleLight
      ? knownAs('typed', labOf(target.reflectance), inAll(first?.source === 'words' ? KNOWN_TO.said : KNOWN_TO.typed))
      : known('read', target.reflectance, inAll(first?.source === 'words' ? KNOWN_TO.said : KNOWN_TO.read));
  return [
    {
      system: null,
      items: [],
      lots: [],
      said: [bench.job.customer, bench.job.piece],
      shown: {
        kind: 'target',
        id: bench.job.id,
        part: 0,
        at: first?.takenAt ?? bench.job.createdAt,
        job,
        board: null,
        speciesId: null,
        label: '',
        words: '',
        stack: [],
        stage: 0,
        people: [],
        verdict: null,
        off: null,
        ...colour,
      },
    },
  ];
}

/** How products are called, by their address on the shelf. */
export function namesOfProducts({ colourants, mediums, supplies }: Pick<Shelf, 'colourants' | 'mediums' | 'supplies'>) {
  const names = new Map<string, string>([
    ...colourants.map((c): [string, string] => [`colourant/${c.id}`, c.name]),
    ...mediums.map((m): [string, string] => [`medium/${m.id}`, m.name]),
    ...supplies.map((s): [string, string] => [`supply/${s.id}`, s.name]),
  ]);
  return (item: string): string => names.get(item) ?? item;
}

/** All that is noted of a job, and of the faults that were found with its boards. */
export function notesOfJob(job: Job, shelf: Shelf, faults: readonly FaultFound[]): Note[] {
  const bench = openBench(job, shelf, NOTHING_LEARNED);
  const { id, number, customer, piece } = job;
  const at: AtBench = { bench, faults, named: namesOfProducts(shelf), job: { id, number, customer, piece } };
  const notes = [
    ...targetNote(at),
    ...job.woods.flatMap((wood) => [...wood.boards, ...wood.pieces].flatMap((board) => notesOfBoard(at, wood, board))),
    ...notesOfPictures(at),
  ];
  // The parts of a plank have one recipe: it is noted with the first of them.
  const named = ({ shown: { kind, id, part } }: Note) => `${kind}/${id}/${part}`;
  const first = new Map(notes.toReversed().map((note) => [named(note), note]));
  return notes.filter((note) => first.get(named(note)) === note);
}

function colourOfOldBoard(board: OldBoard): Colour {
  const reading = oldReading(board);
  if (!reading) return NO_COLOUR;
  if (board.grid) return known('read', reading, inAll(KNOWN_TO.read));
  return board.doubt === null
    ? knownAs('typed', labOf(reading), inAll(KNOWN_TO.typed))
    : knownAs('seen', labOf(reading), board.doubt);
}

/** A board of the rack, as far as its pencil note tells. */
export function noteOfOldBoard(board: OldBoard, shelf: Shelf, at: string): Note {
  const { id, label, note, made, speciesId } = board;
  const stack = stackOfOldBoard(board);
  // A colour of which nobody knows the amount is found all the same.
  const named = board.layers.map(({ kind, colours, medium }) =>
    newLayer(kind, {
      colours: Object.fromEntries(Object.keys(colours).map((c) => [c, 0])),
      ...(medium ? { medium } : {}),
    }),
  );
  const items = itemsOf(named);
  return {
    system: stack.length > 0 ? systemOf(stack) : null,
    items,
    lots: [],
    said: [
      label,
      note,
      made,
      shelf.species.find((s) => s.id === speciesId)?.name ?? speciesId,
      ...items.map(namesOfProducts(shelf)),
    ],
    shown: {
      kind: 'rack',
      id,
      part: 0,
      at,
      job: null,
      board: null,
      speciesId,
      label,
      words: [made, note].filter(Boolean).join('; '),
      stack: [...stack],
      stage: stack.length,
      people: [],
      verdict: null,
      off: null,
      ...colourOfOldBoard(board),
    },
  };
}

/** A mix that was kept: its colours in a layer of its kind. What colour it has is a matter of the wood. */
export function noteOfMix({ id, name, kind, colours, litres, note, madeAt }: KeptMix, shelf: Shelf): Note {
  const stack = [newLayer(kind, { colours })];
  const items = itemsOf(stack);
  return {
    system: null,
    items,
    lots: [],
    said: [name, note, ...items.map(namesOfProducts(shelf))],
    shown: {
      kind: 'batch',
      id,
      part: 0,
      at: madeAt,
      job: null,
      board: null,
      speciesId: null,
      label: name,
      words: [litres > 0 ? `${litres} L left` : 'none left', note].filter(Boolean).join('; '),
      stack,
      stage: 1,
      people: [],
      verdict: null,
      off: null,
      ...NO_COLOUR,
    },
  };
}
