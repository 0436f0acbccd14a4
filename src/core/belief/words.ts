import type { Direction } from '../colour/directions.ts';
import type { Size } from './eye.ts';

/** One word of a look: a direction, and how far. */
export interface Word {
  direction: Direction;
  size: Size;
}

/** What finishers say for each direction. Common practice. */
const MEANT: readonly [Direction, RegExp][] = [
  ['lighter', /^(light|lighter|pale|paler|bright on top|weak|weaker|thin)$/],
  ['darker', /^(dark|darker|deep|deeper|heavy|heavier)$/],
  ['warmer', /^(warm|warmer|orange|oranger)$/],
  ['cooler', /^(cool|cooler|cold|colder)$/],
  ['redder', /^(red|redder|pink|pinker|rosy)$/],
  ['greener', /^(green|greener|greenish)$/],
  ['yellower', /^(yellow|yellower|golden|amber|honey)$/],
  ['bluer', /^(blue|bluer|purple|violet)$/],
  ['greyer', /^(grey|greyer|gray|grayer|dull|duller|muddy|muddier|dirty|dirtier|flat|flatter)$/],
  ['cleaner', /^(clean|cleaner|clear|clearer|bright|brighter|strong|stronger|rich|richer|vivid)$/],
];
const SMALL = /^(touch|bit|slightly|little|hair|trace|shade|barely|just|half|tad)$/;
const LARGE = /^(far|much|way|very|lot|lots|really|twice|two|three)$/;
const SAME =
  /\b(same|matches|match|spot on|no difference|identical|perfect|dead on|right on|good enough|cannot see a difference)\b/;
/** The board is short of what follows: the word is turned round. */
const SHORT_OF = /^(needs|need|wants|want|lacks|lack|more|without|missing|enough)$/;
const NOT = /^(not|no|nor|neither|isn’t|isn't)$/;
const OPPOSITE: Readonly<Record<Direction, Direction>> = {
  lighter: 'darker',
  darker: 'lighter',
  warmer: 'cooler',
  cooler: 'warmer',
  redder: 'greener',
  greener: 'redder',
  yellower: 'bluer',
  bluer: 'yellower',
  greyer: 'cleaner',
  cleaner: 'greyer',
};

/**
 * What is understood of a finisher's own words for a thing against another: “a touch too red, not dark enough”. Null where
 * nothing is; nothing in the list where they are the same.
 */
export function understood(words: string): Word[] | null {
  const said: Word[] = [];
  const text = words.toLowerCase();
  for (const clause of text.split(/[,;.]|\band\b|\bbut\b/)) {
    let size: Size = 'plain';
    let short = false;
    let not = false;
    const heard = clause.match(/[\p{L}’']+/gu) ?? [];
    for (const [at, word] of heard.entries()) {
      if (SMALL.test(word)) size = 'touch';
      else if (LARGE.test(word)) size = 'far';
      else if (NOT.test(word)) not = true;
      else if (SHORT_OF.test(word)) short = true;
      const [direction] = MEANT.find(([, means]) => means.test(word)) ?? [];
      if (!direction) continue;
      const enough = heard[at + 1] === 'enough';
      // “Not red” says nothing of red; “not red enough” says that it is greener.
      if (not && !enough) continue;
      const turned = short || (not && enough);
      const meant = turned ? OPPOSITE[direction] : direction;
      if (!said.some((s) => s.direction === meant)) said.push({ direction: meant, size });
    }
  }
  if (said.length > 0) return said.slice(0, 4);
  return SAME.test(text) ? [] : null;
}

const SIZE_WORDS: Readonly<Record<Size, string>> = { touch: 'a touch ', plain: 'plainly ', far: 'far ' };
/** A look in words. */
export const lookText = (said: readonly Word[] | null): string =>
  said === null
    ? 'cannot tell'
    : said.length === 0
      ? 'the same'
      : said.map(({ direction, size }) => `${SIZE_WORDS[size]}${direction}`).join(', ');

/** What came of a look: how it looked wet, that it was the nearest of so many, or what was said. */
export function lookedText({
  said,
  wet,
  farther,
  between,
}: {
  said: readonly Word[] | null;
  wet: boolean;
  farther: number;
  between: boolean;
}): string {
  if (wet) return 'how it looks wet';
  if (between) return 'the nearer of two that the target lies between';
  return farther > 0 ? `the nearest of ${farther + 1} to the target` : lookText(said);
}
