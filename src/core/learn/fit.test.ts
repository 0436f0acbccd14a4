import { describe, expect, it } from 'vitest';
import { dyed, finalOf, MATERIALS, WOOD } from '../../../test/fixtures/small-shop.ts';
import { predict, rawMean, scaleToBoard, UNTUNED, USUAL_PREPARATION } from '../board/index.ts';
import { newLayer } from '../layers/layer.ts';
import { type BoardEvidence, LearningStopped, learn, NOTHING_LEARNED, tuningOf } from './index.ts';

describe('learning', () => {
  const truth = { ...UNTUNED, uptake: { yellow: 1.2, red: 0.85 } };
  const board = (id: string, yellow: number, red: number): BoardEvidence => {
    const stack = dyed({ yellow, red });
    const raw = rawMean(WOOD).map((r) => r * (1 + 0.01 * yellow));
    const looks = predict(stack, scaleToBoard(WOOD, raw), MATERIALS, { tuning: truth });
    return {
      id,
      wood: WOOD,
      preparation: USUAL_PREPARATION,
      stack,
      raw,
      stages: [1, 2].map((stage) => ({ stage, reading: looks[stage].reading })),
      weight: 1,
    };
  };
  const boards = [board('1', 3, 2), board('2', 5, 1), board('3', 2, 6)];
  it('finds which colour takes more and which less', () => {
    const { uptake } = tuningOf(learn(boards, MATERIALS), 'birch', MATERIALS);
    expect(uptake.yellow).toBeGreaterThan(1.12);
    expect(uptake.red).toBeLessThan(0.92);
  });
  it('brings the next prediction closer, and carries over in part to a wood never coloured', () => {
    const knowledge = learn(boards, MATERIALS);
    const stack = dyed({ yellow: 4, red: 3 });
    const off = (tuning: typeof UNTUNED) => {
      const real = finalOf(stack, WOOD, truth);
      return Math.hypot(...finalOf(stack, WOOD, tuning).map((v, i) => v - real[i]));
    };
    expect(off(tuningOf(knowledge, 'birch', MATERIALS))).toBeLessThan(0.35 * off(UNTUNED));
    expect(tuningOf(knowledge, 'elm', MATERIALS).uptake.yellow).toBeGreaterThan(1.01);
  });
  it('is the same every time it is replayed, and learns nothing from nothing', () => {
    expect(learn(boards, MATERIALS)).toEqual(learn(boards, MATERIALS));
    expect(learn([], MATERIALS)).toEqual(NOTHING_LEARNED);
  });
  it('keeps what no colour explains to the job in hand: it belongs to a recipe, not to a wood', () => {
    const odd = boards.map((b) => ({
      ...b,
      stages: b.stages.map((s) => ({ ...s, reading: s.reading.map((r, i) => r * (1 + 0.08 * Math.sin(i / 3))) })),
    }));
    const here = learn(odd, MATERIALS);
    const elsewhere = learn(
      odd.map((b) => ({ ...b, weight: 0.5 })),
      MATERIALS,
    );
    expect(Math.max(...(here.residuals.birch.dye ?? []).map(Math.abs))).toBeGreaterThan(0.03);
    expect(elsewhere.residuals).toEqual({});
    expect(tuningOf(elsewhere, 'birch', MATERIALS).uptake.yellow).toBeGreaterThan(1.05);
  });
  it('leaves out a board that cannot be used, says why, and learns from the others the same', () => {
    const unfit = { ...boards[0], id: 'black', raw: boards[0].raw.map((r, i) => (i === 0 ? 0 : r)) };
    const strange = { ...boards[0], id: 'ghost', stack: [newLayer('dye', { colours: { ghost: 1 } })] };
    const all = learn([unfit, ...boards, strange], MATERIALS);
    const { leftOut, ...rest } = all;
    expect(leftOut.map((l) => l.board)).toEqual(['black', 'ghost']);
    expect(leftOut[1].why).toContain('no colourant “ghost”');
    expect({ ...rest, leftOut: [] }).toEqual(learn(boards, MATERIALS));
  });
  it('stops as soon as it is told that newer evidence has overtaken it', () => {
    let asked = 0;
    expect(() => learn(boards, MATERIALS, () => ++asked < 4)).toThrow(LearningStopped);
    expect(asked).toBe(4);
  });
});
