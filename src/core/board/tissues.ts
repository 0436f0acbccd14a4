export const TISSUE_NAMES = ['ground', 'grain', 'pore', 'ray'] as const;
export type TissueName = (typeof TISSUE_NAMES)[number];
/** A number for each tissue. */
export type ByTissue = Record<TissueName, number>;
