import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { Archive } from '../shared/archive.ts';

/** The demo shop as its script makes it (`npm run demo:archive`), its moments as the clock on its wall shows them. */
export const DEMO_ARCHIVE = path.join(import.meta.dirname, 'demo-shop.json.gz');

const MOMENT = /"(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d):(\d\d)(?:\.(\d+))?(?:Z|\+00:00)"/g;

/** The same hour of the wall in the zone of this machine: a working day that begins at eight does so everywhere. */
const inThisZone = (text: string): string =>
  text.replace(MOMENT, (_, year, month, day, hour, minute, second, part = '') => {
    const moment = new Date(+year, month - 1, +day, +hour, +minute, +second, Number(part.padEnd(3, '0').slice(0, 3)));
    // A database keeps millionths: what came after another stays after it.
    return `"${moment.toISOString().slice(0, -1)}${part.slice(3)}Z"`;
  });

/** The demo shop, for a database that nothing was written into. */
export async function demoArchive(): Promise<Archive> {
  const text = (await promisify(gunzip)(await readFile(DEMO_ARCHIVE))).toString();
  return Archive.parse(JSON.parse(inThisZone(text)));
}
