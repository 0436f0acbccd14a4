import { predict, type StageLook } from '../../core/board/predict.ts';
import { USUAL_PREPARATION } from '../../core/board/preparation.ts';
import { labOf } from '../../core/colour/lab.ts';
import { FieldError } from '../../core/field-error.ts';
import type { Stack } from '../../core/layers/layer.ts';
import { KeptShelf, PredictionInput } from '../../shared/prediction.ts';
import { materialsOfFile } from '../board/stack-file.ts';
import { checked, naming, woodAsked } from './asked.ts';

/** A stage as a script gets it. */
export interface PredictedStage {
  /** The kind of the layer that is on by then; `raw` before the first. */
  after: string;
  /** D65, 10 degrees, specular included. */
  lab: number[];
  reflectance: number[];
  contrast: number;
  clarity: number;
  blotch: number;
  /** Without gloss, as the eye sees them. */
  tissues: { name: string; fraction: number; lab: number[]; reflectance: number[] }[];
}

const rounded = (values: Iterable<number>, digits: number): number[] =>
  Array.from(values, (v) => Number(v.toFixed(digits)));

const stageOf = (look: StageLook, after: string): PredictedStage => ({
  after,
  lab: rounded(look.labs[0] ?? [], 3),
  reflectance: rounded(look.reading, 6),
  contrast: Number(look.contrast.toFixed(3)),
  clarity: Number(look.clarity.toFixed(4)),
  blotch: Number(look.blotch.toFixed(3)),
  tissues: look.tissues.map(({ name, fraction, dry }) => ({
    name,
    fraction,
    lab: rounded(labOf(dry), 3),
    reflectance: rounded(dry, 6),
  })),
});

/**
 * What is asked for by a script, predicted.
 * @param asked the shape of {@link PredictionInput}, unchecked
 * @param shelf the materials and woods where none are given
 * @throws FieldError naming the field: `wood`, `layers.2.colours.umber`, `preparation.grit` …
 */
export function predictionFor(asked: unknown, shelf: KeptShelf): { stages: PredictedStage[] } {
  const input = checked(PredictionInput, asked);
  const materials = materialsOfFile(input.materials ?? shelf);
  const stack: Stack = input.layers;
  for (const { layers } of input.measured)
    if (layers > stack.length) throw new FieldError('measured', `There is no layer ${layers} to have been measured.`);
  return naming(() => {
    const preparation = { ...USUAL_PREPARATION, ...input.preparation };
    const looks = predict(stack, woodAsked(input.wood, shelf, preparation), materials, {
      preparation,
      zone: input.zone,
      years: input.years,
      measured: input.measured,
    });
    return { stages: looks.map((look, i) => stageOf(look, stack[i - 1]?.kind ?? 'raw')) };
  });
}

/** A whole input to start from: a wood of the shelf, two layers and all they need. */
export function exampleInput(shelf: KeptShelf): PredictionInput {
  const [wood] = shelf.woods;
  const of = (kind: string, list: Record<string, { kind: string }>) =>
    Object.entries(list).find(([, item]) => item.kind === kind)?.[0] ?? '';
  const [dye, sealer, pigment, clear] = [
    of('dye', shelf.colourants),
    of('sealer', shelf.mediums),
    of('pigment', shelf.colourants),
    of('clear', shelf.mediums),
  ];
  const only = <T>(list: Record<string, T>, ids: string[]) =>
    Object.fromEntries(Object.entries(list).filter(([id]) => ids.includes(id)));
  return PredictionInput.parse({
    wood,
    preparation: USUAL_PREPARATION,
    layers: [
      { kind: 'dye', colours: { [dye]: 4 }, settings: { coats: 1 }, method: 'wiped' },
      { kind: 'sealer', medium: sealer },
      { kind: 'glaze', colours: { [pigment]: 0.05 }, settings: { film: 1 }, method: 'wiped' },
      { kind: 'clear', medium: clear, settings: { coats: 2 } },
    ],
    materials: {
      colourants: only(shelf.colourants, [dye, pigment]),
      mediums: only(shelf.mediums, [sealer, clear]),
    },
  });
}

/** The parts of a shelf that a script can do with. */
export const keptShelf = (shelf: unknown): KeptShelf => KeptShelf.parse(shelf);
