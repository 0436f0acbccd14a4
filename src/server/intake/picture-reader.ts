import { FieldError } from '../../core/field-error.ts';
import { startThread } from '../threads/start-thread.ts';
import type { PictureFileReader, PictureRead, WhatIsWhat } from './picture-reader.worker.ts';

/**
 * Reads a picture beside the server, so that nobody waits for it.
 * @param most pixels that are kept
 * @throws FieldError with the sentence that it is refused with
 */
export async function readPicture(file: Buffer, what: WhatIsWhat, most: number): Promise<PictureRead> {
  const thread = startThread<PictureFileReader>(new URL('./picture-reader.worker.ts', import.meta.url));
  try {
    const answer = await thread.answered(thread.remote.read(file, what, most));
    if ('refused' in answer) throw new FieldError(answer.field === 'picture' ? 'file' : answer.field, answer.refused);
    return answer.read;
  } finally {
    await thread.end();
  }
}
