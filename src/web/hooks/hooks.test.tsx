import { act, renderHook, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { ask, startJob } from '../../../test/web/open.tsx';
import { newLayer, type Stack } from '../../core/layers/layer.ts';
import * as ofJobs from '../../shared/contract/jobs.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';
import { change, Refused, send } from './api.ts';
import { useDraft } from './draft.ts';
import { usePersistentState } from './persistent-state.ts';

describe('what is typed', () => {
  it('is kept under its name, and forgotten when it is cleared', () => {
    const first = renderHook(() => usePersistentState('test/note', { text: '' }));
    act(() => first.result.current[1]({ text: 'half a word' }));
    first.unmount();
    const again = renderHook(() => usePersistentState('test/note', { text: '' }));
    expect(again.result.current[0]).toEqual({ text: 'half a word' });
    act(() => again.result.current[2]());
    expect(again.result.current[0]).toEqual({ text: '' });
    expect(localStorage.getItem('urushi/test/note')).toBeNull();
  });
  it('begins anew when what was kept cannot be read', () => {
    localStorage.setItem('urushi/test/broken', '{"text":');
    expect(renderHook(() => usePersistentState('test/broken', 'blank')).result.current[0]).toBe('blank');
  });
});

describe('asking the server', () => {
  it('a refusal carries its sentence and the field it is about', async () => {
    const refused = await send(ofJobs.startJob, {}, { id: newId(), customer: '', piece: 'x', tolerance: 1 }).catch(
      (e) => e,
    );
    expect(refused).toBeInstanceOf(Refused);
    expect(refused).toMatchObject({ message: 'Who is the customer?', field: 'customer' });
  });
  it('nothing to say is nothing', async () => {
    const { number: id } = await startJob({ target: false });
    expect(await change(ofJobs.archiveJob, { job: id })).toBeUndefined();
  });
  it('a server that is gone is said to be gone, and that nothing typed is lost', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('gone')));
    await expect(send(ofJobs.listJobs, {})).rejects.toThrow('What you typed is still here');
  });
});

describe('the draft of a wood', () => {
  let job: Job;
  beforeEach(async () => {
    job = await startJob({ target: false, woods: ['beech'] });
  });
  const kept = async () => (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].draft;
  const start: Stack = [newLayer('dye')];
  const hold = () => renderHook(() => useDraft(job.number, job.woods[0], start));

  it('is saved a moment after the last change, and undone step by step', async () => {
    const { result } = hold();
    act(() => result.current.set([newLayer('ink')]));
    act(() => result.current.set([newLayer('bleach')]));
    expect(await kept()).toBeNull();
    await waitFor(async () => expect((await kept())?.[0].kind).toBe('bleach'));
    act(() => result.current.undo());
    expect(result.current.stack[0].kind).toBe('ink');
    act(() => result.current.undo());
    act(() => result.current.undo());
    expect(result.current.stack).toBe(start);
    await waitFor(async () => expect((await kept())?.[0].kind).toBe('dye'));
  });
  it('that is dragged tells who follows at every move, the page when the hand rests, and is one step back', () => {
    const { result } = hold();
    const told: number[] = [];
    act(() => void result.current.follow((stack) => told.push(stack.length)));
    act(() => {
      for (const n of [2, 3, 4])
        result.current.drag(
          Array.from({ length: n }, () => newLayer('dye')),
          'strength',
        );
    });
    expect(told).toEqual([2, 3, 4]);
    act(() => result.current.settle());
    expect(result.current.stack).toHaveLength(4);
    act(() => result.current.undo());
    expect(result.current.stack).toBe(start);
  });
  it('is saved at once when the page is left', async () => {
    const { result, unmount } = hold();
    act(() => result.current.set([newLayer('sand-back')]));
    unmount();
    await waitFor(async () => expect((await kept())?.[0].kind).toBe('sand-back'));
  });
  it('that the server refuses stays on the screen, with the reason', async () => {
    const { result } = hold();
    act(() => result.current.set(Array.from({ length: 17 }, () => newLayer('dye'))));
    await waitFor(() => expect(result.current.error).toBe('A stack holds at most 16 layers.'));
    expect(result.current.stack).toHaveLength(17);
    act(() => result.current.set([newLayer('dye')]));
    await waitFor(() => expect(result.current.error).toBeNull());
  });
});
