import type { Preparation } from '../../core/board/preparation.ts';
import { FieldError } from '../../core/field-error.ts';
import type { Stack } from '../../core/layers/layer.ts';
import { STARTING_SYSTEMS, type System, stackFor, type Variant, variantOf } from '../../core/systems/index.ts';
import { type KeptSystem, SystemFile } from '../../shared/system.ts';
import type { Bench } from './bench.ts';
import { type HouseRules, layerOfHouse, ruleFacts } from './rules.ts';

const SYSTEM_FORMAT = { format: 'urushi-system', version: 1 } as const;

/** A system that can be taken into a job; `kept` where the shop has kept it itself. */
export interface OfferedSystem extends System {
  kept: boolean;
}
/** The shop's own systems, then those that the program comes with. */
export const offeredSystems = (kept: readonly KeptSystem[]): OfferedSystem[] => [
  ...kept.map(({ id, system }) => ({ ...system, id, kept: true })),
  ...STARTING_SYSTEMS.map((system) => ({ ...system, kept: false })),
];

/** The layers of a variant with what stands on this shelf, as this house does things. */
export const stackOfVariant = (bench: Bench, variant: Variant, house: HouseRules): Stack =>
  stackFor(variant, bench.onHand, ruleFacts(bench.shelf)).map((layer) => layerOfHouse(layer, bench, house));

/** A job's layers as a system that can be kept and passed on. */
export function systemFileOf(
  name: string,
  about: string,
  { materials, shelf }: Bench,
  woods: string,
  stack: Stack,
  preparation: Preparation,
): SystemFile {
  const variant = variantOf(name, stack, preparation, materials, ruleFacts(shelf));
  return SystemFile.parse({ ...SYSTEM_FORMAT, name, about, woods, variants: [variant] });
}
export const systemText = ({ name, about, woods, variants }: System | SystemFile): string =>
  `${JSON.stringify({ ...SYSTEM_FORMAT, name, about, woods, variants }, null, 1)}\n`;

/** A system out of a file. @throws FieldError in a sentence where it is none */
export function readSystemFile(text: string): SystemFile {
  let file: unknown;
  try {
    file = JSON.parse(text);
  } catch {
    throw new FieldError('file', 'This is no JSON: it may have been cut off.');
  }
  if ((file as { format?: unknown } | null)?.format !== SYSTEM_FORMAT.format)
    throw new FieldError('file', 'This is no system of this program.');
  const read = SystemFile.safeParse(file);
  if (!read.success) {
    const [issue] = read.error.issues;
    throw new FieldError('file', `${issue?.path.join('.') || 'The file'}: ${issue?.message ?? 'it makes no sense.'}`);
  }
  return read.data;
}
