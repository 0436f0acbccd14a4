import useSWRInfinite from 'swr/infinite';
import { useDebouncedCallback } from 'use-debounce';
import {
  notebook,
  notebookChoices,
  savedSearches,
  similarJobs,
  whatWasLearned,
} from '../../shared/contract/notebook.ts';
import type { NotebookFound, Noted } from '../../shared/notebook.ts';
import { fetchOnce, useResource } from './api.ts';

/** While jobs are still to be noted it is asked again, ms. */
const AGAIN_MS = 800;

/** What a search of the notebook finds, as far down as it was scrolled. */
export function useNotebook(query: string) {
  const pages = useSWRInfinite<NotebookFound, Error>(
    (_, before: NotebookFound | null) => {
      if (before && before.next === null) return null;
      return ['notebook', `/notebook?${query}${before ? `&skip=${before.next}` : ''}`];
    },
    ([, address]: [string, string]) => fetchOnce(notebook, address),
    {
      revalidateFirstPage: false,
      revalidateOnFocus: false,
      keepPreviousData: true,
      refreshInterval: (latest) => (latest?.some((page) => page.behind > 0) ? AGAIN_MS : 0),
    },
  );
  const { data, setSize, error, isLoading, isValidating } = pages;
  const first = data?.[0];
  const things: Noted[] = data?.flatMap((page) => page.things) ?? [];
  return {
    first,
    things,
    error,
    isLoading,
    /** Fetches what follows; nothing where it is under way, or where there is no more. */
    more: () => {
      if (!isValidating && data?.at(-1)?.next != null) void setSize((size) => size + 1);
    },
  };
}

/** Systems and people that a search can choose by. */
export const useNotebookChoices = () => useResource(notebookChoices, {});
export const useWhatWasLearned = () => useResource(whatWasLearned, {});
/** What other jobs tell of one. */
export const useSimilarJobs = (job: number) => useResource(similarJobs, { job });
export const useSavedSearches = () => useResource(savedSearches, {});

/** A letter waits for the next one, ms. */
const TYPED_MS = 300;
/** Tells what is typed once the hand rests. */
export const useSettled = (tell: (text: string) => void) => useDebouncedCallback(tell, TYPED_MS);
