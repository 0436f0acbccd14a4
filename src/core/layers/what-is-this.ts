import type { ColourantKind } from '../kinds/index.ts';

/** What three tests on a drop of it showed; undefined while a test was not made. */
export interface Tests {
  /** Print under a thin film of it on glass: as sharp as beside it, through a haze, or hidden. */
  print?: 'readable' | 'hazy' | 'hidden' | undefined;
  /** A damp rag on it, dry since yesterday: colour comes off in water, in its thinner only, or stays. */
  rag?: 'water' | 'thinner' | 'stays' | undefined;
  /** Left to stand for a day: all alike, a layer at the bottom, or too thick to run. */
  stands?: 'alike' | 'settles' | 'thick' | undefined;
}

export interface WhatItIs {
  /** The kind that it is most likely of; null before enough is known. */
  kind: ColourantKind | null;
  gel: boolean;
  /** It has a binder: dry, it does not wake in what it was thinned with. */
  binder: boolean | null;
  says: string;
}

/**
 * A name on a tin misleads: a dye is sold as a stain, a gel used as a glaze. A dye is dissolved: print stays readable through
 * it, and it never settles. A pigment hides, and settles unless it is a gel. What wakes under a rag has little binder.
 * Common practice, no source.
 */
export function whatIsThis({ print, rag, stands }: Tests): WhatItIs {
  const binder = rag === undefined ? null : rag === 'stays';
  const gel = stands === 'thick';
  const held =
    binder === null
      ? ''
      : binder
        ? ' A binder holds it when it is dry.'
        : ' It wakes again: seal it before the next coat.';
  const of = (kind: ColourantKind | null, says: string): WhatItIs => ({ kind, gel, binder, says: says + held });
  if (print === 'readable' && stands === 'settles')
    return of(
      'stain',
      'Clear, and yet it settles: a dye with some pigment. Stir it, and make its ladder as a ready-made stain.',
    );
  if (print === 'readable')
    return of(
      binder ? 'stain' : 'dye',
      binder
        ? 'A dye in a binder: make its ladder as a ready-made stain.'
        : 'A dye: dissolved, clear, nothing to stir.',
    );
  if (print === 'hazy') return of('stain', 'Dye and pigment together: make its ladder as a ready-made stain.');
  if (print === 'hidden' && gel)
    return of('stain', 'A gel: pigment, thick; it stays on the surface and blotches least.');
  if (print === 'hidden' && binder === false)
    return of('pigment', 'A pigment with hardly a binder: a colour for glazes.');
  if (print === 'hidden') return of('stain', 'A pigment stain: stir it from the bottom, always.');
  if (stands === 'settles')
    return of(null, 'What settles is pigment. The print test says whether there is dye with it.');
  return of(null, 'Begin with the print test: a thin film on glass over a printed page.');
}
