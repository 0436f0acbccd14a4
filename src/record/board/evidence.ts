import { type Preparation, USUAL_PREPARATION } from '../../core/board/preparation.ts';
import { rawMean, type Wood } from '../../core/board/wood.ts';
import { reflectanceFromLab } from '../../core/colour/reconstruct.ts';
import { firstUnknown } from '../../core/layers/check.ts';
import { type Layer, newLayer } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import type { BoardEvidence } from '../../core/learn/fit.ts';
import type { OldBoard } from '../../shared/old-board.ts';
import { mixedUpStage, type Staged, stackAsMade, stageMean } from './stages.ts';
import { rawTrouble } from './wood.ts';

/** How much a board of another job counts beside one of the job in hand, and one of the rack. */
const OTHER_JOB = 0.5;
const OF_THE_RACK = 0.15;
/** How much of that is left of a board that was not read raw: half the result is the wood's mean. Common practice. */
const NOT_READ_RAW = 0.3;

/** A board as it was made, with what it was. */
export interface MadeBoard extends Staged {
  id: string;
  jobId: string;
  speciesId: string;
  preparation: Preparation;
  /** Layers that its plank had when it branched off: another board tells of them. */
  branched: number;
}

/**
 * A board as learning wants it: read after at least one layer, and better raw too. Null when it has nothing to teach: no
 * such reading, one that cannot be its own, or a raw one that no wood has.
 */
export function evidenceOf(board: MadeBoard, wood: Wood, job: string): BoardEvidence | null {
  const own = stageMean(board, 0);
  const raw = own ?? rawMean(wood);
  if (rawTrouble(raw) || !board.recipe || mixedUpStage(board) !== null) return null;
  const stack = stackAsMade(board);
  const stages = stack.flatMap((_, i) => {
    const reading = stageMean(board, i + 1);
    return reading ? [{ stage: i + 1, reading }] : [];
  });
  if (stages.length === 0) return null;
  const { id, preparation } = board;
  const shared = board.branched > 0 ? { shared: board.branched } : {};
  return {
    id,
    wood,
    preparation,
    stack,
    raw,
    stages,
    weight: (board.jobId === job ? 1 : OTHER_JOB) * (own ? 1 : NOT_READ_RAW),
    ...shared,
  };
}

/** What a board teaches before a colour that nobody has laddered; null where that is nothing. */
export function foreseenPart(evidence: BoardEvidence, materials: Materials): BoardEvidence | null {
  const known = firstUnknown(evidence.stack, materials);
  if (known === evidence.stack.length) return evidence;
  const stages = evidence.stages.filter(({ stage }) => stage <= known);
  return stages.length > 0 ? { ...evidence, stack: evidence.stack.slice(0, known), stages } : null;
}

type Pencilled = Pick<OldBoard, 'id' | 'layers' | 'grid' | 'lab'>;

/** The colour of an old board, or null when nobody has read it; L*a*b* alone gives the smoothest reflectance of it. */
export const oldReading = ({ grid, lab }: Pick<OldBoard, 'grid' | 'lab'>): Float64Array | null =>
  grid ? Float64Array.from(grid) : lab ? reflectanceFromLab(lab) : null;

/** The layers of an old board as a stack; amounts that nobody knows are left out, to be solved. */
export const stackOfOldBoard = ({ layers }: Pick<OldBoard, 'layers'>): Layer[] =>
  layers.map(({ kind, colours, medium }) =>
    newLayer(kind, {
      colours: Object.fromEntries(Object.entries(colours).filter((c): c is [string, number] => c[1] !== null)),
      ...(medium ? { medium } : {}),
    }),
  );

/**
 * A board of the rack as weak evidence: its raw colour is the species' mean, for nobody read it. Null when an amount is
 * not known or it was never read: what is unknown stays unknown.
 */
export function oldEvidence(board: Pencilled, wood: Wood): BoardEvidence | null {
  const reading = oldReading(board);
  const known = board.layers.every((l) => Object.values(l.colours).every((s) => s !== null));
  if (!reading || !known || board.layers.length === 0) return null;
  const stack = stackOfOldBoard(board);
  return {
    id: board.id,
    wood,
    preparation: USUAL_PREPARATION,
    stack,
    raw: rawMean(wood),
    stages: [{ stage: stack.length, reading }],
    weight: OF_THE_RACK,
  };
}
