import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { type Convertible, leftText, type Step } from '../../../core/mix/index.ts';
import { inPot, potOf } from '../../../record/board/poured.ts';
import { lackingIn, type Poured } from '../../../record/shelf/lots.ts';
import type { Lot } from '../../../shared/lot.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import type { Mixing } from '../../hooks/mixing.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';

const lotName = ({ code }: Lot) => `lot ${code || 'without a code'}`;

/** The lots of a product that a pour can come out of, and the one in hand. */
export interface LotsInHand {
  lots: readonly Lot[];
  lot: Lot | undefined;
  choose: (id: string) => void;
  /** Whether a lot, the one in hand where none is named, holds less than is poured. */
  lacks: (poured: Poured, other?: Lot) => boolean;
}

/** The lots of a shelf's product, e.g. `medium/oil-varnish`; the first is in hand. */
export function useLots(bench: OpenBench, item: string, of: Convertible): LotsInHand {
  const lots = bench.shelf.lots.filter((l) => l.item === item);
  const [chosen, choose] = useState<string>(lots[0]?.id ?? '');
  const lot = lots.find((l) => l.id === chosen);
  const lacks = (poured: Poured, other = lot) => other !== undefined && lackingIn(other, poured, of) > 0;
  return { lots, lot, choose, lacks };
}

/** Out of which lot; nothing where the shelf counts none. */
export function LotField({ lots, lot, choose, units }: LotsInHand & Pick<Mixing, 'units'>) {
  if (lots.length === 0) return null;
  return (
    <TextField select className="noprint" label="Out of" value={lot?.id ?? ''} onChange={(e) => choose(e.target.value)}>
      {lots.map((l) => (
        <MenuItem key={l.id} value={l.id}>
          {lotName(l)}
          {l.left === null ? '' : `, ${leftText(Math.max(0, l.left), l.unit, units)} left`}
        </MenuItem>
      ))}
      <MenuItem value="">no lot noted</MenuItem>
    </TextField>
  );
}

interface NotEnoughProps {
  bench: OpenBench;
  mixing: Mixing;
  step: Step;
  inHand: LotsInHand;
  poured: Poured;
  /** It held more than was counted. */
  onPour: () => void;
}
/** The lot in hand holds less than is asked for: another lot, half the batch, or it was counted wrongly. Nothing where it holds enough. */
export function NotEnough({ bench, mixing, step, inHand, poured, onPour }: NotEnoughProps) {
  const [error, setError] = useState<string | null>(null);
  const { lot, lots, choose, lacks } = inHand;
  if (!lot || !lacks(poured)) return null;
  const next = lots.find((l) => l.id !== lot.id && !lacks(poured, l));
  const { litres, grams } = potOf(mixing.recipe, step.stage, bench.materials);
  // What is in the pot already cannot be halved.
  const begun =
    Object.keys(inPot(mixing.recipe, step.stage, bench.materials)).length > 0 ||
    mixing.steps.some((s) => s.stage === step.stage && s.kind === 'base' && mixing.isDone(s));
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
        {next && <Button onClick={() => choose(next.id)}>Take {lotName(next)}</Button>}
        {!begun && <Button onClick={() => void halve()}>Half the batch</Button>}
        <Button onClick={onPour}>It holds more than was counted: poured</Button>
      </div>
      <ErrorMessage error={error} />
    </div>
  );
}
