import type { Case } from './case.ts';
import { type Cause, causeOf, type Evidence } from './causes.ts';
import type { Fault } from './faults.ts';

/** How often a fault was found to come from a cause in this shop. */
export interface FoundBefore {
  fault: string;
  cause: string;
}
/** A cause of a fault with how likely it is here, and why. */
export interface Suspect {
  cause: Cause;
  /** 0-1, over all causes of the fault. */
  likely: number;
  evidence: readonly Evidence[];
}

/** What strays the other way explains nothing, however far it strays. */
const OTHER_WAY = 1 / 30;
/** As many findings as the usual shares are worth: the shop's own outweigh them slowly. */
const USUAL_WORTH = 20;

/** Colour that strayed the way a fault says, where a reading tells. */
const DIRECTION: Readonly<Record<string, (off: NonNullable<Case['off']>) => boolean>> = {
  darker: ({ dL }) => dL < -0.5,
  paler: ({ dL }) => dL > 0.5,
  redder: ({ da }) => da > 0.5,
  greener: ({ da }) => da < -0.5,
  yellower: ({ db }) => db > 0.5,
  bluer: ({ db }) => db < -0.5,
};

/** Whether the reading of the stage shows the fault itself; null where it cannot tell. */
export const seenInReading = ({ id }: Fault, { off }: Case): boolean | null =>
  off && DIRECTION[id] ? DIRECTION[id](off) : null;

/** A wood that is paler or darker raw explains only colour that strayed the same way. */
function byReading(cause: Cause, fault: Fault, { rawOff, poured }: Case): Evidence[] {
  const darker = fault.id === 'darker';
  if (!darker && fault.id !== 'paler') return [];
  const way = darker ? -1 : 1;
  if (cause.id === 'wood-otherwise' && rawOff !== null && Math.abs(rawOff) > 1 && Math.sign(rawOff) !== way)
    return [{ text: 'Raw it strays the other way.', factor: OTHER_WAY }];
  if (cause.id === 'poured-wrong' && poured !== null && Math.abs(poured - 1) > 0.06 && Math.sign(1 - poured) !== way)
    return [{ text: 'What was poured strays the other way.', factor: OTHER_WAY }];
  return [];
}

/** Causes of a fault, the likeliest first: the usual shares, what this shop has found, and what the record says. */
export function suspects(fault: Fault, of: Case, found: readonly FoundBefore[] = []): Suspect[] {
  const own = found.filter((f) => f.fault === fault.id);
  const shares = Object.entries(fault.causes) as [string, number][];
  const whole = shares.reduce((sum, [, share]) => sum + share, 0);
  const weighed = shares.flatMap(([id, share]): Suspect[] => {
    const cause = causeOf(id);
    if (!cause) return [];
    const evidence = [...cause.evidence(of), ...byReading(cause, fault, of)];
    const prior = (USUAL_WORTH * share) / whole + own.filter((f) => f.cause === id).length;
    return [{ cause, evidence, likely: evidence.reduce((p, e) => p * e.factor, prior) }];
  });
  const total = weighed.reduce((sum, s) => sum + s.likely, 0);
  return weighed.map((s) => ({ ...s, likely: s.likely / total })).sort((p, q) => q.likely - p.likely);
}
