import { FieldError } from '../../core/field-error.ts';
import type { PackedJobs } from '../../record/whole/packed.ts';
import { startThread } from '../threads/start-thread.ts';
import type { JobsReader } from './jobs-reader.worker.ts';

/** Reads a file of jobs beside the server, so that nobody waits for it. @throws FieldError with the sentence that it is refused with */
export async function readJobsFile(base64: string): Promise<PackedJobs> {
  const thread = startThread<JobsReader>(new URL('./jobs-reader.worker.ts', import.meta.url));
  try {
    const answer = await thread.answered(thread.remote.read(base64));
    if ('refused' in answer) throw new FieldError('file', answer.refused);
    return answer.packed;
  } finally {
    await thread.end();
  }
}
