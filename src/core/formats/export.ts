import { WAVELENGTHS } from '../colour/grid.ts';
import { writeCgats } from './cgats.ts';
import { type Measurement, onGrid } from './measurement.ts';

/** Readings that stand on one grid, and are one file: of some wavelengths, or of L*a*b* only. */
export interface ExportGrid<R extends Measurement = Measurement> {
  name: string;
  readings: R[];
}

function gridName(reading: Measurement): string {
  if (reading.kind === 'lab') return 'L*a*b* only, D65/10°';
  const { wavelengths } = reading;
  const [first = 0, second = 0] = wavelengths;
  const step = second - first;
  const even = wavelengths.every((nm, i) => nm === first + i * step);
  return `${first}–${wavelengths.at(-1)} nm${even ? ` by ${step}` : `, ${wavelengths.length} bands`}`;
}

/** Every reading in the group of its grid, in the order in which the grids come up. */
export function exportGrids<R extends Measurement>(readings: readonly R[]): ExportGrid<R>[] {
  const groups = new Map<string, ExportGrid<R>>();
  for (const reading of readings) {
    const key = reading.kind === 'lab' ? 'lab' : reading.wavelengths.join(' ');
    const group = groups.get(key) ?? { name: gridName(reading), readings: [] };
    group.readings.push(reading);
    groups.set(key, group);
  }
  return [...groups.values()];
}

const nm = [...WAVELENGTHS];
const resampled = (reading: Measurement): Measurement => {
  if (reading.kind === 'lab' || reading.wavelengths.join() === nm.join()) return reading;
  return {
    kind: 'spectral',
    name: `${reading.name} (resampled)`,
    wavelengths: nm,
    values: Array.from(onGrid(reading)),
  };
};

/**
 * All readings as CGATS.17 text. On several grids the spectra are brought to 400-700 nm by 10 nm, and those that were are
 * named so; L*a*b* follow as a table of their own.
 */
export function writeAll(readings: readonly Measurement[], originator: string): string {
  const grids = exportGrids(readings);
  const spectra = grids.filter((g) => g.readings[0]?.kind === 'spectral');
  const all = spectra.flatMap((g) => g.readings);
  const labs = readings.filter((r) => r.kind === 'lab');
  const tables = [spectra.length > 1 ? all.map(resampled) : all, labs].filter((t) => t.length > 0);
  return tables.map((table) => writeCgats(table, originator)).join('\n');
}
