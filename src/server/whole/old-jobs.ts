import { FieldError } from '../../core/field-error.ts';
import type { JobsFile } from '../../shared/jobs-file.ts';
import { newestSchema } from '../db/migrate.ts';
import { openOld } from '../db/pglite.ts';
import { putArchive } from '../repositories/archive.ts';
import { rowsOfAll } from '../repositories/jobs-file.ts';
import { tablesOf } from '../repositories/tables.ts';

/**
 * A file of jobs as today's tables have it: an older one goes through a database of its time and the migrations since, the
 * same that a shop's own record went through.
 * @throws FieldError where a newer program made it, or it is not as the tables of its time were
 */
export async function inTodaysSchema(file: JobsFile): Promise<JobsFile> {
  const today = await newestSchema();
  if (file.schema === today) return file;
  if (file.schema > today)
    throw new FieldError('file', 'A newer version of the program made this file. Bring this one up to date first.');
  const { db, moveOn } = await openOld(file.schema);
  try {
    // The files of pictures are not in the tables.
    await db.query("select to_regclass('picture') is not null as there").then(async ([row]) => {
      if (row?.there) await db.query('alter table picture alter column jpeg drop not null');
    });
    const tables = Object.entries(file.tables).map(([name, rows]) => ({ name, rows }));
    await db.transaction((tx) => putArchive(tx, { format: 'urushi-archive', tables }));
    await moveOn();
    return { ...file, schema: today, tables: await rowsOfAll(db, await tablesOf(db)) };
  } catch (trouble) {
    const [why] = (trouble as Error).message.split('\n');
    throw new FieldError('file', `It is not as the record of its time was: ${why}.`);
  } finally {
    await db.close();
  }
}
