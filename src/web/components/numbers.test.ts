import { describe, expect, it } from 'vitest';
import {
  againstText,
  deltaText,
  gramsText,
  labText,
  numberTyped,
  percent,
  rangeText,
  signedText,
  strengthText,
  toleranceText,
} from './numbers.ts';

describe('figures as the finisher reads them', () => {
  it('carry a true minus sign, one decimal and their unit', () => {
    expect(signedText(-1.24)).toBe('−1.2');
    expect(signedText(0.04)).toBe('0.0');
    expect(signedText(2)).toBe('+2.0');
    expect(labText([34.22, -9.31, 9.2])).toBe('L* 34.2  a* −9.3  b* 9.2');
    expect(deltaText(0.94)).toBe('0.9');
    expect(deltaText(12.4)).toBe('12');
    expect(percent(0.714)).toBe('71\u00a0%');
    expect(strengthText(4.5, { kind: 'dye' })).toBe('4.50 g/L');
    expect(strengthText(13.12, { kind: 'dye' })).toBe('13.1 g/L');
    // A liquid in per cent of it as it comes.
    expect(strengthText(15, { kind: 'ink', maxStrength: 30 })).toBe('50.0 % neat');
    expect(strengthText(30, { kind: 'ink', maxStrength: 30 })).toBe('neat');
    expect(strengthText(0.086, { kind: 'pigment' })).toBe('8.6 %');
  });
  it('are read as they are typed: point or comma, a true minus, nothing', () => {
    expect(['0.5', ' 0,5 ', '−12', '', 'half', '1,000.5', '1.2.3'].map(numberTyped)).toEqual([
      0.5,
      0.5,
      -12,
      undefined,
      Number.NaN,
      Number.NaN,
      Number.NaN,
    ]);
  });
  it('never put a difference on the wrong side of its tolerance, nor a pour at nothing', () => {
    expect([1, 1.25, 0.5, 1.125].map(toleranceText)).toEqual(['1.0', '1.25', '0.5', '1.125']);
    expect([againstText(1.04, 1), againstText(1.004, 1), againstText(1.0004, 1)]).toEqual(['1.04', '1.004', '1.0004']);
    expect([againstText(0.96, 1), againstText(1, 1), againstText(2.34, 1), againstText(1.27, 1.25)]).toEqual([
      '1.0',
      '1.0',
      '2.3',
      '1.3',
    ]);
    expect([rangeText([0.42, 2.91]), rangeText([0.41, 0.44]), rangeText([9.2, 13.4])]).toEqual([
      '0.4–2.9',
      '0.4',
      '9.2–13',
    ]);
    expect([0.003, 0.0004, 0.01, 12.3].map(gramsText)).toEqual(['3 mg', '0.4 mg', '0.01 g', '12.30 g']);
  });
});
