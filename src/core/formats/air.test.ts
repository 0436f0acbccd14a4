import { describe, expect, it } from 'vitest';
import { readAir, writeAir } from './air.ts';

describe('a sensor’s file', () => {
  it('comes back as it was written', () => {
    const air = [
      { at: '2026-03-09T08:00:00.000Z', temperature: 17.4, humidity: 61 },
      { at: '2026-03-09T09:00:00+01:00', temperature: -3.2, humidity: 88 },
    ];
    expect(readAir(writeAir(air))).toEqual({ air, refused: 0 });
  });
  it('what tells nothing is counted and left out', () => {
    const text =
      'at,temperature,humidity\n2026-03-09T08:00:00Z,18,55\nyesterday,18,55\n2026-03-09T09:00:00Z,,55\n2026-03-09T10:00:00Z,18,120\n';
    expect(readAir(text)).toEqual({ air: [{ at: '2026-03-09T08:00:00Z', temperature: 18, humidity: 55 }], refused: 3 });
  });
  it('of a heading alone tells nothing; columns in another order are read by their names', () => {
    expect(readAir('at,temperature,humidity\n')).toEqual({ air: [], refused: 0 });
    expect(readAir('humidity,at,temperature\r\n55,2026-03-09T08:00:00Z,18\r\n').air).toEqual([
      { at: '2026-03-09T08:00:00Z', temperature: 18, humidity: 55 },
    ]);
  });
});
