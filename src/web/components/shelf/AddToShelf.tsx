import { CARRIERS, MEDIUM_KINDS, SUPPLY_KINDS } from '../../../core/kinds/index.ts';
import { AMBERS, type Amber, tintOf, usualSurface } from '../../../core/learn/surfaces.ts';
import { addMedium, addSupply } from '../../../shared/contract/shelf.ts';
import { NewMedium, NewSupply } from '../../../shared/shelf.ts';
import { change } from '../../hooks/api.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { type AddProps, CODE, fieldsOf, ShelfDialog, withCode } from './add-form.tsx';

const BLANK_MEDIUM = {
  id: '',
  name: '',
  kind: 'clear',
  carrier: 'water',
  amber: 'water-clear',
  caution: 'Ventilate. See its safety data sheet.',
};
/** A new sealer, oil or clear, with the usual values of its kind; boards tell its own afterwards. */
export function AddMedium({ onClose, onAdded }: AddProps) {
  const { form, submit, busy, error } = useTypedForm({
    keep: 'new-medium',
    blank: BLANK_MEDIUM,
    read: ({ amber, ...named }) => ({
      ...withCode(named),
      ...usualSurface(named.kind as NewMedium['kind']),
      tint: tintOf(amber as Amber),
    }),
    shape: NewMedium,
    save: async (medium) => {
      await change(addMedium, {}, medium);
      onAdded(medium.id);
    },
    onSaved: () => {},
  });
  const { text, select } = fieldsOf(form.control);
  return (
    <ShelfDialog title="New sealer, oil or clear" error={error} onClose={onClose} onSubmit={submit} busy={busy}>
      {text('name', 'Name')}
      {text('id', CODE)}
      {select('kind', 'Kind', MEDIUM_KINDS)}
      {select('carrier', 'Carrier', CARRIERS)}
      {select('amber', 'Looks', Object.keys(AMBERS))}
      {text('caution', 'Caution')}
    </ShelfDialog>
  );
}

const BLANK_SUPPLY = { id: '', name: '', kind: 'reducer', carrier: 'none', caution: '' };

/** A new supply: what it is mixed by and its lots are written down afterwards. */
export function AddSupply({ onClose, onAdded }: AddProps) {
  const { form, submit, busy, error } = useTypedForm({
    keep: 'new-supply',
    blank: BLANK_SUPPLY,
    read: ({ carrier, ...typed }) => ({ ...withCode(typed), carrier: carrier === 'none' ? null : carrier }),
    shape: NewSupply,
    save: async (supply) => {
      await change(addSupply, {}, supply);
      onAdded(supply.id);
    },
    onSaved: () => {},
  });
  const { text, select } = fieldsOf(form.control);
  return (
    <ShelfDialog title="New supply" error={error} onClose={onClose} onSubmit={submit} busy={busy}>
      {text('name', 'Name')}
      {text('id', CODE)}
      {select('kind', 'Kind', SUPPLY_KINDS)}
      {select('carrier', 'For', ['none', ...CARRIERS])}
      {text('caution', 'Caution')}
    </ShelfDialog>
  );
}
