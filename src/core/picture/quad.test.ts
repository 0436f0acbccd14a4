import { describe, expect, it } from 'vitest';
import {
  areaOf,
  boundsOf,
  centreOf,
  homographyTo,
  isConvex,
  liesApart,
  type Point,
  partOf,
  type Quad,
  rectangle,
  spanOf,
} from './quad.ts';

const TILTED: Quad = [
  [120, 40],
  [520, 90],
  [480, 300],
  [80, 260],
];

/** The square to a quad in closed form, as Heckbert writes it (1989, 2.2.3): another way to the same map. */
function heckbert([[x0, y0], [x1, y1], [x2, y2], [x3, y3]]: Quad): (u: number, v: number) => Point {
  const [dx1, dx2, sx] = [x1 - x2, x3 - x2, x0 - x1 + x2 - x3];
  const [dy1, dy2, sy] = [y1 - y2, y3 - y2, y0 - y1 + y2 - y3];
  const below = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / below;
  const h = (dx1 * sy - sx * dy1) / below;
  const [a, b, c] = [x1 - x0 + g * x1, x3 - x0 + h * x3, x0];
  const [d, e, f] = [y1 - y0 + g * y1, y3 - y0 + h * y3, y0];
  return (u, v) => [(a * u + b * v + c) / (g * u + h * v + 1), (d * u + e * v + f) / (g * u + h * v + 1)];
}

describe('a card that lies at an angle', () => {
  it('its corners lie where they were tapped, and what is between them where the closed form has it', () => {
    const [at, byHand] = [homographyTo(TILTED), heckbert(TILTED)];
    for (const [i, [u, v]] of rectangle(0, 0, 1, 1).entries()) {
      expect(at(u, v)[0]).toBeCloseTo((TILTED[i] as Point)[0], 8);
      expect(at(u, v)[1]).toBeCloseTo((TILTED[i] as Point)[1], 8);
    }
    for (const u of [0.1, 0.37, 0.9])
      for (const v of [0.2, 0.5, 0.81]) {
        expect(at(u, v)[0]).toBeCloseTo(byHand(u, v)[0], 8);
        expect(at(u, v)[1]).toBeCloseTo(byHand(u, v)[1], 8);
      }
  });
  it('the middle of the card is where its diagonals cross', () => {
    const [[ax, ay], [bx, by], [cx, cy], [dx, dy]] = TILTED;
    const below = (ax - cx) * (by - dy) - (ay - cy) * (bx - dx);
    const [p, q] = [ax * cy - ay * cx, bx * dy - by * dx];
    const crossing = [(p * (bx - dx) - (ax - cx) * q) / below, (p * (by - dy) - (ay - cy) * q) / below];
    const middle = homographyTo(TILTED)(0.5, 0.5);
    expect(middle[0]).toBeCloseTo(crossing[0] as number, 8);
    expect(middle[1]).toBeCloseTo(crossing[1] as number, 8);
  });
  it('of an upright one a part is the part', () =>
    expect(partOf(rectangle(10, 20, 200, 100), { x: 0.25, y: 0.5, w: 0.5, h: 0.25 }).flat()).toEqual([
      60, 70, 160, 70, 160, 95, 60, 95,
    ]));
});

describe('four corners', () => {
  it('have an area, a middle, and an upright rectangle about them', () => {
    expect(areaOf(rectangle(3, 4, 20, 10))).toBe(200);
    expect(areaOf(rectangle(3, 4, 20, 10).toReversed() as unknown as Quad)).toBe(200);
    expect(centreOf(rectangle(0, 0, 20, 10))).toEqual([10, 5]);
    expect(boundsOf(TILTED)).toEqual({ x: 80, y: 40, w: 440, h: 260 });
  });
  it('cross where they are named out of their order', () => {
    const [a, b, c, d] = TILTED;
    expect(isConvex(TILTED)).toBe(true);
    expect(isConvex([a, c, b, d])).toBe(false);
  });
  it.each([
    [100, 150, true],
    [300, 170, true],
    [90, 60, false],
    [515, 280, false],
  ])('%i, %i lies in them: %s', (x, y, inside) => {
    for (const quad of [TILTED, TILTED.toReversed() as unknown as Quad]) {
      const [from, to] = spanOf(quad)(y);
      expect(x >= from && x < to).toBe(inside);
    }
  });
  it('lie apart or over each other; side by side is apart', () => {
    expect(liesApart(rectangle(0, 0, 10, 10), rectangle(10, 0, 10, 10))).toBe(true);
    expect(liesApart(rectangle(0, 0, 10, 10), rectangle(9, 9, 10, 10))).toBe(false);
    // Their upright rectangles meet, they do not.
    const [left, right]: Quad[] = [
      [
        [0, 0],
        [10, 0],
        [30, 40],
        [20, 40],
      ],
      [
        [20, 0],
        [40, 0],
        [60, 40],
        [40, 40],
      ],
    ];
    expect(liesApart(left as Quad, right as Quad)).toBe(true);
  });
});
