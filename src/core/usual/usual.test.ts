import { describe, expect, it } from 'vitest';
import { checkWood, FIGURES, rawMean } from '../board/wood.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { labOf } from '../colour/lab.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { colourWords, DEPTHS, HUES, labelled, lookOf } from './colours.ts';
import { USUAL_WOODS, usualWood } from './woods.ts';

describe('usual woods', () => {
  it('ship for every figure, whole and as a wood is', () => {
    expect(Object.keys(USUAL_WOODS).sort()).toEqual([...FIGURES].sort());
    for (const figure of FIGURES) {
      const wood = usualWood(figure);
      expect(() => checkWood(wood)).not.toThrow();
      const [L, a, b] = labOf(rawMean(wood));
      expect(L).toBeGreaterThan(35);
      expect(L).toBeLessThan(85);
      expect(a).toBeGreaterThan(0);
      expect(b).toBeGreaterThan(a * 0.9);
    }
  });
  it('stand beside each other as the trade has them: maple paler than oak, oak than walnut, sapele the redder', () => {
    const face = (figure: (typeof FIGURES)[number]) => labOf(rawMean(usualWood(figure)));
    expect(face('maple')[0]).toBeGreaterThan(face('oak')[0] + 5);
    expect(face('oak')[0]).toBeGreaterThan(face('walnut')[0] + 15);
    expect(face('sapele')[1]).toBeGreaterThan(face('oak')[1] + 6);
    expect(usualWood('pine').blotch).toBeGreaterThan(0.25);
    expect(usualWood('oak').tannin).toBe(3);
  });
  it('are moved by words: a shade paler is two units of CIEDE2000, lighter', () => {
    const [plain, paler] = [[], [{ direction: 'lighter' as const, shades: 1 }]].map((m) =>
      labOf(Float64Array.from(usualWood('oak', m).tissues[0]?.reflectance ?? [])),
    ) as [ReturnType<typeof labOf>, ReturnType<typeof labOf>];
    expect(paler[0]).toBeGreaterThan(plain[0] + 1);
    expect(Math.abs(deltaE00(plain, paler) - 2)).toBeLessThan(0.05);
  });
});

describe('the fan of looks', () => {
  it('is what a colour is called by: the nearest of it', () => {
    expect(colourWords(lookOf('russet', 'dark'))).toBe('dark russet');
    expect(colourWords(lookOf('amber', 'medium'))).toBe('amber');
    expect(colourWords([41, 12, 19])).toBe('brown');
    expect(colourWords([82, 3, 12])).toBe('pale');
  });
  it('is of colours that a surface can have, darker by depth', () => {
    for (const hue of HUES) {
      const depths = DEPTHS.map((depth) => {
        const lab = lookOf(hue, depth);
        expect(deltaE00(labOf(reflectanceFromLab(lab)), lab)).toBeLessThan(0.2);
        return lab[0];
      }) as [number, number, number];
      expect(depths[0]).toBeGreaterThan(depths[1]);
      expect(depths[1]).toBeGreaterThan(depths[2]);
    }
  });
  it.each([
    ['Walnut brown, dark', 'brown', 'dark'],
    ['Light oak', 'golden', 'light'],
    ['Rosewood', 'russet', 'dark'],
    ['Driftwood', 'grey', 'medium'],
    ['Espresso', 'brown', 'dark'],
    ['Ebony', 'black', 'medium'],
    ['Deep red', 'red', 'dark'],
  ])('a label that says “%s” means %s, %s', (name, hue, depth) => {
    expect(labelled(name)).toEqual({ hue, depth });
  });
  it('a name that says nothing means nothing', () => {
    expect(labelled('Cormorant')).toBeNull();
  });
});
