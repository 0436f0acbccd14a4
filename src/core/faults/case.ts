import { type Finding, findings, type RuleInput } from '../rules/index.ts';

/** What of a board's own record bears on what went wrong with it. What nobody noted is null, and speaks neither way. */
export interface Case {
  /** Rules that its history breaks, by id, with their titles. */
  broken: ReadonlyMap<string, string>;
  /** The times between coats were noted, and the air. */
  waitsKnown: boolean;
  airKnown: boolean;
  /** Reading of the stage in hand against what was expected: L*, a*, b*; and how far it may stray, CIEDE2000. */
  off: { dL: number; da: number; db: number; deltaE: number; allowed: number } | null;
  /** Raw reading of this board against its wood's mean, L*. */
  rawOff: number | null;
  /** The pour that is farthest from its recipe, as a factor. */
  poured: number | null;
  /** Minutes that it was left before wiping, against what was planned, as a factor. */
  dwelt: number | null;
  /** A lot was past its date. */
  stale: boolean | null;
  /** Colour was mixed from another lot than the last board's. */
  otherLot: boolean | null;
}

/** A board of which nothing was noted, and whose history breaks no rule. */
export const NOTHING_NOTED: Case = {
  broken: new Map(),
  waitsKnown: false,
  airKnown: false,
  off: null,
  rawOff: null,
  poured: null,
  dwelt: null,
  stale: null,
  otherLot: null,
};

/** A case out of what the rules look at, and what else was noted. */
export function caseOf(input: RuleInput, noted: Partial<Omit<Case, 'broken' | 'waitsKnown' | 'airKnown'>> = {}): Case {
  const found: Finding[] = findings(input);
  return {
    ...NOTHING_NOTED,
    ...noted,
    broken: new Map(found.map((f) => [f.id, f.title])),
    waitsKnown: (input.kept ?? []).some((h) => h !== null),
    airKnown: (input.weather ?? null) !== null,
  };
}
