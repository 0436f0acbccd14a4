import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { MATERIALS, WOOD } from '../../../test/fixtures/small-shop.ts';
import { predict, USUAL_PREPARATION } from '../../core/board/index.ts';
import { newLayer } from '../../core/layers/layer.ts';
import { NO_SHEET } from '../../shared/sheet.ts';
import { StackFile } from '../../shared/stack-file.ts';
import { modelOfStackFile, stackFileOf } from './stack-file.ts';

const published = fileURLToPath(new URL('../../../docs/stack.schema.json', import.meta.url));
const kept = { version: 1, archived: false };
const shelf = {
  supplies: [{ id: 'calm', name: 'Calm coat', kind: 'conditioner', carrier: 'water' }],
  species: [{ ...WOOD, ...kept }],
  colourants: Object.values(MATERIALS.colourants).map((c) => ({
    ...c,
    ...kept,
    sheet: NO_SHEET,
    caution: '',
    fit: null,
    rungs: [],
  })),
  mediums: Object.values(MATERIALS.mediums).map((m) => ({ ...m, ...kept, caution: '', samples: [], fitError: [] })),
} as never;
const stack = [
  newLayer('dye', { colours: { yellow: 4, red: 1 } }),
  newLayer('sealer', { medium: 'shellac' }),
  newLayer('glaze', { colours: { umber: 0.05 } }),
  newLayer('clear', { medium: 'clear' }),
];
const board = { recipe: { stack } as never, coats: [], readings: [] };
const file = stackFileOf(board, USUAL_PREPARATION, shelf, 'birch');

describe('a stack file', () => {
  it('has the schema that docs/ publishes', async () => {
    const schema = z.toJSONSchema(StackFile, { io: 'output' });
    // A new version is published by running this with -u.
    await expect(`${JSON.stringify(schema, null, 2)}\n`).toMatchFileSnapshot(published);
  });
  it('holds what the stack uses and nothing else, and crosses as JSON unchanged', () => {
    expect(Object.keys(file.colourants).sort()).toEqual(['red', 'umber', 'yellow']);
    expect(Object.keys(file.mediums).sort()).toEqual(['clear', 'shellac']);
    expect(StackFile.parse(JSON.parse(JSON.stringify(file)))).toEqual(file);
  });
  it('predicts what the shop predicts', () => {
    const { stack: layers, wood, materials, preparation } = modelOfStackFile(file);
    const theirs = predict(layers, wood, materials, { preparation });
    const ours = predict(stack, WOOD, MATERIALS, { preparation: USUAL_PREPARATION });
    expect(theirs.map((l) => Array.from(l.reading))).toEqual(ours.map((l) => Array.from(l.reading)));
  });
  it.each([
    ['another format', { ...file, format: 'other' }],
    ['a version of tomorrow', { ...file, version: 2 }],
    ['a spectrum that is none', { ...file, wood: { ...file.wood, raw: [0.5] } }],
    ['a kind of layer that is none', { ...file, stack: [{ kind: 'varnish', colours: {}, settings: {} }] }],
  ])('is refused with %s', (_, other) => {
    expect(StackFile.safeParse(other).success).toBe(false);
  });
});
