import { partsOfKey, stepKey } from '../../core/mix/step.ts';
import type { RecordRow, RecordRows } from '../../shared/jobs-file.ts';

/** The kinds of things that stand on a shelf under a code; the names of their tables. */
export const SHELF_KINDS = ['species', 'colourant', 'medium', 'supply'] as const;
type ShelfKind = (typeof SHELF_KINDS)[number];
/** What a code becomes; the code itself where it stays. */
type ToCode = (kind: ShelfKind, code: string) => string;

const isRow = (value: unknown): value is RecordRow =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const keyed = (value: unknown, kind: ShelfKind, to: ToCode): unknown =>
  isRow(value) ? Object.fromEntries(Object.entries(value).map(([code, v]) => [to(kind, code), v])) : value;
const code = (value: unknown, kind: ShelfKind, to: ToCode): unknown =>
  typeof value === 'string' ? to(kind, value) : value;
/** `colourant/honey`. */
function address(value: unknown, to: ToCode): unknown {
  const [kind, id] = typeof value === 'string' ? value.split('/') : [];
  return id && SHELF_KINDS.includes(kind as ShelfKind) ? `${kind}/${to(kind as ShelfKind, id)}` : value;
}

/** A layer that names products of the shelf; one of an old board too. */
const layer = (value: unknown, to: ToCode): unknown =>
  isRow(value)
    ? {
        ...value,
        colours: keyed(value.colours, 'colourant', to),
        ...('medium' in value ? { medium: code(value.medium, 'medium', to) } : {}),
        ...('supply' in value ? { supply: code(value.supply, 'supply', to) } : {}),
      }
    : value;
const layers = (value: unknown, to: ToCode): unknown =>
  Array.isArray(value) ? value.map((each) => layer(each, to)) : value;

/** A step names its colour where it is a pour: `1/honey`; the n-th time `1/honey-n`. */
function step(value: unknown, to: ToCode): unknown {
  if (typeof value !== 'string') return value;
  const { stage, what } = partsOfKey(value);
  const [, colour = what, again = ''] = /^(.+?)(-\d+)?$/.exec(what) ?? [];
  const whole = to('colourant', what);
  return stepKey(stage, whole === what ? `${to('colourant', colour)}${again}` : whole);
}
const madeWith = (value: unknown, to: ToCode): unknown =>
  isRow(value)
    ? {
        species: keyed(value.species, 'species', to),
        colourants: keyed(value.colourants, 'colourant', to),
        mediums: keyed(value.mediums, 'medium', to),
      }
    : value;
const itself = (kind: ShelfKind) => (row: RecordRow, to: ToCode) => ({ id: code(row.id, kind, to) });

/** Where a row of a table names products of the shelf. */
const PLACES: Readonly<Record<string, (row: RecordRow, to: ToCode) => RecordRow>> = {
  species: itself('species'),
  medium: itself('medium'),
  supply: itself('supply'),
  colourant: (row, to) => ({
    id: code(row.id, 'colourant', to),
    look: isRow(row.look) ? { ...row.look, speciesId: code(row.look.speciesId, 'species', to) } : row.look,
  }),
  lot: (row, to) => ({ item: address(row.item, to) }),
  ladder_rung: (row, to) => ({
    colourant_id: code(row.colourant_id, 'colourant', to),
    species_id: code(row.species_id, 'species', to),
    beside: keyed(row.beside, 'colourant', to),
  }),
  coat_sample: (row, to) => ({
    medium_id: code(row.medium_id, 'medium', to),
    species_id: code(row.species_id, 'species', to),
  }),
  shelf_version: (row, to) => ({ item_id: code(row.item_id, row.kind as ShelfKind, to) }),
  job_wood: (row, to) => ({ species_id: code(row.species_id, 'species', to), draft: layers(row.draft, to) }),
  stack_version: (row, to) => ({ stack: layers(row.stack, to) }),
  recipe: (row, to) => ({ stack: layers(row.stack, to), made_with: madeWith(row.made_with, to) }),
  coat: (row, to) => ({ layer: layer(row.layer, to) }),
  pot: (row, to) => ({ grams: keyed(row.grams, 'colourant', to) }),
  kept_mix: (row, to) => ({ colours: keyed(row.colours, 'colourant', to) }),
  old_board: (row, to) => ({ species_id: code(row.species_id, 'species', to), layers: layers(row.layers, to) }),
};

const through = (rows: RecordRows, to: ToCode): RecordRows =>
  Object.fromEntries(
    Object.entries(rows).map(([table, all]) => {
      const place = PLACES[table];
      return [table, place ? all.map((row) => ({ ...row, ...place(row, to) })) : all];
    }),
  );

/** Every product that rows name, as `kind/code`. */
export function productsIn(rows: RecordRows): Set<string> {
  const codes = new Set<string>();
  through(rows, (kind, id) => {
    codes.add(`${kind}/${id}`);
    return id;
  });
  return codes;
}

/** Rows with products under other codes, by `kind/code`. */
export function recoded(rows: RecordRows, codes: ReadonlyMap<string, string>): RecordRows {
  if (codes.size === 0) return rows;
  const to: ToCode = (kind, id) => codes.get(`${kind}/${id}`)?.split('/')[1] ?? id;
  const { step_done: steps, ...rest } = rows;
  return {
    ...through(rest, to),
    ...(steps ? { step_done: steps.map((row) => ({ ...row, step: step(row.step, to) })) } : {}),
  };
}
