import { z } from 'zod';
import { Id, Moment } from './id.ts';

const temperature = z.number('The temperature is in °C.').min(-20, 'Colder than −20 °C?').max(60, 'Warmer than 60 °C?');
const humidity = z
  .number('The humidity is in per cent.')
  .min(0, 'Humidity is 0 to 100 %.')
  .max(100, 'Humidity is 0 to 100 %.');
export const AIR_SOURCES = ['typed', 'sensor', 'forecast'] as const;
/** The air of the shop, noted now or for a moment; a forecast is of one to come. */
export const NewAir = z.object({
  id: Id,
  temperature,
  humidity,
  /** A fan or a draught moves it past the work. */
  moving: z.boolean().default(false),
  source: z.enum(AIR_SOURCES).default('typed'),
  at: Moment.optional(),
});
export type NewAir = z.infer<typeof NewAir>;
export const Air = z.object({
  id: Id,
  at: z.string(),
  temperature: z.number(),
  humidity: z.number(),
  moving: z.boolean(),
  source: z.enum(AIR_SOURCES),
});
export type Air = z.infer<typeof Air>;

/** What work is known by: a board with its recipe or a portion of a part, then layer, coat and act. */
export const WorkKey = z
  .string()
  .regex(/^(board|part)\/[0-9a-f-]{36}\/\d{1,4}\/\d{1,2}\/\d{1,2}\/[a-z]{3,8}$/, 'There is no such work.');

/** A coat found dry, or still wet, by the test that is usual for it. */
export const NewDryTest = z.object({ id: Id, coat: WorkKey, dry: z.boolean('Was it dry?') });
export type NewDryTest = z.infer<typeof NewDryTest>;
export const DryTestNoted = z.object({
  id: Id,
  coat: z.string(),
  item: z.string(),
  /** Hours of fair air after the coat, of an ordinary coat of its product. */
  hours: z.number(),
  dry: z.boolean(),
  at: z.string(),
  person: z.string().nullable(),
});
export type DryTestNoted = z.infer<typeof DryTestNoted>;

export const NewWorkDone = z.object({ id: Id, work: WorkKey });
export type NewWorkDone = z.infer<typeof NewWorkDone>;
export const WorkDone = z.object({ id: Id, work: z.string(), at: z.string(), person: z.string().nullable() });
export type WorkDone = z.infer<typeof WorkDone>;

/** A piece of work as it stands in the week's plan. */
export const PlannedTask = z.object({
  key: WorkKey,
  title: z.string().max(200),
  item: z.string().max(200),
  job: z.number().int().min(1).max(2_000_000_000),
  start: Moment,
  end: Moment,
  /** Put there by hand. */
  pinned: z.boolean(),
  /** Where it dries. */
  place: z.string().max(40).nullable(),
});
export type PlannedTask = z.infer<typeof PlannedTask>;
const MOST_TASKS = 6000;
export const NewWeekPlan = z.object({
  id: Id,
  /** The plan that this one was made from; null where there was none. Another one meanwhile is not written over. */
  was: Id.nullish(),
  tasks: z
    .array(PlannedTask.refine((t) => Date.parse(t.end) > Date.parse(t.start), 'A piece of work ends after it begins.'))
    .max(MOST_TASKS, `At most ${MOST_TASKS} tasks are planned.`)
    .refine((tasks) => new Set(tasks.map((t) => t.key)).size === tasks.length, 'Each piece of work is planned once.'),
});
export type NewWeekPlan = z.infer<typeof NewWeekPlan>;
export const WeekPlan = z.object({ id: Id, tasks: z.array(PlannedTask), madeAt: z.string() });
export type WeekPlan = z.infer<typeof WeekPlan>;

/** The clock of a shop to practise in: made to stand at a moment, turned forward by hours, or let run. */
export const ClockTurned = z
  .object({
    to: Moment.optional(),
    hours: z
      .number()
      .positive('The clock is turned forward.')
      .max(24 * 60, 'At most 60 days at once.')
      .optional(),
    runs: z.boolean().optional(),
  })
  .refine(
    (t) => Object.values(t).filter((v) => v !== undefined).length === 1,
    'Turn it to a moment, by hours, or let it run.',
  );
export type ClockTurned = z.infer<typeof ClockTurned>;

/** All that the clock knows, beside the jobs themselves. */
export const ClockKnown = z.object({
  now: z.string(),
  /** It stands still. */
  stands: z.boolean(),
  /** It can be turned: the shop is one to practise in. */
  turnable: z.boolean(),
  air: z.array(Air),
  tests: z.array(DryTestNoted),
  done: z.array(WorkDone),
  plan: WeekPlan.nullable(),
});
export type ClockKnown = z.infer<typeof ClockKnown>;
