import { COLOURANT_INFO, KINDS } from '../../core/kinds/index.ts';
import type { Lot } from '../../shared/lot.ts';
import type { Sheet } from '../../shared/sheet.ts';
import type { ColourantRecord, MediumRecord, Shelf, SpeciesRecord, SupplyRecord } from '../../shared/shelf.ts';

/** Anything that stands on the shelf, as the list of it shows it. */
export interface ShelfItem {
  /** What it is addressed by: `colourant/honey`, `species/ash`. */
  address: string;
  id: string;
  name: string;
  /** The group of the list that it stands in, and what it is within it. */
  group: ShelfGroup;
  kind: string;
  carrier: string | null;
  archived: boolean;
  lots: readonly Lot[];
  sheet: Sheet | null;
  /** An oil stain of which nobody has said, and no ladder shows, whether it is very dark. */
  asksDarkness?: boolean;
}
export const SHELF_GROUPS = [
  'Colours',
  'Ready-made stains',
  'Kept mixes',
  'Sealers, oils, clears',
  'Supplies',
  'Woods',
] as const;
export type ShelfGroup = (typeof SHELF_GROUPS)[number];

/** Very dark oil stains dry for days: where no ladder shows how dark one is, it is asked once. */
export const asksDarkness = ({ kind, carrier, absorption, sheet }: ColourantRecord): boolean =>
  COLOURANT_INFO[kind].readyMade && carrier === 'oil' && !absorption && (sheet.dark ?? null) === null;

/** Everything on the shelf in one list, group by group. */
export function shelfItems({ colourants, mediums, supplies, species, lots, mixes }: Shelf): ShelfItem[] {
  const of = (address: string) => lots.filter((l) => l.item === address);
  const product = (
    kind: 'colourant' | 'medium' | 'supply',
    item: ColourantRecord | MediumRecord | SupplyRecord,
    group: ShelfGroup,
    word: string,
  ): ShelfItem => {
    const { id, name, carrier, archived, sheet } = item;
    const address = `${kind}/${id}`;
    return { address, id, name, group, kind: word, carrier, archived, sheet, lots: of(address) };
  };
  const wood = ({ id, name, archived }: SpeciesRecord): ShelfItem => ({
    address: `species/${id}`,
    id,
    name,
    group: 'Woods',
    kind: 'wood',
    carrier: null,
    archived,
    lots: [],
    sheet: null,
  });
  return [
    ...colourants.map((c) => ({
      ...product(
        'colourant',
        c,
        COLOURANT_INFO[c.kind].readyMade ? 'Ready-made stains' : 'Colours',
        COLOURANT_INFO[c.kind].word,
      ),
      asksDarkness: asksDarkness(c),
    })),
    ...mediums.map((m) => product('medium', m, 'Sealers, oils, clears', m.kind)),
    ...mixes.map(
      ({ id, name, kind, archived }): ShelfItem => ({
        address: `mix/${id}`,
        id,
        name,
        group: 'Kept mixes',
        kind: KINDS[kind].label.toLowerCase(),
        carrier: null,
        archived,
        sheet: null,
        lots: [],
      }),
    ),
    ...supplies.map((s) => product('supply', s, 'Supplies', s.kind)),
    ...species.map(wood),
  ].sort((p, q) => SHELF_GROUPS.indexOf(p.group) - SHELF_GROUPS.indexOf(q.group));
}

/** What is left of a thing, all lots that were counted in one unit; null where nobody counted. */
export function leftOfLots(lots: readonly Lot[]): { amount: number; unit: Lot['unit'] } | null {
  const counted = lots.filter((l) => l.left !== null);
  const unit = counted[0]?.unit;
  if (!unit) return null;
  return { unit, amount: counted.filter((l) => l.unit === unit).reduce((sum, l) => sum + (l.left ?? 0), 0) };
}

/** The date by which something of it is best used. */
export const bestBeforeOf = (lots: readonly Lot[]): string | null =>
  lots.flatMap((l) => l.bestBefore ?? []).sort()[0] ?? null;

/** Something of the shelf that wants looking at. */
export interface ShelfTrouble {
  address: string;
  what: string;
}

const LIQUID = new Set(['concentrate', 'ready to use', 'liquid', 'gel', 'paste']);
const nameKey = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/**
 * What is wrong on the shelf: one name twice, a density that a conversion would ask for, a darkness that drying asks for,
 * dates that have passed, less than nothing left.
 * @param today as year-month-day
 */
export function shelfTroubles(items: readonly ShelfItem[], today: string): ShelfTrouble[] {
  const here = items.filter((i) => !i.archived);
  const twice = (name: string) => here.filter((i) => nameKey(i.name) === nameKey(name)).length > 1;
  return here.flatMap(({ address, name, lots, sheet, group, asksDarkness }): ShelfTrouble[] => {
    const say = (what: string) => ({ address, what });
    const inVolume = lots.some((l) => l.unit === 'mL') || (sheet?.form ? LIQUID.has(sheet.form) : false);
    return [
      ...(twice(name) ? [say(`Two things of the shelf are called ${name}.`)] : []),
      ...(sheet && group !== 'Supplies' && inVolume && !sheet?.density
        ? [say('Its density is missing: grams and millilitres of it cannot be converted.')]
        : []),
      ...(asksDarkness ? [say('Is it black or very dark? Such oil stains dry for days under varnish.')] : []),
      ...(sheet?.form === 'powder' && !sheet.bulkDensity
        ? [say('Its bulk density is missing: it cannot be measured in spoons.')]
        : []),
      ...lots.flatMap((l) => [
        ...(l.bestBefore && l.bestBefore < today
          ? [say(`Lot ${l.code || 'without a code'} was best before ${l.bestBefore}.`)]
          : []),
        ...(l.left !== null && l.left < 0
          ? [say(`Of lot ${l.code || 'without a code'} less than nothing is left: count it again.`)]
          : []),
      ]),
    ];
  });
}

export const SORTS = ['name', 'kind', 'carrier', 'what is left', 'best before'] as const;
export type Sort = (typeof SORTS)[number];

/** Items that a search finds, in the order of a sort; an empty search finds all. Every word must be found somewhere. */
export function foundItems(items: readonly ShelfItem[], search: string, sort: Sort): ShelfItem[] {
  const words = nameKey(search).split(' ').filter(Boolean);
  const textOf = (i: ShelfItem) =>
    nameKey(
      [
        i.name,
        i.id,
        i.kind,
        i.carrier ?? '',
        i.sheet?.form ?? '',
        i.sheet?.binder ?? '',
        ...i.lots.map((l) => l.code),
      ].join(' '),
    );
  const found = items.filter((i) => words.every((w) => textOf(i).includes(w)));
  const by: Record<Sort, (i: ShelfItem) => string | number> = {
    name: (i) => i.name.toLowerCase(),
    kind: (i) => i.kind,
    carrier: (i) => i.carrier ?? '~',
    'what is left': (i) => leftOfLots(i.lots)?.amount ?? Number.POSITIVE_INFINITY,
    'best before': (i) => bestBeforeOf(i.lots) ?? '~',
  };
  const key = by[sort];
  return found.toSorted((p, q) => {
    const [a, b] = [key(p), key(q)];
    if (a === b) return p.name.localeCompare(q.name);
    return a < b ? -1 : 1;
  });
}
