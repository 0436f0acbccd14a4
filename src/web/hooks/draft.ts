import { useCallback, useEffect, useRef, useState } from 'react';
import { mutate } from 'swr';
import type { Stack } from '../../core/layers/layer.ts';
import { VersionMade } from '../../shared/id.ts';
import type { Job, JobWood } from '../../shared/job.ts';
import { send } from './api.ts';
import { useVersioned } from './versioned.ts';

const SAVE_AFTER_MS = 400;
const MOST_UNDO = 60;

const withDraft = (job: Job, woodId: string, stack: Stack): Job => ({
  ...job,
  woods: job.woods.map((wood) => (wood.id === woodId ? { ...wood, draft: [...stack] } : wood)),
});

/** The stack being worked on: kept on the server as it changes, with undo. */
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
      const made = VersionMade.parse(await send('PUT', `/woods/${wood.id}/draft`, { version, stack }));
      // A fetch that was under way has been dropped for the line above: ask again.
      await mutate(jobPath);
      return made.version;
    },
  });
  const [stack, setStack] = useState(kept);
  const past = useRef<Stack[]>([]);
  const waiting = useRef<{ timer: ReturnType<typeof setTimeout>; stack: Stack } | null>(null);

  // Theirs was taken, or came from another window while nothing waited here.
  const { shown } = saved;
  useEffect(() => {
    if (!waiting.current) setStack(shown);
  }, [shown]);

  const put = useCallback(
    (next: Stack) => {
      setStack(next);
      if (waiting.current) clearTimeout(waiting.current.timer);
      const timer = setTimeout(() => {
        waiting.current = null;
        void save(next);
      }, SAVE_AFTER_MS);
      waiting.current = { timer, stack: next };
    },
    [save],
  );
  const set = useCallback(
    (next: Stack) => {
      past.current = [...past.current.slice(-MOST_UNDO), stack];
      put(next);
    },
    [put, stack],
  );
  const undo = useCallback(() => {
    const last = past.current.pop();
    if (last) put(last);
  }, [put]);

  useEffect(
    () => () => {
      if (!waiting.current) return;
      clearTimeout(waiting.current.timer);
      void save(waiting.current.stack);
      waiting.current = null;
    },
    [save],
  );
  const { error, meanwhile, keepMine, takeTheirs } = saved;
  return { stack, set, undo, error, meanwhile, keepMine, takeTheirs };
}
