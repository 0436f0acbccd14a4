import { MenuItem } from '@mui/material';
import { useMemo, useRef } from 'react';
import { z } from 'zod';
import { FieldError } from '../../../core/field-error.ts';
import { nth } from '../../../core/known.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import { layerLine } from '../../../core/said/sentence.ts';
import { MOST_TRIES, type Try, triesSaid } from '../../../core/said/tries.ts';
import { layersOn } from '../../../record/board/stages.ts';
import { layersToTry, stripsTried, TRIAL_CUP } from '../../../record/board/tries.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { saidShelf } from '../../../record/shelf/said.ts';
import { factsOfShelf } from '../../../record/work/mixing.ts';
import { planRecipe, splitBoard } from '../../../shared/contract/boards.ts';
import { newId } from '../../../shared/id.ts';
import { fetchMoved, send, useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { Pile, Text } from '../layout.tsx';
import { useToast } from '../Toast.tsx';
import { TypedField } from '../TypedField.tsx';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  stack: Stack;
  onClose: () => void;
}
const TriesShape = z.object({ layer: z.number('Which layer?'), steps: z.string().trim().min(1, 'Which steps?') });

/**
 * Strengths or mixes of one layer, tried side by side on one board until one is right: each strip is planned, and says what
 * is poured to the cup of the one before.
 */
export function TriesDialog({ bench, model, stack, onClose }: Props) {
  const shelf = useMemo(() => saidShelf(bench.shelf), [bench.shelf]);
  const house = useHouse().data;
  const say = useToast();
  const coloured = layersToTry(stack, layersOn(model.board));
  const ids = useRef(Array.from({ length: MOST_TRIES }, () => ({ board: newId(), recipe: newId() })));

  const understood = (at: number, steps: string) => triesSaid(steps, nth(stack, at), shelf);
  const strips = (at: number, tries: readonly Try[]) =>
    stripsTried(tries, at, stack, {
      materials: bench.materials,
      facts: factsOfShelf(bench.shelf),
      tools: house?.bench,
      system: house?.units,
    });
  const { form, submit, busy, error } = useTypedForm({
    keep: `tries/${model.board.id}`,
    blank: { layer: String(nth(coloured, 0).at), steps: '' },
    read: ({ layer, steps }) => ({ layer: Number(layer), steps }),
    shape: TriesShape,
    save: async ({ layer, steps }) => {
      const told = understood(layer, steps);
      if ('question' in told) throw new FieldError('steps', told.question);
      const tried = strips(layer, told.tries);
      // What is on the board already is shared by its strips.
      const board = model.board.id;
      const parts = tried.slice(1).map(({ name }, i) => ({ id: nth(ids.current, i + 1).board, name }));
      await send(splitBoard, { board }, { own: nth(tried, 0).name, strips: parts });
      for (const [i, strip] of tried.entries()) {
        const to = i === 0 ? board : nth(ids.current, i).board;
        const plan = { id: nth(ids.current, i).recipe, stack: strip.stack, litres: TRIAL_CUP, origin: 'hand' as const };
        await send(planRecipe, { board: to }, { ...plan, knowledge: bench.knowledgeId });
      }
      await fetchMoved(splitBoard);
      say({ text: `${tried.length} strips on one board: the one that is right is taken on.` });
    },
    onSaved: onClose,
  });
  const { layer, steps } = form.watch();
  const told = /[,;·]|then/.test(steps) ? understood(Number(layer), steps) : null;
  return (
    <FormDialog
      title={`Steps on board ${model.board.number}`}
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy}>Plan these strips</SaveButton>}
    >
      <TypedField control={form.control} name="layer" label="Layer" select>
        {coloured.map((c) => (
          <MenuItem key={c.at} value={String(c.at)}>
            {layerLine(c.layer, bench.materials)}
          </MenuItem>
        ))}
      </TypedField>
      <TypedField
        control={form.control}
        name="steps"
        label="Steps"
        placeholder="1:5, 1:10, 1:20 · half as much again · + 1 g/L brown"
      />
      {told && 'question' in told && <Text size="small">{told.question}</Text>}
      {told && 'tries' in told && (
        <Pile as="ol" gap="close" aria-label="What is tried">
          {strips(Number(layer), told.tries).map((strip) => {
            const { note, ...plain } = nth(strip.stack, Number(layer));
            return (
              <li key={strip.name}>
                {layerLine(plain, bench.materials)}
                {note && <div className="soft">{note}</div>}
              </li>
            );
          })}
        </Pile>
      )}
    </FormDialog>
  );
}
