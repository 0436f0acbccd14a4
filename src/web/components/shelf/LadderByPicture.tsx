import { MenuItem, TextField } from '@mui/material';
import { useMemo, useState } from 'react';
import { rawMean } from '../../../core/board/wood.ts';
import { bentTo } from '../../../core/colour/bent.ts';
import { labOf } from '../../../core/colour/lab.ts';
import { unlessRefused } from '../../../core/field-error.ts';
import { addRungs, archiveRung } from '../../../shared/contract/shelf.ts';
import { newId } from '../../../shared/id.ts';
import type { ColourantRecord, SpeciesRecord } from '../../../shared/shelf.ts';
import { change } from '../../hooks/api.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { Row } from '../layout.tsx';
import { type ColourOfThing, PictureDialog } from '../pictures/PictureDialog.tsx';
import { useToast } from '../Toast.tsx';

const RAW = 'raw wood';
const MOST_RUNGS = 12;
/** How far raw boards of a wood lie from its usual one, relative. Common practice, no source. */
const RAW_VARIES = 0.1;
const RUNG = 'rung ';
/** Strengths as they are typed: 2 5 10 20. */
const strengthsIn = (text: string): number[] =>
  [...new Set(text.split(/[\s;]+/).map((t) => Number(t.replace(',', '.'))))]
    .filter((v) => Number.isFinite(v) && v > 0)
    .slice(0, MOST_RUNGS);

/**
 * All rungs of a ladder in one picture, the raw wood beside them: what is known of that takes the camera out of the others.
 */
export function LadderByPicture({
  colourant,
  woods,
  unit,
  scale,
  onClose,
}: {
  colourant: ColourantRecord;
  woods: readonly SpeciesRecord[];
  /** How a strength is written, and what one of that is in the model's. */
  unit: string;
  scale: number;
  onClose: () => void;
}) {
  const [text, setText, forget] = usePersistentState(`ladder-by-picture/${colourant.id}`, '');
  const [speciesId, setSpecies] = useState(colourant.rungs[0]?.speciesId ?? woods[0]?.id ?? '');
  const say = useToast();
  const species = woods.find((s) => s.id === speciesId);
  const things = useMemo(
    () => [{ id: RAW, name: RAW }, ...strengthsIn(text).map((s) => ({ id: `${RUNG}${s}`, name: `${s} ${unit}` }))],
    [text, unit],
  );
  const known = useMemo(
    () => new Map(species ? [[RAW, { lab: labOf(rawMean(species)), error: RAW_VARIES }]] : []),
    [species],
  );
  const save = async (told: readonly ColourOfThing[]) => {
    if (!species) return;
    const raw = rawMean(species);
    const rungs = told.flatMap(({ id, lab }) => {
      const after = unlessRefused(() => bentTo(raw, lab));
      const strength = Number(id.slice(RUNG.length)) * scale;
      const before = Array.from(raw);
      return after ? [{ id: newId(), speciesId, strength, beside: {}, before, after: Array.from(after) }] : [];
    });
    await change(addRungs, { item: colourant.id }, { rungs });
    forget();
    say({
      text: `${rungs.length} ${rungs.length === 1 ? 'rung' : 'rungs'} of ${colourant.name} kept.`,
      undo: async () => {
        for (const { id } of rungs) await change(archiveRung, { rung: id });
      },
    });
  };
  const warning = (placed: ReadonlySet<string>, strange: readonly string[]) =>
    strange.length > 0
      ? `The raw wood in this picture is not ${species?.name.toLowerCase()} as the shelf has it: the rungs are as the camera saw them.`
      : placed.has(RAW)
        ? null
        : 'With the raw wood in it the camera’s own colours are taken out: put it down too.';
  return (
    <PictureDialog
      title={`${colourant.name}: a ladder in one picture`}
      lay="Lay the rungs, a raw board of the same wood and a card side by side in one light."
      keep={`ladder/${colourant.id}`}
      things={things}
      known={known}
      warning={warning}
      save="Keep the ladder"
      onSave={save}
      onClose={onClose}
    >
      <Row gap="near" wrap>
        <TextField
          label={`Strengths, ${unit}`}
          placeholder="2 5 10 20"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <TextField
          select
          label="On"
          value={speciesId}
          onChange={(e) => setSpecies(e.target.value)}
          sx={{ minWidth: 130 }}
        >
          {woods.map((s) => (
            <MenuItem key={s.id} value={s.id}>
              {s.name}
            </MenuItem>
          ))}
        </TextField>
      </Row>
    </PictureDialog>
  );
}
