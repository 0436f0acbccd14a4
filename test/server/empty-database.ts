import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import type { TestProject } from 'vitest/node';
import { emptySnapshot } from '../../src/server/db/pglite.ts';

declare module 'vitest' {
  interface ProvidedContext {
    /** The file of an empty database that those of the tests begin as: made once, migrated once. */
    emptyDatabase: string;
  }
}

export default async function makeEmptyDatabase(project: TestProject) {
  const folder = await mkdtemp(path.join(os.tmpdir(), 'urushi-empty-'));
  const file = path.join(folder, 'empty.tar');
  await writeFile(file, Buffer.from(await (await emptySnapshot()).arrayBuffer()));
  project.provide('emptyDatabase', file);
  return () => rm(folder, { recursive: true });
}
