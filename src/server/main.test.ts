import { spawn, spawnSync } from 'node:child_process';
import { chmod, mkdir, mkdtemp, readdir, rename, rm, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { copyMadeFolder } from '../../test/server/made-folder.ts';
import { askServer, freePort, type ServerProcess, startServer } from '../../test/server/server-process.ts';
import { newId } from '../shared/id.ts';
import { openFolder } from './db/folder.ts';

let folder: string;
let running: ServerProcess[] = [];
beforeEach(async () => {
  folder = await mkdtemp(path.join(os.tmpdir(), 'urushi-'));
  await copyMadeFolder(folder);
});
afterEach(async () => {
  await Promise.all(running.map((server) => server.kill('SIGKILL')));
  running = [];
  await rm(folder, { recursive: true, force: true });
});

function start(port: number | string, where = folder, env: Record<string, string> = {}) {
  const server = startServer(where, port, env);
  running.push(server);
  return server;
}
const newJob = (customer: string) => ({ id: newId(), customer, piece: 'x', tolerance: 1 });
const jobsOf = async (server: ServerProcess) => {
  const { body } = await askServer(server, 'GET', '/jobs');
  return (body.jobs as { customer: string }[]).map((j) => j.customer).sort();
};
/** What a start that must fail says: one sentence, no trace. */
async function refusedStart(port: number | string, where = folder, env = {}): Promise<string> {
  const server = start(port, where, env);
  expect(await server.ended).toBe(1);
  const said = server.said().trim();
  expect(said.split('\n')).toHaveLength(1);
  expect(said).not.toMatch(/\bat .*:\d+:\d+/);
  return said;
}

describe('a living server', () => {
  it('keeps its folder however long it is blocked, on its port and on another', async () => {
    const port = await freePort();
    const first = start(port);
    await first.ready;
    await askServer(first, 'POST', '/jobs', newJob('Before'));
    first.child.kill('SIGSTOP');
    const [other] = await Promise.all([freePort(), wait(15_000)]);
    expect(await refusedStart(other)).toContain('Another Urushi is already working on the data folder');
    expect(await refusedStart(port)).toBe(`Port ${port} is taken. Set PORT to another number.`);
    first.child.kill('SIGCONT');
    expect((await askServer(first, 'POST', '/jobs', newJob('After'))).status).toBe(201);
    await first.kill('SIGKILL');

    const again = start(port);
    await again.ready;
    expect(await jobsOf(again)).toEqual(['After', 'Before']);
  });

  it('acknowledges nothing more once its folder is taken away, and ends', async () => {
    const server = start(await freePort());
    await server.ready;
    await rename(folder, `${folder}-away`);
    const answer = await askServer(server, 'POST', '/jobs', newJob('Lost')).catch(() => null);
    expect(answer?.status ?? 0).not.toBe(201);
    expect(await server.ended).toBe(1);
    expect(server.said()).toContain('was removed or replaced while Urushi was working in it');
    await rename(`${folder}-away`, folder);
  });

  it('ends with whoever started it', async () => {
    const server = start(await freePort());
    await server.ready;
    server.child.disconnect();
    expect(await server.ended).toBe(0);
  });
});

describe('a start that cannot be', () => {
  it('says in one sentence what to do, and changes nothing', async () => {
    const port = await freePort();
    expect(await refusedStart('abc')).toBe('PORT is “abc”; it must be a number from 1 to 65535.');
    expect(await refusedStart(70_000)).toContain('PORT is “70000”');
    const file = path.join(folder, 'file');
    await writeFile(file, '');
    expect(await refusedStart(port, file)).toContain('is a file; a folder is needed');
    expect(await refusedStart(port, path.join(file, 'under'))).toContain('lies under a file');

    const damaged = path.join(folder, 'damaged');
    await copyMadeFolder(damaged);
    await rm(path.join(damaged, 'database', 'PG_VERSION'));
    expect(await refusedStart(port, damaged)).toContain(
      'is damaged (PG_VERSION is missing). Keep a copy of the folder',
    );
    expect(await readdir(path.join(damaged, 'database'))).not.toContain('PG_VERSION');
    await writeFile(path.join(damaged, 'database', 'PG_VERSION'), '99\n');
    expect(await refusedStart(port, damaged)).toContain('is of PostgreSQL 99');
  });

  it.runIf(process.getuid?.() !== 0)('says that a folder cannot be written', async () => {
    await chmod(folder, 0o500);
    expect(await refusedStart(await freePort())).toContain('cannot be written');
    await chmod(folder, 0o700);
  });

  it('refuses a database that a newer program made', async () => {
    const db = await openFolder(folder);
    await db.query(`insert into migration (name) values ('9999_from_tomorrow.sql')`);
    await db.close();
    expect(await refusedStart(await freePort())).toContain('was made by a newer Urushi (9999_from_tomorrow.sql)');
  });

  it('makes no empty shop where one is missing that left snapshots', async () => {
    const db = await openFolder(folder);
    await db.takeSnapshot('asked');
    await db.close();
    await rm(path.join(folder, 'database'), { recursive: true });
    expect(await refusedStart(await freePort())).toContain('there are snapshots of it. Restore one: npm run restore.');
  });
});

/** A small disk of its own, where this user may have one. */
const canMount = process.getuid?.() === 0 && process.platform === 'linux';
describe.runIf(canMount)('a full disk', () => {
  let disk: string;
  beforeEach(async () => {
    disk = path.join(folder, 'disk');
    await mkdir(disk);
    expect(spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=400m', 'tmpfs', disk]).status).toBe(0);
  });
  afterEach(async () => {
    await Promise.all(running.map((server) => server.kill('SIGKILL')));
    running = [];
    expect(spawnSync('umount', ['-l', disk]).status).toBe(0);
  });
  const fill = (file: string, megabytes: number) =>
    spawnSync('dd', ['if=/dev/zero', `of=${file}`, 'bs=1M', `count=${megabytes}`]);

  it('is said and refused; what is there can be read, and work goes on when there is room', async () => {
    await copyMadeFolder(path.join(disk, 'shop'));
    const server = start(await freePort(), path.join(disk, 'shop'));
    await server.ready;
    expect((await askServer(server, 'POST', '/jobs', newJob('Before'))).status).toBe(201);
    fill(path.join(disk, 'ballast'), 600);
    await wait(1100);
    const refused = await askServer(server, 'POST', '/jobs', newJob('Full'), 5000);
    expect(refused.status).toBe(507);
    expect(refused.body.detail).toMatch(/^The disk is full: \d+ MB are left, and 64 MB are needed/);
    expect(await jobsOf(server)).toEqual(['Before']);
    // Started anew on the full disk: PostgreSQL does not open there, and what is kept is read from memory.
    await server.kill('SIGTERM');
    const again = start(await freePort(), path.join(disk, 'shop'));
    await again.ready;
    expect(await jobsOf(again)).toEqual(['Before']);
    const still = await askServer(again, 'POST', '/jobs', newJob('Full'), 5000);
    expect(still.status).toBe(507);
    expect(still.body.detail).toMatch(/^The disk was full when Urushi started/);
    await again.kill('SIGTERM');
    await rm(path.join(disk, 'ballast'));
    const freed = start(await freePort(), path.join(disk, 'shop'));
    await freed.ready;
    expect((await askServer(freed, 'POST', '/jobs', newJob('After'))).status).toBe(201);
    expect(await jobsOf(freed)).toEqual(['After', 'Before']);
  });

  it('that fills within one second under the database is survived: nothing half written, no spinning', async () => {
    const shop = path.join(disk, 'shop');
    await copyMadeFolder(shop);
    const db = await openFolder(shop);
    await db.transaction((tx) => tx.query('create table ballast (text text)'));
    const more = () =>
      db.transaction((tx) =>
        tx.query(`insert into ballast select repeat(md5(random()::text), 60) from generate_series(1, 3000)`),
      );
    let kept = 0;
    let why = '';
    // The guard has just looked and sees room; then the disk fills at once.
    await more().then(() => kept++);
    fill(path.join(disk, 'ballast'), 600);
    for (let i = 0; i < 60 && !why; i++)
      await more().then(
        () => kept++,
        (error: Error) => {
          why = `${error.constructor.name}: ${error.message}`;
        },
      );
    expect(why).toMatch(/^NoRoom: The disk is full|^DatabaseDied/);
    await rm(path.join(disk, 'ballast'));
    await wait(1100);
    const [{ count }] = await db.query('select count(*)::int as count from ballast');
    expect(count).toBe(kept * 3000);
    await more();
    await db.close();
  });
});

describe('the wrapper', () => {
  it('takes the server down with it, however it ends', async () => {
    const script = `import { startServer } from './scripts/server.mjs'; startServer('start');`;
    const wrapper = spawn(process.execPath, ['--input-type=module', '-e', script], {
      env: { ...process.env, URUSHI_DATA: folder, PORT: String(await freePort()), npm_lifecycle_event: '' },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let said = '';
    wrapper.stdout.on('data', (data) => {
      said += data;
    });
    while (!said.includes('Urushi is ready')) await wait(100);
    wrapper.kill('SIGKILL');
    // The folder is free as soon as the server is gone.
    for (let i = 0; ; i++) {
      const freed = await openFolder(folder).then(
        (db) => db.close().then(() => true),
        () => false,
      );
      if (freed) break;
      expect(i).toBeLessThan(100);
      await wait(100);
    }
  });
});
