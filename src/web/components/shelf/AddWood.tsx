import { useEffect, useRef } from 'react';
import { ANATOMIES, type Anatomy } from '../../../core/board/tissues.ts';
import { CUTS, FIGURES, type Figure, usualTake } from '../../../core/board/wood.ts';
import { meanSpectrum } from '../../../core/colour/grid.ts';
import { type MeasurementFile, onGrid } from '../../../core/formats/index.ts';
import { USUAL_WOODS, usualWood } from '../../../core/usual/woods.ts';
import { addSpecies } from '../../../shared/contract/shelf.ts';
import { SpeciesSchema } from '../../../shared/shelf.ts';
import { change } from '../../hooks/api.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { FileButton } from '../FileButton.tsx';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { numberTyped } from '../numbers.ts';
import { type AddProps, CODE, fieldsOf, withCode } from './add-form.tsx';
import { BESIDE } from './beside.ts';

const BLANK_WOOD = {
  id: '',
  name: '',
  shade: 'the same',
  figure: 'oak',
  cut: 'flat',
  ringMm: '',
  tannin: '0',
  anatomy: 'fine',
  blotch: '8',
  grainShare: '25',
};

/** A new wood: the usual one of its kind, moved by a word; or from a file with readings of its light part, then its dark part. */
export function AddWood({ onClose, onAdded }: AddProps) {
  // The readings come with the file that is chosen last; the form is sent with them.
  const file = useRef<MeasurementFile['readings']>([]);
  const { form, submit, busy, error } = useTypedForm({
    keep: 'new-wood',
    blank: BLANK_WOOD,
    read: ({ grainShare, tannin, blotch, ringMm, shade, ...typed }) => {
      const share = file.current.length > 1 ? Number(grainShare) / 100 : 0;
      const [light, ...dark] = file.current.map((r) => Array.from(onGrid(r)));
      // Without a reading it is the usual wood of its kind.
      const ground = { name: 'ground', fraction: 1 - share, reflectance: light, dye: 1, hold: 1 };
      const grain = { name: 'grain', fraction: share, ...usualTake(typed.anatomy as Anatomy, 'grain') };
      const read = dark.length > 0 ? [ground, { ...grain, reflectance: Array.from(meanSpectrum(dark)) }] : [ground];
      const tissues = light ? read : usualWood(typed.figure as Figure, BESIDE[shade]).tissues;
      return {
        ...withCode(typed),
        tannin: Number(tannin),
        blotch: (numberTyped(blotch) ?? 0) / 100,
        ringMm: ringMm.trim() === '' ? null : numberTyped(ringMm),
        tissues,
      };
    },
    shape: SpeciesSchema,
    save: async (species) => {
      await change(addSpecies, {}, species);
      onAdded(species.id);
    },
    onSaved: () => {},
  });
  const { text, select } = fieldsOf(form.control);
  const figure = form.watch('figure') as Figure;
  // What is usual follows the kind of wood, until it is said otherwise.
  useEffect(() => {
    const { name, tannin, anatomy, blotch } = USUAL_WOODS[figure];
    const usual = { tannin: String(tannin), anatomy, blotch: String(Math.round(100 * blotch)) } as const;
    for (const key of ['tannin', 'anatomy', 'blotch'] as const)
      if (!form.getFieldState(key).isDirty) form.setValue(key, usual[key]);
    const names = Object.values(USUAL_WOODS).map((w) => w.name);
    if (form.getFieldState('figure').isDirty && ['', ...names].includes(form.getValues('name')))
      form.setValue('name', name);
  }, [figure, form]);
  return (
    <FormDialog
      title="New wood"
      error={error}
      onClose={onClose}
      onSubmit={(event) => {
        file.current = [];
        return submit(event);
      }}
      action={
        <>
          <FileButton
            label="From a file with its readings"
            disabled={busy}
            onReadings={({ readings }) => {
              file.current = readings;
              void submit();
            }}
          />
          <SaveButton busy={busy}>Take the usual wood</SaveButton>
        </>
      }
    >
      {text('name', 'Name')}
      {text('id', CODE)}
      {select('figure', 'Like', FIGURES)}
      {select('shade', 'Beside the usual', Object.keys(BESIDE))}
      {select('cut', 'Sawn', CUTS)}
      {text('ringMm', 'Width of a ring, mm (empty: as usual)')}
      {select('tannin', 'Tannin class (maple 0, red oak 2, white oak 3)', ['0', '1', '2', '3'])}
      {select('anatomy', 'Pores: open, fine, or soft like a softwood', ANATOMIES)}
      {text('blotch', 'Uneven uptake, % (calm 5–10, pine or cherry 20–35)')}
      {text('grainShare', 'Dark grain, % of the face')}
      <p>
        The usual wood is enough to begin with: boards tell. Who reads: first its light ground, then its dark grain, as
        two readings of one file. One reading makes a wood of one tissue.
      </p>
    </FormDialog>
  );
}
