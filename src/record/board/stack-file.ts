import type { Preparation } from '../../core/board/preparation.ts';
import { scaleToBoard, type TanninClass, type Wood } from '../../core/board/wood.ts';
import { spectrum } from '../../core/colour/grid.ts';
import type { Stack } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import type { Board } from '../../shared/board.ts';
import type { Shelf } from '../../shared/shelf.ts';
import type { StackFile } from '../../shared/stack-file.ts';
import { stackAsMade, stageMean } from './stages.ts';

/** A board's stack with its wood, preparation and materials, to be kept, sent or scripted. */
export function stackFileOf(
  board: Pick<Board, 'recipe' | 'coats' | 'readings'>,
  preparation: Preparation,
  shelf: Shelf,
  speciesId: string,
): StackFile {
  const stack = stackAsMade(board);
  const ids = new Set(
    stack.flatMap((l) => [...Object.keys(l.colours), ...(l.medium ? [l.medium] : []), ...(l.supply ? [l.supply] : [])]),
  );
  const used = <T extends { id: string }>(list: readonly T[]) => list.filter((x) => ids.has(x.id));
  const species = shelf.species.find((s) => s.id === speciesId) as Shelf['species'][number];
  const { id, name, figure, cut, ringMm, tannin, anatomy, blotch, tissues } = species;
  const raw = stageMean(board, 0);
  return {
    format: 'urushi-stack',
    version: 1,
    wood: { id, name, figure, cut, ringMm, tannin, anatomy, blotch, tissues, raw: raw && Array.from(raw) },
    preparation,
    stack: [...stack],
    colourants: Object.fromEntries(
      used(shelf.colourants).map((c) => {
        const { name, kind, carrier, maxStrength, absorption, scatter, exponent, costPerGram, lift } = c;
        return [c.id, { name, kind, carrier, maxStrength, absorption, scatter, exponent, costPerGram, lift }];
      }),
    ),
    mediums: Object.fromEntries(
      used(shelf.mediums).map(({ id, name, kind, carrier, k1, k2, tint }) => [
        id,
        { name, kind, carrier, k1: k1 ?? null, k2, tint },
      ]),
    ),
    supplies: Object.fromEntries(
      used(shelf.supplies).map(({ id, name, kind, carrier }) => [id, { name, kind, carrier }]),
    ),
  };
}

/** What the model takes, from a stack file: ready for `predict`. */
export function modelOfStackFile(file: StackFile): {
  stack: Stack;
  wood: Wood;
  materials: Materials;
  preparation: Preparation;
} {
  return {
    stack: file.stack,
    preparation: file.preparation,
    wood: woodOfFile(file.wood, file.preparation),
    materials: materialsOfFile(file),
  };
}

/** A wood as a file has it, for the model: scaled to its raw reading, where it was read. */
export function woodOfFile({ raw, tannin, ...species }: StackFile['wood'], preparation: Preparation): Wood {
  const wood: Wood = { ...species, tannin: tannin as TanninClass };
  return raw ? scaleToBoard(wood, raw, preparation) : wood;
}

/** Colourants, mediums and supplies as a file has them, for the model; a colourant without a profile is none to it. */
export function materialsOfFile({
  colourants,
  mediums,
  supplies = {},
}: Pick<StackFile, 'colourants' | 'mediums' | 'supplies'>): Materials {
  const none = Array.from(spectrum());
  return {
    colourants: Object.fromEntries(
      Object.entries(colourants).flatMap(([id, { absorption, scatter, ...c }]) =>
        absorption ? [[id, { id, ...c, absorption, scatter: scatter ?? none }]] : [],
      ),
    ),
    mediums: Object.fromEntries(
      Object.entries(mediums).map(([id, { k1, ...m }]) => [id, { id, ...m, ...(k1 === null ? {} : { k1 }) }]),
    ),
    supplies: Object.fromEntries(Object.entries(supplies).map(([id, s]) => [id, { id, ...s }])),
  };
}
