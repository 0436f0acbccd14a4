import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import type { House } from '../../../shared/house.ts';
import { useHouse, useSamplePieces } from '../../hooks/api.ts';
import { Row } from '../layout.tsx';

const KEPT = 'urushi/instrument';
/** The instrument that this page reads with: the one that was chosen last, else the first of the house. */
export function instrumentHere(house: House | undefined): string | null {
  const instruments = onTheShelf(house?.instruments ?? []);
  return (instruments.find((i) => i.id === localStorage.getItem(KEPT)) ?? instruments[0])?.id ?? null;
}

/** The simulated instrument: what lies under it, how often it reads, and where that goes. */
export function SimulatedInstrument({
  pieces,
  piece,
  onPiece,
  armed,
  onMeasure,
  onFolder,
}: {
  /** It reads a target: what lies under it is chosen. */
  pieces: boolean | undefined;
  piece: string;
  onPiece: (piece: string) => void;
  armed: boolean;
  onMeasure: (count: number) => void;
  /** As the software of a real one does: into the watched folder. */
  onFolder: (count: number) => void;
}) {
  const { data: house } = useHouse();
  const drawer = useSamplePieces();
  const [instrument, setInstrument] = useState(() => instrumentHere(house));
  const instruments = onTheShelf(house?.instruments ?? []);
  return (
    <Row gap="near" wrap>
      {pieces && (
        <TextField
          select
          label="Under the simulated instrument"
          value={drawer.data?.some((p) => p.id === piece) ? piece : ''}
          onChange={(e) => onPiece(e.target.value)}
          sx={{ minWidth: 290 }}
        >
          {(drawer.data ?? []).map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.name}
            </MenuItem>
          ))}
        </TextField>
      )}
      <Button onClick={() => onMeasure(1)} disabled={!armed}>
        Read once (Space)
      </Button>
      <Button onClick={() => onMeasure(5)} disabled={!armed}>
        Read 5×
      </Button>
      {house?.watch.folder && (
        <Button onClick={() => onFolder(3)} disabled={!armed}>
          Into the folder
        </Button>
      )}
      {instruments.length > 1 && (
        <TextField
          select
          label="With"
          value={instrument ?? instrumentHere(house) ?? ''}
          onChange={(e) => {
            localStorage.setItem(KEPT, e.target.value);
            setInstrument(e.target.value);
          }}
          sx={{ minWidth: 200 }}
        >
          {instruments.map((i) => (
            <MenuItem key={i.id} value={i.id}>
              {i.name}
            </MenuItem>
          ))}
        </TextField>
      )}
    </Row>
  );
}
