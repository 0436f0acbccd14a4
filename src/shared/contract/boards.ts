import { z } from 'zod';
import {
  Board,
  BoardChange,
  CoatChange,
  NewBoard,
  NewCoat,
  NewRecipe,
  PastEntry,
  SplitInput,
  StageRead,
} from '../board.ts';
import { Story } from '../event.ts';
import { Job } from '../job.ts';
import { NewLook } from '../look.ts';
import { BoardReadingInput, Grids, ReadingChange } from '../reading.ts';
import { PotsInput, StepInput } from '../steps.ts';
import { EXAMPLE_ID, EXAMPLE_STACK } from './examples.ts';
import { route } from './route.ts';

/** An answer that is the board shows the board; what is on it dries. */
const dries = ['clock'] as const;
const moves = ['jobs', 'clock'] as const;

export const takeBoard = route({
  method: 'POST',
  path: '/woods/:wood/boards',
  does: 'Takes the next board of a wood.',
  body: NewBoard,
  answer: Board,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID },
});
export const changeBoard = route({
  method: 'PATCH',
  path: '/boards/:board',
  does: 'Says how a board was prepared and is cut, sets it apart or away, or says how it looks, feels and is judged.',
  body: BoardChange,
  answer: Board,
  moves: dries,
  teaches: true,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, judged: { accepted: true, words: 'as the counter, a touch warmer' } },
});
export const planRecipe = route({
  method: 'POST',
  path: '/boards/:board/recipe',
  does: 'Plans layers for a board, and keeps with them how each stage is expected to look.',
  body: NewRecipe,
  answer: Board,
  makes: true,
  moves: dries,
  teaches: true,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, stack: EXAMPLE_STACK, litres: 0.5, origin: 'hand' },
});
export const storyOfBoard = route({
  method: 'GET',
  path: '/boards/:board/story',
  does: 'What happened to a board, the newest first.',
  answer: Story,
  shows: 'story',
});

export const putOnCoat = route({
  method: 'POST',
  path: '/boards/:board/coats',
  does: 'Notes that a layer was put on; what is left out is as planned, and now.',
  body: NewCoat,
  answer: Board,
  makes: true,
  moves: dries,
  teaches: true,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, stage: 1, minutes: 5, conditions: { temperature: 19, humidity: 52 }, note: 'wiped hard' },
});
export const enterPast = route({
  method: 'POST',
  path: '/boards/:board/past',
  does: 'Enters coats and readings of days gone by.',
  body: PastEntry,
  answer: Board,
  makes: true,
  moves: dries,
  teaches: true,
  refuses: ['not-possible'],
  example: {
    entries: [
      { coatId: EXAMPLE_ID, takingId: EXAMPLE_ID, stage: 1, at: '2026-03-03T09:30:00.000Z', lab: [50.1, 12, 20] },
    ],
  },
});
export const changeCoat = route({
  method: 'PATCH',
  path: '/coats/:coat',
  does: 'Puts right what was noted of a coat.',
  body: CoatChange,
  answer: Board,
  moves: dries,
  teaches: true,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, used: '40 mL', note: 'second pad' },
});
export const takeCoatBack = route({
  method: 'DELETE',
  path: '/coats/:coat',
  does: 'Takes back that a layer was put on.',
  answer: Board,
  moves: dries,
  teaches: true,
  refuses: ['not-possible'],
});
export const restoreCoat = route({
  method: 'POST',
  path: '/coats/:coat/restore',
  does: 'The layer was put on after all.',
  answer: Board,
  moves: dries,
  teaches: true,
  refuses: ['not-possible'],
});

/** A pour takes from a lot of the shelf, and teaches nothing. */
export const doStep = route({
  method: 'POST',
  path: '/boards/:board/steps',
  does: 'Ticks a step of the mix sheet: of a pour what was really poured, and out of which lot.',
  body: StepInput,
  answer: Board,
  makes: true,
  moves: ['shelf'],
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, step: '1/honey', grams: 3.02 },
});
export const takeStepBack = route({
  method: 'DELETE',
  path: '/steps/:step',
  does: 'Takes a tick back.',
  answer: Board,
  moves: ['shelf'],
  refuses: ['not-possible'],
});
export const restoreStep = route({
  method: 'POST',
  path: '/steps/:step/restore',
  does: 'The step was done after all.',
  answer: Board,
  moves: ['shelf'],
  refuses: ['not-possible'],
});
export const setPots = route({
  method: 'POST',
  path: '/boards/:board/pots',
  does: 'Mixes a layer in a batch of its own, or as solved again after too much was poured.',
  body: PotsInput,
  answer: Board,
  makes: true,
  moves: ['shelf'],
  refuses: ['not-possible'],
  example: { pots: [{ id: EXAMPLE_ID, stage: 1, litres: 0.4, grams: { honey: 2.4, wine: 0.6 } }] },
});

export const splitBoard = route({
  method: 'POST',
  path: '/boards/:board/strips',
  does: 'Divides a board: each part is a board of its own from here on.',
  body: SplitInput,
  answer: Job,
  makes: true,
  moves,
  teaches: true,
  refuses: ['not-possible'],
  example: { own: 'left', strips: [{ id: EXAMPLE_ID, name: 'right' }] },
});

export const readStage = route({
  method: 'POST',
  path: '/boards/:board/readings',
  does: 'Reads a stage of a board; 0 is the raw wood.',
  body: BoardReadingInput,
  answer: StageRead,
  makes: true,
  teaches: true,
  refuses: ['not-possible'],
  example: { zone: 'face', stage: 1, reading: { takingId: EXAMPLE_ID, source: 'typed', lab: [46.3, 15, 24.2] } },
});
export const changeReading = route({
  method: 'PATCH',
  path: '/readings/:reading',
  does: 'Puts right the stage or the time of a reading.',
  body: ReadingChange,
  moves,
  teaches: true,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, stage: 2 },
});
export const archiveReading = route({
  method: 'DELETE',
  path: '/readings/:reading',
  does: 'Takes a reading out; it can be brought back.',
  moves,
  teaches: true,
  refuses: ['not-possible'],
});
export const restoreReading = route({
  method: 'POST',
  path: '/readings/:reading/restore',
  does: 'Brings a reading back.',
  moves,
  teaches: true,
  refuses: ['not-possible'],
});

export const archiveTaking = route({
  method: 'DELETE',
  path: '/takings/:taking',
  does: 'Takes out all readings that came with one tap or one file; they can be brought back.',
  moves,
  teaches: true,
  refuses: ['not-possible'],
});
export const restoreTaking = route({
  method: 'POST',
  path: '/takings/:taking/restore',
  does: 'Brings them back.',
  moves,
  teaches: true,
  refuses: ['not-possible'],
});

export const sayLook = route({
  method: 'POST',
  path: '/boards/:board/looks',
  does: 'Says what is seen of a board, held edge to edge against its target or against another board.',
  body: NewLook,
  answer: Board,
  makes: true,
  moves,
  teaches: true,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, stage: 2, said: [{ direction: 'redder', size: 'touch' }], words: 'by the window' },
});
export const archiveLook = route({
  method: 'DELETE',
  path: '/looks/:look',
  does: 'Takes a look out; it can be brought back.',
  answer: Board,
  moves,
  teaches: true,
  refuses: ['not-possible'],
});
export const restoreLook = route({
  method: 'POST',
  path: '/looks/:look/restore',
  does: 'Brings a look back.',
  answer: Board,
  moves,
  teaches: true,
  refuses: ['not-possible'],
});

export const stackFile = route({
  method: 'GET',
  path: '/boards/:board/stack.json',
  does: 'The layers planned for a board, as a file.',
  file: 'application/json',
  refuses: ['not-possible'],
});
export const gridsOfBoard = route({
  method: 'GET',
  path: '/boards/:board/grids',
  does: 'The grids on which a board’s readings stand.',
  answer: Grids,
  shows: 'grids',
  refuses: ['not-possible'],
});
export const readingsFile = route({
  method: 'GET',
  path: '/boards/:board/readings.txt',
  does: 'The readings of a board as CGATS: all of them, or those of one grid.',
  query: z.object({
    grid: z
      .string()
      .regex(/^[1-9]\d{0,8}$/, 'A grid is asked for by its number.')
      .optional(),
  }),
  file: 'text/plain',
  refuses: ['not-possible'],
});
export const readingsCxf = route({
  method: 'GET',
  path: '/boards/:board/readings.cxf',
  does: 'The readings of a board as CxF3, each as it was read.',
  file: 'application/xml',
  refuses: ['not-possible'],
});
