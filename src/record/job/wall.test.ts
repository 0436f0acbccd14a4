import { expect, it } from 'vitest';
import { reflectanceFromLab } from '../../core/colour/reconstruct.ts';
import type { Board } from '../../shared/board.ts';
import type { Bench } from './bench.ts';
import { nearestFirst } from './wall.ts';

const target = reflectanceFromLab([50, 10, 20]);
const stack = [{ kind: 'clear', colours: {}, settings: {} }];
const board = (number: number, lightness: number | null, judged: Board['judged'] = null) =>
  ({
    id: `b${number}`,
    number,
    recipe: { stack, expected: [] },
    coats: [{ stage: 1, layer: stack[0] }],
    readings: lightness === null ? [] : [{ stage: 1, grid: Array.from(reflectanceFromLab([lightness, 10, 20])) }],
    looks: [],
    checks: [],
    aside: [],
    judged,
  }) as unknown as Board;

it('hangs the nearest first, what nobody read or saw after it, and what was rejected last', () => {
  const boards = [
    board(1, 56),
    board(2, null),
    board(3, 50.4, { accepted: false, words: 'blotchy', person: null, at: '' } as unknown as Board['judged']),
    board(4, 51),
    board(5, null),
  ];
  const bench = {
    target: { reflectance: target, seen: target, singleLight: true },
    job: { woods: [{ boards, pieces: [] }], target: [{}], held: [], pictures: [] },
  } as unknown as Bench;
  const read = boards.filter((b) => b.readings.length > 0);
  expect(nearestFirst(bench, { boards: read }).map((b) => b.number)).toEqual([4, 1, 3]);
  expect(boards.map((b) => b.number)).toEqual([1, 2, 3, 4, 5]);
  expect(nearestFirst({ ...bench, target: null }, { boards }).map((b) => b.number)).toEqual([1, 2, 4, 5, 3]);
});
