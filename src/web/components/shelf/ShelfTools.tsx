import { Button, MenuItem } from '@mui/material';
import { useState } from 'react';
import { ANATOMIES } from '../../../core/board/tissues.ts';
import { CUTS, FIGURES } from '../../../core/board/wood.ts';
import { CARRIERS } from '../../../core/kinds/index.ts';
import { strengthUnit } from '../../../core/layers/materials.ts';
import {
  ColourantChange,
  type ColourantRecord,
  MediumChange,
  type MediumRecord,
  SpeciesChange,
  type SpeciesRecord,
  SupplyChange,
  type SupplyRecord,
} from '../../../shared/shelf.ts';
import { change, useResource } from '../../hooks/api.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { Row, Text } from '../layout.tsx';
import { StoryList } from '../Story.tsx';
import { useToast } from '../Toast.tsx';
import { TypedField } from '../TypedField.tsx';
import { SHELF_ROUTES } from './shelf-routes.ts';

type Item = ColourantRecord | MediumRecord | SpeciesRecord | SupplyRecord;
type Kind = 'colourants' | 'mediums' | 'species' | 'supplies';
const CHANGES = {
  colourants: ColourantChange,
  mediums: MediumChange,
  species: SpeciesChange,
  supplies: SupplyChange,
} as const;

interface Field {
  key: string;
  label: string;
  options?: readonly (string | number)[];
  /** From what is typed to what is kept; text stays text without it. */
  scale?: number;
}

function fieldsOf(kind: Kind, item: Item): Field[] {
  const name = { key: 'name', label: 'Name' };
  const carrier = { key: 'carrier', label: 'Carrier', options: CARRIERS };
  const caution = { key: 'caution', label: 'Caution' };
  if (kind === 'species')
    return [
      name,
      { key: 'figure', label: 'Built like', options: FIGURES },
      { key: 'cut', label: 'Sawn', options: CUTS },
      { key: 'ringMm', label: 'Width of a ring, mm (empty: as usual)', scale: 1 },
      { key: 'tannin', label: 'Tannin class (maple 0, red oak 2, white oak 3)', options: [0, 1, 2, 3], scale: 1 },
      { key: 'anatomy', label: 'Pores: open, fine, or soft like a softwood', options: ANATOMIES },
      { key: 'blotch', label: 'Uneven uptake, % (calm 5–10, pine or cherry 20–35)', scale: 0.01 },
    ];
  if (kind === 'mediums') return [name, carrier, caution];
  if (kind === 'supplies') return [name, caution];
  const unit = strengthUnit('maxStrength' in item ? item : undefined);
  // A liquid goes no stronger than neat.
  const strongest = { key: 'maxStrength', label: `Strongest, ${unit.word}`, scale: unit.one };
  return [
    name,
    carrier,
    ...(unit.word === '% neat' ? [] : [strongest]),
    { key: 'costPerGram', label: 'Cost per gram', scale: 1 },
    caution,
  ];
}

const keptOf = (item: Item, key: string) => (item as unknown as Record<string, string | number | null>)[key];

/** What was written down of a thing on the shelf, put right. */
function ItemDialog({ kind, item, onClose }: { kind: Kind; item: Item; onClose: () => void }) {
  const fields = fieldsOf(kind, item);
  const { form, submit, error, meanwhile, busy } = useTypedForm<Record<string, string>, object, Item>({
    keep: `shelf/${kind}/${item.id}/${item.version}`,
    blank: Object.fromEntries(
      fields.map(({ key, scale }) => {
        const value = keptOf(item, key);
        if (value === null || value === undefined) return [key, ''];
        return [key, scale ? String(Number((Number(value) / scale).toFixed(6))) : String(value)];
      }),
    ),
    read: (typed) => ({
      version: item.version,
      ...Object.fromEntries(
        fields.map(({ key, scale }) => {
          const text = (typed[key] ?? '').trim();
          // An emptied number is missing, not left as it was.
          return [key, scale ? (text === '' ? null : Number(text) * scale) : text];
        }),
      ),
    }),
    shape: CHANGES[kind],
    save: (now, version) => change(SHELF_ROUTES[kind].change, { item: item.id }, { ...now, version }),
    version: item.version,
    onSaved: onClose,
  });
  return (
    <FormDialog
      title={`Put ${item.name} right`}
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy} over={meanwhile !== null} />}
    >
      {fields.map(({ key, label, options }) => (
        <TypedField key={key} control={form.control} name={key} select={options !== undefined} label={label}>
          {options?.map((o) => (
            <MenuItem key={o} value={String(o)}>
              {o}
            </MenuItem>
          ))}
        </TypedField>
      ))}
      {meanwhile && (
        <div className="note">
          Now: {fields.map(({ key, label }) => `${label} ${keptOf(meanwhile, key) ?? 'as usual'}`).join('; ')}. Yours is
          above.
        </div>
      )}
    </FormDialog>
  );
}

function ItemStory({ kind, item }: { kind: Kind; item: Item }) {
  const { data } = useResource(SHELF_ROUTES[kind].story, { item: item.id });
  return data ? <StoryList events={data} /> : null;
}

/** The name of a thing on the shelf with what can be done to it: put right, put away, brought back, its story. */
export function ShelfTools({ kind, item }: { kind: Kind; item: Item }) {
  const [editing, setEditing] = useState(false);
  const [story, setStory] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const say = useToast();
  const archive = async () => {
    try {
      if (item.archived) return void (await change(SHELF_ROUTES[kind].restore, { item: item.id }));
      await change(SHELF_ROUTES[kind].archive, { item: item.id });
      say({ text: `${item.name} put away.`, undo: () => change(SHELF_ROUTES[kind].restore, { item: item.id }) });
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <>
      <Row gap="near">
        <Text as="h2" grow>
          {item.name}
          {item.archived && <span className="soft"> put away</span>}
        </Text>
        <Button onClick={() => setEditing(true)}>Put right</Button>
        <Button onClick={() => setStory(!story)}>{story ? 'Hide its story' : 'Story'}</Button>
        <Button onClick={archive}>{item.archived ? 'Bring back' : 'Put away'}</Button>
      </Row>
      <ErrorMessage error={error} />
      {story && <ItemStory kind={kind} item={item} />}
      {editing && <ItemDialog key={item.version} kind={kind} item={item} onClose={() => setEditing(false)} />}
    </>
  );
}
