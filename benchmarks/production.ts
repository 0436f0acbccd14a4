/**
 * Whether a run of pieces is watched well: jobs are played until a board passes, then its recipe goes on sixty pieces of the same wood.
 * In one production nothing goes wrong, in the other the pad dries out from some piece on.
 */

import { type Lab, labOf } from '../src/core/colour/index.ts';
import { runOf } from '../src/core/judge/run-chart.ts';
import type { Materials, Stack } from '../src/core/layers/index.ts';
import type { Workshop, WorkshopFactory } from '../src/workshop/interface.ts';
import { makeLadders, matchTarget, read } from './apprentice.ts';
import { putOn } from './by-eye.ts';

/** Boards that the recipe was approved on, pieces of the work, and the first that the pad is too dry for. */
const [BOARDS, PIECES, DRIES_FROM] = [3, 60, 30];
/** What a drying pad lays on each piece of what it laid on the one before. */
const LAYS = 0.93;
/** So soon it is to be caught. */
const SOON = 5;
const [MATCHED_TO, MOST_BOARDS] = [1, 8];

interface Production {
  /** Pieces before anything went wrong, and those of them that a rule was broken with. */
  fair: number;
  alarms: number;
  /** How many pieces after the pad began to dry it was said; null where it never was. */
  caughtAfter: number | null;
}

/** A piece of a wood with all coats on, the first of them so much fainter. */
function pieceOf(workshop: Workshop, species: string, stack: Stack, { colourants }: Materials, lays: number): Lab {
  const piece = workshop.newBoard(species);
  const made = stack.map((layer) => ({
    ...layer,
    colours: Object.fromEntries(
      Object.entries(layer.colours).map(([id, s]) => [id, Math.min(colourants[id]?.maxStrength ?? s, s * lays)]),
    ),
  }));
  putOn(workshop, piece, made);
  return labOf(read(workshop, piece));
}

/** Plays jobs; those whose board passed go into production. */
export function playProduction(factory: WorkshopFactory, seeds: readonly number[], targets: number): Production[] {
  return seeds.flatMap((seed) => {
    const workshop = factory(seed);
    const shop = makeLadders(workshop);
    const memory: Parameters<typeof matchTarget>[2] = [];
    const journey = { workshop, shop, seed, tolerance: MATCHED_TO, mostBoards: MOST_BOARDS, mode: 'learning' as const };
    return Array.from({ length: targets }, (_, k) => k + 1).flatMap((k): Production[] => {
      const { passed } = matchTarget(journey, k, memory);
      const made = memory.at(-1);
      if (!passed || !made) return [];
      const { species } = workshop.target(k);
      const piece = (lays = 1) => pieceOf(workshop, species, made.stack, shop.materials, lays);
      const boards = Array.from({ length: BOARDS }, () => piece());
      const run = (pieces: readonly Lab[]) => runOf(boards, labOf(made.raw), pieces);
      const fair = run(Array.from({ length: PIECES }, () => piece()));
      const dried = run(Array.from({ length: PIECES }, (_, i) => piece(LAYS ** Math.max(0, i - DRIES_FROM + 1))));
      const after = dried.findIndex((p, i) => i >= DRIES_FROM && p.broke.length > 0);
      return [
        {
          fair: PIECES,
          alarms: fair.filter((p) => p.broke.length > 0).length,
          caughtAfter: after < 0 ? null : after - DRIES_FROM + 1,
        },
      ];
    });
  });
}

/** What came of some productions, and the figures that are wanted. */
export function productionTable(made: readonly Production[]): { line: string; caught: number; alarms: number } {
  const share = (of: (p: Production) => boolean) => made.filter(of).length / Math.max(1, made.length);
  const caught = share((p) => p.caughtAfter !== null && p.caughtAfter <= SOON);
  const pieces = made.reduce((sum, p) => sum + p.fair, 0);
  const alarms = (100 * made.reduce((sum, p) => sum + p.alarms, 0)) / Math.max(1, pieces);
  return {
    caught,
    alarms,
    line: `${made.length} productions of ${PIECES} pieces: a pad that dries caught within ${SOON} pieces in ${(100 * caught).toFixed(0)} of 100 (wanted 90); ${alarms.toFixed(1)} false alarms in 100 pieces (wanted at most 1)`,
  };
}
