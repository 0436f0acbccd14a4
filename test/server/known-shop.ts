import { mkdtemp } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { FAULTS } from '../../src/core/faults/index.ts';
import type { ClockKnown } from '../../src/shared/clock.ts';
import { EXAMPLE_PICTURE } from '../../src/shared/contract/examples.ts';
import { newId } from '../../src/shared/id.ts';
import type { Job, JobList } from '../../src/shared/job.ts';
import type { Shelf } from '../../src/shared/shelf.ts';
import type { WatchedFolder } from '../../src/shared/watched.ts';
import type { TestShop } from './open-test-shop.ts';
import type { Known } from './requests.ts';

interface Named {
  id: string;
}
const ids = (list: readonly Named[]): string[] => list.map((x) => x.id);

/**
 * One of everything that an address can name, made in a demo shop: a job with a board in the middle of its work, what was
 * ticked and tested on it, what stands on the shelf. By the text of an address before the name.
 */
export async function knownShop(shop: TestShop): Promise<Known> {
  const got = async (address: string) => (await shop.ask('get', address).expect(200)).body;
  const post = async (address: string, body: object) => {
    const { status, body: answer } = await shop.ask('post', address, body);
    if (status >= 400) throw new Error(`${address}: ${status} ${JSON.stringify(answer)}`);
    return answer;
  };
  const five = { source: 'instrument', count: 5 };
  const takingId = newId();
  const job: Job = await post('/jobs', { customer: 'Fog Signal', piece: 'Door', tolerance: 1 });
  await post(`/jobs/${job.id}/readings`, { ...five, piece: 'counter-panel' });
  const shelf: Shelf = await got('/shelf');
  const [dye] = shelf.colourants.filter((c) => c.kind === 'dye');
  const [species] = shelf.species;
  const [lot] = shelf.lots;
  if (!dye || !species || !lot) throw new Error('The demo has no dye, wood or lot.');
  const { woods }: Job = await post(`/jobs/${job.id}/woods`, { speciesId: species.id });
  const [wood] = woods;
  const [board] = wood?.boards ?? [];
  if (!wood || !board) throw new Error('The job has no board.');
  await post(`/boards/${board.id}/readings`, { stage: 0, reading: { ...five, takingId } });
  const stack = [
    { kind: 'dye', colours: { [dye.id]: 3 }, settings: { coats: 2 } },
    { kind: 'clear', colours: {}, medium: 'water-satin', settings: {} },
  ];
  await post(`/woods/${wood.id}/versions`, { versions: [{ id: newId(), name: 'Paler', stack }] });
  await post(`/boards/${board.id}/recipe`, { stack, litres: 0.5, origin: 'hand' });
  await post(`/boards/${board.id}/steps`, { step: `1/${dye.id}`, grams: 1.5 });
  const work = (stage: number, coat: number) => `board/${board.id}/1/${stage}/${coat}/coat`;
  await post('/clock/done', { work: work(1, 1) });
  await post(`/boards/${board.id}/coats`, { stage: 1 });
  await post(`/boards/${board.id}/readings`, { stage: 1, reading: five });
  await post(`/boards/${board.id}/looks`, {
    id: newId(),
    stage: 1,
    said: [{ direction: 'redder', size: 'touch' }],
    dry: true,
  });
  await post('/clock/tests', { coat: work(1, 2), dry: false });
  await post('/clock/air', { temperature: 20, humidity: 50 });
  const [fault] = FAULTS;
  await post('/faults', {
    boardId: board.id,
    stage: 1,
    fault: fault?.id,
    cause: Object.keys(fault?.causes ?? {})[0],
    hours: 1,
  });
  await post(`/jobs/${job.id}/parts`, {
    parts: [
      { name: 'Rail', woodId: wood.id, count: 1, length: 800, width: 90, thickness: null, faces: 2, zones: ['face'] },
    ],
  });
  await post('/mixes', {
    name: 'Door dye',
    kind: 'dye',
    colours: { [dye.id]: 3 },
    litres: 0.4,
    note: '',
    unknownStrength: false,
  });
  await post('/systems', {
    system: {
      format: 'urushi-system',
      version: 1,
      name: 'Plain',
      variants: [{ name: 'As it is', preparation: {}, layers: [{ kind: 'clear' }] }],
    },
  });
  const oldBoard: Named = await post('/rack', {
    label: 'Old door',
    speciesId: species.id,
    layers: [],
    note: '',
    made: '1998',
    grid: null,
    lab: [50, 10, 20],
  });
  await post(`/jobs/${job.id}/held`, { id: newId(), things: [{ kind: 'old', id: oldBoard.id }], said: [] });
  // Another one has all its coats on, and is approved.
  const done: Named = await post(`/woods/${wood.id}/boards`, {});
  await post(`/boards/${done.id}/recipe`, { stack: stack.slice(1), litres: 0.5, origin: 'hand' });
  await post(`/boards/${done.id}/coats`, { stage: 1 });
  const { approvals }: Job = await post(`/boards/${done.id}/approvals`, { id: newId(), customer: 'F. S.' });
  const { brackets }: Job = await post(`/jobs/${job.id}/brackets`, {
    id: newId(),
    boards: [{ board: board.id, says: 'lighter' }, { board: done.id }],
  });
  await post(`/jobs/${job.id}/pictures`, { id: newId(), file: EXAMPLE_PICTURE, fields: [] });
  await post(`/boards/${board.id}/checks`, { id: newId(), stage: 1, what: 'rag', fine: true });
  await post(`/boards/${board.id}/draw-downs`, { id: newId(), stage: 1, said: [], lab: null });
  const piece = { id: newId(), name: '1', said: [], lab: null, lively: false, pair: '' };
  await post(`/woods/${wood.id}/raw-pieces`, { pieces: [piece] });
  await post(`/jobs/${job.id}/hours`, { id: newId(), hours: 2, what: 'sanding' });
  const { name: snapshot }: { name: string } = await post('/house/snapshots', {}).catch(() => ({ name: 'none' }));

  const file = (await shop.ask('get', `/jobs/${job.id}/file`).responseType('blob').expect(200)).body as Buffer;
  const brought: Named = await post('/brought', { id: newId(), name: 'job.zip', file: file.toString('base64') });

  // A folder that an instrument writes into, with something new in it.
  const folder = await mkdtemp(path.join(os.tmpdir(), 'urushi-known-'));
  const { version } = await got('/house');
  await shop.ask('patch', '/house', { version, watch: { folder, instrument: null } }).expect(200);
  await post('/instrument/file', { of: 'board', board: board.id, stage: 0, count: 1 });
  let watched: WatchedFolder = await got('/watched');
  for (
    const until = Date.now() + 20_000;
    watched.files.length === 0 && Date.now() < until;
    watched = await got('/watched')
  )
    await new Promise((resolve) => setTimeout(resolve, 200));

  const search: Named = await post('/searches', { id: newId(), name: 'Oak', search: 'wood=oak' });

  const now: Job = await got(`/jobs/${job.id}`);
  const after: Shelf = await got('/shelf');
  const house = await got('/house');
  const clock: ClockKnown = await got('/clock');
  const { jobs }: JobList = await got('/jobs');
  const boards = now.woods.flatMap((w) => w.boards);
  const ofShelf = {
    '/species/': ids(after.species),
    '/colourants/': ids(after.colourants),
    '/mediums/': ids(after.mediums),
    '/supplies/': ids(after.supplies),
  };
  return {
    ...ofShelf,
    ...Object.fromEntries(Object.keys(ofShelf).map((place) => [`${place}:item/versions/`, ['1']])),
    '/jobs/': [...ids(jobs), ...jobs.map((j) => String(j.number))],
    '/woods/': ids(now.woods),
    '/versions/': ids(now.woods.flatMap((w) => w.versions)),
    '/boards/': ids(boards),
    '/coats/': ids(boards.flatMap((b) => b.coats)),
    '/readings/': ids(boards.flatMap((b) => b.readings)),
    '/takings/': [takingId],
    '/looks/': ids(boards.flatMap((b) => b.looks)),
    '/held/': ids(now.held),
    '/pictures/': ids(now.pictures),
    '/approvals/': ids(approvals),
    '/hours/': ids(now.hours),
    '/checks/': ids(boards.flatMap((b) => b.checks)),
    '/draw-downs/': ids(boards.flatMap((b) => b.recipe?.drawDowns ?? [])),
    '/raw-pieces/': ids(now.woods.flatMap((w) => w.rawPieces)),
    '/brackets/': ids(brackets),
    '/steps/': ids(boards.flatMap((b) => b.recipe?.done ?? [])),
    '/parts/': ids(now.parts),
    '/rungs/': ids(after.colourants.flatMap((c) => c.rungs)),
    '/coat-samples/': ids(after.mediums.flatMap((m) => m.samples)),
    '/mixes/': ids(after.mixes),
    '/lots/': ids(after.lots),
    '/systems/': ids(await got('/systems')),
    '/faults/': ids(await got('/faults')),
    '/clock/air/': ids(clock.air),
    '/clock/tests/': ids(clock.tests),
    '/clock/done/': ids(clock.done),
    '/people/': ids(house.people),
    '/instruments/': ids(house.instruments),
    '/rack/': ids(await got('/rack')),
    '/house/snapshots/': [snapshot],
    '/brought/': [brought.id],
    '/searches/': [search.id],
    '/watched/': watched.files.map((f) => f.hash),
  };
}
