import type { Preparation } from '../../core/board/preparation.ts';
import type { Measurement } from '../../core/formats/index.ts';
import { isElsewhere, type Layer, methodOf, type Stack, setting } from '../../core/layers/layer.ts';
import { boardCode } from '../../record/board/codes.ts';
import { type Staged, stackAsMade } from '../../record/board/stages.ts';
import type { Shelf } from '../../shared/shelf.ts';
import type { BenchAct, BenchSpot } from '../../workshop/interface.ts';
import type { Stock } from '../../workshop/natures.ts';
import { type BenchBoard, benchRefusal, SAMPLE_PIECES, stockFor, takeReadings } from '../../workshop/workshop-bench.ts';
import type { Queries } from '../db/db.ts';
import { isSimulated } from '../repositories/house.ts';
import { Refusal } from './refusal.ts';

/** What lies under the simulated instrument, and the stock that it was made from. */
export interface UnderInstrument {
  stock: Stock;
  board: BenchBoard;
  zone?: BenchSpot;
}

/** The simulated workshop's stock for a shop: its own, and a nature for all else that stands on the shelf. */
export const stockOfShelf = ({ species, colourants, mediums }: Shelf): Stock =>
  stockFor({ woods: species, colours: colourants, coats: mediums });

/** The number of a layer that the workshop calls its amount. */
const AMOUNT: Partial<Record<Layer['kind'], string>> = {
  'wiping-stain': 'film',
  'gel-stain': 'film',
  glaze: 'film',
  'powdering-glaze': 'film',
  bleach: 'strength',
  filler: 'fill',
  'wipe-back': 'removed',
  'sand-back': 'removed',
};

/** A layer of the app as an act of the simulated workshop. */
function actOf(layer: Layer): BenchAct {
  const { kind, colours, medium } = layer;
  const amount = AMOUNT[kind];
  const method = methodOf(layer);
  return {
    kind,
    colours,
    coats: setting(layer, 'coats'),
    dwell: layer.settings.dwell ?? 5,
    load: setting(layer, 'load'),
    pressure: setting(layer, 'pressure'),
    ...(kind === 'sealer' ? { cut: setting(layer, 'cut') } : {}),
    ...(medium ? { medium } : {}),
    ...(method ? { method } : {}),
    ...(amount ? { amount: setting(layer, amount) } : {}),
  };
}

/** The simulated workshop's own copy of a shop board, known there by its label, as far as it has been made. */
export function benchBoardOf(
  board: Pick<Staged, 'recipe' | 'coats'> & {
    number: number;
    plankNumber?: number | null;
    strip?: string | null;
    branched?: number;
    /** Of pieces: which of them lies under the instrument. */
    piece?: number | null;
  },
  { job, wood, species, preparation }: { job: number; wood: string; species: string; preparation: Preparation },
  stage: number,
): BenchBoard {
  const stack: Stack = stackAsMade(board).slice(0, stage);
  return {
    id: `job-${job}-${boardCode(wood, board.plankNumber ?? board.number)}${board.piece == null ? '' : `-${board.piece}`}`,
    ...(board.strip ? { strip: { name: board.strip, from: board.branched ?? 0 } } : {}),
    species,
    making: preparation,
    // What is not on the face changes nothing under the instrument.
    acts: stack.map((layer) => (isElsewhere(layer) ? { kind: 'rub-out' } : actOf(layer))),
  };
}

export function samplePiece(id: string | undefined): BenchBoard {
  const piece = SAMPLE_PIECES.find((p) => p.id === id);
  if (!piece) throw new Refusal(422, 'Choose what lies under the instrument.', 'piece');
  return { id: piece.id, species: piece.species, acts: piece.acts };
}

/** Whether the simulated bench stands in this shop. It makes up spectra: in a shop that works it would teach nonsense. */
export async function mustBeSimulated(db: Queries): Promise<void> {
  if (!(await isSimulated(db)))
    throw new Refusal(
      409,
      'There is no simulated instrument in this shop: drop a file, type the reading, or add the simulated bench under House to practise.',
      'source',
    );
}

/** Readings by the simulated instrument; they go on from number `taken`. */
export function simulatedReadings({ stock, board, zone = 'face' }: UnderInstrument, count: number, taken: number) {
  const refusal = benchRefusal(stock, board);
  if (refusal)
    throw new Refusal(
      409,
      `The simulated workshop cannot make this: ${refusal} Drop a file or type the reading.`,
      'reading',
    );
  const { wavelengths, spectra } = takeReadings(stock, board, count, { zone, from: taken });
  return spectra.map(
    (values, i): Measurement => ({ kind: 'spectral', name: `${named(zone)} ${taken + i + 1}`, wavelengths, values }),
  );
}
const named = (zone: BenchSpot) =>
  ({
    face: 'reading',
    ground: 'ground',
    grain: 'grain',
    edge: 'edge',
    end: 'end grain',
    profile: 'profile',
    knot: 'knot',
  })[zone];
