/**
 * A cell that a spreadsheet would take for a formula: it begins like one and is no number. Written out it stands behind an
 * apostrophe, as spreadsheets themselves write text; read again that is taken off.
 */
export const LIKE_A_FORMULA = /^(?:[=@\t\r]|[+-](?!\d[\d.,]*(?:e[+-]?\d+)?$|\.\d+$))/i;

/** A cell as it was before it was made safe. */
export const withoutApostrophe = (cell: string): string => cell.replace(/^'(?=[=+\-@\t\r])/, '');
