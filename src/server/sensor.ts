import { appendFile, readFile, stat } from 'node:fs/promises';
import { readAir, writeAir } from '../core/formats/air.ts';
import { newId } from '../shared/id.ts';
import { sensedHours } from '../workshop/sensor.ts';
import type { Shop } from './acts/shop.ts';
import { clockNow, insertAir, lastSensed } from './store/clock.ts';

const LOOK_EVERY = 5000;
/** A sensor that writes every second is kept every quarter of an hour. */
const KEPT_EVERY = 15 * 60_000;

/** Takes in what a sensor has written to its file since it was last heard; a file that is not there is no fault. */
export async function takeInSensed({ db }: Pick<Shop, 'db'>, file: string): Promise<number> {
  const text = await readFile(file, 'utf8').catch(() => null);
  if (text === null || text.trim().split('\n').length < 2) return 0;
  return db.transaction(async (tx) => {
    let last = Date.parse((await lastSensed(tx)) ?? '1970-01-01T00:00:00Z');
    const now = Date.parse((await clockNow(tx)).now);
    let taken = 0;
    for (const { at, temperature, humidity } of readAir(text).air) {
      const when = Date.parse(at);
      if (when < last + KEPT_EVERY || when > now) continue;
      await insertAir(tx, {
        id: newId(),
        at: new Date(when).toISOString(),
        temperature,
        humidity,
        moving: false,
        source: 'sensor',
      });
      last = when;
      taken++;
    }
    return taken;
  });
}

/** Follows a sensor's file. @returns what ends it */
export function followSensor(shop: Pick<Shop, 'db'>, file: string, onFault: (error: unknown) => void): () => void {
  let seen = '';
  let taking = Promise.resolve();
  const look = () => {
    taking = taking
      .then(async () => {
        const found = await stat(file).catch(() => null);
        const stamp = found ? `${found.mtimeMs}/${found.size}` : '';
        if (stamp === '' || stamp === seen) return;
        seen = stamp;
        await takeInSensed(shop, file);
      })
      .catch(onFault);
  };
  look();
  const timer = setInterval(look, LOOK_EVERY);
  return () => clearInterval(timer);
}

/** What the simulated sensor writes to its file from one moment of the shop's clock to now. @returns now */
export async function writeSensed({ db }: Pick<Shop, 'db'>, file: string, since: number | null): Promise<number> {
  const now = Date.parse((await clockNow(db)).now);
  const lines = since === null ? [] : sensedHours(since + 1, now);
  if (lines.length > 0) {
    const fresh = (await stat(file).catch(() => null)) === null;
    const [heading = '', ...rows] = writeAir(lines).split('\r\n');
    await appendFile(file, `${(fresh ? [heading, ...rows] : rows).join('\r\n')}\r\n`);
  }
  return now;
}

/** The simulated sensor of a demo: the air hour by hour, as far as the shop's clock has come. @returns what ends it */
export function simulateSensor(shop: Pick<Shop, 'db'>, file: string, onFault: (error: unknown) => void): () => void {
  let upTo: number | null = null;
  let writing = Promise.resolve();
  const write = () => {
    writing = writing
      .then(async () => {
        upTo = await writeSensed(shop, file, upTo);
      })
      .catch(onFault);
  };
  write();
  const timer = setInterval(write, LOOK_EVERY);
  return () => clearInterval(timer);
}
