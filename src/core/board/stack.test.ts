import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BANDS, WAVELENGTHS } from '../colour/grid.ts';
import { labOf, lchFromLab } from '../colour/lab.ts';
import { DAYLIGHT } from '../colour/lights.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { KINDS, LAYER_KINDS, type LayerKind } from '../kinds/index.ts';
import { isColoured, type Layer, newLayer, type Stack } from '../layers/layer.ts';
import type { Colourant, Materials } from '../layers/materials.ts';
import { lookAsMeasured, predict, type StageLook } from './predict.ts';
import { type Preparation, USUAL_PREPARATION } from './preparation.ts';
import type { Wood } from './wood.ts';

const none = new Array<number>(BANDS).fill(0);
const bump = (centre: number, width: number, height: number, floor: number) =>
  WAVELENGTHS.map((nm) => floor + height * Math.exp(-(((nm - centre) / width) ** 2) / 2));
const colourant = (id: string, kind: Colourant['kind'], absorption: number[], scatter = none): Colourant => ({
  id,
  name: id,
  kind,
  carrier: 'water',
  maxStrength: kind === 'pigment' ? 0.3 : 25,
  absorption,
  scatter,
  exponent: kind === 'pigment' ? 1 : 0.88,
  costPerGram: 1,
});
const MATERIALS: Materials = {
  supplies: {},
  colourants: {
    honey: colourant('honey', 'dye', bump(430, 45, 0.35, 0.002)),
    umber: colourant('umber', 'pigment', bump(430, 130, 10, 2), new Array<number>(BANDS).fill(1.4)),
    carbon: colourant('carbon', 'ink', bump(550, 300, 0.2, 0.3)),
    iron: colourant('iron', 'reactive', bump(500, 140, 0.35, 0.15)),
  },
  mediums: {
    water: { id: 'water', name: 'water', kind: 'clear', carrier: 'water', k2: 0.56, tint: none },
    varnish: { id: 'varnish', name: 'varnish', kind: 'clear', carrier: 'oil', k2: 0.57, tint: bump(400, 60, 0.11, 0) },
    shellac: { id: 'shellac', name: 'shellac', kind: 'sealer', carrier: 'alcohol', k2: 0.5, tint: none },
    garnet: { id: 'garnet', name: 'garnet', kind: 'sealer', carrier: 'alcohol', k2: 0.5, tint: bump(400, 70, 0.2, 0) },
    linseed: { id: 'linseed', name: 'linseed', kind: 'oil', carrier: 'oil', k2: 0.48, tint: bump(400, 60, 0.09, 0) },
  },
};
const wood = (id: string, tannin: Wood['tannin'], lab: [number, number, number]): Wood => ({
  id,
  name: id,
  figure: 'oak',
  tannin,
  tissues: [
    { name: 'ground', fraction: 0.65, reflectance: Array.from(reflectanceFromLab(lab)), dye: 1, hold: 1 },
    {
      name: 'grain',
      fraction: 0.25,
      reflectance: Array.from(reflectanceFromLab([lab[0] - 8, lab[1] + 1, lab[2] + 1])),
      dye: 1.3,
      hold: 1.15,
    },
    {
      name: 'pore',
      fraction: 0.1,
      reflectance: Array.from(reflectanceFromLab([lab[0] - 20, lab[1] + 2, lab[2]])),
      dye: 1.5,
      hold: 1.3,
    },
  ],
});
const OAK = wood('oak', 3, [68, 6, 20]);
const MAPLE = wood('maple', 0, [80, 4, 16]);

const run = (stack: Stack, on: Wood = OAK, preparation: Partial<Preparation> = {}) =>
  predict(stack, on, MATERIALS, { preparation: { ...USUAL_PREPARATION, ...preparation } });
const last = (looks: StageLook[]) => looks[looks.length - 1];
const lightness = (look: StageLook) => labOf(look.reading)[0];
const end = (stack: Stack, on?: Wood, preparation?: Partial<Preparation>) =>
  lightness(last(run(stack, on, preparation)));

const dye = (strength = 5): Layer => newLayer('dye', { colours: { honey: strength } });
const stain = (share = 0.1): Layer => newLayer('wiping-stain', { colours: { umber: share } });
const gel = (share = 0.1, over: Partial<Layer> = {}): Layer =>
  newLayer('gel-stain', { colours: { umber: share }, ...over });
const glaze = (share = 0.08, method = 'wiped'): Layer => newLayer('glaze', { colours: { umber: share }, method });
const sealer = newLayer('sealer', { medium: 'shellac' });
const clear = newLayer('clear', { medium: 'water' });

describe('trade facts (common practice)', () => {
  it('a clear coat darkens and saturates bare wood; on a screen too, without gloss', () => {
    const [raw, cleared] = run([clear]);
    expect(lightness(cleared)).toBeLessThan(lightness(raw) - 3);
    const saturation = (look: StageLook) => lchFromLab(labOf(look.seen))[1] / labOf(look.seen)[0];
    expect(saturation(cleared)).toBeGreaterThan(1.1 * saturation(raw));
  });
  it('wet colour is close to the final one; dried dye looks flat until the clear goes on', () => {
    const [, dyed, cleared] = run([dye(), clear]);
    const wet = labOf(dyed.wetReading)[0];
    expect(Math.abs(wet - lightness(cleared))).toBeLessThan(Math.abs(lightness(dyed) - lightness(cleared)) / 2);
  });
  it('oil and garnet shellac amber, a water-clear does not', () => {
    const yellow = (stack: Stack) => labOf(last(run(stack, MAPLE)).seen)[2];
    expect(yellow([newLayer('clear', { medium: 'varnish' })])).toBeGreaterThan(yellow([clear]) + 1.5);
    expect(yellow([newLayer('oil', { medium: 'linseed' }), clear])).toBeGreaterThan(yellow([clear]) + 1.5);
    expect(yellow([newLayer('sealer', { medium: 'garnet' }), clear])).toBeGreaterThan(yellow([sealer, clear]) + 2);
  });
  it('oil pops the grain', () => {
    const [, oiled] = run([newLayer('oil', { medium: 'linseed' })]);
    expect(oiled.clarity).toBeGreaterThan(1);
  });
  it('finer grit takes less pigment but hardly less dye', () => {
    const change = (layer: Layer, grit: number) =>
      lightness(run([layer], OAK, { grit })[0]) - end([layer], OAK, { grit });
    expect(change(stain(), 320)).toBeLessThan(0.8 * change(stain(), 100));
    expect(change(dye(), 320)).toBeGreaterThan(0.9 * change(dye(), 100));
  });
  it('reactive colour hits oak and hardly maple', () => {
    const iron = newLayer('reactive', { colours: { iron: 8 } });
    const drop = (on: Wood) => lightness(run([iron], on)[0]) - end([iron], on);
    expect(drop(OAK)).toBeGreaterThan(15);
    expect(drop(MAPLE)).toBeLessThan(0.35 * drop(OAK));
  });
  it('conditioner lightens', () => {
    expect(end([stain()], OAK, { conditioner: true })).toBeGreaterThan(end([stain()]) + 1);
    expect(end([dye()], OAK, { conditioner: true })).toBeGreaterThan(end([dye()]));
  });
  it('gel and glaze over bare wood go darker than over a sealer', () => {
    expect(end([gel(), clear])).toBeLessThan(end([sealer, gel(), clear]) - 1);
    expect(end([glaze(), clear])).toBeLessThan(end([sealer, glaze(), clear]) - 1);
  });
  it('contrast falls as pigment builds and not as dye does', () => {
    const kept = (stack: Stack) => {
      const looks = run([...stack, clear]);
      return last(looks).clarity;
    };
    const plain = kept([]);
    expect(kept([sealer, gel(0.25, { method: 'unwiped' })])).toBeLessThan(0.6 * plain);
    expect(kept([dye(8)])).toBeGreaterThan(0.85 * plain);
  });
  it('ink stays out of the pores; dye goes into them', () => {
    const pore = (layer: Layer) => {
      const [raw, coloured] = run([layer]).map((l) => labOf(l.tissues[2].dry)[0]);
      return raw - coloured;
    };
    expect(pore(newLayer('ink', { colours: { carbon: 10 } }))).toBeLessThan(
      0.35 * pore(newLayer('dye', { colours: { honey: 25 } })) + 8,
    );
    const [, ink] = run([newLayer('ink', { colours: { carbon: 10 } })]);
    expect(labOf(ink.tissues[0].dry)[0]).toBeLessThan(labOf(ink.tissues[2].dry)[0] + 15);
  });
  it('a glaze left in the grain colours the pores and leaves the ground', () => {
    const [, before, after] = run([sealer, glaze(0.2, 'in-grain')]);
    const drop = (t: number) => labOf(before.tissues[t].dry)[0] - labOf(after.tissues[t].dry)[0];
    expect(drop(2)).toBeGreaterThan(1.5 * drop(0));
  });
  it('char darkens, bleach lightens, and an old finish keeps dye out', () => {
    expect(end([], OAK, { texture: 'charred' })).toBeLessThan(end([]) - 10);
    expect(end([newLayer('bleach', { settings: { strength: 0.7 } })])).toBeGreaterThan(end([]) + 5);
    const change = (oldFinish: boolean) =>
      lightness(run([dye()], OAK, { oldFinish })[0]) - end([dye()], OAK, { oldFinish });
    expect(change(true)).toBeLessThan(0.25 * change(false));
  });
});

describe('limits', () => {
  it('a film of no thickness, a dye of no strength and a wipe-back of nothing change nothing but the surface', () => {
    const bare = run([sealer]);
    expect(lightness(last(run([sealer, glaze(0)])))).toBeCloseTo(lightness(last(bare)), 6);
    expect(end([dye(0)])).toBeCloseTo(end([]), 6);
    expect(end([dye(), newLayer('wipe-back', { settings: { removed: 0 } })])).toBeCloseTo(end([dye()]), 6);
  });
  it('an opaque coat hides oak and maple alike', () => {
    const opaque = newLayer('opaque', { colours: { umber: 0.3 }, settings: { coats: 3 } });
    expect(end([opaque], OAK)).toBeCloseTo(end([opaque], MAPLE), 0);
    expect(last(run([opaque])).contrast).toBeLessThan(0.5);
  });
  it('order matters where it must: dye under a film is not film under a dye', () => {
    expect(end([dye(10), clear])).toBeLessThan(end([clear, dye(10)]) - 2);
  });
  it('wiping back is a weaker dye; sanding back leaves the grain coloured', () => {
    const back = newLayer('wipe-back', { settings: { removed: 0.5 } });
    expect(end([dye(), back])).toBeGreaterThan(end([dye()]));
    const sanded = last(run([dye(15), newLayer('sand-back', { settings: { removed: 0.8 } })]));
    expect(sanded.contrast).toBeGreaterThan(last(run([dye(15)])).contrast);
  });
  it('a measured stage is taken up: the tissues average to what was read', () => {
    const look = last(run([dye()]));
    const reading = look.reading.map((r) => r * 0.9);
    const measured = lookAsMeasured(look, OAK, reading);
    expect(labOf(measured.seen)[0]).toBeLessThan(labOf(look.seen)[0]);
  });
});

const anyLayer: fc.Arbitrary<Layer> = fc.constantFrom(...LAYER_KINDS).chain((kind: LayerKind) => {
  const info = KINDS[kind];
  const ids = Object.values(MATERIALS.colourants).filter((c) => info.takes[0] === c.kind);
  // A toner takes what its clear dissolves.
  const mediums = Object.values(MATERIALS.mediums).filter(
    (m) => m.kind === info.medium && (kind !== 'toner' || m.carrier === 'water'),
  );
  return fc.record({
    kind: fc.constant(kind),
    colours: fc.record(
      Object.fromEntries(ids.map((c) => [c.id, fc.double({ min: 0, max: c.maxStrength, noNaN: true })])),
    ),
    ...(mediums.length ? { medium: fc.constantFrom(...mediums.map((m) => m.id)) } : {}),
    settings: fc.record(
      Object.fromEntries(
        info.settings.map((s) => [
          s.key,
          s.whole ? fc.integer({ min: s.min, max: s.max }) : fc.double({ min: s.min, max: s.max, noNaN: true }),
        ]),
      ),
    ),
    ...(info.methods.length ? { method: fc.constantFrom(...info.methods.map((m) => m.id)) } : {}),
  }) as fc.Arbitrary<Layer>;
});

/** A layer of a kind with its first possible medium, colours of one strength, and settings by key. */
function layerOf(kind: LayerKind, strength: (most: number) => number, settings: Layer['settings'] = {}): Layer {
  const info = KINDS[kind];
  const colours = Object.values(MATERIALS.colourants)
    .filter((c) => info.takes[0] === c.kind)
    .slice(0, info.mostColours);
  const medium = Object.values(MATERIALS.mediums).find((m) => m.kind === info.medium);
  return newLayer(kind, {
    colours: Object.fromEntries(colours.map((c) => [c.id, strength(c.maxStrength)])),
    ...(medium ? { medium: medium.id } : {}),
    settings,
  });
}
const COLOURED = LAYER_KINDS.filter(isColoured);

describe('limits of every kind', () => {
  const bodyOf = (look: StageLook) => look.internal;
  it.each(COLOURED)('%s: no strength is no colour', (kind) => {
    const none = last(run([layerOf(kind, () => 0)]));
    const without = last(run([layerOf(kind, () => 0)].map((l) => ({ ...l, colours: {} }))));
    bodyOf(none).forEach((v, i) => {
      expect(v).toBeCloseTo(bodyOf(without)[i], 9);
    });
  });
  it.each(COLOURED)('%s: more of a dark colour never lightens, up to full strength', (kind) => {
    const steps = [0, 0.05, 0.2, 0.5, 1].map((share) => end([layerOf(kind, (most) => share * most)]));
    // A filler is what it is made of: its strength only sets its own colour.
    if (kind === 'filler' || kind === 'opaque') expect(steps.every(Number.isFinite)).toBe(true);
    else for (let i = 1; i < steps.length; i++) expect(steps[i]).toBeLessThanOrEqual(steps[i - 1] + 1e-6);
  });
  it.each(
    LAYER_KINDS.flatMap((kind) => KINDS[kind].settings.filter((s) => s.min === 0).map((s) => [kind, s.key] as const)),
  )('%s: with %s at zero the tissues are as before', (kind, key) => {
    const before = run([dye()]);
    const after = run([dye(), layerOf(kind, (most) => most, { [key]: 0 })]);
    bodyOf(last(after)).forEach((v, i) => {
      expect(v).toBeCloseTo(bodyOf(last(before))[i], 9);
    });
  });
  it.each(LAYER_KINDS)(
    '%s: at every bound of its settings it stays finite, and the docstring’s bounds hold',
    (kind) => {
      for (const { key, min, max } of KINDS[kind].settings) {
        for (const value of [min, max])
          for (const v of last(run([layerOf(kind, (most) => most, { [key]: value })])).reading)
            expect(v > 0 && v < 1).toBe(true);
        for (const value of [min - 1, max + 1, Number.NaN, Number.POSITIVE_INFINITY])
          expect(() => run([layerOf(kind, () => 0, { [key]: value })])).toThrow('must lie between');
      }
    },
  );
  it('an infinitely thick film hides the wood; a film without scatter only darkens it', () => {
    const chalk: Materials['colourants'][string] = colourant(
      'chalk',
      'pigment',
      none,
      new Array<number>(BANDS).fill(60),
    );
    const ink = colourant('veil', 'pigment', new Array<number>(BANDS).fill(2));
    const materials = { ...MATERIALS, colourants: { ...MATERIALS.colourants, chalk, veil: ink } };
    const over = (id: string, on: Wood, film = 5) => {
      const looks = predict([newLayer('gel-stain', { colours: { [id]: 0.3 }, settings: { film } })], on, materials);
      return labOf(last(looks).reading)[0];
    };
    expect(over('chalk', OAK)).toBeCloseTo(over('chalk', MAPLE), 0);
    expect(over('veil', OAK)).toBeLessThan(end([gel(0)]));
    expect(over('veil', OAK, 2)).toBeGreaterThan(over('veil', OAK, 4));
  });
  it('two thin films of one glaze are nearly one of both thicknesses; dye in two coats takes less than double', () => {
    const film = (thickness: number) => newLayer('glaze', { colours: { umber: 0.1 }, settings: { film: thickness } });
    expect(end([sealer, film(0.5), film(0.5)])).toBeCloseTo(end([sealer, film(1)]), 1);
    const coats = (n: number) => end([newLayer('dye', { colours: { honey: 4 }, settings: { coats: n } })]);
    expect(coats(1) - coats(2)).toBeLessThan(end([]) - coats(1));
  });
});

describe('L*a*b* of every stage', () => {
  it('comes under each light asked for, in daylight when none is', () => {
    const lights = [DAYLIGHT, { illuminant: 'A', observer: 10 }, { illuminant: 'F2', observer: 2 }] as const;
    const looks = predict([dye(), clear], OAK, MATERIALS, { lights });
    for (const look of looks) {
      expect(look.labs).toHaveLength(3);
      lights.forEach((light, i) => {
        expect(look.labs[i]).toEqual(labOf(look.reading, light));
      });
    }
    expect(last(run([dye()])).labs).toEqual([labOf(last(run([dye()])).reading, DAYLIGHT)]);
    // Wood under a lamp is redder than in daylight: common practice.
    expect(looks[0].labs[1][1]).toBeGreaterThan(looks[0].labs[0][1]);
  });
});

describe('any stack', () => {
  it('gives reflectances between 0 and 1 and never NaN, wet and dry, every tissue', () => {
    fc.assert(
      fc.property(fc.array(anyLayer, { maxLength: 9 }), fc.integer({ min: 60, max: 400 }), (stack, grit) => {
        for (const look of run(stack, OAK, { grit }))
          for (const s of [look.reading, look.wetReading, look.seen, ...look.tissues.flatMap((t) => [t.dry, t.wet])])
            for (const v of s) expect(v >= 0 && v <= 1.0001).toBe(true);
      }),
      { numRuns: 150 },
    );
  });
});

describe('refusals name the field', () => {
  it.each([
    [[newLayer('dye', { colours: { honey: 99 } })], 'stack.0.colours.honey', 'no stronger than 25'],
    [[newLayer('dye', { colours: { honey: Number.NaN } })], 'stack.0.colours.honey', 'zero or more'],
    [[newLayer('dye', { colours: { umber: 0.1 } })], 'stack.0.colours.umber', 'takes a dye'],
    [[newLayer('dye', { colours: { ghost: 1 } })], 'stack.0.colours.ghost', 'no colourant'],
    [[newLayer('clear')], 'stack.0.medium', 'needs a clear'],
    [[newLayer('clear', { medium: 'shellac' })], 'stack.0.medium', 'is a sealer, not a clear'],
    [[clear, newLayer('glaze', { settings: { film: -1 } })], 'stack.1.settings.film', 'between 0 and 5'],
    [[newLayer('glaze', { settings: { depth: 1 } })], 'stack.0.settings.depth', 'has no setting'],
    [[newLayer('glaze', { method: 'poured' })], 'stack.0.method', 'not put on by'],
    [[newLayer('bleach', { colours: { honey: 1 } })], 'stack.0.colours', 'takes no colourant'],
    [[{ ...newLayer('dye'), kind: 'spell' as LayerKind }], 'stack.0.kind', 'not a kind of layer'],
    [
      [newLayer('clear', { medium: 'water', settings: { coats: 1.5 } })],
      'stack.0.settings.coats',
      'are whole; 1.5 is not',
    ],
    [
      [newLayer('toner', { medium: 'varnish', colours: { honey: 2 } })],
      'stack.0.colours.honey',
      'does not dissolve it',
    ],
    [
      [newLayer('toner', { medium: 'water', colours: { honey: 2, umber: 0.1 } })],
      'stack.0.colours',
      'cannot mix a dye and a pigment',
    ],
    [[newLayer('ink', { colours: { carbon: 1, iron: 1 } })], 'stack.0.colours', 'at most 1 colourant.'],
  ])('%#', (stack, field, sentence) => {
    expect(() => run(stack)).toThrow(expect.objectContaining({ field, message: expect.stringContaining(sentence) }));
  });
  it('a spectrum that is none, wherever it comes in', () => {
    const spoiled = (values: number[]) => values.map((v, i) => (i === 7 ? Number.NaN : v));
    const withHoney = (over: Partial<Colourant>): Materials => ({
      ...MATERIALS,
      colourants: { ...MATERIALS.colourants, honey: { ...MATERIALS.colourants.honey, ...over } },
    });
    const refusal = (materials: Materials, on: Wood = OAK, stack: Stack = [dye(), clear]) => {
      try {
        predict(stack, on, materials);
      } catch (error) {
        return `${(error as { field: string }).field}: ${(error as Error).message}`;
      }
      return 'accepted';
    };
    expect(refusal(withHoney({ absorption: spoiled(none) }))).toBe(
      'stack.0.colours.honey.absorption: The absorption of honey must be numbers of zero or more; NaN at 470 nm is not.',
    );
    expect(refusal(withHoney({ scatter: [0] }))).toContain('must have 31 values');
    expect(refusal(withHoney({ carrier: 'milk' as Colourant['carrier'] }))).toContain('“milk”, which is no carrier');
    const milky = { ...MATERIALS, mediums: { water: { ...MATERIALS.mediums.water, tint: none.map(() => -1) } } };
    expect(refusal(milky)).toContain('stack.1.medium.tint: The tint of water');
    const [ground, ...rest] = OAK.tissues;
    const on = (over: object): Wood => ({ ...OAK, tissues: [{ ...ground, ...over }, ...rest] });
    expect(refusal(MATERIALS, on({ reflectance: spoiled([...ground.reflectance]) }))).toContain(
      'tissues.0.reflectance',
    );
    expect(refusal(MATERIALS, on({ dye: Number.NaN }))).toContain('tissues.0.dye');
    expect(refusal(MATERIALS, { ...OAK, tissues: [] })).toContain('oak has no tissue');
  });
  it('unknown carriers mixed, and a grit off the scale', () => {
    const mixed: Materials = {
      ...MATERIALS,
      colourants: {
        ...MATERIALS.colourants,
        other: { ...MATERIALS.colourants.honey, id: 'other', carrier: 'solvent' },
      },
    };
    const stack = [newLayer('dye', { colours: { honey: 1, other: 1 } })];
    expect(() => predict(stack, OAK, mixed)).toThrow('cannot mix colours for water and solvent');
    expect(() => run([], OAK, { grit: 20 })).toThrow('between 60 and 400');
  });
});
