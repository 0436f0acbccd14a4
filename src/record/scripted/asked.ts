import { z } from 'zod';
import { type Preparation, USUAL_PREPARATION } from '../../core/board/preparation.ts';
import type { Wood } from '../../core/board/wood.ts';
import { spectrum } from '../../core/colour/grid.ts';
import { FieldError } from '../../core/field-error.ts';
import type { Stack } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import type { ProductFacts } from '../../core/mix/index.ts';
import { type KeptShelf, PredictionInput } from '../../shared/prediction.ts';
import { Claims, claimOf, Sheet } from '../../shared/sheet.ts';
import { materialsOfFile, woodOfFile } from '../board/stack-file.ts';

/** What is known of a product beside its colour, as a script writes it: its sheet, and what counts of its claims. */
const Facts = z.strictObject({
  ...Sheet.pick({
    form: true,
    binder: true,
    wax: true,
    density: true,
    bulkDensity: true,
    dropsPerMl: true,
    canMl: true,
    thinner: true,
    hardener: true,
    dark: true,
    sheen: true,
  }).shape,
  ...Claims.shape,
});
export type Facts = z.infer<typeof Facts>;

/** Layers on a wood, as every command takes them: what a prediction asks beside is taken, and has no bearing here. */
export const StackInput = PredictionInput.extend({
  /** The demo shelf's oak where none is given: times and pours do not go by it. */
  wood: PredictionInput.shape.wood.default('oak'),
  /** By the ids of colours and mediums; the demo shelf's where they are not given. */
  facts: z.record(z.string(), Facts).default({}),
}).strict();

/** The air of the shop. */
export const AirInput = z.strictObject({
  celsius: z.number().min(-20, 'Colder than −20 °C?').max(60, 'Warmer than 60 °C?'),
  humidity: z.number().min(0, 'Humidity is 0 to 100 %.').max(100, 'Humidity is 0 to 100 %.'),
});
export const weatherOf = (air: z.infer<typeof AirInput> | undefined) =>
  air ? { temperature: air.celsius, humidity: air.humidity } : null;

/** The demo shelf: its materials and woods, and what is known of its products. */
export interface ScriptedShelf extends KeptShelf {
  facts: Readonly<Record<string, Facts>>;
}

/** Facts of products out of their sheets. */
export const factsOfSheets = (products: readonly { id: string; sheet?: Sheet | undefined }[]): Record<string, Facts> =>
  Object.fromEntries(
    products.map(({ id, sheet }) => {
      if (!sheet) return [id, {}];
      const { label: _, shop: __, note: ___, cost: ____, grit: _____, ...own } = sheet;
      const claims = Object.keys(Claims.shape).map((c) => [c, claimOf(sheet, c as keyof Claims)]);
      return [id, { ...own, ...Object.fromEntries(claims) }];
    }),
  );

/** What is asked for, checked. @throws FieldError naming the first field that is wrong */
export function checked<T extends z.ZodType>(shape: T, asked: unknown): z.infer<T> {
  const { success, data, error } = shape.safeParse(asked);
  if (success) return data;
  const [issue] = error.issues;
  const inner = issue?.code === 'invalid_union' ? issue.errors.at(-1)?.[0] : undefined;
  const path = [...(issue?.path ?? []), ...(inner?.path ?? [])].join('.');
  throw new FieldError(path || 'input', (inner ?? issue)?.message ?? 'It is not what this command takes.');
}

/** Fields as a script wrote them, where the core names its own. */
export function naming<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    const field = error.field.replace(/^stack\./, 'layers.').replace(/^tissues\./, 'wood.tissues.');
    throw new FieldError(field, error.message);
  }
}

export function woodAsked(wood: PredictionInput['wood'], shelf: KeptShelf, preparation: Preparation): Wood {
  const written = typeof wood === 'string' ? shelf.woods.find((w) => w.id === wood) : wood;
  if (!written)
    throw new FieldError(
      'wood',
      `The demo shelf has no wood “${wood}”; it has ${shelf.woods.map((w) => w.id).join(', ')}.`,
    );
  return woodOfFile(written, preparation);
}

/** What the core takes of layers as a script wrote them. */
export interface ScriptAsked {
  stack: Stack;
  wood: Wood;
  materials: Materials;
  preparation: Preparation;
  facts: Record<string, ProductFacts & Facts>;
}
export function stackAsked(input: z.infer<typeof StackInput>, shelf: ScriptedShelf): ScriptAsked {
  const preparation = { ...USUAL_PREPARATION, ...input.preparation };
  const written = input.materials ?? shelf;
  const facts = { ...(input.materials ? {} : shelf.facts), ...input.facts };
  const { colourants, mediums, supplies } = materialsOfFile(written);
  const none = Array.from(spectrum());
  // A colour without a ladder is mixed and timed all the same.
  for (const [id, c] of Object.entries(written.colourants))
    if (!c.absorption)
      Object.assign(colourants, { [id]: { ...c, id, absorption: none, scatter: none, unknown: true } });
  return {
    stack: input.layers,
    wood: woodAsked(input.wood, shelf, preparation),
    preparation,
    facts,
    materials: {
      colourants: Object.fromEntries(
        Object.entries(colourants).map(([id, c]) => [
          id,
          { ...c, drying: facts[id], density: facts[id]?.density, form: facts[id]?.form, dark: facts[id]?.dark },
        ]),
      ),
      mediums: Object.fromEntries(Object.entries(mediums).map(([id, m]) => [id, { ...m, drying: facts[id] }])),
      supplies: Object.fromEntries(Object.entries(supplies).map(([id, s]) => [id, { ...s, drying: facts[id] }])),
    },
  };
}
