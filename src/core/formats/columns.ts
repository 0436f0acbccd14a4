/** What a column of a table may be said to be. */
export const COLUMN_ROLES = ['nothing', 'name', 'wavelengths', 'L', 'a', 'b', 'reading'] as const;
export type ColumnRole = (typeof COLUMN_ROLES)[number];
