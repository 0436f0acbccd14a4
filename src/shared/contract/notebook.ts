import { VersionMade } from '../id.ts';
import { WhatWasLearned } from '../learned.ts';
import {
  KeptSearches,
  NewSavedSearch,
  NotebookChoices,
  NotebookFound,
  NotebookQuery,
  RepeatInput,
} from '../notebook.ts';
import { JobsLike } from '../similar.ts';
import { EXAMPLE_STACK, OTHER_ID } from './examples.ts';
import { route } from './route.ts';

const moves = ['searches'] as const;

export const notebook = route({
  method: 'GET',
  path: '/notebook',
  does: 'What was ever made and said: the nearest to a colour, or the newest, of all that holds of what is asked.',
  query: NotebookQuery,
  answer: NotebookFound,
  shows: 'notebook',
});
export const notebookChoices = route({
  method: 'GET',
  path: '/notebook/choices',
  does: 'Systems and people that are noted.',
  answer: NotebookChoices,
  shows: 'notebook',
});
export const whatWasLearned = route({
  method: 'GET',
  path: '/notebook/learned',
  does: 'What the record answers: boards per match, first boards, chances, layers, lots, woods, waits, rework.',
  answer: WhatWasLearned,
  shows: 'notebook',
});
export const similarJobs = route({
  method: 'GET',
  path: '/jobs/:job/similar',
  does: 'Jobs whose targets are like that of one, and what became of them; the boards of others that came nearest to it.',
  answer: JobsLike,
  shows: 'notebook',
});
export const repeatLayers = route({
  method: 'PUT',
  path: '/woods/:wood/repeated',
  does: 'Takes the layers of a board that was made before as those being thought about.',
  body: RepeatInput,
  answer: VersionMade,
  moves: ['jobs', 'clock'],
  refuses: ['changed-meanwhile', 'not-possible'],
  example: {
    version: 1,
    stack: EXAMPLE_STACK,
    of: { board: OTHER_ID, code: '2/beech-1', how: 'as it was' },
  },
});
export const savedSearches = route({
  method: 'GET',
  path: '/searches',
  does: 'Searches of the notebook that are kept.',
  answer: KeptSearches,
  shows: 'searches',
});
export const saveSearch = route({
  method: 'POST',
  path: '/searches',
  does: 'Keeps a search by a name.',
  body: NewSavedSearch,
  answer: NewSavedSearch,
  makes: true,
  moves,
  example: {
    id: '0192f0c1-2345-7abc-8def-0123456789ab',
    name: 'Dark on oak',
    search: 'near=words/dark walnut&wood=oak',
  },
});
export const archiveSearch = route({
  method: 'DELETE',
  path: '/searches/:search',
  does: 'Puts a kept search away; it can be brought back.',
  moves,
});
export const restoreSearch = route({
  method: 'POST',
  path: '/searches/:search/restore',
  does: 'Brings a kept search back.',
  moves,
});
