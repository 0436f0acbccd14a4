import { Button, MenuItem, TextField } from '@mui/material';
import { useMemo, useState } from 'react';
import { KNOWN_TO } from '../../../record/job/belief.ts';
import { addOldBoard, archiveOldBoard } from '../../../shared/contract/house.ts';
import { newId } from '../../../shared/id.ts';
import type { SpeciesRecord } from '../../../shared/shelf.ts';
import { change } from '../../hooks/api.ts';
import { useListening } from '../../hooks/listening.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { Pile } from '../layout.tsx';
import { type ColourOfThing, PictureDialog } from '../pictures/PictureDialog.tsx';
import { useToast } from '../Toast.tsx';

const MOST_BOARDS = 12;
/** A colour out of a picture is known to so much, CIEDE2000. */
const PICTURED_TO = Number((Math.sqrt(3) * KNOWN_TO.pictured).toFixed(1));
/** What stands on each board, a line each, without what is empty or said twice. */
const labelsIn = (text: string): string[] =>
  [
    ...new Set(
      text
        .split('\n')
        .map((l) => l.trim().slice(0, 80))
        .filter(Boolean),
    ),
  ].slice(0, MOST_BOARDS);

/** Boards from before in one picture, with their pencil notes typed or spoken: what stood on them can be put right later. */
export function RackByPicture({ woods, onClose }: { woods: readonly SpeciesRecord[]; onClose: () => void }) {
  const [text, setText, forget] = usePersistentState('rack-by-picture', '');
  const [speciesId, setSpecies] = useState(woods[0]?.id ?? '');
  const say = useToast();
  const ear = useListening((heard) => setText((now) => [now.trimEnd(), heard].filter(Boolean).join('\n')));
  const things = useMemo(() => labelsIn(text).map((label) => ({ id: `old ${label}`, name: label })), [text]);
  const save = async (told: readonly ColourOfThing[]) => {
    const made = told.map(({ name, lab }) => ({
      id: newId(),
      label: name,
      speciesId,
      layers: [],
      note: '',
      made: '',
      grid: null,
      lab: [lab[0], lab[1], lab[2]] as [number, number, number],
      doubt: PICTURED_TO,
    }));
    for (const board of made) await change(addOldBoard, {}, board);
    forget();
    say({
      text: `${made.length} ${made.length === 1 ? 'board' : 'boards'} on the rack.`,
      undo: async () => {
        for (const { id } of made) await change(archiveOldBoard, { oldBoard: id });
      },
    });
  };
  return (
    <PictureDialog
      title="Boards from before, in one picture"
      lay="Lay them and a card side by side in one light."
      keep="rack"
      things={things}
      save="Put them on the rack"
      onSave={save}
      onClose={onClose}
    >
      <Pile gap="near" top>
        <TextField
          label="What stands on them, a line each"
          placeholder={'walnut 2:1, two coats\nfumed, oiled'}
          multiline
          minRows={2}
          maxRows={6}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        {ear && (
          <Button aria-pressed={ear.listening} onClick={ear.toggle} sx={{ justifySelf: 'start' }}>
            {ear.listening ? 'Listening …' : 'Say the next one aloud'}
          </Button>
        )}
        <TextField
          select
          label="Of which wood"
          value={speciesId}
          onChange={(e) => setSpecies(e.target.value)}
          sx={{ maxWidth: 200 }}
        >
          {woods.map((s) => (
            <MenuItem key={s.id} value={s.id}>
              {s.name}
            </MenuItem>
          ))}
        </TextField>
      </Pile>
    </PictureDialog>
  );
}
