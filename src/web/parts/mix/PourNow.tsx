import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { FieldError } from '../../../core/field-error.ts';
import {
  converted,
  inSpoons,
  isRatio,
  leftText,
  massText,
  quantityText,
  type Step,
  typedQuantity,
  unitOf,
} from '../../../core/mix/index.ts';
import { lackingIn } from '../../../record/lots.ts';
import { inPot, potOf } from '../../../record/poured.ts';
import type { Lot } from '../../../shared/lot.ts';
import type { Bench } from '../../hooks/bench.ts';
import { useKept } from '../../hooks/kept.ts';
import type { Mixing } from '../../hooks/mixing.ts';
import type { Scale } from '../../hooks/scale.ts';
import { gramsText } from '../numbers.ts';
import { sentenceOf, Trouble } from '../Trouble.tsx';
import { OverPoured } from './OverPoured.tsx';
import { ScaleBar } from './ScaleBar.tsx';

interface Props {
  bench: Bench;
  mixing: Mixing;
  step: Step & Required<Pick<Step, 'pour'>>;
  scale: Scale;
}

const BIG = { fontSize: 44, fontWeight: 700, lineHeight: 1.15 } as const;
const GRAM = unitOf('g');

const lotName = ({ code }: Lot) => `lot ${code || 'without a code'}`;

/** One pour, big: what, how much, what the scale shows, what was really poured. */
export function PourNow({ bench, mixing, step, scale }: Props) {
  const { pour } = step;
  const { recipe, tolerance, tools } = mixing;
  const { scaleGrams } = tools;
  const colour = bench.shelf.colourants.find((c) => c.id === pour.colourant);
  const lots = bench.shelf.lots.filter((l) => l.item === `colourant/${pour.colourant}`);
  const [lotId, setLotId] = useState<string>(lots[0]?.id ?? '');
  const [typed, setTyped, forget] = useKept<string>(`poured/${recipe.id}/${step.key}`, '');
  const [error, setError] = useState<string | null>(null);
  const [tooMuch, setTooMuch] = useState<number | null>(null);
  const [short, setShort] = useState<number | null>(null);
  const before = Object.entries(inPot(recipe, step.stage, bench.materials)).reduce(
    (sum, [id, g]) => (id === pour.colourant ? sum : sum + g),
    0,
  );
  const within = tolerance(step);
  const onScale = scale.reading ? Math.round((scale.reading.grams - before) / scaleGrams) * scaleGrams : null;
  const sheet = colour?.sheet;
  const spooned = sheet?.bulkDensity ? inSpoons(pour.grams, sheet.bulkDensity, tools.spoon) : null;
  const moves = mixing.promise?.sensitivity[pour.colourant];
  const spoonMoves = spooned && moves !== undefined ? (moves * Math.abs(spooned.grams / pour.grams - 1)) / 0.05 : null;
  /** Grams as they were typed, as the scale shows them, or as they were asked for. */
  const grams = (): number => {
    if (typed.trim() === '') return onScale !== null && onScale > 0 ? onScale : pour.grams;
    const quantity = typedQuantity(typed, { field: 'poured', usual: GRAM });
    if (isRatio(quantity)) throw new FieldError('poured', 'A ratio is no weight: how much was poured?');
    const of = { name: step.title, ...sheet, density: sheet?.bulkDensity ?? sheet?.density };
    return converted(quantity, GRAM, { ...of, dropsPerMl: sheet?.dropsPerMl ?? tools.dropsPerMl }, 'poured').value;
  };
  const understood = (): string => {
    if (typed.trim() === '') return ' ';
    try {
      const poured = quantityText({ value: grams(), unit: GRAM });
      return /^[\d.,\s]+(g|grams?)?$/i.test(typed) ? ' ' : poured;
    } catch (trouble) {
      return sentenceOf(trouble);
    }
  };
  const lot = lots.find((l) => l.id === lotId);
  const of = { name: step.title, ...sheet };
  const asked = ((): number => {
    try {
      return grams();
    } catch {
      return pour.grams;
    }
  })();
  const lacking = lot ? lackingIn(lot, asked, of) : 0;
  const lotText = (l: Lot) =>
    `${lotName(l)}${l.left === null ? '' : `, ${leftText(Math.max(0, l.left), l.unit, mixing.units)} left`}`;
  const keep = async (poured: number, overdrawn = lot !== undefined && lackingIn(lot, poured, of) > 0) => {
    await mixing.finish(step, { grams: poured, lotId: lotId || null, ...(overdrawn ? { overdrawn } : {}) });
    forget();
  };
  const done = async () => {
    try {
      setError(null);
      const poured = grams();
      if (lot && lackingIn(lot, poured, of) > 0) return;
      if (poured > pour.grams + within) return setTooMuch(poured);
      if (poured < pour.grams - within) return setShort(poured);
      await keep(poured);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <>
      <div style={{ display: 'flex', gap: 16, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <span style={BIG}>{step.title}</span>
        <span style={{ fontSize: 22 }}>{step.detail}</span>
        {lots.length > 0 && (
          <TextField
            select
            className="noprint"
            label="Out of"
            value={lotId}
            onChange={(e) => setLotId(e.target.value)}
            sx={{ minWidth: 210, marginLeft: 'auto' }}
          >
            {lots.map((lot) => (
              <MenuItem key={lot.id} value={lot.id}>
                {lotText(lot)}
              </MenuItem>
            ))}
            <MenuItem value="">no lot noted</MenuItem>
          </TextField>
        )}
      </div>
      <div className="mono" style={{ fontSize: 'clamp(64px, 10vw, 128px)', fontWeight: 700, lineHeight: 1 }}>
        {pour.said}
      </div>
      <div style={{ fontSize: 21, minHeight: 30 }}>
        {pour.beside
          ? pour.beside
          : spooned
            ? `or ${quantityText({ value: spooned.tsp, unit: unitOf('tsp') })}, level (${massText(spooned.grams, mixing.units)}${spoonMoves === null ? '' : `: moves it ${spoonMoves.toFixed(1)}`})`
            : pour.grams < scaleGrams
              ? `Less than the scale’s ${scaleGrams} g: make a larger batch, or dissolve ten times as much and take a tenth.`
              : `± ${gramsText(within)}`}
      </div>
      {scale.joined && <ScaleBar scale={scale} total={before + pour.grams} tolerance={within} />}
      <Trouble error={error ?? scale.error} />
      {short !== null && (
        <div className="note" style={{ fontSize: 18, display: 'flex', gap: 16, alignItems: 'center' }}>
          {gramsText(short)} are {gramsText(pour.grams - short)} too little: pour on.
          <Button onClick={() => void keep(short).catch((trouble) => setError(sentenceOf(trouble)))}>
            Leave it so
          </Button>
        </div>
      )}
      {lot && lacking > 0 && tooMuch === null && (
        <NotEnough
          bench={bench}
          mixing={mixing}
          step={step}
          lot={lot}
          lots={lots}
          enough={(other) => lackingIn(other, asked, of) === 0}
          onLot={setLotId}
          onPour={() => void keep(asked, true).catch((trouble) => setError(sentenceOf(trouble)))}
        />
      )}
      {tooMuch === null ? (
        <div className="noprint" style={{ display: 'flex', gap: 12, alignItems: 'start', flexWrap: 'wrap' }}>
          <Button
            variant="contained"
            color="primary"
            onClick={() => void done()}
            disabled={lacking > 0}
            sx={{ minHeight: 60, minWidth: 128, fontSize: 21 }}
          >
            Poured
          </Button>
          <TextField
            label="As poured"
            placeholder={gramsText(onScale ?? pour.grams)}
            value={typed}
            onChange={(e) => {
              setTyped(e.target.value);
              setShort(null);
            }}
            onKeyDown={(e) => e.key === 'Enter' && void done()}
            helperText={understood()}
            sx={{ width: 190 }}
          />
          {scale.joined && (
            <Button onClick={() => void scale.tare()} sx={{ minHeight: 60 }}>
              Tare
            </Button>
          )}
        </div>
      ) : (
        <OverPoured
          bench={bench}
          mixing={mixing}
          step={step}
          poured={tooMuch}
          onKeep={() => keep(tooMuch)}
          onBack={() => setTooMuch(null)}
        />
      )}
    </>
  );
}

/** The lot in hand holds less than is asked for: another lot, half the batch, or it was counted wrongly. */
function NotEnough({
  bench,
  mixing,
  step,
  lot,
  lots,
  enough,
  onLot,
  onPour,
}: Pick<Props, 'bench' | 'mixing' | 'step'> & {
  lot: Lot;
  lots: readonly Lot[];
  enough: (lot: Lot) => boolean;
  onLot: (id: string) => void;
  onPour: () => void;
}) {
  const [error, setError] = useState<string | null>(null);
  const next = lots.find((l) => l.id !== lot.id && enough(l));
  const { litres, grams } = potOf(mixing.recipe, step.stage, bench.materials);
  // What is in the pot already cannot be halved.
  const begun = Object.keys(inPot(mixing.recipe, step.stage, bench.materials)).length > 0;
  const halve = async () => {
    try {
      const half = Object.fromEntries(Object.entries(grams).map(([id, g]) => [id, g / 2]));
      await mixing.setPots([{ stage: step.stage, litres: litres / 2, grams: half }]);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <div className="note large pile" role="alert">
      {lotName(lot).replace('lot', 'Lot')} has {leftText(Math.max(0, lot.left ?? 0), lot.unit, mixing.units)} left: that
      is not enough.
      <div className="choices">
        {next && <Button onClick={() => onLot(next.id)}>Take {lotName(next)}</Button>}
        {!begun && <Button onClick={() => void halve()}>Half the batch</Button>}
        <Button onClick={onPour}>It holds more than was counted: poured</Button>
      </div>
      <Trouble error={error} />
    </div>
  );
}
