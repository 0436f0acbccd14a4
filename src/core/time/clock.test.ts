import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DRYING_MATERIALS } from '../../../test/fixtures/drying-materials.ts';
import { CARRIERS, TESTS } from '../kinds/index.ts';
import { type Layer, newLayer } from '../layers/layer.ts';
import { type AirLine, airAt, driedAt, driedIn, HOUR } from './air.ts';
import { climateFactor, FAIR_AIR } from './climate.ts';
import { onClock } from './clock.ts';
import { type DryingOf, dryingOf } from './drying.ts';

const dries = (layer: Layer, over: Partial<DryingOf> = {}) => dryingOf({ layer, materials: DRYING_MATERIALS, ...over });
const DYE = newLayer('dye', { colours: { honey: 2 } });
const STAIN = newLayer('wiping-stain', { colours: { bog: 1 } });
const SATIN = newLayer('clear', { medium: 'satin' });

describe('climate (common practice: ranges of the trade)', () => {
  it('solvent and oil: about twice as long for each 10 °C below 20 °C; warm shortens', () => {
    for (const carrier of CARRIERS) {
      expect(climateFactor(carrier, { temperature: 10, humidity: 50 })).toBeCloseTo(2, 9);
      expect(climateFactor(carrier, { temperature: 0, humidity: 50 })).toBeCloseTo(4, 9);
      expect(climateFactor(carrier, { temperature: 30, humidity: 50 })).toBeLessThan(1);
      expect(climateFactor(carrier, FAIR_AIR)).toBe(1);
    }
  });
  it('an Arrhenius rate that doubles from 10 to 20 °C is of about 48 kJ/mol: within the range of drying and cure', () => {
    // k = A exp(-E/RT), R = 8.314 J/(mol K): E from the factor, checked against 40–80 kJ/mol (from memory).
    const slower = climateFactor('oil', { temperature: 10, humidity: 50 });
    const energy = (8.314 * Math.log(slower)) / (1 / 283.15 - 1 / 293.15);
    expect(energy).toBeGreaterThan(40_000);
    expect(energy).toBeLessThan(80_000);
  });
  it('damp holds up what is carried by water most, dry and moved air help', () => {
    const damp = CARRIERS.map((c) => climateFactor(c, { temperature: 20, humidity: 85 }));
    expect(damp[0]).toBe(Math.max(...damp));
    for (const c of CARRIERS) {
      expect(climateFactor(c, { temperature: 20, humidity: 30 })).toBeLessThan(1);
      expect(climateFactor(c, { ...FAIR_AIR, moving: true })).toBeLessThan(1);
      expect(climateFactor(c, { temperature: 20, humidity: 0 })).toBeGreaterThan(0.4);
    }
  });
});

describe('air as it changes', () => {
  const line: AirLine = [
    { at: 0, temperature: 20, humidity: 50 },
    { at: 4 * HOUR, temperature: 10, humidity: 50 },
    { at: 10 * HOUR, temperature: 20, humidity: 50 },
  ];
  it('four fair hours, then six at half speed: seven by the tenth', () => {
    expect(driedIn('oil', line, 0, 10 * HOUR)).toBeCloseTo(7, 9);
    expect(driedAt('oil', line, 0, 7)).toBeCloseTo(10 * HOUR, 3);
    expect(driedAt('oil', line, 0, 8)).toBeCloseTo(11 * HOUR, 3);
    expect(airAt(line, 5 * HOUR).temperature).toBe(10);
    expect(airAt([], 5)).toEqual(FAIR_AIR);
  });
  it('one is the other’s inverse, whatever the air did', () => {
    const air = fc
      .array(
        fc.tuple(fc.integer({ min: 0, max: 100 }), fc.integer({ min: 2, max: 35 }), fc.integer({ min: 10, max: 95 })),
        {
          maxLength: 8,
        },
      )
      .map((rows) =>
        rows
          .sort((p, q) => p[0] - q[0])
          .map(([at, temperature, humidity]) => ({ at: at * HOUR, temperature, humidity })),
      );
    fc.assert(
      fc.property(
        air,
        fc.double({ min: 0, max: 80, noNaN: true }),
        fc.constantFrom(...CARRIERS),
        (a, hours, carrier) => {
          const at = driedAt(carrier, a, 3 * HOUR, hours);
          return Math.abs(driedIn(carrier, a, 3 * HOUR, at) - hours) < 1e-6;
        },
      ),
    );
  });
});

describe('the times of a coat (common practice)', () => {
  it('what was put on counts more than the weather: thin in minutes, flooded in hours', () => {
    const [thin, flooded] = [0.5, 1].map((load) => dries({ ...DYE, settings: { load } }).goOn);
    expect((thin?.earliest ?? 0) * 60).toBeCloseTo(10, 6);
    expect([flooded?.earliest, flooded?.usual, flooded?.safe]).toEqual([4, 6, 12]);
    expect((flooded?.usual ?? 0) / (thin?.usual ?? 1)).toBeGreaterThan(
      climateFactor('water', { temperature: 15, humidity: 70 }),
    );
  });
  it('a black oil stain four to five days, where the shop waits so long; an oil that is not wiped off hardly dries', () => {
    const { goOn } = dries(STAIN, { dark: true });
    expect(goOn.usual).toBeGreaterThanOrEqual(96);
    expect(goOn.safe).toBeLessThanOrEqual(120);
    expect(dries(STAIN).goOn.usual).toBe(12);
    expect(dries({ ...STAIN, method: 'unwiped' }).goOn.usual).toBe(48);
  });
  it('linseed three to four days and a week to be sure; hard-wax 3–10 h and hard after a day; the label comes first', () => {
    const oil = newLayer('oil', { medium: 'flax' });
    expect(dries(oil, { facts: { binder: 'linseed' } }).goOn).toMatchObject({ earliest: 72, usual: 84, safe: 168 });
    const wax = dries(oil, { facts: { binder: 'oil and wax' } });
    expect(wax.goOn.usual).toBeGreaterThanOrEqual(3);
    expect(wax.goOn.usual).toBeLessThanOrEqual(10);
    expect(wax.use).toBe(24);
    expect(dries(oil, { facts: { binder: 'linseed', goOn: 96 } })).toMatchObject({
      goOn: { usual: 96 },
      basis: 'shop or label',
    });
  });
  it('waterborne clear 1–4 h and seven days before polishing; each further coat a little longer', () => {
    const first = dries(SATIN);
    expect(first.goOn).toMatchObject({ earliest: 1, safe: 4 });
    expect(first.cure).toBe(168);
    expect(dries(SATIN, { coat: 4 }).goOn.usual).toBeGreaterThan(first.goOn.usual);
  });
  it('a conditioner is open from 15–30 min to 2 h after its wipe, and two coats of it want the night', () => {
    const layer = newLayer('conditioner');
    expect(dries(layer).window).toMatchObject({ shuts: 2, remedy: 'again' });
    expect(dries(layer).window?.opens).toBeLessThanOrEqual(0.5);
    expect(dries(layer).soak).toBeGreaterThanOrEqual(5);
    expect(dries({ ...layer, settings: { coats: 2 } }).window).toBeNull();
  });
  it('handled before it may go on, used after, hard last: for every kind', () => {
    for (const layer of [
      DYE,
      STAIN,
      SATIN,
      newLayer('oil', { medium: 'flax' }),
      newLayer('gel-stain'),
      newLayer('filler'),
    ]) {
      const d = dries(layer);
      expect(d.handle).toBeLessThanOrEqual(d.goOn.usual);
      expect(d.use).toBeGreaterThanOrEqual(d.goOn.usual);
      expect(d.cure).toBeGreaterThanOrEqual(d.use);
      expect(TESTS[d.test].ask.length).toBeGreaterThan(0);
    }
  });
  it('says where its time comes from', () => {
    expect(dries(SATIN).basis).toBe('usual of its kind');
    expect(dries(SATIN, { seen: [{ wet: 3, dry: 5 }] })).toMatchObject({ basis: 'seen here', goOn: { coats: 1 } });
  });
});

describe('a coat on the clock', () => {
  const on = (layer: Layer, hour: number, tests: { hour: number; dry: boolean }[] = [], over: Partial<DryingOf> = {}) =>
    onClock(
      { at: 0, dries: dries(layer, over), tests: tests.map((t) => ({ at: t.hour * HOUR, dry: t.dry })) },
      [],
      hour * HOUR,
    );

  it('wet, to be tested, ready', () => {
    expect(on(STAIN, 2).stands).toBe('wet');
    expect(on(STAIN, 9)).toMatchObject({ stands: 'test', test: { kind: 'rub' } });
    expect(on(STAIN, 13).stands).toBe('ready');
  });
  it('found clean it is ready at once; found marked it waits until half of such coats are dry', () => {
    expect(on(STAIN, 9, [{ hour: 9, dry: true }])).toMatchObject({ stands: 'ready', foundDry: 9 * HOUR });
    const marked = on(STAIN, 13, [{ hour: 12.9, dry: false }], { still: 12.9 });
    expect(marked.stands).toBe('wet');
    expect(marked.goOn.earliest).toBeGreaterThan(12.9 * HOUR);
    const later = on(STAIN, marked.goOn.usual / HOUR + 0.01, [{ hour: 12.9, dry: false }], { still: 12.9 });
    expect(later.stands).toBe('test');
  });
  it('a window shuts: the last hour or quarter of it is said, then it is shut', () => {
    const facts = { goOn: 12, window: 72 };
    const varnish = newLayer('clear', { medium: 'varnish' });
    expect(on(varnish, 20, [], { facts }).stands).toBe('ready');
    expect(on(varnish, 60, [], { facts }).stands).toBe('shutting');
    expect(on(varnish, 73, [], { facts })).toMatchObject({ stands: 'shut', window: { remedy: 'scuff' } });
    expect(on(newLayer('conditioner'), 0.1).stands).toBe('wet');
    expect(on(newLayer('conditioner'), 0.7).stands).toBe('ready');
    expect(on(newLayer('conditioner'), 1.5).stands).toBe('shutting');
    expect(on(newLayer('conditioner'), 2.5).stands).toBe('shut');
  });
  it('a cold night holds it up', () => {
    const cold = onClock(
      { at: 0, dries: dries(STAIN), tests: [] },
      [{ at: 0, temperature: 10, humidity: 50 }],
      13 * HOUR,
    );
    expect(cold.stands).toBe('wet');
    expect(cold.goOn.usual).toBeCloseTo(24 * HOUR, -3);
  });
});
