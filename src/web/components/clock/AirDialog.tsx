import { MenuItem } from '@mui/material';
import { z } from 'zod';
import { NewAir } from '../../../shared/clock.ts';
import { noteAir } from '../../../shared/contract/clock.ts';
import { change, useHouse } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { momentOf } from '../moment.ts';
import { numberTyped } from '../numbers.ts';
import { TypedField } from '../TypedField.tsx';

const BLANK = { temperature: '', humidity: '', moving: 'no', at: '' };
const Typed = NewAir.omit({ id: true, source: true });

/** The air of the shop, as it is now or as it is forecast. */
export function AirDialog({ forecast, onClose }: { forecast: boolean; onClose: () => void }) {
  const us = useHouse().data?.units === 'us';
  const id = useNextId();
  const { form, submit, error, busy } = useTypedForm({
    keep: forecast ? 'air-to-come' : 'air-now',
    blank: BLANK,
    read: ({ temperature, humidity, moving, at }) => {
      const warm = numberTyped(temperature);
      return {
        temperature: warm === undefined ? undefined : us ? ((warm - 32) * 5) / 9 : warm,
        humidity: numberTyped(humidity),
        moving: moving === 'yes',
        at: momentOf(at) ?? undefined,
      };
    },
    shape: forecast ? Typed.extend({ at: z.string('For when is it?') }) : Typed,
    save: async (air) => {
      await change(noteAir, {}, { id: id.next(), source: forecast ? 'forecast' : 'typed', ...air });
      id.kept();
    },
    onSaved: onClose,
  });
  return (
    <FormDialog
      title={forecast ? 'Forecast for the shop' : 'The air of the shop now'}
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy} />}
    >
      <TypedField
        control={form.control}
        name="temperature"
        label={us ? 'Temperature, °F' : 'Temperature, °C'}
        autoFocus
      />
      <TypedField control={form.control} name="humidity" label="Humidity, %" />
      <TypedField control={form.control} name="moving" label="Is it moved past the work?" select>
        <MenuItem value="no">It stands</MenuItem>
        <MenuItem value="yes">A fan or a draught moves it</MenuItem>
      </TypedField>
      {forecast && (
        <TypedField
          control={form.control}
          name="at"
          label="From"
          type="datetime-local"
          slotProps={{ inputLabel: { shrink: true } }}
        />
      )}
      <span className="soft">
        {forecast
          ? 'It holds until the next forecast. Times to come are reckoned with it.'
          : 'Coats put on from now are noted with it, and waits are as long as it asks.'}
      </span>
    </FormDialog>
  );
}
