import { describe, expect, it } from 'vitest';
import { stackDifference } from './difference.ts';
import { newLayer } from './layer.ts';

const naming = {
  colour: (id: string) => id,
  medium: (id: string) => id,
  supply: (id: string) => id,
  strength: (v: number) => `${v} g/L`,
};
const dye = newLayer('dye', { colours: { honey: 3, soot: 1 } });
const sealer = newLayer('sealer', { medium: 'shellac' });
const glaze = newLayer('glaze', { colours: { umber: 0.1 } });
const clear = newLayer('clear', { medium: 'satin' });
const words = (before: ReturnType<typeof newLayer>[], after: ReturnType<typeof newLayer>[]) =>
  stackDifference(before, after, naming);

describe('the difference of two stacks in words', () => {
  it('is nothing where they are one', () => {
    expect(words([dye, sealer, clear], [dye, sealer, clear])).toEqual([]);
    expect(words([], [])).toEqual([]);
  });
  it('names layers that are gone or come, and nothing else where the rest stays', () => {
    expect(words([dye, sealer, glaze, clear], [dye, sealer, clear])).toEqual(['without the glaze']);
    expect(words([dye, clear], [dye, sealer, glaze, clear])).toEqual(['with sealer shellac', 'with glaze']);
    expect(words([dye, clear], [clear, dye])).toHaveLength(2);
  });
  it('names colours, mediums, settings, ways and what is left out', () => {
    const after = [
      { ...dye, colours: { honey: 4, red: 1 }, off: true },
      { ...clear, medium: 'gloss', settings: { coats: 3 }, method: 'brushed' },
    ];
    expect(words([dye, clear], after)).toEqual([
      'dye: left out, honey 3 g/L → 4 g/L, without soot, red 1 g/L more',
      'clear: gloss instead, coats 2 → 3, brushed or wiped',
    ]);
  });
});
