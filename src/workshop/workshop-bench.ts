import { meanSpectrum, WAVELENGTHS } from '../core/colour/index.ts';
import { firstRefusal, readSpot, type WorkshopBoard } from './board.ts';
import type { BenchAct, BenchSpot } from './interface.ts';
import {
  byId,
  type CoatProfile,
  type ColourProfile,
  coatNature,
  colourNature,
  type Stock,
  type WoodProfile,
  woodNature,
} from './natures.ts';
import { STOCK, THIN_SEALER } from './stock.ts';

/**
 * What lies on the workshop bench, for the simulated instrument: the customer's pieces and the shop's own boards.
 * Stateless: a board is its name and what was done to it, so that it survives a restart.
 */
export interface SamplePiece {
  id: string;
  name: string;
  species: string;
  acts: readonly BenchAct[];
}

export const DEMO_SEED = 1926;

const oldFinish = (medium: string, colours: Record<string, number>, coats: number): BenchAct[] => [
  { kind: 'dye', colours },
  { kind: 'clear', medium, coats },
];
/** Pieces that the simulated workshop keeps in its drawer, to be read as targets. Invented. */
export const SAMPLE_PIECES: readonly SamplePiece[] = [
  {
    id: 'counter-panel',
    name: 'Surviving counter panel',
    species: 'sapele',
    acts: oldFinish('water-satin', { 'old-brown': 1.1, 'old-red': 0.9 }, 4),
  },
  {
    id: 'reading-room-door',
    name: 'Reading-room door',
    species: 'oak',
    acts: oldFinish('oil-varnish', { 'old-brown': 3.4, 'old-red': 0.6 }, 1),
  },
  {
    id: 'stair-rail',
    name: 'Stair rail',
    species: 'ash',
    acts: oldFinish('oil-varnish', { 'old-brown': 1.2 }, 2),
  },
  {
    id: 'landing-floor',
    name: 'Landing floor, two tones',
    species: 'ash',
    acts: [
      { kind: 'dye', colours: { 'old-brown': 0.35, 'old-red': 0.1 } },
      { kind: 'sealer', medium: 'blonde-shellac' },
      { kind: 'glaze', method: 'in-grain', colours: { umber: 0.16, soot: 0.05 } },
      { kind: 'clear', medium: 'water-satin', coats: 2 },
    ],
  },
];

/** A board of the bench without the seed that all its boards share. */
export type BenchBoard = Omit<WorkshopBoard, 'seed'>;

/** What a shop's shelf tells the workshop of things that it may not have met. */
export interface ShelfProfiles {
  woods: readonly WoodProfile[];
  colours: readonly ColourProfile[];
  coats: readonly CoatProfile[];
}

/** The workshop's own stock and, for what else is on the shop's shelf, natures drawn from its profiles and the seed. */
export const stockFor = ({ woods, colours, coats }: ShelfProfiles): Stock => ({
  woods: new Map([...byId(woods.map((w) => woodNature(w, DEMO_SEED))), ...STOCK.woods]),
  colours: new Map([...byId(colours.map((c) => colourNature(c, DEMO_SEED))), ...STOCK.colours]),
  coats: new Map([...byId(coats.map((c) => coatNature(c, DEMO_SEED))), ...STOCK.coats]),
});

/** What the bench says when a board cannot be made; null when it can. */
export const benchRefusal = (stock: Stock, board: BenchBoard): string | null => firstRefusal(stock, board);

/** Where on a board, and from which number on, readings are taken. */
export interface BenchWhere {
  zone?: BenchSpot;
  /** Readings of this zone of this stage that were taken before. */
  from?: number;
}

/**
 * The simulated spectrophotometer on a piece or a board. Each reading is at a spot of its own, and none has the noise of
 * another, of the same stage or of another.
 */
export function takeReadings(
  stock: Stock,
  board: BenchBoard,
  count: number,
  { zone = 'face', from = 0 }: BenchWhere = {},
): { wavelengths: number[]; spectra: number[][] } {
  const stage = board.acts.length;
  const spectra = Array.from({ length: count }, (_, i) =>
    readSpot(stock, { seed: DEMO_SEED, ...board }, `${zone}-${stage}-${from + i + 1}`, 31 * stage + from + i, zone),
  );
  return { wavelengths: [...WAVELENGTHS], spectra };
}

/** Readings that the simulated workshop takes of a board of its own making, before and after. */
const RUNG_READINGS = 8;
function beforeAndAfter(
  stock: Stock,
  id: string,
  species: string,
  before: readonly BenchAct[],
  after: readonly BenchAct[],
) {
  const board = { id, species, acts: after };
  if (benchRefusal(stock, board)) return null;
  const read = (acts: readonly BenchAct[]) =>
    Array.from(meanSpectrum(takeReadings(stock, { ...board, acts }, RUNG_READINGS).spectra));
  return { before: read(before), after: read(after) };
}

/** A ladder board of the simulated workshop: read raw (or under the bare glaze medium), then with one coat of one colour. */
export function makeRung(
  stock: Stock,
  colourant: string,
  species: string,
  strength: number,
  beside: Readonly<Record<string, number>> = {},
) {
  const colour = stock.colours.get(colourant);
  if (!colour || Object.keys(beside).some((other) => !stock.colours.has(other))) return null;
  const colours = { [colourant]: strength, ...beside };
  const id = `ladder-${colourant}-${species}-${Object.values(colours).join('-')}`;
  if (colour.kind === 'pigment' || colour.kind === 'metallic') {
    const sealed: BenchAct[] = [{ kind: 'sealer', medium: THIN_SEALER }];
    return beforeAndAfter(
      stock,
      id,
      species,
      [...sealed, { kind: 'glaze', colours: {} }],
      [...sealed, { kind: 'glaze', colours }],
    );
  }
  const kind = colour.kind === 'stain' ? 'wiping-stain' : colour.kind;
  return beforeAndAfter(stock, id, species, [], [{ kind, colours }]);
}

/** A raw board of the simulated workshop, read before and after so many coats of one of its sealers, oils or clears. */
export function makeCoat(stock: Stock, medium: string, species: string, coats: number) {
  const coat = stock.coats.get(medium);
  if (!coat) return null;
  return beforeAndAfter(stock, `coat-${medium}-${species}`, species, [], [{ kind: coat.kind, medium, coats }]);
}

/** One tissue of a raw board of the simulated workshop, as a small aperture reads it; null when it has no such wood or tissue. */
export function readTissue(stock: Stock, species: string, tissue: number): number[] | null {
  const truth = stock.woods.get(species)?.tissues[tissue];
  return truth ? [...truth.raw] : null;
}
