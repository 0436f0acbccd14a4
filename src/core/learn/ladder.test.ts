import { describe, expect, it } from 'vitest';
import { COLOURS, MATERIALS, WOOD } from '../../../test/fixtures/small-shop.ts';
import { usualFilm } from '../board/films.ts';
import { predict, type TanninClass, type Wood } from '../board/index.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { newLayer } from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';
import { fitDyeLadder } from './dye-ladder.ts';
import { fitLadder } from './ladder.ts';
import { type LadderRung, ladderTrouble, rungsToMake, wantsDarkGround } from './rungs.ts';

describe('ladders', () => {
  const rungsOf = (exponent: number, strengths: number[]) => {
    const materials: Materials = { ...MATERIALS, colourants: { red: { ...COLOURS[1], exponent } } };
    return strengths.map((strength) => {
      const looks = predict(
        [newLayer('dye', { colours: { red: strength } })],
        { ...WOOD, tissues: [{ ...WOOD.tissues[0], fraction: 1 }] },
        materials,
      );
      return { strength, before: looks[0].reading, after: looks[1].reading };
    });
  };
  it('find the curve and the exponent that made them', () => {
    for (const exponent of [0.76, 0.88, 1]) {
      const fit = fitDyeLadder(rungsOf(exponent, [1, 4, 12]), 25);
      expect(Math.abs(fit.exponent - exponent)).toBeLessThan(0.05);
      expect(Math.max(...fit.fitError)).toBeLessThan(0.5);
      expect(Math.min(...fit.absorption)).toBeGreaterThanOrEqual(0);
    }
  });
  it('for a pigment find what the film does', () => {
    const { profile } = fitLadder('pigment', ochre([0.03, 0.1, 0.28], PALE), 0.3);
    expect(Math.max(...profile.fitError)).toBeLessThan(0.5);
    expect(profile.absorption[2] / COLOURS[5].absorption[2]).toBeGreaterThan(0.8);
  });
  it('refuse nonsense with a plain reason', () => {
    const good = rungsOf(0.86, [2, 8]);
    expect(() => fitDyeLadder(good.slice(0, 1), 25)).toThrow('One rung tells nothing');
    expect(() => fitDyeLadder(good, 1)).toThrow('check the unit');
    expect(() =>
      fitDyeLadder(
        [
          { ...good[0], after: good[1].after },
          { ...good[1], after: good[0].after },
        ],
        25,
      ),
    ).toThrow('mixed up');
    expect(() => fitDyeLadder([good[0], { ...good[1], strength: 2.1 }], 25)).toThrow('nearly the same');
  });
  it('say which rungs it still wants', () => {
    expect(rungsToMake([], 20)).toHaveLength(3);
    expect(rungsToMake([1.2, 4, 12], 20)).toEqual([]);
  });
  it('of pigments compare boards of one ground only, and ask for a dark one', () => {
    const pale = ochre([0.03, 0.28], PALE);
    expect(wantsDarkGround(pale)).toBe(true);
    const both = [...pale, ...ochre([0.1], DARK)];
    expect(wantsDarkGround(both)).toBe(false);
    expect(ladderTrouble(both, 0.3)).toBeNull();
  });
});

/** A glaze of ochre over a sealed board: hardly any colour of its own in the red, so there only hiding shows. */
const PALE = { ...WOOD, tissues: [{ ...WOOD.tissues[0], fraction: 1 }] };
const DARK = { ...PALE, tissues: [{ ...PALE.tissues[0], reflectance: Array.from(reflectanceFromLab([26, 8, 10])) }] };
describe('the ladder of a reactive colour', () => {
  it('comes to one curve on woods rich and poor in tannin, as the wood itself limits it', () => {
    const truth = { ...COLOURS[1], id: 'iron', kind: 'reactive' as const, exponent: 0.88 };
    const iron = (strength: number, tannin: TanninClass): LadderRung => {
      const wood = { ...PALE, tannin };
      const materials = { ...MATERIALS, colourants: { iron: truth } };
      const looks = predict([newLayer('reactive', { colours: { iron: strength } })], wood, materials);
      return { strength, before: looks[0].reading, after: looks[1].reading, tannin };
    };
    const { profile } = fitLadder('reactive', [iron(3, 3), iron(12, 3), iron(20, 2)], 40);
    expect(profile.exponent).toBeCloseTo(0.88, 1);
    for (const band of [2, 14, 28]) expect(profile.absorption[band] / truth.absorption[band]).toBeCloseTo(1, 1);
  });
});

const sealed = newLayer('sealer', { medium: 'shellac' });
function ochre(strengths: readonly number[], wood: Wood, films: readonly number[] = []): LadderRung[] {
  return strengths.map((strength, i) => {
    const laid = newLayer('glaze', { colours: { ochre: strength * (films[i] ?? 1) } });
    const looks = predict([sealed, laid], wood, MATERIALS);
    return { strength, before: looks[1].reading, after: looks[2].reading };
  });
}

describe('the ladder of a ready-made stain', () => {
  it('is one profile on woods that hold it unlike: each rung counts with the film of its wood', () => {
    const truth = MATERIALS.colourants.ochre;
    const stain = {
      ...truth,
      kind: 'stain' as const,
      maxStrength: 1,
      absorption: truth.absorption.map((v) => v * 0.15),
      scatter: truth.scatter.map((v) => v * 0.15),
    };
    const wiped = (strength: number, holds: number): LadderRung => {
      const wood = { ...PALE, tissues: PALE.tissues.map((t) => ({ ...t, hold: t.hold * holds })) };
      const layer = newLayer('wiping-stain', { colours: { ochre: strength } });
      const looks = predict([layer], wood, { ...MATERIALS, colourants: { ochre: stain } });
      return { strength, before: looks[0].reading, after: looks[1].reading, film: usualFilm('wiping-stain', wood) };
    };
    const rungs = [wiped(0.3, 1), wiped(1, 1), wiped(0.6, 2.5)];
    const BLUE = 3;
    const off = (of: LadderRung[], film?: number) =>
      Math.abs(
        Math.log(fitLadder('stain', of, 1, film ? { film } : {}).profile.absorption[BLUE] / stain.absorption[BLUE]),
      );
    const blind = rungs.map(({ film: _, ...rung }) => rung);
    expect(off(rungs)).toBeLessThan(0.5 * off(blind, rungs[0].film));
  });
});

describe('the ladder of a pigment, wiped by a hand that varies', () => {
  const truth = MATERIALS.colourants.ochre;
  const RED = 25;
  const ratio = (rungs: readonly LadderRung[], i: number) =>
    fitLadder('pigment', rungs, 0.3).scatter[i] / (truth.scatter as ArrayLike<number>)[i];
  const UNEVEN = [1.1, 0.92, 1.06];
  it('keeps its hiding near the truth where one pale ground does not show it', () => {
    expect(Math.abs(Math.log(ratio(ochre([0.03, 0.1, 0.28], PALE, UNEVEN), RED)))).toBeLessThan(Math.log(1.7));
  });
  it('has it better with one board on a dark ground', () => {
    const mixed = [...ochre([0.03, 0.28], PALE, UNEVEN), ...ochre([0.1], DARK, [0.92])];
    for (const band of [3, 15, RED])
      expect(Math.abs(Math.log(ratio(mixed, band))), `${band}`).toBeLessThan(Math.log(1.3));
  });
});
