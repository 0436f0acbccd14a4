import { MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import type { MeasurementFile } from '../../../core/formats/index.ts';
import { reflectanceOfL } from '../../../core/picture/card.ts';
import { FileButton } from '../FileButton.tsx';
import { Row } from '../layout.tsx';
import { CARDS, type Card } from './card.ts';

const OWN = 'My own card';
const asText = (greys: readonly number[]) => greys.map((g) => Number((100 * g).toFixed(1))).join(' ');
const fromText = (text: string): number[] | null => {
  const greys = text
    .trim()
    .split(/[\s;]+/)
    .map((t) => Number(t.replace(',', '.')) / 100);
  return greys.length > 0 && greys.length <= 24 && greys.every((g) => g > 0.005 && g < 1) ? greys : null;
};

/** Greys out of a file of an instrument that read the card, patch by patch. */
const greysIn = ({ readings }: MeasurementFile): number[] =>
  readings.flatMap((r) => (r.kind === 'lab' ? [reflectanceOfL(r.lab[0])] : [mean(r.values)]));
const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;

export function CardChoice({ card, onCard }: { card: Card; onCard: (card: Card) => void }) {
  const [text, setText] = useState(asText(card.greys));
  const own = !CARDS.some((c) => c.name === card.name);
  const read = fromText(text);
  const take = (greys: readonly number[]) => {
    setText(asText(greys));
    onCard({ ...card, name: OWN, greys });
  };
  return (
    <Row gap="near" wrap>
      <TextField
        select
        label="Card"
        value={own ? OWN : card.name}
        onChange={(e) => onCard(CARDS.find((c) => c.name === e.target.value) ?? { ...card, name: OWN })}
        sx={{ minWidth: 200 }}
      >
        {CARDS.map(({ name }) => (
          <MenuItem key={name} value={name}>
            {name}
          </MenuItem>
        ))}
        <MenuItem value={OWN}>{OWN}</MenuItem>
      </TextField>
      <TextField
        label="How wide it is, mm"
        value={card.wide ?? ''}
        placeholder="not said"
        onChange={(e) => {
          const wide = Number(e.target.value);
          onCard({ ...card, wide: wide > 0 && wide < 2000 ? wide : null });
        }}
        slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        sx={{ width: 150 }}
      />
      {own && (
        <>
          <TextField
            label="Its greys, % of the light, left to right"
            value={text}
            error={!read}
            helperText={read ? undefined : 'Between 0.5 and 99 each, with spaces: 90 42 18 6'}
            onChange={(e) => {
              setText(e.target.value);
              const greys = fromText(e.target.value);
              if (greys) onCard({ ...card, name: OWN, greys });
            }}
            sx={{ minWidth: 280 }}
          />
          <FileButton label="It was read" onReadings={(file) => take(greysIn(file))} />
        </>
      )}
    </Row>
  );
}
