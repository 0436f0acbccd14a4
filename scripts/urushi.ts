// npm run -s urushi -- VERB FILE.json, or - for standard input, or --example for a whole input of it.
// One command for scripts: JSON in and out; a refusal names the field on standard error and ends with 1.
import { existsSync, readFileSync } from 'node:fs';
import { FieldError } from '../src/core/field-error.ts';
import { COLOURANTS, MEDIUMS, SUPPLIES } from '../src/demo/products.ts';
import { factsOfSheets, type ScriptedShelf } from '../src/record/scripted/asked.ts';
import { EXAMPLES } from '../src/record/scripted/examples.ts';
import { mixFor } from '../src/record/scripted/mixing.ts';
import { planForScript } from '../src/record/scripted/planning.ts';
import { keptShelf, predictionFor } from '../src/record/scripted/prediction.ts';
import { quantityFor } from '../src/record/scripted/quantity.ts';
import { rulesFor } from '../src/record/scripted/rules.ts';
import { layersSaid, sentencesFor } from '../src/record/scripted/said.ts';
import { timesFor } from '../src/record/scripted/times.ts';
import { EXAMPLE_MEASUREMENTS, readFor } from './read-measurements.ts';
import { ownFile } from './read-own.ts';
import { pictureAsked } from './read-picture.ts';

/** Verbs that take JSON. */
const ASKED: Readonly<Record<string, (input: unknown, shelf: ScriptedShelf) => unknown>> = {
  predict: predictionFor,
  mix: mixFor,
  times: timesFor,
  rules: rulesFor,
  plan: planForScript,
  said: sentencesFor,
};
const VERBS = [...Object.keys(ASKED), 'read', 'quantity', 'picture'];

function json(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new FieldError('input', 'This is no JSON.');
  }
}

function answer([verb, ...rest]: string[]): unknown {
  if (verb === 'picture') return pictureAsked(rest);
  if (verb === 'read') {
    const [file] = rest;
    if (file === '--example') return EXAMPLE_MEASUREMENTS;
    return (file && existsSync(file) && ownFile(readFileSync(file))) || readFor(rest);
  }
  if (verb === 'quantity') {
    if (rest.length !== 1 || rest[0] === undefined)
      throw new FieldError('quantity', 'Name one quantity: npm run -s urushi -- quantity "2 thirds of a quart"');
    if (rest[0] === '--example') return '2 thirds of a quart';
    return quantityFor(rest[0]);
  }
  const asked = verb === undefined ? undefined : ASKED[verb];
  if (!asked || verb === undefined) throw new FieldError('verb', `There is no “${verb ?? ''}”: ${VERBS.join(', ')}.`);
  const shelf = {
    ...keptShelf(JSON.parse(readFileSync(new URL('../src/demo/shelf.json', import.meta.url), 'utf8'))),
    facts: factsOfSheets([...SUPPLIES, ...COLOURANTS, ...MEDIUMS]),
  };
  const [file, ...more] = rest;
  // What is no file is a sentence.
  if (verb === 'said' && file !== undefined && more.length === 0 && !/^-|\.json$/.test(file))
    return layersSaid(file, shelf);
  if (!file || more.length > 0)
    throw new FieldError('file', `Name one file, or - for standard input: npm run -s urushi -- ${verb} FILE.json`);
  if (file === '--example') return EXAMPLES[verb]?.(shelf);
  return asked(json(readFileSync(file === '-' ? 0 : file, 'utf8')), shelf);
}

try {
  const told = await answer(process.argv.slice(2));
  console.log(typeof told === 'string' ? told : JSON.stringify(told));
} catch (error) {
  console.error(error instanceof FieldError ? `${error.field}: ${error.message}` : (error as Error).message);
  process.exit(1);
}
