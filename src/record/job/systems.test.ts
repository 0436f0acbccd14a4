import { fileURLToPath } from 'node:url';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { STARTING_SYSTEMS } from '../../core/systems/index.ts';
import { SystemFile } from '../../shared/system.ts';
import { offeredSystems, readSystemFile, systemText } from './systems.ts';

describe('a system file', () => {
  it('has the schema that docs/ publishes', async () => {
    const schema = z.toJSONSchema(SystemFile, { io: 'output' });
    const published = fileURLToPath(new URL('../../../docs/system.schema.json', import.meta.url));
    // A new version is published by running this with -u.
    await expect(`${JSON.stringify(schema, null, 2)}\n`).toMatchFileSnapshot(published);
  });
  it.each(STARTING_SYSTEMS.map((s) => [s.id, s] as const))('%s goes out and comes in the same', (_, system) => {
    const { name, about, woods, variants } = readSystemFile(systemText(system));
    expect({ name, about, woods, variants }).toEqual(JSON.parse(JSON.stringify({ ...system, id: undefined })));
  });
  it('of any layers goes out and comes in the same', () => {
    const layer = fc.record(
      {
        kind: fc.constantFrom('dye' as const, 'glaze' as const, 'clear' as const),
        settings: fc.dictionary(fc.constantFrom('coats', 'load'), fc.integer({ min: 1, max: 9 }), {
          noNullPrototype: true,
        }),
        note: fc.string({ maxLength: 40 }),
        wait: fc.integer({ min: 0, max: 900 }),
      },
      { requiredKeys: ['kind'] },
    );
    const word = fc.string({ minLength: 1, maxLength: 30 }).map((t) => `x${t}`.trim());
    const variant = fc.record({
      name: word,
      preparation: fc.constant({ grit: 180 }),
      layers: fc.array(layer, { minLength: 1, maxLength: 6 }),
    });
    fc.assert(
      fc.property(word, fc.array(variant, { minLength: 1, maxLength: 3 }), (name, variants) => {
        const {
          format: _,
          version: __,
          ...back
        } = readSystemFile(systemText({ id: 'any', name, about: '', woods: '', variants }));
        expect(back).toEqual({ name, about: '', woods: '', variants });
      }),
    );
  });
  it.each([
    ['{"format":', /cut off/],
    ['{"format":"urushi-shelf"}', /no system of this program/],
    ['null', /no system of this program/],
    ['{"format":"urushi-system","version":1,"name":"x","variants":[]}', /one variant at least/],
    [
      '{"format":"urushi-system","version":1,"name":"x","variants":[{"name":"a","preparation":{},"layers":[{"kind":"dye","colours":[{"name":"c","kind":"dye","carrier":"water","like":[50,0,0],"share":1.2}]}]}]}',
      /variants.0.layers.0.colours.0.share: A share is all of it at most/,
    ],
  ])('that is none is refused with a sentence: %s', (text, said) => {
    expect(() => readSystemFile(text)).toThrow(said);
  });
  it('the shop’s own come first', () => {
    const system = readSystemFile(systemText(STARTING_SYSTEMS[0] as never));
    const [own, first] = offeredSystems([
      { id: 'a', system: { ...system, name: 'Mine' }, createdAt: '', archived: false },
    ]);
    expect([own?.name, own?.kept, first?.kept]).toEqual(['Mine', true, false]);
  });
});
