import { KINDS, type LayerKind } from '../../core/kinds/index.ts';
import type { Stack } from '../../core/layers/layer.ts';
import type { System } from '../../core/systems/index.ts';

/** What a way to finish is known by, whatever its colours: its layers that stay, from the wood outwards, `dye/sealer/clear`. */
export const systemOf = (stack: readonly Pick<Stack[number], 'kind'>[]): string =>
  stack.map(({ kind }) => kind).join('/');

/** The same in words: `dye, sealer, clear`. */
export const systemWords = (system: string): string =>
  system
    .split('/')
    .map((kind) => KINDS[kind as LayerKind]?.label.toLowerCase() ?? kind)
    .join(', ');

/** The systems, of those that ship and those that are kept, that are layered so. */
export const systemsLayered = (system: string, known: readonly System[]): System[] =>
  known.filter((s) => s.variants.some((v) => systemOf(v.layers) === system));
