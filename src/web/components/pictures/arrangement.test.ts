import { describe, expect, it } from 'vitest';
import { rectangle } from '../../../core/picture/quad.ts';
import {
  type Arrangement,
  asBoard,
  asRack,
  asTarget,
  fieldAt,
  fieldsFrom,
  greysOn,
  inPixels,
  movedBy,
  resized,
  swapped,
  withCorner,
} from './arrangement.ts';

const board = asBoard({ id: 'b' }, 2, 'board 1');
const rack = asRack({ kind: 'old', id: 'o', label: 'Old door', lab: [40, 10, 20], known: 'typed' });
const arrangement: Arrangement = {
  card: rectangle(0.1, 0.7, 0.4, 0.2),
  things: [
    { id: asTarget.id, corners: rectangle(0.1, 0.1, 0.2, 0.2) },
    { id: board.id, corners: rectangle(0.5, 0.1, 0.2, 0.2) },
  ],
};
/** Corners without the last digits of a sum. */
const rounded = (corners: readonly (readonly [number, number])[] = []) =>
  corners.map(([x, y]) => [Number(x.toFixed(9)), Number(y.toFixed(9))]);
const CARD = { name: 'two', greys: [0.9, 0.1], wide: 80 };

describe('what lies in a picture', () => {
  it('is in its pixels, as long as the card tells', () => {
    const { greys, things, perMm } = inPixels(arrangement, CARD, { width: 1000, height: 500 });
    expect(perMm).toBeCloseTo(5, 10);
    expect(rounded(things[0]?.corners)[2]).toEqual([300, 150]);
    expect(greys.map((g) => g.reflectance)).toEqual([0.9, 0.1]);
    expect(inPixels({ ...arrangement, card: null }, CARD, { width: 10, height: 10 })).toMatchObject({
      greys: [],
      perMm: null,
    });
  });
  it('greys lie in the card from left to right, away from its rim', () => {
    const [first, second] = greysOn(rectangle(0, 0, 100, 50), [0.9, 0.1]);
    expect(Math.max(...(first?.corners.map(([x]) => x) ?? []))).toBeLessThan(50);
    expect(Math.min(...(second?.corners.map(([x]) => x) ?? []))).toBeGreaterThan(50);
    expect(Math.min(...(first?.corners.map(([, y]) => y) ?? []))).toBeGreaterThan(5);
  });
  it('is sent by what it is', () => {
    const pixels = inPixels(
      { ...arrangement, things: [...arrangement.things, { id: rack.id, corners: rectangle(0.7, 0.5, 0.1, 0.1) }] },
      CARD,
      { width: 100, height: 100 },
    );
    const { sent, kept } = fieldsFrom(pixels, [asTarget, board, rack]);
    expect(sent.map((f) => f.thing)).toEqual(['grey', 'grey', 'target', 'board', 'rack']);
    expect(sent.at(-1)).toMatchObject({ kind: 'old', id: 'o' });
    expect(kept.at(-1)).toMatchObject({ on: { label: 'Old door' } });
    // What is not at hand any more is not sent.
    expect(fieldsFrom(pixels, [asTarget]).sent).toHaveLength(3);
  });
  it('the first two change places', () =>
    expect(swapped(arrangement).things.map((t) => t.corners[0])).toEqual([
      [0.5, 0.1],
      [0.1, 0.1],
    ]));
});

describe('a field in the hand', () => {
  const field = rectangle(0.4, 0.4, 0.2, 0.2);
  it('stays in the picture', () => {
    expect(rounded(movedBy(field, 0.9, -0.9))[0]).toEqual([0.8, 0]);
    expect(
      fieldAt([0.02, 0.99], 0.2, 0.2)
        .flat()
        .every((v) => v >= 0 && v <= 1),
    ).toBe(true);
    expect(withCorner(field, 1, [1.4, -2])[1]).toEqual([1, 0]);
  });
  it('grows from the corner across, and is turned round where that is passed', () => {
    expect(rounded(resized(field, 2, [0.9, 0.7]))).toEqual(rounded(rectangle(0.4, 0.4, 0.5, 0.3)));
    expect(resized(field, 2, [0.1, 0.7])[0][0]).toBeCloseTo(0.1, 10);
  });
});
