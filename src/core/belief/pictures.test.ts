import { describe, expect, it } from 'vitest';
import { deltaE00 } from '../colour/ciede2000.ts';
import type { Lab } from '../colour/lab.ts';
import { pictureBetween, toldBy } from '../picture/measure.ts';
import type { Shot } from '../picture/shot.ts';
import { ANY_FINISH, believe } from './belief.ts';
import { alikeAt } from './metric.ts';
import { type Photographed, photographed, TABLE } from './pictures.ts';
import type { Thing, Unknown } from './things.ts';

/** Two browns and a paler board in a picture, linear light. */
const COLOURS: Record<string, [number, number, number]> = {
  target: [0.25, 0.12, 0.05],
  board: [0.28, 0.135, 0.058],
  read: [0.42, 0.28, 0.15],
};
const shot = (ids: readonly string[], factor: (id: string, k: number) => number = () => 1): Shot => ({
  tone: [0.01, 0.01, 0.01],
  things: ids.map((id, n) => ({
    id,
    balanced: (COLOURS[id] as [number, number, number]).map((v, k) => v * factor(id, k)) as [number, number, number],
    error: [0.01, 0.01, 0.01],
    offCard: [0.3 * n - 0.2, -0.2],
    clipped: 0,
    glossy: 0,
    shaded: 0,
  })),
});
const picture = (id: string, of: Shot, more: Partial<Photographed> = {}): Photographed => ({
  id,
  camera: 'telephone/D65',
  shot: of,
  ...more,
});
const unknown = (id: string): { unknown: Unknown; thing: Thing } => ({
  unknown: { id: `of ${id}`, covariance: alikeAt(ANY_FINISH.lab, 300) },
  thing: { id, lab: ANY_FINISH.lab, unknown: [`of ${id}`] },
});
function believed(pictures: readonly Photographed[], known: Readonly<Record<string, Lab>> = {}) {
  const all = Object.keys(COLOURS).filter((id) => !(id in known));
  const { before, things, read } = photographed(pictures, NOTHING_BEFORE);
  return believe(
    all.map((id) => unknown(id).unknown),
    [
      ...all.map((id) => unknown(id).thing),
      ...things,
      ...Object.entries(known).map(([id, lab]): Thing => ({ id, lab, unknown: [] })),
    ],
    { looks: [], read },
    before,
  );
}
const NOTHING_BEFORE = { ids: [], mean: new Float64Array(0), covariance: new Float64Array(0) };
const trace = (square: ArrayLike<number>) => [0, 4, 8].reduce((sum, i) => sum + (square[i] as number), 0);
const spreadOf = (pictures: readonly Photographed[], known = {}) =>
  trace(believed(pictures, known).between('target', 'board').covariance);

describe('pictures as evidence', () => {
  const one = shot(['target', 'board']);
  it('one picture of unknown things tells what it tells by itself', () => {
    const told = toldBy(one);
    const belief = believed([picture('p', one)]);
    expect(deltaE00(belief.colour('target').lab, told.things[0]?.lab as Lab)).toBeLessThan(0.2);
    const { difference, covariance } = pictureBetween(told, 'target', 'board');
    const between = belief.between('target', 'board');
    for (let i = 0; i < 3; i++) expect(between.difference[i]).toBeCloseTo(difference[i] as number, 1);
    expect(trace(between.covariance) / trace(covariance)).toBeCloseTo(1, 1);
  });
  it('a difference is known far better than a colour', () => {
    const belief = believed([picture('p', one)]);
    expect(trace(belief.between('target', 'board').covariance)).toBeLessThan(
      0.6 * trace(belief.colour('target').covariance),
    );
  });
  it('a second picture narrows what the first had for itself, and never below how the camera sees a thing', () => {
    const [once, twice] = [1, 2].map((n) => spreadOf(Array.from({ length: n }, (_, i) => picture(`p${i}`, one)))) as [
      number,
      number,
    ];
    const many = spreadOf(Array.from({ length: 12 }, (_, i) => picture(`p${i}`, one)));
    expect(twice).toBeLessThan(once);
    const own = spreadOf([
      picture('p', {
        tone: [1e-6, 1e-6, 1e-6],
        things: one.things.map((t) => ({ ...t, offCard: [0, 0] as const, error: [1e-6, 1e-6, 1e-6] as const })),
      }),
    ]);
    expect(many).toBeGreaterThan(0.95 * own);
  });
  it('with the things swapped where nothing else moved the light takes itself out', () => {
    const swapped: Shot = {
      ...one,
      things: one.things.map((t, i) => ({ ...t, offCard: (one.things[1 - i] as (typeof one.things)[number]).offCard })),
    };
    const again = spreadOf([picture('p', one), picture('q', one)]);
    expect(spreadOf([picture('p', one), picture('q', swapped, { swapOf: 'p' })])).toBeLessThan(again);
  });
  it('a board that was read teaches the camera: what it saw too red is taken out of the others, in later pictures too', () => {
    // A camera that sees a tenth too much red.
    const red = (_: string, k: number) => (k === 0 ? 1.1 : 1);
    const truth = toldBy(shot(['target', 'board', 'read']));
    const known = { read: truth.things[2]?.lab as Lab };
    const off = (pictures: readonly Photographed[], of = {}) =>
      deltaE00(believed(pictures, of).colour('target').lab, truth.things[0]?.lab as Lab);
    const alone = off([picture('p', shot(['target'], red))]);
    expect(off([picture('p', shot(['target', 'read'], red))], known)).toBeLessThan(0.8 * alone);
    const before = picture('before', shot(['read'], red));
    expect(off([before, picture('p', shot(['target'], red))], known)).toBeLessThan(alone);
  });
  it('the bare table tells how the light falls off, wherever it was tapped', () => {
    const tapped = (at: readonly [number, number], factor: number): Shot['things'][number] => ({
      ...(one.things[0] as Shot['things'][number]),
      id: TABLE,
      balanced: [0.3 * factor, 0.3 * factor, 0.28 * factor],
      offCard: at,
    });
    // A little darker from the one side to the other: of the board as of the table.
    const falling = { ...one, things: [...one.things, tapped([-0.2, -0.2], 1), tapped([0.1, -0.2], 0.97)] };
    expect(spreadOf([picture('p', falling)])).toBeLessThan(0.9 * spreadOf([picture('p', one)]));
    const less = believed([picture('p', one)]).between('target', 'board').difference[0];
    expect(believed([picture('p', falling)]).between('target', 'board').difference[0]).toBeGreaterThan(less + 0.2);
  });
  it('by a lamp everything is more in doubt', () => {
    expect(spreadOf([picture('p', one, { lamp: true })])).toBeGreaterThan(spreadOf([picture('p', one)]));
  });
});
