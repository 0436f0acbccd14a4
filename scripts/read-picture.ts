import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { FieldError } from '../src/core/field-error.ts';
import { pictureFor } from '../src/record/scripted/picture.ts';
import { rasterOf } from '../src/server/intake/picture-file.ts';

/** FILE --fields FIELDS.json: what a picture tells of its things. @throws FieldError */
export async function pictureAsked(words: readonly string[]) {
  const { values, positionals } = parseArgs({
    args: [...words],
    allowPositionals: true,
    options: { fields: { type: 'string' } },
  });
  const [file] = positionals;
  if (!file || !values.fields || positionals.length > 1)
    throw new FieldError(
      'file',
      'Name a picture and its fields: npm run -s urushi -- picture FILE --fields FIELDS.json',
    );
  const fields = JSON.parse(readFileSync(values.fields, 'utf8'));
  return pictureFor(Array.isArray(fields) ? { fields } : fields, await rasterOf(readFileSync(file)));
}
