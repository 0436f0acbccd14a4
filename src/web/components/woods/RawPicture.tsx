import { useMemo } from 'react';
import { predict } from '../../../core/board/predict.ts';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { nth } from '../../../core/known.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { SeenTarget } from '../../../record/job/target.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  /** The band along its top; none in a pile, where boards are held against one another. */
  target: SeenTarget | null;
  height: number;
}

/** The raw face of a board. */
export function RawPicture({ bench, model, target, height }: Props) {
  const fields = useMemo(() => {
    const raw = predict([], model.scaled, bench.materials, { preparation: model.preparation });
    return [{ label: 'Raw', expected: nth(raw, 0), measured: null }];
  }, [model, bench.materials]);
  return (
    <BoardPicture
      wood={model.species}
      texture={model.preparation.texture}
      seed={model.seed}
      fields={fields}
      target={target}
      light={DAYLIGHT}
      height={height}
    />
  );
}
