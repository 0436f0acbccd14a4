import { Button, MenuItem, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useEffect, useState } from 'react';
import { LIGHT_NAMES } from '../../../core/colour/lights.ts';
import { offeredSystems } from '../../../record/job/systems.ts';
import { systemsLayered, systemWords } from '../../../record/notebook/system.ts';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import { NOTE_KINDS, NOTED_LIGHTS, type NotebookFound, VERDICTS } from '../../../shared/notebook.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { useSystems } from '../../hooks/api.ts';
import { useNotebookChoices, useSettled } from '../../hooks/notebook.ts';
import { Pile, Row } from '../layout.tsx';
import { ColourSought } from './ColourSought.tsx';
import { KIND_WORDS, VERDICT_WORDS } from './words.ts';

interface Props {
  params: URLSearchParams;
  /** Nothing takes it out of the address. */
  set: (changes: Readonly<Record<string, string | null>>) => void;
  shelf: Shelf;
  sought: NotebookFound['sought'];
}

const USUAL_KINDS = 'board,rack,batch';

function Choice({
  label,
  value,
  of,
  onChange,
  width = 150,
}: {
  label: string;
  value: string | null;
  of: readonly (readonly [value: string, words: string])[];
  onChange: (value: string | null) => void;
  width?: number;
}) {
  const known = value === null || of.some(([v]) => v === value) ? of : [...of, [value, value] as const];
  return (
    <TextField
      select
      label={label}
      value={value ?? ''}
      onChange={(e) => onChange(e.target.value || null)}
      sx={{ width }}
      slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
    >
      <MenuItem value="">any</MenuItem>
      {known.map(([v, words]) => (
        <MenuItem key={v} value={v}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** A day of the calendar, or none. */
const Day = ({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string | null;
  onChange: (v: string | null) => void;
}) => (
  <TextField
    type="date"
    label={label}
    value={value ?? ''}
    onChange={(e) => onChange(e.target.value || null)}
    sx={{ width: 150 }}
    slotProps={{ inputLabel: { shrink: true } }}
  />
);

/** What is looked for in the notebook; the address holds all of it. */
export function NotebookFilters({ params, set, shelf, sought }: Props) {
  const { data: choices } = useNotebookChoices();
  const { data: kept } = useSystems();
  const [more, setMore] = useState(() =>
    ['lot', 'person', 'system', 'verdict', 'from', 'until'].some((key) => params.has(key)),
  );
  const words = params.get('words') ?? '';
  const [typed, setTyped] = useState(words);
  useEffect(() => setTyped(words), [words]);
  const settle = useSettled((text: string) => set({ words: text || null }));
  const one = (key: string) => ({ value: params.get(key), onChange: (value: string | null) => set({ [key]: value }) });
  const systems = offeredSystems(kept ?? []);
  const products = [
    ...shelf.colourants.map((c) => [`colourant/${c.id}`, c.name] as const),
    ...shelf.mediums.map((m) => [`medium/${m.id}`, m.name] as const),
    ...shelf.supplies.map((s) => [`supply/${s.id}`, s.name] as const),
  ].sort(([, p], [, q]) => p.localeCompare(q));
  const item = params.get('item');
  const lots = shelf.lots.filter((lot) => !item || lot.item === item);
  const named = (address: string) => products.find(([a]) => a === address)?.[1] ?? address;
  return (
    <Pile gap="near">
      <Row gap="near" wrap>
        <ColourSought params={params} set={set} sought={sought} />
        {sought && (
          <>
            {sought.grid && (
              <TextField
                select
                label="Light"
                value={params.get('light') ?? 'D65'}
                onChange={(e) => set({ light: e.target.value === 'D65' ? null : e.target.value })}
                sx={{ width: 150 }}
              >
                {NOTED_LIGHTS.map((light) => (
                  <MenuItem key={light} value={light}>
                    {LIGHT_NAMES[light]}
                  </MenuItem>
                ))}
              </TextField>
            )}
            <Choice
              label="Within"
              {...one('within')}
              of={['1', '2', '3', '5', '10'].map((n) => [n, `ΔE00 ${n}`] as const)}
              width={110}
            />
          </>
        )}
        <TextField
          label="Words"
          placeholder="a customer, a colour, what was said"
          value={typed}
          onChange={(e) => {
            setTyped(e.target.value.slice(0, 80));
            settle(e.target.value.slice(0, 80));
          }}
          sx={{ width: 250 }}
        />
        <Choice label="Wood" {...one('wood')} of={onTheShelf(shelf.species).map((s) => [s.id, s.name] as const)} />
        <Choice
          label="Product"
          value={item}
          onChange={(value) => set({ item: value, lot: null })}
          of={products}
          width={170}
        />
        <Button aria-expanded={more} onClick={() => setMore(!more)}>
          {more ? 'Less' : 'More'}
        </Button>
      </Row>
      {more && (
        <Row gap="near" wrap>
          <Choice
            label="Lot"
            {...one('lot')}
            of={lots.map((lot) => [lot.id, `${named(lot.item)} ${lot.code}`] as const)}
            width={170}
          />
          <Choice
            label="System"
            {...one('system')}
            of={(choices?.systems ?? []).map(({ system }) => [
              system,
              [
                systemWords(system),
                ...systemsLayered(system, systems)
                  .slice(0, 2)
                  .map((s) => s.name),
              ].join(' · '),
            ])}
            width={220}
          />
          <Choice label="Who" {...one('person')} of={(choices?.people ?? []).map((p) => [p, p] as const)} width={120} />
          <Choice
            label="What came of it"
            {...one('verdict')}
            of={VERDICTS.map((v) => [v, VERDICT_WORDS[v]] as const)}
          />
          <Day label="From" {...one('from')} />
          <Day label="Until" {...one('until')} />
        </Row>
      )}
      <ToggleButtonGroup
        size="small"
        aria-label="Which kinds"
        value={(params.get('kinds') ?? USUAL_KINDS).split(',')}
        onChange={(_, kinds: string[]) => {
          if (kinds.length > 0) set({ kinds: kinds.join(',') === USUAL_KINDS ? null : kinds.join(',') });
        }}
      >
        {NOTE_KINDS.map((kind) => (
          <ToggleButton key={kind} value={kind}>
            {KIND_WORDS[kind]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Pile>
  );
}
