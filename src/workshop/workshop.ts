import { type Lab, labOf, meanSpectrum, resample, WAVELENGTHS } from '../core/colour/index.ts';
import { refusalOf } from './acts.ts';
import { readSpot, type WorkshopBoard, woodOf } from './board.ts';
import { type OnTable, pictureBy } from './camera.ts';
import { chanceOf } from './chance.ts';
import { nearestBy, ONLOOKERS, seenBy } from './eye.ts';
import type { BenchAct, BenchMaterial, BenchSpot, Camera, Eyes, Making, Workshop, WorkshopBench } from './interface.ts';
import { COATS, DYES, OLD_DYES, OTHER_COLOURS, PIGMENTS, STOCK, THIN_SEALER, WOODS } from './stock.ts';
import { systemTarget } from './targets.ts';

const TARGET_READINGS = 10;
/** Spots over which an eye sees the colour of a face. */
const SPOTS_SEEN = 24;
const CLEAR: BenchAct = { kind: 'clear', medium: 'water-satin', coats: 2 };
const SEALER: BenchAct = { kind: 'sealer', medium: THIN_SEALER };

/** A recipe that no matcher knows: two or three dyes, mostly a glaze, then clear. */
function secretRecipe(seed: number, k: number): { species: string; acts: BenchAct[] } {
  const chance = chanceOf(seed, 'secret', k);
  const dyes = chance.some(
    DYES.map((d) => d.id),
    2 + Math.floor(chance.even() * 2),
  );
  const pigments = chance.some(
    PIGMENTS.map((p) => p.id),
    1 + Math.floor(chance.even() * 2),
  );
  const acts: BenchAct[] = [
    { kind: 'dye', colours: Object.fromEntries(dyes.map((id) => [id, 1 + 9 * chance.even()])) },
  ];
  const glaze = Object.fromEntries(pigments.map((id) => [id, 0.01 + 0.08 * chance.even()]));
  if (chance.even() < 0.75) acts.push(SEALER, { kind: 'glaze', colours: glaze });
  return { species: chance.pick(WOODS).id, acts: [...acts, CLEAR] };
}

/** Boards that vary, colours that differ from their profiles, a hand, an instrument: what both benches stand on. */
function createBoards(seed: number) {
  const boards = new Map<string, WorkshopBoard>();
  let readings = 0;
  let looks = 0;
  let pictures = 0;
  let target = '';
  const boardOf = (id: string) => {
    const board = boards.get(id);
    if (!board) throw new RangeError(`The workshop has no board ${id}.`);
    return board;
  };
  const put = (board: Omit<WorkshopBoard, 'seed'>) => {
    woodOf(STOCK, board.species);
    boards.set(board.id, { seed, ...board });
    return board.id;
  };
  const seen = new Map<WorkshopBoard, OnTable>();
  /** What a board really is: the mean of many readings that nobody is told, and how they differ. */
  const onTable = (id: string): OnTable => {
    const board = boardOf(id);
    const known = seen.get(board);
    if (known) return known;
    const spots = Array.from({ length: SPOTS_SEEN }, (_, n) =>
      resample(WAVELENGTHS, readSpot(STOCK, board, `eye${n}`, n)),
    );
    const reflectance = meanSpectrum(spots);
    const green = spots.map((s) => Math.log((s[15] as number) / (reflectance[15] as number)));
    const grain = Math.sqrt(green.reduce((sum, v) => sum + v * v, 0) / green.length);
    const table = { id, reflectance, grain };
    seen.set(board, table);
    return table;
  };
  const truthOf = (id: string): Lab => labOf(onTable(id).reflectance);
  return {
    boardOf,
    put,
    newBoard: (species: string) => put({ id: `b${boards.size + 1}`, species, acts: [] }),
    measure: (id: string, count: number, zone?: BenchSpot) =>
      Array.from({ length: count }, () => {
        readings++;
        return readSpot(STOCK, boardOf(id), `s${readings}`, readings, zone);
      }),
    prepare(id: string, making: Making) {
      const board = boardOf(id);
      if (board.acts.length > 0) throw new RangeError('A board is made ready before anything else.');
      boards.set(id, { ...board, making: { ...board.making, ...making } });
    },
    /** Two things as a person sees them; what they really are is the mean of many readings that nobody is told. */
    look(first: string, second: string, _light: string, person: string) {
      looks++;
      const [p, q] = [first, second].map((id) => truthOf(id === 'target' ? target : id)) as [Lab, Lab];
      return seenBy(seed, person, looks, p, q);
    },
    nearest(things: string[], _light: string, person: string) {
      looks++;
      return nearestBy(seed, person, looks, truthOf(target), things.map(truthOf));
    },
    picture(things: string[], light: string) {
      pictures++;
      const lying = things.map((id) => ({ ...onTable(id === 'target' ? target : id), id }));
      return pictureBy(seed, pictures, lying, light);
    },
    asked(id: string) {
      target = id;
      return id;
    },
    apply(id: string, act: BenchAct) {
      const board = boardOf(id);
      const refusal = refusalOf(STOCK, act);
      if (refusal) throw new RangeError(refusal);
      boards.set(id, { ...board, acts: [...board.acts, act] });
    },
  };
}

/** The simulated workshop on the old road: dye, sealer, glaze, clear. */
export function createWorkshop(seed: number): Workshop & Eyes & Camera {
  const boards = createBoards(seed);
  const apply = (id: string, act: BenchAct) => {
    const { acts } = boards.boardOf(id);
    const has = (kind: string) => acts.some((s) => s.kind === kind);
    if (has('clear')) throw new RangeError('The board is finished: nothing goes on after the clear.');
    if (act.kind === 'dye' && acts.length > 0) throw new RangeError('Dye goes on once, on bare wood, first.');
    if (has(act.kind)) throw new RangeError(`The board has its ${act.kind} already.`);
    boards.apply(id, act);
  };
  return {
    wavelengths: [...WAVELENGTHS],
    species: WOODS.map((w) => w.id),
    colourants: [
      ...DYES.map((d) => ({ id: d.id, kind: 'dye' as const, maxStrength: d.maxStrength })),
      ...PIGMENTS.map((p) => ({ id: p.id, kind: 'pigment' as const, maxStrength: p.maxStrength })),
    ],
    people: [...ONLOOKERS],
    look: boards.look,
    picture: boards.picture,
    nearest: boards.nearest,
    newBoard: boards.newBoard,
    measure: (id, count) => boards.measure(id, count),
    applyDye: (id, colours) => apply(id, { kind: 'dye', colours }),
    applyGlaze(id, colours) {
      if (!boards.boardOf(id).acts.some((s) => s.kind === 'sealer')) apply(id, SEALER);
      apply(id, { kind: 'glaze', colours });
    },
    applyClear: (id) => apply(id, CLEAR),
    target(k) {
      const id = boards.asked(boards.put({ id: `target-${k}`, ...secretRecipe(seed, k) }));
      return { species: boards.boardOf(id).species, spectra: boards.measure(id, TARGET_READINGS) };
    },
  };
}
export default createWorkshop;

const sold = new Set(OLD_DYES.map((d) => d.id));
const MATERIALS: readonly BenchMaterial[] = [
  ...[...DYES, ...PIGMENTS, ...OTHER_COLOURS]
    .filter((c) => !sold.has(c.id))
    .map(({ id, name, kind, carrier, maxStrength }) => ({
      id,
      name,
      kind: kind as BenchMaterial['kind'],
      carrier,
      maxStrength,
    })),
  ...COATS.map(({ id, kind, carrier }) => ({ id, kind, carrier, maxStrength: 1 })),
];

/** The simulated workshop with all that it has and can do. */
export function bench(seed: number): WorkshopBench & Eyes & Camera {
  const boards = createBoards(seed);
  return {
    wavelengths: [...WAVELENGTHS],
    species: WOODS.map((w) => w.id),
    materials: MATERIALS.map((m) => ({ ...m })),
    people: [...ONLOOKERS],
    look: boards.look,
    picture: boards.picture,
    nearest: boards.nearest,
    newBoard: boards.newBoard,
    prepare: boards.prepare,
    apply: boards.apply,
    measure: boards.measure,
    target(k) {
      const { species, made, mustEndClear, without } = systemTarget(seed, k);
      const id = boards.asked(boards.put({ id: `target-${k}`, ...made }));
      return { species, spectra: boards.measure(id, TARGET_READINGS), mustEndClear, without };
    },
  };
}
