import type { Size } from '../belief/eye.ts';
import { understood } from '../belief/words.ts';
import type { Lab } from '../colour/lab.ts';
import { movedLab } from '../colour/shades.ts';
import { labelled, lookOf } from './colours.ts';

/** Shades of a word. Common practice, no source. */
const SHADES_OF: Readonly<Record<Size, number>> = { touch: 0.5, plain: 1.5, far: 4 };
/** Words that move a colour: `a touch darker`, `much redder`. Names of colours that end like them do not. */
const MOVES =
  /(?:\b(?:a|far|much|way|very|slightly|touch|bit|little)\s+)*\b(?!umber|amber|silver|timber|copper)\p{L}+er\b/gu;

/**
 * A colour that is told in words, moved by the comparatives among them: `dark walnut`, `honey, a touch redder`.
 * @param from what the comparatives start from, where it is another thing than the words name
 * @returns null where the words name no colour
 */
export function colourSaid(words: string, from?: Lab): Lab | null {
  const moving = words.toLowerCase().match(MOVES) ?? [];
  const named = labelled(moving.reduce((rest, move) => rest.replace(move, ' '), words.toLowerCase()));
  const begin = from ?? (named && lookOf(named.hue, named.depth));
  if (!begin) return null;
  return (understood(moving.join(', ')) ?? []).reduce(
    (lab, { direction, size }) => movedLab(lab, { direction, shades: SHADES_OF[size] }),
    begin,
  );
}
