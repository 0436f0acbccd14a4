import type { Layer, Stack } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import { colourFor, layerOf, mediumFor, type ProductWords } from '../../core/systems/index.ts';
import type { StandIns } from '../../shared/jobs-file.ts';
import type { Shelf } from '../../shared/shelf.ts';

type Product = Shelf['colourants' | 'mediums' | 'supplies'][number];
type Named = Pick<Product, 'name'> & Partial<Pick<Product, 'kind' | 'carrier'>>;

const called = (name: string) => name.trim().toLowerCase();
/** Whether two things of one code are the same thing: its name, its kind and its carrier. What each shop knows of it may differ. */
export const isSame = (p: Named, q: Named): boolean =>
  called(p.name) === called(q.name) && p.kind === q.kind && p.carrier === q.carrier;

/** A code that is free, after one that is taken: `honey-2`. */
export function freeCode(code: string, taken: (code: string) => boolean): string {
  for (let n = 2; ; n++) {
    const next = `${code.slice(0, 36)}-${n}`;
    if (!taken(next)) return next;
  }
}

/** The own product that is nearest to one of another shop, as `kind/code`; null where the shelf has none of its kind. */
export function nearestOwn(item: string, theirs: Materials, own: Materials, words: ProductWords): string | null {
  const [kind, id = ''] = item.split('/');
  const colour = theirs.colourants[id];
  if (kind === 'colourant' && colour) {
    const { colours: [role] = [] } = layerOf(
      { kind: 'dye', colours: { [id]: colour.maxStrength }, settings: {} },
      theirs,
      words,
    );
    const found = role && colourFor(role, own);
    return found ? `colourant/${found.id}` : null;
  }
  const medium = theirs.mediums[id];
  if (kind === 'medium' && medium) {
    const { name, carrier, tint } = medium;
    const binder = words[id]?.binder;
    const role = { name, kind: medium.kind, carrier, amber: Math.max(0, ...tint), ...(binder ? { binder } : {}) };
    const found = mediumFor(role, own, words);
    return found ? `medium/${found.id}` : null;
  }
  const supply = theirs.supplies[id];
  if (kind !== 'supply' || !supply) return null;
  const alike = Object.values(own.supplies).filter((s) => s.kind === supply.kind && s.carrier === supply.carrier);
  const found = alike.find((s) => called(s.name) === called(supply.name)) ?? alike[0];
  return found ? `supply/${found.id}` : null;
}

/** A layer with own products in the place of those that they stand for: of a colour the same share of its strongest mix. */
function layerWith(layer: Layer, standIns: StandIns, theirs: Materials, own: Materials): Layer {
  const standing = (kind: string, id: string | undefined) => standIns[`${kind}/${id}`]?.split('/')[1];
  const colours: Record<string, number> = {};
  for (const [id, strength] of Object.entries(layer.colours)) {
    const to = standing('colourant', id);
    const [was, now] = [theirs.colourants[id], to === undefined ? undefined : own.colourants[to]];
    const [code, amount] = was && now ? [now.id, (strength / was.maxStrength) * now.maxStrength] : [id, strength];
    colours[code] = (colours[code] ?? 0) + amount;
  }
  const medium = standing('medium', layer.medium) ?? layer.medium;
  const supply = standing('supply', layer.supply) ?? layer.supply;
  return {
    ...layer,
    colours,
    ...(medium === undefined ? {} : { medium }),
    ...(supply === undefined ? {} : { supply }),
  };
}
export const stackWith = (stack: Stack, standIns: StandIns, theirs: Materials, own: Materials): Stack =>
  stack.map((layer) => layerWith(layer, standIns, theirs, own));
