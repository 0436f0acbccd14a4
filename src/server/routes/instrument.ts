import { TISSUE_NAMES } from '../../core/board/tissues.ts';
import type { CONTRACT } from '../../shared/contract/index.ts';
import { makeCoat, makeRung, readTissue, SAMPLE_PIECES } from '../../workshop/workshop-bench.ts';
import { measureIntoFolder, measureLines } from '../commands/measuring.ts';
import { Refusal } from '../commands/refusal.ts';
import type { Shop } from '../commands/shop.ts';
import { mustBeSimulated, stockOfShelf } from '../commands/simulated.ts';
import { simulatePicture } from '../commands/simulated-camera.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import type { Handlers } from './serve.ts';

/** What the bench made or read, or a refusal that says what it has not. */
function inTheWorkshop<T>(made: T | null, what: string, field: string): T {
  if (made === null) throw new Refusal(409, `The simulated workshop has no ${what}. Drop a file instead.`, field);
  return made;
}

/** The simulated instrument and bench, where what lies under it is no board of a job. */
export function instrumentHandlers(shop: Shop): Handlers<typeof CONTRACT.instrument> {
  const { db } = shop;
  const stock = async () => {
    await mustBeSimulated(db);
    return stockOfShelf(await wholeShelf(db));
  };
  return {
    measureIntoFolder: ({ body }) => measureIntoFolder(shop, body),
    measureLines: ({ body }) => measureLines(shop, body),
    samplePieces: () => SAMPLE_PIECES.map(({ id, name }) => ({ id, name })),
    simulatePicture: ({ at, body }) => simulatePicture(shop, at.job, body),
    makeRung: async ({ body: { colourantId, speciesId, strength, beside } }) => {
      const rung = makeRung(await stock(), colourantId, speciesId, strength, beside);
      return inTheWorkshop(rung, `${colourantId} or no ${speciesId}`, 'colourantId');
    },
    makeCoat: async ({ body: { mediumId, speciesId, coats } }) => {
      const coat = makeCoat(await stock(), mediumId, speciesId, coats);
      return inTheWorkshop(coat, `${mediumId} or no ${speciesId}`, 'mediumId');
    },
    readTissue: async ({ body: { speciesId, tissue } }) => {
      const reflectance = readTissue(await stock(), speciesId, TISSUE_NAMES.indexOf(tissue));
      return { reflectance: inTheWorkshop(reflectance, `${tissue} of ${speciesId}`, 'tissue') };
    },
  };
}
