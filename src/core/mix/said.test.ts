import { describe, expect, it } from 'vitest';
import { coverageText, FT2_PER_GALLON, leftText, massText, volumeText } from './said.ts';

describe('what a shop says', () => {
  it('weights in grams, or in ounces and pounds; what is left of a lot in the shop’s units', () => {
    expect([0.63, 240, 1500].map((g) => massText(g, 'us'))).toEqual(['0.022 oz', '8.47 oz', '3.31 lb']);
    expect([0.63, 240.4].map((g) => massText(g))).toEqual(['0.63 g', '240 g']);
    expect(leftText(740, 'mL', 'us')).toBe('25 fl oz');
    expect(leftText(740, 'mL')).toBe('740 mL');
    expect(leftText(22, 'piece', 'us')).toBe('22');
  });
  it('millilitres below a litre, fluid ounces below a gallon, in eighths while they are few, and teaspoons below half an ounce', () => {
    expect(
      ['metric', 'metric', 'us', 'us', 'us'].map((s, i) =>
        volumeText([0.25, 1.5, 0.2366, 1, 0.0001][i] ?? 0, s as 'us'),
      ),
    ).toEqual(['250 mL', '1.5 L', '8 fl oz', '34 fl oz', '0.0034 fl oz']);
  });
  it('what a litre covers, in square feet a gallon by NIST Handbook 44', () => {
    // 231 cubic inches, and 144 square inches to a square foot.
    expect(FT2_PER_GALLON).toBeCloseTo((231 * 0.0254 ** 3 * 1000) / (144 * 0.0254 ** 2), 9);
    expect(coverageText(20, 'us')).toBe('815 ft² a gallon');
    expect(coverageText(12.5)).toBe('12.5 m² a litre');
  });
});
