import { describe, expect, it } from 'vitest';
import type { BoardEvidence } from '../src/core/learn/index.ts';
import type { Workshop } from '../src/workshop/interface.ts';
import createWorkshop from '../src/workshop/workshop.ts';
import { type Mode, makeLadders, matchTarget } from './apprentice.ts';

function run(make: (seed: number) => Workshop, seeds: number[], mode: Mode) {
  return seeds.map((seed) => {
    const workshop = make(seed);
    const memory: BoardEvidence[] = [];
    return matchTarget({ workshop, shop: makeLadders(workshop), seed, tolerance: 1, mostBoards: 8, mode }, 1, memory);
  });
}

/** The same workshop under other names, on a 20 nm grid from 380, and one that wants pigment in every glaze. */
function strange(seed: number): Workshop {
  const inner = createWorkshop(seed);
  const wavelengths = Array.from({ length: 18 }, (_, i) => 380 + 20 * i);
  const coarse = (s: number[]) => wavelengths.map((nm) => s[Math.min(30, Math.max(0, Math.round((nm - 400) / 10)))]);
  const renamed = (strengths: Record<string, number>) =>
    Object.fromEntries(Object.entries(strengths).map(([id, s]) => [id.slice(2), s]));
  return {
    ...inner,
    wavelengths,
    species: inner.species.map((s) => `wood of ${s}`),
    colourants: inner.colourants.slice(1).map((c) => ({ ...c, id: `x-${c.id}` })),
    newBoard: (s) => inner.newBoard(s.slice(8)),
    measure: (b, n) => inner.measure(b, n).map(coarse),
    applyDye: (b, s) => inner.applyDye(b, renamed(s)),
    applyGlaze: (b, s) => {
      if (Object.keys(s).length === 0) throw new Error('No glaze without pigment.');
      inner.applyGlaze(b, renamed(s));
    },
    target: (k) => {
      const { species, spectra } = inner.target(k);
      return { species: `wood of ${species}`, spectra: spectra.map(coarse) };
    },
  };
}

describe('the apprentice', () => {
  const seeds = [1, 2, 3, 4, 5, 6];
  it('passes its targets, and learning needs no more boards than not learning', () => {
    const learning = run(createWorkshop, seeds, 'learning');
    const fixed = run(createWorkshop, seeds, 'fixed');
    const boards = (list: typeof learning) => list.reduce((sum, r) => sum + (r.passed ? r.boards : 9), 0);
    expect(learning.every((r) => r.passed)).toBe(true);
    expect(boards(learning)).toBeLessThanOrEqual(boards(fixed));
    expect(learning[0].ladderBoards).toBeLessThanOrEqual(3 * 12);
  });
  it('is deterministic', () => {
    expect(run(createWorkshop, [2], 'learning')).toEqual(run(createWorkshop, [2], 'learning'));
  });
  it('works in a workshop of other names, another grid and other manners', () => {
    const results = run(strange, [1, 2, 3], 'learning');
    expect(results.filter((r) => r.passed).length).toBeGreaterThanOrEqual(2);
    expect(Object.keys(results[0].recipe).every((id) => id.startsWith('x-'))).toBe(true);
  });
});
