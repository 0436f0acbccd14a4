import { describe, expect, it } from 'vitest';
import { type BoardStanding, ENOUGH, LOOKS_AFTER_PICTURES, nextStep } from './next-step.ts';

const READ: BoardStanding = {
  mixedUp: false,
  tonesUnread: false,
  approved: false,
  accepted: null,
  chance: 0,
  lookTells: false,
  looksWanted: 0,
  off: 3,
  scatter: 0.6,
  tolerance: 1,
  fromHere: null,
  nextBoard: 0.7,
  looking: false,
  triedEnough: false,
};
const step = (over: Partial<BoardStanding>) => nextStep({ ...READ, ...over });

describe('the one thing to do next', () => {
  it('is to approve what passes, by its reading, by looks or because somebody says so; and then nothing', () => {
    expect(step({ chance: 1 })).toBe('approve');
    expect(step({ chance: ENOUGH, lookTells: true })).toBe('approve');
    expect(step({ chance: 0.2, accepted: true })).toBe('approve');
    expect(step({ chance: 1, approved: true })).toBe('done');
  });
  it('is to look where nobody has, or where a look would settle it', () => {
    expect(step({ chance: null })).toBe('look');
    expect(step({ chance: 0.6, lookTells: true })).toBe('look');
    expect(step({ chance: 0.6, lookTells: false })).toBe('next board');
  });
  it('is to hold up what only pictures say', () => {
    expect(step({ chance: 0.96, looksWanted: LOOKS_AFTER_PICTURES })).toBe('look');
    expect(step({ chance: 0.96, looksWanted: 1 })).toBe('look');
    expect(step({ chance: 0.96, looksWanted: 0 })).toBe('approve');
    // A person who has seen it needs no more.
    expect(step({ chance: 0.96, looksWanted: 3, accepted: true })).toBe('approve');
  });
  it('never approves a board that somebody rejected, however it reads', () => {
    expect(step({ chance: 1, accepted: false })).toBe('next board');
    expect(step({ chance: null, accepted: false })).toBe('next board');
  });
  it('saves a board where what goes on top is about as likely', () => {
    expect(step({ fromHere: 0.65, nextBoard: 0.7 })).toBe('from here');
    expect(step({ fromHere: 0.4, nextBoard: 0.7 })).toBe('next board');
    expect(step({ fromHere: null, nextBoard: null })).toBe('next board');
    // While one of the two is being worked out neither is offered first.
    expect(step({ looking: true, fromHere: 0.9 })).toBe('looking');
    expect(step({ looking: true, chance: 1 })).toBe('approve');
  });
  it('stops where the wood varies by more than the tolerance and the board is within that', () => {
    expect(step({ off: 1.8, scatter: 2.1 })).toBe('stop');
    expect(step({ off: 2.6, scatter: 2.1 })).toBe('next board');
    expect(step({ off: 0.95, scatter: 0.97 })).toBe('next board');
  });
  it('leaves colours that were tried often and promise little', () => {
    expect(step({ triedEnough: true, nextBoard: 0.1 })).toBe('other colours');
    expect(step({ triedEnough: true, nextBoard: 0.6 })).toBe('next board');
  });
  it('first sets right what cannot be judged', () => {
    expect(step({ mixedUp: true, chance: 1 })).toBe('read again');
    expect(step({ tonesUnread: true, chance: 1 })).toBe('read its tones');
  });
});
