import type { Point, Quad } from './quad.ts';

/**
 * Where a board's colour lies beside its label: a label is stuck on the raw end, its code first, its lines along the board.
 * In widths of the code from its first corner: past the label, and as wide and high as a thumb's field.
 */
const [PAST, WIDE, HIGH] = [4.2, 2.4, 1.6];

/** @param code the corners of the code, from the first of its own, round @returns the field beside it, in the same measure */
export function fieldBesideLabel([first, second, , fourth]: Quad): Quad {
  const along: Point = [second[0] - first[0], second[1] - first[1]];
  const down: Point = [fourth[0] - first[0], fourth[1] - first[1]];
  const at = (u: number, v: number): Point => [
    first[0] + u * along[0] + v * down[0],
    first[1] + u * along[1] + v * down[1],
  ];
  const top = (1 - HIGH) / 2;
  return [at(PAST, top), at(PAST + WIDE, top), at(PAST + WIDE, top + HIGH), at(PAST, top + HIGH)];
}
