import { z } from 'zod';
import { Air, ClockKnown, ClockTurned, NewAir, NewDryTest, NewWeekPlan, NewWorkDone, WeekPlan } from '../clock.ts';
import { ClockRail } from '../clock-rail.ts';
import { Job } from '../job.ts';
import { EXAMPLE_ID } from './examples.ts';
import { route } from './route.ts';

const moves = ['clock'] as const;
const WORK = `board/${EXAMPLE_ID}/1/1/1/coat`;

export const clockKnown = route({
  method: 'GET',
  path: '/clock',
  does: 'The clock with what it knows: air, tests, work done, the plan.',
  answer: ClockKnown,
  shows: 'clock',
});
export const clockRail = route({
  method: 'GET',
  path: '/clock/rail',
  does: 'What the rail tells: how many may go on, and the window that shuts next.',
  answer: ClockRail,
  shows: 'clock',
});
export const jobsAtWork = route({
  method: 'GET',
  path: '/clock/jobs',
  does: 'The jobs with work that is open, whole.',
  answer: z.array(Job),
  shows: 'clock',
});
export const turnClock = route({
  method: 'PUT',
  path: '/clock',
  does: 'Turns the clock of a shop to practise in.',
  body: ClockTurned,
  answer: ClockKnown,
  moves,
  refuses: ['not-possible'],
  example: { hours: 4 },
});
export const weekCalendar = route({
  method: 'GET',
  path: '/clock/week.ics',
  does: 'The plan of the week as a calendar.',
  file: 'text/calendar',
});
export const keepPlan = route({
  method: 'PUT',
  path: '/clock/plan',
  does: 'Keeps the plan of the week.',
  body: NewWeekPlan,
  answer: WeekPlan,
  moves,
  refuses: ['changed-meanwhile', 'not-possible'],
  example: {
    id: EXAMPLE_ID,
    was: null,
    tasks: [
      {
        key: WORK,
        title: 'Dye',
        item: 'oak-1',
        job: 1,
        start: '2026-03-12T08:00:00.000Z',
        end: '2026-03-12T08:20:00.000Z',
        pinned: false,
        place: null,
      },
    ],
  },
});
export const noteAir = route({
  method: 'POST',
  path: '/clock/air',
  does: 'Notes the air of the shop, or what is forecast.',
  body: NewAir,
  answer: z.array(Air),
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, temperature: 19, humidity: 52 },
});
export const archiveAir = route({
  method: 'DELETE',
  path: '/clock/air/:air',
  does: 'Takes a note of the air back.',
  moves,
});
export const restoreAir = route({
  method: 'POST',
  path: '/clock/air/:air/restore',
  does: 'Brings a note of the air back.',
  moves,
});
export const noteTest = route({
  method: 'POST',
  path: '/clock/tests',
  does: 'Notes that a coat was found dry, or still wet.',
  body: NewDryTest,
  answer: ClockKnown,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, coat: WORK, dry: true },
});
export const archiveTest = route({
  method: 'DELETE',
  path: '/clock/tests/:test',
  does: 'Takes a test back.',
  moves,
});
export const restoreTest = route({
  method: 'POST',
  path: '/clock/tests/:test/restore',
  does: 'Brings a test back.',
  moves,
});
export const doWork = route({
  method: 'POST',
  path: '/clock/done',
  does: 'Ticks a piece of work.',
  body: NewWorkDone,
  answer: ClockKnown,
  makes: true,
  moves,
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, work: WORK },
});
export const archiveWorkDone = route({
  method: 'DELETE',
  path: '/clock/done/:done',
  does: 'Takes the tick of a piece of work back.',
  moves,
});
export const restoreWorkDone = route({
  method: 'POST',
  path: '/clock/done/:done/restore',
  does: 'The piece of work was done after all.',
  moves,
});
