import { describe, expect, it } from 'vitest';
import { deltaText, labText, percent, signedText, strengthText } from './numbers.ts';

describe('figures as the finisher reads them', () => {
  it('carry a true minus sign, one decimal and their unit', () => {
    expect(signedText(-1.24)).toBe('−1.2');
    expect(signedText(0.04)).toBe('0.0');
    expect(signedText(2)).toBe('+2.0');
    expect(labText([34.22, -9.31, 9.2])).toBe('L* 34.2  a* −9.3  b* 9.2');
    expect(deltaText(0.94)).toBe('0.9');
    expect(deltaText(12.4)).toBe('12');
    expect(percent(0.714)).toBe('71\u00a0%');
    expect(strengthText(4.5, false)).toBe('4.50 g/L');
    expect(strengthText(13.12, false)).toBe('13.1 g/L');
    expect(strengthText(0.086, true)).toBe('8.6 %');
  });
});
