import { Button } from '@mui/material';
import type { Step } from '../../../core/mix/index.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import type { Mixing } from '../../hooks/mixing.ts';
import { sentenceOf } from '../ErrorMessage.tsx';
import { LotField, NotEnough, useLots } from './Lots.tsx';

interface Props {
  bench: OpenBench;
  mixing: Mixing;
  step: Step & Required<Pick<Step, 'product'>>;
  onError: (sentence: string | null) => void;
}
/** A clear, an oil, a sealer, a base off the shelf goes into the pot: out of which lot, and done. */
export function BaseNow({ bench, mixing, step, onError }: Props) {
  const { item, grams = null } = step.product;
  const [where, id] = item.split('/');
  const product = (where === 'supply' ? bench.shelf.supplies : bench.shelf.mediums).find((p) => p.id === id);
  const inHand = useLots(bench, item, { name: product?.name ?? step.title, ...product?.sheet });
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
