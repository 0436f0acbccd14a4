import { FormControlLabel, Switch } from '@mui/material';
import { Controller } from 'react-hook-form';
import { KINDS } from '../../../core/kinds/index.ts';
import { stackAsMade } from '../../../record/board/stages.ts';
import { stepLines } from '../../../record/board/step-lines.ts';
import { type Board, BoardCut } from '../../../shared/board.ts';
import { changeBoard } from '../../../shared/contract/boards.ts';
import { changeHouse } from '../../../shared/contract/house.ts';
import type { House } from '../../../shared/house.ts';
import { change } from '../../hooks/api.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { Columns } from '../layout.tsx';
import { sizeIn } from '../sizes.ts';
import { TypedField } from '../TypedField.tsx';

/** How a board is cut, as it is typed; where each layer begins, by the layer's place. */
interface CutTyped {
  length: string;
  width: string;
  lines: Record<string, string>;
  /** The next boards are cut so too. */
  next: boolean;
}

/** How a board is cut and where each coat on it begins: lines typed by hand, or none for steps of one width. */
export function CutDialog({ board, house, onClose }: { board: Board; house: House; onClose: () => void }) {
  const { unit, shown, text, typed: size } = sizeIn(house.units);
  const stack = stackAsMade(board);
  const { cut } = board;
  const drawn = cut.lines.length === stack.length;
  const even = stepLines(stack.length, { ...cut, lines: [] });
  const { form, submit, error, meanwhile, busy } = useTypedForm<CutTyped, BoardCut, Board>({
    keep: `cut/${board.id}/${board.version}/${house.units}`,
    blank: {
      length: shown(cut.length),
      width: shown(cut.width),
      lines: Object.fromEntries(stack.map((_, i) => [i, drawn ? shown(cut.lines[i] ?? 0) : ''])),
      next: false,
    },
    read: ({ length, width, lines }) => {
      const typed = stack.map((_, i) => lines[i]?.trim() ?? '');
      return {
        length: size(length),
        width: size(width),
        lines: typed.every((t) => t === '') ? [] : typed.map(size),
      };
    },
    shape: BoardCut,
    save: async (now, version) => {
      if (form.getValues('next'))
        await change(changeHouse, {}, { version: house.version, cut: { length: now.length, width: now.width } });
      return change(changeBoard, { board: board.id }, { version, cut: now });
    },
    version: board.version,
    onSaved: onClose,
  });
  return (
    <FormDialog
      title={`How board ${board.number} is cut`}
      error={error}
      onClose={onClose}
      onSubmit={submit}
      action={<SaveButton busy={busy} over={meanwhile !== null} />}
    >
      <Columns of="1fr 1fr" gap="near">
        <TypedField control={form.control} name="length" label={`Length, ${unit}`} autoFocus />
        <TypedField control={form.control} name="width" label={`Width, ${unit}`} />
      </Columns>
      <Controller
        control={form.control}
        name="next"
        render={({ field: { value, onChange } }) => (
          <FormControlLabel
            control={<Switch checked={value} onChange={(_, on) => onChange(on)} />}
            label="Cut the next boards so too"
          />
        )}
      />
      {stack.length > 0 && (
        <>
          <p>
            Each coat begins at its line, {unit} from the raw end: what is below is masked there and stays in sight. All
            empty, the steps are of one width.
          </p>
          {stack.map((layer, i) => (
            <TypedField
              // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place
              key={i}
              control={form.control}
              name={`lines.${i}`}
              label={`${KINDS[layer.kind].label} begins at, ${unit}`}
              placeholder={shown(even[i + 1] ?? 0)}
            />
          ))}
        </>
      )}
      {meanwhile && (
        <div className="note">
          Now: {text(meanwhile.cut.length)} × {text(meanwhile.cut.width)}. Yours is above; saving again saves it over
          that.
        </div>
      )}
    </FormDialog>
  );
}
