import { FieldError } from '../../core/field-error.ts';
import { type PackedJobs, sizeUnpacked } from '../../record/whole/packed.ts';
import { newestSchema } from '../db/migrate.ts';
import { startThread } from '../threads/start-thread.ts';
import { type JobsReader, jobsIn } from './jobs-reader.worker.ts';

/** Unpacked, bytes: a file of so many is read at once; a larger or an older one beside the server, so that nobody waits for it. */
const SMALL = 5_000_000;

/** Reads a file of jobs as today's tables have them. @throws FieldError with the sentence that it is refused with */
export async function readJobsFile(base64: string): Promise<PackedJobs> {
  const bytes = Buffer.from(base64, 'base64');
  const packed = sizeUnpacked(bytes) <= SMALL ? jobsIn(bytes) : null;
  if (packed?.file.schema === (await newestSchema())) return packed;
  const thread = startThread<JobsReader>(new URL('./jobs-reader.worker.ts', import.meta.url));
  try {
    const answer = await thread.answered(thread.remote.read(base64));
    if ('refused' in answer) throw new FieldError('file', answer.refused);
    return answer.packed;
  } finally {
    await thread.end();
  }
}
