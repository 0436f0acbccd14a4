import { z } from 'zod';
import { KeptPicture } from '../../shared/picture.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp, touched } from './rows.ts';

const Row = KeptPicture.extend({ takenAt: stamp, jobId: z.string() });
const PICTURE = `i.id, i.job_id as "jobId", i.light, i.camera, i.words, i.swap_of as "swapOf", i.width, i.height,
  length(i.jpeg) as bytes, i.fields, i.shot, p.name as person, i.taken_at as "takenAt"
  from picture i left join person p on p.id = i.person_id`;

/** The pictures of some jobs, the first one first; without the files. */
export const picturesOfJobs = (db: Queries, jobs: readonly string[]) =>
  all(
    db,
    Row,
    `select ${PICTURE} where i.job_id = any($1::uuid[]) and i.deleted_at is null order by i.taken_at, i.id`,
    [jobs],
  );

export const pictureById = (db: Queries, id: string) => one(db, Row, `select ${PICTURE} where i.id = $1`, [id]);

const File = z.object({ jpeg: z.string().transform((text) => Buffer.from(text, 'base64')) });
/** The file of a picture, a JPEG; null where there is none. */
export const fileOfPicture = async (db: Queries, id: string): Promise<Buffer | null> =>
  (await one(db, File, `select encode(jpeg, 'base64') as jpeg from picture where id = $1`, [id]))?.jpeg ?? null;

export async function insertPicture(
  db: Queries,
  job: string,
  { id, light, camera, words, swapOf, width, height, fields, shot, takenAt }: Omit<KeptPicture, 'person' | 'bytes'>,
  jpeg: Buffer,
  by: string | null,
): Promise<void> {
  await db.query(
    `insert into picture (id, job_id, light, camera, words, swap_of, width, height, fields, shot, person_id, taken_at, jpeg)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, (select id from person where id = $11), $12, decode($13, 'base64'))
     on conflict do nothing`,
    [
      id,
      job,
      light,
      camera,
      words,
      swapOf,
      width,
      height,
      JSON.stringify(fields),
      shot && JSON.stringify(shot),
      by,
      takenAt,
      jpeg.toString('base64'),
    ],
  );
}

/** Takes a picture out of the record, or puts it back; false when it is so already. */
export const setPictureDeleted = async (db: Queries, id: string, deleted: boolean): Promise<boolean> =>
  touched(
    await db.query(
      `update picture set deleted_at = case when $2 then now() end where id = $1 and (deleted_at is null) = $2 returning id`,
      [id, deleted],
    ),
  );
