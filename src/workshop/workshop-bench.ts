import { meanSpectrum, WAVELENGTHS } from '../core/colour/index.ts';
import { readSpot, type Step, type Strengths } from './board.ts';
import { MEDIUMS, THIN_SEALER } from './stock.ts';
import { STOCK } from './workshop.ts';

/**
 * What lies on the workshop bench, for the simulated instrument: the customer's pieces and the shop's own boards.
 * Stateless: a board is its name and what was done to it, so that it survives a restart.
 */
export interface SamplePiece {
  id: string;
  name: string;
  species: string;
  steps: Step[];
}

export const DEMO_SEED = 1926;

/** Pieces that the simulated workshop keeps in its drawer, to be read as targets. Invented. */
export const SAMPLE_PIECES: readonly SamplePiece[] = [
  {
    id: 'counter-panel',
    name: 'Surviving counter panel',
    species: 'sapele',
    steps: [
      { act: 'dye', strengths: { 'old-brown': 1.1, 'old-red': 0.9 } },
      { act: 'clear', amber: 0.09 },
    ],
  },
  {
    id: 'reading-room-door',
    name: 'Reading-room door',
    species: 'oak',
    steps: [
      { act: 'dye', strengths: { 'old-brown': 3.4, 'old-red': 0.6 } },
      { act: 'clear', amber: 0.1 },
    ],
  },
  {
    id: 'stair-rail',
    name: 'Stair rail',
    species: 'ash',
    steps: [
      { act: 'dye', strengths: { 'old-brown': 1.2 } },
      { act: 'clear', amber: 0.14 },
    ],
  },
];

export interface WorkshopBoard {
  /** Any text that stays the same for one board. */
  key: string;
  species: string;
  steps: readonly Step[];
}

/** The simulated spectrophotometer on a piece or a board. Readings go on from number `from`, so that no two are alike. */
export function takeReadings(
  board: WorkshopBoard,
  count: number,
  from = 0,
): { wavelengths: number[]; spectra: number[][] } {
  const state = { seed: DEMO_SEED, id: board.key, species: board.species, steps: board.steps };
  return {
    wavelengths: [...WAVELENGTHS],
    spectra: Array.from({ length: count }, (_, i) => readSpot(STOCK, state, `r${from + i + 1}`, from + i)),
  };
}

/** Readings that the simulated workshop takes of a board of its own making, before and after. */
const RUNG_READINGS = 8;
const readBoard = (key: string, species: string, steps: readonly Step[]): number[] =>
  Array.from(meanSpectrum(takeReadings({ key, species, steps }, RUNG_READINGS).spectra));

/** A ladder board of the simulated workshop: read raw (or under the bare glaze medium), then with one coat of one colour. */
export function makeRung(
  colourant: string,
  species: string,
  strength: number,
): { before: number[]; after: number[] } | null {
  const film = STOCK.pigments.has(colourant);
  if (!(film || STOCK.dyes.has(colourant)) || !STOCK.woods.has(species)) return null;
  const key = `ladder-${colourant}-${species}-${strength}`;
  const glaze = (strengths: Strengths): Step[] => [THIN_SEALER, { act: 'glaze', strengths }];
  const strengths = { [colourant]: strength };
  return {
    before: readBoard(key, species, film ? glaze({}) : []),
    after: readBoard(key, species, film ? glaze(strengths) : [{ act: 'dye', strengths }]),
  };
}

/** A raw board of the simulated workshop, read before and after one of its sealers or clears. */
export function makeCoat(medium: string, species: string): { before: number[]; after: number[] } | null {
  const coat = MEDIUMS[medium];
  if (!coat || !STOCK.woods.has(species)) return null;
  const key = `coat-${medium}-${species}`;
  return { before: readBoard(key, species, []), after: readBoard(key, species, [coat]) };
}

/** One tissue of a raw board of the simulated workshop, as a small aperture reads it; null when it has no such wood or tissue. */
export function readTissue(species: string, tissue: number): number[] | null {
  const truth = STOCK.woods.get(species)?.tissues[tissue];
  return truth ? [...truth.raw] : null;
}
