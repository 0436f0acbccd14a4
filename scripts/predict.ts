// npm run -s predict -- FILE.json, or - for standard input, or --example for a whole input.
// What a stack of layers is expected to look like, stage by stage, as JSON; or why not, with the field, and exit 1.
import { readFileSync } from 'node:fs';
import { FieldError } from '../src/core/field-error.ts';
import { exampleInput, keptShelf, predictionFor } from '../src/record/prediction.ts';

const shelf = keptShelf(JSON.parse(readFileSync(new URL('../src/demo/shelf.json', import.meta.url), 'utf8')));

function answer([file, ...more]: string[]): unknown {
  if (!file || more.length > 0)
    throw new Error('Name one file, or - for standard input: npm run -s predict -- FILE.json');
  if (file === '--example') return exampleInput(shelf);
  return predictionFor(JSON.parse(readFileSync(file === '-' ? 0 : file, 'utf8')), shelf);
}

try {
  console.log(JSON.stringify(answer(process.argv.slice(2))));
} catch (error) {
  console.error(error instanceof FieldError ? `${error.field}: ${error.message}` : (error as Error).message);
  process.exit(1);
}
