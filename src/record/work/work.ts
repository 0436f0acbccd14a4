import { passes } from '../../core/colour/difference.ts';
import { COLOURANT_INFO, KINDS, madeOf } from '../../core/kinds/index.ts';
import { isBlank, type Layer, mainColour, newLayer, type Stack, traitsOf } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import { dryingOfCoat } from '../../core/time/coats.ts';
import type { Drying } from '../../core/time/drying.ts';
import { rubbingMinutes } from '../../core/time/rubbing.ts';
import { type SeenByProduct, type SeenDrying, seenOf } from '../../core/time/seen.ts';
import { coatTime } from '../../core/time/waits.ts';
import type { Board, CutSize, Recipe } from '../../shared/board.ts';
import type { DryTestNoted, WorkDone } from '../../shared/clock.ts';
import type { House } from '../../shared/house.ts';
import type { Job, JobWood } from '../../shared/job.ts';
import type { Part } from '../../shared/part.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { workOfBoard, workOfPieces } from '../board/coats.ts';
import { boardCode } from '../board/codes.ts';
import { isDone, isSettled, stackAsMade } from '../board/stages.ts';
import { leavesDarkLong } from '../job/rules.ts';
import { missOfFinished } from '../job/standing.ts';
import { targetOf, targetOn } from '../job/target.ts';
import { materialsOf } from '../shelf/materials.ts';
import { factsOfShelf } from './mixing.ts';
import { piecesAtWork, portionName, portionsAtWork } from './pieces.ts';

/** A board, or a portion of the pieces of a part, on its way through its layers. */
export interface WorkItem {
  /** What its work is known by, without layer, coat and act. */
  key: string;
  job: Job;
  wood: JobWood;
  /** As on its label: `birch-1`, or the part. */
  name: string;
  /** The name; with its job where two are called alike. */
  told: string;
  kind: 'board' | 'piece';
  /** The board, or the one that the pieces follow. */
  board: Board;
  /** Where what is put on is kept: the board itself, or the portion of pieces; null of pieces whose work was not begun. */
  record: Board | null;
  recipe: Recipe;
  stack: Stack;
  /** Things that dry side by side. */
  pieces: number;
  /** Square metres of one side of all of them. */
  area: number;
  sides: 1 | 2;
  /** It waits for a board that passes: what is known of it is what that board is planned with. */
  awaits: Board | null;
}

/** What is done in one stretch: a coat, the other side, a mixing ahead, a wiping again, a reading. */
export const WORK_ACTS = ['prepare', 'soak', 'mix', 'under', 'turn', 'coat', 'wipe', 'wipetwo', 'read'] as const;
export type WorkAct = (typeof WORK_ACTS)[number];

export interface TaskWait {
  key: string;
  /** Hours, at least and at most. */
  min: number;
  max: number | null;
  /** Until what is behind is dry. */
  dry: boolean;
  /** The least hours are of drying: of fair air, longer in cold and damp. */
  drying: boolean;
}

export interface Task {
  key: string;
  item: WorkItem;
  act: WorkAct;
  /** From 1; 0 before the first layer, one more than there are after the last. */
  stage: number;
  coat: number;
  /** A last coat of its layer: with it the layer is on. */
  last: boolean;
  title: string;
  /** Its layer as it is said; nothing of what is no coat. */
  said: string;
  /** Minutes of hands-on work, none of them interrupted. */
  minutes: number;
  sprayed: boolean;
  layer: Layer | null;
  /** What dries after it; null where nothing does. */
  drying: Drying | null;
  /** What is in hand. */
  product: string;
  cautions: readonly string[];
  /** What its pot wants just before: stirred, strained. */
  first: readonly string[];
  /** Oily rags are left after it. */
  rags: boolean;
  /** What it waits for: hours from the end of another. */
  waits: readonly TaskWait[];
  /** When it was done; null while it is not, and where nobody noted when. */
  doneAt: string | null;
  done: boolean;
}

const MM2 = 1e6;
/** A sitting is at most so many minutes: what takes longer is divided by pieces. */
export const SITTING = 120;
/** Minutes to get ready and to clean up. Common practice. */
export const READY = 6;
/** Minutes to pick a piece up and put it down. Common practice. */
export const HANDLING = 0.4;

/** What of the shop the clock and the plan look at. */
export interface ShopAtWork {
  shelf: Shelf;
  materials: Materials;
  mixing: ReturnType<typeof factsOfShelf>;
  house: Pick<House, 'schools' | 'tools'>;
  /** By product. */
  seen: SeenByProduct;
  tests: readonly DryTestNoted[];
  done: ReadonlyMap<string, WorkDone>;
}

export function shopAtWork(
  shelf: Shelf,
  house: Pick<House, 'schools' | 'tools'>,
  tests: readonly DryTestNoted[],
  done: readonly WorkDone[],
): ShopAtWork {
  return {
    shelf,
    materials: materialsOf(shelf),
    mixing: factsOfShelf(shelf),
    house,
    tests,
    seen: seenByProduct(tests),
    done: new Map(done.map((d) => [d.work, d])),
  };
}

/** What tests told of each product: the tests of one coat together. */
export function seenByProduct(tests: readonly DryTestNoted[]): SeenByProduct {
  const byCoat = new Map<string, DryTestNoted[]>();
  for (const test of tests)
    byCoat.set(`${test.item} ${test.coat}`, [...(byCoat.get(`${test.item} ${test.coat}`) ?? []), test]);
  const seen = new Map<string, SeenDrying[]>();
  for (const own of byCoat.values()) {
    const [first] = own;
    const told = seenOf(own);
    if (first && told) seen.set(first.item, [...(seen.get(first.item) ?? []), told]);
  }
  return Object.fromEntries(seen);
}

export const nameOfProduct = (layer: Layer, { mediums, colourants, supplies }: Materials): string => {
  const main = mainColour(layer);
  return (
    (layer.medium && !traitsOf(layer).tones ? mediums[layer.medium]?.name : undefined) ??
    (main ? colourants[main]?.name : undefined) ??
    (layer.supply ? supplies[layer.supply]?.name : undefined) ??
    KINDS[layer.kind].label
  );
};

/** What the times of this shop's coats go by. */
export const dryingShop = ({ materials, house, seen }: Pick<ShopAtWork, 'materials' | 'house' | 'seen'>) => ({
  materials,
  seen,
  darkLong: leavesDarkLong(house),
});

/** The times of an ordinary coat of a product of the shelf, e.g. `medium/oil-varnish`; null where there is none such. */
export function dryingOfProduct(materials: Materials, item: string, seen: readonly SeenDrying[]): Drying | null {
  const [place, id = ''] = item.split('/');
  const medium = place === 'medium' ? materials.mediums[id] : undefined;
  const colour = place === 'colourant' ? materials.colourants[id] : undefined;
  const supply = place === 'supply' ? materials.supplies[id] : undefined;
  const made = supply && madeOf(supply.kind);
  const layer = medium
    ? newLayer(medium.kind, { medium: id })
    : colour
      ? newLayer(COLOURANT_INFO[colour.kind].laidAs, { colours: { [id]: 1 } })
      : made
        ? newLayer(made, { supply: id })
        : null;
  return layer && dryingOfCoat([layer], 0, 1, { materials, seen: { [item]: seen } });
}

export const areaOfPiece = ({ length, width }: CutSize) => (length * width) / MM2;

/** A part is worked in no more portions than a shop can follow, however long each takes. */
const MOST_PORTIONS = 100;
/** How many pieces of a part are in each of its portions, so that no sitting is too long. */
function portionsOf(part: Part, stack: Stack, materials: Materials): number[] {
  const longest = Math.max(
    0,
    ...stack.filter((l) => !isBlank(l)).map((l) => coatTime(l, materials).hands + rubbingMinutes(l)),
  );
  const minutes = part.count * (areaOfPiece(part) * longest + HANDLING);
  const many = Math.min(part.count, MOST_PORTIONS, Math.max(1, Math.ceil(minutes / SITTING)));
  return Array.from({ length: many }, (_, n) => Math.floor(part.count / many) + (n < part.count % many ? 1 : 0));
}

/** Parts in the order in which they are worked: loose ones before those that are put together first. */
export const partsInOrder = (parts: readonly Part[]): Part[] => [
  ...parts.filter((p) => !p.assembled),
  ...parts.filter((p) => p.assembled),
];

/** The portions of the parts of a wood: of the first part one piece by itself comes before all others where nothing was begun yet. */
export function portionsOfParts(
  parts: readonly Part[],
  stack: Stack,
  materials: Materials,
  begun: boolean,
): { part: Part; portion: number; count: number }[] {
  return parts.flatMap((part, i) => {
    const alone = i === 0 && !begun && part.count > 1;
    const counts = alone
      ? [1, ...portionsOf({ ...part, count: part.count - 1 }, stack, materials)]
      : portionsOf(part, stack, materials);
    return counts.map((count, n) => ({ part, portion: n + 1, count }));
  });
}

/** Accepted by somebody, with all its coats on. */
const isAccepted = (board: Board): boolean => board.judged?.accepted === true && isDone(board);

/** How far each board of a wood is from what is wanted of it; null of one that was not read, is set apart, or was rejected. */
function missesOn(job: Job, wood: JobWood, shelf: Pick<Shelf, 'species'>): (board: Board) => number | null {
  const species = shelf.species.find((s) => s.id === wood.speciesId);
  const wanted = targetOf(job);
  const target = species ? targetOn(wanted, species) : wanted;
  return (board) =>
    target && board.apart === null && board.judged?.accepted !== false ? missOfFinished(target, board) : null;
}

/** Whether pieces may follow a board: it was accepted, or it was read and passes. */
export function mayBeFollowed(job: Job, wood: JobWood, board: Board, shelf: Pick<Shelf, 'species'>): boolean {
  const miss = missesOn(job, wood, shelf)(board);
  return isAccepted(board) || (miss !== null && passes(miss, job.tolerance));
}

/** The board whose layers the pieces of a wood get: the one that was accepted, else the nearest that passes, else the newest planned one, which they await. */
export function patternOf(
  job: Job,
  wood: JobWood,
  shelf: Pick<Shelf, 'species'>,
): { board: Board; passes: boolean } | null {
  const accepted = wood.boards.findLast(isAccepted);
  if (accepted) return { board: accepted, passes: true };
  const missOf = missesOn(job, wood, shelf);
  const [best] = wood.boards
    .flatMap((board) => {
      const miss = missOf(board);
      return miss === null ? [] : [{ board, miss }];
    })
    .sort((p, q) => p.miss - q.miss);
  if (best && passes(best.miss, job.tolerance)) return { board: best.board, passes: true };
  const planned = wood.boards.findLast((b) => b.recipe && !isDone(b) && !b.archived);
  return planned ? { board: planned, passes: false } : null;
}

/** A portion of pieces whose work was begun, until all is on; null once it is, or where its part was taken out. */
function pieceItem(job: Job, wood: JobWood, record: Board): WorkItem | null {
  const { pieces, recipe } = record;
  const part = job.parts.find((p) => p.id === pieces?.part);
  if (!pieces || !recipe || !part || isDone(record)) return null;
  const name = portionName(part, pieces, portionsAtWork(wood, part));
  return {
    key: workOfBoard(record),
    job,
    wood,
    name,
    told: name,
    kind: 'piece',
    board: record,
    record,
    recipe,
    stack: stackAsMade(record),
    pieces: pieces.count,
    area: pieces.count * areaOfPiece(part),
    sides: part.faces,
    awaits: null,
  };
}

/** Everything that is on its way: boards with layers planned, and the pieces of woods that have a board to follow. */
export function itemsAtWork(
  jobs: readonly Job[],
  { shelf, materials }: Pick<ShopAtWork, 'shelf' | 'materials'>,
): WorkItem[] {
  const items = jobs.flatMap((job) =>
    job.woods.flatMap((wood): WorkItem[] => {
      const boards = wood.boards.flatMap((board): WorkItem[] => {
        const { recipe } = board;
        if (!recipe || recipe.stack.length === 0 || isSettled(board) || board.archived) return [];
        return [
          {
            key: workOfBoard(board),
            job,
            wood,
            name: boardCode(wood.code, board.number),
            told: boardCode(wood.code, board.number),
            kind: 'board',
            board,
            record: board,
            recipe,
            stack: stackAsMade(board),
            pieces: 1,
            area: areaOfPiece(board.cut),
            sides: 1,
            awaits: null,
          },
        ];
      });
      const begun = piecesAtWork(wood).flatMap((record) => pieceItem(job, wood, record) ?? []);
      const pattern = patternOf(job, wood, shelf);
      if (!pattern?.board.recipe) return [...boards, ...begun];
      const { board, passes } = pattern;
      const { recipe } = board;
      const stack = passes ? stackAsMade(board) : (recipe as Recipe).stack;
      const waiting = partsInOrder(
        job.parts.filter((p) => p.woodId === wood.id && !begun.some((b) => b.record?.pieces?.part === p.id)),
      );
      const portions = portionsOfParts(waiting, stack, materials, piecesAtWork(wood).length > 0);
      const pieces = portions.map(({ part, portion, count }): WorkItem => {
        const name = portionName(part, { portion, count }, portions.filter((p) => p.part === part).length);
        return {
          key: workOfPieces({ part: part.id, portion }),
          job,
          wood,
          name,
          told: name,
          kind: 'piece',
          board,
          record: null,
          recipe: recipe as Recipe,
          stack,
          pieces: count,
          area: count * areaOfPiece(part),
          sides: part.faces,
          awaits: passes ? null : board,
        };
      });
      return [...boards, ...begun, ...pieces];
    }),
  );
  const named = new Map<string, Set<number>>();
  for (const { name, job } of items) named.set(name, (named.get(name) ?? new Set()).add(job.number));
  // Two boards of one name, of two jobs, are told apart by their jobs.
  return items.map((item) =>
    (named.get(item.name)?.size ?? 0) > 1 ? { ...item, told: `${item.name}, job ${item.job.number}` } : item,
  );
}
