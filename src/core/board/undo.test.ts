import { describe, expect, it } from 'vitest';
import {
  BENCH,
  clear,
  dye,
  gel,
  glaze,
  ink,
  OAK,
  sandBack,
  sealer,
  wipeBack,
} from '../../../test/fixtures/bench-materials.ts';
import type { Stack } from '../layers/layer.ts';
import { assemble } from './compile.ts';
import type { BoardState } from './state.ts';

const stateOf = (stack: Stack): BoardState => assemble(stack, OAK, BENCH).states.at(-1) as BoardState;
const share = (now: readonly number[], before: readonly number[]) => now.map((v, t) => v / before[t]);
/** Ground, grain and pore of what sandpaper reaches (common practice). */
const REACHES = [1, 0.6, 0.15];

describe('a rag', () => {
  it('takes the share that is said of what it reaches: less through a seal, half of ink, less of what soaked in', () => {
    const left = (stack: Stack) => stateOf(stack).inWood[0].left.map((v) => Number(v.toFixed(9)));
    expect(left([dye(), wipeBack(0.4)])).toEqual([0.6, 0.64, 0.8]);
    expect(left([ink(), wipeBack(0.4)])).toEqual([0.8, 0.82, 0.9]);
    // Alcohol and solvent dyes hold against a damp rag, whatever is aimed at (28.4).
    expect(left([dye({ smoke: 6 }), wipeBack(0.9)])).toEqual([0.95, 0.955, 0.975]);
    expect(stateOf([dye(), sealer(), wipeBack(0.5)]).inWood[0].left[0]).toBeCloseTo(1 - 0.5 * 0.12, 12);
    const films = (stack: Stack) => stateOf(stack).films.map((f) => share(f.thickness, f.laid)[0]);
    expect(films([sealer(), gel(), wipeBack(0.5)])).toEqual([1, 0.5]);
    expect(films([gel(), wipeBack(0.4)])[0]).toBeCloseTo(1 - 0.4 * 0.75, 12);
    // Both films that still move, down to the first that is locked; the gel lifted a tenth of its own solvent's glaze.
    const five = films([sealer(), glaze(), sealer(), glaze({ white: 0.1 }), gel(), wipeBack(0.5)]);
    expect(five.map((v) => Number(v.toFixed(9)))).toEqual([1, 1, 1, 0.45, 0.5]);
  });
  it('leaves in doubt what it changed, and nothing else', () => {
    expect(stateOf([dye(), sealer(), glaze(), wipeBack(0.5)]).unread).toEqual([0, 1, 2, 3]);
    const measured = [{ layers: 2, reading: new Array<number>(31).fill(0.3) }];
    const { states } = assemble([dye(), clear(), glaze(), wipeBack(0.5)], OAK, BENCH, { measured });
    expect(states.at(-1)?.unread).toEqual([2, 3]);
    const reread = assemble([dye(), wipeBack(0.5)], OAK, BENCH, { measured: [{ ...measured[0], layers: 1 }] });
    expect(reread.states.at(-1)?.unread).toEqual([0, 1]);
    expect(stateOf([dye(), wipeBack(0)])).toEqual({ ...stateOf([dye()]), wet: 1, last: 1 });
  });
});

describe('sandpaper', () => {
  it('counts what is to be taken from the top: two clears and the wood are three', () => {
    const half = stateOf([dye(), clear(2), sandBack(0.5)]);
    // Half of three is 1.5 of the two coats: three quarters of the film.
    share(half.films[0].thickness, half.films[0].laid).forEach((v, t) => {
      expect(v).toBeCloseTo(1 - 0.75 * REACHES[t], 12);
    });
    expect(half.inWood[0].left).toEqual([1, 1, 1]);
    expect([half.reach, half.scratches, half.open[0]]).toEqual([0, 0.3, 0]);
    const deep = stateOf([dye(), clear(2), sandBack(0.9)]);
    // 2.7: both coats and 0.7 of the wood.
    share(deep.films[0].thickness, deep.films[0].laid).forEach((v, t) => {
      expect(v).toBeCloseTo(1 - REACHES[t], 12);
    });
    deep.inWood[0].left.forEach((v, t) => {
      expect(v).toBeCloseTo(1 - 0.7 * REACHES[t], 12);
    });
    expect(deep.seals).toBe(0);
    expect(deep.reach).toBeCloseTo(0.9, 12);
    for (const opened of [deep.open, deep.bare])
      opened.forEach((v, t) => {
        expect(v).toBeCloseTo(0.9 * REACHES[t], 12);
      });
    expect(deep.scratches).toBe(1);
  });
  it('a little of the bare wood bares a little', () => {
    const light = stateOf([dye(), clear(1), sandBack(0.6)]);
    // 1.2 of two: the coat, and 0.2 of the wood.
    expect(light.inWood[0].left[0]).toBeCloseTo(0.8, 12);
    expect(light.reach).toBeCloseTo(0.9 * 0.4, 12);
    expect(light.open[0]).toBeCloseTo(0.9 * 0.4, 12);
    expect(light.scratches).toBeCloseTo(0.4, 12);
    // Bare wood stays as open as it was.
    expect(stateOf([sandBack(0.3)]).open).toEqual([1, 1, 1]);
    expect(stateOf([sandBack(0)])).toEqual({ ...stateOf([]), last: 0 });
  });
});
