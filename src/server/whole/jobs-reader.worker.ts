import { parentPort } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { FieldError } from '../../core/field-error.ts';
import { type PackedJobs, unpacked } from '../../record/whole/packed.ts';
import { inTodaysSchema } from './old-jobs.ts';

/** Jobs out of a file as they are there. @throws FieldError with the sentence that it is refused with */
export function jobsIn(bytes: Uint8Array): PackedJobs {
  const packed = unpacked(bytes);
  for (const [id, jpeg] of packed.pictures)
    if (jpeg[0] !== 0xff || jpeg[1] !== 0xd8) throw new FieldError('file', `pictures, ${id}: this is no JPEG.`);
  return packed;
}

const reader = {
  /** A refusal crosses in words: an error's own fields would be lost on the way. */
  async read(base64: string): Promise<{ packed: PackedJobs } | { refused: string }> {
    try {
      const packed = jobsIn(Buffer.from(base64, 'base64'));
      return { packed: { ...packed, file: await inTodaysSchema(packed.file) } };
    } catch (error) {
      if (error instanceof FieldError) return { refused: error.message };
      throw error;
    }
  },
};
export type JobsReader = typeof reader;
if (parentPort) expose(reader, nodeEndpoint(parentPort));
