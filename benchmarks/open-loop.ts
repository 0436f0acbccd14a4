/**
 * How far stacks end from what was foreseen of them by the raw reading alone: random whole systems on boards of any bench, in
 * a shop that has ladders and no history. By kind of step, the error against how far that step really moved the board; and
 * how many of the ranges that are said to hold nine boards in ten do.
 */
import { predict, scaleToBoard, USUAL_PREPARATION } from '../src/core/board/index.ts';
import { deltaE00, type Lab, labOf } from '../src/core/colour/index.ts';
import { FieldError } from '../src/core/field-error.ts';
import { isColoured, type Layer, newLayer, type Stack } from '../src/core/layers/index.ts';
import { doubtOf, NOTHING_LEARNED, tuningOf } from '../src/core/learn/index.ts';
import { allowedStray, ONLY_DAYLIGHT } from '../src/core/match/index.ts';
import { chanceOf } from '../src/workshop/chance.ts';
import type { BenchFactory } from '../src/workshop/interface.ts';
import { read, woodOf } from './apprentice.ts';
import { actOf, makeSystemLadders, type SystemShop } from './whole-systems.ts';

const STACKS_A_SEED = 12;
/** Whole systems as finishers tell them. */
const SYSTEMS: readonly (readonly Layer['kind'][])[] = [
  ['dye', 'clear'],
  ['dye', 'dye', 'clear'],
  ['dye', 'sealer', 'glaze', 'clear'],
  ['dye', 'sealer', 'glaze', 'sealer', 'glaze', 'clear'],
  ['dye', 'sealer', 'gel-stain', 'clear'],
  ['dye', 'gel-stain', 'clear'],
  ['gel-stain', 'clear'],
  ['wiping-stain', 'clear'],
  ['wiping-stain', 'wiping-stain', 'clear'],
  ['conditioner', 'wiping-stain', 'clear'],
  ['wiping-stain', 'sealer', 'gel-stain', 'clear'],
  ['reactive', 'clear'],
  ['reactive', 'dye', 'clear'],
  ['ink', 'dye', 'oil'],
  ['bleach', 'dye', 'clear'],
  ['dye', 'bleach', 'clear'],
  ['dye', 'wipe-back', 'clear'],
  ['dye', 'clear', 'toner', 'clear'],
  ['oil', 'sealer', 'clear'],
];
/** Shares of the strongest mix that colours are put on at. */
const WEAKEST = 0.05;
const STRONGEST = 0.4;

interface Step {
  kind: Layer['kind'];
  /** How far the step really moved the board, and how far that was from what was foreseen; CIEDE2000. */
  moved: number;
  error: number;
}

/** A layer as a finisher might put it on; null where the shop has nothing for it. */
function someLayer(kind: Layer['kind'], { materials, lacks }: SystemShop, chance: ReturnType<typeof chanceOf>) {
  if (lacks.includes(kind)) return null;
  const blank = newLayer(kind);
  const medium = Object.values(materials.mediums).find((m) => m.kind === (kind === 'toner' ? 'clear' : kind))?.id;
  const layer: Layer = medium ? { ...blank, medium } : blank;
  if (!isColoured(kind)) return layer;
  const takes: Partial<Record<Layer['kind'], readonly string[]>> = {
    'wiping-stain': ['stain'],
    'gel-stain': ['stain', 'pigment'],
    glaze: ['pigment'],
    toner: ['dye'],
    filler: ['pigment'],
  };
  const kinds = takes[kind] ?? [kind];
  const of = Object.values(materials.colourants).filter(
    (c) => kinds.includes(c.kind) && (kind !== 'toner' || c.carrier === materials.mediums[medium ?? '']?.carrier),
  );
  if (of.length === 0) return null;
  const colour = chance.pick(of);
  const share = colour.kind === 'stain' ? 1 : WEAKEST + (STRONGEST - WEAKEST) * chance.even();
  return { ...layer, colours: { [colour.id]: share * colour.maxStrength } };
}

const quantile = (list: readonly number[], q: number) => {
  const sorted = [...list].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? Number.NaN;
};
/** How far a step was foreseen to move the board, in L*a*b*, against how far it did. */
const between = (p: readonly [Lab, Lab], q: readonly [Lab, Lab]) =>
  Math.hypot(...[0, 1, 2].map((i) => p[1][i] - p[0][i] - (q[1][i] - q[0][i])));

export function openLoop(factory: BenchFactory, seeds: readonly number[]): string[] {
  const ends: number[] = [];
  const steps: Step[] = [];
  let held = 0;
  for (const seed of seeds) {
    const bench = factory(seed);
    const shop = makeSystemLadders(bench);
    const chance = chanceOf(seed, 'open loop');
    for (let n = 0; n < STACKS_A_SEED; n++) {
      const layers = chance.pick(SYSTEMS).map((kind) => someLayer(kind, shop, chance));
      const species = chance.pick(bench.species);
      if (layers.some((l) => l === null)) continue;
      const stack = layers as Stack;
      const board = bench.newBoard(species);
      const raw = read(bench, board);
      const wood = scaleToBoard(woodOf(species, raw), raw);
      const tuning = tuningOf(NOTHING_LEARNED, species, shop.materials);
      const readings = [raw];
      try {
        const foreseen = predict(stack, wood, shop.materials, { tuning }).map((look) => look.reading);
        for (const layer of stack) {
          bench.apply(board, actOf(layer, bench));
          readings.push(read(bench, board));
        }
        const labs = [readings, foreseen].map((list) => list.map((r) => labOf(r))) as [Lab[], Lab[]];
        stack.forEach(({ kind }, i) => {
          const [real, thought] = labs.map((l) => [l[i], l[i + 1]] as const) as [
            readonly [Lab, Lab],
            readonly [Lab, Lab],
          ];
          steps.push({
            kind,
            moved: Math.hypot(...[0, 1, 2].map((c) => real[1][c] - real[0][c])),
            error: between(real, thought),
          });
        });
        const last = stack.length;
        const end = deltaE00(labs[0][last], labs[1][last]);
        ends.push(end);
        const range = allowedStray({
          target: { reflectance: foreseen[last], singleLight: true },
          lights: ONLY_DAYLIGHT,
          wood,
          materials: shop.materials,
          preparation: USUAL_PREPARATION,
          tuning,
          doubt: doubtOf(NOTHING_LEARNED, species, shop.materials),
          stack,
          open: stack.flatMap((l, layer) =>
            Object.keys(l.colours).length > 0 ? [{ layer, colourants: Object.keys(l.colours) }] : [],
          ),
        });
        if (end <= range) held++;
      } catch (error) {
        // What the shop or the bench refuses is no prediction.
        if (!(error instanceof FieldError || error instanceof RangeError)) throw error;
      }
    }
  }
  const kinds = [...new Set(steps.map((s) => s.kind))].sort();
  return [
    `${ends.length} stacks: CIEDE2000 median ${quantile(ends, 0.5).toFixed(2)}, p90 ${quantile(ends, 0.9).toFixed(2)} (wanted 1.6, 4); nine in ten hold ${((100 * held) / ends.length).toFixed(0)} % (wanted 85–95)`,
    ...kinds.map((kind) => {
      const own = steps.filter((s) => s.kind === kind);
      const [error, moved] = [own.map((s) => s.error), own.map((s) => s.moved)].map((l) => quantile(l, 0.5)) as [
        number,
        number,
      ];
      return `${kind}: moves ${moved.toFixed(1)}, missed by ${error.toFixed(1)}, ${(error / moved).toFixed(2)} of it (${own.length} steps)`;
    }),
  ];
}
