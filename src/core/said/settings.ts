import type { Kind } from '../kinds/index.ts';
import type { Layer } from '../layers/layer.ts';
import { type Rest, words } from './rest.ts';
import type { AskedBack } from './shelf.ts';
import { HOUR_UNIT, NUMBER, numberSaid, OFF, OVERNIGHT, SHAPES, SPAN, spanHours, WORDED } from './words.ts';

type Settings = Record<string, number>;
export const hasSetting = ({ settings }: Kind, key: string): boolean => settings.some((s) => s.key === key);

/** How many coats: “ten thin coats”, “× 3”. */
export function coatsSaidIn(rest: Rest, kind: Kind): Settings {
  const coats =
    rest.take(new RegExp(`${NUMBER} (?:\\p{L}+ )?(?:coats?|passes|pass)\\b`, 'u')) ?? rest.take(/[x×] ?(\d+)/);
  return coats?.[1] && hasSetting(kind, 'coats') ? { coats: numberSaid(coats[1]) } : {};
}

/** What else of a kind is set by numbers or words: how long it soaks, its cut, how much is left, how hard it is wiped. */
export function settingsSaid(rest: Rest, kind: Kind): Settings {
  const settings: Settings = {};
  const known = (key: string) => hasSetting(kind, key);
  if (known('dwell')) {
    const dwell =
      rest.take(new RegExp(`(?:wiped )?after ${NUMBER} ?min(?:utes?)?`)) ??
      rest.take(new RegExp(`${NUMBER} ?min(?:utes?)?(?: before wiping| then wiped|, wiped)`));
    if (dwell?.[1]) settings.dwell = numberSaid(dwell[1]);
  }
  if (known('cut')) {
    const cut = rest.take(new RegExp(`${NUMBER}[ -]?(?:lb|pound)s?(?:[ -]cut)?`));
    if (cut?.[1]) settings.cut = numberSaid(cut[1]);
  }
  for (const [key, shape] of SHAPES) {
    const found = known(key) ? rest.take(shape) : null;
    if (found?.[1]) settings[key] = numberSaid(found[1]) / (found[0].includes('%') ? 100 : 1);
  }
  // Of what takes off so much is said alone: “sanded back 60 %”, “wiped back a third”.
  const off = known('removed') && settings.removed === undefined ? rest.take(OFF) : null;
  if (off) settings.removed = off[1] ? numberSaid(off[1]) / 100 : numberSaid(off[3] ?? '');
  for (const [key, table] of WORDED)
    for (const [said, value] of Object.entries(table)) if (known(key) && rest.take(words(said))) settings[key] = value;
  return settings;
}

/** Settings within the bounds of their kind, or what is asked of one beyond them. */
export function withinBounds({ settings: specs, label }: Kind, settings: Settings): { settings: Settings } | AskedBack {
  for (const { key, label: name, min, max } of specs) {
    const value = settings[key];
    if (value !== undefined && (value < min || value > max))
      return { question: `${label}: ${name} is ${min} to ${max}, not ${value}.` };
  }
  // In the order of its kind.
  const set = specs.flatMap(({ key }): [string, number][] => {
    const value = settings[key];
    return value === undefined ? [] : [[key, value]];
  });
  return { settings: Object.fromEntries(set) };
}

/** How far apart its coats are, and how long it is left. */
export function timesSaid(rest: Rest): Pick<Layer, 'apart' | 'wait'> {
  const apart = rest.take(new RegExp(`${SPAN} ?${HOUR_UNIT} apart`));
  const between = apart?.[1] && apart[2] ? { apart: spanHours(apart[1], apart[2]) } : {};
  const left = rest.take(new RegExp(`(?:left|dries|dry|wait|waits) (?:for )?${SPAN} ?${HOUR_UNIT}`));
  if (left?.[1] && left[2]) return { ...between, wait: spanHours(left[1], left[2]) };
  if (rest.take(words('left overnight', 'dries overnight', 'overnight'))) return { ...between, wait: OVERNIGHT };
  const bare = rest.take(new RegExp(`(?<![\\p{L}\\d])${SPAN} ?${HOUR_UNIT}`, 'u'));
  return bare?.[1] && bare[2] ? { ...between, wait: spanHours(bare[1], bare[2]) } : between;
}
