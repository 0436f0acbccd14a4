import { Button, MenuItem } from '@mui/material';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import { changeHouse } from '../../../shared/contract/house.ts';
import type { House } from '../../../shared/house.ts';
import { WatchSetting } from '../../../shared/watched.ts';
import { change } from '../../hooks/api.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { useWatched } from '../../hooks/watched.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { Pile, Row, Text } from '../layout.tsx';
import { useToast } from '../Toast.tsx';
import { TypedField } from '../TypedField.tsx';

/** The folder that an instrument's software writes into: what is new there is offered wherever a reading waits. */
export function FolderOfInstrument({ house }: { house: House }) {
  const { trouble } = useWatched();
  const say = useToast();
  const { folder, instrument } = house.watch;
  const save = async (watch: WatchSetting) => {
    const { version } = await change(changeHouse, {}, { version: house.version, watch });
    return version;
  };
  const { form, submit, error, busy } = useTypedForm<{ folder: string; instrument: string }, WatchSetting, House>({
    keep: `watch/${folder}/${instrument}`,
    blank: { folder: folder ?? '', instrument: instrument ?? '' },
    read: (typed) => ({ folder: typed.folder, instrument: typed.instrument || null }),
    shape: WatchSetting,
    stays: true,
    save: (watch) => save(watch as WatchSetting),
    onSaved: () => say({ text: 'The folder is watched. What lies there already is left.' }),
  });
  return (
    <Pile as="section" gap="close" aria-label="Folder of an instrument">
      <h2>Folder of an instrument</h2>
      <Text className="soft" maxWidth={420}>
        Where its software saves its files. What is new there is offered to the board, target or rung that waits;
        nothing is ever deleted.
      </Text>
      <Row as="form" gap="near" wrap align="start" onSubmit={submit}>
        <TypedField control={form.control} name="folder" label="Folder, whole path" sx={{ width: 290 }} />
        <TypedField control={form.control} name="instrument" label="By" select sx={{ width: 190 }}>
          <MenuItem value="">not said</MenuItem>
          {onTheShelf(house.instruments).map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TypedField>
        <Button type="submit" disabled={busy}>
          Watch it
        </Button>
        {folder !== null && (
          <Button
            onClick={() =>
              void save({ folder: null, instrument }).then(() =>
                say({ text: `${folder} is watched no longer.`, undo: () => save({ folder, instrument }) }),
              )
            }
          >
            No longer
          </Button>
        )}
      </Row>
      <ErrorMessage error={error ?? trouble} />
    </Pile>
  );
}
