import type { Stack } from '../../core/layers/layer.ts';
import { ruleFacts } from '../../record/job/rules.ts';
import { materialsOf, onHandOf } from '../../record/shelf/materials.ts';
import { productsIn, SHELF_KINDS } from '../../record/whole/codes.ts';
import { freeCode, isSame, nearestOwn, stackWith } from '../../record/whole/stand-ins.ts';
import type { BroughtLook, RecordRow, RecordRows, StandIns } from '../../shared/jobs-file.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { insertEvent } from '../repositories/events.ts';
import { keepVersion, type ShelfKind, wholeShelf } from '../repositories/shelf.ts';
import { apart, type Bringing, put, tableOf, text } from './bringing.ts';

const shelfOf = (shelf: Shelf): Readonly<Record<ShelfKind, readonly { id: string; name: string }[]>> => ({
  species: shelf.species.map(({ figure, ...s }) => ({ ...s, kind: figure })),
  colourant: shelf.colourants,
  medium: shelf.mediums,
  supply: shelf.supplies,
});
/** A row of the shelf as its records are compared. A wood is what its figure is. */
const named = (kind: ShelfKind, row: RecordRow) => ({
  id: text(row.id),
  name: text(row.name),
  kind: kind === 'species' ? row.figure : row.kind,
  ...(kind === 'species' ? {} : { carrier: row.carrier }),
});
type Named = Parameters<typeof isSame>[0];

/** Codes of the file that are others here: the same thing has the own code of it, another one of the same code a free one. */
export function otherCodes(rows: RecordRows, own: Shelf): Map<string, string> {
  const codes = new Map<string, string>();
  const here = shelfOf(own);
  for (const kind of SHELF_KINDS) {
    const taken = new Set([...here[kind].map((item) => item.id), ...(rows[kind] ?? []).map((row) => text(row.id))]);
    for (const row of rows[kind] ?? []) {
      const theirs = named(kind, row);
      const alike = here[kind].filter((item) => isSame(item as Named, theirs as Named));
      if (alike.some((item) => item.id === theirs.id)) continue;
      const [again] = alike;
      if (!again && !here[kind].some((item) => item.id === theirs.id)) continue;
      const code = again?.id ?? freeCode(theirs.id, (id) => taken.has(id));
      taken.add(code);
      codes.set(`${kind}/${theirs.id}`, `${kind}/${code}`);
    }
  }
  return codes;
}

/** Puts what the shelf lacks on it: put away where an own product stands for it, or nothing that is planned asks for it. */
export async function bringProducts(
  bringing: Bringing,
  rows: RecordRows,
  own: Shelf,
  into: RecordRows,
): Promise<BroughtLook['lacks']> {
  const { tx, by, packed, standIns, now } = bringing;
  const whole = packed.file.of === 'shop';
  const planned = productsIn({ job_wood: rows.job_wood ?? [] });
  const fresh: { kind: ShelfKind; row: RecordRow }[] = [];
  for (const kind of SHELF_KINDS) {
    const lacking = (await apart(bringing, tableOf(bringing, kind), rows[kind] ?? [])).fresh;
    fresh.push(...lacking.map((row) => ({ kind, row })));
    await put(bringing, kind, lacking, into);
  }
  for (const name of ['ladder_rung', 'coat_sample'] as const) {
    const owner = name === 'ladder_rung' ? ('colourant' as const) : ('medium' as const);
    const ids = new Set(fresh.filter((f) => f.kind === owner).map((f) => f.row.id));
    const theirs = (rows[name] ?? []).filter((row) => ids.has(row[`${owner}_id`]));
    await put(bringing, name, (await apart(bringing, tableOf(bringing, name), theirs)).fresh, into);
  }
  const after = await wholeShelf(tx);
  const [theirs, ours] = [materialsOf(after), onHandOf(own)];
  const words = ruleFacts(after);
  const lacks: BroughtLook['lacks'] = [];
  for (const { kind, row } of fresh) {
    const item = `${kind}/${text(row.id)}`;
    const standIn = whole ? null : nearestOwn(item, theirs, ours, words);
    const asked = planned.has(item);
    const instead = item in standIns ? standIns[item] : asked ? standIn : undefined;
    const onShelf = kind === 'species' || whole || instead === null;
    const archived = onShelf ? (whole ? (row.archived_at ?? null) : null) : now;
    await tx.query(`update ${kind} set archived_at = $2 where id = $1`, [row.id, archived]);
    await keepVersion(tx, kind, text(row.id));
    const name = text(row.name);
    await insertEvent(tx, { kind: 'added', by, item, detail: { name } });
    lacks.push({
      item,
      name,
      what: [row.kind, row.carrier].filter(Boolean).join(', '),
      planned: asked || kind === 'species',
      standIn,
    });
  }
  return lacks;
}

/** Layers that are still planned, with own products in the place of those that they stand for. */
export async function withStandIns(
  { tx, standIns }: Bringing,
  rows: RecordRows,
  own: Shelf,
  lacks: BroughtLook['lacks'],
): Promise<RecordRows> {
  const chosen: StandIns = Object.fromEntries(
    lacks.map(({ item, standIn }) => [item, item in standIns ? (standIns[item] ?? null) : standIn]),
  );
  const [theirs, ours] = [materialsOf(await wholeShelf(tx)), onHandOf(own)];
  const woods = (rows.job_wood ?? []).map((wood) =>
    Array.isArray(wood.draft) ? { ...wood, draft: stackWith(wood.draft as Stack, chosen, theirs, ours) } : wood,
  );
  return { ...rows, job_wood: woods };
}
