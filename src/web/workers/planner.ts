import { type Plan, type PlanProblem, searchPlan } from '../../core/plan/index.ts';

/** What of a shop is tried otherwise: more hands, a warm place more. */
export interface WhatIf {
  what: string;
  problem: PlanProblem;
}
export interface Gain {
  what: string;
  /** Slots that the end comes sooner, and that lateness is less. */
  sooner: number;
  lessLate: number;
}

/** What the planning worker does. */
export const planner = {
  /** The best plan that is found in so many milliseconds. */
  plan(problem: PlanProblem, milliseconds: number, from?: number[]): Plan {
    const until = performance.now() + milliseconds;
    return searchPlan(problem, { more: () => performance.now() < until, ...(from ? { from } : {}) }).plan;
  },
  /** What each change would gain, each searched as long as the plan was. */
  gains(problem: PlanProblem, whatIfs: readonly WhatIf[], milliseconds: number): Gain[] {
    const search = (p: PlanProblem) => {
      const until = performance.now() + milliseconds;
      return searchPlan(p, { more: () => performance.now() < until }).cost;
    };
    const now = search(problem);
    return whatIfs.map(({ what, problem: other }) => {
      const then = search(other);
      return { what, sooner: now.finish - then.finish, lessLate: now.lateness - then.lateness };
    });
  },
};
export type Planner = typeof planner;
