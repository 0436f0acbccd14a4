import path from 'node:path';
import { parseArgs } from 'node:util';
import { openFolder, restoreFolder } from './db/folder.ts';
import { openEmbedded } from './db/pglite.ts';
import { snapshotFile, snapshotsIn } from './db/snapshots.ts';
import { CannotWork } from './db/trouble.ts';
import { summaryOf } from './repositories/summary.ts';

// npm run restore [-- NAME [--yes]]: the snapshots of a data folder; what one holds; or puts it in place. For a shop that
// cannot be opened; in one that can, House does the same.

const folder = path.resolve(process.env.URUSHI_DATA ?? './data');

async function list(): Promise<void> {
  const snapshots = await snapshotsIn(folder);
  if (snapshots.length === 0) throw new CannotWork(`There are no snapshots in ${folder}/backups.`);
  for (const { name, bytes } of snapshots) console.log(`${name}  ${(bytes / 1e6).toFixed(1)} MB`);
  console.log('See what one holds: npm run restore -- NAME');
}

async function look(name: string): Promise<void> {
  const file = await snapshotFile(folder, name);
  if (!file) throw new CannotWork(`There is no snapshot ${name} in ${folder}/backups.`);
  const snapshot = await openEmbedded(null, { from: file });
  const { jobs, boards, readings, newest, lastAt } = await summaryOf(snapshot);
  await snapshot.close();
  console.log(
    `${name}: ${jobs} jobs, ${boards} boards, ${readings} readings; the last entry is of ${lastAt ?? 'no time'}.`,
  );
  for (const job of newest) console.log(`  ${job.number}  ${job.customer}: ${job.piece}`);
  console.log(`Put it in place: npm run restore -- ${name} --yes`);
}

async function restore(name: string): Promise<void> {
  const damaged = await restoreFolder(folder, name);
  await (await openFolder(folder)).close();
  console.log(`${name} is in place.${damaged ? ` What was there is kept in ${damaged}.` : ''}`);
}

async function main(): Promise<void> {
  const { values, positionals } = parseArgs({ allowPositionals: true, options: { yes: { type: 'boolean' } } });
  const [name] = positionals;
  if (!name) await list();
  else if (values.yes) await restore(name);
  else await look(name);
}

main().catch((error: Error) => {
  console.error(error.message);
  process.exit(1);
});
