import { Button, TextField } from '@mui/material';
import { type FormEvent, useState } from 'react';
import { screenColour } from '../../../core/colour/display.ts';
import { meanSpectrum } from '../../../core/colour/grid.ts';
import { labOfText, onGrid } from '../../../core/formats/index.ts';
import { withoutGloss } from '../../../core/optics/surface.ts';
import type { NotebookFound } from '../../../shared/notebook.ts';
import { sentenceOf } from '../ErrorMessage.tsx';
import { FileButton } from '../FileButton.tsx';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { Area, Row, Text } from '../layout.tsx';
import { PictureDialog } from '../pictures/PictureDialog.tsx';
import { ColourUnderInstrument } from './ColourUnderInstrument.tsx';
import { spectrumOf } from './NotedPicture.tsx';

const rounded = (values: ArrayLike<number>, places: number) => Array.from(values, (v) => Number(v.toFixed(places)));
/** How colours stand in an address. */
const nearLab = (lab: ArrayLike<number>) => `lab/${rounded(lab, 3).join(',')}`;
const nearSpectrum = (grid: ArrayLike<number>) => `spectrum/${rounded(grid, 5).join(',')}`;
const SOUGHT = [{ id: 'sought', name: 'what is looked for' }];

/** The colour that is sought: shown where there is one, and asked for in words, by a board, a reading or a picture. */
export function ColourSought({
  params,
  set,
  sought,
}: {
  params: URLSearchParams;
  set: (changes: Readonly<Record<string, string | null>>) => void;
  sought: NotebookFound['sought'];
}) {
  const [asking, setAsking] = useState<'colour' | 'picture' | null>(null);
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const seek = (near: string) => {
    set({ near, light: null });
    setAsking(null);
    setText('');
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    try {
      const lab = labOfText(text);
      if (lab) return seek(nearLab(lab));
    } catch (trouble) {
      // Figures that are no colour are no words either.
      if (/\d.*\d/.test(text) && !/\//.test(text)) return setError(sentenceOf(trouble));
    }
    if (!text.trim()) return setError('Say which colour.');
    seek(`words/${text.trim().slice(0, 120)}`);
  };
  const spectrum = sought && spectrumOf(sought);
  return (
    <>
      {params.has('near') ? (
        <Row gap="close">
          <Area
            width={56}
            height={40}
            colour={spectrum ? screenColour(withoutGloss(spectrum)).css : undefined}
            frame={spectrum ? undefined : 'dashed'}
            title="The colour that is looked for"
          />
          <Button onClick={() => setAsking('colour')}>near {sought?.name ?? 'a colour'}</Button>
          <Button aria-label="Any colour" onClick={() => set({ near: null, light: null, within: null })}>
            ×
          </Button>
        </Row>
      ) : (
        <Button variant="contained" color="primary" onClick={() => setAsking('colour')}>
          Find a colour
        </Button>
      )}
      {asking === 'colour' && (
        <FormDialog
          title="Find a colour"
          error={error}
          onClose={() => setAsking(null)}
          onSubmit={submit}
          action={<SaveButton busy={false}>Find</SaveButton>}
        >
          <TextField
            autoFocus
            label="In words, a board, or L* a* b*"
            placeholder="dark walnut"
            value={text}
            onChange={(e) => {
              setText(e.target.value);
              setError(null);
            }}
          />
          <Text size="small" className="soft">
            dark walnut · honey, a touch redder · 2/beech-1 · 2/beech-1, a bit darker · 42 12.5 24
          </Text>
          <Row gap="near">
            <FileButton
              label="A reading out of a file"
              onReadings={({ readings }) => seek(nearSpectrum(meanSpectrum(readings.map(onGrid))))}
            />
            <Button onClick={() => setAsking('picture')}>By a picture</Button>
          </Row>
          <ColourUnderInstrument onRead={(read) => seek(nearSpectrum(read))} onTrouble={setError} />
        </FormDialog>
      )}
      {asking === 'picture' && (
        <PictureDialog
          title="Find the colour of a thing in a picture"
          lay="Lay it and a card side by side in one light."
          keep="notebook"
          things={SOUGHT}
          save="Find what is like it"
          onSave={async ([told]) => {
            if (told) seek(nearLab(told.lab));
          }}
          onClose={() => setAsking(null)}
        >
          {null}
        </PictureDialog>
      )}
    </>
  );
}
