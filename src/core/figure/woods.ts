import type { Figure } from '../board/wood.ts';

/** Where a wood's growth ring is dark, from the first wood of spring (0) to the last of autumn (1). */
export type RingProfile = 'early' | 'line' | 'half' | 'slow' | 'abrupt' | 'rippled';

interface Strokes {
  /** Millimetres along the fibre and across it. */
  length: number;
  width: number;
}

/** How a wood is built, as far as it shows on a face. Lengths in millimetres. Common practice, no source. */
export interface WoodFigure {
  ring: {
    /** Usual width, how much years differ (standard deviation of its logarithm), and how ragged its edge is. */
    width: number;
    varies: number;
    ragged: number;
    profile: RingProfile;
    /** Share of the dark tissue that lies all over the ring, 0-1: high in calm woods. */
    calm: number;
  };
  /** Vessels; `early`: share of them that crowds in the spring wood; `shows`: how dark they are where they are no tissue. */
  pores: (Strokes & { early: number; shows: number }) | null;
  /** Rays on the flat face: per square centimetre; `shows`: lighter (+) or darker (-). */
  rays: (Strokes & { density: number; shows: number }) | null;
  /** Silver of the quartered face: height across the grain, width along it, per square centimetre, how light. */
  flakes: (Strokes & { density: number; shows: number }) | null;
  /** Lightness of the fibre, of interlocked grain in bands along the board, of curl in bands across it. */
  fibre: number;
  ribbon: number;
  curl: number;
  /** Streaks of colour that follow no ring. */
  streaks: number;
  /** Knots in the face, in a metre. */
  knots: number;
}

const wood = (ring: Partial<WoodFigure['ring']>, over: Partial<WoodFigure> = {}): WoodFigure => ({
  ring: { width: 2.2, varies: 0.3, ragged: 0.12, profile: 'line', calm: 0.3, ...ring },
  pores: null,
  rays: null,
  flakes: null,
  fibre: 0.03,
  ribbon: 0,
  curl: 0,
  streaks: 0,
  knots: 0,
  ...over,
});

const MAPLE = wood(
  { width: 2.6, ragged: 0.2, calm: 0.55 },
  {
    pores: { length: 1.6, width: 0.09, early: 0.1, shows: 0.05 },
    rays: { length: 1, width: 0.14, density: 14, shows: -0.05 },
    flakes: { length: 0.5, width: 1, density: 45, shows: 0.06 },
    fibre: 0.022,
  },
);

export const WOOD_FIGURES: Record<Figure, WoodFigure> = {
  ash: wood(
    { width: 2.6, varies: 0.35, profile: 'early', ragged: 0.2, calm: 0.12 },
    { pores: { length: 3.6, width: 0.3, early: 0.93, shows: 0.2 }, fibre: 0.032 },
  ),
  oak: wood(
    { width: 2, varies: 0.3, profile: 'early', ragged: 0.25, calm: 0.2 },
    {
      pores: { length: 4.6, width: 0.34, early: 0.8, shows: 0.2 },
      rays: { length: 14, width: 0.3, density: 1.1, shows: -0.13 },
      flakes: { length: 3, width: 11, density: 0.9, shows: 0.16 },
      fibre: 0.036,
    },
  ),
  elm: wood(
    { width: 2.8, varies: 0.4, profile: 'rippled', ragged: 0.4, calm: 0.15 },
    { pores: { length: 3, width: 0.26, early: 0.7, shows: 0.18 }, fibre: 0.045, streaks: 0.25, curl: 0.012 },
  ),
  beech: wood(
    { width: 2.4, ragged: 0.15, calm: 0.5 },
    {
      pores: { length: 1, width: 0.08, early: 0.1, shows: 0.04 },
      rays: { length: 2.6, width: 0.3, density: 16, shows: -0.13 },
      flakes: { length: 0.8, width: 3, density: 13, shows: 0.11 },
      fibre: 0.022,
    },
  ),
  birch: wood(
    { width: 2.8, ragged: 0.3, calm: 0.6 },
    { pores: { length: 2.4, width: 0.13, early: 0.1, shows: 0.07 }, fibre: 0.028, curl: 0.013, streaks: 0.2 },
  ),
  maple: MAPLE,
  'curly-maple': { ...MAPLE, curl: 0.1 },
  cherry: wood(
    { width: 2.2, ragged: 0.2, profile: 'half', calm: 0.35 },
    {
      pores: { length: 1.8, width: 0.1, early: 0.4, shows: 0.06 },
      rays: { length: 2, width: 0.16, density: 5, shows: -0.05 },
      flakes: { length: 0.6, width: 2, density: 16, shows: 0.08 },
      streaks: 0.45,
      fibre: 0.028,
      curl: 0.012,
    },
  ),
  walnut: wood(
    { width: 3.4, varies: 0.45, ragged: 0.35, profile: 'half', calm: 0.2 },
    { pores: { length: 4.4, width: 0.22, early: 0.6, shows: 0.22 }, streaks: 1, fibre: 0.05 },
  ),
  sapele: wood(
    { width: 3, ragged: 0.3, calm: 0.6 },
    { pores: { length: 2.6, width: 0.18, early: 0, shows: 0.2 }, ribbon: 0.17, streaks: 0.3, fibre: 0.05 },
  ),
  mahogany: wood(
    { width: 4.2, ragged: 0.25, calm: 0.45 },
    { pores: { length: 5.5, width: 0.25, early: 0, shows: 0.24 }, ribbon: 0.06, streaks: 0.35, fibre: 0.045 },
  ),
  teak: wood(
    { width: 3, varies: 0.5, ragged: 0.3, profile: 'early', calm: 0.25 },
    { pores: { length: 5, width: 0.24, early: 0.6, shows: 0.2 }, streaks: 0.8, fibre: 0.04 },
  ),
  alder: wood(
    { width: 3.2, ragged: 0.35, calm: 0.6 },
    { rays: { length: 32, width: 0.22, density: 0.45, shows: -0.08 }, fibre: 0.026, streaks: 0.2 },
  ),
  pine: wood(
    { width: 3.4, varies: 0.4, ragged: 0.08, profile: 'slow', calm: 0.04 },
    { pores: { length: 5, width: 0.16, early: 0.05, shows: 0.12 }, fibre: 0.024, knots: 1.6 },
  ),
  spruce: wood({ width: 2.2, varies: 0.3, ragged: 0.06, profile: 'slow', calm: 0.1 }, { fibre: 0.022, knots: 1.2 }),
  fir: wood({ width: 2.9, varies: 0.45, ragged: 0.06, profile: 'abrupt', calm: 0.02 }, { fibre: 0.026 }),
};
