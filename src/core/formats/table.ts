/** A table of a measurement file, before anybody has said what its columns are. */
export interface Table {
  headings: string[];
  /** The line of the headings in the file; 0 where there are none. */
  line: number;
  rows: { line: number; cells: string[] }[];
  /** What the file says of itself before the table: `ILLUMINANT` and `D50`, or a line of a title and nothing. */
  stated: { key: string; value: string }[];
}

const lastFilled = (cells: readonly string[]) => cells.findLastIndex((cell) => cell.trim() !== '');

/**
 * A table without the columns and rows at its edge in which nothing stands.
 * @throws what `tooWide` throws where a row goes on beyond the headings
 */
export function trimmed(
  { headings, rows, ...rest }: Table,
  tooWide: (line: number, cells: number, headings: number) => void,
): Table {
  const filled = rows.filter(({ cells }) => lastFilled(cells) >= 0);
  const width = headings.length === 0 ? 0 : lastFilled(headings) + 1;
  for (const { line, cells } of filled) if (lastFilled(cells) >= width) tooWide(line, lastFilled(cells) + 1, width);
  return {
    ...rest,
    headings: headings.slice(0, width).map((h) => h.trim()),
    rows: filled.map(({ line, cells }) => ({ line, cells: Array.from({ length: width }, (_, i) => cells[i] ?? '') })),
  };
}
