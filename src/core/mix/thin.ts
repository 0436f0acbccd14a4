import { FieldError } from '../field-error.ts';

/** Litres of thinner that bring a mix from one strength down to another. @throws FieldError where it would have to get stronger */
export function thinnerFor(litres: number, from: number, to: number): number {
  if (!(litres > 0)) throw new FieldError('litres', 'How much is there? More than nothing.');
  if (!(from > 0 && to > 0)) throw new FieldError('strength', 'A strength is more than nothing.');
  if (to > from)
    throw new FieldError('strength', 'It cannot be thinned to more than it is: strengthen it with colour instead.');
  return litres * (from / to - 1);
}

/** Grams of colour that bring a mix up to a strength, grams in a litre. @throws FieldError where it is that strong already */
export function colourThinnedFor(litres: number, from: number, to: number): number {
  if (!(litres > 0)) throw new FieldError('litres', 'How much is there? More than nothing.');
  if (!(to >= from && from >= 0))
    throw new FieldError('strength', 'It is stronger than that already: thin it instead.');
  return litres * (to - from);
}

/** Volumes of base and hardener in so many litres, mixed by parts of base to one of hardener. @throws FieldError */
export function hardened(litres: number, parts: number): { base: number; hardener: number } {
  if (!(parts > 0))
    throw new FieldError('parts', 'Parts of base to one of hardener are missing: the hardener is forgotten.');
  const hardener = litres / (parts + 1);
  return { base: litres - hardener, hardener };
}

/** What bounds a mix: how strong each colour may be, and all of them together where they are shares of a pot. */
export interface Bounds {
  most: Readonly<Record<string, number>>;
  /** 1 where strengths are shares of a pot. */
  whole?: number;
}

/**
 * A mix in which one colour moves and those that are held keep their ratio to it: “keep 3:1 and darken”. None goes beyond
 * what dissolves, or all together beyond a full pot: the ratio is kept at the edge.
 * @param strengths by colour
 * @param held colours that keep their ratio
 * @param moved one of them, and what it becomes
 */
export function withHeldRatio(
  strengths: Readonly<Record<string, number>>,
  held: readonly string[],
  moved: { id: string; to: number },
  { most, whole = Number.POSITIVE_INFINITY }: Bounds = { most: {} },
): Record<string, number> {
  const was = strengths[moved.id] ?? 0;
  if (!held.includes(moved.id) || was <= 0) return { ...strengths, [moved.id]: moved.to };
  const entries = Object.entries(strengths);
  const sum = (of: readonly (readonly [string, number])[]) => of.reduce((total, [, s]) => total + s, 0);
  const ours = entries.filter(([id]) => held.includes(id));
  const room = whole - sum(entries.filter(([id]) => !held.includes(id)));
  const factor = Math.min(
    moved.to / was,
    room / sum(ours),
    ...ours.filter(([, s]) => s > 0).map(([id, s]) => (most[id] ?? Number.POSITIVE_INFINITY) / s),
  );
  return Object.fromEntries(entries.map(([id, s]) => [id, held.includes(id) ? s * factor : s]));
}

/** Shares of a pot in which one moves: where they come to more than all of it the others give way, in their ratio. */
export function withinPot(
  shares: Readonly<Record<string, number>>,
  moved: { id: string; to: number },
): Record<string, number> {
  const to = Math.min(1, moved.to);
  const others = Object.entries(shares).filter(([id]) => id !== moved.id);
  const rest = others.reduce((sum, [, s]) => sum + s, 0);
  const factor = rest > 1 - to ? (1 - to) / rest : 1;
  return { ...Object.fromEntries(others.map(([id, s]) => [id, s * factor])), [moved.id]: to };
}
