import { useMemo } from 'react';
import { useOutletContext, useParams, useSearchParams } from 'react-router';
import type { Knowledge } from '../../core/learn/knowledge.ts';
import { findBoard } from '../../record/board/codes.ts';
import { type Bench as BenchOfRecord, type BoardModel, boardModel, openBench } from '../../record/job/bench.ts';
import type { KeptKnowledge } from '../../shared/knowledge.ts';
import { useJob, useKnowledge, useShelf } from './api.ts';

/** The job on the bench, and which knowledge it is shown with. */
export interface OpenBench extends BenchOfRecord {
  knowledgeId: string | null;
  /** What the job's own boards showed is still being learned. */
  learning: boolean;
}

export function useBench(): { bench: OpenBench | null; error: Error | undefined } {
  const { jobNumber } = useParams();
  const job = useJob(jobNumber);
  const shelf = useShelf();
  const knowledge = useKnowledge(jobNumber);
  const bench = useMemo(() => {
    if (!job.data || !shelf.data || !knowledge.data || String(job.data.number) !== jobNumber) return null;
    const { content, id, stale }: KeptKnowledge = knowledge.data;
    return {
      ...openBench(job.data, shelf.data, content as Knowledge),
      knowledgeId: id,
      learning: stale === 'job',
    };
  }, [job.data, shelf.data, knowledge.data, jobNumber]);
  return { bench, error: job.error ?? shelf.error ?? knowledge.error };
}

/** The bench that the frame around a page has opened. */
export const useOpenBench = () => useOutletContext<OpenBench>();

/** The wood and board that the address names (`?wood=beech`, `?board=beech-2`), else the first wood and its newest board. */
export function useBoardModel(bench: OpenBench): BoardModel | null {
  const [params] = useSearchParams();
  const board = params.get('board');
  const wood = params.get('wood');
  return useMemo(() => {
    const found = findBoard(bench.job.woods, { wood, board });
    return found && boardModel(bench, found.wood, found.board);
  }, [bench, wood, board]);
}
