import { describe, expect, it } from 'vitest';
import { deltaE00, labOf, meanSpectrum } from '../core/colour/index.ts';
import { BENCH_ACTS } from './acts.ts';
import { meantReflectance } from './board.ts';
import type { BenchAct, Making } from './interface.ts';
import { internalDiffuse, throughFilm } from './light.ts';
import { colourNature } from './natures.ts';
import { STOCK, WOODS } from './stock.ts';
import { systemTarget, WITNESS } from './targets.ts';
import createWorkshop, { bench } from './workshop.ts';
import {
  benchRefusal,
  makeCoat,
  makeRung,
  readTissue,
  SAMPLE_PIECES,
  stockFor,
  takeReadings,
} from './workshop-bench.ts';

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
    expect(bench(5).target(2)).toEqual(bench(5).target(2));
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
      expect(Math.hypot(clear[1], clear[2]), species).toBeGreaterThan(Math.hypot(raw[1], raw[2]) - 0.2);
    }
  });
  it('refuses what no bench allows, with a sentence', () => {
    const { workshop, board } = made(1);
    expect(() => workshop.applyClear(board)).toThrow('finished');
    const fresh = workshop.newBoard('ash');
    workshop.applyGlaze(fresh, {});
    expect(() => workshop.applyDye(fresh, { honey: 1 })).toThrow('first');
    expect(() => workshop.newBoard('ebony')).toThrow('no ebony');
    expect(() => workshop.measure('b99', 1)).toThrow('no board');
  });
  it('its films agree with the two-flux equations (Kubelka and Munk 1931) to 1e-6, however strong they are', () => {
    /** dr/dx = S - 2 (K + S) r + S r^2 by Runge-Kutta: independent of any closed form and of doubling. */
    const integrated = (k: number, s: number, ground: number) => {
      const steps = 20_000;
      const h = 1 / steps;
      const slope = (r: number) => s - 2 * (k + s) * r + s * r * r;
      let r = ground;
      for (let n = 0; n < steps; n++) {
        const a = slope(r);
        const b = slope(r + (h * a) / 2);
        const c = slope(r + (h * b) / 2);
        r += (h * (a + 2 * b + 2 * c + slope(r + h * c))) / 6;
      }
      return r;
    };
    for (const k of [0, 0.001, 0.3, 2, 10, 60])
      for (const s of [0, 0.01, 0.5, 3, 20, 50])
        for (const g of [0.01, 0.3, 0.9]) expect(throughFilm(g, k, s)).toBeCloseTo(integrated(k, s, g), 6);
    // White paint is white: what the many thin steps of before read as 0.348.
    expect(throughFilm(0.3, 0.3, 20)).toBeCloseTo(0.841, 3);
  });
});

/** L* of the mean board of a wood after acts, made as meant. */
const lightness = (acts: readonly BenchAct[], species = 'oak', making: Making = {}) =>
  labOf(meantReflectance(STOCK, { seed: 1, species, acts, making }))[0];
const dye: BenchAct = { kind: 'dye', colours: { coal: 5 } };
const sealer: BenchAct = { kind: 'sealer', medium: 'blonde-shellac' };
const glaze: BenchAct = { kind: 'glaze', colours: { umber: 0.06 } };
const clear: BenchAct = { kind: 'clear', medium: 'water-satin' };
const stain: BenchAct = { kind: 'wiping-stain', colours: { bog: 0.5 } };
const back = (kind: 'wipe-back' | 'sand-back', amount: number): BenchAct => ({ kind, amount });

describe('every layer, in any order (common practice)', () => {
  it('changes the board, each kind by itself', () => {
    const acts: Record<string, BenchAct> = {
      dye,
      sealer,
      glaze,
      clear,
      'wiping-stain': stain,
      ink: { kind: 'ink', colours: { lampblack: 5 } },
      reactive: { kind: 'reactive', colours: { 'rust-brew': 10 } },
      'gel-stain': { kind: 'gel-stain', colours: { brick: 0.06 } },
      'powdering-glaze': { kind: 'powdering-glaze', colours: { umber: 0.2 } },
      toner: { kind: 'toner', medium: 'water-satin', colours: { coal: 8 } },
      oil: { kind: 'oil', medium: 'linseed' },
      filler: { kind: 'filler', colours: { soot: 0.1 } },
      opaque: { kind: 'opaque', colours: { sailcloth: 0.4 } },
      bleach: { kind: 'bleach', amount: 0.6 },
      wax: { kind: 'wax' },
    };
    for (const [kind, act] of Object.entries(acts))
      expect(Math.abs(lightness([act]) - lightness([])), kind).toBeGreaterThan(0.3);
    // A rub-out changes the sheen alone.
    const untried = ['conditioner', 'wipe-back', 'sand-back', 'rub-out'];
    expect([...Object.keys(acts), ...untried].sort()).toEqual(Object.keys(BENCH_ACTS).sort());
  });
  it('each further coat of dye gives less, and a longer dwell and a fuller load give more', () => {
    const [none, one, two, three] = [0, 1, 2, 3].map((coats) => lightness(coats ? [{ ...dye, coats }] : []));
    expect(one - two).toBeLessThan(none - one);
    expect(two - three).toBeLessThan(one - two);
    expect(lightness([{ ...dye, dwell: 15 }])).toBeLessThan(one);
    expect(lightness([{ ...dye, load: 0.5 }])).toBeGreaterThan(one);
  });
  it('dye under a clear colours, over it hardly; bleach and wiping reach no further than the film', () => {
    expect(lightness([dye, clear])).toBeLessThan(lightness([clear, dye]) - 15);
    expect(lightness([dye, clear, { kind: 'bleach', amount: 0.9 }])).toBeCloseTo(lightness([dye, clear]), 9);
    expect(lightness([dye, clear, back('wipe-back', 0.8)])).toBeCloseTo(lightness([dye, clear]), 9);
    expect(lightness([dye, back('wipe-back', 0.8)])).toBeGreaterThan(lightness([dye]) + 4);
  });
  it('a fresh glaze wipes off, a locked one does not; sanding takes it down with the clear', () => {
    const made = [sealer, glaze];
    // But for what stays in the pores.
    expect(lightness([...made, back('wipe-back', 1)])).toBeGreaterThan(lightness([sealer]) - 1);
    expect(lightness([...made, clear, back('wipe-back', 1)])).toBeCloseTo(lightness([...made, clear]), 9);
    expect(lightness([...made, clear, back('sand-back', 1)])).toBeGreaterThan(lightness([...made, clear]) + 5);
  });
  it('leaves more of a glaze on bare wood than over a sealer; a stain wipes off sealed wood', () => {
    const takes = (below: BenchAct[]) => lightness(below) - lightness([...below, glaze]);
    expect(takes([])).toBeGreaterThan(takes([sealer]) + 1);
    expect(lightness([sealer, stain])).toBeGreaterThan(lightness([stain]) + 3);
  });
  it('a heavier cut of a coloured sealer shows more, and a washcoat leaves the wood more open', () => {
    const garnet = (cut: number): BenchAct => ({ kind: 'sealer', medium: 'garnet-shellac', cut });
    expect(lightness([garnet(3)])).toBeLessThan(lightness([garnet(1)]));
    expect(lightness([garnet(1), dye])).toBeLessThan(lightness([garnet(3), dye]));
  });
  it('a stain takes on open pores and coarse grit, less on dense wood and fine', () => {
    const taken = (species: string, making?: Making) => lightness([], species) - lightness([stain], species, making);
    expect(taken('ash')).toBeGreaterThan(taken('maple'));
    expect(taken('ash', { grit: 100 })).toBeGreaterThan(taken('ash', { grit: 320 }));
  });
  it('iron blackens oak, hardly maple, and comes to an end', () => {
    const iron = (g: number): BenchAct => ({ kind: 'reactive', colours: { 'rust-brew': g } });
    const fall = (species: string, g: number) => lightness([], species) - lightness([iron(g)], species);
    expect(fall('oak', 10)).toBeGreaterThan(4 * fall('maple', 10));
    expect(fall('oak', 40) - fall('oak', 20)).toBeLessThan(fall('oak', 20) - fall('oak', 5));
  });
  it('conditioner lightens a dye and draws thirsty and sated together', () => {
    const under = { kind: 'conditioner' };
    expect(lightness([under, dye], 'birch')).toBeGreaterThan(lightness([dye], 'birch') + 1);
  });
  it('textures, an old finish and the order of layers are seen', () => {
    const textures = ['plain', 'brushed', 'blasted', 'charred', 'distressed'].map((texture) =>
      lightness([stain], 'oak', { texture }),
    );
    expect(new Set(textures.map((v) => v.toFixed(2))).size).toBe(5);
    expect(lightness([dye], 'oak', { oldFinish: true })).toBeGreaterThan(lightness([dye]) + 10);
    expect(lightness([sealer, dye])).toBeGreaterThan(lightness([dye, sealer]) + 5);
  });
  it.each([
    [{ kind: 'varnishing' }, 'knows no varnishing'],
    [{ kind: 'dye', colours: { ghost: 1 } }, 'no ghost'],
    [{ kind: 'dye', colours: { umber: 0.1 } }, 'pigment does not go into'],
    [{ kind: 'dye', colours: { honey: 99 } }, 'more than it can be mixed'],
    [{ kind: 'dye', colours: { honey: 1, straw: 1 } }, 'different solvents'],
    [{ kind: 'dye', colours: { honey: 1 }, coats: 1.5 }, 'whole coats'],
    [{ kind: 'dye', colours: { honey: 1 }, dwell: 0 }, 'before wiping'],
    [{ kind: 'wiping-stain', colours: { bog: 0.6, tawny: 0.6 } }, 'more than the whole'],
    [{ kind: 'clear', medium: 'linseed' }, 'no clear'],
    [{ kind: 'sealer' }, 'Which sealer?'],
    [{ kind: 'wipe-back', amount: 2 }, 'between 0 and 1'],
  ] as [BenchAct, string][])('what a bench would refuse is refused: %j', (act, sentence) => {
    const { newBoard, apply, measure } = bench(1);
    const board = newBoard('oak');
    expect(() => apply(board, act)).toThrow(sentence);
    expect(labOf(meanSpectrum(measure(board, 5)))[0]).toBeGreaterThan(50);
  });
  it('is made ready before anything else, and read on the end grain too, which drinks more', () => {
    const { newBoard, prepare, apply, measure } = bench(1);
    const board = newBoard('oak');
    prepare(board, { grit: 120 });
    apply(board, dye);
    expect(() => prepare(board, { grit: 240 })).toThrow('before anything else');
    const read = (zone: 'face' | 'end') => labOf(meanSpectrum(measure(board, 6, zone)))[0];
    expect(read('end')).toBeLessThan(read('face') - 5);
  });
});

describe('targets of whole systems', () => {
  it('have a witness on the job’s own wood, and it does without what the target says', () => {
    for (let k = 1; k <= 6; k++) {
      const { species, made, witness, without } = systemTarget(11, k);
      const off = deltaE00(
        labOf(meantReflectance(STOCK, { seed: 11, ...made })),
        labOf(meantReflectance(STOCK, { seed: 11, species, acts: witness.acts })),
      );
      expect(off).toBeLessThanOrEqual(WITNESS);
      expect(off).toBeCloseTo(witness.deltaE, 9);
      expect(made.acts.length).toBeGreaterThanOrEqual(2);
      expect(made.acts.length).toBeLessThanOrEqual(6);
      for (const act of witness.acts) expect(without).not.toContain(act.kind);
    }
  });
});

describe('the bench of the app', () => {
  const [piece] = SAMPLE_PIECES;
  const panel = { id: piece.id, species: piece.species, acts: piece.acts };
  it('forgets nothing: a board is its name and what was done to it', () => {
    expect(takeReadings(STOCK, panel, 3)).toEqual(takeReadings(STOCK, panel, 3));
    expect(takeReadings(STOCK, panel, 1, { from: 1 }).spectra[0]).toEqual(takeReadings(STOCK, panel, 2).spectra[1]);
  });
  it('no two stages share the noise of the instrument, nor two readings', () => {
    const board = { id: 'b', species: 'oak', acts: [] as BenchAct[] };
    const noiseOf = (acts: BenchAct[], from = 0) => {
      const [[a], [b]] = [from, from + 1].map((n) => takeReadings(STOCK, { ...board, acts }, 1, { from: n }).spectra);
      return a.map((v, i) => Math.round(1e9 * (v - b[i])));
    };
    const bare = noiseOf([]);
    // A coat that changes nothing leaves only the noise to differ.
    const again = noiseOf([{ kind: 'wipe-back', amount: 0.5 }]);
    expect(again).not.toEqual(bare);
    expect(noiseOf([], 5)).not.toEqual(bare);
  });
  it('moves about the board; knots and end grain can be chosen', () => {
    const board = { id: 'b', species: 'birch', acts: [dye] };
    const face = takeReadings(STOCK, board, 5).spectra.map((s) => labOf(Float64Array.from(s))[0]);
    expect(Math.max(...face) - Math.min(...face)).toBeGreaterThan(0.3);
    const at = (zone: 'end' | 'knot' | 'edge') =>
      labOf(meanSpectrum(takeReadings(STOCK, board, 5, { zone }).spectra))[0];
    const mean = face.reduce((a, b) => a + b, 0) / face.length;
    expect(at('end')).toBeLessThan(at('edge'));
    expect(at('edge')).toBeLessThan(mean);
    expect(at('knot')).not.toBeCloseTo(mean, 0);
  });
  it('makes rungs and coats of its own stock and of nothing else', () => {
    expect(makeRung(STOCK, 'honey', 'birch', 4)?.after[2]).toBeLessThan(
      makeRung(STOCK, 'honey', 'birch', 4)?.before[2] ?? 0,
    );
    expect(makeRung(STOCK, 'bog', 'birch', 0.5)?.after[9]).toBeLessThan(
      makeRung(STOCK, 'bog', 'birch', 0.5)?.before[9] ?? 0,
    );
    expect(makeRung(STOCK, 'ghost', 'birch', 4)).toBeNull();
    const satin = makeCoat(STOCK, 'water-satin', 'oak', 2);
    expect(satin?.after[15]).toBeLessThan(satin?.before[15] ?? 0);
    expect(makeCoat(STOCK, 'water-satin', 'ebony', 2)).toBeNull();
    expect(makeCoat(STOCK, 'ghost', 'oak', 1)).toBeNull();
    expect(readTissue(STOCK, 'oak', 2)).toHaveLength(31);
    expect(readTissue(STOCK, 'beech', 2)).toBeNull();
  });
  it('what it has not met gets a nature from its profile and the seed: near it, not it, and always the same', () => {
    const teal = {
      id: 'teal',
      name: 'Teal',
      kind: 'dye' as const,
      carrier: 'water' as const,
      absorption: new Array<number>(31).fill(0.2),
      scatter: null,
      exponent: 0.9,
      maxStrength: 20,
    };
    const nature = colourNature(teal, 3);
    expect(colourNature(teal, 3)).toEqual(nature);
    expect(nature.absorption).not.toEqual(teal.absorption);
    for (const v of nature.absorption) expect(Math.abs(Math.log(v / 0.2))).toBeLessThan(0.4);
    expect(colourNature({ ...teal, absorption: null }, 3).absorption.some((v) => v > 0.1)).toBe(true);
    const tissues = WOODS[0].tissues.map((t, i) => ({
      name: ['ground', 'grain', 'pore'][i],
      fraction: t.fraction,
      reflectance: t.raw,
      dye: 1,
      hold: 1,
    }));
    const shop = stockFor({
      woods: [{ id: 'pear', name: 'Pear', tannin: 1, anatomy: 'fine', blotch: 0.1, tissues }],
      colours: [teal],
      coats: [{ id: 'moon-lacquer', kind: 'clear', carrier: 'solvent', tint: new Array<number>(31).fill(0.01) }],
    });
    const acts: BenchAct[] = [
      { kind: 'dye', colours: { teal: 5 } },
      { kind: 'clear', medium: 'moon-lacquer' },
    ];
    expect(benchRefusal(shop, { id: 'x', species: 'pear', acts })).toBeNull();
    expect(benchRefusal(STOCK, { id: 'x', species: 'pear', acts })).toContain('no pear');
    expect(benchRefusal(STOCK, { id: 'x', species: 'oak', acts })).toContain('no teal');
    const stages = [0, 1, 2].map(
      (n) =>
        labOf(meanSpectrum(takeReadings(shop, { id: 'x', species: 'pear', acts: acts.slice(0, n) }, 5).spectra))[0],
    );
    expect(stages[1]).toBeLessThan(stages[0] - 5);
    expect(stages[2]).toBeLessThan(stages[1]);
  });
});
