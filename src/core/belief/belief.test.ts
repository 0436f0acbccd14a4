import { describe, expect, it } from 'vitest';
import { deltaE00 } from '../colour/ciede2000.ts';
import { DIRECTIONS } from '../colour/directions.ts';
import type { Lab } from '../colour/lab.ts';
import { movedLab } from '../colour/shades.ts';
import { normalBelow } from '../normal-below.ts';
import { believe } from './belief.ts';
import { chanceOfMatch } from './chance.ts';
import { beside, looksSame, nearer, type Size, sized, USUAL_EYE, unsaid, within } from './eye.ts';
import { alikeAt, metricAt } from './metric.ts';
import { along, believing, covarianceOf, moments, type SeenSum } from './normal.ts';
import type { Look, Thing, Unknown } from './things.ts';

const WALNUT: Lab = [42, 12, 20];
const near = (value: number, wanted: number, by: number) => expect(Math.abs(value - wanted)).toBeLessThan(by);

describe('the eye', () => {
  it('says a size as an ordinal probit does: by the table of the normal', () => {
    // Usual noise is 0.8 at no difference and grows: the shares by any table of the normal.
    const held = (z: number) => Math.log1p(0.15 * z) / 0.12;
    const within1 = 2 * normalBelow(held(1)) - 1;
    near(looksSame(USUAL_EYE)(0), within1, 1e-6);
    near(sized('far', USUAL_EYE)(6), 0.5, 1e-6);
    near(nearer(4, [2, 3])(0), 0.5, 1e-6);
    // Two distances of 2 and 3 units, each with its noise, of things as far apart as that: one unit in Φ(1 / 1.53).
    near(nearer(5, [2, 3])(0.5), normalBelow(1 / Math.hypot(0.8 + 0.12 * 2, 0.8 + 0.12 * 3)), 1e-9);
    // Half of those shown a difference at a threshold say the larger word.
    near(within(2.5, 6, USUAL_EYE)(2.5), sized('plain', USUAL_EYE)(2.5), 1e-12);
    near(sized('plain', USUAL_EYE)(2.5) / (sized('plain', USUAL_EYE)(2.5) + sized('touch', USUAL_EYE)(2.5)), 0.5, 0.05);
    // It lies on the side that it is seen to, within the noise of how far it is.
    near(beside(5)(0), 0.5, 1e-6);
    near(beside(5)(1.4), normalBelow(1), 1e-9);
  });
  it('says each word most often about its own size, and all of them add up to one', () => {
    for (const z of [-8, -3, -0.4, 0, 1.6, 4, 9]) {
      const signed = (['touch', 'plain', 'far'] as const).flatMap((size) => [
        sized(size, USUAL_EYE)(z),
        sized(size, USUAL_EYE)(-z),
      ]);
      near(
        signed.reduce((a, b) => a + b, looksSame(USUAL_EYE)(z)),
        1,
        1e-6,
      );
    }
    expect(sized('touch', USUAL_EYE)(1.7)).toBeGreaterThan(sized('plain', USUAL_EYE)(1.7));
    expect(sized('plain', USUAL_EYE)(4)).toBeGreaterThan(sized('far', USUAL_EYE)(4));
    const quiet = (z: number, ...said: Size[]) => unsaid(USUAL_EYE, said)?.(z) ?? 1;
    expect(quiet(1)).toBeGreaterThan(5 * quiet(6));
    // Who named two plain differences left out none that is far; of who named two far ones nobody knows.
    expect(quiet(4, 'plain', 'far')).toBeGreaterThan(5 * quiet(4, 'plain'));
    expect(unsaid(USUAL_EYE, ['far', 'far'])).toBeNull();
    // Whoever says less needs more.
    expect(sized('touch', { scale: 1.7 })(3.5)).toBeGreaterThan(sized('touch', USUAL_EYE)(3.5));
  });
});

describe('the metric', () => {
  it('is CIEDE2000 squared of a small difference, of any colour and direction', () => {
    for (const at of [WALNUT, [75, 3, 18], [30, 25, 12], [60, -10, -20]] as Lab[])
      for (const way of [
        [0.02, 0, 0],
        [0, 0.02, 0],
        [0.01, -0.01, 0.02],
      ]) {
        const m = metricAt(at);
        const square = way.reduce((s, v, i) => s + v * way.reduce((t, w, k) => t + (m[3 * i + k] as number) * w, 0), 0);
        const moved = at.map((v, i) => v + (way[i] as number)) as Lab;
        near(Math.sqrt(square) / deltaE00(at, moved), 1, 2e-3);
      }
  });
  it('knows what strays alike in every direction', () => {
    const c = alikeAt(WALNUT, 2);
    // One standard deviation along L* is two units of CIEDE2000 there.
    near(deltaE00(WALNUT, [WALNUT[0] + Math.sqrt(c[0] as number), WALNUT[1], WALNUT[2]]), 2, 0.1);
  });
});

describe('believing', () => {
  const prior = { mean: Float64Array.of(0.5, -1), covariance: Float64Array.of(4, 1.2, 1.2, 2.5) };
  const sightings: SeenSum[] = [
    { row: Float64Array.of(1, 0), likelihood: sized('touch', USUAL_EYE) },
    { row: Float64Array.of(-1, 1), likelihood: (z) => sized('plain', USUAL_EYE)(-z) },
    { row: Float64Array.of(0.5, 1), likelihood: looksSame(USUAL_EYE) },
    { row: Float64Array.of(1, 0), likelihood: sized('plain', USUAL_EYE) },
  ];
  /** Mean and covariance by summing over a fine grid. */
  function bruteForce(seen: readonly SeenSum[]) {
    const { mean, covariance: c } = prior;
    const [a, b, , d] = Array.from(c) as [number, number, number, number];
    const determinant = a * d - b * b;
    let sum = 0;
    const first = [0, 0];
    const second = [0, 0, 0];
    for (let x = -9; x <= 10; x += 0.05)
      for (let y = -9; y <= 8; y += 0.05) {
        const [p, q] = [x - (mean[0] as number), y - (mean[1] as number)];
        let weight = Math.exp(-(d * p * p - 2 * b * p * q + a * q * q) / (2 * determinant));
        for (const { row, likelihood } of seen) weight *= likelihood((row[0] as number) * x + (row[1] as number) * y);
        sum += weight;
        first[0] += weight * x;
        first[1] += weight * y;
        second[0] += weight * x * x;
        second[1] += weight * x * y;
        second[2] += weight * y * y;
      }
    const [mx, my] = first.map((v) => v / sum) as [number, number];
    return {
      mean: [mx, my],
      covariance: [second[0] / sum - mx * mx, second[1] / sum - mx * my, second[2] / sum - my * my],
      share: (sum * 0.05 * 0.05) / (2 * Math.PI * Math.sqrt(determinant)),
    };
  }
  it('is what summing over a fine grid gives, to a few hundredths', () => {
    for (const seen of [sightings.slice(0, 1), sightings.slice(0, 2), sightings]) {
      const { belief } = believing(prior, [], seen);
      const truth = bruteForce(seen);
      near(belief.mean[0] as number, truth.mean[0] as number, 0.03);
      near(belief.mean[1] as number, truth.mean[1] as number, 0.03);
      near(belief.covariance[0] as number, truth.covariance[0] as number, 0.04);
      near(belief.covariance[1] as number, truth.covariance[1] as number, 0.04);
      near(belief.covariance[3] as number, truth.covariance[2] as number, 0.04);
    }
    const one = believing(prior, [], sightings.slice(0, 1));
    near(one.evidence, Math.log(bruteForce(sightings.slice(0, 1)).share), 1e-3);
  });
  it('a measurement is the textbook’s update, and sharp evidence of words comes near it', () => {
    // Kalman 1960: one measurement of the first with variance 1 on the prior above.
    const { belief } = believing(prior, [{ row: Float64Array.of(1, 0), value: 3, variance: 1 }], []);
    near(belief.mean[0] as number, 0.5 + (4 / 5) * 2.5, 1e-9);
    near(belief.mean[1] as number, -1 + (1.2 / 5) * 2.5, 1e-9);
    near(belief.covariance[0] as number, 0.8, 1e-9);
    near(belief.covariance[3] as number, 2.5 - 1.2 ** 2 / 5, 1e-9);
    const sharp = moments(1, 4, (z) => Math.exp(-((z - 2) ** 2) / 2));
    near(sharp.mean, 1.8, 1e-6);
    near(sharp.variance, 0.8, 1e-6);
  });
  it('does not depend on the order, and what is taken out leaves no trace', () => {
    const there = believing(prior, [], sightings).belief;
    const back = believing(prior, [], [...sightings].reverse()).belief;
    for (const [i, v] of there.mean.entries()) near(v, back.mean[i] as number, 1e-5);
    for (const [i, v] of there.covariance.entries()) near(v, back.covariance[i] as number, 1e-5);
    const less = believing(prior, [], sightings.slice(0, 3)).belief;
    expect(
      believing(
        prior,
        [],
        sightings.filter((_, i) => i !== 3),
      ).belief,
    ).toEqual(less);
    expect(Array.from(prior.mean)).toEqual([0.5, -1]);
    expect(along(less, Float64Array.of(1, 1)).variance).toBeCloseTo(
      covarianceOf(less, Float64Array.of(1, 1), Float64Array.of(1, 1)),
      12,
    );
  });
});

describe('a belief of things', () => {
  const unknowns: Unknown[] = [
    { id: 'target', covariance: alikeAt(WALNUT, 4) },
    { id: 'recipe', covariance: alikeAt(WALNUT, 1.5) },
    { id: 'own 1', covariance: alikeAt(WALNUT, 0.7) },
    { id: 'own 2', covariance: alikeAt(WALNUT, 0.7) },
  ];
  const things: Thing[] = [
    { id: 'target', lab: WALNUT, unknown: ['target'] },
    { id: 'board 1', lab: WALNUT, unknown: ['recipe', 'own 1'] },
    { id: 'board 2', lab: WALNUT, unknown: ['recipe', 'own 2'] },
    { id: 'rung', lab: [52, 10, 22], unknown: [] },
  ];
  const look = (said: Look['said'], first = 'target', second = 'board 1'): Look => ({
    first,
    second,
    person: 'MB',
    said,
  });
  it('with nothing said is what was thought', () => {
    const nothing = believe(unknowns, things, { looks: [] });
    expect(nothing.colour('target').lab).toEqual(WALNUT);
    expect(nothing.between('target', 'board 1').difference).toEqual([0, 0, 0]);
    expect(nothing.colour('target').covariance[0]).toBeCloseTo(unknowns[0]?.covariance[0] as number, 9);
  });
  it('every word moves the second thing its own way, a larger word farther', () => {
    for (const direction of DIRECTIONS) {
      const moves = (['touch', 'plain', 'far'] as const).map((size) => {
        const { difference } = believe(unknowns, things, { looks: [look([{ direction, size }])] }).between(
          'target',
          'board 1',
        );
        const way = movedLab(WALNUT, { direction, shades: 1 }).map((v, i) => v - (WALNUT[i] as number));
        const length = Math.hypot(...way);
        return way.reduce((s, w, i) => s + (w / length) * (difference[i] as number), 0);
      }) as [number, number, number];
      expect(moves[0]).toBeGreaterThan(0.5);
      expect(moves[1]).toBeGreaterThan(moves[0]);
      expect(moves[2]).toBeGreaterThan(moves[1]);
    }
  });
  it('a look at one board tells of the next of its recipe, and what a board strayed by itself does not', () => {
    const told = believe(unknowns, things, { looks: [look([{ direction: 'darker', size: 'plain' }])] });
    const missed = (board: string) => told.between('target', board).difference[0];
    expect(missed('board 2')).toBeLessThan(-1.5);
    expect(missed('board 2')).toBeGreaterThan(missed('board 1'));
    expect(told.unknown('own 2').lab[0]).toBeCloseTo(0, 9);
  });
  it('ten looks fix a difference while neither colour is known', () => {
    const looks = Array.from({ length: 10 }, () => look([]));
    const told = believe(unknowns, things, { looks });
    const { difference, covariance } = told.between('target', 'board 1');
    expect(Math.hypot(...difference)).toBeLessThan(0.1);
    expect(Math.sqrt(covariance[0] as number)).toBeLessThan(0.75);
    expect(Math.sqrt(told.colour('target').covariance[0] as number)).toBeGreaterThan(1.2);
    expect(chanceOfMatch(told, 'target', 'board 1', 2).chance).toBeGreaterThan(0.95);
    expect(chanceOfMatch(believe(unknowns, things, { looks: [] }), 'target', 'board 1', 2).chance).toBeLessThan(0.2);
  });
  it('a reading of both settles what looks left open, whatever was said', () => {
    const read = ['target', 'board 1'].map((thing, i) => ({
      thing,
      lab: [WALNUT[0] + 3 * i, WALNUT[1], WALNUT[2]] as Lab,
      covariance: alikeAt(WALNUT, 0.02),
    }));
    const told = believe(unknowns, things, { looks: [look([{ direction: 'darker', size: 'plain' }])], read });
    const { chance, range, difference } = chanceOfMatch(told, 'target', 'board 1', 2);
    near(difference[0], 3, 0.02);
    expect(chance).toBe(0);
    near((range[0] + range[1]) / 2, deltaE00(WALNUT, [WALNUT[0] + 3, WALNUT[1], WALNUT[2]]), 0.05);
  });
  it('the nearer of two says on which side the target lies', () => {
    const choice = { nearest: 'rung', others: ['board 1'], to: 'target', person: 'MB' };
    const told = believe(unknowns, things, { looks: [], nearest: [choice] });
    expect(told.colour('target').lab[0]).toBeGreaterThan(WALNUT[0] + 2);
  });
  it('a target between two boards lies on this side of the nearer one too', () => {
    const rungs: Thing[] = [
      { id: 'target', lab: [45, 12, 20], unknown: ['target'] },
      { id: 'pale', lab: [48, 12, 20], unknown: [] },
      { id: 'dark', lab: [38, 12, 20], unknown: [] },
    ];
    const lightness = (between: boolean) =>
      believe(unknowns, rungs, {
        looks: [],
        nearest: [{ nearest: 'pale', others: ['dark'], to: 'target', person: 'MB', between }],
      }).colour('target').lab[0];
    expect(lightness(true)).toBeLessThan(lightness(false) - 0.5);
    expect(lightness(true)).toBeGreaterThan(43);
  });
  it('learns whose words are large ones', () => {
    // Ten pairs of known colour, each a good three units apart, that she calls a touch.
    const rungs = Array.from(
      { length: 10 },
      (_, i): Thing => ({ id: `r${i}`, lab: [45 + 3.4 * i, 10, 20], unknown: [] }),
    );
    const looks = rungs.slice(1).map((r, i) => look([{ direction: 'lighter', size: 'touch' }], `r${i}`, r.id));
    const { eyes } = believe(unknowns, [...things, ...rungs], { looks });
    expect(eyes.MB?.scale).toBeGreaterThan(1);
    const plain = looks.map((l) => ({ ...l, said: [{ direction: 'lighter' as const, size: 'far' as const }] }));
    expect(believe(unknowns, [...things, ...rungs], { looks: plain }).eyes.MB?.scale).toBeLessThan(1);
  });
  it('a look at what is not known is worth more than one more at what is', () => {
    const told = believe(unknowns, things, { looks: Array.from({ length: 4 }, () => look([])) });
    const aim = { thing: 'target', less: ['recipe'] };
    const nothing = believe(unknowns, things, { looks: [] });
    expect(nothing.worth('target', 'board 1', aim)).toBeGreaterThan(2 * told.worth('target', 'board 1', aim));
    expect(told.worth('target', 'board 1', aim)).toBeGreaterThan(0);
  });
  it('what somebody sees off on one side shows when the hands are swapped, and leaves the difference alone', () => {
    const redder = look([{ direction: 'redder', size: 'touch' }]);
    const swapped = { ...look([{ direction: 'greener' as const, size: 'touch' as const }]), swapped: true };
    const told = (...looks: Look[]) => believe(unknowns, things, { looks });
    const both = told(redder, swapped, redder, swapped);
    const one = told(redder, redder, redder, redder);
    near(both.between('target', 'board 1').difference[1], 0, 0.3);
    expect(one.between('target', 'board 1').difference[1]).toBeGreaterThan(0.7);
    expect(both.leans.MB?.[1]).toBeGreaterThan(one.leans.MB?.[1] ?? 0);
    // Of four looks that agree those of both sides tell more: two of them cannot lean alike.
    const same = told(look([]), look([]), look([]), look([]));
    const sides = told(look([]), { ...look([]), swapped: true }, look([]), { ...look([]), swapped: true });
    expect(chanceOfMatch(sides, 'target', 'board 1', 2).chance).toBeGreaterThan(
      chanceOfMatch(same, 'target', 'board 1', 2).chance + 0.02,
    );
    // The things handed over the other way round, with the words turned round, is the same look.
    const turned = { ...redder, first: 'board 1', second: 'target' };
    const handed = { ...look([{ direction: 'greener' as const, size: 'touch' as const }]), swapped: true };
    near(
      told(turned).between('target', 'board 1').difference[1],
      told(handed).between('target', 'board 1').difference[1],
      1e-6,
    );
  });
  it('a slip of the tongue among looks that agree counts for nothing; two that contradict each other are both heard', () => {
    const agree = Array.from({ length: 4 }, () => look([{ direction: 'darker', size: 'plain' }]));
    const odd = look([{ direction: 'lighter', size: 'far' }]);
    const told = believe(unknowns, things, { looks: [...agree, odd] });
    expect([...told.slips]).toEqual([odd]);
    const without = believe(unknowns, things, { looks: agree });
    near(told.between('target', 'board 1').difference[0], without.between('target', 'board 1').difference[0], 0.35);
    expect(believe(unknowns, things, { looks: [agree[0] as Look, odd] }).slips.size).toBe(0);
  });
  it('evidence of what is not there is a fault', () => {
    expect(() => believe(unknowns, things, { looks: [look([], 'target', 'board 9')] })).toThrow(RangeError);
    expect(() => believe([], things, { looks: [look([])] })).toThrow(RangeError);
  });
});
