import { unlessRefused } from '../../core/field-error.ts';
import { isBlank, type Layer, methodOf, type Stack, setting } from '../../core/layers/layer.ts';
import { carrierOf } from '../../core/layers/materials.ts';
import { converted, type Measured, potSteps, unitOf } from '../../core/mix/index.ts';
import { wetEdgeArea } from '../../core/rules/index.ts';
import { dryingOfCoat } from '../../core/time/coats.ts';
import { coatTime } from '../../core/time/waits.ts';
import type { JobWood } from '../../shared/job.ts';
import type { Part } from '../../shared/part.ts';
import type { Pot } from '../../shared/steps.ts';
import type { Bench } from '../job/bench.ts';
import { sumOfAreas } from '../job/parts.ts';
import { thinnerOnShelf } from './cost.ts';
import { factsOfShelf } from './mixing.ts';
import { partsOfWood, potsForPieces } from './pieces.ts';
import { areaOfPiece } from './work.ts';

/** Something that a batch takes, against what the shelf has of it. */
export interface Taken {
  /** `colourant/honey`; its name where the shelf has no such thing. */
  item: string;
  name: string;
  unit: 'g' | 'mL';
  amount: number;
  /** What its lots have left, in the same unit; null where nobody counted, or nothing converts. */
  onShelf: number | null;
  /** Lots or tins that it comes out of: more than one are boxed. */
  tins: number;
  /** Whole tins to buy, and how much of the last of them is left over; null where its can is not known, or nothing lacks. */
  buy: { tins: number; canMl: number; over: number } | null;
  /** Days until what lacks is here once it is ordered; null where nothing lacks, or nobody noted it. */
  leadDays: number | null;
}

/** A layer of the work: its batch, its working time against its pot and its wet edge. */
export interface LayerBatch {
  stage: number;
  layer: Layer;
  litres: number;
  /** Minutes of one coat on all pieces. */
  minutes: number;
  /** Pots that it is hardened in, so that none sets before it is on; 1 where it keeps. */
  pots: number;
  /** The largest surface that cannot be kept wet from edge to edge: its part, and into how many panels it is divided. */
  edge: { part: Part; panels: number } | null;
}
export interface BatchSheet {
  area: number;
  layers: readonly LayerBatch[];
  needed: readonly Taken[];
}

/** Of a pot's life so much is for working: the last of it drags. Common practice, no source. */
const WORKABLE = 0.8;

/** How much of each thing some pots take, in grams or millilitres, by its item. */
function takenBy(
  bench: Bench,
  stack: Stack,
  pots: readonly Pot[],
): Map<string, { name: string; unit: 'g' | 'mL'; amount: number }> {
  const sheet = {
    materials: bench.materials,
    facts: factsOfShelf(bench.shelf),
    batchOf: (stage: number) => pots[stage - 1] ?? { litres: 0, grams: {} },
  };
  const taken = new Map<string, { name: string; unit: 'g' | 'mL'; amount: number }>();
  const take = (item: string, name: string, unit: 'g' | 'mL', amount: number) =>
    taken.set(item, { name, unit, amount: (taken.get(item)?.amount ?? 0) + amount });
  for (const step of stack.flatMap((layer, i) => potSteps(layer, i + 1, sheet))) {
    if (step.pour) take(`colourant/${step.pour.colourant}`, step.title, 'g', step.pour.grams);
    else if (step.product) {
      const { item, grams } = step.product;
      const [, id = ''] = item.split('/');
      const name = [...bench.shelf.mediums, ...bench.shelf.supplies].find((p) => p.id === id)?.name ?? step.title;
      take(item, name, grams === undefined ? 'mL' : 'g', grams ?? step.millilitres ?? 0);
    } else if (step.thinner && step.millilitres) {
      const supply = thinnerOnShelf(step.thinner, bench.shelf);
      take(supply ? `supply/${supply.id}` : step.thinner, supply?.name ?? step.thinner, 'mL', step.millilitres);
    }
  }
  return taken;
}

/** What the shelf has of something, and what of it is to be bought. */
function againstShelf(
  { shelf }: Bench,
  item: string,
  { name, unit, amount }: { name: string; unit: 'g' | 'mL'; amount: number },
): Taken {
  const [place, id = ''] = item.split('/');
  const product = [
    ...(place === 'colourant' ? shelf.colourants : place === 'medium' ? shelf.mediums : shelf.supplies),
  ].find((p) => p.id === id);
  const measured: Measured & { name: string } = { name, ...product?.sheet };
  const inUnit = (value: number, from: 'g' | 'mL') =>
    from === unit
      ? value
      : (unlessRefused(() => converted({ value, unit: unitOf(from) }, unitOf(unit), measured, '').value) ?? null);
  const lots = shelf.lots.filter((l) => l.item === item && l.left !== null && l.left > 0 && l.unit !== 'piece');
  const left = lots.map((l) => inUnit(l.left as number, l.unit as 'g' | 'mL'));
  const onShelf =
    lots.length === 0 || left.some((v) => v === null) ? null : left.reduce<number>((sum, v) => sum + (v ?? 0), 0);
  const canMl = product?.sheet.canMl ?? null;
  const can = canMl === null ? null : inUnit(canMl, 'mL');
  const lacks = Math.max(0, amount - (onShelf ?? 0));
  const tins = can && lacks > 0 ? Math.ceil(lacks / can - 1e-9) : 0;
  return {
    item,
    name,
    unit,
    amount,
    onShelf,
    tins: lots.length + tins,
    buy: can && canMl && tins > 0 ? { tins, canMl, over: tins - lacks / can } : null,
    leadDays: lacks > 0 ? (product?.sheet.leadDays ?? null) : null,
  };
}

/** The largest surface of some parts that a coat cannot be kept wet on. */
function edgeOf(layer: Layer, parts: readonly Part[], bench: Bench): LayerBatch['edge'] {
  if (methodOf(layer) === 'sprayed') return null;
  const [largest] = parts.toSorted((p, q) => areaOfPiece(q) - areaOfPiece(p));
  if (!largest) return null;
  const wet = wetEdgeArea(layer.kind, carrierOf(layer, bench.materials), layer.applicator);
  const panels = wet > 0 ? Math.ceil(areaOfPiece(largest) / wet - 1e-9) : 1;
  return panels > 1 ? { part: largest, panels } : null;
}

/** All that the pieces of a wood take: a batch a layer for the whole area and the spare over it; null before it has parts. */
export function batchSheet(bench: Bench, wood: JobWood, stack: Stack, spare: number): BatchSheet | null {
  const parts = partsOfWood(bench.job, wood);
  const { coated: area } = sumOfAreas(parts);
  if (!(area > 0)) return null;
  const pots = potsForPieces(bench, wood, stack, spare);
  const layers = stack.flatMap((layer, i): LayerBatch[] => {
    if (isBlank(layer)) return [];
    const { potLife } = dryingOfCoat(stack, i, 1, { materials: bench.materials });
    const minutes = coatTime(layer, bench.materials).hands * area;
    const work = (minutes / 60) * setting(layer, 'coats');
    return [
      {
        stage: i + 1,
        layer,
        litres: pots[i]?.litres ?? 0,
        minutes,
        pots: potLife ? Math.max(1, Math.ceil(work / (WORKABLE * potLife) - 1e-9)) : 1,
        edge: edgeOf(layer, parts, bench),
      },
    ];
  });
  const needed = [...takenBy(bench, stack, pots)].map(([item, taken]) => againstShelf(bench, item, taken));
  return { area, layers, needed: needed.filter((n) => n.amount > 0) };
}
