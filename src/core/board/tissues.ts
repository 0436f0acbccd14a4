export const TISSUE_NAMES = ['ground', 'grain', 'pore', 'ray'] as const;
export type TissueName = (typeof TISSUE_NAMES)[number];
/** A number for each tissue. */
export type ByTissue = Record<TissueName, number>;

/** How a wood is built, and so where a wiped pigment stays: open pores, fine pores, or the soft rings of a softwood. */
export const ANATOMIES = ['open', 'fine', 'soft'] as const;
export type Anatomy = (typeof ANATOMIES)[number];
