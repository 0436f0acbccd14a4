import type { z } from 'zod';
import { learnedFrom } from '../../record/notebook/learned.ts';
import { namesOfProducts } from '../../record/notebook/notes.ts';
import type { WhatWasLearned } from '../../shared/learned.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { experience } from '../repositories/experience.ts';
import { boardsMade, rawBoards, readAgain, reworkFound, stagesRead } from '../repositories/observed.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { noteWhatChanged } from './notebook.ts';
import type { Shop } from './shop.ts';

/** Boards, and readings, that are looked at, the newest. */
const [MOST_BOARDS, MOST_STAGES, MOST_READINGS] = [5000, 1500, 3000];

/** Hours until the next coat as the label of a product has them. */
const labelHours = ({ colourants, mediums, supplies }: Shelf, item: string): number | null => {
  const [kind, id] = item.split('/');
  const list = kind === 'colourant' ? colourants : kind === 'medium' ? mediums : supplies;
  return list.find((p) => p.id === id)?.sheet.label.goOn ?? null;
};

/** What the record of the shop answers: how its boards, chances, lots, woods, waits and faults turned out. */
export async function whatWasLearned({ db }: Shop): Promise<z.infer<typeof WhatWasLearned>> {
  const behind = await noteWhatChanged({ db });
  const shelf = await wholeShelf(db);
  const named = namesOfProducts(shelf);
  const boards = await boardsMade(db, MOST_BOARDS);
  const learned = learnedFrom({
    boards,
    stages: await stagesRead(db, MOST_STAGES),
    raw: await rawBoards(db, MOST_BOARDS),
    readings: await readAgain(db, MOST_READINGS),
    waited: (await experience(db)).map(({ item, waits }) => ({
      product: named(item),
      label: labelHours(shelf, item),
      waits,
    })),
    rework: await reworkFound(db),
  });
  return { learned, boards: boards.length, behind };
}
