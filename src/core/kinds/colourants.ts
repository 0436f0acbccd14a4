import type { LayerKind } from './names.ts';

/** What a kind of colourant is to others. Common practice. */
export interface ColourantInfo {
  /** What it is called in a list. */
  word: string;
  plural: string;
  /** Its strength is a share of the mass or the mix; else grams in a litre. */
  share: boolean;
  /** It goes into the wood; else it lies in a film. */
  goesIn: boolean;
  /** What carries a film dissolves it, or it cannot be in it. */
  dissolves: boolean;
  /** It develops with what is in the wood. */
  reacts: boolean;
  /** It comes mixed with its binder, to be put on as it is. */
  readyMade: boolean;
  /** The form it comes in where its sheet is silent. */
  form: string;
  /** The layer that it is mostly put on as, and the one that shows best what it does: its ladder is made with that. */
  laidAs: LayerKind;
  shownAs: LayerKind;
  /** What lies in a film is laddered over a seal; the rest on bare wood. */
  laddersOverSeal: boolean;
  /** How strong it is usually mixed at most, g/L or share; money per gram. */
  usual: { maxStrength: number; costPerGram: number };
}

export const COLOURANT_KINDS = ['dye', 'pigment', 'ink', 'reactive', 'stain', 'metallic'] as const;
export type ColourantKind = (typeof COLOURANT_KINDS)[number];

const inWood = {
  share: false,
  goesIn: true,
  dissolves: false,
  reacts: false,
  readyMade: false,
  laddersOverSeal: false,
};
const inFilm = { share: true, goesIn: false, dissolves: false, reacts: false, readyMade: false, laddersOverSeal: true };

/** Every kind of colourant. */
export const COLOURANT_INFO: Readonly<Record<ColourantKind, ColourantInfo>> = {
  dye: {
    ...inWood,
    word: 'dye',
    plural: 'Dyes',
    dissolves: true,
    form: 'powder',
    laidAs: 'dye',
    shownAs: 'dye',
    usual: { maxStrength: 20, costPerGram: 0.5 },
  },
  pigment: {
    ...inFilm,
    word: 'pigment',
    plural: 'Pigments',
    form: 'paste',
    laidAs: 'wiping-stain',
    shownAs: 'glaze',
    usual: { maxStrength: 0.3, costPerGram: 0.04 },
  },
  ink: {
    ...inWood,
    word: 'ink',
    plural: 'Inks',
    form: 'liquid',
    laidAs: 'ink',
    shownAs: 'ink',
    usual: { maxStrength: 30, costPerGram: 0.06 },
  },
  reactive: {
    ...inWood,
    word: 'reactive',
    plural: 'Reactive colours',
    reacts: true,
    form: 'liquid',
    laidAs: 'reactive',
    shownAs: 'reactive',
    usual: { maxStrength: 40, costPerGram: 0.01 },
  },
  stain: {
    ...inFilm,
    word: 'stain',
    plural: 'Ready-made stains',
    readyMade: true,
    laddersOverSeal: false,
    form: 'ready to use',
    laidAs: 'wiping-stain',
    shownAs: 'wiping-stain',
    // As it comes in the tin.
    usual: { maxStrength: 1, costPerGram: 0.03 },
  },
  metallic: {
    ...inFilm,
    word: 'metal powder',
    plural: 'Metal powders',
    form: 'powder',
    laidAs: 'filler',
    shownAs: 'filler',
    usual: { maxStrength: 0.4, costPerGram: 0.12 },
  },
};
