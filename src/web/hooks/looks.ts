import { useMemo } from 'react';
import type { Spectrum } from '../../core/colour/grid.ts';
import type { Light } from '../../core/colour/lights.ts';
import type { Stack } from '../../core/layers/layer.ts';
import { KINDS } from '../../core/layers/layer.ts';
import { lookAsMeasured, predict, type StageLook } from '../../core/optics/predict.ts';
import { lastStage, stageMean } from '../../shared/evidence.ts';
import type { Board } from '../../shared/job.ts';
import type { BoardField } from '../parts/board/BoardPicture.tsx';
import type { Bench, WoodModel } from './bench.ts';

export interface Looks {
  looks: StageLook[];
  fields: BoardField[];
  error: string | null;
}

/** Where a board stands: the layers that are on and read, and its newest reading. */
export function begun(board: Board): { layers: number; reading: Spectrum } | undefined {
  const layers = lastStage(board);
  const reading = layers > 0 ? stageMean(board, layers) : null;
  return reading ? { layers, reading } : undefined;
}

/** Expected looks of a stack on the board in hand, their colour under a light, and what has been measured of it. */
export function useLooks(bench: Bench, model: WoodModel, stack: Stack, light: Light): Looks {
  return useMemo(() => {
    try {
      const looks = predict(stack, model.scaled, bench.materials, {
        preparation: model.wood.preparation,
        tuning: model.tuning,
        from: begun(model.board),
        lights: [light],
      });
      const fields = looks.map((expected, stage): BoardField => {
        const mean = stageMean(model.board, stage);
        return {
          label: stage === 0 ? `Raw ${model.species.name.toLowerCase()}` : KINDS[stack[stage - 1].kind].label,
          expected,
          measured: mean && stage > 0 ? lookAsMeasured(expected, model.scaled, mean) : null,
        };
      });
      return { looks, fields, error: null };
    } catch (problem) {
      return { looks: [], fields: [], error: problem instanceof Error ? problem.message : String(problem) };
    }
  }, [bench, model, stack, light]);
}
