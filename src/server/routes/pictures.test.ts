import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { asJpeg, asPng, BROWNS, CARD, type Drawn, drawn } from '../../../test/fixtures/drawn-picture.ts';
import { type BeechShop, openBeechShop } from '../../../test/server/beech-shop.ts';
import { openTestDb, type TestShop } from '../../../test/server/open-test-shop.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import type { Lab } from '../../core/colour/lab.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { beliefOf, stageOf, TARGET } from '../../record/job/belief.ts';
import { openBench } from '../../record/job/bench.ts';
import { goodTo, knownInPicture, pictureSays, picturesOf } from '../../record/job/pictures.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';
import { rasterOf } from '../intake/picture-file.ts';
import { archiveOf, putArchive } from '../repositories/archive.ts';
import { fileOfPicture } from '../repositories/pictures.ts';

let beech: BeechShop;
let job: Job;
beforeAll(async () => {
  beech = await openBeechShop();
  job = await beech.now();
});
afterAll(() => beech.shop.close());
const ask: TestShop['ask'] = (...asked) => beech.shop.ask(...asked);

const boardOf = (of: Job) => of.woods[0]?.boards[0] as NonNullable<Job['woods'][number]['boards'][number]>;
/** A picture as it is sent, with what each thing in it is. */
const sent = (picture: Drawn, of: Readonly<Record<string, object>>, file = asPng(picture)) => ({
  id: newId(),
  file: file.toString('base64'),
  fields: picture.fields.map(({ id, corners, reflectance }) => ({
    corners,
    ...(reflectance === undefined ? of[id] : { thing: 'grey', reflectance }),
  })),
});
const table = [...CARD, { id: 'target', linear: BROWNS.target }, { id: 'board', linear: BROWNS.pale }];
const raw = () => ({ thing: 'board', board: boardOf(job).id, stage: 0 });
const take = (body: object) => ask('post', `/jobs/${job.id}/pictures`, body);

describe('a picture of a job', () => {
  it('with a card tells of the target and of a raw board, which is read by it', async () => {
    const body = sent(drawn(table), { target: { thing: 'target' }, board: raw() });
    job = (await take(body).expect(201)).body;
    expect(job.pictures).toHaveLength(1);
    expect(job.pictures[0]?.shot?.things.map((t) => t.id)).toEqual([TARGET, stageOf(boardOf(job), 0)]);
    const [reading] = boardOf(job).readings;
    expect(reading).toMatchObject({ stage: 0, source: 'picture' });
    expect(reading?.lab?.[0]).toBeGreaterThan(60);
    const { body: shelf } = await ask('get', '/shelf').expect(200);
    const belief = beliefOf(openBench(job, shelf, NOTHING_LEARNED));
    const [l, a, b] = [44.6, 12, 25.7];
    expect(deltaE00(belief?.colour(TARGET).lab as Lab, [l, a, b])).toBeLessThan(3);
    // Sent again it changes nothing.
    expect((await take(body).expect(201)).body.pictures).toHaveLength(1);
  });
  it('says how two things in it differ, how far that may be off, and what one more with the two swapped is worth', async () => {
    const { body: shelf } = await ask('get', '/shelf').expect(200);
    const bench = openBench(job, shelf, NOTHING_LEARNED);
    const raw = stageOf(boardOf(job), 0);
    const says = pictureSays(bench, [TARGET, raw]);
    expect(says?.pictures).toBe(1);
    expect(says?.difference[0]).toBeGreaterThan(15);
    const [low, high] = says?.range ?? [0, 0];
    expect(low).toBeLessThan(says?.deltaE ?? 0);
    expect(high).toBeGreaterThan(says?.deltaE ?? 99);
    expect(says?.offBySwapped).toBeLessThan(says?.offBy ?? 0);
    expect(pictureSays(bench, [TARGET, 'nobody'])).toBeNull();
    expect(picturesOf(job, raw)).toHaveLength(1);
    // Nothing but greys is known in it yet.
    expect(knownInPicture(job, job.pictures[0]?.fields ?? []).size).toBe(0);
    expect(goodTo(bench)).toBeGreaterThan(0.5);
  });
  it('is kept as a JPEG with nothing in it but the picture', async () => {
    const [picture] = job.pictures;
    const { body, headers } = await ask('get', `/pictures/${picture?.id}/image`).buffer(true).expect(200);
    expect(headers['content-type']).toMatch(/image\/jpeg/);
    expect(body.subarray(0, 2)).toEqual(Buffer.from([0xff, 0xd8]));
    expect(body.includes('Exif')).toBe(false);
    expect(body).toHaveLength(picture?.bytes as number);
  });
  it('goes and comes back with the reading that it told', async () => {
    const [picture] = job.pictures;
    job = (await ask('delete', `/pictures/${picture?.id}`).expect(200)).body;
    expect([job.pictures, boardOf(job).readings]).toEqual([[], []]);
    job = (await ask('post', `/pictures/${picture?.id}/restore`).expect(200)).body;
    expect([job.pictures.length, boardOf(job).readings.length]).toEqual([1, 1]);
  });
  it('is in the story, and in the record that is taken along', async () => {
    const { body: story } = await ask('get', `/jobs/${job.id}/story`).expect(200);
    expect(story.map((e: { kind: string }) => e.kind).slice(0, 3)).toEqual([
      'picture put back',
      'picture taken out',
      'picture taken',
    ]);
  });
  it('goes along with all else that is taken along, file and all', async () => {
    const [picture] = job.pictures;
    const archive = await archiveOf(beech.shop.db);
    const other = await openTestDb();
    await other.transaction((queries) => putArchive(queries, JSON.parse(JSON.stringify(archive))));
    const [there, here] = await Promise.all(
      [other, beech.shop.db].map((db) => fileOfPicture(db, picture?.id as string)),
    );
    expect(there?.equals(here as Buffer)).toBe(true);
    await other.close();
  });
  it('without anything grey is kept and nothing measured in it; the target alone is told as words would', async () => {
    const bare = drawn([{ id: 'board', linear: BROWNS.pale }]);
    job = (await take(sent(bare, { board: raw() })).expect(201)).body;
    expect(job.pictures.at(-1)?.shot).toBeNull();
    const sentBy = drawn([{ id: 'target', linear: BROWNS.target }]);
    job = (await take(sent(sentBy, { target: { thing: 'target' } })).expect(201)).body;
    expect(job.pictures.at(-1)?.shot?.tone[0]).toBeGreaterThan(0.1);
  });
  it('held on its side is upright, by what the camera wrote', async () => {
    const upright = drawn(table);
    const { width, height, data } = upright.raster;
    // Turned a quarter to the left, as orientation 6 says: its rows are the columns of what was seen, from the right.
    const turned = new Uint8Array(data.length);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        for (let k = 0; k < 3; k++)
          turned[3 * ((width - 1 - x) * height + y) + k] = data[3 * (y * width + x) + k] as number;
    const lying: Drawn = { ...upright, raster: { width: height, height: width, channels: 3, data: turned } };
    const body = sent(upright, { target: { thing: 'target' }, board: raw() }, asJpeg(lying, { orientation: 6 }));
    job = (await take(body).expect(201)).body;
    expect(job.pictures.at(-1)).toMatchObject({ width, height });
  });
});

describe('the cameras of a shop', () => {
  it('are those that took pictures with a card, each by its light', async () => {
    const { cameras } = (await ask('get', '/cameras').expect(200)).body;
    expect(cameras).toEqual([
      { camera: 'telephone', light: 'D65', pictures: expect.any(Number), goodTo: expect.any(Number) },
    ]);
    expect(cameras[0].goodTo).toBeGreaterThan(0.5);
    expect(cameras[0].goodTo).toBeLessThan(6);
  });
  it('a simulated one takes a board as it is, beside a piece and its card', async () => {
    const asked = { piece: 'counter-panel', boards: [boardOf(job).id] };
    const { file } = (await ask('post', `/jobs/${job.number}/pictures/simulated`, asked).expect(200)).body;
    const { width, height } = await rasterOf(Buffer.from(file, 'base64'));
    expect(width).toBeGreaterThan(height);
    const nobody = await ask('post', `/jobs/${job.number}/pictures/simulated`, { ...asked, boards: [newId()] });
    expect([nobody.status, nobody.body.detail]).toEqual([422, 'There is no such board in this job.']);
    const nothing = await ask('post', `/jobs/${job.number}/pictures/simulated`, { ...asked, piece: null, boards: [] });
    expect(nothing.body.detail).toBe('Nothing lies under the camera.');
  });
});

describe('a picture is refused in a sentence', () => {
  const both = { target: { thing: 'target' }, board: { thing: 'target' } };
  const flashed = drawn(table);
  it.each([
    [
      'a text file',
      () => ({ id: newId(), file: Buffer.from('L,a,b').toString('base64'), fields: [] }),
      422,
      /no JPEG and no PNG/,
    ],
    [
      'a flash',
      () => sent(flashed, { target: { thing: 'target' }, board: raw() }, asJpeg(flashed, { flash: 1 })),
      422,
      /flash/,
    ],
    ['a thing twice', () => sent(drawn(table), both), 422, /once/],
    [
      'a board of nobody',
      () => sent(drawn(table), { ...both, board: { thing: 'board', board: newId(), stage: 0 } }),
      422,
      /no such board/,
    ],
    [
      'a layer that is not on',
      () => sent(drawn(table), { ...both, board: { ...raw(), stage: 2 } }),
      409,
      /not on this board/,
    ],
    [
      'a light that is not there',
      () => ({ ...sent(drawn(table), { target: { thing: 'target' }, board: raw() }), light: 'F11' }),
      422,
      /no such light/,
    ],
    [
      'a swap of nothing',
      () => ({ ...sent(drawn(table), { target: { thing: 'target' }, board: raw() }), swapOf: newId() }),
      422,
      /no such picture/,
    ],
    ['no base64', () => ({ id: newId(), file: 'nonsense!', fields: [] }), 422, /base64/],
  ])('%s', async (_, body, status, sentence) => {
    const answer = await take(body());
    expect([answer.status, answer.body.detail]).toEqual([status, expect.stringMatching(sentence)]);
  });
});
