import { MenuItem } from '@mui/material';
import { useMemo, useRef } from 'react';
import { z } from 'zod';
import { FieldError } from '../../../core/field-error.ts';
import { nth } from '../../../core/known.ts';
import { type Layer, mainColour, type Stack } from '../../../core/layers/layer.ts';
import { cupSaid } from '../../../core/mix/index.ts';
import { layerLine } from '../../../core/said/sentence.ts';
import { MOST_TRIES, type Try, triesSaid } from '../../../core/said/tries.ts';
import { layersOn } from '../../../record/board/stages.ts';
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
/** The cup that strips are put on from, litres. */
const CUP = 0.05;

const TriesShape = z.object({ layer: z.number('Which layer?'), steps: z.string().trim().min(1, 'Which steps?') });

/** Layers still to come that have a colour to be tried. */
const tryable = (stack: Stack, done: number): { layer: Layer; at: number }[] =>
  stack.flatMap((layer, at) => (at >= done && mainColour(layer) !== undefined && !layer.off ? [{ layer, at }] : []));
export const canTry = (stack: Stack, done: number): boolean => tryable(stack, done).length > 0;

/** The name of a strip: as its step was said, told apart where two were said alike. */
const stripNames = (tries: readonly Try[]): string[] =>
  tries.map(({ said }, i) => {
    const again = tries.slice(0, i).filter((t) => t.said === said).length;
    return `${i + 1}: ${said}${again > 0 ? `, ${again + 1}` : ''}`.slice(0, 40);
  });

/**
 * Strengths or mixes of one layer, tried side by side on one board until one is right: each strip is planned, and says what
 * is poured to the cup of the one before.
 */
export function TriesDialog({ bench, model, stack, onClose }: Props) {
  const shelf = useMemo(() => saidShelf(bench.shelf), [bench.shelf]);
  const house = useHouse().data;
  const say = useToast();
  const coloured = tryable(stack, layersOn(model.board));
  const ids = useRef(Array.from({ length: MOST_TRIES }, () => ({ board: newId(), recipe: newId() })));

  const understood = (at: number, steps: string) => triesSaid(steps, nth(stack, at), shelf);
  /** Each strip's own layers; from the second on it says what is poured to the cup before. */
  const planned = (at: number, tries: readonly Try[]): { name: string; stack: Stack }[] => {
    const names = stripNames(tries);
    const of = {
      materials: bench.materials,
      facts: factsOfShelf(bench.shelf),
      tools: house?.bench,
      system: house?.units,
    };
    return tries.map(({ layer }, i) => {
      const before = tries[i - 1]?.layer;
      const cup = before ? cupSaid(before, layer, CUP, of) : null;
      const note = [layer.note, cup ?? (before ? 'a fresh cup' : '')].filter(Boolean).join('; ');
      const tried = note ? { ...layer, note } : layer;
      return { name: nth(names, i), stack: stack.map((l, n) => (n === at ? tried : l)) };
    });
  };
  const { form, submit, busy, error } = useTypedForm({
    keep: `tries/${model.wood.id}`,
    blank: { layer: String(nth(coloured, 0).at), steps: '' },
    read: ({ layer, steps }) => ({ layer: Number(layer), steps }),
    shape: TriesShape,
    save: async ({ layer, steps }) => {
      const told = understood(layer, steps);
      if ('question' in told) throw new FieldError('steps', told.question);
      const strips = planned(layer, told.tries);
      // What is on the board already is shared by its strips.
      const board = model.board.id;
      const parts = strips.slice(1).map(({ name }, i) => ({ id: nth(ids.current, i + 1).board, name }));
      await send(splitBoard, { board }, { own: nth(strips, 0).name, strips: parts });
      for (const [i, strip] of strips.entries()) {
        const to = i === 0 ? board : nth(ids.current, i).board;
        const plan = { id: nth(ids.current, i).recipe, stack: strip.stack, litres: CUP, origin: 'hand' as const };
        await send(planRecipe, { board: to }, { ...plan, knowledge: bench.knowledgeId });
      }
      await fetchMoved(splitBoard);
      say({ text: `${strips.length} strips on one board: the one that is right is taken on.` });
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
          {planned(Number(layer), told.tries).map((strip) => {
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
