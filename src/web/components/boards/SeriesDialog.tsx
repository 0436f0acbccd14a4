import { MenuItem, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useRef } from 'react';
import { z } from 'zod';
import { FieldError } from '../../../core/field-error.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import { bracketBoards, gridBoards, ladderBoards, type SeriesBoard } from '../../../core/match/series.ts';
import { boardName } from '../../../record/board/plank.ts';
import { layersOn } from '../../../record/board/stages.ts';
import { type BoardModel, nextBoardModel, problemOf } from '../../../record/job/bench.ts';
import { ANYTHING, openingsOf } from '../../../record/job/openings.ts';
import { offcutsLeft } from '../../../record/job/standing.ts';
import { planRecipe, splitBoard, takeBoard } from '../../../shared/contract/boards.ts';
import { standBracket } from '../../../shared/contract/brackets.ts';
import { newId } from '../../../shared/id.ts';
import { change, fetchMoved, send } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { numberTyped } from '../numbers.ts';
import { useToast } from '../Toast.tsx';
import { TypedField } from '../TypedField.tsx';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  stack: Stack;
  onClose: () => void;
}
const KIND_NAMES = { ladder: 'Ladder', grid: 'Grid', bracket: 'Bracket' } as const;
type Kind = keyof typeof KIND_NAMES;
const KIND_WORDS: Record<Kind, string> = {
  bracket: 'The recipe as it is, one board lighter and one darker, for the customer to choose from.',
  ladder: 'One colour at several strengths, the rest as it is.',
  grid: 'Two colours of one layer crossed.',
};
const LITRES = 0.1;
/** More parts a plank is not divided into. */
const MOST_STRIPS = 8;

/** As it is typed; how many steps a kind can have, and how far apart boards may stand, is known where they are made. */
const SeriesShape = z.object({
  kind: z.enum(['ladder', 'grid', 'bracket']),
  first: z.string(),
  second: z.string(),
  steps: z.number('How many steps?'),
  apart: z.number('How far apart?'),
  on: z.enum(['boards', 'strips']),
});

/** A ladder, a grid or a bracket: boards spaced evenly in ΔE00, each planned with its own recipe. */
export function SeriesDialog({ bench, model, stack, onClose }: Props) {
  const colours = stack.flatMap((layer, i) => {
    const { takes } = KINDS[layer.kind];
    return Object.values(bench.offered.colourants)
      .filter((c) => takes.includes(c.kind))
      .map((c) => ({ key: `${i}/${c.id}`, layer: i, id: c.id, name: c.name }));
  });
  const used = colours.filter((c) => c.id in nth(stack, c.layer).colours);
  const say = useToast();
  const ids = useRef<{ board: string; recipe: string }[]>([]);
  const bracket = useNextId();
  const left = offcutsLeft(model.wood);
  /** Nothing is on it yet, and it is in one piece. */
  const strippable = layersOn(model.board) === 0 && !model.board.strip;

  const boardsOf = ({ kind, first, second, steps, apart }: z.infer<typeof SeriesShape>): SeriesBoard[] => {
    const openings = openingsOf(stack, bench.offered, ANYTHING, 0);
    const problem = problemOf(bench, nextBoardModel(bench, model), stack, openings);
    if (!problem) throw new Error('Read the target first.');
    const one = colours.find((c) => c.key === first);
    const two = colours.find((c) => c.key === second);
    if (kind === 'bracket') return bracketBoards(problem, stack, apart);
    if (!one) throw new Error('Choose the colour.');
    if (kind === 'ladder') return ladderBoards(problem, stack, one.layer, one.id, steps);
    if (!two || two.layer !== one.layer) throw new Error('A grid crosses two colours of the same layer.');
    return gridBoards(problem, stack, one.layer, [one.id, two.id], steps);
  };
  const { form, submit, busy, error } = useTypedForm({
    keep: `series/${model.wood.id}`,
    blank: {
      kind: 'bracket' as Kind,
      first: (used[0] ?? colours[0])?.key ?? '',
      second: (used[1] ?? colours[1])?.key ?? '',
      steps: '3',
      apart: '2',
      on: 'boards',
    },
    read: ({ steps, apart, ...typed }) => ({ ...typed, steps: numberTyped(steps), apart: numberTyped(apart) }),
    shape: SeriesShape,
    save: async (asked) => {
      const series = boardsOf(asked);
      const knowledge = bench.knowledgeId;
      const onStrips = strippable && asked.on === 'strips';
      if (onStrips && series.length > MOST_STRIPS)
        throw new FieldError('on', `A plank has ${MOST_STRIPS} strips at most: take boards of their own.`);
      // A second tap, or one after a lost answer, goes on with the same boards.
      for (const i of series.keys()) ids.current[i] ??= { board: newId(), recipe: newId() };
      const boards = ids.current.map(({ board }, i) => (onStrips && i === 0 ? model.board.id : board));
      if (onStrips) {
        const [own, ...rest] = series.map((s) => s.label);
        const strips = rest.map((name, i) => ({ id: nth(boards, i + 1), name }));
        await send(splitBoard, { board: model.board.id }, { own: own ?? '', strips });
      }
      for (const [i, { stack: each }] of series.entries()) {
        const board = nth(boards, i);
        const { recipe } = nth(ids.current, i);
        if (!onStrips) await send(takeBoard, { wood: model.wood.id }, { id: board });
        const plan = { id: recipe, stack: each, litres: LITRES, origin: 'hand' as const, knowledge };
        await send(planRecipe, { board }, plan);
      }
      if (asked.kind === 'bracket')
        await change(
          standBracket,
          { job: bench.job.id },
          {
            id: bracket.next(),
            boards: series.map(({ label }, i) => ({ board: nth(boards, i), says: label })),
          },
        );
      bracket.kept();
      await fetchMoved(takeBoard);
      await fetchMoved(planRecipe);
      await fetchMoved(splitBoard);
      say({
        text: `${series.length} ${onStrips ? 'strips' : 'boards'} planned: ${series.map((b) => b.label).join(', ')}.`,
      });
    },
    onSaved: onClose,
  });
  const kind = form.watch('kind');
  const pick = (name: 'first' | 'second', label: string) => (
    <TypedField control={form.control} name={name} label={label} select>
      {colours.map((c) => (
        <MenuItem key={c.key} value={c.key}>
          {c.name}
        </MenuItem>
      ))}
    </TypedField>
  );
  return (
    <FormDialog
      title="A series of boards"
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy}>Plan these boards</SaveButton>}
    >
      <ToggleButtonGroup
        exclusive
        value={kind}
        onChange={(_, v) => v && form.setValue('kind', v)}
        aria-label="Kind of series"
      >
        {(Object.keys(KIND_NAMES) as Kind[]).map((k) => (
          <ToggleButton key={k} value={k}>
            {KIND_NAMES[k]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <p>{KIND_WORDS[kind]}</p>
      {kind !== 'bracket' && pick('first', 'Colour')}
      {kind === 'grid' && pick('second', 'Crossed with')}
      {kind === 'bracket' ? (
        <TypedField control={form.control} name="apart" label="Apart, ΔE00" />
      ) : (
        <TypedField control={form.control} name="steps" label="Steps" />
      )}
      {strippable && (
        <TypedField control={form.control} name="on" label="Made on" select>
          <MenuItem value="boards">boards of their own</MenuItem>
          <MenuItem value="strips">strips of {boardName(model.board).toLowerCase()}, one plank</MenuItem>
        </TypedField>
      )}
      {left !== null && form.watch('on') === 'boards' && (
        <div className="note">
          {left} {left === 1 ? 'offcut' : 'offcuts'} of {model.species.name.toLowerCase()} left for trials.
        </div>
      )}
    </FormDialog>
  );
}
