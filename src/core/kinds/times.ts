/** From the coat to the next step, in hours, at about 20 °C and fair air. */
export interface Wait {
  earliest: number;
  usual: number;
  safe: number;
}

/** What one coat or act of a layer asks for. */
export interface CoatTime {
  wait: Wait;
  /** Until a reading of the dry colour may be trusted, hours: wet looks darker. */
  settle: number;
  /** Minutes of work on a square metre. */
  hands: number;
}

export const MINUTE = 1 / 60;
export const DAY = 24;
/** Hours until the next at the earliest, as usual and to be safe; until it can be read; minutes of hands on a square metre. */
export const lasts = (
  [earliest, usual, safe]: readonly [earliest: number, usual: number, safe: number],
  settle: number,
  hands: number,
): CoatTime => ({ wait: { earliest, usual, safe }, settle, hands });
export const NO_TIME = lasts([0, 0, 0], 0, 5);

/** Tests before going on: what is done, and what it looks like when the coat is dry and when it is not. */
export const TESTS = {
  rub: { ask: 'Rub with a white cloth: it must stay clean', dry: 'Clean', wet: 'Marked' },
  cool: { ask: 'Lay the back of the hand on it: it must not feel cool', dry: 'Not cool', wet: 'Cool' },
  powder: { ask: 'Sand a spot at the end: it must powder', dry: 'Powders', wet: 'Clogs' },
  nail: { ask: 'Press a nail at the edge: it must leave no dent', dry: 'No dent', wet: 'Dents' },
  dull: { ask: 'Look across it: it must have gone dull all over', dry: 'Dull', wet: 'Still shines' },
} as const;
export type DryTest = keyof typeof TESTS;
