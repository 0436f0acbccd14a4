import { COLOURANTS, MEDIUMS } from '../../src/demo/products.ts';
import type { Board } from '../../src/shared/board.ts';
import { newId } from '../../src/shared/id.ts';
import type { Job } from '../../src/shared/job.ts';
import { STOCK } from '../../src/workshop/stock.ts';
import { readTissue } from '../../src/workshop/workshop-bench.ts';
import { openTestShop, type TestShop } from './open-test-shop.ts';

export const DYE = { kind: 'dye', colours: { honey: 4 }, settings: {} };
export const CLEAR = { kind: 'clear', colours: {}, medium: 'water-satin', settings: {} };
const RUNGS = [2, 8].map((strength) => ({ strength, speciesId: 'beech' }));
const tissue = (name: string, at: number, fraction: number) => ({
  name,
  fraction,
  reflectance: readTissue(STOCK, 'beech', at),
  dye: 1,
  hold: 1,
});

export interface BeechShop {
  shop: TestShop;
  // biome-ignore lint/suspicious/noExplicitAny: what an answer holds is the test's to say
  post(url: string, body: object, status?: number): Promise<any>;
  now(): Promise<Job>;
  boards(): Promise<Board[]>;
  // biome-ignore lint/suspicious/noExplicitAny: what an answer holds is the test's to say
  read(board: string, stage: number, zone?: string, count?: number): Promise<any>;
  // biome-ignore lint/suspicious/noExplicitAny: what an answer holds is the test's to say
  plan(board: string, stack: object[], litres?: number): Promise<any>;
}

/** A shop with one wood, one dye with its ladder, one clear, and a job on that wood, through its API. */
export async function openBeechShop(turnable = false): Promise<BeechShop> {
  const shop = await openTestShop(turnable);
  const post: BeechShop['post'] = async (url, body, status = 201) =>
    (await shop.ask('post', url, body).expect(status)).body;
  await post('/species', {
    id: 'beech',
    name: 'Beech',
    figure: 'beech',
    tannin: 0,
    tissues: [tissue('ground', 0, 0.74), tissue('grain', 1, 0.26)],
  });
  await post('/mediums', MEDIUMS[0] as object);
  await post('/colourants', COLOURANTS[0] as object);
  const rungs = [];
  for (const rung of RUNGS)
    rungs.push({ ...rung, ...(await post('/instrument/rung', { colourantId: 'honey', ...rung }, 200)) });
  await post('/colourants/honey/ladder', { rungs });
  const job: Job = await post('/jobs', { customer: 'Quay', piece: 'Shelf', tolerance: 1 });
  await post(`/jobs/${job.id}/woods`, { speciesId: 'beech' });
  const now = async (): Promise<Job> => (await shop.ask('get', `/jobs/${job.id}`).expect(200)).body;
  return {
    shop,
    post,
    now,
    boards: async () => (await now()).woods[0]?.boards ?? [],
    read: (board, stage, zone = 'face', count = 5) =>
      post(`/boards/${board}/readings`, { stage, zone, reading: { takingId: newId(), source: 'instrument', count } }),
    plan: (board, stack, litres = 0.5) =>
      post(`/boards/${board}/recipe`, { id: newId(), stack, litres, origin: 'hand', knowledge: null }),
  };
}
