import { deltaE00 } from './ciede2000.ts';
import type { Lab } from './lab.ts';

/** A plane through a colour: a*b* at its lightness, or L*C* at its hue. */
export type Plane = 'ab' | 'LC';

const HALVINGS = 30;
const FARTHEST = 120;

/** The colour at a step along a plane. */
function moved([l, a, b]: Lab, plane: Plane, x: number, y: number): Lab {
  if (plane === 'ab') return [l, a + x, b + y];
  const chroma = Math.hypot(a, b);
  const [cos, sin] = chroma > 1e-9 ? [a / chroma, b / chroma] : [1, 0];
  return [l + y, a + x * cos, b + x * sin];
}

/** Where a colour lies in a plane: a*, b*, or C*, L*. */
export const placeIn = ([l, a, b]: Lab, plane: Plane): [number, number] =>
  plane === 'ab' ? [a, b] : [Math.hypot(a, b), l];

/**
 * The true outline of a CIEDE2000 tolerance about a colour in a plane: no ellipse, but every point as far by the formula.
 * @returns points of the plane in their order, the first again at the end
 */
export function toleranceOutline(about: Lab, tolerance: number, plane: Plane, points = 72): [number, number][] {
  const [x0, y0] = placeIn(about, plane);
  return Array.from({ length: points + 1 }, (_, n): [number, number] => {
    const angle = (2 * Math.PI * (n % points)) / points;
    const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
    let near = 0;
    let far = FARTHEST;
    for (let step = 0; step < HALVINGS; step++) {
      const middle = (near + far) / 2;
      if (deltaE00(about, moved(about, plane, middle * dx, middle * dy)) < tolerance) near = middle;
      else far = middle;
    }
    return [x0 + near * dx, y0 + near * dy];
  });
}
