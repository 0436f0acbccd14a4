import { Button, TextField } from '@mui/material';
import { useRef, useState } from 'react';
import { labOfText } from '../../../core/formats/index.ts';
import { KINDS } from '../../../core/layers/layer.ts';
import { stageMean } from '../../../record/stages.ts';
import type { Board } from '../../../shared/board.ts';
import { newId } from '../../../shared/id.ts';
import { changeBoard } from '../../hooks/api.ts';
import { useKept } from '../../hooks/kept.ts';
import { FormDialog } from '../FormDialog.tsx';
import { momentOf } from '../moment.ts';
import { sentenceOf } from '../Trouble.tsx';

interface Line {
  at: string;
  lab: string;
}
const NOTHING: Line = { at: '', lab: '' };

/** What was done earlier, entered whole: for each layer when it went on and what was read, as far as it is known. */
export function PastDialog({ board, onClose }: { board: Board; onClose: () => void }) {
  const stack = board.recipe?.stack ?? [];
  const [lines, setLines, clear] = useKept<Record<number, Line>>(`past/${board.id}`, {});
  const [error, setError] = useState<string | null>(null);
  const ids = useRef<Record<number, { coatId: string; takingId: string }>>({});
  const put = (stage: number, part: Partial<Line>) =>
    setLines({ ...lines, [stage]: { ...NOTHING, ...lines[stage], ...part } });
  const enter = async () => {
    try {
      const entries = [0, ...stack.map((_, i) => i + 1)].flatMap((stage) => {
        const { at, lab } = { ...NOTHING, ...lines[stage] };
        if (!at && !lab) return [];
        ids.current[stage] ??= { coatId: newId(), takingId: newId() };
        return [{ ...ids.current[stage], stage, at: momentOf(at), lab: labOfText(lab) }];
      });
      if (entries.length === 0) throw new Error('Nothing was entered: a time or a reading on one line is enough.');
      await changeBoard('POST', `/boards/${board.id}/past`, { entries });
      clear();
      onClose();
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const row = (stage: number, label: string, known: string) => (
    <div key={stage} style={{ display: 'grid', gridTemplateColumns: '130px 200px 1fr', gap: 12, alignItems: 'center' }}>
      <span>
        {label}
        {known && <div className="soft">{known}</div>}
      </span>
      <TextField
        label="Put on at"
        type="datetime-local"
        disabled={stage === 0}
        value={lines[stage]?.at ?? ''}
        onChange={(e) => put(stage, { at: e.target.value })}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <TextField
        label="Read: L* a* b*"
        value={lines[stage]?.lab ?? ''}
        onChange={(e) => put(stage, { lab: e.target.value })}
      />
    </div>
  );
  return (
    <FormDialog
      title={`Board ${board.number}: what was done`}
      error={error}
      onClose={onClose}
      action={
        <Button variant="contained" color="primary" onClick={enter}>
          Enter it
        </Button>
      }
    >
      <p style={{ margin: 0 }}>Leave empty what is not known. All of it is kept, or nothing.</p>
      {row(0, 'Raw', stageMean(board, 0) ? 'read' : '')}
      {stack.map((layer, i) => {
        const on = board.coats.some((c) => c.stage === i + 1);
        const read = stageMean(board, i + 1) !== null;
        return row(i + 1, KINDS[layer.kind].label, [on && 'on', read && 'read'].filter(Boolean).join(', '));
      })}
    </FormDialog>
  );
}
