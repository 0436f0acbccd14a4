import { describe, expect, it } from 'vitest';
import { understood, type Word } from '../belief/words.ts';
import { looksTold } from './looks-run.ts';

const told = (...looks: string[]) => looksTold(looks.map((words): Word[] => understood(words) ?? []));

describe('a run of looks', () => {
  it('goes on as it was while pieces are the same or a touch off, this way and that', () => {
    expect(told().what).toBe('as it was');
    expect(told('the same').what).toBe('as it was');
    expect(told('a touch lighter').what).toBe('as it was');
    expect(told('a touch lighter', 'a touch darker', 'the same', 'a touch redder').what).toBe('as it was');
  });
  it('is a drift when two in a row say the same, however little', () => {
    expect(told('the same', 'a touch paler', 'a touch lighter')).toEqual({ what: 'drifts', direction: 'lighter' });
    expect(told('a touch lighter', 'the same', 'a touch lighter').what).toBe('as it was');
  });
  it('has one piece that is off when that is plain', () => {
    expect(told('the same', 'far too red')).toEqual({ what: 'one is off', direction: 'redder' });
    expect(told('too red', 'the same').what).toBe('as it was');
  });
});
