import type { Preparation } from '../board/preparation.ts';
import type { Lab } from '../colour/lab.ts';
import { type Carrier, type ColourantKind, KINDS, type LayerKind } from '../kinds/index.ts';
import { type InAnyShop, inAnyShop, type Layer, newLayer, type Stack } from '../layers/layer.ts';
import { type Colourant, carrierOf, type Materials, type Medium, type Supply } from '../layers/materials.ts';
import { colourOnWhite } from '../layers/on-white.ts';

/** A colour that a system asks for, whatever it is called in a shop. */
export interface ColourRole {
  /** What it is, in a few words. */
  name: string;
  kind: ColourantKind;
  carrier: Carrier;
  /** What it makes of white paper: by this a shop's own is found. */
  like: readonly number[];
  /** Share of the strongest mix, or of the pot. */
  share: number;
}
/** A sealer, oil or clear that a system asks for. */
export interface MediumRole {
  name: string;
  kind: Medium['kind'];
  carrier: Carrier;
  /** Absorbance of a coat at 400 nm: 0.01 water-clear, 0.11 amber. */
  amber: number;
  /** What it is made of, where that matters. */
  binder?: string | undefined;
}
/** A conditioner, filler, base or wax that a system asks for. */
export interface SupplyRole {
  name: string;
  carrier: Carrier | null;
}
type Optional<T> = { [Key in keyof T]?: T[Key] | undefined };
export interface SystemLayer extends Optional<InAnyShop> {
  kind: LayerKind;
  colours?: readonly ColourRole[] | undefined;
  medium?: MediumRole | undefined;
  supply?: SupplyRole | undefined;
  settings?: Record<string, number> | undefined;
  method?: string | undefined;
  wait?: number | undefined;
  note?: string | undefined;
}
/** One of the boards of a system: how it is made ready, and its layers from the wood outwards. */
export interface Variant {
  name: string;
  preparation: Partial<Preparation>;
  layers: readonly SystemLayer[];
}
/** A whole way to finish: to start from, to keep, to pass on. */
export interface System {
  id: string;
  name: string;
  /** What it shows, in a sentence or two. */
  about: string;
  /** Woods that it is for. */
  woods: string;
  variants: readonly Variant[];
}

/** What of a product is asked to choose it, by its id. */
export type ProductWords = Readonly<
  Record<
    string,
    { binder?: string | null | undefined; wax?: string | null | undefined; goOn?: number | null | undefined }
  >
>;

const distance = (p: Lab, q: readonly number[]) => Math.hypot(...p.map((v, i) => v - (q[i] ?? 0)));
const OTHER_CARRIER = 100;
const OTHER_BINDER = 50;

/** The shop's own colour for a role: of its kind, of its carrier where there is one, the nearest in hue. */
export function colourFor(
  { kind, carrier, like, name }: ColourRole,
  { colourants }: Materials,
  taken: readonly string[] = [],
): Colourant | null {
  const off = (c: Colourant) =>
    (c.carrier === carrier ? 0 : OTHER_CARRIER) +
    (c.name === name ? -OTHER_BINDER : 0) +
    (c.unknown ? OTHER_BINDER : distance(colourOnWhite(c), like));
  const [best] = Object.values(colourants)
    .filter((c) => c.kind === kind && !taken.includes(c.id))
    .sort((p, q) => off(p) - off(q));
  return best ?? null;
}

/** The shop's own sealer, oil or clear for a role. */
export function mediumFor(
  { kind, carrier, amber, binder, name }: MediumRole,
  { mediums }: Materials,
  words: ProductWords,
): Medium | null {
  const off = (m: Medium) =>
    (m.carrier === carrier ? 0 : OTHER_CARRIER) +
    (m.name === name ? -OTHER_BINDER : 0) +
    (binder && !words[m.id]?.binder?.includes(binder) ? OTHER_BINDER : 0) +
    (binder !== 'wax' && words[m.id]?.wax === 'waxed' ? OTHER_BINDER / 2 : 0) +
    (binder === undefined && words[m.id]?.binder?.includes('cyano') ? OTHER_BINDER / 2 : 0) +
    100 * Math.abs(Math.max(0, ...m.tint) - amber);
  const [best] = Object.values(mediums)
    .filter((m) => m.kind === kind)
    .sort((p, q) => off(p) - off(q));
  return best ?? null;
}

/** The shop's own supply for a role: of the kind that the layer is made of, in its carrier. None goes on in another. */
export function supplyFor(kind: LayerKind, { name, carrier }: SupplyRole, { supplies }: Materials): Supply | null {
  const own = Object.values(supplies).filter((s) => s.kind === KINDS[kind].supply && s.carrier === carrier);
  const called = name.toLowerCase();
  return own.find((s) => s.name.toLowerCase() === called) ?? own[0] ?? null;
}

/** A layer of a system with what a shop has; without the colours and the medium that it has not. */
export function layerFor(of: SystemLayer, materials: Materials, words: ProductWords): Layer {
  const { kind, colours = [], medium, supply, settings = {}, method, wait, note } = of;
  const found = medium && mediumFor(medium, materials, words);
  const made = supply && supplyFor(kind, supply, materials);
  const chosen: Record<string, number> = {};
  for (const role of colours) {
    const colourant = colourFor(role, materials, Object.keys(chosen));
    const [first] = Object.keys(chosen);
    // One pot has one carrier.
    if (!colourant || (first && materials.colourants[first]?.carrier !== colourant.carrier)) continue;
    chosen[colourant.id] = role.share * colourant.maxStrength;
  }
  const missing = [
    ...(medium && !found ? [medium.name] : []),
    ...(supply && !made ? [supply.name] : []),
    ...(Object.keys(chosen).length === 0 ? colours.map((c) => c.name) : []),
  ];
  const said = [note, missing.length > 0 ? `wants ${missing.join(', ')}` : ''].filter(Boolean).join('; ');
  return newLayer(kind, {
    colours: chosen,
    settings,
    ...(found ? { medium: found.id } : {}),
    ...(made ? { supply: made.id } : {}),
    ...(method ? { method } : {}),
    // A system's wait gives way to what this shop has seen of its product.
    ...(wait === undefined
      ? {}
      : { wait: Math.max(wait, words[found?.id ?? Object.keys(chosen)[0] ?? '']?.goOn ?? 0) }),
    ...inAnyShop(of),
    ...(said ? { note: said } : {}),
  });
}

/** The layers of a variant with what a shop has. */
export const stackFor = ({ layers }: Variant, materials: Materials, words: ProductWords): Stack =>
  layers.map((layer) => layerFor(layer, materials, words));

const round = (v: number, digits: number) => Number(v.toFixed(digits));
/** A layer as a system keeps it: by what its products are, so that another shop can find its own. */
export function layerOf(layer: Layer, materials: Materials, words: ProductWords): SystemLayer {
  const medium = layer.medium === undefined ? undefined : materials.mediums[layer.medium];
  const colours = Object.entries(layer.colours).flatMap(([id, strength]): ColourRole[] => {
    const c = materials.colourants[id];
    if (!c || strength <= 0) return [];
    const like = colourOnWhite(c).map((v) => round(v, 1));
    return [{ name: c.name, kind: c.kind, carrier: c.carrier, like, share: round(strength / c.maxStrength, 4) }];
  });
  const supply = layer.supply === undefined ? undefined : materials.supplies[layer.supply];
  const binder = medium && words[medium.id]?.binder;
  return {
    kind: layer.kind,
    ...(colours.length > 0 ? { colours } : {}),
    ...(medium
      ? {
          medium: {
            name: medium.name,
            kind: medium.kind,
            carrier: carrierOf(layer, materials),
            amber: round(Math.max(0, ...medium.tint), 3),
            ...(binder ? { binder } : {}),
          },
        }
      : {}),
    ...(supply ? { supply: { name: supply.name, carrier: supply.carrier } } : {}),
    ...(Object.keys(layer.settings).length > 0 ? { settings: layer.settings } : {}),
    ...(layer.method && layer.method !== KINDS[layer.kind].methods[0]?.id ? { method: layer.method } : {}),
    ...(layer.wait === undefined ? {} : { wait: layer.wait }),
    ...inAnyShop(layer),
    ...(layer.note ? { note: layer.note } : {}),
  };
}

/** A variant made from a job's own layers. */
export const variantOf = (
  name: string,
  stack: Stack,
  { accepted: _, ...preparation }: Preparation,
  materials: Materials,
  words: ProductWords,
): Variant => ({ name, preparation, layers: stack.filter((l) => !l.off).map((l) => layerOf(l, materials, words)) });
