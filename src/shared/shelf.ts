import { z } from 'zod';
import { ANATOMIES, TISSUE_NAMES } from '../core/board/tissues.ts';
import { CUTS, FIGURES } from '../core/board/wood.ts';
import { CARRIERS, COLOURANT_KINDS, MEDIUM_KINDS, SUPPLY_KINDS } from '../core/kinds/index.ts';
import { Id, Version } from './id.ts';
import { Lot } from './lot.ts';
import { KeptMix } from './mix.ts';
import { LabSchema } from './reading.ts';
import { Sheet } from './sheet.ts';

const id = z.string().regex(/^[a-z0-9-]{1,40}$/, 'A code is made of small letters, digits and hyphens, 40 at most.');
const name = z.string().trim().min(1, 'A name is needed.').max(80, 'A name has at most 80 letters.');
const bands = z.array(z.number()).length(31, 'A spectrum has 31 values, 400–700 nm.');
const reflectances = z
  .array(z.number().min(0, 'A reflectance is not below zero.').max(1.5, 'A reflectance is not above 150 %.'))
  .length(31, 'A spectrum has 31 values, 400–700 nm.');

export const TissueSchema = z.object({
  name: z.enum(TISSUE_NAMES),
  fraction: z.number().min(0).max(1),
  reflectance: reflectances,
  dye: z.number().min(0).max(5),
  hold: z.number().min(0).max(5),
});
export const SpeciesSchema = z.object({
  id,
  name,
  figure: z.enum(FIGURES),
  cut: z.enum(CUTS).optional(),
  /** Mean width of its rings, mm; as usual in such a wood where it is null. */
  ringMm: z.number().min(0.3, 'Rings are 0.3 mm wide at least.').max(15, 'Rings are 15 mm wide at most.').nullish(),
  tannin: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]),
  /** Open-pored when it has pores, else fine, where it is not said. */
  anatomy: z.enum(ANATOMIES).optional(),
  /** Standard deviation of the logarithm of its uptake over more than 10 mm. */
  blotch: z.number().min(0, 'The unevenness is zero or more.').max(1, 'The unevenness is 1 at most.').optional(),
  tissues: z
    .array(TissueSchema)
    .min(1)
    .max(4)
    .refine((t) => new Set(t.map((x) => x.name)).size === t.length, 'Each tissue is named once.')
    .refine((t) => Math.abs(t.reduce((s, x) => s + x.fraction, 0) - 1) < 1e-3, 'The shares of the face must add to 1.'),
});
export type NewSpecies = z.infer<typeof SpeciesSchema>;
/** What everything on the shelf has: its version, and whether it is put away. */
const kept = { version: z.number(), archived: z.boolean() };
export const SpeciesRecord = z.object({ ...SpeciesSchema.shape, ...kept });
export type SpeciesRecord = z.infer<typeof SpeciesRecord>;
export const SpeciesChange = z.object({ version: Version, ...SpeciesSchema.omit({ id: true }).partial().shape });

export const NewColourant = z.object({
  id,
  name,
  kind: z.enum(COLOURANT_KINDS),
  carrier: z.enum(CARRIERS),
  maxStrength: z
    .number()
    .positive('The strongest mix must be above zero.')
    .max(1000, 'The strongest mix is at most 1000 g/L.'),
  costPerGram: z.number().min(0, 'The cost is zero or more.'),
  caution: z.string().max(300),
  sheet: Sheet.optional(),
  /** The code of its first lot, where the tin names one. */
  lot: z.string().trim().max(40).optional(),
  /** What a coat of it makes of a wood, as somebody sees or expects it: good until boards tell. */
  look: z.object({ speciesId: z.string().min(1), lab: LabSchema }).nullish(),
  /** Share that a wiped coat of its own solvent lifts off bare wood, where a transfer test has told. */
  lift: z.number().min(0, 'What is lifted is zero or more.').max(1, 'No more than all of it can be lifted.').nullish(),
});
export type NewColourant = z.infer<typeof NewColourant>;
/** What of a colour can be put right; its kind is what its ladder was fitted by, and stays. */
export const ColourantChange = z.object({
  version: Version,
  ...NewColourant.omit({ id: true, kind: true, lot: true }).partial().shape,
});

export const RungInput = z.object({
  speciesId: z.string(),
  strength: z.number().positive('A rung needs a strength above zero.').max(1000, 'A rung has at most 1000 g/L.'),
  before: reflectances,
  after: reflectances,
  /** Other colours in the same pot, by their code; the board is a rung of theirs too. */
  beside: z
    .record(id, z.number().positive('What is in the pot beside it is more than nothing.').max(1000))
    .refine((pot) => Object.keys(pot).length <= 3, 'A pot has four colours at most.')
    .default({}),
});
export const NewRung = z.object({ id: Id, ...RungInput.shape });
export type NewRung = z.infer<typeof NewRung>;
export const LadderInput = z.object({ rungs: z.array(NewRung).min(1, 'A ladder has one rung at least.').max(40) });
/** A strength written down wrongly, put right. */
export const RungChange = z.object({ version: Version, ...RungInput.pick({ strength: true }).shape });
export type RungChange = z.infer<typeof RungChange>;
export const Rung = NewRung.extend({ version: z.number() });
export type Rung = z.infer<typeof Rung>;

export const ColourantRecord = NewColourant.omit({ lot: true }).extend({
  sheet: Sheet,
  absorption: bands.nullable(),
  scatter: bands.nullable(),
  exponent: z.number(),
  /** CIEDE2000 by which the profile misses each rung, null where it does not rest on it. */
  fit: z.object({ fitError: z.array(z.number().nullable()), bandError: bands }).nullable(),
  rungs: z.array(Rung),
  ...kept,
});
export type ColourantRecord = z.infer<typeof ColourantRecord>;

/** A sealer, oil or clear as it is put on the shelf. */
export const NewMedium = z.object({
  id,
  name,
  kind: z.enum(MEDIUM_KINDS),
  carrier: z.enum(CARRIERS),
  k1: z
    .number()
    .min(0)
    .max(0.08)
    .nullish()
    .transform((v) => v ?? undefined)
    .pipe(z.number().optional()),
  k2: z.number().min(0.2, 'k2 lies between 0.2 and 0.75.').max(0.75, 'k2 lies between 0.2 and 0.75.'),
  tint: z.array(z.number().min(0, 'A tint takes light away: zero or more.').max(5)).length(31),
  caution: z.string().max(300),
  sheet: Sheet.optional(),
});
export type NewMedium = z.infer<typeof NewMedium>;
export const MediumChange = z.object({
  version: Version,
  ...NewMedium.pick({ name: true, carrier: true, caution: true, sheet: true }).partial().shape,
});

/** A board read before and after coats of a sealer or clear. */
export const CoatInput = z.object({
  speciesId: z.string(),
  coats: z.number().int().min(1, 'One coat at least.').max(8, 'Eight coats at most.'),
  before: reflectances,
  after: reflectances,
});
export const NewCoatSample = z.object({ id: Id, ...CoatInput.shape });
export type NewCoatSample = z.infer<typeof NewCoatSample>;
export const CoatsInput = z.object({ samples: z.array(NewCoatSample).min(1, 'One board at least.').max(40) });

export const MediumRecord = NewMedium.extend({
  sheet: Sheet,
  samples: z.array(NewCoatSample),
  ...kept,
  /** CIEDE2000 by which the fit misses each sample; empty before the first. */
  fitError: z.array(z.number()),
});
export type MediumRecord = z.infer<typeof MediumRecord>;

/** What stands on the shelf and has no colour of its own. */
export const NewSupply = z.object({
  id,
  name,
  kind: z.enum(SUPPLY_KINDS),
  carrier: z.enum(CARRIERS).nullable(),
  caution: z.string().max(300),
  sheet: Sheet.optional(),
});
export type NewSupply = z.infer<typeof NewSupply>;
export const SupplyChange = z.object({
  version: Version,
  ...NewSupply.omit({ id: true, kind: true }).partial().shape,
});
export const SupplyRecord = NewSupply.extend({ sheet: Sheet, ...kept });
export type SupplyRecord = z.infer<typeof SupplyRecord>;

export const Shelf = z.object({
  species: z.array(SpeciesRecord),
  colourants: z.array(ColourantRecord),
  mediums: z.array(MediumRecord),
  supplies: z.array(SupplyRecord),
  lots: z.array(Lot),
  mixes: z.array(KeptMix),
});
export type Shelf = z.infer<typeof Shelf>;

/** The boards of a ladder that would teach most, best first. */
export const NextBoards = z.object({
  /** Weighed by what the open jobs are to be mixed with; by usual mixes where no job has a recipe. */
  forJobs: z.boolean(),
  boards: z.array(
    z.object({
      colourantId: z.string(),
      strength: z.number(),
      /** It wants a dark ground, where a pigment's hiding shows. */
      dark: z.boolean(),
      /** How much nearer those mixes are foreseen, CIEDE2000. */
      gain: z.number(),
    }),
  ),
});
export type NextBoards = z.infer<typeof NextBoards>;
