import { describe, expect, it } from 'vitest';
import { predictFinal } from '../board/predict.ts';
import { type Lab, labOf } from '../colour/lab.ts';
import { newLayer } from '../layers/layer.ts';
import type { Colourant, Materials } from '../layers/materials.ts';
import { lookOf } from '../usual/colours.ts';
import { lookLike } from '../usual/like.ts';
import { strengthOfLook, usualProfile } from '../usual/profile.ts';
import { usualWood } from '../usual/woods.ts';
import { believe } from './belief.ts';
import { believeMade, type MadeThing, ofColour, turned, unturned, withTurns } from './colours.ts';

const maple = usualWood('maple');
const usualDye = (id: string): Colourant => {
  const common = { id, name: id, kind: 'dye' as const, carrier: 'water' as const, maxStrength: 20, costPerGram: 0.5 };
  return { ...common, ...usualProfile(common, maple, lookOf('amber', 'medium')), usual: true };
};
const materials: Materials = {
  colourants: { amber: usualDye('amber'), other: usualDye('other') },
  mediums: {},
  supplies: {},
};
const coat = (id: string, strength: number) => newLayer('dye', { colours: { [id]: strength } });
const board = (id: string, strength: number, name = `${id} ${strength}`): MadeThing => ({
  id: name,
  colours: [id],
  foreseen: (of) => labOf(predictFinal([coat(id, strength)], maple, of)),
  unknown: [],
});
const before = unturned(new Map([['amber', [0.9, 0.8, 0.6] as const]]));
const read = (thing: string, lab: Lab, variance: number) => ({
  thing,
  lab,
  covariance: Float64Array.of(variance, 0, 0, 0, variance, 0, 0, 0, variance),
});

describe('a colour that was only looked at', () => {
  it('looks on its wood as it was said to, and is turned by three numbers: deeper, yellower, redder', () => {
    const amber = materials.colourants.amber as Colourant;
    const lookWith = (turn: readonly [number, number, number]) =>
      labOf(
        predictFinal([coat('amber', strengthOfLook(amber))], maple, withTurns(materials, new Map([['amber', turn]]))),
      );
    const said = lookOf('amber', 'medium');
    for (const [i, v] of lookWith([0, 0, 0]).entries()) expect(Math.abs(v - (said[i] as number))).toBeLessThan(0.5);
    expect(turned(amber, [0, 0, 0]).absorption).toEqual(amber.absorption);
    expect(lookWith([0.4, 0, 0])[0]).toBeLessThan(said[0] - 3);
    expect(lookWith([0, 0.4, 0])[2]).toBeGreaterThan(said[2] + 2);
    expect(lookWith([0, 0, 0.4])[1]).toBeGreaterThan(said[1] + 2);
  });
  it('is like another, moved by words', () => {
    const amber = materials.colourants.amber as Colourant;
    const plain = lookLike(amber, maple, materials);
    const redder = lookLike(amber, maple, materials, [{ direction: 'redder', shades: 1 }]);
    expect(redder[1]).toBeGreaterThan(plain[1] + 1);
    expect(Math.abs(redder[0] - plain[0])).toBeLessThan(0.1);
  });
  it('is found again from boards of it, as far as they tell: a colour that was really turned', () => {
    const truth = withTurns(materials, new Map([['amber', [-0.3, 0.35, 0.2] as const]]));
    const made = [board('amber', 3), board('amber', 9)];
    const { turns } = believeMade({ unknowns: [], things: [], made, before }, materials, {
      looks: [],
      read: made.map((m) => read(m.id, m.foreseen(truth), 0.01)),
    });
    const [strength, warmth, green] = turns.get('amber') as [number, number, number];
    expect(Math.abs(strength + 0.3)).toBeLessThan(0.05);
    expect(Math.abs(warmth - 0.35)).toBeLessThan(0.05);
    expect(Math.abs(green - 0.2)).toBeLessThan(0.05);
  });
  it('is told of by words too, and every other board of it with them; a board of another colour is as it was', () => {
    const made = [board('amber', 6, 'seen'), board('amber', 3, 'weaker'), { ...board('other', 6), colours: [] }];
    const job = { unknowns: [], things: [{ id: 'card', lab: lookOf('amber', 'medium'), unknown: [] }], made, before };
    const said = (looks: Parameters<typeof believe>[2]['looks']) => believeMade(job, materials, { looks });
    const nothing = said([]);
    const darker = said([
      { first: 'card', second: 'seen', person: 'MB', said: [{ direction: 'darker', size: 'far' }] },
      { first: 'card', second: 'seen', person: 'MB', said: [{ direction: 'darker', size: 'far' }] },
    ]);
    expect(darker.belief.colour('weaker').lab[0]).toBeLessThan(nothing.belief.colour('weaker').lab[0] - 2);
    expect(darker.belief.colour('other 6').lab).toEqual(nothing.belief.colour('other 6').lab);
    expect((darker.turns.get('amber') as readonly number[])[0]).toBeGreaterThan(0.1);
  });
  it('goes on from what was bound elsewhere as if all of it had been seen here', () => {
    const things = [
      {
        id: 'a',
        lab: [50, 10, 20] as Lab,
        unknown: [{ id: ofColour('amber'), by: Float64Array.of(-9, 1, 0, 2, 3, 5, 4, 8, -2) }],
      },
      {
        id: 'b',
        lab: [40, 12, 18] as Lab,
        unknown: [{ id: ofColour('amber'), by: Float64Array.of(-7, 0, 1, 1, 4, 3, 2, 9, 1) }],
      },
    ];
    const [first, second] = [read('a', [47, 11, 21], 0.5), read('b', [37, 14, 22], 0.5)];
    const whole = believe([], things, { looks: [], read: [first, second] }, before);
    const half = believe([], things, { looks: [], read: [first] }, before).bound(before.ids);
    const rest = believe([], things, { looks: [], read: [second] }, half);
    for (const [i, v] of rest.colour('b').lab.entries()) expect(v).toBeCloseTo(whole.colour('b').lab[i] as number, 9);
    // One number of a colour, measured once: the textbook's mean of two normals weighted by their precisions.
    const one = [
      {
        id: 'a',
        lab: [50, 0, 0] as Lab,
        unknown: [{ id: ofColour('amber'), by: Float64Array.of(-10, 0, 0, 0, 0, 0, 0, 0, 0) }],
      },
    ];
    const told = believe([], one, { looks: [], read: [read('a', [44, 0, 0], 4)] }, before);
    expect(told.unknown(ofColour('amber')).lab[0]).toBeCloseTo((0.81 * -10 * -6) / (100 * 0.81 + 4), 9);
  });
});
