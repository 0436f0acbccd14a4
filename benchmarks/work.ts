/**
 * Whether the chance of the work comes true: jobs are played until a board passes, then its recipe is put on pieces of the same
 * wood, from a pot and by a hand of their own; the share that passes against what was said.
 */

import { familyOf } from '../src/core/belief/recipes.ts';
import { scaleToBoard, USUAL_PREPARATION } from '../src/core/board/index.ts';
import { deltaE00, type Lab, labOf, meanSpectrum, resample, type Spectrum } from '../src/core/colour/index.ts';
import type { Materials, Stack } from '../src/core/layers/index.ts';
import { doubtOf, learn, spreadOf, tuningOf } from '../src/core/learn/index.ts';
import { type MatchProblem, ONLY_DAYLIGHT, repeating } from '../src/core/match/index.ts';
import { chanceOf } from '../src/workshop/chance.ts';
import type { Workshop, WorkshopFactory } from '../src/workshop/interface.ts';
import { makeLadders, matchTarget, openOf, read, woodOf } from './apprentice.ts';
import { putOn } from './by-eye.ts';

const PIECES = 10;
/** Raw boards of the pile that are read beside those that were tried on. */
const READ_RAW = 3;
const TOLERANCES = [1, 1.5, 2, 3];
/** The pot of the work against that of the trial, and what its own hand lays against the trial board's; log. */
const [POT, HAND] = [0.02, 0.07];
const MATCHED_TO = 1;
const MOST_BOARDS = 8;

/** Of one tolerance: what was said of the next board and of the work, and the share of pieces that came in. */
interface Said {
  tolerance: number;
  board: number;
  boardsCame: number;
  work: number;
  piecesCame: number;
}

/** A recipe with all of a layer's colours so much stronger, as far as they go. */
const strayed = (stack: Stack, { colourants }: Materials, by: (layer: number) => number): Stack =>
  stack.map((layer, i) => ({
    ...layer,
    colours: Object.fromEntries(
      Object.entries(layer.colours).map(([id, strength]) => [
        id,
        Math.min(colourants[id]?.maxStrength ?? strength, strength * by(i)),
      ]),
    ),
  }));

/** Pieces of a wood, each put on as `made` says of it. */
const piecesOf = (workshop: Workshop, species: string, made: () => Stack): Lab[] =>
  Array.from({ length: PIECES }, () => {
    const piece = workshop.newBoard(species);
    putOn(workshop, piece, made());
    return labOf(read(workshop, piece));
  });

/** Plays jobs; those whose board passed go to the work. */
export function playWork(factory: WorkshopFactory, seeds: readonly number[], targets: number): Said[] {
  return seeds.flatMap((seed) => {
    const workshop = factory(seed);
    const shop = makeLadders(workshop);
    const memory: Parameters<typeof matchTarget>[2] = [];
    const journey = { workshop, shop, seed, tolerance: MATCHED_TO, mostBoards: MOST_BOARDS, mode: 'learning' as const };
    return Array.from({ length: targets }, (_, k) => k + 1).flatMap((k): Said[] => {
      const { passed } = matchTarget(journey, k, memory);
      const stack = memory.at(-1)?.stack;
      if (!passed || !stack) return [];
      const { species, spectra } = workshop.target(k);
      const target = meanSpectrum(spectra.map((s) => resample(workshop.wavelengths, s)));
      const before = memory.filter((b) => b.wood.id === species);
      const raws = [
        ...before.map((b) => b.raw),
        ...Array.from({ length: READ_RAW }, () => read(workshop, workshop.newBoard(species))),
      ];
      const mean = meanSpectrum(raws);
      const wood = woodOf(species, mean, shop.bareK2);
      const knowledge = learn(memory, shop.materials);
      const problem: MatchProblem = {
        target: { reflectance: target, singleLight: false },
        lights: ONLY_DAYLIGHT,
        wood: scaleToBoard(wood, mean),
        materials: shop.materials,
        preparation: USUAL_PREPARATION,
        tuning: tuningOf(knowledge, species, shop.materials),
        doubt: doubtOf(knowledge, species, shop.materials),
        spread: spreadOf(knowledge, 'clear'),
        stack,
        open: openOf(stack),
      };
      const tried = before
        .filter((b) => familyOf(b.stack) === familyOf(stack))
        .map((b) => ({
          wood: scaleToBoard(wood, b.raw),
          stack: b.stack,
          reading: b.stages.at(-1)?.reading as Spectrum,
        }));
      const woods = raws.map((raw) => scaleToBoard(wood, raw));
      const chance = chanceOf(seed, 'work', k);
      const boards = piecesOf(workshop, species, () => stack);
      // Each from a pot and by a hand of its own: of one pot, all pieces of a job would be one draw.
      const pieces = piecesOf(workshop, species, () =>
        strayed(stack, shop.materials, () => Math.exp(POT * chance.normal() + HAND * chance.normal())),
      );
      return TOLERANCES.map((tolerance) => {
        const { board, work } = repeating(problem, stack, { woods, tried }, tolerance);
        const came = (made: readonly Lab[]) =>
          made.filter((lab) => deltaE00(labOf(target), lab) <= tolerance).length / made.length;
        return { tolerance, board, boardsCame: came(boards), work, piecesCame: came(pieces) };
      });
    });
  });
}

/** A line a tolerance, and how far the worst of them is off in points. */
export function workTable(said: readonly Said[]): { lines: string[]; worst: number } {
  let worst = 0;
  const lines = TOLERANCES.map((tolerance) => {
    const of = said.filter((s) => s.tolerance === tolerance);
    const mean = (by: (s: Said) => number) => (100 * of.reduce((sum, s) => sum + by(s), 0)) / Math.max(1, of.length);
    const against = (stated: number, came: number) => {
      worst = Math.max(worst, Math.abs(stated - came));
      return `said ${stated.toFixed(1)} %, came ${came.toFixed(1)} %`;
    };
    const board = against(
      mean((s) => s.board),
      mean((s) => s.boardsCame),
    );
    const work = against(
      mean((s) => s.work),
      mean((s) => s.piecesCame),
    );
    return `tolerance ${tolerance}: next boards ${board}; the work ${work} of ${PIECES * of.length} pieces (wanted within 7)`;
  });
  return { lines, worst };
}
