import { FieldError } from '../../core/field-error.ts';
import type { Answers } from '../../core/formats/index.ts';
import { startThread } from '../threads/start-thread.ts';
import { type FileReader, type Intake, readFile } from './file-reader.worker.ts';

/** A file of this many letters is read at once; a larger one beside the server, so that nobody waits for it. */
const SMALL = 40_000;

/** Reads a measurement file. @throws FieldError with the sentence that it is refused with */
export async function readMeasurementFile(text: string, file: string, answers: Answers): Promise<Intake> {
  if (text.length <= SMALL) return readFile(text, file, answers);
  const thread = startThread<FileReader>(new URL('./file-reader.worker.ts', import.meta.url));
  try {
    const answer = await thread.answered(thread.remote.read(text, file, answers));
    if ('refused' in answer) throw new FieldError('file', answer.refused);
    return answer.intake;
  } finally {
    await thread.end();
  }
}
