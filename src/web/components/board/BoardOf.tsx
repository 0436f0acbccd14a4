import { DAYLIGHT } from '../../../core/colour/lights.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { BoardField } from '../../../record/job/fields.ts';
import { BoardPicture } from './BoardPicture.tsx';

interface Props {
  model: BoardModel;
  fields: readonly BoardField[];
  height: number;
  onField?: (index: number) => void;
}

/** A board of a job in daylight under its target, grown from its own seed. */
export const BoardOf = ({ model, ...shown }: Props) => (
  <BoardPicture
    wood={model.species}
    texture={model.preparation.texture}
    seed={model.seed}
    target={model.target}
    light={DAYLIGHT}
    {...shown}
  />
);
