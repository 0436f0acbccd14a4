import { z } from 'zod';
import { SCHOOLS } from '../core/rules/schools.ts';
import { ALL_TOOLS } from '../core/rules/tools.ts';
import { CutSize } from './board.ts';
import { Id, Version } from './id.ts';
import { LightShares } from './lights.ts';
import { WatchSetting } from './watched.ts';
import { WorkWeek, WorkWeekChange } from './week.ts';

export const UNIT_SYSTEMS = ['metric', 'us'] as const;
/** How differences are told: a shade too red, or ΔE00 1.8. */
export const TELLINGS = ['words', 'figures'] as const;
/** What the bench measures with, and how much is mixed over what is needed. */
export const MEASURES = ['weigh', 'spoons'] as const;
const bench = {
  /** Powders by weight, or in level spoons where their bulk density is known. */
  measure: z.enum(MEASURES),
  /** Smallest step of the scale, grams. */
  scaleGrams: z
    .number()
    .min(0.0001, 'A scale weighs to 0.0001 g at best.')
    .max(100, 'A scale weighs to 100 g at least.'),
  /** The smallest spoon, as a share of a teaspoon. */
  spoon: z
    .number()
    .min(1 / 64, 'The smallest spoon is 1/64 to 4 tsp.')
    .max(4, 'The smallest spoon is 1/64 to 4 tsp.'),
  dropsPerMl: z.number().min(5, 'A millilitre has 5 to 100 drops.').max(100, 'A millilitre has 5 to 100 drops.'),
  /** Share mixed over what is needed: the same colour is hard to mix twice. */
  spare: z.number().min(0, 'The spare is 0 to 200 %.').max(2, 'The spare is 0 to 200 %.'),
};
export const BenchTools = z.object({
  measure: bench.measure.default('weigh'),
  scaleGrams: bench.scaleGrams.default(0.01),
  spoon: bench.spoon.default(1 / 8),
  dropsPerMl: bench.dropsPerMl.default(20),
  spare: bench.spare.default(0.25),
});
export type BenchTools = z.infer<typeof BenchTools>;
/** The same as they are typed: the spare in per cent. */
export const TypedTools = z.object({
  scaleGrams: bench.scaleGrams,
  spoon: bench.spoon,
  dropsPerMl: bench.dropsPerMl,
  spare: z.number().min(0, 'The spare is 0 to 200 %.').max(200, 'The spare is 0 to 200 %.'),
});

const SCHOOL_IDS = SCHOOLS.map((s) => s.id);
/** The option that the shop follows, by question. */
export const SchoolsSchema = z
  .partialRecord(z.enum(SCHOOL_IDS), z.string().max(40))
  .refine(
    (schools) => SCHOOLS.every((s) => schools[s.id] === undefined || s.options.some((o) => o.id === schools[s.id])),
    'There is no such school.',
  );
export const ToolsSchema = z.array(z.enum(ALL_TOOLS)).max(ALL_TOOLS.length);
const rules = z.object({ schools: SchoolsSchema, tools: ToolsSchema });
/** What it changes to follow other schools, or to have other tools, is asked with both. */
export const HouseAsked = z.object({ was: rules, now: rules });
export const HouseEffects = z.array(
  z.object({
    job: z.number(),
    piece: z.string(),
    wood: z.string(),
    said: z.array(z.string()),
    silent: z.array(z.string()),
  }),
);

export const HouseChange = z.object({
  version: Version,
  units: z.enum(UNIT_SYSTEMS).optional(),
  /** The lights of the place: what a new job begins with. */
  lights: LightShares.partial().optional(),
  bench: z.object(bench).partial().optional(),
  /** What the next boards are cut to. */
  cut: CutSize.optional(),
  /** One by one. */
  schools: SchoolsSchema.optional(),
  /** All of them together. */
  tools: ToolsSchema.optional(),
  simulated: z.boolean().optional(),
  tells: z.enum(TELLINGS).optional(),
  /** Customers may be shown brackets over the shop's network. */
  customers: z.boolean().optional(),
  /** The folder that an instrument writes into; all of it. */
  watch: WatchSetting.optional(),
  /** When it works and where things dry; each of it whole. */
  week: WorkWeekChange.optional(),
});
export type HouseChange = z.infer<typeof HouseChange>;

const person = {
  name: z.string().trim().min(1, 'What is the person called?').max(80),
  initials: z.string().trim().min(1, 'One to four letters.').max(4, 'One to four letters.'),
};
export const NewPerson = z.object({ id: Id, ...person });
export type NewPerson = z.infer<typeof NewPerson>;
export const PersonChange = z.object({ version: Version, ...z.object(person).partial().shape });
export const Person = NewPerson.extend({ version: z.number(), archived: z.boolean() });
export type Person = z.infer<typeof Person>;
/** How somebody is found to see, from every look: thresholds times the usual, and which way everything leans, L*a*b*. */
export const PeoplesEyes = z.object({
  eyes: z.array(
    z.object({
      person: z.string(),
      looks: z.number(),
      scale: z.number(),
      lean: z.tuple([z.number(), z.number(), z.number()]),
    }),
  ),
});
/** A camera that took pictures here, by one light: how far a colour by it may be off, CIEDE2000. */
export const CamerasFound = z.object({
  cameras: z.array(
    z.object({ camera: z.string(), light: LightShares.keyof(), pictures: z.number(), goodTo: z.number() }),
  ),
});

const instrument = {
  name: z.string().trim().min(1, 'What is the instrument called?').max(80),
  /** How it lights and looks, e.g. D/8 specular included. */
  geometry: z.string().trim().max(80),
  note: z.string().max(300),
};
export const NewInstrument = z.object({ id: Id, ...instrument });
export type NewInstrument = z.infer<typeof NewInstrument>;
export const InstrumentChange = z.object({ version: Version, ...z.object(instrument).partial().shape });
export const Instrument = NewInstrument.extend({ version: z.number(), archived: z.boolean() });
export type Instrument = z.infer<typeof Instrument>;

export const House = z.object({
  units: z.enum(UNIT_SYSTEMS),
  lights: LightShares,
  bench: BenchTools,
  cut: CutSize,
  schools: SchoolsSchema,
  tools: ToolsSchema,
  /** The simulated bench and instrument stand here, to practise with. */
  simulated: z.boolean(),
  tells: z.enum(TELLINGS),
  /** Customers may be shown brackets over the shop's network. */
  customers: z.boolean(),
  /** The folder that an instrument writes into. */
  watch: WatchSetting,
  week: WorkWeek,
  version: z.number(),
  people: z.array(Person),
  instruments: z.array(Instrument),
});
export type House = z.infer<typeof House>;
