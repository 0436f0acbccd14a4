import { MenuItem, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useRef, useState } from 'react';
import { KINDS } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import { boardName } from '../../../record/board/plank.ts';
import { layersOn, stackAsMade } from '../../../record/board/stages.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { planRecipe, splitBoard } from '../../../shared/contract/boards.ts';
import { newId } from '../../../shared/id.ts';
import { fetchMoved, send } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { sentenceOf } from '../ErrorMessage.tsx';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { useToast } from '../Toast.tsx';

const WAYS = {
  halves: { label: 'Two halves', names: ['left half', 'right half'] },
  faces: { label: 'Both faces', names: ['face', 'back'] },
  strips: { label: 'Strips', names: [] },
} as const;
type Way = keyof typeof WAYS;
const MOST_STRIPS = 8;
const LITRES = 0.1;

const namesOf = (way: Way, strips: number): readonly string[] =>
  way === 'strips' ? Array.from({ length: strips }, (_, i) => `strip ${i + 1}`) : WAYS[way].names;

/**
 * Divides a board: what is on it is shared, from here on each part is a board of its own. Of halves and faces the second
 * can be planned at once without one of the layers still to come.
 */
export function SplitDialog({ bench, model, onClose }: { bench: OpenBench; model: BoardModel; onClose: () => void }) {
  const { board } = model;
  const done = layersOn(board);
  const stack = stackAsMade(board);
  const [way, setWay] = useState<Way>('halves');
  const [strips, setStrips] = useState(4);
  const [without, setWithout] = useState('');
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const ids = useRef(Array.from({ length: MOST_STRIPS }, () => ({ board: newId(), recipe: newId() })));
  const say = useToast();
  const names = namesOf(way, strips);
  const left = stack.slice(done);

  const split = async () => {
    setBusy(true);
    setError(null);
    const [own = '', ...others] = names;
    try {
      const parts = others.map((name, i) => ({ id: nth(ids.current, i).board, name }));
      // What is left is planned on every part, on the second of two without the layer that was chosen.
      const kept = stack.filter((_, at) => without === '' || at !== Number(without));
      const plans = left.length === 0 ? [] : ids.current.slice(0, parts.length);
      await send(splitBoard, { board: board.id }, { own, strips: parts });
      for (const { board: part, recipe } of plans) {
        const plan = { id: recipe, stack: kept, litres: LITRES, origin: 'hand' as const, knowledge: bench.knowledgeId };
        await send(planRecipe, { board: part }, plan);
      }
      await fetchMoved(splitBoard);
      say({ text: `${boardName(board)} is divided: ${names.join(', ')}.` });
      onClose();
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
    setBusy(false);
  };
  return (
    <FormDialog
      title={`Divide board ${board.number}`}
      error={error}
      onClose={onClose}
      onSubmit={() => void split()}
      action={<SaveButton busy={busy}>Divide it</SaveButton>}
    >
      <ToggleButtonGroup exclusive value={way} onChange={(_, v) => v && setWay(v)} aria-label="How it is divided">
        {(Object.keys(WAYS) as Way[]).map((w) => (
          <ToggleButton key={w} value={w}>
            {WAYS[w].label}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <p>
        {done === 0
          ? 'The raw reading is shared; each part gets layers of its own.'
          : `The ${done === 1 ? 'layer' : `${done} layers`} on it and their readings are shared; from here on each part goes its own way.`}
      </p>
      {way === 'strips' && (
        <TextField select label="How many strips" value={strips} onChange={(e) => setStrips(Number(e.target.value))}>
          {Array.from({ length: MOST_STRIPS - 1 }, (_, i) => i + 2).map((n) => (
            <MenuItem key={n} value={n}>
              {n}
            </MenuItem>
          ))}
        </TextField>
      )}
      {way !== 'strips' && left.length > 0 && (
        <TextField
          select
          label={`The ${names[1]} is planned`}
          value={without}
          onChange={(e) => setWithout(e.target.value)}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          <MenuItem value="">as the {names[0]}</MenuItem>
          {left.map((layer, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place
            <MenuItem key={i} value={String(done + i)}>
              without the {KINDS[layer.kind].label.toLowerCase()}
            </MenuItem>
          ))}
        </TextField>
      )}
    </FormDialog>
  );
}
