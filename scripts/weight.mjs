// What the first page weighs: the entry and what it imports, compressed. Printed by every build; too much is a fault.
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';

const MOST_KB = 250;
const WEB = 'dist/web';
const manifest = JSON.parse(readFileSync(path.join(WEB, '.vite/manifest.json'), 'utf8'));

/** The script files that come at once with a chunk. */
function filesOf(name, found = new Set()) {
  const { file, imports = [] } = manifest[name];
  if (found.has(file)) return found;
  found.add(file);
  for (const other of imports) filesOf(other, found);
  return found;
}
const kilobytes = (files) =>
  [...files].reduce((sum, file) => sum + gzipSync(readFileSync(path.join(WEB, file))).length, 0) / 1000;

const [entry] = Object.keys(manifest).filter((name) => manifest[name].isEntry);
const first = kilobytes(filesOf(entry));
const pages = Object.keys(manifest)
  .filter((name) => name.startsWith('pages/'))
  .map((name) => ({ name, size: kilobytes([...filesOf(name)].filter((f) => !filesOf(entry).has(f))) }))
  .sort((p, q) => q.size - p.size);
console.log(`First page: ${first.toFixed(0)} kB of script, gzipped (at most ${MOST_KB}).`);
console.log(`Then ${pages.map((p) => `${path.basename(p.name, '.tsx')} ${p.size.toFixed(0)}`).join(', ')} kB.`);
if (first > MOST_KB) {
  console.error('The first page is too heavy.');
  process.exit(1);
}
