import { useCallback, useEffect, useRef, useState } from 'react';
import { mutate } from 'swr';
import { useDebouncedCallback, useThrottledCallback } from 'use-debounce';
import type { Stack } from '../../core/layers/layer.ts';
import { setDraft } from '../../shared/contract/jobs.ts';
import { VersionMade } from '../../shared/id.ts';
import type { Job, JobWood } from '../../shared/job.ts';
import { send } from './api.ts';
import { useAskBeforeLeaving } from './leaving.ts';
import { useVersioned } from './versioned.ts';

const SAVE_AFTER_MS = 400;
const MOST_UNDO = 60;
/** While a strength is dragged the page follows this often; the picture follows every move. */
const DRAG_SHOWN_MS = 500;

const withDraft = (job: Job, woodId: string, stack: Stack): Job => ({
  ...job,
  woods: job.woods.map((wood) => (wood.id === woodId ? { ...wood, draft: [...stack] } : wood)),
});

/** The stack being worked on: kept on the server as it changes, with undo and redo by whole gestures. */
export function useDraft(jobNumber: number, wood: JobWood, kept: Stack) {
  const jobPath = `/jobs/${jobNumber}`;
  const { set: save, ...saved } = useVersioned<Stack>({
    lane: `/woods/${wood.id}/draft`,
    value: kept,
    version: wood.draftVersion,
    valueIn: (value) => (value ?? []) as Stack,
    save: async (stack, version) => {
      // The job in hand shows the draft at once, so that leaving the page and coming back finds it.
      await mutate<Job>(jobPath, (job) => job && withDraft(job, wood.id, stack), { revalidate: false });
      const made = VersionMade.parse(await send(setDraft, { wood: wood.id }, { version, stack }));
      // A fetch that was under way has been dropped for the line above: ask again.
      await mutate(jobPath);
      return made.version;
    },
  });
  const [stack, setStack] = useState(kept);
  /** What the hand has made of it: the page shows it at once, or soon while it is dragged. */
  const latest = useRef(kept);
  const followers = useRef(new Set<(stack: Stack) => void>());
  const showSoon = useThrottledCallback(setStack, DRAG_SHOWN_MS);
  const history = useRef<{ past: Stack[]; future: Stack[]; gesture: string | null }>({
    past: [],
    future: [],
    gesture: null,
  });
  const saveSoon = useDebouncedCallback((next: Stack) => void save(next), SAVE_AFTER_MS);

  // Theirs was taken, or came from another window while nothing waited here.
  const { shown } = saved;
  useEffect(() => {
    if (saveSoon.isPending()) return;
    latest.current = shown;
    setStack(shown);
  }, [shown, saveSoon]);

  const put = useCallback(
    (next: Stack) => {
      latest.current = next;
      showSoon.cancel();
      setStack(next);
      saveSoon(next);
    },
    [saveSoon, showSoon],
  );
  /** All ticks of one drag, or all letters of one number, are one step back. */
  const remember = useCallback((gesture: string | null) => {
    const { past, gesture: going } = history.current;
    const goesOn = gesture !== null && gesture === going;
    history.current = { past: goesOn ? past : [...past.slice(-MOST_UNDO), latest.current], future: [], gesture };
  }, []);
  const set = useCallback(
    (next: Stack, gesture: string | null = null) => {
      remember(gesture);
      put(next);
    },
    [put, remember],
  );
  /** One move of a drag: who follows is told at once, the page soon. */
  const drag = useCallback(
    (next: Stack, gesture: string) => {
      remember(gesture);
      latest.current = next;
      for (const told of followers.current) told(next);
      showSoon(next);
      saveSoon(next);
    },
    [remember, showSoon, saveSoon],
  );
  const follow = useCallback((told: (stack: Stack) => void) => {
    followers.current.add(told);
    return () => void followers.current.delete(told);
  }, []);
  const settle = useCallback(() => {
    showSoon.flush();
    history.current.gesture = null;
  }, [showSoon]);
  const undo = useCallback(() => {
    const { past, future } = history.current;
    const last = past.at(-1);
    if (!last) return;
    history.current = { past: past.slice(0, -1), future: [...future, latest.current], gesture: null };
    put(last);
  }, [put]);
  const redo = useCallback(() => {
    const { past, future } = history.current;
    const next = future.at(-1);
    if (!next) return;
    history.current = { past: [...past, latest.current], future: future.slice(0, -1), gesture: null };
    put(next);
  }, [put]);

  // Leaving the page saves what waits; closing the tab with unsaved work asks.
  useEffect(
    () => () => {
      saveSoon.flush();
    },
    [saveSoon],
  );
  const { error, meanwhile, keepMine, takeTheirs } = saved;
  useAskBeforeLeaving(useCallback(() => saveSoon.isPending() || error !== null, [saveSoon, error]));
  const { past, future } = history.current;
  return {
    stack,
    set,
    drag,
    follow,
    settle,
    undo,
    redo,
    canUndo: past.length > 0,
    canRedo: future.length > 0,
    error,
    meanwhile,
    keepMine,
    takeTheirs,
  };
}
