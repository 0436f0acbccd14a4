import { describe, expect, it } from 'vitest';
import { lookText, understood } from './words.ts';

describe('a finisher’s own words', () => {
  it.each([
    ['a touch too red', 'a touch redder'],
    ['plainly darker, a bit yellow', 'plainly darker, a touch yellower'],
    ['much too light and cold', 'far lighter, plainly cooler'],
    ['not dark enough', 'plainly lighter'],
    ['needs a bit more red', 'a touch greener'],
    ['muddy', 'plainly greyer'],
    ['a hair paler but not redder', 'a touch lighter'],
    ['spot on', 'the same'],
    ['I cannot see a difference', 'the same'],
    ['two shades darker', 'far darker'],
    ['slightly dull; far too yellow', 'a touch greyer, far yellower'],
  ])('%s', (words, means) => {
    expect(lookText(understood(words))).toBe(means);
  });
  it('nothing is understood of what says nothing of a colour', () => {
    for (const words of ['', 'ask the customer', 'no idea', 'hm']) expect(understood(words)).toBeNull();
    expect(lookText(null)).toBe('cannot tell');
  });
});
