import { MenuItem } from '@mui/material';
import { FieldError } from '../../../core/field-error.ts';
import { changeReading } from '../../../shared/contract/boards.ts';
import { ReadingChange, type StoredReading } from '../../../shared/reading.ts';
import { change } from '../../hooks/api.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { localInput, momentOf, momentText } from '../moment.ts';
import { TypedField } from '../TypedField.tsx';

interface Props {
  reading: StoredReading;
  /** Names of the board's stages, raw first. */
  stages: readonly string[];
  onClose: () => void;
}

interface Typed {
  stage: string;
  takenAt: string;
}
/** Where a reading is filed now. */
interface Filed {
  stage: number;
  takenAt: string;
}

/** A reading filed under the wrong stage, or at the wrong time, put right; what it taught is learned again. */
export function ReadingCorrection({ reading, stages, onClose }: Props) {
  const { form, submit, error, meanwhile, busy } = useTypedForm<Typed, Omit<ReadingChange, 'version'>, Filed>({
    keep: `reading/${reading.id}/${reading.version}`,
    blank: { stage: String(reading.stage ?? 0), takenAt: localInput(reading.takenAt) },
    read: ({ stage, takenAt: at }) => {
      const takenAt = momentOf(at);
      if (!takenAt) throw new FieldError('takenAt', 'When was it read? Give the date and the time.');
      return {
        ...(at === localInput(reading.takenAt) ? {} : { takenAt }),
        ...(Number(stage) === reading.stage ? {} : { stage: Number(stage) }),
      };
    },
    shape: ReadingChange.omit({ version: true }),
    save: (now, version) => change(changeReading, { reading: reading.id }, { version, ...now }),
    version: reading.version,
    onSaved: onClose,
  });
  const stageName = (i: number) => (i === 0 ? 'raw' : `after ${stages[i]?.toLowerCase()}`);
  return (
    <FormDialog
      title={`Put ${reading.name} right`}
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy} over={meanwhile !== null} />}
    >
      <TypedField control={form.control} name="stage" select label="It was read">
        {stages.map((_, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a stage is known by its place
          <MenuItem key={i} value={String(i)}>
            {stageName(i)}
          </MenuItem>
        ))}
      </TypedField>
      <TypedField
        control={form.control}
        name="takenAt"
        label="At"
        type="datetime-local"
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
