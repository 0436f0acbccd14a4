import { type Point, partOf, type Quad, rectangle } from '../../../core/picture/quad.ts';
import type { PicturedGrey, PicturedThing } from '../../../core/picture/shot.ts';
import { rackId, stageOf, TARGET } from '../../../record/job/belief.ts';
import type { OnRack } from '../../../shared/look.ts';
import type { KeptField, NewField } from '../../../shared/picture.ts';
import type { Card } from './card.ts';

/** A thing that can lie in a picture, as a page names it. */
export type CanLie = { id: string; name: string } & (
  | { thing: 'target' }
  | { thing: 'table' }
  | { thing: 'board'; board: string; stage: number }
  | { thing: 'rack'; on: OnRack }
);
/** The bare table at several places: more are no better. */
export const asTables: readonly CanLie[] = ['bare table', 'table again', 'and again'].map((name, i) => ({
  id: `table/${i}`,
  name,
  thing: 'table',
}));
export const asTarget: CanLie = { id: TARGET, name: 'target', thing: 'target' };
export const asBoard = (board: { id: string }, stage: number, name: string): CanLie => ({
  id: stageOf(board, stage),
  name,
  thing: 'board',
  board: board.id,
  stage,
});
export const asRack = (on: OnRack): CanLie => ({ id: rackId(on), name: on.label, thing: 'rack', on });

/** What lies where: corners are shares of the picture, so that the next picture of the same arrangement is as this one. */
export interface Arrangement {
  /** The card as a whole; its greys lie in it from left to right. */
  card: Quad | null;
  things: readonly { id: string; corners: Quad }[];
}
export const NOTHING_PLACED: Arrangement = { card: null, things: [] };

const inside = (v: number) => Math.min(1, Math.max(0, v));
const scaled = (quad: Quad, w: number, h: number): Quad => quad.map(([x, y]) => [x * w, y * h]) as unknown as Quad;
/** Of a grey's part of the card so much at each side is left, and above and below. */
const [SIDE, ABOVE] = [0.22, 0.25];
/** Where the greys of a card lie: reflectances from left to right. */
export const greysOn = (card: Quad, reflectances: readonly number[]): PicturedGrey[] =>
  reflectances.map((reflectance, i) => {
    const w = 1 / reflectances.length;
    const part = { x: (i + SIDE) * w, y: ABOVE, w: w * (1 - 2 * SIDE), h: 1 - 2 * ABOVE };
    return { reflectance, corners: partOf(card, part) };
  });

export interface PictureSize {
  width: number;
  height: number;
}
const lengthOf = ([x, y]: Point, [u, v]: Point): number => Math.hypot(u - x, v - y);
/** An arrangement in pixels, as it is measured. */
export function inPixels(
  { card, things }: Arrangement,
  { greys, wide }: Card,
  { width, height }: PictureSize,
): { greys: PicturedGrey[]; things: PicturedThing[]; perMm: number | null } {
  const whole = card && scaled(card, width, height);
  return {
    greys: whole ? greysOn(whole, greys) : [],
    perMm: whole && wide ? lengthOf(whole[0], whole[1]) / wide : null,
    things: things.map(({ id, corners }) => ({ id, corners: scaled(corners, width, height) })),
  };
}

/** Corners in pixels as shares of the picture, no farther than its edges. */
export const inShares = (quad: Quad, { width, height }: PictureSize): Quad =>
  quad.map(([x, y]) => [inside(x / width), inside(y / height)]) as unknown as Quad;

type Corners = NewField['corners'];
/** What is sent of it, and what is kept. */
export function fieldsFrom(
  { greys, things }: { greys: readonly PicturedGrey[]; things: readonly PicturedThing[] },
  named: readonly CanLie[],
): { sent: NewField[]; kept: KeptField[] } {
  const ofGreys = greys.map(({ reflectance, corners }) => ({
    thing: 'grey' as const,
    reflectance,
    corners: corners as unknown as Corners,
  }));
  const both = things.flatMap(({ id, corners: quad }): { sent: NewField; kept: KeptField }[] => {
    const of = named.find((n) => n.id === id);
    const corners = quad as unknown as Corners;
    if (!of) return [];
    if (of.thing === 'target' || of.thing === 'table')
      return [{ sent: { thing: of.thing, corners }, kept: { thing: of.thing, corners } }];
    if (of.thing === 'rack')
      return [
        {
          sent: { thing: 'rack', kind: of.on.kind, id: of.on.id, corners },
          kept: { thing: 'rack', on: of.on, corners },
        },
      ];
    const field = { thing: 'board' as const, board: of.board, stage: of.stage, corners };
    return [{ sent: field, kept: field }];
  });
  return {
    sent: [...ofGreys, ...both.map((f) => f.sent)],
    kept: [...ofGreys, ...both.map((f) => f.kept)],
  };
}

/** Moved by so much of the picture, as far as it has room. */
export function movedBy(quad: Quad, dx: number, dy: number): Quad {
  const room = (axis: 0 | 1, d: number) => {
    const at = quad.map((c) => c[axis]);
    return Math.min(1 - Math.max(...at), Math.max(-Math.min(...at), d));
  };
  const [mx, my] = [room(0, dx), room(1, dy)];
  return quad.map(([x, y]) => [x + mx, y + my]) as unknown as Quad;
}
/** One corner elsewhere: of a card, which lies as it lies. */
export const withCorner = (quad: Quad, at: number, [x, y]: Point): Quad =>
  quad.map((corner, i) => (i === at ? [inside(x), inside(y)] : corner)) as unknown as Quad;
/** No field is smaller than this share of the picture. */
const LEAST = 0.01;
/** A rectangle of which one corner is elsewhere and the one across from it stays. */
export function resized(quad: Quad, at: number, [x, y]: Point): Quad {
  const [u, v] = quad[(at + 2) % 4] as Point;
  const [left, top] = [Math.min(inside(x), u), Math.min(inside(y), v)];
  return rectangle(left, top, Math.max(LEAST, Math.abs(inside(x) - u)), Math.max(LEAST, Math.abs(inside(y) - v)));
}
/** What a tap puts down: a field about it. */
export function fieldAt([x, y]: Point, w: number, h: number): Quad {
  const [left, top] = [Math.min(1 - w, Math.max(0, x - w / 2)), Math.min(1 - h, Math.max(0, y - h / 2))];
  return rectangle(left, top, w, h);
}
/** The first two things in each other's place. */
export function swapped({ card, things }: Arrangement): Arrangement {
  const [first, second, ...rest] = things;
  if (!first || !second) return { card, things };
  return {
    card,
    things: [{ ...first, corners: second.corners }, { ...second, corners: first.corners }, ...rest],
  };
}
