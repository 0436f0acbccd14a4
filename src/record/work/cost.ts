import { thinnerNamed } from '../../core/kinds/index.ts';
import type { Layer, Stack } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import { gramsPerLitreOf, potSteps, type Step } from '../../core/mix/index.ts';
import type { Batch } from '../../core/mix/step.ts';
import type { Shelf, SupplyRecord } from '../../shared/shelf.ts';
import type { Bench } from '../job/bench.ts';
import { onTheShelf } from '../shelf/materials.ts';
import { factsOfShelf } from './mixing.ts';

/** So many litres of a layer, with its colours in grams. */
export const potFor = (layer: Layer, litres: number, { colourants }: Materials): Batch => ({
  litres,
  grams: Object.fromEntries(
    Object.entries(layer.colours)
      .filter(([, s]) => s > 0)
      .map(([id, s]) => [id, litres * gramsPerLitreOf(colourants[id], s)]),
  ),
});

/** What the shelf has of a thinner: by its name, else the reducer of its carrier. */
export function thinnerOnShelf(name: string, { supplies }: Pick<Shelf, 'supplies'>): SupplyRecord | undefined {
  const known = thinnerNamed(name);
  const on = onTheShelf(supplies);
  return (
    on.find((s) => s.name.toLowerCase() === name.toLowerCase()) ??
    on.find((s) =>
      known?.name === 'retarder' ? s.kind === 'retarder' : s.kind === 'reducer' && s.carrier === known?.carrier,
    )
  );
}

/** Money for a litre, or for a kilogram of what is solid, that a step of a pot takes; null where nobody has said. */
function costOfStep({ pour, product, thinner, millilitres = 0 }: Step, { shelf, materials }: Bench): number | null {
  if (pour) return pour.grams * (materials.colourants[pour.colourant]?.costPerGram ?? Number.NaN);
  const [place, item] = product?.item.split('/') ?? [];
  const found = product
    ? (place === 'supply' ? shelf.supplies : shelf.mediums).find((p) => p.id === item)
    : thinnerOnShelf(thinner ?? '', shelf);
  const cost = found?.sheet.cost ?? (thinner === 'water' ? 0 : null);
  return cost === null ? null : (cost * (product?.grams ?? millilitres)) / 1000;
}

/**
 * Money for what the pots of a stack are poured from: colours, products, hardeners and thinners, as their sheet pours them.
 * @param pots of each layer
 * @returns what is known of it, and the names of what has no cost yet
 */
export function costOfPots(
  stack: Stack,
  pots: readonly Batch[],
  bench: Bench,
): { cost: number; unknown: readonly string[] } {
  const sheet = {
    materials: bench.materials,
    facts: factsOfShelf(bench.shelf),
    batchOf: (stage: number) => pots[stage - 1] as Batch,
  };
  const unknown = new Set<string>();
  let cost = 0;
  for (const step of stack.flatMap((layer, i) => potSteps(layer, i + 1, sheet))) {
    if (step.kind !== 'pour' && step.kind !== 'base') continue;
    const spent = costOfStep(step, bench);
    if (spent === null || Number.isNaN(spent))
      unknown.add(step.product || step.pour ? step.title : (step.thinner ?? step.title));
    else cost += spent;
  }
  return { cost, unknown: [...unknown] };
}
