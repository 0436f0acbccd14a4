import { proxy, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { MatchProblem } from '../../core/match/problem.ts';
import type { Offer, SystemProblem, SystemRoad } from '../../core/match/systems.ts';
import { startMatcher } from '../workers/index.ts';
import type { FoundRoads, Matcher } from '../workers/matcher.ts';
import { sentenceOf } from './sentence.ts';

/** Silence for a worker that tells how far it is. */
export const untold = () => proxy(() => {});

type Progress = (share: number, best?: SystemRoad | null) => void;

export interface SearchState {
  /** 0-1 while searching, null when idle. */
  progress: number | null;
  found: FoundRoads | null;
  /** The best so far of a search of whole systems. */
  best: SystemRoad | null;
  error: string | null;
}

/** A search in a worker of its own, with progress; cancelling ends the worker. */
export function useSearch() {
  const [state, setState] = useState<SearchState>({ progress: null, found: null, best: null, error: null });
  const running = useRef<(() => void) | null>(null);
  const cancel = useCallback(() => {
    running.current?.();
    running.current = null;
    setState((s) => ({ ...s, progress: null }));
  }, []);
  const run = useCallback(
    async (work: (matcher: Remote<Matcher>, onProgress: Progress) => Promise<FoundRoads>) => {
      cancel();
      const { matcher, end } = startMatcher();
      running.current = end;
      setState({ progress: 0, found: null, best: null, error: null });
      try {
        const onProgress = proxy((share: number, best?: SystemRoad | null) =>
          setState((s) => (s.progress === null ? s : { ...s, progress: share, best: best ?? s.best })),
        );
        const found = await work(matcher, onProgress);
        setState({ progress: null, found, best: null, error: null });
      } catch (trouble) {
        setState({ progress: null, found: null, best: null, error: sentenceOf(trouble) });
      } finally {
        end();
        running.current = null;
      }
    },
    [cancel],
  );
  const find = useCallback(
    (problem: MatchProblem, tolerance: number, most: number) =>
      run((matcher, onProgress) => matcher.findRoads(problem, tolerance, most, onProgress)),
    [run],
  );
  const findSystems = useCallback(
    (problem: SystemProblem, offer: Offer, tolerance: number, most: number) =>
      run((matcher, onProgress) => matcher.findSystems(problem, offer, tolerance, most, onProgress)),
    [run],
  );
  useEffect(() => () => running.current?.(), []);
  return { ...state, find, findSystems, cancel };
}

/** One problem after the other in one worker, each answer shown as it comes; cancelling, or leaving the page, ends it. */
export function useSearches() {
  const [progress, setProgress] = useState<number | null>(null);
  const [found, setFound] = useState<Readonly<Record<string, FoundRoads>>>({});
  const [error, setError] = useState<string | null>(null);
  const running = useRef<(() => void) | null>(null);
  const cancel = useCallback(() => {
    running.current?.();
    running.current = null;
    setProgress(null);
  }, []);
  const find = useCallback(
    async (problems: ReadonlyMap<string, MatchProblem>, tolerance: number, most: number) => {
      cancel();
      const { matcher, end } = startMatcher();
      running.current = end;
      setFound({});
      setError(null);
      setProgress(0);
      let done = 0;
      try {
        for (const [id, problem] of problems) {
          const answer = await matcher.findRoads(problem, tolerance, most, untold());
          if (running.current !== end) return;
          setFound((before) => ({ ...before, [id]: answer }));
          setProgress(++done / problems.size);
        }
      } catch (trouble) {
        setError(sentenceOf(trouble));
      }
      cancel();
    },
    [cancel],
  );
  useEffect(() => () => running.current?.(), []);
  return { progress, found, error, find, cancel };
}

/** What a worker is asked to do. */
export type MatcherWork<T> = (matcher: Remote<Matcher>) => Promise<T>;

/** Does one job at a time in a worker of its own, ended when it is done or when the page that asked is left. */
export function useInWorker(): <T>(work: MatcherWork<T>) => Promise<T> {
  const running = useRef(new Set<() => void>());
  useEffect(() => {
    const all = running.current;
    return () => {
      for (const end of all) end();
    };
  }, []);
  return useCallback(async (work) => {
    const { matcher, end } = startMatcher();
    running.current.add(end);
    try {
      return await work(matcher);
    } finally {
      end();
      running.current.delete(end);
    }
  }, []);
}

/** What a worker makes of the newest `work`, solved again whenever that changes; an older one is ended. */
export function useSolved<T>(work: MatcherWork<T> | null): { answer: T | null; error: string | null } {
  const [solved, setSolved] = useState<{ answer: T | null; error: string | null }>({ answer: null, error: null });
  useEffect(() => {
    if (!work) return;
    let left = false;
    const { matcher, end } = startMatcher();
    work(matcher)
      .then(
        (answer) => !left && setSolved({ answer, error: null }),
        (trouble) => !left && setSolved({ answer: null, error: sentenceOf(trouble) }),
      )
      .finally(end);
    return () => {
      left = true;
      end();
    };
  }, [work]);
  return solved;
}
