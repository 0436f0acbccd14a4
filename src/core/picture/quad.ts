import { Matrix, solve } from 'ml-matrix';

/** A place in a picture: pixels from the left and from the top. */
export type Point = readonly [x: number, y: number];
/** Four corners in their order round. */
export type Quad = readonly [Point, Point, Point, Point];

export const rectangle = (x: number, y: number, w: number, h: number): Quad => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];
const next = (quad: Quad, i: number): Point => quad[(i + 1) % 4] as Point;
/** On which side of the way from one place to another a third lies, and how far, times the length of the way. */
const side = ([ax, ay]: Point, [bx, by]: Point, [x, y]: Point): number => (bx - ax) * (y - ay) - (by - ay) * (x - ax);

/** Square pixels; less than none where the corners go round the other way. */
const signedArea = (quad: Quad): number =>
  quad.reduce((sum, [x, y], i) => {
    const [u, v] = next(quad, i);
    return sum + (x * v - u * y) / 2;
  }, 0);
export const areaOf = (quad: Quad): number => Math.abs(signedArea(quad));

/** Whether the corners go round once, each the same way: four taps in any other order cross. */
export function isConvex(quad: Quad): boolean {
  const turns = quad.map((corner, i) => side(corner, next(quad, i), next(quad, (i + 1) % 4)));
  return turns.every((t) => t > 0) || turns.every((t) => t < 0);
}

/** The upright rectangle round a quad, whole pixels. */
export function boundsOf(quad: Quad): { x: number; y: number; w: number; h: number } {
  const [xs, ys] = [quad.map(([x]) => x), quad.map(([, y]) => y)];
  const [x, y] = [Math.floor(Math.min(...xs)), Math.floor(Math.min(...ys))];
  return { x, y, w: Math.ceil(Math.max(...xs)) - x, h: Math.ceil(Math.max(...ys)) - y };
}
export const centreOf = (quad: Quad): Point => [
  quad.reduce((sum, [x]) => sum + x, 0) / 4,
  quad.reduce((sum, [, y]) => sum + y, 0) / 4,
];

/** Of each row of pixels the part whose middles lie in a convex quad: the first, and the one after the last. */
export function spanOf(quad: Quad): (y: number) => [from: number, to: number] {
  const way = Math.sign(signedArea(quad));
  const edges = quad.map(([ax, ay], i) => {
    const [bx, by] = next(quad, i);
    return { ax, ay, dx: way * (bx - ax), dy: way * (by - ay) };
  });
  return (y) => {
    let [from, to] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
    for (const { ax, ay, dx, dy } of edges) {
      // dx (y + ½ - ay) - dy (x + ½ - ax) is no less than none inside.
      const above = dx * (y + 0.5 - ay);
      if (dy === 0) {
        if (above < 0) return [0, 0];
      } else if (dy > 0) to = Math.min(to, ax - 0.5 + above / dy);
      else from = Math.max(from, ax - 0.5 + above / dy);
    }
    return [Math.ceil(from - 1e-9), Math.floor(to + 1e-9) + 1];
  };
}

/** Whether two convex quads share no area: along the side of one of them all of the other lies beyond it. */
export function liesApart(p: Quad, q: Quad): boolean {
  const parted = (one: Quad, other: Quad) => {
    const way = Math.sign(signedArea(one));
    return one.some((corner, i) => other.every((point) => way * side(corner, next(one, i), point) <= 1e-9));
  };
  return parted(p, q) || parted(q, p);
}

/**
 * The perspective that takes the unit square, its corners (0,0) (1,0) (1,1) (0,1) in this order, to a quad: where a place of a flat
 * thing lies in the picture of it (Heckbert, Fundamentals of Texture Mapping and Image Warping, 1989, 2.2.3).
 */
export function homographyTo(quad: Quad): (u: number, v: number) => Point {
  const unit = rectangle(0, 0, 1, 1);
  const rows: number[][] = [];
  const is: number[] = [];
  quad.forEach(([x, y], i) => {
    const [u, v] = unit[i] as Point;
    rows.push([u, v, 1, 0, 0, 0, -u * x, -v * x], [0, 0, 0, u, v, 1, -u * y, -v * y]);
    is.push(x, y);
  });
  const [a, b, c, d, e, f, g, h] = solve(new Matrix(rows), Matrix.columnVector(is)).getColumn(0) as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  return (u, v) => {
    const w = g * u + h * v + 1;
    return [(a * u + b * v + c) / w, (d * u + e * v + f) / w];
  };
}

/** A rectangle of the unit square, as it lies in the picture of a flat thing. */
export function partOf(quad: Quad, { x, y, w, h }: { x: number; y: number; w: number; h: number }): Quad {
  const at = homographyTo(quad);
  return rectangle(x, y, w, h).map(([u, v]) => at(u, v)) as unknown as Quad;
}
