import { Button, MenuItem } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import type { Control, FieldValues, Path } from 'react-hook-form';
import { ANATOMIES, type Anatomy } from '../../../core/board/tissues.ts';
import { CUTS, FIGURES, type Figure, rawMean, usualTake } from '../../../core/board/wood.ts';
import { screenColour } from '../../../core/colour/display.ts';
import { meanSpectrum } from '../../../core/colour/grid.ts';
import { labOf } from '../../../core/colour/lab.ts';
import { bentTo, type Move } from '../../../core/colour/shades.ts';
import { type MeasurementFile, onGrid } from '../../../core/formats/index.ts';
import {
  CARRIERS,
  COLOURANT_INFO,
  COLOURANT_KINDS,
  type ColourantKind,
  MEDIUM_KINDS,
} from '../../../core/kinds/index.ts';
import { isShare } from '../../../core/layers/materials.ts';
import { AMBERS, type Amber, tintOf, usualSurface } from '../../../core/learn/surfaces.ts';
import { DEPTHS, type Depth, HUES, type Hue, labelled, lookOf } from '../../../core/usual/colours.ts';
import { USUAL_WOODS, usualWood } from '../../../core/usual/woods.ts';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import { addColourant, addMedium, addSpecies, addSupply } from '../../../shared/contract/shelf.ts';
import {
  NewColourant,
  NewMedium,
  NewSupply,
  type SpeciesRecord,
  SpeciesSchema,
  SUPPLY_KINDS,
} from '../../../shared/shelf.ts';
import { change, useShelf } from '../../hooks/api.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { FileButton } from '../FileButton.tsx';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { Area, Row } from '../layout.tsx';
import { numberTyped } from '../numbers.ts';
import { TypedField } from '../TypedField.tsx';
import { WhatIsThis } from './WhatIsThis.tsx';

const BLANK_COLOUR = {
  id: '',
  name: '',
  hue: '',
  depth: 'medium',
  on: '',
  kind: 'dye',
  carrier: 'water',
  maxStrength: '20',
  costPerGram: '0.5',
  lot: '',
  caution: 'Gloves and eye protection. See its safety data sheet.',
};
/** The usual strength and cost of a colour of a kind, as they are typed: shares in per cent. */
function usualTyped(kind: ColourantKind): { maxStrength: string; costPerGram: string } {
  const { share, usual } = COLOURANT_INFO[kind];
  return {
    maxStrength: String(share ? Math.round(100 * usual.maxStrength) : usual.maxStrength),
    costPerGram: String(usual.costPerGram),
  };
}
const BLANK_MEDIUM = {
  id: '',
  name: '',
  kind: 'clear',
  carrier: 'water',
  amber: 'water-clear',
  caution: 'Ventilate. See its safety data sheet.',
};
const BLANK_WOOD = {
  id: '',
  name: '',
  shade: 'as usual',
  figure: 'oak',
  cut: 'flat',
  ringMm: '',
  tannin: '0',
  anatomy: 'fine',
  blotch: '8',
  grainShare: '25',
};

interface Props {
  onClose: () => void;
  onAdded: (id: string) => void;
}

/** Fields of a form for the shelf, each one line. */
function fieldsOf<T extends FieldValues>(control: Control<T>) {
  const text = (name: Path<T>, label: string) => <TypedField control={control} name={name} label={label} />;
  const select = (name: Path<T>, label: string, options: readonly string[]) => (
    <TypedField control={control} name={name} label={label} select>
      {options.map((o) => (
        <MenuItem key={o} value={o}>
          {o}
        </MenuItem>
      ))}
    </TypedField>
  );
  return { text, select };
}

const CODE = 'Code: small letters, digits, hyphens; made when empty';
/** A code out of a name: `Tawny, wiping` is `tawny-wiping`. */
export const codeOf = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
const withCode = <T extends { id: string; name: string }>(typed: T): T => ({
  ...typed,
  id: typed.id.trim() || codeOf(typed.name),
});

/** A coat of the colour on the wood from light to dark: the one that is nearest is tapped. */
function Fan({
  wood,
  hue,
  depth,
  onTake,
}: {
  wood: SpeciesRecord;
  hue: Hue;
  depth: Depth;
  onTake: (depth: Depth) => void;
}) {
  return (
    <div>
      <Row gap="hair">
        <Area height={64} grow colour={screenColour(rawMean(wood)).css} title={`raw ${wood.name.toLowerCase()}`} />
        {DEPTHS.map((each) => (
          <Button
            key={each}
            aria-label={`${hue}, ${each}`}
            aria-pressed={each === depth}
            onClick={() => onTake(each)}
            className="fan"
            sx={{ backgroundColor: screenColour(bentTo(rawMean(wood), lookOf(hue, each))).css }}
          />
        ))}
      </Row>
      <p className="soft">
        About so on {wood.name.toLowerCase()}. It may be a few shades off until a board says: what is foreseen with it
        says how far.
      </p>
    </div>
  );
}

/** A new colour; its ladder comes afterwards. */
export function AddColourant({ onClose, onAdded }: Props) {
  const { form, submit, busy, error } = useTypedForm({
    keep: 'new-colour',
    blank: BLANK_COLOUR,
    read: (typed) => {
      // A share of the mix is typed as per cent.
      const strongest = numberTyped(typed.maxStrength);
      const share = isShare(typed.kind as ColourantKind) ? 0.01 : 1;
      const { hue, depth, on, ...named } = typed;
      const look = hue && on ? { speciesId: on, lab: lookOf(hue as Hue, depth as Depth) } : undefined;
      return {
        ...withCode(named),
        ...(look ? { look } : {}),
        maxStrength: strongest === undefined ? undefined : strongest * share,
        costPerGram: numberTyped(typed.costPerGram),
      };
    },
    shape: NewColourant,
    save: async (colourant) => {
      await change(addColourant, {}, colourant);
      onAdded(colourant.id);
    },
    onSaved: () => {},
  });
  const { text, select } = fieldsOf(form.control);
  const kind = form.watch('kind') as ColourantKind;
  const share = isShare(kind);
  // What is usual follows the kind, until it is typed otherwise.
  useEffect(() => {
    for (const key of ['maxStrength', 'costPerGram'] as const)
      if (COLOURANT_KINDS.some((other) => usualTyped(other)[key] === form.getValues(key)))
        form.setValue(key, usualTyped(kind)[key]);
    // Ready-made stains are oil as a rule; whoever chose a carrier keeps it.
    if (!form.getFieldState('carrier').isDirty) form.setValue('carrier', kind === 'stain' ? 'oil' : 'water');
  }, [kind, form]);
  const [testing, setTesting] = useState(false);
  // What its label says of its colour is taken up, until it is said otherwise.
  const name = form.watch('name');
  useEffect(() => {
    const means = labelled(name);
    if (!means) return;
    for (const key of ['hue', 'depth'] as const) if (!form.getFieldState(key).isDirty) form.setValue(key, means[key]);
  }, [name, form]);
  const woods = onTheShelf(useShelf().data?.species ?? []);
  const [palest] = woods.map((wood) => ({ wood, light: labOf(rawMean(wood))[0] })).sort((p, q) => q.light - p.light);
  useEffect(() => {
    if (palest && form.getValues('on') === '') form.setValue('on', palest.wood.id);
  }, [palest, form]);
  const [hue, depth, on] = [form.watch('hue'), form.watch('depth'), form.watch('on')];
  const wood = woods.find((w) => w.id === on);
  return (
    <FormDialog
      title="New colour"
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy}>Put on the shelf</SaveButton>}
    >
      {text('name', 'Name')}
      {text('id', CODE)}
      {select('kind', 'Kind', COLOURANT_KINDS)}
      {testing ? (
        <WhatIsThis
          onKind={(kind) => {
            form.setValue('kind', kind);
            setTesting(false);
          }}
        />
      ) : (
        <div>
          <Button onClick={() => setTesting(true)}>What is it? Three tests tell</Button>
        </div>
      )}
      {select('carrier', 'Carrier', CARRIERS)}
      {wood && (
        <>
          <h3>How a coat of it looks</h3>
          <Row gap="near" wrap align="start">
            <TypedField control={form.control} name="hue" label="Hue" select>
              <MenuItem value="">nobody knows yet</MenuItem>
              {HUES.map((h) => (
                <MenuItem key={h} value={h}>
                  {h}
                </MenuItem>
              ))}
            </TypedField>
            {select('depth', 'Depth', DEPTHS)}
            <TypedField control={form.control} name="on" label="On" select>
              {woods.map((w) => (
                <MenuItem key={w.id} value={w.id}>
                  {w.name.toLowerCase()}
                </MenuItem>
              ))}
            </TypedField>
          </Row>
          {hue && <Fan wood={wood} hue={hue as Hue} depth={depth as Depth} onTake={(d) => form.setValue('depth', d)} />}
        </>
      )}
      {text('maxStrength', share ? 'Strongest, % of the mix' : 'Strongest, g/L')}
      {text('costPerGram', 'Cost per gram')}
      {text('lot', 'Lot')}
      {text('caution', 'Caution')}
    </FormDialog>
  );
}

/** A new sealer, oil or clear, with the usual values of its kind; boards tell its own afterwards. */
export function AddMedium({ onClose, onAdded }: Props) {
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
    <FormDialog
      title="New sealer, oil or clear"
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy}>Put on the shelf</SaveButton>}
    >
      {text('name', 'Name')}
      {text('id', CODE)}
      {select('kind', 'Kind', MEDIUM_KINDS)}
      {select('carrier', 'Carrier', CARRIERS)}
      {select('amber', 'Looks', Object.keys(AMBERS))}
      {text('caution', 'Caution')}
    </FormDialog>
  );
}

/** How a wood is beside the usual one of its kind. */
const SHADES: Readonly<Record<string, readonly Move[]>> = {
  'as usual': [],
  'a shade paler': [{ direction: 'lighter', shades: 1 }],
  'two shades paler': [{ direction: 'lighter', shades: 2 }],
  'a shade darker': [{ direction: 'darker', shades: 1 }],
  'two shades darker': [{ direction: 'darker', shades: 2 }],
  'a shade redder': [{ direction: 'redder', shades: 1 }],
  'a shade yellower': [{ direction: 'yellower', shades: 1 }],
};

/** A new wood: the usual one of its kind, moved by a word; or from a file with readings of its light part, then its dark part. */
export function AddWood({ onClose, onAdded }: Props) {
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
      const tissues = light ? read : usualWood(typed.figure as Figure, SHADES[shade]).tissues;
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
      {select('shade', 'Beside the usual', Object.keys(SHADES))}
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

const BLANK_SUPPLY = { id: '', name: '', kind: 'reducer', carrier: 'none', caution: '' };

/** A new supply: what it is mixed by and its lots are written down afterwards. */
export function AddSupply({ onClose, onAdded }: Props) {
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
    <FormDialog
      title="New supply"
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy}>Put on the shelf</SaveButton>}
    >
      {text('name', 'Name')}
      {text('id', CODE)}
      {select('kind', 'Kind', SUPPLY_KINDS)}
      {select('carrier', 'For', ['none', ...CARRIERS])}
      {text('caution', 'Caution')}
    </FormDialog>
  );
}
