import { Button, MenuItem, TextField } from '@mui/material';
import { meanSpectrum } from '../../../core/colour/grid.ts';
import { labOf } from '../../../core/colour/lab.ts';
import { labOfText, onGrid } from '../../../core/formats/index.ts';
import { KINDS, LAYER_KINDS, type LayerKind } from '../../../core/kinds/index.ts';
import { isColoured } from '../../../core/layers/layer.ts';
import { strengthUnit } from '../../../core/layers/materials.ts';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import { addOldBoard, changeOldBoard } from '../../../shared/contract/house.ts';
import { NewOldBoard, type OldBoard, type OldLayer } from '../../../shared/old-board.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { change } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { FileButton } from '../FileButton.tsx';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { Columns, Row, Text } from '../layout.tsx';
import { labText } from '../numbers.ts';
import { TypedField } from '../TypedField.tsx';

interface TypedColour {
  id: string;
  /** As typed; empty or a question mark while nobody knows. */
  amount: string;
}
interface TypedLayer {
  kind: LayerKind;
  colours: TypedColour[];
  medium: string;
}
interface Typed {
  label: string;
  speciesId: string;
  made: string;
  note: string;
  lab: string;
  grid: number[] | null;
  layers: TypedLayer[];
}
const BLANK: Typed = { label: '', speciesId: '', made: '', note: '', lab: '', grid: null, layers: [] };

/** What one of what is typed of a colour is as a strength: a per cent, or a gram in a litre. */
const unitOf = (id: string, shelf: Shelf) => strengthUnit(shelf.colourants.find((c) => c.id === id));

const typedOf = (board: OldBoard, shelf: Shelf): Typed => ({
  label: board.label,
  speciesId: board.speciesId,
  made: board.made,
  note: board.note,
  lab: board.lab && !board.grid ? board.lab.join(' ') : '',
  grid: board.grid,
  layers: board.layers.map(({ kind, colours, medium }) => ({
    kind,
    medium: medium ?? '',
    colours: Object.entries(colours).map(([id, amount]) => ({
      id,
      amount: amount === null ? '' : String(Number((amount / unitOf(id, shelf).one).toFixed(4))),
    })),
  })),
});

function amountOf({ id, amount }: TypedColour, shelf: Shelf): number | null {
  const text = amount.trim();
  if (text === '' || text === '?') return null;
  const number = Number(text);
  if (!Number.isFinite(number) || number < 0)
    throw new Error(`${id}: “${text}” is no amount. Leave it empty where nobody knows.`);
  return number * unitOf(id, shelf).one;
}

const layerOf = ({ kind, colours, medium }: TypedLayer, shelf: Shelf): OldLayer => ({
  kind,
  medium: medium || null,
  colours: Object.fromEntries(colours.filter((c) => c.id).map((c) => [c.id, amountOf(c, shelf)])),
});

/** One layer as far as it is known: its kind, its colours with their amounts or without, its clear. */
function LayerRow({
  layer,
  shelf,
  onChange,
  onRemove,
}: {
  layer: TypedLayer;
  shelf: Shelf;
  onChange: (layer: TypedLayer) => void;
  onRemove: () => void;
}) {
  const { takes, medium, label } = KINDS[layer.kind];
  const offered = onTheShelf(shelf.colourants).filter((c) => takes.includes(c.kind));
  const putColour = (i: number, part: Partial<TypedColour>) =>
    onChange({ ...layer, colours: layer.colours.map((c, k) => (k === i ? { ...c, ...part } : c)) });
  return (
    <Row gap="close" wrap line padTop="close">
      <Text as="b" width={110}>
        {label}
      </Text>
      {layer.colours.map((colour, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a colour is known by its place while it is typed
        <Row as="span" key={i} gap="close">
          <TextField
            select
            label="Colour"
            value={colour.id}
            onChange={(e) => putColour(i, { id: e.target.value })}
            sx={{ width: 130 }}
          >
            {offered.map((c) => (
              <MenuItem key={c.id} value={c.id}>
                {c.name}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            label={`${unitOf(colour.id, shelf).word}, or ?`}
            value={colour.amount}
            onChange={(e) => putColour(i, { amount: e.target.value })}
            sx={{ width: 140 }}
          />
        </Row>
      ))}
      {takes.length > 0 && layer.colours.length < 4 && (
        <Button onClick={() => onChange({ ...layer, colours: [...layer.colours, { id: '', amount: '' }] })}>
          + colour
        </Button>
      )}
      {medium !== 'none' && (
        <TextField
          select
          label={medium.charAt(0).toUpperCase() + medium.slice(1)}
          value={layer.medium}
          onChange={(e) => onChange({ ...layer, medium: e.target.value })}
          sx={{ width: 200 }}
        >
          <MenuItem value="">not known</MenuItem>
          {onTheShelf(shelf.mediums)
            .filter((m) => m.kind === medium)
            .map((m) => (
              <MenuItem key={m.id} value={m.id}>
                {m.name}
              </MenuItem>
            ))}
        </TextField>
      )}
      <Button onClick={onRemove} sx={{ marginLeft: 'auto' }}>
        Remove
      </Button>
    </Row>
  );
}

/** An old board entered in a minute, or put right: wood, what is known of the layers, a reading or none. */
export function OldBoardDialog({
  board,
  shelf,
  onClose,
}: {
  board: OldBoard | null;
  shelf: Shelf;
  onClose: () => void;
}) {
  const id = useNextId();
  const { form, submit, error, meanwhile, busy } = useTypedForm<Typed, Omit<NewOldBoard, 'id'>, OldBoard>({
    keep: `rack/${board ? `${board.id}/${board.version}` : 'new'}`,
    blank: board ? typedOf(board, shelf) : BLANK,
    read: ({ lab: text, grid, layers, ...rest }) => {
      const lab = labOfText(text);
      // What stays as a picture showed it stays as doubtful.
      const doubt = lab && board?.lab && lab.join() === board.lab.join() ? board.doubt : null;
      return { ...rest, grid: lab ? null : grid, lab, doubt, layers: layers.map((l) => layerOf(l, shelf)) };
    },
    shape: NewOldBoard.omit({ id: true }),
    save: async (now, version) => {
      if (board) await change(changeOldBoard, { oldBoard: board.id }, { version, ...now });
      else await change(addOldBoard, {}, { id: id.next(), ...now });
      id.kept();
    },
    version: board?.version,
    onSaved: onClose,
  });
  const { control } = form;
  const [grid, lab, layers] = form.watch(['grid', 'lab', 'layers']);
  const putLayers = (next: TypedLayer[]) => form.setValue('layers', next, { shouldDirty: true });
  return (
    <FormDialog
      title={board ? `Change ${board.label}` : 'A board from the rack'}
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={
        <SaveButton busy={busy} over={meanwhile !== null}>
          {board ? 'Save' : 'Hang it up'}
        </SaveButton>
      }
    >
      <Columns of="1fr 150px" gap="near">
        <TypedField control={control} name="label" label="What stands on it" autoFocus />
        <TypedField control={control} name="speciesId" select label="Wood">
          {onTheShelf(shelf.species).map((s) => (
            <MenuItem key={s.id} value={s.id}>
              {s.name}
            </MenuItem>
          ))}
        </TypedField>
      </Columns>
      {layers.map((layer, i) => (
        <LayerRow
          // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place
          key={i}
          layer={layer}
          shelf={shelf}
          onChange={(now) => putLayers(layers.map((l, k) => (k === i ? now : l)))}
          onRemove={() => putLayers(layers.filter((_, k) => k !== i))}
        />
      ))}
      <TextField
        select
        label="Add what is known of a layer"
        value=""
        onChange={(e) => {
          const kind = e.target.value as LayerKind;
          const colours = !isColoured(kind) ? [] : [{ id: '', amount: '' }];
          putLayers([...layers, { kind, colours, medium: '' }]);
        }}
      >
        {LAYER_KINDS.map((kind) => (
          <MenuItem key={kind} value={kind}>
            {KINDS[kind].label}
          </MenuItem>
        ))}
      </TextField>
      <Row gap="near">
        <TypedField control={control} name="lab" label="Read: L* a* b*" sx={{ flex: 1 }} />
        <FileButton
          label="File"
          onReadings={({ readings }) => {
            form.setValue('grid', Array.from(meanSpectrum(readings.map(onGrid))));
            form.setValue('lab', '');
          }}
        />
      </Row>
      {grid && !lab && <div className="note mono">{labText(labOf(grid))}, from a spectrum</div>}
      <Columns of="1fr 2fr" gap="near">
        <TypedField control={control} name="made" label="Made, about when" />
        <TypedField control={control} name="note" label="Note" />
      </Columns>
      {meanwhile && (
        <div className="note">Now: {meanwhile.label}. Yours is above; saving again saves it over that.</div>
      )}
    </FormDialog>
  );
}
