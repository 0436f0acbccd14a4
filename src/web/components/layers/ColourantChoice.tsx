import { Button, Checkbox, Dialog, DialogContent, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { COLOURANT_INFO, KINDS } from '../../../core/kinds/index.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import type { Colourant, Materials } from '../../../core/layers/materials.ts';
import { type Choice, solvable } from '../../../record/job/openings.ts';
import { Pile, Row } from '../layout.tsx';

interface Props {
  choice: Choice;
  stack: Stack;
  materials: Materials;
  onChange: (choice: Choice) => void;
  onClose: () => void;
}

const toggled = <T,>(list: readonly T[], item: T): T[] =>
  list.includes(item) ? list.filter((x) => x !== item) : [...list, item];

/** Which colours off the shelf, and which layers, a search may use. */
export function ColourantChoice({ choice, stack, materials, onChange, onClose }: Props) {
  const taken = new Set(stack.flatMap((l) => KINDS[l.kind].takes));
  const shelf = Object.values(materials.colourants).filter((c) => taken.has(c.kind));
  const coloured = [...new Set(stack.map((l) => l.kind))].filter((kind) => solvable(kind));
  const groups = [...new Set(shelf.map((c) => c.kind))];
  const box = (c: Colourant) => (
    <FormControlLabel
      key={c.id}
      control={
        <Checkbox
          checked={!choice.barred.includes(c.id)}
          onChange={() => onChange({ ...choice, barred: toggled(choice.barred, c.id) })}
        />
      }
      label={`${c.name} · ${c.carrier}`}
    />
  );
  return (
    <Dialog open onClose={onClose} slotProps={{ paper: { 'aria-label': 'Allowed colours' } }} maxWidth="md">
      <DialogContent className="pile">
        <h2>What may be used</h2>
        <Row gap="wide">
          {groups.map((kind) => (
            <Pile key={kind} top>
              <h3>{COLOURANT_INFO[kind].plural}</h3>
              {shelf.filter((c) => c.kind === kind).map(box)}
            </Pile>
          ))}
          <Pile top>
            <h3>Layers to solve for</h3>
            {coloured.map((kind) => (
              <FormControlLabel
                key={kind}
                control={
                  <Checkbox
                    checked={!choice.closed.includes(kind)}
                    onChange={() => onChange({ ...choice, closed: toggled(choice.closed, kind) })}
                  />
                }
                label={KINDS[kind].label}
              />
            ))}
            <TextField
              select
              label="Most in a layer"
              value={choice.most}
              onChange={(e) => onChange({ ...choice, most: Number(e.target.value) })}
              sx={{ marginTop: 2, width: 150 }}
            >
              {[1, 2, 3, 4].map((n) => (
                <MenuItem key={n} value={n}>
                  {n}
                </MenuItem>
              ))}
            </TextField>
          </Pile>
        </Row>
        <Button sx={{ marginTop: 2 }} onClick={onClose}>
          Done
        </Button>
      </DialogContent>
    </Dialog>
  );
}
