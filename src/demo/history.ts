import { deltaE00 } from '../core/colour/ciede2000.ts';
import { passes } from '../core/colour/difference.ts';
import { meanSpectrum, type Spectrum } from '../core/colour/grid.ts';
import { type Lab, labOf } from '../core/colour/lab.ts';
import { differenceWords } from '../core/judge/words.ts';
import { nth } from '../core/known.ts';
import { newLayer, type Stack } from '../core/layers/layer.ts';
import { NOTHING_LEARNED } from '../core/learn/knowledge.ts';
import { promiseOf, refine, roundToScale } from '../core/match/index.ts';
import type { MatchProblem } from '../core/match/problem.ts';
import { HOUR } from '../core/time/air.ts';
import { type Bench, boardModel, nextBoardModel, openBench, problemOf, promisedFinal } from '../record/job/bench.ts';
import { ownColours } from '../record/job/openings.ts';
import type { Board } from '../shared/board.ts';
import type { House } from '../shared/house.ts';
import { newId } from '../shared/id.ts';
import type { Job, JobWood } from '../shared/job.ts';
import type { Lot } from '../shared/lot.ts';
import type { Shelf } from '../shared/shelf.ts';
import { type Chance, chanceOf } from '../workshop/chance.ts';
import { type Ask, askAt } from './ask.ts';
import { makeDemo } from './make-demo.ts';
import { LIBRARY_REFIT } from './scenario.ts';

/** The two years of the demo's shop before its library, invented: its jobs, and boards that the simulated workshop made. */
const DAY = 24 * HOUR;
const BEGAN = new Date(2023, 9, 26, 8).getTime();
const YEAR = 365 * DAY;
/** A job begins each so many days, until the library does. */
const [APART, JOBS] = [12, 60];
const LITRES = 0.5;
const MOST_BOARDS = 6;

const CUSTOMERS: readonly (readonly [customer: string, piece: string])[] = [
  ['Lantern Row Hotel', 'Reception desk and key rack'],
  ['Kelp Lane Bakery', 'Counter top and two shelves'],
  ['Breakwater School', 'Forty desk lids'],
  ['Ropewalk Museum', 'Display plinths'],
  ['Saltmarsh Surgery', 'Waiting room benches'],
  ['Pilots’ House', 'Stair treads and newel'],
  ['Net Loft Studios', 'Plan chest drawer fronts'],
  ['Dune Street Chemist', 'Wall of small drawers'],
  ['Fishmarket Hall', 'Clock case'],
  ['Tidewater Chapel', 'Lectern and alms box'],
  ['Shingle Beach Café', 'Window stools'],
  ['Ferry Company', 'Ticket office panelling'],
  ['Coastguard Cottage', 'Kitchen doors'],
  ['Sailmakers’ Yard', 'Bench tops'],
  ['Harbour Swimming Baths', 'Changing room doors'],
];
const WOODS: readonly (readonly string[])[] = [
  ['oak', 'beech'],
  ['beech', 'maple'],
  ['pine'],
  ['sapele', 'oak'],
  ['ash', 'oak'],
  ['birch', 'pine'],
  ['oak'],
  ['maple', 'birch'],
  ['sapele', 'beech'],
  ['pine', 'ash'],
];

interface Way {
  kind: 'dye' | 'wiping-stain' | 'gel-stain';
  /** Its colours with what they usually are: g/L of a dye, a share of the tin. */
  colours: Readonly<Record<string, number>>;
  medium: string;
}
/** What the shop was used to. */
const WAYS: readonly Way[] = [
  { kind: 'dye', colours: { honey: 4, russet: 1.6 }, medium: 'water-satin' },
  { kind: 'dye', colours: { amber: 3, coal: 0.8 }, medium: 'water-satin' },
  { kind: 'wiping-stain', colours: { tawny: 0.7 }, medium: 'oil-varnish' },
  { kind: 'dye', colours: { russet: 3, wine: 1.2, coal: 0.6 }, medium: 'oil-varnish' },
  { kind: 'gel-stain', colours: { 'kelp-gel': 0.6 }, medium: 'water-satin' },
  { kind: 'dye', colours: { honey: 2.5, coal: 1.5 }, medium: 'water-satin' },
];
/** Lots that were used up since, one in each of the two years. */
const LOTS: Readonly<Record<string, readonly [string, string]>> = {
  honey: ['H-0408', 'H-0519'],
  russet: ['R-0207', 'R-0281'],
  amber: ['A-0611', 'A-0702'],
  coal: ['C-0102', 'C-0187'],
};
const SAID_PASSED = ['spot on', 'as the old one', 'good enough at arm’s length', 'the customer is glad of it'] as const;
/** What went wrong now and then, and what it came from. */
const FAULTS: readonly (readonly [fault: string, cause: string])[] = [
  ['blotch', 'thirsty-wood'],
  ['lap-marks', 'edge-dried'],
  ['streaks', 'solvent-shared'],
  ['tacky', 'not-wiped'],
  ['blush', 'too-damp'],
];
/** How often something went wrong with a board that missed, and how often somebody said what it looked like. */
const [WENT_WRONG, WAS_JUDGED] = [0.15, 0.6];

const stackOf = ({ kind, colours, medium }: Way, chance: Chance, spread: number): Stack => [
  newLayer(kind, {
    colours: Object.fromEntries(
      Object.entries(colours).map(([id, usual]) => [
        id,
        Math.min(kind === 'dye' ? 20 : 1, Number((usual * chance.factor(spread)).toFixed(3))),
      ]),
    ),
  }),
  newLayer('clear', { medium }),
];

/** The history at the clock of its shop. */
interface Past {
  ask: Ask;
  chance: Chance;
  now: number;
}
const turnTo = async (past: Past, moment: number): Promise<void> => {
  past.now = Math.max(past.now, moment);
  await past.ask('PUT', '/clock', { to: new Date(past.now).toISOString() });
};
const benchOf = async (ask: Ask, job: string): Promise<Bench> =>
  openBench((await ask('GET', `/jobs/${job}`)) as Job, (await ask('GET', '/shelf')) as Shelf, NOTHING_LEARNED);
const woodIn = ({ job }: Bench, id: string): JobWood => job.woods.find((w) => w.id === id) as JobWood;

async function read({ ask }: Past, board: string, stage: number): Promise<Spectrum> {
  const { board: now } = (await ask('POST', `/boards/${board}/readings`, {
    stage,
    reading: { takingId: newId(), source: 'instrument', count: 2 },
  })) as { board: Board };
  return meanSpectrum(now.readings.filter((r) => r.stage === stage).map((r) => r.grid));
}

/** What was poured of the lot that was open then. */
async function pour({ ask, now }: Past, board: string, [first]: Stack): Promise<void> {
  if (first?.kind !== 'dye') return;
  const { lots } = (await ask('GET', '/shelf')) as Shelf;
  for (const [id, strength] of Object.entries(first.colours)) {
    const own = lots.filter((l: Lot) => l.item === `colourant/${id}`);
    const lot = own.find((l) => l.code === LOTS[id]?.[now < BEGAN + YEAR ? 0 : 1]);
    if (!lot) continue;
    const grams = Number((strength * LITRES).toFixed(2));
    await ask('POST', `/boards/${board}/steps`, {
      id: newId(),
      step: `1/${id}`,
      grams,
      lotId: lot.id,
      overdrawn: true,
    });
  }
}

/** Puts the layers on, each when the one before is dry, and reads them. @returns the finished board as it reads */
async function make(past: Past, board: string, stack: Stack): Promise<Spectrum> {
  let finished: Spectrum | null = null;
  for (const [i, { kind, medium }] of stack.entries()) {
    await past.ask('POST', `/boards/${board}/coats`, { id: newId(), stage: i + 1 });
    await turnTo(past, past.now + (medium === 'oil-varnish' || kind.endsWith('stain') ? 44 : 21) * HOUR);
    finished = await read(past, board, i + 1);
  }
  return finished as Spectrum;
}

/** A hand does not go the whole way at once: what it corrects of a difference, as an exponent. */
const HAND = 0.7;
/** The next recipe as a hand corrects it: aimed past the target by most of what the last board missed. */
function corrected(problem: MatchProblem, stack: Stack, got: Spectrum): Stack {
  const reflectance = problem.target.reflectance.map((t, i) =>
    Math.min(0.95, Math.max(0.01, t * (t / Math.max(0.005, nth(got, i))) ** HAND)),
  );
  return refine({ ...problem, target: { ...problem.target, reflectance } }, stack).stack;
}

/** How a finished board came out: what it is beside its target, both as read. */
interface Outcome {
  wanted: Lab;
  got: Lab;
  passed: boolean;
}
/** What was said of a finished board, and what went wrong with it. */
async function judge(
  { ask, chance }: Past,
  job: string,
  board: { id: string; stack: Stack },
  { wanted, got, passed }: Outcome,
) {
  const [most = '', next] = differenceWords(wanted, got);
  const words = passed ? chance.pick(SAID_PASSED) : next ? `${most} and ${next} than theirs` : `${most} than theirs`;
  if (chance.even() < WAS_JUDGED) {
    const { woods } = (await ask('GET', `/jobs/${job}`)) as Job;
    const { version } = woods.flatMap((w) => w.boards).find((b) => b.id === board.id) as Board;
    await ask('PATCH', `/boards/${board.id}`, { version, judged: { accepted: passed, words } });
  }
  if (passed || chance.even() > WENT_WRONG) return;
  const [fault, cause] = chance.pick(FAULTS);
  const hours = 0.5 + Math.round(6 * chance.even()) / 2;
  const stage = board.stack.length;
  await ask('POST', '/faults', { id: newId(), boardId: board.id, stage, fault, cause, hours, note: words });
}

/** One wood of a job, board by board until one matches. In its first year the shop began by hand. */
async function workOnWood(past: Past, job: string, woodId: string, way: Way): Promise<void> {
  const { ask, chance } = past;
  const byHand = past.now < BEGAN + YEAR;
  let next: Stack | null = null;
  for (let n = 0; n < MOST_BOARDS; n++) {
    const id = n === 0 ? woodIn(await benchOf(ask, job), woodId).boards[0]?.id : newId();
    if (!id) return;
    if (n > 0) await ask('POST', `/woods/${woodId}/boards`, { id });
    await read(past, id, 0);
    const bench = await benchOf(ask, job);
    const wood = woodIn(bench, woodId);
    const board = wood.boards.find((b) => b.id === id);
    const model = board && boardModel(bench, wood, board);
    const begin: Stack = next ?? stackOf(way, chance, 0.4);
    const problem = model && problemOf(bench, model, begin, ownColours(begin));
    if (!problem) return;
    const solved = next || byHand ? begin : refine(problem, begin).stack;
    const { stack } = roundToScale(problem, solved, LITRES);
    const { chance: stated } = promiseOf(problem, stack, bench.job.tolerance);
    await ask('POST', `/boards/${id}/recipe`, {
      id: newId(),
      stack,
      litres: LITRES,
      origin: next ? 'corrected' : byHand ? 'hand' : 'search',
      knowledge: null,
      ...(byHand && !next ? {} : { chance: stated }),
    });
    await pour(past, id, stack);
    const got = await make(past, id, stack);
    const [wanted, is] = [labOf(problem.target.reflectance), labOf(got)];
    const passed = passes(deltaE00(wanted, is), bench.job.tolerance);
    await judge(past, job, { id, stack }, { wanted, got: is, passed });
    if (passed) return;
    next = corrected(problem, stack, got);
  }
}

/** A job from its target to the hours that it took. */
async function workOnJob(past: Past, n: number, woods: readonly string[]): Promise<void> {
  const { ask, chance } = past;
  const [customer, piece] = nth(CUSTOMERS, n % CUSTOMERS.length);
  const way = chance.pick(WAYS);
  const { id } = (await ask('POST', '/jobs', { id: newId(), customer, piece, tolerance: 1.5 + 0.5 * (n % 2) })) as Job;
  for (const speciesId of woods) await ask('POST', `/jobs/${id}/woods`, { id: newId(), boardId: newId(), speciesId });
  // What it is to be like: a piece that somebody finished in the same way, on the first of its woods.
  const bench = await benchOf(ask, id);
  const [first] = bench.job.woods;
  const model = first?.boards[0] && boardModel(bench, first, first.boards[0]);
  if (!first || !model) return;
  const like = promisedFinal(bench, nextBoardModel(bench, model), stackOf(way, chance, 0.25));
  if (!like) return;
  const lab = labOf(like).map((v) => Number(v.toFixed(1)));
  await ask('POST', `/jobs/${id}/readings`, { takingId: newId(), source: 'typed', lab });
  for (const { id: wood } of bench.job.woods) await workOnWood(past, id, wood, way);
  const hours = Math.round(2 * (6 + 10 * chance.even() * woods.length)) / 2;
  await ask('POST', `/jobs/${id}/hours`, { id: newId(), hours, what: 'all of it' });
}

/** Boards that hang on the wall and are read again each season, to see whether the instrument still is what it was. */
async function readKept({ ask }: Past, boards: readonly Board[], instrument: string | undefined): Promise<void> {
  for (const { id, recipe } of boards)
    await ask('POST', `/boards/${id}/readings`, {
      stage: recipe?.stack.length ?? 0,
      reading: { takingId: newId(), source: 'instrument', count: 2, instrument },
    });
}

/**
 * Makes the shop of the two years through the public API of an empty one, whose clock is turned.
 * @param people who works there, by the ids that they have in the demo
 */
export async function makeHistory(
  address: string,
  { people, instruments }: House,
  say: (line: string) => void,
): Promise<void> {
  const ask = askAt(address, people[0]?.id);
  const past: Past = { ask, chance: chanceOf('history', 'of', 'the shop'), now: BEGAN };
  await turnTo(past, BEGAN - DAY);
  await makeDemo(address, () => {}, { ...LIBRARY_REFIT, jobs: [], people: [], rack: [], lots: [] });
  for (const { id, name, initials } of people) await askAt(address)('POST', '/people', { id, name, initials });
  for (const { id, name, geometry, note } of instruments)
    await ask('POST', '/instruments', { id, name, geometry, note });
  for (const [id, codes] of Object.entries(LOTS))
    for (const code of codes)
      await ask('POST', '/lots', {
        id: newId(),
        item: `colourant/${id}`,
        code,
        amount: 60,
        unit: 'g',
        opened: null,
        bestBefore: null,
        note: '',
      });
  say('The two years before …');
  const kept: Board[] = [];
  for (let n = 0; n < JOBS; n++) {
    await turnTo(past, BEGAN + n * APART * DAY);
    await workOnJob(past, n, nth(WOODS, n % WOODS.length));
    if (n === 0) {
      const { woods } = (await ask('GET', '/jobs/1')) as Job;
      kept.push(...woods.flatMap((w) => w.boards[0] ?? []));
    }
    if (n % 10 === 0) say(`  ${n} of ${JOBS} jobs`);
    if (n % 6 === 0) await readKept(past, kept, instruments[0]?.id);
  }
}
