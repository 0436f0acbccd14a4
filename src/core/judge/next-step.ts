/** What can be done with a board whose coats are on. */
export type VerdictStep =
  /** Its reading belongs to another board or stage. */
  | 'read again'
  /** The target has two tones, and the board's were not read. */
  | 'read its tones'
  | 'approve'
  /** It is approved: nothing is left to do with it. */
  | 'done'
  | 'look'
  | 'from here'
  | 'next board'
  | 'other colours'
  /** The wood itself varies more than the tolerance. */
  | 'stop'
  /** Which way on is the best is still being worked out. */
  | 'looking';

/** How a board stands, for what to do next. */
export interface BoardStanding {
  mixedUp: boolean;
  tonesUnread: boolean;
  approved: boolean;
  /** What a person said of it; null where nobody did. */
  accepted: boolean | null;
  /** That it passes: by readings 0 or 1, by looks and pictures between; null where nobody read or saw it. */
  chance: number | null;
  /** One more look at it, or at another, tells enough to be worth taking. */
  lookTells: boolean;
  /** A picture has it, and no instrument: looks that are still wanted before it is believed to pass. */
  looksWanted: number;
  /** How far it is off, and how far pieces of its wood lie apart by themselves, CIEDE2000; null where that is not known. */
  off: number | null;
  scatter: number | null;
  tolerance: number;
  /** That it passes with what can be put on it from here, and that the next board does; null where there is no such way. */
  fromHere: number | null;
  nextBoard: number | null;
  /** One of the two is still being worked out: what is to be done would change under the hand. */
  looking: boolean;
  /** Boards of these colours came to nothing often enough. */
  triedEnough: boolean;
}

/** Likely enough that no further look or board is asked for. */
export const ENOUGH = 0.9;
/** A camera errs alike in all its pictures: what they say passes is held up so many times before it is believed. */
export const LOOKS_AFTER_PICTURES = 4;
/** A board saved is worth so much of a chance. */
const A_BOARD = 0.1;
/** Colours that were tried often, and are no likelier than this to come to it, are left. */
const HOPELESS = 0.3;

/** The one thing to do next with a board: the first of these that holds. */
export function nextStep(s: BoardStanding): VerdictStep {
  if (s.mixedUp) return 'read again';
  if (s.approved) return 'done';
  if (s.accepted) return 'approve';
  if (s.tonesUnread) return 'read its tones';
  if (s.accepted === null) {
    if (s.chance === null) return 'look';
    if (s.chance >= ENOUGH) return s.looksWanted > 0 ? 'look' : 'approve';
    if (s.lookTells) return 'look';
  }
  if (wanders(s)) return 'stop';
  if (s.looking) return 'looking';
  const [here, next] = [s.fromHere ?? 0, s.nextBoard ?? 0];
  if (s.triedEnough && Math.max(here, next) < HOPELESS) return 'other colours';
  return s.fromHere !== null && here + A_BOARD >= next ? 'from here' : 'next board';
}

/** A miss within what its wood does by itself, where that is more than is allowed: hunting on is in vain. */
const wanders = ({ off, scatter, tolerance }: BoardStanding): boolean =>
  off !== null && scatter !== null && scatter > tolerance && off <= scatter;
