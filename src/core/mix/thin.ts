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
export function colourFor(litres: number, from: number, to: number): number {
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

/**
 * A mix by parts with some of them held against one another while another moves: “keep 3:1 and darken”. The held parts keep
 * their ratio and their sum makes up for nothing: only the moved one changes the strength.
 * @param strengths by colour
 * @param held colours that keep their ratio
 * @param moved a held colour and what it becomes: the others of the held go with it
 */
export function withHeldRatio(
  strengths: Readonly<Record<string, number>>,
  held: readonly string[],
  moved: { id: string; to: number },
): Record<string, number> {
  const was = strengths[moved.id] ?? 0;
  if (!held.includes(moved.id) || was <= 0) return { ...strengths, [moved.id]: moved.to };
  const factor = moved.to / was;
  return Object.fromEntries(
    Object.entries(strengths).map(([id, s]) => [id, id === moved.id ? moved.to : held.includes(id) ? s * factor : s]),
  );
}
