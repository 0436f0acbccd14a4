import { z } from 'zod';
import { APPLICATORS, CARRIERS, COLOURANT_KINDS, LAYER_KINDS, MEDIUM_KINDS } from '../core/kinds/index.ts';
import { CLEANS, KEPT_TO, LONGEST_WAIT, RUBBED_WHERE, RUBS } from '../core/layers/layer.ts';
import { Id } from './id.ts';
import { PreparationSchema, Thinners } from './stack.ts';

const name = z.string().trim().min(1, 'What is it called?').max(80, 'A name has at most 80 letters.');
const ColourRole = z.object({
  name,
  kind: z.enum(COLOURANT_KINDS),
  carrier: z.enum(CARRIERS),
  /** L*a*b* of it on white paper at a middling strength. */
  like: z.array(z.number().min(-200).max(200)).length(3, 'A colour is L*, a* and b*.'),
  share: z.number().min(0, 'A share is zero or more.').max(1, 'A share is all of it at most.'),
});
const MediumRole = z.object({
  name,
  kind: z.enum(MEDIUM_KINDS),
  carrier: z.enum(CARRIERS),
  amber: z.number().min(0).max(5),
  binder: z.string().max(40).optional(),
});
const SupplyRole = z.object({ name, carrier: z.enum(CARRIERS).nullable() });
const SystemLayer = z.object({
  kind: z.enum(LAYER_KINDS),
  colours: z.array(ColourRole).max(4, 'A pot has four colours at most.').optional(),
  medium: MediumRole.optional(),
  supply: SupplyRole.optional(),
  settings: z.record(z.string().max(40), z.number()).optional(),
  method: z.string().max(40).optional(),
  applicator: z.enum(APPLICATORS).optional(),
  thinners: Thinners.optional(),
  unhardened: z.boolean().optional(),
  where: z.enum(KEPT_TO).optional(),
  clean: z.enum(CLEANS).optional(),
  wait: z.number().min(0).max(LONGEST_WAIT).optional(),
  apart: z.number().min(0).max(LONGEST_WAIT).optional(),
  rub: z.enum(RUBS).optional(),
  rubLast: z.boolean().optional(),
  rubFrom: z.number().int().min(2).max(40).optional(),
  rubWorn: z.boolean().optional(),
  rubWhere: z.enum(RUBBED_WHERE).optional(),
  papers: z.array(z.number().int().min(16).max(10_000)).max(8).optional(),
  note: z.string().max(300).optional(),
});

/**
 * A whole way to finish, by what its products are and not by what they are called in one shop: what is kept and exchanged.
 * Fixed: a change of meaning is a new version.
 */
export const SystemFile = z.object({
  format: z.literal('urushi-system'),
  version: z.literal(1),
  name,
  about: z.string().max(400).default(''),
  woods: z.string().max(80).default(''),
  variants: z
    .array(
      z.object({
        name,
        preparation: PreparationSchema.partial(),
        layers: z
          .array(SystemLayer)
          .min(1, 'A system has one layer at least.')
          .max(16, 'A stack holds at most 16 layers.'),
      }),
    )
    .min(1, 'A system has one variant at least.')
    .max(8, 'A system has eight variants at most.'),
});
export type SystemFile = z.infer<typeof SystemFile>;
export const NewSystem = z.object({ id: Id, system: SystemFile });
export type NewSystem = z.infer<typeof NewSystem>;
export const KeptSystem = NewSystem.extend({ createdAt: z.string(), archived: z.boolean() });
export type KeptSystem = z.infer<typeof KeptSystem>;
export const KeptSystems = z.array(KeptSystem);
