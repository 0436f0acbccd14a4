import { describe, expect, it } from 'vitest';
import { PART_ID, workBoard, workJob, workPart } from '../../../test/fixtures/work-shop.ts';
import { newLayer } from '../../core/layers/layer.ts';
import type { Job } from '../../shared/job.ts';
import { changedBefore, changesOf, neighboursAtWork, neighboursOf } from './pieces.ts';
import { partsInOrder } from './work.ts';

const CLEAR = newLayer('clear', { medium: 'water-satin' });
const check = (what: string, at: string) => ({ id: at, stage: 1, what, fine: true, at, person: null });
const portion = (part: string, n: number, over: object = {}) =>
  workBoard([CLEAR], { id: `${part}/${n}`, pieces: { part, portion: n, count: 2 }, ...over });

/** Doors and panels of one front, a back of another place; each in a portion. */
function job(pieces = ['door', 'panel', 'back'].map((part) => portion(part, 1))): Job {
  const parts = [
    workPart({ id: 'door', name: 'Door', place: 'front' }),
    workPart({ id: 'panel', name: 'Panel', place: 'front', assembled: true }),
    workPart({ id: 'back', name: 'Back', place: 'wall' }),
    workPart({ id: PART_ID, name: 'Shelf' }),
  ];
  const plain = workJob(workBoard([CLEAR]), { parts });
  return { ...plain, woods: plain.woods.map((w) => ({ ...w, pieces })) };
}

describe('pieces of one place', () => {
  it('are judged together; what stands alone, or nowhere that was said, is not', () => {
    const [front, ...others] = neighboursAtWork({ job: job() });
    expect(others).toEqual([]);
    expect(front?.place).toBe('front');
    expect(front?.pieces.map((p) => p.portion.pieces?.part)).toEqual(['door', 'panel']);
    const { parts } = job();
    expect(neighboursOf({ parts }, parts[0] as never).map((p) => p.name)).toEqual(['Panel']);
    expect(neighboursOf({ parts }, parts[3] as never)).toEqual([]);
  });
  it('are worked loose before they are put together', () => {
    expect(partsInOrder(job().parts).map((p) => p.name)).toEqual(['Door', 'Back', 'Shelf', 'Panel']);
  });
});

describe('what was changed in a run', () => {
  it('is told from ticks of surfaces, in its order over all portions', () => {
    const [first, second] = [
      portion('door', 1, { checks: [check('pad', '2026-03-10T10:00:00Z'), check('rag', '2026-03-10T09:00:00Z')] }),
      portion('door', 2, { checks: [check('lot', '2026-03-10T08:00:00Z')] }),
    ];
    const [wood] = job([first, second]).woods;
    expect(wood && changesOf(wood).map((c) => c.what)).toEqual(['lot', 'pad']);
  });
  it('begins anew with the next thing after it: with none where nothing came after, or before', () => {
    const at = ['2026-03-10T08:00:00Z', '2026-03-10T09:00:00Z', '2026-03-10T10:00:00Z'];
    expect(changedBefore(at, [{ at: '2026-03-10T08:30:00Z' }])).toEqual(new Set([1]));
    expect(changedBefore(at, [{ at: '2026-03-10T07:00:00Z' }, { at: '2026-03-10T11:00:00Z' }])).toEqual(new Set());
  });
});
