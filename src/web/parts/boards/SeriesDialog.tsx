import { Button, Dialog, DialogContent, MenuItem, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useRef, useState } from 'react';
import { KINDS, type Stack } from '../../../core/layers/layer.ts';
import { bracketBoards, gridBoards, ladderBoards, type SeriesBoard } from '../../../core/match/series.ts';
import { type BoardModel, nextBoardModel, problemOf } from '../../../record/bench.ts';
import { ANYTHING, openingsOf } from '../../../record/openings.ts';
import { offcutsLeft } from '../../../record/standing.ts';
import { newId } from '../../../shared/id.ts';
import { change, send } from '../../hooks/api.ts';
import type { Bench } from '../../hooks/bench.ts';
import { useKept } from '../../hooks/kept.ts';
import { sentenceOf, Trouble } from '../Trouble.tsx';
import { useSay } from '../Undo.tsx';

interface Props {
  bench: Bench;
  model: BoardModel;
  stack: Stack;
  onClose: () => void;
}
const KIND_NAMES = { ladder: 'Ladder', grid: 'Grid', bracket: 'Bracket' } as const;
type Kind = keyof typeof KIND_NAMES;
const LITRES = 0.1;

/** A ladder, a grid or a bracket: boards spaced evenly in ΔE00, each planned with its own recipe. */
export function SeriesDialog({ bench, model, stack, onClose }: Props) {
  const [kind, setKind] = useState<Kind>('bracket');
  const colours = stack.flatMap((layer, i) => {
    const { takes } = KINDS[layer.kind];
    return Object.values(bench.offered.colourants)
      .filter((c) => c.kind === takes)
      .map((c) => ({ key: `${i}/${c.id}`, layer: i, id: c.id, name: c.name }));
  });
  const used = colours.filter((c) => c.id in stack[c.layer].colours);
  const [first, setFirst] = useState((used[0] ?? colours[0])?.key ?? '');
  const [second, setSecond] = useState((used[1] ?? colours[1])?.key ?? '');
  const [typed, setTyped] = useKept('series', { steps: '3', apart: '2' });
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const say = useSay();
  const ids = useRef<{ board: string; recipe: string }[]>([]);
  const left = offcutsLeft(model.wood);

  const boards = (): SeriesBoard[] => {
    const problem = problemOf(
      bench,
      nextBoardModel(bench, model),
      stack,
      openingsOf(stack, bench.offered, ANYTHING, 0),
    );
    if (!problem) throw new Error('Read the target first.');
    const one = colours.find((c) => c.key === first);
    const two = colours.find((c) => c.key === second);
    if (kind === 'bracket') return bracketBoards(problem, stack, Number(typed.apart));
    if (!one) throw new Error('Choose the colour.');
    if (kind === 'ladder') return ladderBoards(problem, stack, one.layer, one.id, Number(typed.steps));
    if (!two || two.layer !== one.layer) throw new Error('A grid crosses two colours of the same layer.');
    return gridBoards(problem, stack, one.layer, [one.id, two.id], Number(typed.steps));
  };
  const plan = async () => {
    setBusy(true);
    setError(null);
    try {
      const series = boards();
      const knowledge = bench.knowledgeId;
      for (const [i, { stack: each }] of series.entries()) {
        // A second tap, or one after a lost answer, goes on with the same boards.
        ids.current[i] ??= { board: newId(), recipe: newId() };
        const { board, recipe } = ids.current[i];
        await send('POST', `/woods/${model.wood.id}/boards`, { id: board });
        const plan = { id: recipe, stack: each, litres: LITRES, origin: 'hand', knowledge };
        await (i < series.length - 1 ? send : change)('POST', `/boards/${board}/recipe`, plan);
      }
      say({ text: `${series.length} boards planned: ${series.map((b) => b.label).join(', ')}.` });
      onClose();
    } catch (trouble) {
      setError(sentenceOf(trouble));
    } finally {
      setBusy(false);
    }
  };
  const pick = (label: string, value: string, set: (v: string) => void) => (
    <TextField select label={label} value={value} onChange={(e) => set(e.target.value)}>
      {colours.map((c) => (
        <MenuItem key={c.key} value={c.key}>
          {c.name}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" slotProps={{ paper: { 'aria-label': 'Plan a series' } }}>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <h2 style={{ margin: 0 }}>A series of boards</h2>
        <ToggleButtonGroup exclusive value={kind} onChange={(_, v) => v && setKind(v)} aria-label="Kind of series">
          {(Object.keys(KIND_NAMES) as Kind[]).map((k) => (
            <ToggleButton key={k} value={k}>
              {KIND_NAMES[k]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <p style={{ margin: 0 }}>
          {kind === 'bracket' &&
            'The recipe as it is, one board lighter and one darker, for the customer to choose from.'}
          {kind === 'ladder' && 'One colour at several strengths, the rest as it is.'}
          {kind === 'grid' && 'Two colours of one layer crossed.'}
        </p>
        {kind !== 'bracket' && pick('Colour', first, setFirst)}
        {kind === 'grid' && pick('Crossed with', second, setSecond)}
        {kind === 'bracket' ? (
          <TextField
            label="Apart, ΔE00"
            value={typed.apart}
            onChange={(e) => setTyped({ ...typed, apart: e.target.value })}
          />
        ) : (
          <TextField
            label="Steps"
            value={typed.steps}
            onChange={(e) => setTyped({ ...typed, steps: e.target.value })}
          />
        )}
        {left !== null && (
          <div className="note">
            {left} {left === 1 ? 'offcut' : 'offcuts'} of {model.species.name.toLowerCase()} left for trials.
          </div>
        )}
        <Trouble error={error} />
        <div style={{ display: 'flex', gap: 12, justifyContent: 'flex-end' }}>
          <Button onClick={onClose}>Later</Button>
          <Button variant="contained" color="primary" onClick={plan} disabled={busy}>
            Plan these boards
          </Button>
        </div>
      </DialogContent>
    </Dialog>
  );
}
