/**
 * Whether stated chances come true: random recipes, each made on a board of a workshop that has learned a little, against
 * targets at every distance and tolerances from 0.5 to 4. A reliability table: of all that was said to pass with 30-40 %,
 * which share did.
 */

import { scaleToBoard, USUAL_PREPARATION } from '../src/core/board/index.ts';
import { deltaE00, type Lab, labOf, reflectanceFromLab } from '../src/core/colour/index.ts';
import { newLayer, type Stack } from '../src/core/layers/index.ts';
import { doubtOf, learn, spreadOf, tuningOf } from '../src/core/learn/index.ts';
import {
  chanceWithin,
  type MatchProblem,
  makeEvaluator,
  ONLY_DAYLIGHT,
  outlookOf,
  promiseActsOf,
} from '../src/core/match/index.ts';
import { chanceOf } from '../src/workshop/chance.ts';
import type { WorkshopFactory } from '../src/workshop/interface.ts';
import { makeLadders, matchTarget, oldRoad, read, woodOf } from './apprentice.ts';

const TOLERANCES = [0.5, 1, 1.5, 2, 3, 4];
/** How far targets lie from what is expected of the board, CIEDE2000. */
const FARTHEST = 5;
const TARGETS_A_BOARD = 12;
const RECIPES_A_SEED = 6;
const TAUGHT_BY = 2;
const TENTHS = 10;

interface Tenth {
  said: number;
  passed: number;
  count: number;
  boards: Set<string>;
}

/** A colour at about a distance from another, in a direction of chance. */
function colourAt(from: Lab, distance: number, chance: ReturnType<typeof chanceOf>): Lab {
  const way = [chance.normal(), chance.normal(), chance.normal()];
  const length = Math.hypot(...way) || 1;
  const moved = (scale: number): Lab => [
    from[0] + (scale * way[0]) / length,
    from[1] + (scale * way[1]) / length,
    from[2] + (scale * way[2]) / length,
  ];
  let [low, high] = [0, 4 * distance + 1];
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (deltaE00(from, moved(middle)) < distance) low = middle;
    else high = middle;
  }
  return moved(low);
}

/** Plays random recipes and files every stated chance with what came of it. */
export function calibrate(factory: WorkshopFactory, seeds: readonly number[]): Tenth[] {
  const tenths = Array.from({ length: TENTHS }, (): Tenth => ({ said: 0, passed: 0, count: 0, boards: new Set() }));
  for (const seed of seeds) {
    const workshop = factory(seed);
    const shop = makeLadders(workshop);
    const memory: Parameters<typeof matchTarget>[2] = [];
    const journey = { workshop, shop, seed, tolerance: 1, mostBoards: 2, mode: 'learning' as const };
    for (let k = 1; k <= TAUGHT_BY; k++) matchTarget(journey, k, memory);
    const knowledge = learn(
      memory.map((b) => ({ ...b, weight: 0.5 })),
      shop.materials,
    );
    const chance = chanceOf(seed, 'calibration');
    for (let n = 0; n < RECIPES_A_SEED; n++) {
      const species = chance.pick(workshop.species);
      const board = workshop.newBoard(species);
      const raw = read(workshop, board);
      const some = (kind: 'dye' | 'pigment', most: number, least: number, share: number) =>
        Object.fromEntries(
          chance
            .some(
              Object.values(shop.materials.colourants).filter((c) => c.kind === kind),
              1 + Math.floor(most * chance.even()),
            )
            .map((c) => [c.id, (least + share * chance.even()) * c.maxStrength]),
        );
      const dye = some('dye', 3, 0.04, 0.35);
      const glaze = some('pigment', 2, 0.03, 0.25);
      const stack: Stack = oldRoad(newLayer('dye', { colours: dye }), newLayer('glaze', { colours: glaze }));
      const problem: MatchProblem = {
        target: { reflectance: raw, singleLight: true },
        lights: ONLY_DAYLIGHT,
        wood: scaleToBoard(woodOf(species, raw, shop.bareK2), raw),
        materials: shop.materials,
        preparation: USUAL_PREPARATION,
        tuning: tuningOf(knowledge, species, shop.materials),
        doubt: doubtOf(knowledge, species, shop.materials),
        stack,
        open: stack.flatMap(({ colours }, layer) =>
          Object.keys(colours).length > 0 ? [{ layer, colourants: Object.keys(colours) }] : [],
        ),
      };
      const expected = makeEvaluator(problem);
      const foreseen = labOf(expected.reading(expected.amountsOf(stack)).slice());
      workshop.applyDye(board, dye);
      workshop.applyGlaze(board, glaze);
      workshop.applyClear(board);
      const made = labOf(read(workshop, board));
      for (let t = 0; t < TARGETS_A_BOARD; t++) {
        const target = colourAt(foreseen, FARTHEST * chance.even() ** 1.5, chance);
        const toTarget = { ...problem, target: { reflectance: reflectanceFromLab(target), singleLight: true } };
        const evaluator = makeEvaluator(toTarget);
        const outlook = outlookOf(toTarget, evaluator, evaluator.amountsOf(stack), promiseActsOf(toTarget));
        const off = deltaE00(target, made);
        for (const tolerance of TOLERANCES) {
          const said = chanceWithin(outlook, spreadOf(knowledge, 'clear'), tolerance);
          const tenth = tenths[Math.min(TENTHS - 1, Math.floor(said * TENTHS))];
          tenth.said += said;
          tenth.passed += off <= tolerance ? 1 : 0;
          tenth.count++;
          tenth.boards.add(`${seed}/${n}`);
        }
      }
    }
  }
  return tenths;
}

/** The reliability table, a line a tenth, and how far the worst tenth is off in points. */
export function reliabilityTable(tenths: readonly Tenth[]): { lines: string[]; worst: number } {
  let worst = 0;
  const lines = tenths.map(({ said, passed, count, boards }, i) => {
    if (count === 0) return `${10 * i}-${10 * i + 10} %: never said`;
    const off = (100 * (passed - said)) / count;
    worst = Math.max(worst, Math.abs(off));
    const share = (v: number) => ((100 * v) / count).toFixed(1).padStart(5);
    return `${10 * i}-${10 * i + 10} %: said ${share(said)} %, passed ${share(passed)} % of ${count} on ${boards.size} boards (${off > 0 ? '+' : ''}${off.toFixed(1)})`;
  });
  return { lines, worst };
}
