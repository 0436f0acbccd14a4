import type { Carrier } from './layer.ts';

export const COLOURANT_KINDS = ['dye', 'pigment', 'ink', 'reactive'] as const;
export const MEDIUM_KINDS = ['sealer', 'oil', 'clear'] as const;
export type ColourantKind = (typeof COLOURANT_KINDS)[number];

/**
 * A colourant as the model knows it.
 * Dye, ink, reactive: `absorption` is the K/S that 1 g/L adds to wood of uptake 1, and K/S grows as strength^exponent.
 * Pigment: `absorption` and `scatter` are K X and S X of a film of usual thickness at mass fraction 1.
 */
export interface Colourant {
  id: string;
  name: string;
  kind: ColourantKind;
  carrier: Carrier;
  /** g/L (solubility) or mass fraction. */
  maxStrength: number;
  /** 31 values, all >= 0. */
  absorption: readonly number[];
  /** 31 values, all >= 0; zero for dyes. */
  scatter: readonly number[];
  exponent: number;
  /** Money per gram, for the cheapest road. */
  costPerGram: number;
}

/** A sealer, oil or clear. */
export interface Medium {
  id: string;
  name: string;
  kind: (typeof MEDIUM_KINDS)[number];
  carrier: Carrier;
  /** Share of light turned back inside the film, Saunderson k2. */
  k2: number;
  /** Share mirrored outside, Saunderson k1, where the shop has fitted it. */
  k1?: number;
  /** Napierian absorbance of one coat at 31 bands: the amber of an oil varnish, the orange of a shellac. */
  tint: readonly number[];
}

export interface Materials {
  colourants: Readonly<Record<string, Colourant>>;
  mediums: Readonly<Record<string, Medium>>;
}
