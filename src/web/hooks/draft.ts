import { useCallback, useEffect, useRef, useState } from 'react';
import { mutate } from 'swr';
import type { Stack } from '../../core/layers/layer.ts';
import type { Job } from '../../shared/job.ts';
import { sentenceOf } from '../parts/Trouble.tsx';
import { send } from './api.ts';

const SAVE_AFTER_MS = 400;
const MOST_UNDO = 60;

const withDraft = (job: Job, woodId: number, stack: Stack): Job => ({
  ...job,
  woods: job.woods.map((wood) => (wood.id === woodId ? { ...wood, draft: [...stack] } : wood)),
});

/** The stack being worked on: kept on the server as it changes, with undo. */
export function useDraft(
  jobId: number,
  woodId: number,
  kept: Stack,
): { stack: Stack; set: (next: Stack) => void; undo: () => void; error: string | null } {
  const [stack, setStack] = useState(kept);
  const [error, setError] = useState<string | null>(null);
  const past = useRef<Stack[]>([]);
  const waiting = useRef<{ timer: ReturnType<typeof setTimeout>; stack: Stack } | null>(null);

  const save = useCallback(
    async (next: Stack) => {
      // The job in hand shows the draft at once, so that leaving the page and coming back finds it.
      await mutate<Job>(`/jobs/${jobId}`, (job) => job && withDraft(job, woodId, next), { revalidate: false });
      try {
        await send('PUT', `/woods/${woodId}/draft`, { stack: next });
        // A fetch that was under way has been dropped for the line above: ask again.
        await mutate(`/jobs/${jobId}`);
        setError(null);
      } catch (problem) {
        setError(sentenceOf(problem));
      }
    },
    [jobId, woodId],
  );
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
  return { stack, set, undo, error };
}
