/**
 * A workshop that the matcher can be tested against without seeing inside it.
 * A module's default export is `(seed: number) => Workshop`. Everything is deterministic in the seed and in the order
 * of calls.
 */
export type BoardId = string;

export interface WorkshopColourant {
  id: string;
  /** 'dye' goes into bare wood (strength in g/L); 'pigment' goes into a glaze film (fraction by mass of the glaze). */
  kind: 'dye' | 'pigment';
  maxStrength: number;
}

export interface Workshop {
  /** Wavelengths of every spectrum, in nm, ascending. */
  wavelengths: number[];
  species: string[];
  colourants: WorkshopColourant[];
  /** A fresh, sanded, raw board of a species. No two are alike. */
  newBoard(species: string): BoardId;
  /** `readings` spectra (reflectance 0-1, D/8 specular included) of the board's present state, at random spots. */
  measure(board: BoardId, readings: number): number[][];
  /** One coat of dye on bare wood: colourant id -> g/L. Only once per board, before the others. */
  applyDye(board: BoardId, strengths: Record<string, number>): void;
  /** One wiped coat of glaze over a thin sealer: colourant id -> mass fraction; the rest is clear medium. */
  applyGlaze(board: BoardId, strengths: Record<string, number>): void;
  /** The clear coats. After this the board is finished. */
  applyClear(board: BoardId): void;
  /** The k-th customer's target: the species to make it on, and readings of the target itself. */
  target(k: number): { species: string; spectra: number[][] };
}
export type WorkshopFactory = (seed: number) => Workshop;

/**
 * The wider bench: any layer, in any order. A module's named export `bench` is `(seed: number) => Bench`. Deterministic in
 * the seed and in the order of calls. What a real bench would refuse throws an Error with a sentence.
 */
export interface BenchMaterial {
  id: string;
  /** 'stain' is a ready-made wiping stain (strength 1 = as it comes, may be thinned to 0.1 or mixed by share). */
  kind:
    | 'dye'
    | 'ink'
    | 'reactive'
    | 'pigment'
    | 'stain'
    | 'sealer'
    | 'oil'
    | 'clear'
    | 'filler'
    | 'bleach'
    | 'conditioner'
    | 'opaque';
  carrier: 'water' | 'alcohol' | 'solvent' | 'oil';
  /** Dyes, inks, reactive colours: g/L. Pigments: fraction by mass. Stains: share. Others: 1. */
  maxStrength: number;
  name?: string;
}

/** One thing done to a board. */
export interface BenchAct {
  /** The layer kinds of the app: 'dye', 'glaze', 'clear', 'wipe-back' and so on. */
  kind: string;
  /** Colourant id -> strength. */
  colours?: Readonly<Record<string, number>>;
  /** Id of the sealer, oil, clear or conditioner. */
  medium?: string;
  /** Whole coats or passes; 1 when absent. */
  coats?: number;
  /** Minutes before wiping off, for wiped kinds; 5 when absent. */
  dwell?: number;
  /**
   * Wiped kinds: how much is left, times the usual; 1 when absent. Wipe-back, sand-back: the share aimed at; bleach: the
   * share of the colour taken out; filler: the share of the pores filled; 0-1.
   */
  amount?: number;
  method?: string;
  /** How much is put on, and how hard it is wiped, times the usual; 1 when absent. */
  load?: number;
  pressure?: number;
  /** How heavy a sealer is cut, pounds of flake in a US gallon; 2 when absent. */
  cut?: number;
}

/** How a raw board is made ready. Missing settings are the usual ones (180, plain). */
export interface Making {
  grit?: number;
  texture?: string;
  grainRaised?: boolean;
  preWet?: boolean;
  /** A coat of conditioner, and whether the board is an old one with its finish on, scuffed. */
  conditioner?: boolean;
  oldFinish?: boolean;
}

/** Where an instrument can be put down. */
export type BenchSpot = 'face' | 'ground' | 'grain' | 'edge' | 'end' | 'profile' | 'knot';

export interface BenchTarget {
  species: string;
  spectra: number[][];
  /** A clear has to be the last coat. */
  mustEndClear: boolean;
  /** Layer kinds that the shop cannot or will not use for it. */
  without: string[];
}

/** What eyes said of two things: of the second against the first. Sizes 1 a touch, 2 plainly, 3 far; nothing where nothing was seen. */
export interface SeenWords {
  words: {
    direction: 'lighter' | 'darker' | 'redder' | 'greener' | 'yellower' | 'bluer' | 'stronger' | 'greyer';
    size: 1 | 2 | 3;
  }[];
}
/** Eyes that a workshop lends. */
export interface Eyes {
  people: string[];
  /** Two things held edge to edge; the target is the one that was last asked for. */
  look(first: BoardId | 'target', second: BoardId | 'target', light: string, person: string): SeenWords;
  /** Which of the things is the nearest to the target: its place among them. */
  nearest(things: BoardId[], light: string, person: string): number;
}

/** A picture as a telephone writes it. */
export interface Picture {
  width: number;
  height: number;
  /** sRGB-coded: 3 bytes a pixel, rows from the top. */
  rgb: Uint8Array;
  /** Where each thing and each grey of the card lies, pixels; a grey carries its reflectance, 0-1. */
  fields: { thing: BoardId | 'target' | 'grey'; reflectance?: number; x: number; y: number; w: number; h: number }[];
}
/** A camera that a workshop lends. */
export interface Camera {
  /** Everything in one picture, with a card of four greys. */
  picture(things: (BoardId | 'target')[], light: string): Picture;
}

export interface WorkshopBench {
  wavelengths: number[];
  species: string[];
  materials: BenchMaterial[];
  newBoard(species: string): BoardId;
  /** Before anything else. */
  prepare(board: BoardId, how: Making): void;
  apply(board: BoardId, act: BenchAct): void;
  /** Readings at random spots of a zone ('face' when absent), dry. */
  measure(board: BoardId, readings: number, zone?: 'face' | 'end'): number[][];
  /** The k-th customer's target. */
  target(k: number): BenchTarget;
}
export type BenchFactory = (seed: number) => WorkshopBench;
