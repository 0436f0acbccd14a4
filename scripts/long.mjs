// npm run test:long: the heaviest simulations. With --if-changed only where what they are of is another than when they last
// passed: the trees of those rooms, as git knows them, stand in test/long-passed.json.
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { run } from './install.mjs';

const ROOMS = ['src/core', 'src/workshop', 'src/server/db', 'benchmarks', 'test/systems.test.ts'];
const PASSED = 'test/long-passed.json';

const git = (...args) => execFileSync('git', args, { encoding: 'utf8' }).trim();
const trees = () => Object.fromEntries(ROOMS.map((room) => [room, git('rev-parse', `HEAD:${room}`)]));
const asCommitted = () => git('status', '--porcelain', '--', ...ROOMS) === '';
const passed = () => JSON.parse(readFileSync(PASSED, 'utf8'));

const now = trees();
const same = asCommitted() && ROOMS.every((room) => passed()[room] === now[room]);
if (process.argv.includes('--if-changed') && same) console.log('The long simulations passed on these very rooms.');
else {
  run('npx', 'vitest', 'run', '--project', 'long');
  if (asCommitted()) writeFileSync(PASSED, `${JSON.stringify(now, null, 2)}\n`);
}
