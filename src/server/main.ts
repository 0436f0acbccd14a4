import { createServer, type RequestListener } from 'node:http';
import path from 'node:path';
import { inspect } from 'node:util';
import { pino } from 'pino';
import { demoArchive } from '../demo/archive.ts';
import { createApp } from './app.ts';
import { CannotWork } from './db/trouble.ts';
import { openShop } from './open-shop.ts';
import { followSensor, simulateSensor } from './sensor/sensor.ts';

const log = pino({ level: process.env.URUSHI_LOG ?? 'silent' });
/** Names of this machine beside localhost, apart by commas. */
const hosts = (process.env.URUSHI_HOSTS ?? '').toLowerCase().split(',').filter(Boolean);
const demo = process.argv.includes('--demo');
const folder = path.resolve(process.env.URUSHI_DATA ?? (demo ? './demo-data' : './data'));

/** @throws CannotWork where it is no port */
function portOf(text = '4173', name = 'PORT'): number {
  const port = /^\d{1,5}$/.test(text) ? Number(text) : Number.NaN;
  if (!(port >= 1 && port <= 65_535))
    throw new CannotWork(`${name} is “${text}”; it must be a number from 1 to 65535.`);
  return port;
}

/** The port beside one. */
const beside = (port: number) => String(port < 65_535 ? port + 1 : port - 1);

/** Longer than a page or script keeps an unused connection: one that the server closes first can swallow a request. */
const KEPT_ALIVE_MS = 90_000;

/** What a browser shows until the shop is open; it asks again by itself. */
const OPENING = `<!doctype html><html lang="en"><meta charset="utf-8"><meta http-equiv="refresh" content="1"><title>Urushi</title>
<body style="font: 20px sans-serif; margin: 3em; color: #333"><p role="status">${demo ? 'The demo shop is being opened …' : 'The shop is being opened …'}</p>`;

/**
 * Listens at once, before anything is opened: of two that start together one has the port, and only that one goes on.
 * A program that asks waits for its answer; a person is told what is waited for.
 */
async function listen(port: number, app: Promise<RequestListener>) {
  let open = false;
  void app.then(() => {
    open = true;
  });
  const server = createServer((request, response) => {
    if (!open && request.method === 'GET' && request.headers.accept?.includes('text/html'))
      return response
        .writeHead(200, { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store' })
        .end(OPENING);
    app.then((answer) => answer(request, response)).catch(() => response.destroy());
  });
  server.keepAliveTimeout = KEPT_ALIVE_MS;
  server.listen(port, '127.0.0.1');
  await new Promise((resolve, reject) => server.once('listening', resolve).once('error', reject));
  return server;
}

function sentenceOf(error: NodeJS.ErrnoException, port: string): string {
  if (error instanceof CannotWork) return error.message;
  if (error.code === 'EADDRINUSE') return `Port ${port} is taken. Set PORT to another number.`;
  if (error.code === 'EACCES') return `Port ${port} may not be used by this user. Set PORT to a number above 1023.`;
  return `Urushi could not start: ${error.message.split('\n')[0]} Set URUSHI_LOG=error to see more.`;
}

const onFault = (error: unknown) => {
  log.error(error);
  const [sentence] = (error instanceof Error ? error.message : inspect(error)).split('\n');
  console.error(`Fault: ${sentence}`);
};
const endWith = (sentence: string): never => {
  console.error(sentence);
  process.exit(1);
};

async function main(): Promise<void> {
  const port = portOf(process.env.PORT);
  let begin: (app: RequestListener) => void = () => {};
  const server = await listen(
    port,
    new Promise((resolve) => {
      begin = resolve;
    }),
  );
  const shop = await openShop({
    folder,
    server: process.env.URUSHI_DATABASE_URL,
    onFault,
    onLost: endWith,
    turnable: demo,
    customers: { port: portOf(process.env.URUSHI_CUSTOMER_PORT ?? beside(port), 'URUSHI_CUSTOMER_PORT') },
    beginsWith: demo ? demoArchive : undefined,
  });
  begin(createApp(shop, onFault, hosts));
  const sensor = process.env.URUSHI_SENSOR ?? path.join(folder, 'sensor.csv');
  const ends: (() => void | Promise<void>)[] = [followSensor(shop, sensor, onFault)];
  let closing = false;
  const close = async () => {
    if (closing) return;
    closing = true;
    server.closeAllConnections();
    server.close();
    await Promise.all(ends.map((end) => end()));
    await shop.close();
    process.exit(0);
  };
  process.on('SIGTERM', close).on('SIGINT', close);
  // Whoever started it, and speaks with it, takes it down with itself.
  process.on('disconnect', close);
  const address = `http://localhost:${port}`;
  if (demo) ends.push(simulateSensor(shop, sensor, onFault));
  console.log(`Urushi is ready: ${address}`);
}

main().catch((error: NodeJS.ErrnoException) => {
  log.error(error);
  endWith(sentenceOf(error, process.env.PORT ?? '4173'));
});
process.on('unhandledRejection', onFault);
