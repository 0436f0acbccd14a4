import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { newId } from '../../shared/id.ts';
import type { JobsFile, RecordRows } from '../../shared/jobs-file.ts';
import { productsIn, recoded } from './codes.ts';
import { packed, unpacked } from './packed.ts';
import { freeCode, isSame } from './stand-ins.ts';

const value = fc.oneof(
  fc.string(),
  fc.double({ noNaN: true, noDefaultInfinity: true }).map((v) => v + 0),
  fc.boolean(),
  fc.constant(null),
  fc.array(fc.integer()),
);
const rows = fc.array(
  fc.dictionary(
    fc.string({ maxLength: 8 }).filter((k) => k !== '__proto__'),
    value,
    { maxKeys: 5, noNullPrototype: true },
  ),
  { maxLength: 4 },
);
const jobs = fc.record({ job: rows, board: rows, coat: rows }).map(
  (tables): JobsFile => ({
    format: 'urushi-jobs',
    version: 1,
    schema: 33,
    of: 'job',
    madeAt: '2026-03-02T08:00:00.000Z',
    tables,
  }),
);
const pictures = fc.array(fc.uint8Array({ minLength: 1, maxLength: 60 }), { maxLength: 3 });

describe('a packed file of jobs', () => {
  it('gives back what was packed, pictures byte for byte', () => {
    fc.assert(
      fc.property(jobs, pictures, (file, bytes) => {
        const given = new Map(bytes.map((b) => [newId(), b]));
        const back = unpacked(packed({ file, pictures: given }));
        expect(back.file).toEqual(file);
        expect([...back.pictures].map(([id, b]) => [id, [...b]])).toEqual([...given].map(([id, b]) => [id, [...b]]));
      }),
    );
  });
  it('takes nothing that is called otherwise, and says what it lacks', () => {
    const zip = zipSync({ '../../evil.jpg': strToU8('x'), 'pictures/../x.jpg': strToU8('x') });
    expect(() => unpacked(zip)).toThrow('There is no jobs.json in it');
  });
  it('that would be too large unpacked is refused before it is', () => {
    // A gigabyte of zeros, said by the directory of a small file.
    const zip = zipSync({ 'jobs.json': strToU8('{}') });
    const lying = Uint8Array.from(zip);
    const directory = lying.length - 22 - 46 - 'jobs.json'.length;
    new DataView(lying.buffer).setUint32(directory + 24, 1_000_000_000, true);
    expect(() => unpacked(lying)).toThrow(/larger than 400 MB/);
  });
});

const CODES = ['honey', 'rust', 'wine'] as const;
const code = fc.constantFrom(...CODES);
const layer = fc.record({
  kind: fc.constant('dye'),
  colours: fc.dictionary(code, fc.integer({ min: 1, max: 9 }), { noNullPrototype: true }),
  settings: fc.constant({}),
});
const made: fc.Arbitrary<RecordRows> = fc.record({
  job_wood: fc.array(
    fc.record({ id: fc.uuid(), species_id: fc.constant('oak'), draft: fc.array(layer, { maxLength: 3 }) }),
  ),
  coat: fc.array(fc.record({ id: fc.uuid(), layer })),
  pot: fc.array(fc.record({ id: fc.uuid(), grams: fc.dictionary(code, fc.integer(), { noNullPrototype: true }) })),
  step_done: fc.array(
    fc.record({ id: fc.uuid(), step: code.chain((c) => fc.constantFrom(`1/${c}`, `2/${c}-2`, '1/strain', '0/sand')) }),
  ),
});

describe('products under other codes', () => {
  const there = new Map(CODES.map((c) => [`colourant/${c}`, `colourant/${c}-2`]));
  const back = new Map(CODES.map((c) => [`colourant/${c}-2`, `colourant/${c}`]));
  it('are named so everywhere, and as before again', () => {
    fc.assert(
      fc.property(made, (given) => {
        const other = recoded(given, there);
        const asked = [...productsIn(given)].map((item) => there.get(item) ?? item);
        expect([...productsIn(other)].sort()).toEqual(asked.sort());
        expect(JSON.stringify(other.step_done)).not.toMatch(/"1\/(honey|rust|wine)"/);
        expect(recoded(other, back)).toEqual(given);
      }),
    );
  });
  it('are the same by name, kind and carrier; a code is free that nobody has', () => {
    const honey = { name: 'Honey', kind: 'dye', carrier: 'water' } as const;
    expect(isSame(honey, { ...honey, name: ' honey ' })).toBe(true);
    expect(isSame(honey, { ...honey, carrier: 'oil' })).toBe(false);
    const taken = new Set(['honey-2', 'honey-3']);
    expect(freeCode('honey', (c) => taken.has(c))).toBe('honey-4');
    expect(freeCode('h'.repeat(40), () => false)).toHaveLength(38);
  });
});
