import { describe, expect, it } from 'vitest';
import { deltaE00, labOf, meanSpectrum } from '../core/colour/index.ts';
import type { Step } from './board.ts';
import { internalDiffuse, throughFilm } from './light.ts';
import createWorkshop from './workshop.ts';
import { makeCoat, makeRung, readTissue, SAMPLE_PIECES, takeReadings } from './workshop-bench.ts';

const made = (seed: number) => {
  const workshop = createWorkshop(seed);
  const board = workshop.newBoard('birch');
  const raw = workshop.measure(board, 5);
  workshop.applyDye(board, { honey: 5, russet: 2 });
  const dyed = workshop.measure(board, 5);
  workshop.applyGlaze(board, { umber: 0.05 });
  workshop.applyClear(board);
  return { workshop, board, raw, dyed, finished: workshop.measure(board, 5) };
};

describe('the simulated workshop', () => {
  it('is deterministic in the seed and the order of calls, and differs by seed', () => {
    expect(made(3).finished).toEqual(made(3).finished);
    expect(made(3).finished).not.toEqual(made(4).finished);
    expect(createWorkshop(5).target(2)).toEqual(createWorkshop(5).target(2));
  });
  it('has no two boards alike, nor two readings, but both near each other', () => {
    const workshop = createWorkshop(1);
    const [a, b] = [workshop.newBoard('oak'), workshop.newBoard('oak')].map((id) =>
      labOf(meanSpectrum(workshop.measure(id, 20))),
    );
    expect(deltaE00(a, b)).toBeGreaterThan(0.05);
    expect(deltaE00(a, b)).toBeLessThan(5);
  });
  it('darkens with each coat and stays within 0–1', () => {
    const { raw, dyed, finished } = made(2);
    const light = (s: number[][]) => labOf(meanSpectrum(s))[0];
    expect(light(raw)).toBeGreaterThan(light(dyed));
    expect(light(dyed)).toBeGreaterThan(light(finished));
    for (const v of [...raw, ...dyed, ...finished].flat()) expect(v >= 0 && v <= 1).toBe(true);
  });
  it('keeps as much diffuse light in as Walsh (1926) and Judd (1942) have for n 1.5: 0.596', () => {
    expect(internalDiffuse(1.5)).toBeCloseTo(0.596, 2);
  });
  it('a clear alone darkens raw wood by 5 to 12 L* and makes it stronger in colour (common practice)', () => {
    const workshop = createWorkshop(7);
    for (const species of ['ash', 'birch', 'oak', 'sapele']) {
      const board = workshop.newBoard(species);
      const raw = labOf(meanSpectrum(workshop.measure(board, 5)));
      workshop.applyClear(board);
      // As the eye sees it, past the gloss that the instrument reads with it.
      const clear = labOf(meanSpectrum(workshop.measure(board, 5)).map((r) => (r - 0.04) / 0.96));
      expect(raw[0] - clear[0], species).toBeGreaterThan(5);
      expect(raw[0] - clear[0], species).toBeLessThan(12);
      expect(Math.hypot(clear[1], clear[2]), species).toBeGreaterThan(Math.hypot(raw[1], raw[2]));
    }
  });
  it('leaves more of a glaze on bare wood than over a sealer, which is darker (common practice)', () => {
    const finished = (...under: Step[]) => {
      const steps: Step[] = [...under, { act: 'glaze', strengths: { umber: 0.06 } }, { act: 'clear', amber: 0 }];
      return labOf(meanSpectrum(takeReadings({ key: 'glazed', species: 'birch', steps }, 8).spectra));
    };
    expect(finished({ act: 'seal', amber: 0 })[0] - finished()[0]).toBeGreaterThan(1);
  });
  it('refuses what no bench allows', () => {
    const { workshop, board } = made(1);
    expect(() => workshop.applyClear(board)).toThrow('finished');
    const fresh = workshop.newBoard('ash');
    workshop.applyGlaze(fresh, {});
    expect(() => workshop.applyDye(fresh, { honey: 1 })).toThrow('first');
    expect(() => workshop.newBoard('ebony')).toThrow('no ebony');
    expect(() => workshop.measure('b99', 1)).toThrow('no board');
  });
  it('its films of many thin steps come near the closed form of Kubelka (1948)', () => {
    const [k, s, g] = [0.8, 0.5, 0.6];
    const a = 1 + k / s;
    const b = Math.sqrt(a * a - 1);
    const coth = 1 / Math.tanh(b * s);
    expect(throughFilm(g, k, s)).toBeCloseTo((1 - g * (a - b * coth)) / (a - g + b * coth), 1);
    expect(throughFilm(g, 0, 0)).toBeCloseTo(g, 9);
  });
  it('the workshop bench forgets nothing: a board is its name and what was done to it', () => {
    const [piece] = SAMPLE_PIECES;
    const board = { key: piece.id, species: piece.species, steps: piece.steps };
    expect(takeReadings(board, 3)).toEqual(takeReadings(board, 3));
    expect(takeReadings(board, 1, 1).spectra[0]).toEqual(takeReadings(board, 2).spectra[1]);
    expect(makeRung('honey', 'birch', 4)?.after[2]).toBeLessThan(makeRung('honey', 'birch', 4)?.before[2] ?? 0);
    expect(makeRung('ghost', 'birch', 4)).toBeNull();
    const satin = makeCoat('water-satin', 'oak');
    expect(satin?.after[15]).toBeLessThan(satin?.before[15] ?? 0);
    expect(makeCoat('water-satin', 'ebony')).toBeNull();
    expect(makeCoat('linseed', 'oak')).toBeNull();
    expect(readTissue('oak', 2)).toHaveLength(31);
    expect(readTissue('beech', 2)).toBeNull();
  });
});
