import { FieldError } from '../../core/field-error.ts';
import { type NamedRow, readNamedRows, writeNamedRows } from '../../core/formats/named-rows.ts';
import { COLOURANT_KINDS, MEDIUM_KINDS } from '../../core/kinds/index.ts';
import { isShare } from '../../core/layers/materials.ts';
import { tintOf, usualSurface } from '../../core/learn/surfaces.ts';
import { newId } from '../../shared/id.ts';
import type { ShelfThing } from '../../shared/jobs-file.ts';
import { NewLot } from '../../shared/lot.ts';
import '../../shared/sentences.ts';
import { NewMix } from '../../shared/mix.ts';
import type { Sheet } from '../../shared/sheet.ts';
import { NewColourant, NewMedium, NewRung, NewSupply, type Shelf, SpeciesSchema } from '../../shared/shelf.ts';

/** A shelf as it is written to a file and read again, in another shop or after years. */
export const SHELF_FORMAT = 'urushi-shelf';
const SHELF_VERSION = 1;

/** One thing that a file brings, with what comes with it, in order. */
export interface Brought {
  what: string;
  name: string;
  state: 'new' | 'there' | 'refused';
  /** Why it is refused. */
  why?: string;
  things: readonly ShelfThing[];
}

const COLUMNS = [
  'what',
  'code',
  'name',
  'kind',
  'carrier',
  'strongest',
  'cost per gram',
  'form',
  'binder',
  'density g/mL',
  'spoon density g/mL',
  'can mL',
  'lead days',
  'thinner',
  'covers m2/L',
  'next coat h',
  'lot',
  'left',
  'unit',
  'opened',
  'best before',
  'caution',
  'colours',
] as const;
type Column = (typeof COLUMNS)[number];

/**
 * The shelf as a table, a line for each thing and a further line for each further lot, a kept mix with its colours; woods and
 * curves are in JSON only.
 */
export function shelfTable({ colourants, mediums, supplies, lots, mixes }: Shelf): string {
  const rows = (
    what: 'colourant' | 'medium' | 'supply',
    item: { id: string; name: string; kind: string; carrier: string | null; caution: string; sheet: Sheet },
    more: Partial<Record<Column, string | number>> = {},
  ) => {
    const { sheet } = item;
    const row: Partial<Record<Column, string | number | null | undefined>> = {
      what,
      code: item.id,
      name: item.name,
      kind: item.kind,
      carrier: item.carrier,
      form: sheet.form,
      binder: sheet.binder,
      'density g/mL': sheet.density,
      'spoon density g/mL': sheet.bulkDensity,
      'can mL': sheet.canMl,
      'lead days': sheet.leadDays,
      thinner: sheet.thinner,
      'covers m2/L': sheet.label.coverage,
      'next coat h': sheet.label.goOn,
      caution: item.caution,
      ...more,
    };
    const own = lots.filter((l) => l.item === `${what}/${item.id}`);
    return own.length === 0
      ? [row]
      : own.map((l) => ({
          ...row,
          lot: l.code,
          left: l.left,
          unit: l.unit,
          opened: l.opened,
          'best before': l.bestBefore,
        }));
  };
  return writeNamedRows(COLUMNS, [
    ...colourants.flatMap((c) => rows('colourant', c, { strongest: c.maxStrength, 'cost per gram': c.costPerGram })),
    ...mediums.flatMap((m) => rows('medium', m)),
    ...supplies.flatMap((s) => rows('supply', s)),
    ...mixes.map((m) => ({
      what: 'mix',
      code: m.id,
      name: m.name,
      kind: m.kind,
      left: m.litres,
      unit: 'L',
      caution: m.note,
      colours: Object.entries(m.colours)
        .map((c) => c.join(' '))
        .join(' + '),
    })),
  ]);
}

/** The whole shelf with woods, ladders, curves, lots and kept mixes, as JSON. */
export const shelfJson = (shelf: Shelf): string =>
  `${JSON.stringify({ format: SHELF_FORMAT, version: SHELF_VERSION, ...shelf }, null, 1)}\n`;

const PLACE = {
  species: 'species',
  colourant: 'colourants',
  medium: 'mediums',
  supply: 'supplies',
  mix: 'mixes',
} as const;
const SHAPES = {
  species: SpeciesSchema,
  colourant: NewColourant,
  medium: NewMedium,
  supply: NewSupply,
  mix: NewMix,
} as const;

/** What a thing of a file becomes: what is there already is left as it is. */
function brought(
  shelf: Shelf,
  what: keyof typeof PLACE,
  item: unknown,
  more: (id: string) => Brought['things'] = () => [],
): Brought {
  const shape = SHAPES[what];
  const asked = (item ?? {}) as { id?: unknown; name?: unknown };
  const name = String(asked.name || asked.id || 'without a name');
  const read = shape.safeParse(item);
  if (!read.success)
    return { what, name, state: 'refused', why: read.error.issues[0]?.message ?? 'It makes no sense.', things: [] };
  const { id } = read.data;
  const list: readonly { id: string }[] = shelf[PLACE[what]];
  if (list.some((x) => x.id === id)) return { what, name, state: 'there', things: [] };
  return { what, name, state: 'new', things: [{ what, thing: read.data } as ShelfThing, ...more(id)] };
}

const lotsOf = (lots: readonly unknown[], address: string): Brought['things'] =>
  lots.flatMap((lot) => {
    const own = lot as { item?: unknown; left?: unknown; amount?: unknown };
    if (own.item !== address) return [];
    const read = NewLot.safeParse({ ...own, id: newId(), amount: Math.max(0, Number(own.left ?? own.amount ?? 0)) });
    return read.success ? [{ what: 'lot' as const, thing: read.data }] : [];
  });
const list = (value: unknown): unknown[] => (Array.isArray(value) ? value : []);

/** @throws FieldError where the text is no shelf */
function fromJson(shelf: Shelf, text: string): Brought[] {
  let file: Record<string, unknown>;
  try {
    file = JSON.parse(text);
  } catch {
    throw new FieldError('text', 'This is no JSON: it may have been cut off.');
  }
  if (file?.format !== SHELF_FORMAT) throw new FieldError('text', 'This is no shelf of this program.');
  if (file.version !== SHELF_VERSION)
    throw new FieldError(
      'text',
      `This shelf was written in version ${String(file.version)} of its format; this program reads version ${SHELF_VERSION}.`,
    );
  const lots = list(file.lots);
  const rungsOf = (colourant: unknown, id: string): Brought['things'] => {
    const rungs = list((colourant as { rungs?: unknown }).rungs).flatMap((r) => {
      const read = NewRung.safeParse({ ...(r as object), id: newId() });
      return read.success ? [read.data] : [];
    });
    return rungs.length > 0 ? [{ what: 'ladder', thing: { colourant: id, rungs } }] : [];
  };
  const ladderOf = (colourant: unknown): Brought[] => {
    const { id, name } = colourant as { id: string; name: string };
    const things = shelf.colourants.some((c) => c.id === id) ? [] : rungsOf(colourant, id);
    return things.length > 0 ? [{ what: 'ladder', name, state: 'new', things }] : [];
  };
  // A board of a ladder may carry other colours: ladders come when all colours are there.
  const colours = list(file.colourants).map((c) =>
    brought(shelf, 'colourant', c, (id) => lotsOf(lots, `colourant/${id}`)),
  );
  return [
    ...list(file.species).map((s) => brought(shelf, 'species', s)),
    ...list(file.mediums).map((m) => brought(shelf, 'medium', m, (id) => lotsOf(lots, `medium/${id}`))),
    ...colours,
    ...list(file.colourants).flatMap((c, i) => (colours[i]?.state === 'new' ? ladderOf(c) : [])),
    ...list(file.supplies).map((s) => brought(shelf, 'supply', s, (id) => lotsOf(lots, `supply/${id}`))),
    ...list(file.mixes).map((m) => brought(shelf, 'mix', m)),
  ];
}

/** A number of a cell; nothing where it is empty, no number where it is none. */
const numberIn = (row: NamedRow, column: Column): number | null =>
  row[column.toLowerCase()] ? Number((row[column.toLowerCase()] ?? '').replace(',', '.')) : null;
const wordIn = (row: NamedRow, column: Column): string | null => row[column.toLowerCase()] || null;

/** A kept mix of a line; its colours as `honey 4 + rust 1.5`. */
const mixIn = (row: NamedRow) => ({
  id: wordIn(row, 'code'),
  name: wordIn(row, 'name') ?? '',
  kind: wordIn(row, 'kind'),
  litres: numberIn(row, 'left') ?? 0,
  note: wordIn(row, 'caution') ?? '',
  colours: Object.fromEntries(
    (wordIn(row, 'colours') ?? '').split('+').flatMap((part) => {
      const [, id, strength] = part.trim().match(/^(\S+)\s+(\S+)$/) ?? [];
      return id ? [[id, Number(strength)]] : [];
    }),
  ),
  unknownStrength: false,
});

/** @throws FieldError where the text is no table */
function fromTable(shelf: Shelf, text: string): Brought[] {
  const rows = readNamedRows(text);
  if (!('what' in (rows[0] ?? {})) || !('code' in (rows[0] ?? {})))
    throw new FieldError('text', `The first line names the columns: ${COLUMNS.slice(0, 5).join(', ')} and so on.`);
  const seen = new Set<string>();
  return rows.flatMap((row, i): Brought[] => {
    const [what, code, name] = [wordIn(row, 'what'), wordIn(row, 'code') ?? '', wordIn(row, 'name') ?? ''];
    const refused = (why: string): Brought[] => [
      { what: what ?? `line ${i + 2}`, name: name || code || `line ${i + 2}`, state: 'refused', why, things: [] },
    ];
    if (what === 'mix') return [brought(shelf, 'mix', mixIn(row))];
    if (what !== 'colourant' && what !== 'medium' && what !== 'supply')
      return refused(`Line ${i + 2}: a line is a colourant, a medium, a supply or a mix.`);
    const sheet = {
      form: wordIn(row, 'form'),
      binder: wordIn(row, 'binder'),
      density: numberIn(row, 'density g/mL'),
      bulkDensity: numberIn(row, 'spoon density g/mL'),
      canMl: numberIn(row, 'can mL'),
      leadDays: numberIn(row, 'lead days'),
      thinner: wordIn(row, 'thinner'),
      label: { coverage: numberIn(row, 'covers m2/L'), goOn: numberIn(row, 'next coat h') },
      shop: {},
    };
    const named = {
      id: code,
      name,
      kind: wordIn(row, 'kind'),
      carrier: wordIn(row, 'carrier'),
      sheet,
      caution: wordIn(row, 'caution') ?? '',
    };
    const lot = {
      id: newId(),
      item: `${what}/${code}`,
      code: wordIn(row, 'lot') ?? '',
      amount: numberIn(row, 'left'),
      unit: wordIn(row, 'unit') ?? 'g',
      opened: wordIn(row, 'opened'),
      bestBefore: wordIn(row, 'best before'),
      note: '',
    };
    const hasLot = lot.code !== '' || lot.amount !== null;
    const readLot = hasLot ? NewLot.safeParse(lot) : null;
    if (readLot && !readLot.success) return refused(`Line ${i + 2}: ${readLot.error.issues[0]?.message}`);
    const ofLot = readLot?.success ? [{ what: 'lot' as const, thing: readLot.data }] : [];
    // A further line of the same thing is a further lot of it; the same name twice in one file is a duplicate.
    const address = `${what}/${code}`;
    if (seen.has(address)) {
      if (ofLot.length === 0) return refused(`Line ${i + 2}: ${code} stands in this file twice.`);
      return [{ what: 'lot', name: `${name} ${lot.code}`, state: 'new', things: ofLot }];
    }
    seen.add(address);
    const colourant = COLOURANT_KINDS.find((k) => k === named.kind);
    const medium = MEDIUM_KINDS.find((k) => k === named.kind);
    const item =
      what === 'colourant'
        ? {
            ...named,
            maxStrength: numberIn(row, 'strongest') ?? (colourant && isShare(colourant) ? 1 : 20),
            costPerGram: numberIn(row, 'cost per gram') ?? 0,
          }
        : what === 'medium'
          ? {
              ...named,
              ...(medium ? usualSurface(medium) : {}),
              tint: tintOf('water-clear'),
            }
          : named;
    return [brought(shelf, what, item, () => ofLot)];
  });
}

/** What a file, JSON or a table, brings to a shelf. @throws FieldError in a sentence where it can be neither */
export const shelfFile = (shelf: Shelf, text: string): Brought[] =>
  text.trimStart().startsWith('{') ? fromJson(shelf, text) : fromTable(shelf, text);
