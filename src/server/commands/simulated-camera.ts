import type { z } from 'zod';
import { meanSpectrum } from '../../core/colour/grid.ts';
import { everyBoard } from '../../record/board/plank.ts';
import { layersOn } from '../../record/board/stages.ts';
import { preparationOf } from '../../record/board/wood.ts';
import type { PictureRequest, PictureTaken } from '../../shared/picture.ts';
import { type OnTable, pictureBy } from '../../workshop/camera.ts';
import type { Stock } from '../../workshop/natures.ts';
import { type BenchBoard, DEMO_SEED } from '../../workshop/workshop-bench.ts';
import { gridded } from '../intake/file-reader.worker.ts';
import { jpegOf } from '../intake/picture-file.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { openJob, wholeJob } from './jobs.ts';
import { Refusal } from './refusal.ts';
import type { Shop } from './shop.ts';
import { benchBoardOf, mustBeSimulated, samplePiece, simulatedReadings, stockOfShelf } from './simulated.ts';

/** How many times as large as it must be a picture is taken, in each direction. */
const SCALE = 3;
/** Spots of a board by which it is known what it is. */
const SPOTS = 8;
/** A band of the middle, by which its grain is. */
const GREEN = 15;

/** What lies on the table: what it is in the mean, and how much its spots differ. */
function onTable(stock: Stock, id: string, board: BenchBoard): OnTable {
  const spots = simulatedReadings({ stock, board }, SPOTS, 0).map((m) => Float64Array.from(gridded(m).grid));
  const reflectance = meanSpectrum(spots);
  const apart = spots.map((s) => Math.log((s[GREEN] as number) / (reflectance[GREEN] as number)));
  return { id, reflectance, grain: Math.hypot(...apart) / Math.sqrt(SPOTS) };
}

/** Boards of a job as they are, and a piece that lies ready, as the simulated camera takes them. */
export async function simulatePicture(
  { db }: Shop,
  code: string,
  { piece, boards }: z.infer<typeof PictureRequest>,
): Promise<z.infer<typeof PictureTaken>> {
  await mustBeSimulated(db);
  const job = await wholeJob(db, await openJob(db, code));
  const stock = stockOfShelf(await wholeShelf(db));
  const ofJob = boards.map((id) => {
    const wood = job.woods.find((w) => everyBoard(w).some((b) => b.id === id));
    const board = wood && everyBoard(wood).find((b) => b.id === id);
    if (!wood || !board) throw new Refusal(422, 'There is no such board in this job.', 'boards');
    const where = {
      job: job.number,
      wood: wood.code,
      species: wood.speciesId,
      preparation: preparationOf(wood, board),
    };
    return onTable(stock, id, benchBoardOf(board, where, layersOn(board)));
  });
  const things = [...(piece ? [onTable(stock, piece, samplePiece(piece))] : []), ...ofJob];
  if (things.length === 0) throw new Refusal(422, 'Nothing lies under the camera.', 'boards');
  const { width, height, rgb } = pictureBy(DEMO_SEED, job.pictures.length, things, 'window', SCALE);
  return { file: jpegOf({ width, height, channels: 3, data: rgb }).toString('base64') };
}
