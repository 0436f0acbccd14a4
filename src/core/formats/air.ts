import { writeNamedRows } from './named-rows.ts';

/** A line of a sensor's file. */
export interface SensedAir {
  /** As it stands in the file, a moment with its time zone (ISO 8601). */
  at: string;
  /** Degrees Celsius. */
  temperature: number;
  /** Relative, per cent. */
  humidity: number;
}

const COLUMNS = ['at', 'temperature', 'humidity'] as const;
const MOMENT = /^\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:\d\d)$/;

/** Where the moment, the temperature and the humidity stand in a line. */
export type AirColumns = Readonly<Record<(typeof COLUMNS)[number], number>>;
/** As they stand where no heading says otherwise. */
export const AIR_COLUMNS: AirColumns = { at: 0, temperature: 1, humidity: 2 };

/**
 * A line of a sensor's file (comma-separated values: at, temperature, humidity): its heading, what it tells, or nothing, for
 * a sensor that stutters does not stop the rest.
 */
export function readAirLine(line: string, columns: AirColumns): { columns: AirColumns } | { air: SensedAir | null } {
  const cells = line
    .trim()
    .replace(/^\ufeff|^\u00ef\u00bb\u00bf/, '')
    .split(',')
    .map((cell) => cell.trim().replace(/^"(.*)"$/, '$1'));
  const named = COLUMNS.map((name) => cells.findIndex((cell) => cell.toLowerCase() === name));
  if (named.every((at) => at >= 0))
    return { columns: Object.fromEntries(COLUMNS.map((name, i) => [name, named[i]])) as AirColumns };
  const [at, temperature, humidity] = COLUMNS.map((name) => cells[columns[name]] ?? '') as [string, string, string];
  const [t, h] = [temperature, humidity].map((v) => (v === '' ? Number.NaN : Number(v))) as [number, number];
  const fine = MOMENT.test(at) && !Number.isNaN(Date.parse(at)) && t >= -20 && t <= 60 && h >= 0 && h <= 100;
  return { air: fine ? { at, temperature: t, humidity: h } : null };
}

/** All lines of a sensor's file, and how many of them tell nothing. */
export function readAir(text: string): { air: SensedAir[]; refused: number } {
  const air: SensedAir[] = [];
  let refused = 0;
  let columns = AIR_COLUMNS;
  for (const line of text.split(/\r?\n/)) {
    if (line.trim() === '') continue;
    const found = readAirLine(line, columns);
    if ('columns' in found) columns = found.columns;
    else if (found.air) air.push(found.air);
    else refused++;
  }
  return { air, refused };
}

export const writeAir = (air: readonly SensedAir[]): string =>
  writeNamedRows(
    COLUMNS,
    air.map((a) => ({ ...a })),
  );
