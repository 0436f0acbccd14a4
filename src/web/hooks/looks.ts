import { useCallback, useMemo } from 'react';
import { type Falls, lookAsMeasured, predict, type StageLook } from '../../core/board/predict.ts';
import type { Wood } from '../../core/board/wood.ts';
import type { Spectrum } from '../../core/colour/grid.ts';
import type { Light } from '../../core/colour/lights.ts';
import { unlessRefused } from '../../core/field-error.ts';
import { nth } from '../../core/known.ts';
import { newLayer, type Stack } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import { stageMean } from '../../record/board/stages.ts';
import { type Bench, type BoardModel, lightnessRanges, promisedLooks } from '../../record/job/bench.ts';
import { andUnforeseen, type BoardField, boardFields, howItLies, stageLabel } from '../../record/job/fields.ts';
import { sentenceOf } from './sentence.ts';

export interface Looks {
  looks: StageLook[];
  fields: BoardField[];
  error: string | null;
}

/** The fields of a board in some years, or with the light along or across: nothing of them is measured. */
export function useOtherwise(
  bench: Bench,
  model: BoardModel,
  stack: Stack,
  { years, falls }: { years: number; falls: Falls },
): BoardField[] {
  return useMemo(() => {
    if (years === 0 && falls === 'diffuse') return [];
    const looks = unlessRefused(() => promisedLooks(bench, model, stack, { years, falls })) ?? [];
    return looks.map((expected, stage) => ({
      label: stageLabel(model, stack, stage),
      expected,
      measured: null,
      ...howItLies(expected),
    }));
  }, [bench, model, stack, years, falls]);
}

/** The finished end grain of a stack, which drinks more; nothing where it is not asked for or refused. */
export function useEnd(bench: Bench, model: BoardModel, stack: Stack, asked: boolean): BoardField[] {
  return useMemo(() => {
    if (!asked) return [];
    const end = unlessRefused(() => promisedLooks(bench, model, stack, { zone: 'end' }))?.at(-1);
    return end ? [{ label: 'end grain', expected: end, measured: null, ...howItLies(end) }] : [];
  }, [bench, model, stack, asked]);
}

function looksOf(bench: Bench, model: BoardModel, stack: Stack, light: Light): Looks {
  try {
    const looks = promisedLooks(bench, model, stack, { lights: [light] });
    const fields = looks.map((expected, stage): BoardField => {
      const mean = stageMean(model.board, stage);
      return {
        label: stageLabel(model, stack, stage),
        expected,
        measured: mean && stage > 0 ? lookAsMeasured(expected, model.scaled, mean) : null,
        ...howItLies(expected),
      };
    });
    return { looks, fields: andUnforeseen(fields, looks, model, stack), error: null };
  } catch (trouble) {
    return { looks: [], fields: [], error: sentenceOf(trouble) };
  }
}

/** Expected looks of a stack on the board in hand, their colour under a light, and what has been measured of it. */
export function useLooks(bench: Bench, model: BoardModel, stack: Stack, light: Light): Looks {
  return useMemo(() => looksOf(bench, model, stack, light), [bench, model, stack, light]);
}

/** Tells each move of a hand to whoever paints it, until it is taken back. */
export type Live<T> = (told: (value: T) => void) => () => void;

/** The fields of a stack at every move of the hand that drags it, past the page. */
export function useLiveFields(follow: Live<Stack>, bench: Bench, model: BoardModel, light: Light): Live<BoardField[]> {
  return useCallback(
    (told) => follow((stack) => told(looksOf(bench, model, stack, light).fields)),
    [follow, bench, model, light],
  );
}

/** A board of which only its last reading is known: raw wood at the left, the colour that was read at the right. */
export function fieldsAsRead(wood: Wood, reading: Spectrum | null, materials: Materials): BoardField[] {
  const raw = nth(predict([], wood, materials), 0);
  if (!reading) return [{ label: 'raw', expected: raw, measured: null }];
  const clear = Object.values(materials.mediums).find((m) => m.kind === 'clear');
  const coated = predict(clear ? [newLayer('clear', { medium: clear.id })] : [], wood, materials);
  const finished = lookAsMeasured(nth(coated, coated.length - 1), wood, reading);
  return [
    { label: 'raw', expected: raw, measured: null },
    { label: 'as read', expected: finished, measured: null },
  ];
}

export const useBoardFields = (bench: Bench, model: BoardModel): BoardField[] =>
  useMemo(() => boardFields(bench, model), [bench, model]);

/** Between what and what each stage may end, L*, while a colour is known by its look alone; nothing of a stack that is refused. */
export const useLightnessRanges = (bench: Bench, model: BoardModel, stack: Stack): ([number, number] | null)[] =>
  useMemo(() => unlessRefused(() => lightnessRanges(bench, model, stack)) ?? [], [bench, model, stack]);
