import { useCallback, useEffect, useEffectEvent, useMemo, useState } from 'react';
import { newLayer, type Stack } from '../../core/layers/layer.ts';
import { ALL_TOOLS, outOfReach } from '../../core/rules/tools.ts';
import { layersOn, measuredOf } from '../../record/board/stages.ts';
import { type BoardModel, problemOf, unforeseen } from '../../record/job/bench.ts';
import { type Choice, openingsOf, withGlaze } from '../../record/job/openings.ts';
import { useHouse } from './api.ts';
import type { OpenBench } from './bench.ts';
import { useSearch } from './matcher.ts';

interface Options {
  bench: OpenBench;
  model: BoardModel;
  stack: Stack;
  /** The stack as it is when the hand is calm. */
  settled: Stack;
  /** What a search may use. */
  choice: Choice;
  set: (stack: Stack) => void;
}

/** What is asked of the matcher for a board: its problem, recipes for its layers, whole systems; and why it cannot be asked. */
export function useFinding({ bench, model, stack, settled, choice, set }: Options) {
  const { board } = model;
  const { tolerance } = bench.job;
  const done = layersOn(board);
  const tones = model.target?.tones !== undefined;
  const { data: house } = useHouse();
  const search = useSearch();
  const [error, setError] = useState<string | null>(null);
  const problemFor = useCallback(
    (asked: Stack) =>
      problemOf(bench, model, asked, openingsOf(asked, bench.offered, choice, done, tones), measuredOf(board)),
    [bench, model, choice, done, board, tones],
  );
  const problem = useMemo(() => problemFor(settled), [problemFor, settled]);
  const hidden = unforeseen(bench, model, settled);
  const nothing = hidden
    ? `${hidden.name} has no ladder yet: what it makes of the wood is not foreseen, and no recipe can be found past it.`
    : 'Read the target first: there is nothing to match yet.';
  // What was found on what was known before the last reading would promise what its layers then do not keep.
  const [awaited, setAwaited] = useState<'recipes' | 'systems' | null>(null);
  const find = (asked = problem) => {
    if (!asked) return setError(nothing);
    if (asked.open.length === 0)
      return setError('No layer is open for colour. Add a dye or a glaze, or allow some colours.');
    setError(null);
    if (bench.learning) return setAwaited('recipes');
    void search.find(asked, tolerance, choice.most);
  };
  /** Whole systems: which layers, too; what is on the board stays. */
  const findSystems = () => {
    const whole = problemOf(bench, model, stack.slice(0, done), [], measuredOf(board));
    if (!whole) return setError(nothing);
    setError(null);
    if (bench.learning) return setAwaited('systems');
    const without = [...choice.closed, ...outOfReach(house?.tools ?? ALL_TOOLS)];
    const offer = { materials: bench.offered, without, barred: choice.barred };
    void search.findSystems(whole, offer, tolerance, choice.most);
  };
  const findWithGlaze = () => {
    const glazed = withGlaze(bench.offered, stack, newLayer('glaze', tones ? { method: 'in-grain' } : {}));
    set(glazed);
    find(problemFor(glazed));
  };
  const begin = useEffectEvent((what: 'recipes' | 'systems') => (what === 'systems' ? findSystems() : find()));
  useEffect(() => {
    if (!awaited || bench.learning) return;
    setAwaited(null);
    begin(awaited);
  }, [awaited, bench.learning]);
  const cancel = useCallback(() => {
    setAwaited(null);
    search.cancel();
  }, [search.cancel]);
  return {
    search: { ...search, progress: awaited ? 0 : search.progress, learning: awaited !== null, cancel },
    error,
    problem,
    problemFor,
    find,
    findSystems,
    findWithGlaze,
  };
}
