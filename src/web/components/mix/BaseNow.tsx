import { Button } from '@mui/material';
import type { Step } from '../../../core/mix/index.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import type { Mixing } from '../../hooks/mixing.ts';
import { sentenceOf } from '../ErrorMessage.tsx';
import { LotField, NotEnough, useLots } from './Lots.tsx';

interface Props {
  bench: OpenBench;
  mixing: Mixing;
  step: Step & Required<Pick<Step, 'medium'>>;
  onError: (sentence: string | null) => void;
}
/** A clear, oil or sealer off the shelf goes into the pot: out of which lot, and done. */
export function BaseNow({ bench, mixing, step, onError }: Props) {
  const { id, grams = null } = step.medium;
  const product = bench.shelf.mediums.find((m) => m.id === id);
  const inHand = useLots(bench, `medium/${id}`, { name: product?.name ?? step.title, ...product?.sheet });
  const { lot, lacks } = inHand;
  const poured = { grams, millilitres: step.millilitres ?? null };
  const pour = async (overdrawn = false) => {
    try {
      onError(null);
      await mixing.finish(step, { ...poured, lotId: lot?.id ?? null, ...(overdrawn ? { overdrawn } : {}) });
    } catch (trouble) {
      onError(sentenceOf(trouble));
    }
  };
  return (
    <>
      <NotEnough
        bench={bench}
        mixing={mixing}
        step={step}
        inHand={inHand}
        poured={poured}
        onPour={() => void pour(true)}
      />
      <div className="choices noprint">
        <Button
          variant="contained"
          color="primary"
          className="big"
          onClick={() => void pour()}
          disabled={lacks(poured)}
        >
          Done
        </Button>
        <LotField {...inHand} units={mixing.units} />
      </div>
    </>
  );
}
