import { appendFile, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openTestShop, type TestShop } from '../../../test/server/open-test-shop.ts';
import { followSensor } from './sensor.ts';
import { readSensed } from './sensor-file.ts';

const MINUTE = 60_000;
const line = (at: number) => `${new Date(at).toISOString()},18.5,55\n`;

describe('a sensor that writes every minute', () => {
  let folder: string;
  let shop: TestShop;
  beforeAll(async () => {
    folder = await mkdtemp(path.join(tmpdir(), 'urushi-sensor-'));
    shop = await openTestShop();
  });
  afterAll(async () => {
    await shop.close();
    await rm(folder, { recursive: true });
  });

  it('is thinned to a quarter of an hour, and read on from where it was', async () => {
    const file = path.join(folder, 'on.csv');
    const from = Date.parse('2026-03-09T08:00:00Z');
    const rows = (minutes: number, begin = from) =>
      Array.from({ length: minutes }, (_, i) => line(begin + i * MINUTE)).join('');
    await writeFile(file, `at,temperature,humidity\n${rows(120)}`);
    const until = from + 1e9;
    const first = await readSensed(file, 0, 0, until);
    expect(first.air).toHaveLength(8);
    // Half a line is not read before it is whole.
    await appendFile(file, line(from + 120 * MINUTE).slice(0, 12));
    const half = await readSensed(file, first.place, from + 105 * MINUTE, until);
    expect(half).toMatchObject({ air: [], place: first.place });
    await appendFile(file, `${line(from + 120 * MINUTE).slice(12)}${rows(60, from + 121 * MINUTE)}`);
    const more = await readSensed(file, half.place, from + 105 * MINUTE, until);
    expect(more.air.map((a) => (Date.parse(a.at) - from) / MINUTE)).toEqual([120, 135, 150, 165, 180]);
    // One that was begun anew is read from its beginning.
    await writeFile(file, `at,temperature,humidity\n${line(from + 1e8)}`);
    expect((await readSensed(file, more.place, 0, until)).air).toHaveLength(1);
    expect(await readSensed(path.join(folder, 'none.csv'), 5, 0, until)).toEqual({ air: [], place: 0 });
  });
  it('a year of minutes is taken in while others are answered', async () => {
    const file = path.join(folder, 'year.csv');
    const year = 365 * 24 * 60;
    const from = Date.now() - year * MINUTE;
    const rows: string[] = ['at,temperature,humidity\n'];
    for (let i = 0; i < year; i++) rows.push(line(from + i * MINUTE));
    await writeFile(file, rows.join(''));
    const end = followSensor(shop, file, (error) => {
      throw error;
    });
    let slowest = 0;
    const began = performance.now();
    for (let kept = 0; kept < 4000; ) {
      const asked = performance.now();
      const [row] = await shop.db.query('select count(*)::int as n from air');
      slowest = Math.max(slowest, performance.now() - asked);
      kept = Number(row?.n);
      await new Promise((resolve) => setTimeout(resolve, 20));
      if (performance.now() - began > 60_000) break;
    }
    console.log(
      `A year of minutes taken in after ${((performance.now() - began) / 1000).toFixed(1)} s (goal 10); the slowest request meanwhile ${slowest.toFixed(0)} ms (goal 300).`,
    );
    await end();
    const [row] = await shop.db.query(`select count(*)::int as n, max(at) as newest from air where source = 'sensor'`);
    // What is older than tells anything is left out.
    expect(Number(row?.n)).toBeGreaterThan(4000);
    expect(Number(row?.n)).toBeLessThan(4500);
    expect(Date.now() - Number(row?.newest)).toBeLessThan(40 * MINUTE);
  });
});
