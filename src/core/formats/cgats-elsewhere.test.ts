import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Measurement, onGrid, readMeasurements, writeAll, writeCgats } from './index.ts';

/**
 * Debian's general-purpose colour-management package `argyll` as another reader and writer of CGATS; installed by
 * `.ci/run`, left out where it is not there.
 */
const there = spawnSync('txt2ti3', ['-?']).error === undefined;

describe.runIf(there)('a general colour-management package', () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(path.join(os.tmpdir(), 'urushi-cgats-'));
  });
  afterAll(() => rmSync(folder, { recursive: true }));
  /** Has a text read there and written again. */
  const through = (text: string): string => {
    writeFileSync(path.join(folder, 'ours.txt'), text);
    execFileSync('txt2ti3', ['ours.txt', 'theirs'], { cwd: folder, stdio: 'pipe' });
    return readFileSync(path.join(folder, 'theirs.ti3'), 'utf8');
  };
  const nm = (first: number, step: number, count: number) => Array.from({ length: count }, (_, i) => first + step * i);
  const board = (name: string, wavelengths: number[]): Measurement => ({
    kind: 'spectral',
    name,
    wavelengths,
    values: wavelengths.map((w) => 0.08 + 0.0009 * (w - 350)),
  });

  it.each([
    ['31 bands', nm(400, 10, 31)],
    ['36 bands', nm(380, 10, 36)],
    ['5 nm', nm(380, 5, 71)],
  ])('reads what we write, and we read what it writes: %s', (_, wavelengths) => {
    const readings = [board('Türe, "oben"', wavelengths), board('Stage 2', wavelengths)];
    const back = readMeasurements(through(writeCgats(readings)), 'theirs.ti3').readings;
    expect(back).toHaveLength(2);
    back.forEach((reading, i) => {
      const was = onGrid(readings[i]);
      onGrid(reading).forEach((value, band) => {
        expect(value).toBeCloseTo(was[band], 4);
      });
    });
  });
  it('reads L*a*b* the same way', () => {
    const lab: Measurement[] = [{ kind: 'lab', name: 'spot', lab: [41.5, 12.25, 18.75] }];
    const [back] = readMeasurements(through(writeAll(lab, 'Urushi')), 'theirs.ti3').readings;
    expect(back).toMatchObject({ kind: 'lab', lab: [41.5, 12.25, 18.75] });
  });
});

describe('readings on several grids', () => {
  const narrow: Measurement = {
    kind: 'spectral',
    name: 'narrow',
    wavelengths: [400, 460, 520, 580, 640, 700],
    values: [0.1, 0.2, 0.3, 0.4, 0.5, 0.6],
  };
  const wide: Measurement = {
    kind: 'spectral',
    name: 'wide',
    wavelengths: Array.from({ length: 31 }, (_, i) => 400 + 10 * i),
    values: new Array(31).fill(0.3),
  };
  const typed: Measurement = { kind: 'lab', name: 'typed', lab: [50, 10, 20] };
  it('go out all, named where they were resampled, with L*a*b* as a table of their own', () => {
    const text = writeAll([narrow, wide, typed], 'Urushi');
    const { readings } = readMeasurements(text, 'all.txt');
    expect(readings.map((r) => r.name)).toEqual(['narrow (resampled)', 'wide', 'typed']);
    expect(readings[2]).toEqual(typed);
    expect(readings[0].kind === 'spectral' && readings[0].wavelengths).toHaveLength(31);
    expect(text).toContain('ILLUMINANT, D65');
  });
});
