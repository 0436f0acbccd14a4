import type { Measurement } from '../../core/formats/index.ts';
import type { Stack } from '../../core/layers/layer.ts';
import { boardCode } from '../../record/codes.ts';
import { type Staged, stackAsMade } from '../../record/stages.ts';
import type { Step } from '../../workshop/board.ts';
import { DYES, MEDIUMS, PIGMENTS, WOODS } from '../../workshop/stock.ts';
import { SAMPLE_PIECES, takeReadings, type WorkshopBoard } from '../../workshop/workshop-bench.ts';
import { Refusal } from './refusal.ts';

const notInTheWorkshop = (what: string) =>
  new Refusal(409, `The simulated workshop has no ${what}. Drop a file or type the reading instead.`, 'reading');

/** Acts of the simulated workshop for the layers that are on a board. */
function stepsOf(stack: Stack): Step[] {
  const known = [...DYES, ...PIGMENTS].map((c) => c.id);
  const steps: Step[] = [];
  const first = (act: Step['act']) => !steps.some((s) => s.act === act);
  for (const { kind, colours, medium } of stack) {
    const stranger = Object.keys(colours).find((id) => !known.includes(id));
    if (stranger) throw notInTheWorkshop(stranger);
    if (medium && !(medium in MEDIUMS)) throw notInTheWorkshop(medium);
    const { amber } = MEDIUMS[medium ?? ''] ?? { amber: 0 };
    if (kind === 'dye' && steps.length === 0) steps.push({ act: 'dye', strengths: colours });
    else if (kind === 'sealer' && first('seal')) steps.push({ act: 'seal', amber });
    else if (kind === 'glaze' && first('glaze')) steps.push({ act: 'glaze', strengths: colours });
    else if (kind === 'clear' && first('clear')) steps.push({ act: 'clear', amber });
    else
      throw new Refusal(
        409,
        'The simulated workshop makes one dye, a sealer, one glaze and a clear. For other layers drop a file or type the reading.',
        'reading',
      );
  }
  return steps;
}

/** The simulated workshop's own copy of a shop board, known there by its label. */
export function workshopBoardOf(
  board: Pick<Staged, 'recipe' | 'coats'> & { number: number },
  { job, species }: { job: number; species: string },
  stage: number,
): WorkshopBoard {
  if (!WOODS.some((w) => w.id === species)) throw notInTheWorkshop(species);
  return {
    key: `job-${job}-${boardCode(species, board.number)}`,
    species,
    steps: stepsOf(stackAsMade(board).slice(0, stage)),
  };
}

export function samplePiece(id: string | undefined): WorkshopBoard {
  const piece = SAMPLE_PIECES.find((p) => p.id === id);
  if (!piece) throw new Refusal(422, 'Choose what lies under the instrument.', 'piece');
  return { key: piece.id, species: piece.species, steps: piece.steps };
}

/** Readings by the simulated instrument; they go on from number `taken`. */
export function simulatedReadings(under: WorkshopBoard, count: number, taken: number): Measurement[] {
  const { wavelengths, spectra } = takeReadings(under, count, taken);
  return spectra.map((values, i) => ({ kind: 'spectral', name: `reading ${taken + i + 1}`, wavelengths, values }));
}
