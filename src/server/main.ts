import path from 'node:path';
import { pino } from 'pino';
import { makeDemo } from '../demo/make-demo.ts';
import { createApp } from './app.ts';
import { FolderInUse, openFolder } from './db/db.ts';

const log = pino({ level: process.env.URUSHI_LOG ?? 'warn' });
const port = Number(process.env.PORT ?? 4173);
const demo = process.argv.includes('--demo');
const folder = path.resolve(process.env.URUSHI_DATA ?? (demo ? './demo-data' : './data'));

async function main(): Promise<void> {
  const db = await openFolder(folder);
  const server = createApp(db, (error) => log.error(error)).listen(port, '127.0.0.1');
  await new Promise((resolve, reject) => server.once('listening', resolve).once('error', reject));
  const address = `http://localhost:${port}`;
  let closing = false;
  const close = async () => {
    if (closing) return;
    closing = true;
    server.closeAllConnections();
    server.close();
    await db.close();
    process.exit(0);
  };
  process.on('SIGTERM', close).on('SIGINT', close);
  if (demo) await makeDemo(address, (line) => console.log(line));
  console.log(`Urushi is ready: ${address}`);
}

main().catch((error: NodeJS.ErrnoException) => {
  if (error instanceof FolderInUse) console.error(error.message);
  else if (error.code === 'EADDRINUSE') console.error(`Port ${port} is taken. Set PORT to another number.`);
  else console.error(error);
  process.exit(1);
});
