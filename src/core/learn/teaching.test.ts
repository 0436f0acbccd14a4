import { describe, expect, it } from 'vitest';
import { COLOURS, MATERIALS, WOOD } from '../../../test/fixtures/small-shop.ts';
import { usualFilm } from '../board/films.ts';
import { predict, rawMean } from '../board/index.ts';
import type { Wood } from '../board/wood.ts';
import { spectrum } from '../colour/grid.ts';
import { nth } from '../known.ts';
import { newLayer } from '../layers/layer.ts';
import type { Colourant } from '../layers/materials.ts';
import { fitLadders, type PotRung } from './ladders.ts';
import { type LadderSoFar, ladderDoubt, teachingBoards, usualUses } from './teaching.ts';

const dye = (id: string, ...rungs: [strength: number, together?: number][]): LadderSoFar => ({
  id,
  kind: 'dye',
  maxStrength: 20,
  rungs: rungs.map(([strength, together = 1]) => ({ strength, ground: 80, together })),
});
const pigment = (id: string, ...rungs: [strength: number, ground: number][]): LadderSoFar => ({
  id,
  kind: 'pigment',
  maxStrength: 0.3,
  rungs: rungs.map(([strength, ground]) => ({ strength, ground, together: 1 })),
});
const best = (ladders: LadderSoFar[], uses = usualUses(ladders)) => nth(teachingBoards(ladders, uses), 0);

describe('the board that teaches most', () => {
  it('is of the colour that nobody has met, and that the jobs want', () => {
    const known = dye('known', [4]);
    const unknown = dye('unknown');
    expect(Object.keys(best([known, unknown]).colours)).toContain('unknown');
    const wanted = [{ colourant: 'known', strength: 4, weight: 8 }];
    expect(Object.keys(best([known, unknown], wanted).colours)).toContain('known');
  });
  it('lies where it is to be used: a weak use wants a weaker rung', () => {
    const at = (strength: number) => {
      const ladder = dye('a', [4]);
      const { colours } = nth(
        teachingBoards([ladder], [{ colourant: 'a', strength, weight: 8 }], { pairs: false, finer: true }),
        0,
      );
      return nth(Object.values(colours), 0);
    };
    expect(at(1.2)).toBeLessThan(at(16));
  });
  it('a pigment met on pale boards wants a dark one, where its hiding shows, and the other way round', () => {
    expect(best([pigment('p', [0.06, 80])]).dark).toBe(true);
    expect(best([pigment('p', [0.06, 30])]).dark).toBe(false);
  });
  it('two dyes on one board teach more than one of them, less than two boards; two pigments are not told apart', () => {
    const ladders = [dye('a'), dye('b')];
    const ideas = teachingBoards(ladders, usualUses(ladders), { most: 200 });
    const count = (n: number) => ideas.filter((i) => Object.keys(i.colours).length === n).map((i) => i.gain);
    expect(Math.max(...count(2))).toBeGreaterThan(Math.max(...count(1)));
    const alone = [dye('a', [4]), dye('b', [4])];
    const mixed = [dye('a', [4, 2]), dye('b', [4, 2])];
    expect(ladderDoubt(nth(alone, 0), 4)).toBeLessThan(ladderDoubt(nth(mixed, 0), 4));
    const films = [pigment('p'), pigment('q')];
    for (const idea of teachingBoards(films, usualUses(films), { most: 200 }))
      expect(Object.keys(idea.colours)).toHaveLength(1);
  });
  it('each board leaves less to gain, and no rung is made twice', () => {
    let ladder = dye('a');
    let before = Number.POSITIVE_INFINITY;
    for (let n = 0; n < 3; n++) {
      const { colours, gain } = nth(teachingBoards([ladder], usualUses([ladder]), { pairs: false }), 0);
      expect(gain).toBeGreaterThan(0);
      expect(gain).toBeLessThan(before);
      before = gain;
      ladder = dye('a', ...ladder.rungs.map((r): [number] => [r.strength]), [colours.a ?? 0]);
    }
    expect(new Set(ladder.rungs.map((r) => r.strength)).size).toBe(3);
    expect(teachingBoards([ladder], usualUses([ladder]), { pairs: false })).toEqual([]);
  });
  it('the doubt falls as the boards tell, and is least where they stand', () => {
    const ladder = dye('a', [4], [4.4]);
    expect(ladderDoubt(ladder, 4)).toBeLessThan(ladderDoubt(ladder, 0.5));
    expect(ladderDoubt(ladder, 4)).toBeLessThan(ladderDoubt(dye('a', [4]), 4));
    expect(ladderDoubt(dye('a'), 4)).toBeCloseTo(0.7, 1);
  });
});

describe('ladders of several colours together', () => {
  const raw = rawMean(WOOD);
  const dyed = (colours: Record<string, number>): PotRung => ({
    colours,
    before: raw,
    after: nth(predict([newLayer('dye', { colours })], WOOD, MATERIALS), 1).reading,
  });
  const truth = (id: string) => COLOURS.find((c) => c.id === id);
  const of = ['yellow', 'blue'].map((id) => ({ id, kind: 'dye' as const, maxStrength: 25 }));
  const worst = (id: string, found: readonly number[]) =>
    Math.max(...found.map((v, i) => Math.abs(v - (truth(id)?.absorption[i] ?? 0)))) /
    Math.max(...(truth(id)?.absorption ?? []));
  it('a mixture tells of the exponents of both its colours', () => {
    const single = [dyed({ yellow: 4 }), dyed({ blue: 4 })];
    const mixed = fitLadders(of, [...single, dyed({ yellow: 14, blue: 12 })]);
    for (const id of ['yellow', 'blue']) {
      const fit = mixed.get(id);
      expect(fit?.profile.exponent).toBeGreaterThan(0.8);
      expect(fit?.profile.exponent).toBeLessThan(0.92);
      expect(worst(id, fit?.profile.absorption ?? [])).toBeLessThan(0.25);
    }
  });
  it('a colour met only beside a known one is told by what that leaves; one whose rung makes no sense is left out', () => {
    const found = fitLadders(
      [...of, { id: 'red', kind: 'dye', maxStrength: 25 }],
      [dyed({ yellow: 4 }), dyed({ yellow: 6, red: 5 }), { colours: { blue: 4 }, before: raw, after: raw }],
    );
    expect([...found.keys()]).toEqual(['yellow', 'red']);
    expect(worst('red', found.get('red')?.profile.absorption ?? [])).toBeLessThan(0.2);
  });
  it('ready-made stains that no board carries alone are told by mixtures of different ratios', () => {
    const tin = (id: string, level: number, slope: number): Colourant => ({
      id,
      name: id,
      kind: 'stain',
      carrier: 'oil',
      maxStrength: 1,
      absorption: Array.from(spectrum(), (_, i) => level * Math.exp(-slope * i)),
      scatter: Array.from(spectrum(), () => 0.15),
      exponent: 1,
      costPerGram: 0,
    });
    const tins = [tin('amber', 0.8, 0.1), tin('cellar', 1.1, 0.02)];
    const materials = { colourants: Object.fromEntries(tins.map((t) => [t.id, t])), mediums: {}, supplies: {} };
    const board = (colours: Record<string, number>, wood: Wood): PotRung => ({
      colours,
      before: rawMean(wood),
      after: nth(predict([newLayer('wiping-stain', { colours })], wood, materials), 1).reading,
      film: usualFilm('wiping-stain', wood),
    });
    const dark = {
      ...WOOD,
      tissues: WOOD.tissues.map((t) => ({ ...t, reflectance: t.reflectance.map((r) => 0.35 * r) })),
    };
    const boards = [WOOD, dark].flatMap((wood) =>
      [
        { amber: 0.66, cellar: 0.33 },
        { amber: 0.3, cellar: 0.6 },
        { amber: 0.45, cellar: 0.05 },
      ].map((pot) => board(pot, wood)),
    );
    const found = fitLadders(
      tins.map(({ id, kind, maxStrength }) => ({ id, kind, maxStrength })),
      boards,
    );
    for (const { id, absorption, scatter } of tins) {
      const fit = found.get(id);
      expect(fit?.rungs).toEqual(boards);
      expect(Math.max(...(fit?.profile.fitError ?? [9]))).toBeLessThan(0.15);
      fit?.profile.absorption.forEach((k, i) => {
        expect(k / absorption[i]).toBeCloseTo(1, 1);
      });
      fit?.scatter.forEach((x, i) => {
        expect(Math.abs(x - scatter[i])).toBeLessThan(0.05);
      });
    }
  });
});
