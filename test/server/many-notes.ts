import type { Queries } from '../../src/server/db/db.ts';

/** How colours of notes lie: anywhere, or as a shop's do, many about few. */
export const LAID = {
  random: 'array[100 * random(), 160 * random() - 80, 160 * random() - 80]',
  clustered: `array[20 + 55 * (c * 0.618034 % 1), 4 + 22 * (c * 0.754878 % 1), 6 + 34 * (c * 0.569840 % 1)]`,
} as const;

/** Boards of nobody's, noted with a colour each and nothing shown: invented, for what a search finds and how fast. */
export async function noteMany(db: Queries, count: number, laid: keyof typeof LAID): Promise<void> {
  await db.query('select setseed(0.35)');
  await db.query(
    `insert into notebook.note (kind, id, part, job_id, species_id, at, d65, verdict, system, people, items, lots, words, shown)
     select 'board', md5('note' || n)::uuid, 0, null, (array['oak', 'ash', 'pine', 'beech'])[1 + n % 4],
       timestamptz '2024-01-01' + n * interval '10 minutes',
       cube(array[lab[1] + spread * (random() + random() - 1), lab[2] + spread * (random() + random() - 1), lab[3] + spread * (random() + random() - 1)]),
       (array['passed', 'missed', 'open'])[1 + n % 3], 'dye/clear', array['Ines'], array['colourant/honey'], array[]::uuid[],
       to_tsvector('english', 'sample number ' || n || (array[' warm', ' blotched', ' a touch too red'])[1 + n % 3]), '{}'
     from (select n, case when $2 then 6.0 else 0.0 end as spread,
             case when $2 then (select ${LAID.clustered} from (select (n * 7919) % 60 as c) centre)
             else ${LAID.random} end as lab
           from generate_series(1, $1::int) n) placed`,
    [count, laid === 'clustered'],
  );
  await db.query('analyze notebook.note');
}
