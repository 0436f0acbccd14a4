import { Button, MenuItem } from '@mui/material';
import { useEffect, useMemo, useState } from 'react';
import { rawMean } from '../../../core/board/wood.ts';
import { bentTo } from '../../../core/colour/bent.ts';
import { screenColour } from '../../../core/colour/display.ts';
import { type Lab, labOf } from '../../../core/colour/lab.ts';
import { unlessRefused } from '../../../core/field-error.ts';
import { CARRIERS, COLOURANT_INFO, COLOURANT_KINDS, type ColourantKind } from '../../../core/kinds/index.ts';
import { isShare, type Materials } from '../../../core/layers/materials.ts';
import { DEPTHS, type Depth, HUES, type Hue, labelled, lookOf } from '../../../core/usual/colours.ts';
import { lookLike } from '../../../core/usual/like.ts';
import { materialsOf, onTheShelf } from '../../../record/shelf/materials.ts';
import { addColourant } from '../../../shared/contract/shelf.ts';
import { NewColourant, type SpeciesRecord } from '../../../shared/shelf.ts';
import { change, useShelf } from '../../hooks/api.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { Area, Row } from '../layout.tsx';
import { numberTyped } from '../numbers.ts';
import { TypedField } from '../TypedField.tsx';
import { type AddProps, CODE, fieldsOf, ShelfDialog, withCode } from './add-form.tsx';
import { BESIDE } from './beside.ts';
import { WhatIsThis } from './WhatIsThis.tsx';

const BLANK_COLOUR = {
  id: '',
  name: '',
  hue: '',
  depth: 'medium',
  beside: 'the same',
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
/** A colour of the shelf that the new one is like, among the hues. */
const LIKE = 'like ';
const NOTHING: Materials = { colourants: {}, mediums: {}, supplies: {} };

/** What is said of how a coat looks: a hue of the fan and how deep, or another colour and what it is beside that. */
function lookSaid(
  { hue, depth, beside }: { hue: string; depth: string; beside: string },
  wood: SpeciesRecord,
  materials: Materials,
): Lab | undefined {
  if (!hue.startsWith(LIKE)) return hue ? lookOf(hue as Hue, depth as Depth) : undefined;
  const like = materials.colourants[hue.slice(LIKE.length)];
  return like && lookLike(like, wood, materials, BESIDE[beside]);
}

/** A coat of the colour on the wood, beside the wood itself: the one that is nearest is tapped. */
function Fan({
  wood,
  hue,
  looks,
  chosen,
  onTake,
}: {
  wood: SpeciesRecord;
  hue: string;
  looks: Readonly<Record<string, Lab | undefined>>;
  chosen: string;
  onTake: (which: string) => void;
}) {
  return (
    <div className="pile">
      <Row gap="hair">
        <Area height={64} grow colour={screenColour(rawMean(wood)).css} title={`raw ${wood.name.toLowerCase()}`} />
        {Object.entries(looks).map(([each, lab]) => (
          <Button
            key={each}
            aria-label={`${hue}, ${each}`}
            aria-pressed={each === chosen}
            onClick={() => onTake(each)}
            className="fan"
            sx={{
              backgroundColor: (lab && unlessRefused(() => screenColour(bentTo(rawMean(wood), lab)).css)) ?? undefined,
            }}
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
export function AddColourant({ onClose, onAdded }: AddProps) {
  const { data: shelf } = useShelf();
  const woods = onTheShelf(shelf?.species ?? []);
  const materials = useMemo(() => (shelf ? materialsOf(shelf) : NOTHING), [shelf]);
  const known = onTheShelf(shelf?.colourants ?? []).filter((c) => materials.colourants[c.id]?.unknown !== true);
  const { form, submit, busy, error } = useTypedForm({
    keep: 'new-colour',
    blank: BLANK_COLOUR,
    read: (typed) => {
      // A share of the mix is typed as per cent.
      const strongest = numberTyped(typed.maxStrength);
      const share = isShare(typed.kind as ColourantKind) ? 0.01 : 1;
      const { hue, depth, on, beside, ...named } = typed;
      const onWood = woods.find((w) => w.id === on);
      const look = onWood && lookSaid({ hue, depth, beside }, onWood, materials);
      return {
        ...withCode(named),
        ...(look ? { look: { speciesId: on, lab: look } } : {}),
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
  const [palest] = woods.map((wood) => ({ wood, light: labOf(rawMean(wood))[0] })).sort((p, q) => q.light - p.light);
  useEffect(() => {
    if (palest && form.getValues('on') === '') form.setValue('on', palest.wood.id);
  }, [palest, form]);
  const [hue, depth, on, beside] = [form.watch('hue'), form.watch('depth'), form.watch('on'), form.watch('beside')];
  const wood = woods.find((w) => w.id === on);
  return (
    <ShelfDialog title="New colour" error={error} onClose={onClose} onSubmit={submit} busy={busy}>
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
              {known.map((c) => (
                <MenuItem key={c.id} value={LIKE + c.id}>
                  like {c.name}
                </MenuItem>
              ))}
            </TypedField>
            {hue.startsWith(LIKE)
              ? select('beside', 'Beside that', Object.keys(BESIDE))
              : select('depth', 'Depth', DEPTHS)}
            <TypedField control={form.control} name="on" label="On" select>
              {woods.map((w) => (
                <MenuItem key={w.id} value={w.id}>
                  {w.name.toLowerCase()}
                </MenuItem>
              ))}
            </TypedField>
          </Row>
          {hue && (
            <Fan
              wood={wood}
              looks={
                hue.startsWith(LIKE)
                  ? { [beside]: lookSaid({ hue, depth, beside }, wood, materials) }
                  : Object.fromEntries(DEPTHS.map((d) => [d, lookOf(hue as Hue, d)]))
              }
              hue={hue}
              chosen={depth}
              onTake={(d) => !hue.startsWith(LIKE) && form.setValue('depth', d)}
            />
          )}
        </>
      )}
      {text('maxStrength', share ? 'Strongest, % of the mix' : 'Strongest, g/L')}
      {text('costPerGram', 'Cost per gram')}
      {text('lot', 'Lot')}
      {text('caution', 'Caution')}
    </ShelfDialog>
  );
}
