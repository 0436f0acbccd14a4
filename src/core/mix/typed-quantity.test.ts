import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ASKED, RATIOS, SAID } from '../../../test/fixtures/quantity-phrases.ts';
import { FieldError } from '../field-error.ts';
import { converted, isRatio, quantityText, typedQuantity, unitOf } from './typed-quantity.ts';
import { UNITS } from './units.ts';

const amount = (text: string, usual?: string) => {
  const typed = typedQuantity(text, usual ? { usual: unitOf(usual) } : {});
  if (isRatio(typed)) throw new Error('a ratio');
  return [Number(typed.value.toFixed(9)), typed.unit.id];
};
const millilitres = (text: string) => {
  const typed = typedQuantity(text);
  if (isRatio(typed)) throw new Error('a ratio');
  return converted(typed, unitOf('mL'), { name: 'it' }).value;
};

describe('a quantity as it is typed', () => {
  it.each<[string, number, string]>([
    ['2 tsp + 1/8', 2.125, 'tsp'],
    ['1½ oz', 1.5, 'oz'],
    ['8 fl oz', 8, 'fl oz'],
    ['8 fl. oz.', 8, 'fl oz'],
    ['two thirds of a litre can', 2 / 3, 'L'],
    ['2/3 of a 750 ml tin', 500, 'mL'],
    ['0,5 l', 0.5, 'L'],
    ['.5 L', 0.5, 'L'],
    ['1 1/2 cups', 1.5, 'cup'],
    ['1-1/2 pt', 1.5, 'pt'],
    ['half a litre', 0.5, 'L'],
    ['one and a half litres', 1.5, 'L'],
    ['three quarters of a cup', 0.75, 'cup'],
    ['12 drops', 12, 'drop'],
    ['a drop', 1, 'drop'],
    ['2/3 can', 2 / 3, 'can'],
    ['5 %', 5, '%'],
    ['2-lb cut', 2, 'lb cut'],
    ['1½ pound cut', 1.5, 'lb cut'],
    ['1 cup plus 2 tbsp', 1.125, 'cup'],
    ['3 UK pints', 3, 'UK pt'],
    ['250g', 250, 'g'],
    ['4 parts', 4, 'part'],
  ])('%s', (text, value, unit) => {
    expect(amount(text)).toEqual([Number(value.toFixed(9)), unit]);
  });
  it('without a unit has the usual one of its field, where there is one', () => {
    expect(amount('0.5', 'L')).toEqual([0.5, 'L']);
    expect(() => typedQuantity('0.5')).toThrow('has no unit');
  });
  it('may be a ratio', () => {
    for (const [text, parts] of [
      ['4:2', [4, 2]],
      ['1 : 10', [1, 10]],
      ['2 to 1', [2, 1]],
      ['two parts to one', [2, 1]],
      ['3 : 1½ : 0,5', [3, 1.5, 0.5]],
    ] as const)
      expect(typedQuantity(text)).toEqual({ parts });
  });
  it.each([
    ['', 'Nothing is typed'],
    ['-2 g', 'less than nothing'],
    ['some', 'How much is “some”'],
    ['2 g + 1 cup', 'cannot be added'],
    ['1/0 g', 'divides by nothing'],
    ['0:0', 'says nothing'],
    ['1,500 g', '1500 or 1.5'],
    ['3 bushels', 'is no quantity'],
  ])('“%s” is refused: %s', (text, sentence) => {
    expect(() => typedQuantity(text)).toThrow(sentence);
  });
});

/** `meaning = phrase; phrase` a line. */
const linesOf = (text: string): [meaning: string, phrases: string[]][] =>
  text
    .split('\n')
    .filter((line) => line.includes(' = ') || line.includes(' =;'))
    .map((line) => {
      const at = line.indexOf(' =');
      return [
        line.slice(0, at),
        line
          .slice(at + 2)
          .split(';')
          .map((phrase) => phrase.replace(/^ /, '')),
      ];
    });

describe('the table of phrases', () => {
  const all = [SAID, RATIOS, ASKED].flatMap((text) => linesOf(text).flatMap(([, phrases]) => phrases));
  it('has three hundred of them and more, none twice', () => {
    expect(all.length).toBeGreaterThan(300);
    expect(all.filter((phrase, i) => all.indexOf(phrase) !== i)).toEqual([]);
  });
  it.each(linesOf(SAID))('%s', (meaning, phrases) => {
    const [value = '', ...unit] = meaning.split(' ');
    const wanted = Number(value) * unitOf(unit.join(' ')).factor;
    for (const phrase of phrases) {
      const typed = typedQuantity(phrase);
      if (isRatio(typed)) throw new Error(`“${phrase}” is a ratio`);
      expect([phrase, typed.unit.dimension]).toEqual([phrase, unitOf(unit.join(' ')).dimension]);
      expect(Math.abs((typed.value * typed.unit.factor) / wanted - 1), phrase).toBeLessThan(1e-12);
    }
  });
  it.each(linesOf(RATIOS))('%s', (meaning, phrases) => {
    const [first = 0, ...others] = meaning.split(':').map(Number);
    for (const phrase of phrases) {
      const typed = typedQuantity(phrase);
      const [a = 0, ...rest] = isRatio(typed) ? typed.parts : [];
      expect([phrase, ...rest.map((p) => (p * first) / a)]).toEqual([
        phrase,
        ...others.map((o) => expect.closeTo(o, 9)),
      ]);
    }
  });
  it.each(linesOf(ASKED))('asks: %s', (question, phrases) => {
    for (const phrase of phrases) {
      const answer = () => quantityText(typedQuantity(phrase));
      expect(answer, `“${phrase}”`).toThrow(new RegExp(question));
    }
  });
  it('whatever is typed is a number above nothing, a ratio or a sentence', () => {
    const pieces = fc.constantFrom(
      ...'0 1 2 3 1/2 ½ 1.5 1,500 a an half thirds quarters tsp cup ml l tin litre of and + : to - x 750 dozen two twenty hundred'.split(
        ' ',
      ),
    );
    fc.assert(
      fc.property(fc.array(pieces, { minLength: 1, maxLength: 7 }), fc.constantFrom(' ', ''), (words, gap) => {
        try {
          const typed = typedQuantity(words.join(gap));
          if (isRatio(typed)) return typed.parts.length > 1 && typed.parts.every((p) => Number.isFinite(p) && p >= 0);
          return typed.value > 0 && Number.isFinite(typed.value);
        } catch (trouble) {
          return trouble instanceof FieldError && trouble.message.length > 10;
        }
      }),
      { numRuns: 3000 },
    );
  });
});

describe('conversion', () => {
  // NIST Handbook 44 (2024), appendix C: tables of equivalents of U.S. customary and metric units.
  it.each([
    ['1 gal', 3785.411784],
    ['1 qt', 946.352946],
    ['1 pt', 473.176473],
    ['1 cup', 236.5882365],
    ['1 fl oz', 29.5735295625],
    ['1 tbsp', 14.78676478125],
    ['1 tsp', 4.92892159375],
  ])('of %s is exact (NIST Handbook 44, appendix C)', (text, ml) => {
    expect(millilitres(text)).toBeCloseTo(ml, 9);
  });
  it('of weights is exact (NIST Handbook 44, appendix C)', () => {
    const grams = (text: string) => converted(typedQuantity(text) as never, unitOf('g'), { name: 'it' }).value;
    expect(grams('1 lb')).toBeCloseTo(453.59237, 9);
    expect(grams('1 oz')).toBeCloseTo(28.349523125, 9);
  });
  it('of the gallon of the UK is 4.54609 L (Weights and Measures Act 1985, schedule 1)', () => {
    expect(millilitres('1 UK gal')).toBeCloseTo(4546.09, 9);
    expect(millilitres('1 imperial fluid ounce')).toBeCloseTo(28.4130625, 9);
  });
  it('of a cut is about 120 g/L a pound (common practice)', () => {
    expect(unitOf('lb cut').factor).toBeCloseTo(119.83, 2);
  });
  it('between mass and volume takes a density, of drops a dropper, of cans a can; else it says what is missing', () => {
    const to = (text: string, unit: string, of: object) =>
      converted(typedQuantity(text) as never, unitOf(unit), { name: 'Honey dye', ...of }).value;
    expect(to('2 tsp', 'g', { density: 0.6 })).toBeCloseTo(2 * 4.92892159375 * 0.6, 9);
    expect(to('10 g', 'mL', { density: 0.8 })).toBeCloseTo(12.5, 9);
    expect(to('12 drops', 'mL', { dropsPerMl: 20 })).toBeCloseTo(0.6, 9);
    expect(to('1 mL', 'drop', { dropsPerMl: 20 })).toBeCloseTo(20, 9);
    expect(to('2/3 can', 'L', { canMl: 750 })).toBeCloseTo(0.5, 9);
    expect(() => to('2 tsp', 'g', {})).toThrow('Cannot convert: the density of Honey dye is missing.');
    expect(() => to('12 drops', 'mL', {})).toThrow('the drops in a millilitre of Honey dye are missing');
    expect(() => to('1 can', 'L', {})).toThrow('the size of the can of Honey dye is missing');
    expect(() => to('5 %', 'g', {})).toThrow('is no mass and no volume');
  });
  it('there and back is where it began, and twice as much is twice as much', () => {
    const some = UNITS.filter(
      (u) =>
        !['area', 'boards'].includes(u.dimension) &&
        u.dimension !== 'parts' &&
        u.dimension !== 'share' &&
        u.dimension !== 'cut',
    );
    const of = { name: 'it', density: 0.83, dropsPerMl: 22, canMl: 946 };
    fc.assert(
      fc.property(
        fc.constantFrom(...some),
        fc.constantFrom(...some),
        fc.double({ min: 1e-3, max: 1e4, noNaN: true }),
        (from, to, value) => {
          const there = converted({ value, unit: from }, to, of);
          const back = converted(there, from, of);
          expect(Math.abs(back.value / value - 1)).toBeLessThan(1e-12);
          expect(converted({ value: 2 * value, unit: from }, to, of).value).toBeCloseTo(
            2 * there.value,
            6 - Math.ceil(Math.log10(1 + there.value)),
          );
        },
      ),
    );
  });
});

describe('what was understood', () => {
  it('is shown in eighths where spoons have them, else in four figures', () => {
    const text = (typed: string) => quantityText(typedQuantity(typed));
    expect(['2 tsp + 1/8', '1½ oz', 'half a cup', '0,5 l', '2/3 of a litre can', '3 cups'].map(text)).toEqual([
      '2⅛ tsp',
      '1½ oz',
      '½ cup',
      '0.5 L',
      '0.6667 L',
      '3 cup',
    ]);
    expect(text('4 : 2')).toBe('4:2');
  });
});
