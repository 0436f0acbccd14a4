import { appendFile, stat } from 'node:fs/promises';
import { writeAir } from '../../core/formats/air.ts';
import { sensedHours } from '../../workshop/sensor.ts';
import type { Shop } from '../commands/shop.ts';
import { clockNow, insertSensed, lastSensed } from '../repositories/clock.ts';
import { startThread } from '../threads/start-thread.ts';
import type { SensorReader } from './sensor.worker.ts';

const LOOK_EVERY = 5000;

/** Air older than this tells nothing of what dries now. */
const REMEMBERED = 45 * 86_400_000;
/** So many lines are kept in one statement: nobody waits for more than that. */
const AT_ONCE = 500;

/** Takes in what a sensor has written to its file since it was last heard; a file that is not there is no fault. */
export async function takeInSensed(
  { db }: Pick<Shop, 'db'>,
  file: string,
  reader: Pick<SensorReader, 'read'>,
  place = 0,
): Promise<{ taken: number; place: number }> {
  const now = Date.parse((await clockNow(db)).now);
  const heard = Date.parse((await lastSensed(db)) ?? '1970-01-01T00:00:00Z');
  const { air, place: next } = await reader.read(file, place, Math.max(heard, now - REMEMBERED), now);
  for (let at = 0; at < air.length; at += AT_ONCE) await insertSensed(db, air.slice(at, at + AT_ONCE));
  return { taken: air.length, place: next };
}

/** Follows a sensor's file. @returns what ends it */
export function followSensor(
  shop: Pick<Shop, 'db'>,
  file: string,
  onFault: (error: unknown) => void,
): () => Promise<void> {
  const { remote, end } = startThread<SensorReader>(new URL('./sensor.worker.ts', import.meta.url));
  let seen = '';
  let place = 0;
  let taking = Promise.resolve();
  const look = () => {
    taking = taking
      .then(async () => {
        const found = await stat(file).catch(() => null);
        const stamp = found ? `${found.mtimeMs}/${found.size}` : '';
        if (stamp === '' || stamp === seen) return;
        ({ place } = await takeInSensed(shop, file, remote, place));
        seen = stamp;
      })
      .catch(onFault);
  };
  look();
  const timer = setInterval(look, LOOK_EVERY);
  return async () => {
    clearInterval(timer);
    await end();
  };
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
