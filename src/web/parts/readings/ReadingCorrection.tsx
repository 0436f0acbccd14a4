import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import type { StoredReading } from '../../../shared/reading.ts';
import { change } from '../../hooks/api.ts';
import { useEditForm } from '../../hooks/edit-form.ts';
import { FormDialog } from '../FormDialog.tsx';
import { localInput, momentOf, momentText } from '../moment.ts';

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
  const { submit, error, meanwhile, busy } = useEditForm<{ stage: number; takenAt: string }>(
    reading.version,
    async (version) => {
      const takenAt = momentOf(at);
      if (!takenAt) throw new Error('When was it read? Give the date and the time.');
      const moved = at === localInput(reading.takenAt) ? {} : { takenAt };
      const refiled = stage === reading.stage ? {} : { stage };
      await change('PATCH', `/readings/${reading.id}`, { version, ...moved, ...refiled });
    },
  );
  const stageName = (i: number) => (i === 0 ? 'raw' : `after ${stages[i]?.toLowerCase()}`);
  return (
    <FormDialog
      title={`Put ${reading.name} right`}
      error={error}
      onClose={onClose}
      action={
        <Button variant="contained" color="primary" disabled={busy} onClick={async () => (await submit()) && onClose()}>
          {meanwhile ? 'Save mine over it' : 'Save'}
        </Button>
      }
    >
      <TextField select label="It was read" value={stage} onChange={(e) => setStage(Number(e.target.value))}>
        {stages.map((_, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a stage is known by its place
          <MenuItem key={i} value={i}>
            {stageName(i)}
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
      {meanwhile && (
        <div className="note">
          Now: {stageName(meanwhile.stage)}, {momentText(meanwhile.takenAt)}. Yours is above.
        </div>
      )}
    </FormDialog>
  );
}
