import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { FieldError } from '../../core/field-error.ts';
import { isPacked } from '../../core/formats/index.ts';
import { JobsFile } from '../../shared/jobs-file.ts';

/** A file of jobs, and the files of its pictures by their ids. */
export interface PackedJobs {
  file: JobsFile;
  pictures: ReadonlyMap<string, Uint8Array>;
}

const CONTENT = 'jobs.json';
const PICTURE = /^pictures\/([0-9a-f-]{36})\.jpg$/;
/** Unpacked, bytes. */
const MOST_UNPACKED = 400_000_000;

const ABOUT = `Jobs of a finishing shop, from Urushi.

jobs.json holds them as plain tables: each row names its columns; what a row belongs to stands in its ..._id.
Colours are reflectances, 31 values from 400 to 700 nm by 10 nm, 1 is white; L*a*b* is for D65 and 10 degrees.
Strengths are grams in a litre, of pigments the share of the whole; moments have their zone.
The pictures lie beside it, each under its id.
`;

/** One file out of jobs and their pictures: a zip with JSON that any program reads. */
export const packed = ({ file, pictures }: PackedJobs): Uint8Array =>
  zipSync({
    'READ ME.txt': strToU8(ABOUT),
    [CONTENT]: strToU8(`${JSON.stringify(file, null, 1)}\n`),
    // A JPEG is as small as it gets.
    ...Object.fromEntries(Array.from(pictures, ([id, jpeg]) => [`pictures/${id}.jpg`, [jpeg, { level: 0 }] as const])),
  });

const refuse = (why: string): never => {
  throw new FieldError('file', why);
};

/** What is wanted of a packed file, once it was looked at how large that is. @throws FieldError where it is none */
function entriesOf(bytes: Uint8Array, wanted: (size: number) => boolean): Record<string, Uint8Array> {
  try {
    return unzipSync(bytes, {
      filter: ({ name, originalSize }) => (name === CONTENT || PICTURE.test(name)) && wanted(originalSize),
    });
  } catch (trouble) {
    if (trouble instanceof FieldError) throw trouble;
    return refuse('It is packed, and is not whole. Save it again.');
  }
}

/** How large a file is unpacked, bytes, as it says itself. @throws FieldError where it is not whole */
export function sizeUnpacked(bytes: Uint8Array): number {
  if (!isPacked(bytes)) return bytes.length;
  let unpacked = 0;
  entriesOf(bytes, (size) => {
    unpacked += size;
    return false;
  });
  return unpacked;
}

function contentOf(bytes: Uint8Array): JobsFile {
  let content: unknown;
  try {
    content = JSON.parse(strFromU8(bytes));
  } catch {
    return refuse('This is no JSON: it may have been cut off.');
  }
  if ((content as { format?: unknown } | null)?.format !== JobsFile.shape.format.value)
    return refuse('This is no file of jobs.');
  const read = JobsFile.safeParse(content);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  return refuse(`${issue?.path.join(' / ') || 'The file'}: ${issue?.message ?? 'it makes no sense.'}`);
}

/** Jobs out of a file: the zip, or its JSON alone. @throws FieldError in a sentence, with the place */
export function unpacked(bytes: Uint8Array): PackedJobs {
  if (sizeUnpacked(bytes) > MOST_UNPACKED) refuse(`Unpacked it is larger than ${MOST_UNPACKED / 1e6} MB.`);
  if (!isPacked(bytes)) return { file: contentOf(bytes), pictures: new Map() };
  const entries = entriesOf(bytes, () => true);
  const content = entries[CONTENT] ?? refuse(`There is no ${CONTENT} in it: it is no file of jobs.`);
  const pictures = new Map<string, Uint8Array>();
  for (const [name, jpeg] of Object.entries(entries)) {
    const [, id] = PICTURE.exec(name) ?? [];
    if (id) pictures.set(id, jpeg);
  }
  return { file: contentOf(content), pictures };
}
