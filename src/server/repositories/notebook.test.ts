import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { z } from 'zod';
import { noteMany } from '../../../test/server/many-notes.ts';
import { openTestDb } from '../../../test/server/open-test-shop.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import type { Lab } from '../../core/colour/lab.ts';
import { NotebookQuery } from '../../shared/notebook.ts';
import type { Db } from '../db/db.ts';
import { type NotesAsked, nearestNotes } from './notebook.ts';
import { all } from './rows.ts';

const MANY = 100_000;
const Coloured = z.object({ id: z.string(), species: z.string(), verdict: z.string(), lab: z.array(z.number()) });
const ANY: NotesAsked = NotebookQuery.parse({});

describe.each(['random', 'clustered'] as const)('the nearest of 100 000 boards with %s colours', (laid) => {
  let db: Db;
  let every: z.infer<typeof Coloured>[];
  beforeAll(async () => {
    db = await openTestDb();
    await noteMany(db, MANY, laid);
    every = await all(
      db,
      Coloured,
      `select id, species_id as species, verdict,
         array[cube_ll_coord(d65, 1), cube_ll_coord(d65, 2), cube_ll_coord(d65, 3)] as lab from notebook.note`,
    );
  });
  afterAll(() => db.close());
  /** Every board looked at. */
  const looked = (lab: Lab, fits: (one: z.infer<typeof Coloured>) => boolean) =>
    every
      .filter(fits)
      .map((one) => ({ id: one.id, away: deltaE00(lab, one.lab as Lab) }))
      .sort((p, q) => p.away - q.away || (p.id < q.id ? -1 : 1));
  const colour = fc.tuple(
    fc.double({ min: 0, max: 100, noNaN: true }),
    fc.double({ min: -70, max: 70, noNaN: true }),
    fc.double({ min: -70, max: 70, noNaN: true }),
  ) as fc.Arbitrary<Lab>;
  const found = async (...asked: Parameters<typeof nearestNotes>) =>
    (await nearestNotes(...asked)).map(({ id, away }) => ({ id, away }));

  it('are those of the full scan, in its order, wherever the colour lies', async () => {
    await fc.assert(
      fc.asyncProperty(colour, fc.constantFrom(1, 7, 50), async (lab, count) => {
        expect(await found(db, { lab, light: 'D65' }, ANY, count)).toEqual(looked(lab, () => true).slice(0, count));
      }),
      { numRuns: 25 },
    );
  });
  it('of one wood, of a verdict, within a distance, too', async () => {
    await fc.assert(
      fc.asyncProperty(colour, fc.constantFrom(0.5, 2, 6), async (lab, within) => {
        const asked: NotesAsked = { ...ANY, wood: 'oak', verdict: 'passed' };
        const wanted = looked(lab, (one) => one.species === 'oak' && one.verdict === 'passed');
        expect(await found(db, { lab, light: 'D65', within }, asked, 50)).toEqual(
          wanted.filter((one) => one.away <= within).slice(0, 50),
        );
      }),
      { numRuns: 15 },
    );
  });
});
