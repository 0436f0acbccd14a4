import { describe, expect, it } from 'vitest';
import { workBoard, workJob } from '../../../test/fixtures/work-shop.ts';
import type { Naming } from '../../core/layers/difference.ts';
import { newLayer } from '../../core/layers/layer.ts';
import type { Board } from '../../shared/board.ts';
import type { JobWood } from '../../shared/job.ts';
import { descentsOf, lineOf, treeOf } from './lineage.ts';
import { systemOf, systemsLayered, systemWords } from './system.ts';

const naming: Naming = { colour: (id) => id, medium: (id) => id, supply: (id) => id, strength: (v) => `${v} g/L` };
const dyed = (honey: number, more: Record<string, number> = {}) => [
  newLayer('dye', { colours: { honey, ...more } }),
  newLayer('clear', { medium: 'satin' }),
];
const oiled = [newLayer('oil', { medium: 'linseed' })];
const board = (number: number, stack: ReturnType<typeof dyed>, over: object = {}): Board => {
  const made = workBoard(stack, { id: `b${number}`, number });
  return { ...made, ...over, recipe: made.recipe && { ...made.recipe, number } } as Board;
};
const jobWith = (boards: readonly Board[]) => {
  const job = workJob(boards[0] as Board);
  return { woods: [{ ...(job.woods[0] as JobWood), boards: [...boards] }] };
};

describe('where a recipe came from', () => {
  const boards = [
    board(1, dyed(4), { judged: { accepted: false, words: 'too pale', at: '', person: null } }),
    board(2, dyed(6)),
    board(3, oiled as never),
    board(4, dyed(6, { coal: 0.5 })),
    board(5, dyed(4.2)),
  ];
  const descents = descentsOf(jobWith(boards), naming);
  const parents = descents.map((d) => [d.board.number, d.from?.number ?? null]);

  it('is the board before it that it is nearest to; of two as near the later one; anew where no layer is left', () => {
    expect(parents).toEqual([
      [1, null],
      [2, 1],
      [3, null],
      [4, 2],
      [5, 2],
    ]);
  });
  it('says what was changed, and what was said of each', () => {
    expect(descents[1]?.changed).toEqual(['dye: honey 4 g/L → 6 g/L']);
    expect(descents[3]?.changed).toEqual(['dye: coal 0.5 g/L more']);
    expect(descents[0]?.said).toEqual(['too pale']);
  });
  it('is another job’s board where its layers were taken of one', () => {
    const after = { board: 'x', code: '2/beech-1', how: 'adapted' as const };
    const taken = board(2, dyed(4));
    const [, second] = descentsOf(
      jobWith([boards[0] as Board, { ...taken, recipe: taken.recipe && { ...taken.recipe, after } } as Board]),
      naming,
    );
    expect([second?.after, second?.from]).toEqual([after, null]);
  });
  it('is a tree of the job, and a line of each board', () => {
    const roots = treeOf(descents);
    expect(roots.map((r) => r.board.number)).toEqual([1, 3]);
    expect(roots[0]?.came.map((b) => b.board.number)).toEqual([2]);
    expect(roots[0]?.came[0]?.came.map((b) => b.board.number)).toEqual([4, 5]);
    expect(lineOf(descents, 'b4').map((d) => d.board.number)).toEqual([1, 2, 4]);
    expect(lineOf(descents, 'nobody’s')).toEqual([]);
  });
});

describe('a system', () => {
  it('is known by its layers, whatever their colours', () => {
    expect(systemOf(dyed(3))).toBe('dye/clear');
    expect(systemWords('dye/wiping-stain/clear')).toBe('dye, wiping stain, clear');
    const plain = {
      id: 'p',
      name: 'Plain',
      about: '',
      woods: '',
      variants: [{ name: '', preparation: {}, layers: dyed(1) }],
    };
    expect(systemsLayered('dye/clear', [plain] as never).map((s) => s.name)).toEqual(['Plain']);
    expect(systemsLayered('oil', [plain] as never)).toEqual([]);
  });
});
