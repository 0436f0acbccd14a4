import { describe, expect, it } from 'vitest';
import { eyeText } from './eyes.ts';

describe('how somebody sees', () => {
  it.each([
    [{ scale: 1, lean: [0, 0, 0] }, 'says sizes as most do; leans no way'],
    [{ scale: 0.7, lean: [0.1, 0, 0.2] }, 'calls small differences large; leans no way'],
    [{ scale: 1.4, lean: [0, 1.2, 0] }, 'needs more before saying anything; sees things redder'],
  ] as const)('is told in words: %j', ({ scale, lean }, said) => {
    expect(eyeText({ scale, lean: [...lean] })).toBe(said);
  });
});
