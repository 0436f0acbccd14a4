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
