import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import type { StoredReading } from '../../../shared/reading.ts';
import { change } from '../../hooks/api.ts';
import { FormDialog } from '../FormDialog.tsx';
import { localInput, momentOf } from '../moment.ts';
import { sentenceOf } from '../Trouble.tsx';

interface Props {
  reading: StoredReading;
  /** Names of the board's stages, raw first. */
  stages: readonly string[];
  onClose: () => void;
}

/** A reading filed under the wrong stage, or at the wrong time, put right; what it taught is learned again. */
export function ReadingCorrection({ reading, stages, onClose }: Props) {
  const [stage, setStage] = useState(reading.stage ?? 0);
  const [at, setAt] = useState(localInput(reading.takenAt));
  const [error, setError] = useState<string | null>(null);
  const save = async () => {
    try {
      const takenAt = momentOf(at);
      if (!takenAt) throw new Error('When was it read? Give the date and the time.');
      const moved = at === localInput(reading.takenAt) ? {} : { takenAt };
      await change('PATCH', `/readings/${reading.id}`, { ...moved, ...(stage === reading.stage ? {} : { stage }) });
      onClose();
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <FormDialog
      title={`Put ${reading.name} right`}
      error={error}
      onClose={onClose}
      action={
        <Button variant="contained" color="primary" onClick={save}>
          Save
        </Button>
      }
    >
      <TextField select label="It was read" value={stage} onChange={(e) => setStage(Number(e.target.value))}>
        {stages.map((name, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a stage is known by its place
          <MenuItem key={i} value={i}>
            {i === 0 ? 'raw' : `after ${name.toLowerCase()}`}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label="At"
        type="datetime-local"
        value={at}
        onChange={(e) => setAt(e.target.value)}
        slotProps={{ inputLabel: { shrink: true } }}
      />
    </FormDialog>
  );
}
