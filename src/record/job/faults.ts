import { type Tone, toneReading } from '../../core/board/tones.ts';
import { rawMean } from '../../core/board/wood.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { passes } from '../../core/colour/difference.ts';
import { labOf } from '../../core/colour/lab.ts';
import { type Case, caseOf, MENDS, mended } from '../../core/faults/index.ts';
import { FieldError } from '../../core/field-error.ts';
import { differenceWords } from '../../core/judge/words.ts';
import { setting, traitsOf } from '../../core/layers/layer.ts';
import type { Recipe } from '../../shared/board.ts';
import type { FaultFound } from '../../shared/fault.ts';
import type { Lot } from '../../shared/lot.ts';
import { airOfCoat } from '../board/air.ts';
import { inPot, potOf } from '../board/poured.ts';
import { stackAsMade, stageMean } from '../board/stages.ts';
import { type Bench, type BoardModel, promisedLooks, strayAllowed, unforeseen } from './bench.ts';
import { type HouseRules, ruleInputOf } from './rules.ts';
import { missOf } from './target.ts';

/** How far a stage may stray where no promise says it, CIEDE2000. */
const USUAL_STRAY = 2;

/** The pour of the layers up to a stage that is farthest from its recipe, as a factor; null where none was weighed. */
function farthestPour(recipe: Recipe, stage: number, materials: Bench['materials']): number | null {
  const factors = recipe.stack.slice(0, stage).flatMap((_, i) => {
    const planned = potOf({ ...recipe, done: [] }, i + 1, materials).grams;
    return Object.entries(inPot(recipe, i + 1, materials)).map(([id, grams]) => grams / (planned[id] || grams));
  });
  return factors.length === 0
    ? null
    : factors.reduce((far, f) => (Math.abs(Math.log(f)) > Math.abs(Math.log(far)) ? f : far), 1);
}

const lotsUsed = (recipe: Recipe | null, lots: readonly Lot[]): Lot[] =>
  (recipe?.done ?? []).flatMap((d) => lots.find((l) => l.id === d.lotId) ?? []);

/** What the record of a board tells of a fault seen after a stage. */
export function caseOfBoard(bench: Bench, model: BoardModel, stage: number, house: HouseRules): Case {
  const { board, species, wood } = model;
  const { recipe } = board;
  const stack = stackAsMade(board);
  const [raw, read] = [stageMean(board, 0), stage > 0 ? stageMean(board, stage) : null];
  const expected = recipe?.expected[stage];
  const coat = board.coats.find((c) => c.stage === stage);
  const layer = stack[stage - 1];
  const used = lotsUsed(recipe, bench.shelf.lots);
  const before = wood.boards.findLast(
    (b) => b.number < board.number && lotsUsed(b.recipe, bench.shelf.lots).length > 0,
  );
  const lastLots = lotsUsed(before?.recipe ?? null, bench.shelf.lots);
  const again = used.filter((l) => lastLots.some((p) => p.item === l.item));
  const off = () => {
    if (!read || !expected) return null;
    const [got, promised] = [labOf(read), labOf(Float64Array.from(expected))];
    return {
      dL: got[0] - promised[0],
      da: got[1] - promised[1],
      db: got[2] - promised[2],
      deltaE: deltaE00(promised, got),
      allowed: strayAllowed(bench, model, stage) ?? USUAL_STRAY,
    };
  };
  // What the air was then, not what it is now.
  return caseOf(ruleInputOf(bench, model, stack, { ...house, weather: coat ? airOfCoat(coat.conditions) : null }), {
    off: off(),
    rawOff: raw && labOf(raw)[0] - labOf(rawMean(species))[0],
    poured: recipe && farthestPour(recipe, stage, bench.materials),
    dwelt: coat?.minutes && layer ? coat.minutes / setting(layer, 'dwell') : null,
    stale:
      used.length === 0
        ? null
        : used.some((l) => l.bestBefore !== null && l.bestBefore < (coat?.putOnAt ?? board.createdAt)),
    otherLot: again.length === 0 ? null : again.some((l) => !lastLots.some((p) => p.id === l.id)),
  });
}

/** What the remedy of a cause makes of the finished colour, against the target. */
export interface Outcome {
  /** CIEDE2000. */
  deltaE: number;
  words: string[];
  passes: boolean;
}

/**
 * The colour that a board ends at when a cause is mended after a stage and the rest goes on as planned; null where it is
 * not foreseen, there is no target, or its layers are to be solved anew.
 */
export function outcomeOf(bench: Bench, model: BoardModel, stage: number, cause: string): Outcome | null {
  const mend = MENDS[cause as keyof typeof MENDS];
  const wanted = model.target;
  if (!mend || !wanted) return null;
  const stack = stackAsMade(model.board);
  const mediums = Object.values(bench.onHand.mediums);
  const asMended = mended(stack, stage, mend, {
    clear: stack.find((l) => traitsOf(l).clear)?.medium ?? mediums.find((m) => m.kind === 'clear')?.id ?? null,
    sealer: mediums.find((m) => m.kind === 'sealer')?.id ?? null,
  });
  if (!asMended) return null;
  try {
    const final = unforeseen(bench, model, asMended) ? undefined : promisedLooks(bench, model, asMended).at(-1);
    if (!final) return null;
    const [target, got] = [labOf(wanted.reflectance), labOf(final.reading)];
    const tone = (of: Tone) => toneReading(model.scaled, final.internal, final.surface, of);
    const deltaE = missOf(wanted, final.reading, { ground: tone('ground'), grain: tone('grain') });
    return { deltaE, words: differenceWords(target, got), passes: passes(deltaE, bench.job.tolerance) };
  } catch (refused) {
    if (refused instanceof FieldError) return null;
    throw refused;
  }
}

/** Rework by cause: how often, and how many hours, the most first. */
export function rework(found: readonly FaultFound[]): { cause: string; times: number; hours: number }[] {
  const byCause = new Map<string, { cause: string; times: number; hours: number }>();
  for (const { cause, hours } of found) {
    const so = byCause.get(cause) ?? { cause, times: 0, hours: 0 };
    byCause.set(cause, { cause, times: so.times + 1, hours: so.hours + hours });
  }
  return [...byCause.values()].sort((p, q) => q.hours - p.hours || q.times - p.times);
}
