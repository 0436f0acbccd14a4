import { FieldError } from '../core/field-error.ts';
import { parseReadings, type ReadingFile } from '../core/formats/index.ts';
import type { Board } from '../shared/job.ts';
import type { ReadingInput } from '../shared/reading.ts';
import { type BenchBoard, SAMPLE_PIECES, takeReadings } from '../workshop/bench-top.ts';
import type { Step } from '../workshop/board.ts';
import { DYES, MEDIUMS, PIGMENTS, WOODS } from '../workshop/stock.ts';
import { Refusal } from './refusal.ts';

const notOnTheBench = (what: string) =>
  new Refusal(409, `The simulated bench has no ${what}. Drop a file or type the reading instead.`, 'reading');

/** Acts of the simulated bench for the layers that are on a board. */
function stepsOf(board: Board, stage: number): Step[] {
  const known = [...DYES, ...PIGMENTS].map((c) => c.id);
  const steps: Step[] = [];
  const first = (act: Step['act']) => !steps.some((s) => s.act === act);
  for (const { kind, colours, medium } of board.recipe?.stack.slice(0, stage) ?? []) {
    const stranger = Object.keys(colours).find((id) => !known.includes(id));
    if (stranger) throw notOnTheBench(stranger);
    if (medium && !(medium in MEDIUMS)) throw notOnTheBench(medium);
    const { amber } = MEDIUMS[medium ?? ''] ?? { amber: 0 };
    if (kind === 'dye' && steps.length === 0) steps.push({ act: 'dye', strengths: colours });
    else if (kind === 'sealer' && first('seal')) steps.push({ act: 'seal', amber });
    else if (kind === 'glaze' && first('glaze')) steps.push({ act: 'glaze', strengths: colours });
    else if (kind === 'clear' && first('clear')) steps.push({ act: 'clear', amber });
    else
      throw new Refusal(
        409,
        'The simulated bench makes one dye, a sealer, one glaze and a clear. For other layers drop a file or type the reading.',
        'reading',
      );
  }
  return steps;
}

/** The simulated bench's own copy of a shop board. */
export function benchBoardOf(board: Board, species: string, stage: number): BenchBoard {
  if (!WOODS.some((w) => w.id === species)) throw notOnTheBench(species);
  return { key: `shop-${board.id}`, species, steps: stepsOf(board, stage) };
}

export function samplePiece(id: string | undefined): BenchBoard {
  const piece = SAMPLE_PIECES.find((p) => p.id === id);
  if (!piece) throw new Refusal(422, 'Choose what lies under the instrument.', 'piece');
  return { key: piece.id, species: piece.species, steps: piece.steps };
}

/**
 * Readings as they come in, by whichever way.
 * @param under what lies under the simulated instrument, asked only when it is used
 */
export function readingsFrom(input: ReadingInput, under: () => BenchBoard, taken: number): ReadingFile {
  if (input.source === 'file') return parseReadings(input.text, input.fileName);
  if (input.source === 'typed')
    return {
      readings: [{ kind: 'lab', name: 'typed', lab: input.lab }],
      notes: ['L*a*b* only, taken as D65/10°: single light only, metamerism unknown.'],
    };
  const { wavelengths, spectra } = takeReadings(under(), input.count, taken);
  if (spectra.length === 0) throw new FieldError('count', 'The instrument gave nothing.');
  return {
    readings: spectra.map((values, i) => ({ kind: 'spectral', name: `reading ${taken + i + 1}`, wavelengths, values })),
    notes: [],
  };
}
