import { z } from 'zod';
import { Id, Version } from './id.ts';
import { LightShares } from './lights.ts';

export const UNITS = ['metric', 'us'] as const;
export const HouseChange = z.object({
  version: Version,
  units: z.enum(UNITS).optional(),
  /** The lights of the place: what a new job begins with. */
  lights: LightShares.partial().optional(),
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
  units: z.enum(UNITS),
  lights: LightShares,
  version: z.number(),
  people: z.array(Person),
  instruments: z.array(Instrument),
});
export type House = z.infer<typeof House>;
