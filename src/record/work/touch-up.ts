import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { labOf } from '../../core/colour/lab.ts';
import { unlessRefused } from '../../core/field-error.ts';
import { type Damage, type RepairStep, touchUp } from '../../core/finish/touch-up.ts';
import { differenceWords } from '../../core/judge/words.ts';
import { potSteps } from '../../core/mix/index.ts';
import type { UnitSystem } from '../../core/mix/said.ts';
import type { BenchTools } from '../../shared/house.ts';
import { stackAsMade } from '../board/stages.ts';
import { type Bench, type BoardModel, promisedLooks } from '../job/bench.ts';
import { potFor } from './cost.ts';
import { factsOfShelf } from './mixing.ts';

/** What is mixed for a spot: enough for a brush and for trying it; more where the scale shows no less of a colour. */
const [SPOT_LITRES, MOST_LITRES] = [0.02, 0.25];
/** Grams that a scale shows where nothing is said of it. */
const USUAL_SCALE = 0.01;
const YEAR = 365.25 * 24 * 3_600_000;
/** Younger work than this has not changed. */
const YOUNG = 0.25;

export interface MixedFor {
  what: string;
  said: string;
}
export interface TouchUpRecipe {
  steps: (RepairStep & { mix: MixedFor[] })[];
  reach: ReturnType<typeof touchUp>['reach'];
  /** What of its products no longer stands on the shelf, or stands there otherwise, by name. */
  gone: string[];
  /** How the piece has changed since it was made, as far as that is foreseen: years, CIEDE2000, and in words. */
  aged: { years: number; deltaE: number; words: string[] } | null;
}

/** Products of a board that were put away or changed since it was made. */
function goneOf({ shelf }: Bench, { board }: BoardModel): string[] {
  const { recipe } = board;
  if (!recipe) return [];
  const { madeWith } = recipe;
  const changed = (
    items: readonly { id: string; name: string; version: number; archived: boolean }[],
    with_: Readonly<Record<string, number>>,
  ) =>
    items.flatMap(({ id, name, version, archived }) =>
      with_[id] === undefined || (!archived && version === with_[id])
        ? []
        : [archived ? `${name} (put away)` : `${name} (changed since)`],
    );
  return [...changed(shelf.colourants, madeWith.colourants), ...changed(shelf.mediums, madeWith.mediums)];
}

function agedOf(bench: Bench, model: BoardModel, now: number): TouchUpRecipe['aged'] {
  const on = model.board.coats.flatMap((c) => (c.putOnAt ? [Date.parse(c.putOnAt)] : []));
  const years = on.length > 0 ? (now - Math.max(...on)) / YEAR : 0;
  if (years < YOUNG) return null;
  const stack = stackAsMade(model.board);
  const seen = (after: number) =>
    unlessRefused(() => promisedLooks(bench, model, stack, { years: after }))?.at(-1)?.seen;
  const [then, today] = [seen(0), seen(years)];
  if (!then || !today) return null;
  const [was, is] = [labOf(then), labOf(today)];
  return { years, deltaE: deltaE00(was, is), words: differenceWords(was, is) };
}

/** How a piece is mended by the record of the board it follows: what is done, what is mixed for it, and what changed since. */
export function touchUpOf(
  bench: Bench,
  model: BoardModel,
  damage: Damage,
  { now, system, tools }: { now: number; system: UnitSystem; tools: BenchTools | undefined },
): TouchUpRecipe {
  const stack = stackAsMade(model.board);
  const { steps, reach } = touchUp(stack, damage);
  const mixOf = ({ layer: at, strength }: RepairStep): MixedFor[] => {
    const layer = at === null ? undefined : stack[at];
    if (!layer || at === null) return [];
    const weak = {
      ...layer,
      colours: Object.fromEntries(Object.entries(layer.colours).map(([id, s]) => [id, s * strength])),
    };
    const { grams } = potFor(weak, SPOT_LITRES, bench.materials);
    const least = Math.min(...Object.values(grams));
    const more = Math.ceil((tools?.scaleGrams ?? USUAL_SCALE) / least - 1e-9);
    const litres = Number.isFinite(least) ? Math.min(MOST_LITRES, SPOT_LITRES * Math.max(1, more)) : SPOT_LITRES;
    const pot = potFor(weak, litres, bench.materials);
    const sheet = { materials: bench.materials, facts: factsOfShelf(bench.shelf), system, tools, batchOf: () => pot };
    return potSteps(weak, at + 1, sheet).flatMap((s) => {
      if (s.pour) return [{ what: s.title, said: s.pour.said }];
      return s.millilitres ? [{ what: s.title, said: `${Number(s.millilitres.toPrecision(2))} mL` }] : [];
    });
  };
  return {
    steps: steps.map((step) => ({ ...step, mix: mixOf(step) })),
    reach,
    gone: goneOf(bench, model),
    aged: agedOf(bench, model, now),
  };
}
