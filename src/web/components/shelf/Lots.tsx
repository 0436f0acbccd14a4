import { Button, MenuItem } from '@mui/material';
import { useState } from 'react';
import type { z } from 'zod';
import { converted, isRatio, leftText, typedQuantity, type UnitSystem, unitOf } from '../../../core/mix/index.ts';
import { addLot, archiveLot, changeLot, restoreLot } from '../../../shared/contract/shelf.ts';
import { LOT_UNITS, type Lot, NewLot } from '../../../shared/lot.ts';
import { change, useHouse } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { shopDay } from '../../hooks/shop-clock.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { Columns, Row, Text } from '../layout.tsx';
import { useAttempt, useToast } from '../Toast.tsx';
import { TypedField } from '../TypedField.tsx';
import { BoxDialog } from './BoxDialog.tsx';

interface Props {
  /** What the lots are of: `colourant/honey`. */
  item: string;
  name: string;
  density: number | null | undefined;
  canMl?: number | null | undefined;
  lots: readonly Lot[];
}

/** What is in it, as it was counted, in the shop's units. */
export function lotAmount(amount: number | null, unit: Lot['unit'], system: UnitSystem): string {
  if (amount === null) return 'not counted';
  if (unit === 'piece') return `${amount} ${amount === 1 ? 'piece' : 'pieces'}`;
  return system === 'us' ? leftText(amount, unit, system) : `${Number(amount.toFixed(1))} ${unit}`;
}

/** The tins, bags and bottles of a product: what is left of each, when it was opened, until when it is good. */
export function Lots({ item, name, density, canMl, lots }: Props) {
  const system = useHouse().data?.units ?? 'metric';
  const [boxing, setBoxing] = useState(false);
  const [editing, setEditing] = useState<Lot | 'new' | null>(null);
  const today = shopDay();
  const attempt = useAttempt();
  const say = useToast();
  const takeOut = (lot: Lot) =>
    attempt(async () => {
      await change(archiveLot, { lot: lot.id });
      say({ text: `Lot ${lot.code} taken out.`, undo: () => change(restoreLot, { lot: lot.id }) });
    });
  return (
    <section aria-label="Lots">
      <Row gap="near">
        <Text as="h3" grow>
          Lots
        </Text>
        {lots.some((l) => l.unit === 'mL') && (
          <Button size="small" onClick={() => setBoxing(true)}>
            Box cans
          </Button>
        )}
        <Button size="small" onClick={() => setEditing('new')}>
          New lot
        </Button>
      </Row>
      {lots.length === 0 && (
        <Text as="p" padTop="hair" padBottom="hair">
          None is noted. A lot tells what is left, and where a batch came from.
        </Text>
      )}
      {lots.map((lot) => {
        const over = lot.bestBefore !== null && lot.bestBefore < today;
        return (
          <Columns key={lot.id} of="120px 130px 1fr auto auto" gap="near" align="center" line minHeight={48}>
            <b className="mono">{lot.code || 'no code'}</b>
            <span className="mono">{lotAmount(lot.left, lot.unit, system)}</span>
            <span className={over ? '' : 'soft'}>
              {[
                lot.left !== null && lot.left < 0 ? 'less than nothing: count it' : '',
                lot.opened ? `opened ${lot.opened}` : '',
                lot.bestBefore ? `${over ? 'was best' : 'best'} before ${lot.bestBefore}` : '',
                lot.note,
              ]
                .filter(Boolean)
                .join(', ')}
            </span>
            <Button size="small" onClick={() => setEditing(lot)}>
              Count
            </Button>
            <Button size="small" onClick={() => void takeOut(lot)}>
              Take out
            </Button>
          </Columns>
        );
      })}
      {boxing && <BoxDialog item={item} name={name} lots={lots} canMl={canMl} onClose={() => setBoxing(false)} />}
      {editing && (
        <LotDialog
          key={editing === 'new' ? 'new' : `${editing.id}/${editing.version}`}
          item={item}
          name={name}
          density={density}
          lot={editing === 'new' ? null : editing}
          onClose={() => setEditing(null)}
        />
      )}
    </section>
  );
}

const LotTyped = NewLot.omit({ id: true, item: true });
type LotTyped = z.infer<typeof LotTyped>;

/** How much there is, as it is typed in any unit: grams, millilitres or pieces as the lot counts. @throws FieldError */
function amountTyped(text: string, unit: Lot['unit'], of: { name: string; density: number | null | undefined }) {
  if (text.trim() === '') return null;
  if (unit === 'piece') return Number(text.replace(',', '.'));
  const quantity = typedQuantity(text, { field: 'amount', usual: unitOf(unit) });
  return isRatio(quantity) ? Number.NaN : converted(quantity, unitOf(unit), of, 'amount').value;
}

function LotDialog({
  item,
  name,
  density,
  lot,
  onClose,
}: Omit<Props, 'lots'> & { lot: Lot | null; onClose: () => void }) {
  const id = useNextId();
  const { form, submit, busy, error, meanwhile } = useTypedForm<Record<string, string>, LotTyped, Lot>({
    keep: lot ? `lot/${lot.id}/${lot.version}` : `new-lot/${item}`,
    blank: {
      code: lot?.code ?? '',
      amount: lot?.left === null || lot?.left === undefined ? '' : String(Number(lot.left.toFixed(2))),
      unit: lot?.unit ?? 'g',
      opened: lot?.opened ?? '',
      bestBefore: lot?.bestBefore ?? '',
      note: lot?.note ?? '',
    },
    read: (typed) => ({
      code: typed.code,
      amount: amountTyped(typed.amount ?? '', typed.unit as Lot['unit'], { name, density }),
      unit: typed.unit,
      opened: typed.opened || null,
      bestBefore: typed.bestBefore || null,
      note: typed.note,
    }),
    shape: LotTyped,
    save: (now, version) =>
      lot
        ? change(changeLot, { lot: lot.id }, { version, ...now })
        : change(addLot, {}, { id: id.next(), item, ...now }),
    version: lot?.version ?? 1,
    onSaved: onClose,
  });
  const text = (field: string, label: string, more: object = {}) => (
    <TypedField control={form.control} name={field} label={label} {...more} />
  );
  return (
    <FormDialog
      title={lot ? `Lot ${lot.code} of ${name}` : `New lot of ${name}`}
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy} over={meanwhile !== null} />}
    >
      {text('code', 'Code on the tin')}
      <TypedField control={form.control} name="unit" label="Counted in" select>
        {LOT_UNITS.map((u) => (
          <MenuItem key={u} value={u}>
            {u}
          </MenuItem>
        ))}
      </TypedField>
      {text('amount', 'What is in it: any unit, empty if nobody counted')}
      {text('opened', 'Opened', { type: 'date', slotProps: { inputLabel: { shrink: true } } })}
      {text('bestBefore', 'Best before', { type: 'date', slotProps: { inputLabel: { shrink: true } } })}
      {text('note', 'Note')}
    </FormDialog>
  );
}
