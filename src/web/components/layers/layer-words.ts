import { KINDS, type LayerKind } from '../../../core/kinds/index.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { strengthText } from '../numbers.ts';

/** A layer as far as it is known: an amount that nobody knows is null. */
interface KnownLayer {
  kind: LayerKind;
  colours: Readonly<Record<string, number | null>>;
  medium?: string | null | undefined;
}

/** A layer in a few words, to be told from others: `Dye (Honey 4 g/L)`. */
export function layerWords(
  { kind, colours, medium }: KnownLayer,
  shelf: Pick<Shelf, 'colourants' | 'mediums'>,
): string {
  const mixed = Object.entries(colours).map(([id, amount]) => {
    const colourant = shelf.colourants.find((c) => c.id === id);
    return `${colourant?.name ?? id} ${amount === null ? '?' : strengthText(amount, colourant)}`;
  });
  const what = [...mixed, ...(medium ? [shelf.mediums.find((m) => m.id === medium)?.name ?? medium] : [])];
  return `${KINDS[kind].label}${what.length > 0 ? ` (${what.join(', ')})` : ''}`;
}

/** How things are called when two stacks are told apart. */
export const namingOf = ({ colourants, mediums, supplies }: Materials) => ({
  colour: (id: string) => colourants[id]?.name ?? id,
  medium: (id: string) => mediums[id]?.name ?? id,
  supply: (id: string) => supplies[id]?.name ?? id,
  strength: (value: number, id: string) => strengthText(value, colourants[id]),
});
