// npm run demo | npm start | npm run dev: everything a fresh machine needs, then the server.
import { spawn } from 'node:child_process';
import { build, installPackages } from './install.mjs';

const mode = process.argv[2];
installPackages();
if (mode !== 'dev') build();

const server = ['--import', 'tsx', 'src/server/main.ts', ...(mode === 'demo' ? ['--demo'] : [])];
const children = [spawn(process.execPath, mode === 'dev' ? ['--watch', ...server] : server, { stdio: 'inherit' })];
if (mode === 'dev') children.push(spawn('npx', ['vite'], { stdio: 'inherit' }));

for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    for (const child of children) child.kill(signal);
  });
for (const child of children) child.on('exit', (code) => process.exit(code ?? 0));
