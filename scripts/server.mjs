// Starts the server, and takes it down with this process.
import { spawn } from 'node:child_process';

/** @param {'demo' | 'start' | 'dev'} mode */
export function startServer(mode) {
  const server = ['--import', 'tsx', 'src/server/main.ts', ...(mode === 'demo' ? ['--demo'] : [])];
  // The server hears when this process is gone, however it ended, and ends too.
  const stdio = ['inherit', 'inherit', 'inherit', 'ipc'];
  const children = [
    mode === 'dev'
      ? spawn(process.execPath, ['--watch', ...server], { stdio: 'inherit' })
      : spawn(process.execPath, server, { stdio }),
  ];
  if (mode === 'dev') children.push(spawn('npx', ['vite'], { stdio: 'inherit' }));

  const end = (signal) => {
    for (const child of children) child.kill(signal);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => end('SIGTERM'));
  for (const child of children)
    child.on('exit', (code) => {
      end('SIGTERM');
      process.exit(code ?? 0);
    });

  // Killed outright, npm says nothing: whoever it started sees that it has another parent.
  if (process.env.npm_lifecycle_event) {
    const parent = process.ppid;
    setInterval(() => {
      if (process.ppid !== parent) end('SIGTERM');
    }, 1000).unref();
  }
}
