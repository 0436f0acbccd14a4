import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Stack } from '../../../core/layers/layer.ts';
import type { Knowledge } from '../../../core/learn/knowledge.ts';
import type { Promised } from '../../../core/match/roads.ts';
import { recordCode } from '../../../record/board/codes.ts';
import { openBench } from '../../../record/job/bench.ts';
import { goneOf, repeatOn, withInstead } from '../../../record/notebook/repeat.ts';
import { repeatLayers } from '../../../shared/contract/notebook.ts';
import type { Job } from '../../../shared/job.ts';
import type { Noted } from '../../../shared/notebook.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { change } from '../../hooks/api.ts';
import { type MatcherWork, useSolved } from '../../hooks/matcher.ts';
import { keepState } from '../../hooks/persistent-state.ts';
import { litresTyped } from '../batch.ts';
import { sentenceOf } from '../ErrorMessage.tsx';
import { useToast } from '../Toast.tsx';
import { spectrumOf } from './NotedPicture.tsx';

/** What a recipe that is made again is to be. */
export interface RepeatWishes {
  /** Code of the wood; null is the one like its own. */
  wood: string | null;
  how: 'as it was' | 'adapted';
  aim: 'its colour' | 'the target';
  /** As typed. */
  litres: string;
  /** What stands in the place of what is gone; null where nothing does. */
  instead: Readonly<Record<string, string | null>>;
}
interface Solved {
  stack: Stack;
  promise: Promised | null;
}
export interface RepeatOf {
  noted: Noted;
  shelf: Shelf;
  job: Job | null;
  knowledge: Knowledge | undefined;
}

/** A recipe of the notebook as it would be in a job, by what is wished of it: what is foreseen, and the way to its bench. */
export function useRepeat({ noted, shelf, job, knowledge }: RepeatOf) {
  const gone = useMemo(() => goneOf(noted.stack, shelf), [noted.stack, shelf]);
  const [wishes, setWishes] = useState<RepeatWishes>(() => ({
    wood: null,
    how: gone.length > 0 ? 'adapted' : 'as it was',
    aim: 'its colour',
    litres: '0.5 L',
    instead: Object.fromEntries(gone.map(({ item, nearest }) => [item, nearest])),
  }));
  const { how, instead, litres } = wishes;
  const bench = useMemo(() => job && knowledge && openBench(job, shelf, knowledge), [job, shelf, knowledge]);
  const wood =
    job?.woods.find((w) => w.code === wishes.wood) ??
    job?.woods.find((w) => w.speciesId === noted.speciesId) ??
    job?.woods[0];
  const stack = useMemo(() => withInstead(noted.stack, instead, shelf), [noted.stack, instead, shelf]);
  const colour = useMemo(() => spectrumOf(noted), [noted]);
  const mayTarget = Boolean(bench?.target);
  const forTarget = mayTarget && wishes.aim === 'the target';
  const on = useMemo(
    () => bench && wood && repeatOn(bench, wood, stack, forTarget ? null : colour, noted.grid === null),
    [bench, wood, stack, colour, forTarget, noted.grid],
  );
  const volume = litresTyped(litres);
  const tolerance = job?.tolerance ?? 1;
  const work = useMemo((): MatcherWork<Solved> | null => {
    const problem = on?.problem;
    if (!problem || !volume) return null;
    return async (matcher) => {
      if (how === 'adapted') return matcher.correct(problem, stack, volume, tolerance);
      const [promise = null] = await matcher.promises([{ stack, problem }], tolerance);
      return { stack, promise };
    };
  }, [on, stack, how, volume, tolerance]);
  const { answer, error } = useSolved(work);
  const layers = work ? (answer?.stack ?? null) : stack;
  return {
    gone,
    wishes,
    wish: (changed: Partial<RepeatWishes>) => setWishes((now) => ({ ...now, ...changed })),
    bench,
    wood,
    mayTarget,
    forTarget,
    on,
    volume,
    tolerance,
    layers,
    promise: answer?.promise ?? null,
    solving: work !== null && !answer && !error,
    ...useTaking({ noted, job, wood, how, layers, volume, litres }),
    error,
  };
}

/** Puts the layers on the bench of a wood, with a way back. */
function useTaking({
  noted,
  job,
  wood,
  how,
  layers,
  volume,
  litres,
}: Pick<RepeatOf, 'noted' | 'job'> &
  Pick<RepeatWishes, 'how' | 'litres'> & {
    wood: Job['woods'][number] | undefined;
    layers: Stack | null;
    volume: number | undefined;
  }) {
  const go = useNavigate();
  const say = useToast();
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const take = async () => {
    if (!job || !wood || !layers || !noted.job || !noted.board) return;
    setBusy(true);
    try {
      const of = { board: noted.board.id, code: recordCode(noted.job.number, noted.board.code), how };
      const { version } = await change(
        repeatLayers,
        { wood: wood.id },
        { version: wood.draftVersion, stack: [...layers], of },
      );
      say({
        text: `Layers of ${of.code} are on the bench of ${wood.code}.`,
        undo: () => change(repeatLayers, { wood: wood.id }, { version, stack: wood.draft ?? [], of: null }),
      });
      // The batch is asked for where it is planned: it stands there as it is said here.
      if (volume) keepState(`batch-of/${job.number}`, { litres });
      await go(`/jobs/${job.number}/layers?wood=${wood.code}`);
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
      setBusy(false);
    }
  };
  return { take, refused, busy };
}
