import { expect, it } from 'vitest';
import { WORK_SHELF, workBoard, workJob } from '../../../test/fixtures/work-shop.ts';
import { newLayer } from '../../core/layers/layer.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import type { Recipe } from '../../shared/board.ts';
import { boardModel, openBench } from '../job/bench.ts';
import { isAddedSince, potToCorrect } from './draw-down.ts';

it('a pot that is one product out of its tin is put right by no more of it', () => {
  const { maxStrength = 1 } = WORK_SHELF.colourants.find((c) => c.id === 'kelp-gel') ?? {};
  const board = workBoard([newLayer('gel-stain', { colours: { 'kelp-gel': maxStrength } })]);
  const bench = openBench(workJob(board), WORK_SHELF, NOTHING_LEARNED);
  const [wood] = bench.job.woods;
  const model = wood && boardModel(bench, wood, board);
  const drawn = { id: 'd', stage: 1, said: [], lab: null, at: '', person: null };
  expect(() => model && potToCorrect(bench, model, board.recipe as Recipe, drawn)).toThrow(/out of its tin/);
});

it('what was added since the drops were told makes them old; before, elsewhere, or a plain pour does not', () => {
  const drawn = { stage: 1, at: '2026-03-10T10:00:00Z' };
  const since = (step: string, at: string) =>
    isAddedSince({ done: [{ step, at }] as Recipe['done'] }, drawn, ['honey']);
  expect(since('1/honey-added-1', '2026-03-10T10:05:00Z')).toBe(true);
  expect(since('1/honey-added-1', '2026-03-10T09:00:00Z')).toBe(false);
  expect(since('2/honey-added-1', '2026-03-10T10:05:00Z')).toBe(false);
  expect(since('1/honey', '2026-03-10T10:05:00Z')).toBe(false);
});
