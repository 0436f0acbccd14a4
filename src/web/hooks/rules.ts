import { useMemo } from 'react';
import type { Preparation } from '../../core/board/preparation.ts';
import { unlessRefused } from '../../core/field-error.ts';
import type { Layer, Stack } from '../../core/layers/layer.ts';
import { type Finding, findings, type Remedy, type RuleInput, remedyFor } from '../../core/rules/index.ts';
import type { DryingAir } from '../../core/time/coats.ts';
import { airNotedNow } from '../../record/board/air.ts';
import type { BoardModel } from '../../record/job/bench.ts';
import {
  dryingOfHouse,
  effectOfRemedy,
  type HouseRules,
  layerOfHouse,
  type RemedyEffect,
  ruleInputOf,
} from '../../record/job/rules.ts';
import { seenByProduct } from '../../record/work/work.ts';
import { setPreparation } from '../../shared/contract/jobs.ts';
import { change, useHouse } from './api.ts';
import type { OpenBench } from './bench.ts';
import { useClock } from './clock.ts';
import { sentenceOf } from './sentence.ts';

/** What the rules say of a stack, and what they looked at. */
export interface Rules {
  input: RuleInput;
  found: readonly Finding[];
}

/** The house as the rules look at it, with what its clock knows; null before the house is known. */
export function useHouseRules(): HouseRules | null {
  const { data: house } = useHouse();
  const { data: clock } = useClock();
  return useMemo(
    () =>
      house
        ? {
            ...house,
            weather: clock ? airNotedNow(clock.air, Date.parse(clock.now)) : null,
            seen: clock ? seenByProduct(clock.tests) : {},
          }
        : null,
    [house, clock],
  );
}

/** What the times of coats go by on this bench, in the air that was noted last. */
export function useDrying({ job, materials }: Pick<OpenBench, 'job' | 'materials'>): DryingAir {
  const house = useHouseRules();
  return useMemo(() => dryingOfHouse({ job, materials }, house), [job, materials, house]);
}

/** What the rules say of a stack on a board, by the schools of the house; null until those are known. */
export function useRules(bench: OpenBench, model: BoardModel, stack: Stack): Rules | null {
  const house = useHouseRules();
  return useMemo(() => {
    if (!house) return null;
    const input = ruleInputOf(bench, model, stack, house);
    return { input, found: findings(input) };
  }, [bench, model, stack, house]);
}

/** A finding with the remedy that really mends it, and what that does. */
export interface Mended {
  finding: Finding;
  remedy: Remedy | null;
  effect: RemedyEffect | null;
}

/** The findings of one place of the stack with their remedies, foreseen. */
export function useMended(bench: OpenBench, model: BoardModel, rules: Rules | null, at: number | 'wood'): Mended[] {
  return useMemo(() => {
    if (!rules) return [];
    return rules.found
      .filter((f) => f.at === at)
      .map((finding): Mended => {
        const remedy = remedyFor(rules.input, finding, rules.found);
        return { finding, remedy, effect: remedy && effectOr(bench, model, rules.input, remedy) };
      });
  }, [bench, model, rules, at]);
}

function effectOr(bench: OpenBench, model: BoardModel, input: RuleInput, remedy: Remedy): RemedyEffect | null {
  // A stack that cannot be predicted still has its remedy.
  return unlessRefused(() => effectOfRemedy(bench, model, input, remedy));
}

interface Doing {
  stack: Stack;
  set: (stack: Stack) => void;
  /** Finds the colours of a stack again. */
  solve: (stack: Stack) => void;
  refused: (trouble: string) => void;
}

/** What a tap on a finding does: its remedy, or that it is left as it is. The preparation is the wood's. */
export function useDecide({ wood }: BoardModel, { stack, set, solve, refused }: Doing) {
  const prepare = (preparation: Preparation) =>
    change(setPreparation, { wood: wood.id }, { version: wood.preparationVersion, preparation }).catch((trouble) =>
      refused(sentenceOf(trouble)),
    );
  const onRemedy = ({ change: { stack: next, preparation, solve: open } }: Remedy) => {
    if (preparation) void prepare(preparation);
    if (!next) return;
    set(next);
    if (open !== undefined) solve(next);
  };
  const withRule = (accepted: readonly string[] = [], { id }: Finding, is: boolean) =>
    is ? [...accepted.filter((a) => a !== id), id] : accepted.filter((a) => a !== id);
  const onAccept = (finding: Finding, is: boolean) => {
    if (finding.at === 'wood')
      return void prepare({ ...wood.preparation, accepted: withRule(wood.preparation.accepted, finding, is) });
    set(stack.map((l, i) => (i === finding.at ? { ...l, accepted: withRule(l.accepted, finding, is) } : l)));
  };
  return { onRemedy, onAccept, prepare };
}

/** A new layer as this house begins it. */
export function useBegun(bench: OpenBench): (layer: Layer) => Layer {
  const { data: house } = useHouse();
  return (layer) => (house ? layerOfHouse(layer, bench, house) : layer);
}
