import { describe, expect, it } from 'vitest';
import type { BoardEvidence } from '../src/core/learn/index.ts';
import type { WorkshopBench } from '../src/workshop/interface.ts';
import { bench } from '../src/workshop/workshop.ts';
import type { Mode } from './apprentice.ts';
import { makeSystemLadders, matchSystem } from './whole-systems.ts';

function play(make: (seed: number) => WorkshopBench, seeds: number[], mode: Mode) {
  return seeds.map((seed) => {
    const own = make(seed);
    const memory: BoardEvidence[] = [];
    const shop = makeSystemLadders(own);
    return matchSystem({ bench: own, shop, seed, tolerance: 1, mostBoards: 8, mode }, 1, memory);
  });
}

/** A bench of other manners: it seals before it glazes, colours nothing that is closed, and has no toner. */
function particular(seed: number): WorkshopBench {
  const inner = bench(seed);
  const done = new Map<string, string[]>();
  return {
    ...inner,
    materials: inner.materials.filter((m) => m.id !== 'blonde-shellac' && m.kind !== 'bleach'),
    apply(board, act) {
      const before = done.get(board) ?? [];
      const closed = before.some((kind) => kind === 'sealer' || kind === 'clear');
      if (act.kind === 'toner') throw new Error('There is no gun here.');
      if (act.kind === 'glaze' && !closed) throw new Error('A glaze wants a sealed surface.');
      if (act.kind === 'dye' && closed) throw new Error('Nothing goes in any more.');
      inner.apply(board, act);
      done.set(board, [...before, act.kind]);
    },
  };
}

describe('the apprentice of whole systems', { timeout: 180_000 }, () => {
  it('passes its targets on boards that end in a clear, without what the target does without', () => {
    for (const [i, result] of play(bench, [1, 2, 5], 'learning').entries()) {
      expect(result.passed, `seed ${i}`).toBe(true);
      expect(result.system.at(-1)).toBe('clear');
      expect(result.deltaE.at(-1)).toBeLessThanOrEqual(1);
      expect(result.deltaE).toHaveLength(result.boards);
      expect(result.acts).toBeGreaterThanOrEqual(result.system.length);
    }
  });
  it('says of a target that nothing here makes that it cannot be made', () => {
    const neon = (seed: number): WorkshopBench => {
      const inner = bench(seed);
      const spectra = [inner.wavelengths.map((nm) => (nm > 500 && nm < 560 ? 0.9 : 0.02))];
      return { ...inner, target: () => ({ species: 'oak', spectra, mustEndClear: true, without: [] }) };
    };
    const [result] = play(neon, [1], 'learning');
    expect(result).toMatchObject({ passed: false, reachable: false });
    expect(result?.boards).toBeLessThan(8);
  });
  it('is deterministic', () => {
    expect(play(bench, [3], 'fixed')).toEqual(play(bench, [3], 'fixed'));
  });
  it('goes another way where a bench refuses an act, and by eye alone makes the boards and no more', () => {
    const [result] = play(particular, [4], 'learning');
    expect(result?.passed).toBe(true);
    expect(result?.system).not.toContain('toner');
    const [eye] = play(bench, [2], 'by-eye');
    expect(eye?.boards).toBeGreaterThanOrEqual(1);
  });
});
