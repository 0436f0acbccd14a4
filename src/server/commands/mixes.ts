import { KINDS } from '../../core/kinds/index.ts';
import { checkStack } from '../../core/layers/check.ts';
import { newLayer } from '../../core/layers/layer.ts';
import { materialsOf } from '../../record/shelf/materials.ts';
import type { KeptMix, MixChange, NewMix } from '../../shared/mix.ts';
import type { Queries } from '../db/db.ts';
import { insertEvent } from '../repositories/events.ts';
import { insertMix, mixById, setMixArchived, updateMix } from '../repositories/mixes.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { Conflict, notFound } from './refusal.ts';
import { pick } from './shelf.ts';
import type { Actor, Shop } from './shop.ts';

const itemOf = (id: string) => `mix/${id}`;

async function mixOf(db: Queries, id: string): Promise<KeptMix> {
  const mix = await mixById(db, id);
  if (!mix) throw notFound('mix');
  return mix;
}

/** A mix must be one that a layer of its kind could be: colours that go together, none above its solubility. */
async function mustMix(tx: Queries, { kind, colours }: Pick<KeptMix, 'kind' | 'colours'>): Promise<void> {
  // By ratio a colour is mixed whether or not its curve is known.
  const materials = materialsOf(await wholeShelf(tx));
  const medium = Object.values(materials.mediums).find((m) => m.kind === 'clear')?.id;
  const layer = newLayer(kind, { colours, ...(KINDS[kind].is.tones && medium ? { medium } : {}) });
  checkStack([layer], materials);
}

export async function keepMix({ db }: Shop, by: Actor, input: NewMix): Promise<KeptMix> {
  return db.transaction(async (tx) => {
    await mustMix(tx, input);
    if (await insertMix(tx, input))
      await insertEvent(tx, { kind: 'added', by, item: itemOf(input.id), detail: { name: input.name } });
    return mixOf(tx, input.id);
  });
}

export async function changeMix({ db }: Shop, by: Actor, id: string, change: MixChange): Promise<KeptMix> {
  return db.transaction(async (tx) => {
    const was = await mixOf(tx, id);
    if (change.colours) await mustMix(tx, { kind: was.kind, colours: change.colours });
    if (!(await updateMix(tx, id, change))) throw new Conflict(was.name, { version: was.version, value: was });
    const { version: _, ...now } = change;
    const detail = { name: was.name, was: pick(was, now), now };
    await insertEvent(tx, { kind: 'changed', by, item: itemOf(id), detail });
    return mixOf(tx, id);
  });
}

async function markMix({ db }: Shop, by: Actor, id: string, archived: boolean): Promise<void> {
  await db.transaction(async (tx) => {
    const { name } = await mixOf(tx, id);
    await setMixArchived(tx, id, archived);
    await insertEvent(tx, { kind: archived ? 'put away' : 'brought back', by, item: itemOf(id), detail: { name } });
  });
}
export const archiveMix = (shop: Shop, by: Actor, id: string) => markMix(shop, by, id, true);
export const restoreMix = (shop: Shop, by: Actor, id: string) => markMix(shop, by, id, false);
