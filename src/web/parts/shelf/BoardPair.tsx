import { Button, MenuItem, TextField } from '@mui/material';
import { type ReactNode, useState } from 'react';
import { onGrid } from '../../../core/formats/index.ts';
import { BeforeAndAfter } from '../../../shared/reading.ts';
import type { SpeciesRecord } from '../../../shared/shelf.ts';
import { send } from '../../hooks/api.ts';
import { FileButton } from '../FileButton.tsx';
import { sentenceOf, Trouble } from '../Trouble.tsx';

interface Props {
  woods: readonly SpeciesRecord[];
  wood: string;
  onWood: (speciesId: string) => void;
  /** What else is asked of the board: its strength, its coats. */
  children: ReactNode;
  /** Throws with a sentence when what was typed will not do. */
  check: () => void;
  /** Where the simulated workshop makes such a board, and what to ask it. */
  bench: { path: string; asked: () => object };
  keep: (pair: { before: number[]; after: number[] }) => Promise<unknown>;
}

/** One board read before and after, made on the simulated workshop or from a file: a rung of a ladder, a coat of a clear. */
export function BoardPair({ woods, wood, onWood, children, check, bench, keep }: Props) {
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const attempt = async (pair: () => Promise<{ before: number[]; after: number[] }>) => {
    setBusy(true);
    try {
      check();
      await keep(await pair());
      setError(null);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    } finally {
      setBusy(false);
    }
  };
  return (
    <div style={{ display: 'grid', gap: 10 }}>
      <div style={{ display: 'flex', gap: 12, flexWrap: 'wrap' }}>
        {children}
        <TextField select label="On" value={wood} onChange={(e) => onWood(e.target.value)} sx={{ width: 130 }}>
          {woods.map((s) => (
            <MenuItem key={s.id} value={s.id}>
              {s.name}
            </MenuItem>
          ))}
        </TextField>
        <Button
          disabled={busy}
          onClick={() => attempt(async () => BeforeAndAfter.parse(await send('POST', bench.path, bench.asked())))}
        >
          Make it in the simulated workshop
        </Button>
        <FileButton
          label="File: before, after"
          disabled={busy}
          onTrouble={setError}
          onReadings={({ readings }) =>
            void attempt(async () => {
              if (readings.length !== 2)
                throw new Error(
                  `The file has ${readings.length} readings; this takes two: the board before and after.`,
                );
              const [before, after] = readings.map((r) => Array.from(onGrid(r)));
              return { before, after };
            })
          }
        />
      </div>
      <Trouble error={error} />
    </div>
  );
}
