import { open } from 'node:fs/promises';
import { AIR_COLUMNS, type AirColumns, readAirLine, type SensedAir } from '../../core/formats/air.ts';

/** A sensor that writes every second is kept every quarter of an hour. */
const KEPT_EVERY = 15 * 60_000;
/** So many octets of a file are held at once. */
const CHUNK = 1 << 16;
/** A line longer than this is no sensor's. */
const LONGEST_LINE = 400;

/** Where the columns of each file stand, by its heading. */
const headings = new Map<string, AirColumns>();

/** What a sensor's file has told since it was last read to a place. */
export interface Sensed {
  air: SensedAir[];
  /** Where the next reading begins: behind the last whole line. */
  place: number;
}

/**
 * Reads a sensor's file from a place on, in pieces, thinned to one line every quarter of an hour.
 * @param place octets that were read before; a file that has become shorter is read anew
 * @param after moment of the newest line that is kept already
 * @param until lines of a time to come are left out
 */
export async function readSensed(file: string, place: number, after: number, until: number): Promise<Sensed> {
  const handle = await open(file).catch(() => null);
  if (!handle) return { air: [], place: 0 };
  try {
    const { size } = await handle.stat();
    let at = size < place ? 0 : place;
    let last = after;
    let rest = '';
    let columns = (at > 0 ? headings.get(file) : undefined) ?? AIR_COLUMNS;
    const air: SensedAir[] = [];
    const buffer = Buffer.alloc(CHUNK);
    let behind = at;
    for (;;) {
      const { bytesRead } = await handle.read(buffer, 0, CHUNK, at);
      if (bytesRead === 0) break;
      at += bytesRead;
      const lines = (rest + buffer.toString('latin1', 0, bytesRead)).split('\n');
      rest = (lines.pop() ?? '').slice(-LONGEST_LINE);
      behind = at - rest.length;
      for (const line of lines) {
        const found = readAirLine(line, columns);
        if ('columns' in found) {
          columns = found.columns;
          headings.set(file, columns);
        } else if (found.air) {
          const when = Date.parse(found.air.at);
          if (when < last + KEPT_EVERY || when > until) continue;
          air.push(found.air);
          last = when;
        }
      }
    }
    return { air, place: behind };
  } finally {
    await handle.close();
  }
}
