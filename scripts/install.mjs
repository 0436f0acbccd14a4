import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';

/** Installs the packages when they are missing or older than the lock file. */
export function installPackages() {
  const installed = 'node_modules/.package-lock.json';
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync('package-lock.json').mtimeMs) return;
  console.log('Installing packages …');
  execFileSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { stdio: 'inherit' });
}

/** Debian's Chromium for the browser tests: installed when absent and we may. */
export function installChromium() {
  if (existsSync('/usr/bin/chromium')) return;
  if (process.getuid?.() !== 0) throw new Error('The browser tests need /usr/bin/chromium: apt-get install chromium.');
  console.log('Installing chromium …');
  execFileSync('apt-get', ['update', '-qq'], { stdio: 'inherit' });
  execFileSync('apt-get', ['install', '-y', '-qq', 'chromium'], { stdio: 'inherit' });
}

/** Runs a command to its end; stops this process with its code when it fails. */
export function run(command, ...args) {
  const { status } = spawnSync(command, args, { stdio: 'inherit', shell: false });
  if (status !== 0) process.exit(status ?? 1);
}

/** Builds the pages, and says what the first one weighs. */
export function build() {
  run('npx', 'vite', 'build', '--logLevel', 'warn');
  run('node', 'scripts/weight.mjs');
}
