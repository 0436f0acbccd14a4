import { Story } from '../event.ts';
import { VersionMade } from '../id.ts';
import {
  DraftInput,
  Job,
  JobChange,
  JobList,
  JobQuery,
  NewJob,
  NewVersions,
  NewWood,
  OffcutsInput,
  PreparationInput,
  Revision,
} from '../job.ts';
import { KeptKnowledge } from '../knowledge.ts';
import { NewHeld, RackAtHand } from '../look.ts';
import { NewParts, PartChange } from '../part.ts';
import { ReadingsTaken, TargetReadingInput } from '../reading.ts';
import { EXAMPLE_ID, EXAMPLE_STACK, OTHER_ID } from './examples.ts';
import { route } from './route.ts';

const moves = ['jobs', 'clock'] as const;

export const listJobs = route({
  method: 'GET',
  path: '/jobs',
  does: 'Some jobs, sorted and searched, and how many there are.',
  query: JobQuery,
  answer: JobList,
  shows: 'jobs',
});
export const startJob = route({
  method: 'POST',
  path: '/jobs',
  does: 'Starts a job; it gets the next number.',
  body: NewJob,
  answer: Job,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, customer: 'Tern Harbour Library', piece: 'Reading tables', tolerance: 1.5 },
});
export const wholeJob = route({
  method: 'GET',
  path: '/jobs/:job',
  does: 'A job whole: target, woods with their boards, parts.',
  answer: Job,
  shows: 'jobs',
});
export const changeJob = route({
  method: 'PATCH',
  path: '/jobs/:job',
  does: 'Changes customer, piece, tolerance, lights, wishes, supplies or the day it is wanted by.',
  body: JobChange,
  answer: Job,
  moves,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, tolerance: 1, due: '2026-03-27' },
});
export const archiveJob = route({
  method: 'DELETE',
  path: '/jobs/:job',
  does: 'Puts a job away; it can be brought back.',
  moves,
});
export const restoreJob = route({
  method: 'POST',
  path: '/jobs/:job/restore',
  does: 'Brings a job back.',
  moves,
});
export const storyOfJob = route({
  method: 'GET',
  path: '/jobs/:job/story',
  does: 'What happened in a job, the newest first.',
  answer: Story,
  shows: 'story',
});

export const rackAtHand = route({
  method: 'GET',
  path: '/jobs/:job/rack',
  does: 'What the target can be held against beside the boards of the job: boards from before, of other jobs, rungs.',
  answer: RackAtHand,
  shows: 'rack',
});
export const holdTarget = route({
  method: 'POST',
  path: '/jobs/:job/held',
  does: 'Says what is seen of the target, held against what stands on the rack; of several the first is the nearest.',
  body: NewHeld,
  answer: Job,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, things: [{ kind: 'old', id: OTHER_ID }], said: [{ direction: 'darker', size: 'plain' }] },
});
export const archiveHeld = route({
  method: 'DELETE',
  path: '/held/:held',
  does: 'Takes a look at the target out; it can be brought back.',
  answer: Job,
  moves,
  refuses: ['not-possible'],
});
export const restoreHeld = route({
  method: 'POST',
  path: '/held/:held/restore',
  does: 'Brings a look at the target back.',
  answer: Job,
  moves,
  refuses: ['not-possible'],
});

export const readTarget = route({
  method: 'POST',
  path: '/jobs/:job/readings',
  does: 'Reads the target, or one of its tones.',
  body: TargetReadingInput,
  answer: ReadingsTaken,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { zone: 'face', takingId: EXAMPLE_ID, source: 'typed', lab: [38.2, 14.1, 17.9], light: 'D50/2' },
});
export const reviseTarget = route({
  method: 'POST',
  path: '/jobs/:job/targets',
  does: 'Keeps the target as it was, and begins another with its first reading.',
  body: Revision,
  answer: Job,
  makes: true,
  moves,
  refuses: ['not-possible', 'changed-meanwhile'],
  example: {
    revision: 1,
    why: 'a shade redder',
    zone: 'face',
    reading: { takingId: EXAMPLE_ID, source: 'typed', lab: [37, 16, 18] },
  },
});
export const addWood = route({
  method: 'POST',
  path: '/jobs/:job/woods',
  does: 'Adds a wood to a job, with its first board.',
  body: NewWood,
  answer: Job,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, boardId: OTHER_ID, speciesId: 'oak', label: 'veneer' },
});
export const setDraft = route({
  method: 'PUT',
  path: '/woods/:wood/draft',
  does: 'Keeps the layers that are being thought about.',
  body: DraftInput,
  answer: VersionMade,
  moves,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, stack: EXAMPLE_STACK },
});
export const setPreparation = route({
  method: 'PUT',
  path: '/woods/:wood/preparation',
  does: 'Says what the boards of a wood are given until colour goes on.',
  body: PreparationInput,
  answer: VersionMade,
  moves,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: {
    version: 1,
    preparation: {
      grit: 180,
      conditioner: false,
      preWet: false,
      grainRaised: true,
      texture: 'plain',
      oldFinish: false,
    },
  },
});
export const setOffcuts = route({
  method: 'PUT',
  path: '/woods/:wood/offcuts',
  does: 'Says how many offcuts there are to try on.',
  body: OffcutsInput,
  answer: VersionMade,
  moves,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, offcuts: 8 },
});
export const keepVersions = route({
  method: 'POST',
  path: '/woods/:wood/versions',
  does: 'Keeps layers of a wood by name: one, or the two of a branch.',
  body: NewVersions,
  answer: Job,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { versions: [{ id: EXAMPLE_ID, name: 'Paler', stack: EXAMPLE_STACK }] },
});
export const archiveVersion = route({
  method: 'DELETE',
  path: '/versions/:version',
  does: 'Puts a version of layers away; it can be brought back.',
  moves,
  refuses: ['not-possible'],
});
export const restoreVersion = route({
  method: 'POST',
  path: '/versions/:version/restore',
  does: 'Brings a version of layers back.',
  moves,
  refuses: ['not-possible'],
});

export const addParts = route({
  method: 'POST',
  path: '/jobs/:job/parts',
  does: 'Adds parts of the piece.',
  body: NewParts,
  answer: Job,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: {
    parts: [
      {
        id: EXAMPLE_ID,
        name: 'Table top',
        woodId: OTHER_ID,
        count: 2,
        length: 1800,
        width: 800,
        thickness: 28,
        faces: 1,
        zones: ['face', 'edge'],
      },
    ],
  },
});
export const changePart = route({
  method: 'PATCH',
  path: '/parts/:part',
  does: 'Changes a part.',
  body: PartChange,
  answer: Job,
  moves,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: { version: 1, count: 3 },
});
export const archivePart = route({
  method: 'DELETE',
  path: '/parts/:part',
  does: 'Takes a part out; it can be brought back.',
  moves,
  refuses: ['not-possible'],
});
export const restorePart = route({
  method: 'POST',
  path: '/parts/:part/restore',
  does: 'Brings a part back.',
  moves,
  refuses: ['not-possible'],
});

export const knownForJob = route({
  method: 'GET',
  path: '/jobs/:job/knowledge',
  does: 'What was learned last; asking for it learns nothing.',
  answer: KeptKnowledge,
  shows: 'knowledge',
  refuses: ['not-possible'],
});
export const learnForJob = route({
  method: 'POST',
  path: '/jobs/:job/knowledge',
  does: 'Learns what there is to learn, and answers when it is learned.',
  answer: KeptKnowledge,
  refuses: ['not-possible'],
});
