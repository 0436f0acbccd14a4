import { Button, Dialog, DialogContent, TextField } from '@mui/material';
import { useState } from 'react';
import { reflectanceFromLab } from '../../../core/colour/reconstruct.ts';
import { FieldError } from '../../../core/field-error.ts';
import { labOfText } from '../../../core/formats/lab-text.ts';
import { type Boxing, boxCans, volumeText } from '../../../core/mix/index.ts';
import type { Lot } from '../../../shared/lot.ts';
import { useHouse } from '../../hooks/api.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { litresTyped } from '../batch.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Columns, Pile, Row, Text } from '../layout.tsx';
import { deltaText, numberTyped } from '../numbers.ts';

interface CanTyped {
  name: string;
  litres: string;
  holds: string;
  lab: string;
}
const BLANK: CanTyped = { name: '', litres: '', holds: '', lab: '' };
const USUAL_TOLERANCE = '0.5';

/** Cans of one colour boxed together: from a draw-down of each, what is poured into which until they are one. */
export function BoxDialog({
  item,
  name,
  lots,
  canMl,
  onClose,
}: {
  item: string;
  name: string;
  lots: readonly Lot[];
  canMl: number | null | undefined;
  onClose: () => void;
}) {
  const units = useHouse().data?.units ?? 'metric';
  const first = lots
    .filter((l) => l.unit === 'mL')
    .map((l) => ({ ...BLANK, name: l.code, litres: l.left ? `${l.left} mL` : '', holds: canMl ? `${canMl} mL` : '' }));
  const [cans, setCans] = usePersistentState<CanTyped[]>(
    `box/${item}`,
    [...first, BLANK, BLANK].slice(0, Math.max(2, first.length)),
  );
  const [tolerance, setTolerance] = useState(USUAL_TOLERANCE);
  const [boxing, setBoxing] = useState<Boxing | null>(null);
  const [error, setError] = useState<string | null>(null);
  const put = (i: number, key: keyof CanTyped, value: string) => {
    setBoxing(null);
    setCans(cans.map((c, k) => (k === i ? { ...c, [key]: value } : c)));
  };
  const work = () => {
    try {
      setError(null);
      const read = cans.map((can, i) => {
        const called = can.name.trim() || `can ${i + 1}`;
        const litres = litresTyped(can.litres);
        if (litres === undefined) throw new FieldError('litres', `How much is in ${called}?`);
        const lab = labOfText(can.lab);
        if (!lab) throw new FieldError('lab', `A draw-down of ${called} is not read yet: three numbers, L* a* b*.`);
        return {
          name: called,
          litres,
          holds: litresTyped(can.holds) ?? litres,
          reading: reflectanceFromLab(lab),
        };
      });
      setBoxing(boxCans(read, numberTyped(tolerance) ?? Number.NaN));
    } catch (trouble) {
      setBoxing(null);
      setError(sentenceOf(trouble));
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" slotProps={{ paper: { 'aria-label': `Box ${name}` } }}>
      <DialogContent>
        <Pile
          as="form"
          noValidate
          gap="near"
          onSubmit={(e) => {
            e.preventDefault();
            work();
          }}
        >
          <h2>Box {name}</h2>
          <p>
            Stir each can, draw one down on white card, let it dry and read it. All that goes on one job is one colour.
          </p>
          {cans.map((can, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a can is known by its place
            <Columns key={i} of="1fr 1fr 1fr 1.4fr" gap="near">
              <TextField label={`Can ${i + 1}`} value={can.name} onChange={(e) => put(i, 'name', e.target.value)} />
              <TextField label="In it" value={can.litres} onChange={(e) => put(i, 'litres', e.target.value)} />
              <TextField label="Holds" value={can.holds} onChange={(e) => put(i, 'holds', e.target.value)} />
              <TextField label="Draw-down: L* a* b*" value={can.lab} onChange={(e) => put(i, 'lab', e.target.value)} />
            </Columns>
          ))}
          <Row gap="near">
            <Button onClick={() => setCans([...cans, BLANK])}>Another can</Button>
            {cans.length > 2 && <Button onClick={() => setCans(cans.slice(0, -1))}>One can less</Button>}
            <TextField
              label="Until they differ by, ΔE00"
              value={tolerance}
              onChange={(e) => setTolerance(e.target.value)}
              sx={{ width: 190, marginLeft: 'auto' }}
            />
          </Row>
          <ErrorMessage error={error} />
          {boxing && (
            <div>
              <Text as="p" padBottom="close">
                {boxing.transfers.length === 0
                  ? `They differ by ΔE00 ${deltaText(boxing.spread)}: nothing to pour.`
                  : `They differ by ΔE00 ${deltaText(boxing.spread)}.`}
              </Text>
              <ol>
                {boxing.transfers.map((t, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a pour is known by its place
                  <Text as="li" key={i} padY="hair">
                    <span className="mono">{volumeText(t.litres, units)}</span> from {t.from} into {t.to}, stir: ΔE00{' '}
                    {deltaText(t.spread)}
                  </Text>
                ))}
              </ol>
              {!boxing.done && <p>They do not come together so: pour all into one larger vessel.</p>}
            </div>
          )}
          <Row gap="near" end>
            <Button onClick={onClose}>Close</Button>
            <Button type="submit" variant="contained" color="primary">
              How to pour
            </Button>
          </Row>
        </Pile>
      </DialogContent>
    </Dialog>
  );
}
