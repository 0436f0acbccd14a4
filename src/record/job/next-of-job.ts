import { passes } from '../../core/colour/difference.ts';
import type { JobSummary } from '../../shared/job.ts';

/** What is to be done next on a job, and the page where it is done. */
export interface NextStep {
  what: string;
  /** A page of the bench, with its wood. */
  to: string;
}

/** The next step of a job from what the list of jobs tells: the target, the woods, then the wood that is farthest behind. */
export function nextStepOf({ target, woods, tolerance }: Pick<JobSummary, 'target' | 'woods' | 'tolerance'>): NextStep {
  if (!target) return { what: 'Read the target', to: 'target' };
  if (woods.length === 0) return { what: 'Choose the woods', to: 'woods' };
  const at = (page: string, { code }: { code: string }) => `${page}?wood=${code}`;
  const named = ({ name }: { name: string }) => name.toLowerCase();
  const fresh = woods.find((w) => w.boards === 0 && !w.accepted);
  const open = woods.filter((w) => !w.accepted);
  const toJudge = open.find((w) => w.toJudge > 0);
  const begun = open.find((w) => w.boards > 0 && w.deltaE === null);
  const off = open
    .filter((w) => !passes(w.deltaE ?? 0, tolerance))
    .sort((p, q) => (q.deltaE ?? 0) - (p.deltaE ?? 0))[0];
  if (toJudge) return { what: `Judge the board of ${named(toJudge)}`, to: at('verdict', toJudge) };
  if (begun) return { what: `Finish the board of ${named(begun)}`, to: at('boards', begun) };
  if (off) return { what: `Bring ${named(off)} nearer`, to: at('verdict', off) };
  if (fresh) return { what: `Plan a board of ${named(fresh)}`, to: at('layers', fresh) };
  return { what: 'Every wood passes', to: 'verdict' };
}
