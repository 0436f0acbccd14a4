import { useCallback, useMemo, useRef } from 'react';
import { useSearchParams } from 'react-router';
import type { Promised } from '../../core/match/index.ts';
import { pourTolerance, type Step, stepGrams } from '../../core/mix/index.ts';
import type { BoardModel } from '../../record/job/bench.ts';
import { isStepDone, mixSheet, problemAsPoured, stackAsPoured } from '../../record/work/mixing.ts';
import type { Recipe } from '../../shared/board.ts';
import * as ofBoards from '../../shared/contract/boards.ts';
import { BenchTools, type House } from '../../shared/house.ts';
import { newId } from '../../shared/id.ts';
import type { Pot, StepInput } from '../../shared/steps.ts';
import { change, useHouse } from './api.ts';
import type { OpenBench } from './bench.ts';
import { type MatcherWork, useSolved } from './matcher.ts';
import { useDrying } from './rules.ts';

export interface Mixing {
  recipe: Recipe;
  steps: readonly Step[];
  /** The step in hand: the one that was chosen, else the first that is not done. */
  current: Step | null;
  choose: (step: Step | null) => void;
  isDone: (step: Step) => boolean;
  /** The whole stack as it was poured so far. */
  stack: Recipe['stack'];
  /** What the stack as poured promises; null before a target is read. */
  promise: Promised | null;
  /** Grams that a pour may be off by. */
  tolerance: (step: Step) => number;
  tools: BenchTools;
  units: House['units'];
  finish: (step: Step, poured?: Pick<StepInput, 'grams' | 'millilitres' | 'lotId' | 'overdrawn'>) => Promise<void>;
  takeBack: (step: Step) => Promise<void>;
  setPots: (pots: readonly Pot[]) => Promise<void>;
}

/** What a bench measures with where House is silent. */
export const USUAL_TOOLS = BenchTools.parse({});

/** Grams of one step of the tool that a colour is measured with. */
export const stepOf = ({ shelf }: Pick<OpenBench, 'shelf'>, colourant: string, tools: BenchTools): number =>
  stepGrams(shelf.colourants.find((c) => c.id === colourant)?.sheet ?? {}, tools);

/** A step that ends with the last coat of its layer on the board. */
const isLastCoat = (step: Step, steps: readonly Step[]) =>
  steps.findLast((s) => s.stage === step.stage && s.role === 'coat')?.key === step.key;

/** The mix sheet of a board as it is worked through: its steps, what was poured, and what that promises. */
export function useMixing(bench: OpenBench, model: BoardModel, recipe: Recipe): Mixing {
  const [params, setParams] = useSearchParams();
  const { board } = model;
  const house = useHouse().data;
  const tools = house?.bench ?? USUAL_TOOLS;
  const units = house?.units ?? 'metric';
  const drying = useDrying(bench);
  const steps = useMemo(
    () => mixSheet(bench, model, recipe, { system: units, tools, drying }),
    [bench, model, recipe, units, tools, drying],
  );
  const stack = useMemo(() => stackAsPoured(model, recipe, bench), [bench, model, recipe]);
  const work = useMemo((): MatcherWork<(Promised | null)[]> | null => {
    const problem = problemAsPoured(bench, model, stack);
    return problem && ((matcher) => matcher.promises([{ stack, problem }], bench.job.tolerance));
  }, [bench, model, stack]);
  const promise = useSolved(work).answer?.[0] ?? null;
  const done = useCallback((step: Step) => isStepDone(recipe, model, step), [recipe, model]);
  const asked = params.get('step');
  const chosen = useRef(asked);
  chosen.current = asked;
  const current = steps.find((s) => s.key === asked) ?? steps.find((s) => !done(s)) ?? null;

  const choose = useCallback(
    (step: Step | null) =>
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          if (step) next.set('step', step.key);
          else next.delete('step');
          return next;
        },
        { replace: true },
      ),
    [setParams],
  );
  const finish: Mixing['finish'] = async (step, poured = {}) => {
    await change(ofBoards.doStep, { board: board.id }, { id: newId(), step: step.key, ...poured });
    // The last coat of a layer puts it on the board, with what was weighed out for it.
    if (isLastCoat(step, steps) && !board.coats.some((c) => c.stage === step.stage))
      await change(ofBoards.putOnCoat, { board: board.id }, { id: newId(), stage: step.stage });
    // Who has gone on to another step meanwhile stays there; one chosen out of turn is followed by what comes after it.
    if (chosen.current !== asked) return;
    choose((asked && steps.slice(steps.findIndex((s) => s.key === step.key) + 1).find((s) => !done(s))) || null);
  };
  const takeBack: Mixing['takeBack'] = async (step) => {
    const coat = board.coats.find((c) => c.stage === step.stage);
    if (coat && isLastCoat(step, steps)) await change(ofBoards.takeCoatBack, { coat: coat.id });
    const kept = recipe.done.find((d) => d.step === step.key);
    if (kept) await change(ofBoards.takeStepBack, { step: kept.id });
    choose(step);
  };
  const setPots: Mixing['setPots'] = async (pots) => {
    await change(ofBoards.setPots, { board: board.id }, { pots: pots.map((pot) => ({ id: newId(), ...pot })) });
  };
  return {
    recipe,
    steps,
    current,
    choose,
    isDone: done,
    stack,
    promise,
    tools,
    units,
    tolerance: (step) =>
      step.pour
        ? pourTolerance(
            step.pour.grams,
            promise?.sensitivity[step.pour.colourant],
            stepOf(bench, step.pour.colourant, tools),
          )
        : Number.POSITIVE_INFINITY,
    finish,
    takeBack,
    setPots,
  };
}
