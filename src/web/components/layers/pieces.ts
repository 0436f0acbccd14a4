import { KINDS } from '../../../core/kinds/index.ts';
import { type Layer, setting } from '../../../core/layers/layer.ts';
import type { Said } from '../../../core/said/sentence.ts';

/** A piece of a layer's sentence that can be said, by what it is called. */
export interface Piece {
  about: Said;
  name: string;
}

/** Nothing is put on: it is rubbed or wiped. */
const putsNothingOn = ({ kind }: Layer): boolean => KINDS[kind].is.rubsOut || KINDS[kind].is.takesOff !== null;

/**
 * All that can be said of a layer beside its colours and coats.
 * @param hardens its product has a hardener
 */
export function piecesOf(layer: Layer, hardens: boolean): Piece[] {
  const { medium, supply, methods, settings, is } = KINDS[layer.kind];
  const some = (wanted: boolean, about: Said, name: string): Piece[] => (wanted ? [{ about, name }] : []);
  const several = settings.some((s) => s.key === 'coats') && setting(layer, 'coats') > 1;
  return [
    ...some(medium !== 'none', 'medium', medium),
    ...some(supply !== null, 'supply', supply ?? ''),
    ...some(methods.length > 0, 'method', 'how'),
    ...some(!putsNothingOn(layer), 'applicator', 'with what'),
    ...settings
      .filter((s) => s.key !== 'coats')
      .map(({ key, label }): Piece => ({ about: `setting:${key}`, name: label })),
    ...some(!putsNothingOn(layer), 'thinners', 'thinned'),
    ...some(hardens, 'hardener', 'hardener'),
    { about: 'where', name: 'where' },
    ...some(several, 'apart', 'apart'),
    { about: 'wait', name: 'left' },
    { about: 'rub', name: is.rubsOut ? 'papers' : 'then' },
    ...some(!is.rubsOut, 'clean', 'dust'),
    { about: 'note', name: 'note' },
  ];
}

/** What of a layer need not be said. */
type Unsaid = Exclude<keyof Layer, 'kind' | 'colours' | 'settings'>;
function without(layer: Layer, ...keys: readonly Unsaid[]): Layer {
  const rest = { ...layer };
  for (const key of keys) delete rest[key];
  return rest;
}

/** The layer with a piece of it as is usual. */
export function asUsual(layer: Layer, about: Said): Layer {
  if (about.startsWith('setting:')) {
    const { [about.slice('setting:'.length)]: _, ...settings } = layer.settings;
    return { ...layer, settings };
  }
  const [first] = KINDS[layer.kind].methods;
  switch (about) {
    case 'method':
      return first ? { ...layer, method: first.id } : layer;
    case 'hardener':
      return without(layer, 'unhardened');
    case 'rub':
      return without(layer, 'rub', 'papers', 'rubLast', 'rubFrom', 'rubWorn', 'rubWhere');
    case 'supply':
    case 'applicator':
    case 'thinners':
    case 'where':
    case 'apart':
    case 'wait':
    case 'clean':
    case 'note':
      return without(layer, about);
    default:
      return layer;
  }
}
