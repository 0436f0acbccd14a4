import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import type { z } from 'zod';
import { meanSpectrum } from '../../../core/colour/grid.ts';
import { type MeasurementFile, onGrid } from '../../../core/formats/index.ts';
import { CARRIERS } from '../../../core/layers/layer.ts';
import { COLOURANT_KINDS, MEDIUM_KINDS } from '../../../core/layers/materials.ts';
import { AMBERS, type Amber, tintOf, usualSurface } from '../../../core/learn/surfaces.ts';
import { FIGURES } from '../../../core/optics/wood.ts';
import { NewColourant, NewMedium, SpeciesSchema } from '../../../shared/shelf.ts';
import { change } from '../../hooks/api.ts';
import { useKept } from '../../hooks/kept.ts';
import { FileButton } from '../FileButton.tsx';
import { FormDialog } from '../FormDialog.tsx';
import { sentenceOf } from '../Trouble.tsx';

const BLANK_COLOUR = {
  id: '',
  name: '',
  kind: 'dye',
  carrier: 'water',
  maxStrength: '20',
  costPerGram: '0.5',
  lot: '',
  caution: 'Gloves and eye protection. See its safety data sheet.',
};
const BLANK_MEDIUM = {
  id: '',
  name: '',
  kind: 'clear',
  carrier: 'water',
  amber: 'water-clear',
  caution: 'Ventilate. See its safety data sheet.',
};
const BLANK_WOOD = { id: '', name: '', figure: 'straight', tannin: '0', grainShare: '25' };

interface Props {
  onClose: () => void;
  onAdded: (id: string) => void;
}

/** A form for the shelf: typed words are kept, and every field is one line of the form. */
function useForm<T extends Record<string, string>>(key: string, blank: T) {
  const [typed, setTyped, clear] = useKept(key, blank);
  const [error, setError] = useState<string | null>(null);
  const put = (field: keyof T) => (value: string) => setTyped({ ...typed, [field]: value });
  const text = (field: keyof T, label: string) => (
    <TextField label={label} value={typed[field]} onChange={(e) => put(field)(e.target.value)} />
  );
  const select = (field: keyof T, label: string, options: readonly string[]) => (
    <TextField select label={label} value={typed[field]} onChange={(e) => put(field)(e.target.value)}>
      {options.map((o) => (
        <MenuItem key={o} value={o}>
          {o}
        </MenuItem>
      ))}
    </TextField>
  );
  /** Sends what the shape accepts, forgets what was typed, and says what came of it. */
  const add = async <S extends z.ZodType<{ id: string }>>(
    path: string,
    shape: S,
    input: unknown,
    onAdded: (id: string) => void,
  ) => {
    const parsed = shape.safeParse(input);
    if (!parsed.success) return setError(parsed.error.issues[0].message);
    try {
      await change('POST', path, parsed.data);
      clear();
      onAdded(parsed.data.id);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return { typed, text, select, add, error, setError };
}

const CODE = 'Code: small letters, digits, hyphens';

const PutOn = ({ onClick }: { onClick: () => void }) => (
  <Button variant="contained" color="primary" onClick={onClick}>
    Put on the shelf
  </Button>
);

/** A new colour; its ladder comes afterwards. */
export function AddColourant({ onClose, onAdded }: Props) {
  const { typed, text, select, add, error } = useForm('new-colour', BLANK_COLOUR);
  const put = () => {
    // A pigment's strength is typed as per cent of the glaze.
    const share = typed.kind === 'pigment' ? 0.01 : 1;
    const colourant = {
      ...typed,
      maxStrength: Number(typed.maxStrength) * share,
      costPerGram: Number(typed.costPerGram),
    };
    void add('/colourants', NewColourant, colourant, onAdded);
  };
  return (
    <FormDialog title="New colour" error={error} onClose={onClose} action={<PutOn onClick={put} />}>
      {text('name', 'Name')}
      {text('id', CODE)}
      {select('kind', 'Kind', COLOURANT_KINDS)}
      {select('carrier', 'Carrier', CARRIERS)}
      {text('maxStrength', typed.kind === 'pigment' ? 'Strongest, % of glaze' : 'Strongest, g/L')}
      {text('costPerGram', 'Cost per gram')}
      {text('lot', 'Lot')}
      {text('caution', 'Caution')}
    </FormDialog>
  );
}

/** A new sealer, oil or clear, with the usual values of its kind; boards tell its own afterwards. */
export function AddMedium({ onClose, onAdded }: Props) {
  const { typed, text, select, add, error } = useForm('new-medium', BLANK_MEDIUM);
  const put = () => {
    const { amber, ...named } = typed;
    const medium = { ...named, ...usualSurface(typed.kind as NewMedium['kind']), tint: tintOf(amber as Amber) };
    void add('/mediums', NewMedium, medium, onAdded);
  };
  return (
    <FormDialog title="New sealer, oil or clear" error={error} onClose={onClose} action={<PutOn onClick={put} />}>
      {text('name', 'Name')}
      {text('id', CODE)}
      {select('kind', 'Kind', MEDIUM_KINDS)}
      {select('carrier', 'Carrier', CARRIERS)}
      {select('amber', 'Looks', Object.keys(AMBERS))}
      {text('caution', 'Caution')}
    </FormDialog>
  );
}

/** A new wood, from a file with readings of its light part, then its dark part. */
export function AddWood({ onClose, onAdded }: Props) {
  const { typed, text, select, add, error, setError } = useForm('new-wood', BLANK_WOOD);
  const put = ({ readings }: MeasurementFile) => {
    const share = readings.length > 1 ? Number(typed.grainShare) / 100 : 0;
    const [light, ...dark] = readings.map((r) => Array.from(onGrid(r)));
    const ground = { name: 'ground', fraction: 1 - share, reflectance: light, dye: 1, hold: 1 };
    const grain = { name: 'grain', fraction: share, dye: 1.25, hold: 1.1 };
    const tissues = dark.length > 0 ? [ground, { ...grain, reflectance: Array.from(meanSpectrum(dark)) }] : [ground];
    void add('/species', SpeciesSchema, { ...typed, tannin: Number(typed.tannin), tissues }, onAdded);
  };
  return (
    <FormDialog
      title="New wood"
      error={error}
      onClose={onClose}
      action={<FileButton label="Choose the file and add" onTrouble={setError} onReadings={put} />}
    >
      {text('name', 'Name')}
      {text('id', CODE)}
      {select('figure', 'Figure', FIGURES)}
      {select('tannin', 'Tannin class (maple 0, red oak 2, white oak 3)', ['0', '1', '2', '3'])}
      {text('grainShare', 'Dark grain, % of the face')}
      <p style={{ margin: 0 }}>
        Read the raw wood: first its light ground, then its dark grain, as two readings of one file. One reading makes a
        wood of one tissue.
      </p>
    </FormDialog>
  );
}
