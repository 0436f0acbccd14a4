import { z } from 'zod';
import { DEGREES, DUSTS, EDGES, END_GRAINS, OLD_FILMS, TEXTURES } from '../core/board/preparation.ts';
import { APPLICATORS, LAYER_KINDS } from '../core/kinds/index.ts';
import { CLEANS, KEPT_TO, LONGEST_WAIT, RUBBED_WHERE, RUBS } from '../core/layers/layer.ts';

/** Rules that were read and left as they are. */
const Accepted = z.array(z.string().max(40)).max(100);

const MOST_NAMES = 16;
/** A record with a few names. */
const few = <T extends z.ZodType<Record<string, unknown>>>(record: T, what: string) =>
  record.refine((r) => Object.keys(r).length <= MOST_NAMES, `A layer has at most ${MOST_NAMES} ${what}.`);

/** Parts by volume of each thinner, by its name, to one of what is thinned. */
export const Thinners = z
  .record(
    z.string().trim().min(1, 'Which thinner?').max(40),
    z.number().min(0, 'A part is zero or more.').max(100, 'It is thinned a hundred times at most.'),
  )
  .refine((r) => Object.keys(r).length <= 3, 'A pot has at most three thinners.');

/** One layer of a stack. What may be in it beyond these bounds the core's `checkStack` says. */
export const LayerSchema = z.object({
  kind: z.enum(LAYER_KINDS),
  /** Colourant id to strength: g/L, or mass fraction for pigments. */
  colours: few(z.record(z.string().max(40), z.number().min(0, 'A strength must be zero or more.')), 'colours'),
  medium: z.string().max(40).optional(),
  supply: z.string().max(40).optional(),
  settings: few(z.record(z.string().max(40), z.number()), 'settings'),
  method: z.string().max(40).optional(),
  applicator: z.enum(APPLICATORS).optional(),
  thinners: Thinners.optional(),
  unhardened: z.boolean().optional(),
  where: z.enum(KEPT_TO).optional(),
  clean: z.enum(CLEANS).optional(),
  off: z.boolean().optional(),
  note: z.string().max(300, 'A note is at most 300 letters long.').optional(),
  wait: z
    .number()
    .min(0, 'A wait is zero hours or more.')
    .max(LONGEST_WAIT, `A wait is at most ${LONGEST_WAIT} h: three months.`)
    .optional(),
  apart: z
    .number()
    .min(0, 'Coats are zero hours apart or more.')
    .max(LONGEST_WAIT, `Coats are ${LONGEST_WAIT} h apart at most.`)
    .optional(),
  rub: z.enum(RUBS).optional(),
  rubLast: z.boolean().optional(),
  rubFrom: z.number().int().min(2).max(40).optional(),
  rubWorn: z.boolean().optional(),
  rubWhere: z.enum(RUBBED_WHERE).optional(),
  papers: z
    .array(z.number().int().min(16, 'A grit is 16 to 10 000.').max(10_000, 'A grit is 16 to 10 000.'))
    .max(8, 'A sequence has eight papers at most.')
    .optional(),
  accepted: Accepted.optional(),
});
export const StackSchema = z.array(LayerSchema).max(16, 'A stack holds at most 16 layers.');

export const PreparationSchema = z.object({
  grit: z.number().int().min(60, 'The last grit is at least 60.').max(400, 'The last grit is at most 400.'),
  conditioner: z.boolean(),
  preWet: z.boolean(),
  grainRaised: z.boolean(),
  texture: z.enum(TEXTURES),
  degree: z.enum(DEGREES).optional(),
  edges: z.enum(EDGES).optional(),
  oldFilm: z.enum(OLD_FILMS).optional(),
  oldFinish: z.boolean(),
  grits: z
    .array(z.number().int().min(16, 'A grit is 16 to 5000.').max(5000, 'A grit is 16 to 5000.'))
    .max(8, 'A sequence has eight grits at most.')
    .optional(),
  dust: z.enum(DUSTS).optional(),
  veneer: z.boolean().optional(),
  ends: z.enum(END_GRAINS).optional(),
  contaminated: z.boolean().optional(),
  spots: z.number().int().min(16, 'A grit is 16 to 5000.').max(5000, 'A grit is 16 to 5000.').optional(),
  accepted: Accepted.optional(),
});
