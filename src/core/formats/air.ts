import { readNamedRows, writeNamedRows } from './named-rows.ts';

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

/**
 * The lines of a sensor's file (comma-separated values with a heading: at, temperature, humidity), and how many of them
 * tell nothing: a sensor that stutters does not stop the rest.
 * @throws FieldError where it is no such file
 */
export function readAir(text: string): { air: SensedAir[]; refused: number } {
  const rows = readNamedRows(text);
  const air = rows.flatMap(({ at = '', temperature = '', humidity = '' }): SensedAir[] => {
    const [t, h] = [temperature, humidity].map((v) => (v === '' ? Number.NaN : Number(v))) as [number, number];
    const fine = MOMENT.test(at) && !Number.isNaN(Date.parse(at)) && t >= -20 && t <= 60 && h >= 0 && h <= 100;
    return fine ? [{ at, temperature: t, humidity: h }] : [];
  });
  return { air, refused: rows.length - air.length };
}

export const writeAir = (air: readonly SensedAir[]): string =>
  writeNamedRows(
    COLUMNS,
    air.map((a) => ({ ...a })),
  );
