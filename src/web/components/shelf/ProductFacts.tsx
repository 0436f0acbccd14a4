import { Button, MenuItem } from '@mui/material';
import { type ReactNode, useState } from 'react';
import type { Path } from 'react-hook-form';
import { sheenWord } from '../../../core/finish/finish.ts';
import {
  converted,
  coverageText,
  FT2_PER_GALLON,
  isRatio,
  typedQuantity,
  type UnitSystem,
  unitOf,
} from '../../../core/mix/index.ts';
import { CLAIMS, type Claims, FORMS, Sheet, WAXES } from '../../../shared/sheet.ts';
import type { ColourantRecord, MediumRecord, SupplyRecord } from '../../../shared/shelf.ts';
import { change, useHouse } from '../../hooks/api.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { Columns, Pile, Row, Text } from '../layout.tsx';
import { hoursText, numberTyped, percent } from '../numbers.ts';
import { TypedField } from '../TypedField.tsx';
import { DryingSeen } from './DryingSeen.tsx';
import { SHELF_ROUTES } from './shelf-routes.ts';

type Product = ColourantRecord | MediumRecord | SupplyRecord;
type Place = 'colourants' | 'mediums' | 'supplies';

const CLAIM_WORDS: Record<keyof Claims, string> = {
  coverage: 'Covers',
  goOn: 'Next coat after',
  window: 'Scuff first after',
  cure: 'Hard after',
  potLife: 'Usable once mixed',
  shelfLife: 'Keeps closed',
  thinning: 'Thinned at most',
};
const claimUnits = (system: UnitSystem): Record<keyof Claims, string> => ({
  coverage: system === 'us' ? 'ft² a gallon' : 'm² a litre',
  goOn: 'h',
  window: 'h',
  cure: 'h',
  potLife: 'h',
  shelfLife: 'months',
  thinning: '%',
});
/** What one of what is typed of a claim is as it is kept. */
const claimScale = (claim: keyof Claims, system: UnitSystem): number =>
  claim === 'thinning' ? 0.01 : claim === 'coverage' && system === 'us' ? 1 / FT2_PER_GALLON : 1;
const claimText = (claim: keyof Claims, value: number | null | undefined, system: UnitSystem): string => {
  if (value === null || value === undefined) return '–';
  if (claim === 'coverage') return coverageText(value, system);
  if (claim === 'shelfLife') return `${value} months`;
  return claim === 'thinning' ? percent(value) : hoursText(value);
};

/** What is known of a product beside its colour: how it comes, what it is mixed by, what its label claims and the shop saw. */
export function ProductFactsPanel({ place, product }: { place: Place; product: Product }) {
  const [editing, setEditing] = useState(false);
  const system = useHouse().data?.units ?? 'metric';
  const { sheet } = product;
  const facts: [string, ReactNode][] = [
    ['Comes as', sheet.form],
    ['Binder', sheet.binder],
    ['Wax', sheet.wax],
    ['Black or very dark', darkText(sheet.dark)],
    ['Density', sheet.density && `${sheet.density} g/mL`],
    ['In a level spoon', sheet.bulkDensity && `${sheet.bulkDensity} g/mL`],
    ['Drops', sheet.dropsPerMl && `${sheet.dropsPerMl} in a millilitre`],
    ['Can', sheet.canMl && `${sheet.canMl} mL`],
    ['Ordered', sheet.leadDays && `${sheet.leadDays} ${sheet.leadDays === 1 ? 'day' : 'days'} until it is here`],
    ['Thinner', sheet.thinner],
    ['Hardener', sheet.hardener && `${sheet.hardener.item}, ${sheet.hardener.parts} : 1 by volume`],
    ['Sheen', sheet.sheen && `${sheet.sheen} GU, ${sheenWord(sheet.sheen)}`],
    ['Grit', sheet.grit],
    ['Cost', sheet.cost],
  ];
  const known = facts.filter(([, value]) => value !== null && value !== undefined && value !== '' && value !== 0);
  const claims = CLAIMS.filter((c) => (sheet.label[c] ?? sheet.shop[c] ?? null) !== null);
  return (
    <Pile as="section" aria-label="What is known of it" gap="close">
      <Row gap="near">
        <Text as="h3" grow>
          What is known of it
        </Text>
        <Button size="small" onClick={() => setEditing(true)}>
          Write down
        </Button>
      </Row>
      {known.length > 0 && (
        <Row wrap gap="apart">
          {known.map(([label, value]) => (
            <span key={label}>
              <span className="soft">{label}</span> {value}
            </span>
          ))}
        </Row>
      )}
      {claims.length > 0 && (
        <table>
          <thead>
            <tr className="soft">
              <th />
              <Text as="th" right strong={false}>
                label
              </Text>
              <Text as="th" right strong={false}>
                here
              </Text>
            </tr>
          </thead>
          <tbody>
            {claims.map((c) => (
              <tr key={c} className="rule">
                <Text as="td" padY="hair">
                  {CLAIM_WORDS[c]}
                </Text>
                <Text as="td" className="mono" right>
                  {claimText(c, sheet.label[c], system)}
                </Text>
                <Text as="td" className="mono" right strong={Boolean(sheet.shop[c])}>
                  {claimText(c, sheet.shop[c], system)}
                </Text>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <DryingSeen place={place} product={product} />
      {sheet.note && <div>{sheet.note}</div>}
      {editing && (
        <FactsDialog
          key={product.version}
          place={place}
          product={product}
          system={system}
          onClose={() => setEditing(false)}
        />
      )}
    </Pile>
  );
}

/** What can be very dark: a stain as it comes. */
const isStain = (product: Product): boolean => 'kind' in product && product.kind === 'stain';
const darkText = (dark: boolean | null | undefined): string => (dark ? 'yes' : dark === false ? 'no' : '');

const shown = (value: number | null | undefined, scale = 1) =>
  value === null || value === undefined ? '' : String(Number((value / scale).toFixed(6)));

function FactsDialog({
  place,
  product,
  system,
  onClose,
}: {
  place: Place;
  product: Product;
  system: UnitSystem;
  onClose: () => void;
}) {
  const { sheet } = product;
  const claimsOf = (of: Claims) => Object.fromEntries(CLAIMS.map((c) => [c, shown(of[c], claimScale(c, system))]));
  const { form, submit, busy, error, meanwhile } = useTypedForm<FactsTyped, { sheet: Sheet }, Product>({
    keep: `facts/${place}/${product.id}/${product.version}/${system}`,
    blank: {
      form: sheet.form ?? '',
      binder: sheet.binder ?? '',
      wax: sheet.wax ?? '',
      dark: darkText(sheet.dark),
      density: shown(sheet.density),
      bulkDensity: shown(sheet.bulkDensity),
      dropsPerMl: shown(sheet.dropsPerMl),
      canMl: sheet.canMl ? `${sheet.canMl} mL` : '',
      leadDays: shown(sheet.leadDays),
      thinner: sheet.thinner ?? '',
      hardener: { item: sheet.hardener?.item ?? '', parts: shown(sheet.hardener?.parts) },
      cost: shown(sheet.cost),
      grit: shown(sheet.grit),
      sheen: shown(sheet.sheen),
      note: sheet.note ?? '',
      label: claimsOf(sheet.label),
      shop: claimsOf(sheet.shop),
    },
    read: (typed) => sheetTyped(typed, system),
    // A refusal stands at the field of its last name.
    shape: sheetShape,
    save: (now, version) => change(SHELF_ROUTES[place].change, { item: product.id }, { version, ...now }),
    version: product.version,
    onSaved: onClose,
  });
  const text = (name: Path<FactsTyped>, label: string) => (
    <TypedField control={form.control} name={name} label={label} />
  );
  const select = (name: Path<FactsTyped>, label: string, options: readonly string[]) => (
    <TypedField control={form.control} name={name} label={label} select>
      <MenuItem value="">not noted</MenuItem>
      {options.map((o) => (
        <MenuItem key={o} value={o}>
          {o}
        </MenuItem>
      ))}
    </TypedField>
  );
  return (
    <FormDialog
      title={`What is known of ${product.name}`}
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy} over={meanwhile !== null} />}
    >
      <Columns of="1fr 1fr" gap="near">
        {select('form', 'Comes as', FORMS)}
        {text('binder', 'Binder')}
        {select('wax', 'Wax', WAXES)}
        {isStain(product) && select('dark', 'Black or very dark', ['yes', 'no'])}
        {text('density', 'Density, g/mL')}
        {text('bulkDensity', 'In a level spoon, g/mL')}
        {text('dropsPerMl', 'Drops in a millilitre')}
        {text('canMl', 'Can: any unit')}
        {text('leadDays', 'Ordered: days until it is here')}
        {text('cost', 'Cost of a litre, kilogram or piece')}
        {text('thinner', 'Thinned with')}
        {text('grit', 'Grit')}
        {text('sheen', 'Sheen of a coat, GU at 60°')}
        {text('hardener.item', 'Hardener: its code')}
        {text('hardener.parts', 'Parts to one of hardener')}
      </Columns>
      <Columns of="1fr 1fr" gap="near">
        <b>The label claims</b>
        <b>Seen here</b>
        {CLAIMS.flatMap((c) =>
          (['label', 'shop'] as const).map((who) => (
            <TypedField
              key={`${who}-${c}`}
              control={form.control}
              name={`${who}.${c}`}
              label={`${CLAIM_WORDS[c]}, ${claimUnits(system)[c]}`}
            />
          )),
        )}
      </Columns>
      {text('note', 'Note')}
    </FormDialog>
  );
}

type Fact =
  | 'form'
  | 'binder'
  | 'wax'
  | 'dark'
  | 'density'
  | 'bulkDensity'
  | 'dropsPerMl'
  | 'canMl'
  | 'leadDays'
  | 'thinner'
  | 'cost'
  | 'grit'
  | 'sheen'
  | 'note';
/** A sheet as it is typed. */
type FactsTyped = Record<Fact, string> & {
  hardener: { item: string; parts: string };
  label: Record<string, string>;
  shop: Record<string, string>;
};

const sheetShape = Sheet.transform((sheet) => ({ sheet }));

/** What was typed, as a sheet. @throws FieldError at a can that is no volume */
function sheetTyped(typed: FactsTyped, system: UnitSystem) {
  const numberOf = (text: string | undefined, scale = 1) => {
    const value = numberTyped(text ?? '');
    return value === undefined ? null : value * scale;
  };
  const number = (name: Fact) => numberOf(typed[name]);
  const word = (name: Fact) => typed[name].trim() || null;
  const claims = (of: Record<string, string>) =>
    Object.fromEntries(CLAIMS.map((c) => [c, numberOf(of[c], claimScale(c, system))]));
  const can = word('canMl');
  const { item, parts } = typed.hardener;
  const quantity = can ? typedQuantity(can, { field: 'canMl', usual: unitOf('mL') }) : null;
  return {
    form: word('form'),
    binder: word('binder'),
    wax: word('wax'),
    dark: typed.dark ? typed.dark === 'yes' : null,
    density: number('density'),
    bulkDensity: number('bulkDensity'),
    dropsPerMl: number('dropsPerMl'),
    canMl:
      quantity === null
        ? null
        : isRatio(quantity)
          ? Number.NaN
          : converted(quantity, unitOf('mL'), { name: 'the can' }, 'canMl').value,
    leadDays: number('leadDays'),
    thinner: word('thinner'),
    // Parts without a hardener, or a hardener without its parts, is one that was forgotten.
    hardener: item.trim() || parts.trim() ? { item: item.trim(), parts: numberOf(parts) ?? undefined } : null,
    cost: number('cost'),
    grit: number('grit'),
    sheen: number('sheen'),
    note: word('note'),
    label: claims(typed.label),
    shop: claims(typed.shop),
  };
}
