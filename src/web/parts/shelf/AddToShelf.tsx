import { Button, Dialog, DialogContent, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { meanSpectrum } from '../../../core/colour/grid.ts';
import { onGrid } from '../../../core/formats/index.ts';
import { CARRIERS } from '../../../core/layers/layer.ts';
import { COLOURANT_KINDS } from '../../../core/layers/materials.ts';
import { AMBERS, type Amber, tintOf, usualSurface } from '../../../core/match/surfaces.ts';
import { FIGURES } from '../../../core/optics/wood.ts';
import { NewColourant, NewMedium, SpeciesSchema } from '../../../shared/shelf.ts';
import { change } from '../../hooks/api.ts';
import { useKept } from '../../hooks/kept.ts';
import { FileButton } from '../FileButton.tsx';
import { sentenceOf, Trouble } from '../Trouble.tsx';

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

const select = (label: string, value: string, options: readonly string[], set: (v: string) => void) => (
  <TextField select label={label} value={value} onChange={(e) => set(e.target.value)}>
    {options.map((o) => (
      <MenuItem key={o} value={o}>
        {o}
      </MenuItem>
    ))}
  </TextField>
);

/** A new colour; its ladder comes afterwards. */
export function AddColourant({ onClose, onAdded }: Props) {
  const [typed, setTyped, clear] = useKept('new-colour', BLANK_COLOUR);
  const [error, setError] = useState<string | null>(null);
  const put = (key: keyof typeof BLANK_COLOUR) => (value: string) => setTyped({ ...typed, [key]: value });
  const text = (key: keyof typeof BLANK_COLOUR, label: string) => (
    <TextField label={label} value={typed[key]} onChange={(e) => put(key)(e.target.value)} />
  );
  const add = async () => {
    // A pigment's strength is typed as per cent of the glaze.
    const share = typed.kind === 'pigment' ? 0.01 : 1;
    const colourant = NewColourant.safeParse({
      ...typed,
      maxStrength: Number(typed.maxStrength) * share,
      costPerGram: Number(typed.costPerGram),
    });
    if (!colourant.success) return setError(colourant.error.issues[0].message);
    try {
      await change('POST', '/colourants', colourant.data);
      clear();
      onAdded(colourant.data.id);
    } catch (problem) {
      setError(sentenceOf(problem));
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" slotProps={{ paper: { 'aria-label': 'New colour' } }}>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <h2 style={{ margin: 0 }}>New colour</h2>
        {text('name', 'Name')}
        {text('id', 'Code: small letters, digits, hyphens')}
        {select('Kind', typed.kind, COLOURANT_KINDS, put('kind'))}
        {select('Carrier', typed.carrier, CARRIERS, put('carrier'))}
        {text('maxStrength', typed.kind === 'pigment' ? 'Strongest, % of glaze' : 'Strongest, g/L')}
        {text('costPerGram', 'Cost per gram')}
        {text('lot', 'Lot')}
        {text('caution', 'Caution')}
        <Trouble error={error} />
        <div style={{ display: 'flex', gap: 12, justifyContent: 'flex-end' }}>
          <Button onClick={onClose}>Later</Button>
          <Button variant="contained" color="primary" onClick={add}>
            Put on the shelf
          </Button>
        </div>
      </DialogContent>
    </Dialog>
  );
}

/** A new sealer, oil or clear, with the usual values of its kind; boards tell its own afterwards. */
export function AddMedium({ onClose, onAdded }: Props) {
  const [typed, setTyped, clear] = useKept('new-medium', BLANK_MEDIUM);
  const [error, setError] = useState<string | null>(null);
  const put = (key: keyof typeof BLANK_MEDIUM) => (value: string) => setTyped({ ...typed, [key]: value });
  const add = async () => {
    const { amber, ...named } = typed;
    const kind = typed.kind as NewMedium['kind'];
    const medium = NewMedium.safeParse({ ...named, ...usualSurface(kind), tint: tintOf(amber as Amber) });
    if (!medium.success) return setError(medium.error.issues[0].message);
    try {
      await change('POST', '/mediums', medium.data);
      clear();
      onAdded(medium.data.id);
    } catch (problem) {
      setError(sentenceOf(problem));
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" slotProps={{ paper: { 'aria-label': 'New clear' } }}>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <h2 style={{ margin: 0 }}>New sealer, oil or clear</h2>
        <TextField label="Name" value={typed.name} onChange={(e) => put('name')(e.target.value)} />
        <TextField
          label="Code: small letters, digits, hyphens"
          value={typed.id}
          onChange={(e) => put('id')(e.target.value)}
        />
        {select('Kind', typed.kind, ['sealer', 'oil', 'clear'], put('kind'))}
        {select('Carrier', typed.carrier, CARRIERS, put('carrier'))}
        {select('Looks', typed.amber, Object.keys(AMBERS), put('amber'))}
        <TextField label="Caution" value={typed.caution} onChange={(e) => put('caution')(e.target.value)} />
        <Trouble error={error} />
        <div style={{ display: 'flex', gap: 12, justifyContent: 'flex-end' }}>
          <Button onClick={onClose}>Later</Button>
          <Button variant="contained" color="primary" onClick={add}>
            Put on the shelf
          </Button>
        </div>
      </DialogContent>
    </Dialog>
  );
}

/** A new wood, from a file with readings of its light part, then its dark part. */
export function AddWood({ onClose, onAdded }: Props) {
  const [typed, setTyped, clear] = useKept('new-wood', BLANK_WOOD);
  const [error, setError] = useState<string | null>(null);
  const put = (key: keyof typeof BLANK_WOOD) => (value: string) => setTyped({ ...typed, [key]: value });
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" slotProps={{ paper: { 'aria-label': 'New wood' } }}>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <h2 style={{ margin: 0 }}>New wood</h2>
        <TextField label="Name" value={typed.name} onChange={(e) => put('name')(e.target.value)} />
        <TextField
          label="Code: small letters, digits, hyphens"
          value={typed.id}
          onChange={(e) => put('id')(e.target.value)}
        />
        {select('Figure', typed.figure, FIGURES, put('figure'))}
        {select('Tannin class (maple 0, red oak 2, white oak 3)', typed.tannin, ['0', '1', '2', '3'], put('tannin'))}
        <TextField
          label="Dark grain, % of the face"
          value={typed.grainShare}
          onChange={(e) => put('grainShare')(e.target.value)}
        />
        <p style={{ margin: 0 }}>
          Read the raw wood: first its light ground, then its dark grain, as two readings of one file. One reading makes
          a wood of one tissue.
        </p>
        <Trouble error={error} />
        <div style={{ display: 'flex', gap: 12, justifyContent: 'flex-end' }}>
          <Button onClick={onClose}>Later</Button>
          <FileButton
            label="Choose the file and add"
            onTrouble={setError}
            onReadings={async ({ readings }) => {
              const share = readings.length > 1 ? Number(typed.grainShare) / 100 : 0;
              const tissue = (
                name: string,
                fraction: number,
                reflectance: Float64Array,
                dye: number,
                hold: number,
              ) => ({
                name,
                fraction,
                reflectance: Array.from(reflectance),
                dye,
                hold,
              });
              const [light, ...dark] = readings.map(onGrid);
              const wood = SpeciesSchema.safeParse({
                ...typed,
                tannin: Number(typed.tannin),
                tissues: [
                  tissue('ground', 1 - share, light, 1, 1),
                  ...(dark.length > 0 ? [tissue('grain', share, meanSpectrum(dark), 1.25, 1.1)] : []),
                ],
              });
              if (!wood.success) return setError(wood.error.issues[0].message);
              try {
                await change('POST', '/species', wood.data);
                clear();
                onAdded(wood.data.id);
              } catch (problem) {
                setError(sentenceOf(problem));
              }
            }}
          />
        </div>
      </DialogContent>
    </Dialog>
  );
}
