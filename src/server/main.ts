import path from 'node:path';
import { pino } from 'pino';
import { makeDemo } from '../demo/make-demo.ts';
import { createApp } from './app.ts';
import { FolderInUse } from './db/folder.ts';
import { openShop } from './open-shop.ts';

const log = pino({ level: process.env.URUSHI_LOG ?? 'warn' });
const port = Number(process.env.PORT ?? 4173);
const demo = process.argv.includes('--demo');
const folder = path.resolve(process.env.URUSHI_DATA ?? (demo ? './demo-data' : './data'));

async function main(): Promise<void> {
  const onFault = (error: unknown) => log.error(error);
  const shop = await openShop({ folder, server: process.env.URUSHI_DATABASE_URL, onFault });
  const server = createApp(shop, onFault).listen(port, '127.0.0.1');
  await new Promise((resolve, reject) => server.once('listening', resolve).once('error', reject));
  const address = `http://localhost:${port}`;
  let closing = false;
  const close = async () => {
    if (closing) return;
    closing = true;
    server.closeAllConnections();
    server.close();
    await shop.close();
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
