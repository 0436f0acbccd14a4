import { describe, expect, it } from 'vitest';
import {
  clear,
  conditioner,
  dye,
  end,
  filler,
  gel,
  glaze,
  iron,
  lightness,
  looks,
  MAPLE,
  OAK,
  PINE,
  paint,
  powder,
  sealer,
  stain,
} from '../../../test/fixtures/bench-materials.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { labOf } from '../colour/lab.ts';
import { type Layer, newLayer, type Stack } from '../layers/layer.ts';
import type { StageLook } from './predict.ts';
import type { TissueName } from './tissues.ts';

/**
 * The sizes that films and acts have to a careful eye. All common practice, no source: a finisher's report, to be met within
 * about a third.
 */
const tissue = (look: StageLook, name: TissueName) => labOf(look.tissues.find((t) => t.name === name)?.dry ?? []);
/** What the last layer of a stack moves, CIEDE2000 of one tissue. */
const moved = (stack: Stack, name: TissueName, on: Parameters<typeof end>[1] = {}) =>
  deltaE00(tissue(end(stack.slice(0, -1), on), name), tissue(end(stack, on), name));
const drop = (below: Stack, layer: Layer, on: Parameters<typeof end>[1] = {}) =>
  lightness(below, on) - lightness([...below, layer], on);

const TIN = { 'tin-walnut': 1 };
const wiped = gel(TIN);
const left = gel(TIN, { method: 'unwiped' });
const DYED = dye({ soot: 3 });
const dyedTwice = dye({ soot: 3 }, { settings: { coats: 3 } });

describe('a gel out of the tin', () => {
  it('wiped over a dyed, sealed oak shifts by −3 to −8 and lets most of the contrast through', () => {
    const stages = looks([DYED, sealer(), wiped]);
    const [below, on] = stages.slice(-2) as [StageLook, StageLook];
    expect(below.labs[0][0] - on.labs[0][0]).toBeGreaterThan(3);
    expect(below.labs[0][0] - on.labs[0][0]).toBeLessThan(8);
    expect(on.contrast).toBeGreaterThan(0.66 * below.contrast);
  });
  it('shows the dye below: one or three coats of it differ', () => {
    const of = (under: Layer) => end([under, sealer(), wiped]).labs[0];
    expect(deltaE00(of(DYED), of(dyedTwice))).toBeGreaterThan(3);
  });
  it('without the seal coat is darker by a further 4 or so', () => {
    expect(lightness([DYED, sealer(), wiped]) - lightness([DYED, wiped])).toBeGreaterThan(2.7);
  });
  it('brushed on and left hides: grain covered, far darker than wiped', () => {
    const on = end([DYED, sealer(), left]);
    expect(on.contrast).toBeLessThan(0.25 * end([DYED, sealer()]).contrast);
    expect(on.labs[0][0]).toBeLessThan(lightness([DYED, sealer(), wiped]) - 8);
    // One or three coats of dye below make no difference any more.
    expect(deltaE00(on.labs[0], end([dyedTwice, sealer(), left]).labs[0])).toBeLessThan(1.5);
  });
  it('on bare pine makes the rings louder; a conditioner below changes next to nothing', () => {
    const pine = { wood: PINE };
    const bare = end([wiped], pine);
    expect(bare.contrast).toBeGreaterThan(1.3 * end([], pine).contrast);
    const conditioned = end([conditioner(), wiped], pine);
    expect(conditioned.labs[0][0]).toBeGreaterThan(bare.labs[0][0]);
    expect(conditioned.labs[0][0] - bare.labs[0][0]).toBeLessThan(2);
  });
});

describe('a wiping stain on bare wood', () => {
  const tin = (settings: Layer['settings'] = {}) => stain(TIN, { settings });
  it('is darker with dwell by a few units from 1 to 15 minutes', () => {
    const by = lightness([tin({ dwell: 1 })]) - lightness([tin({ dwell: 15 })]);
    expect(by).toBeGreaterThan(2);
    expect(by).toBeLessThan(7);
  });
  it('is darker with coarser grit: 80 against 180 by about 2, 100 against 220 by 1.5 to 3', () => {
    const at = (grit: number) => lightness([stain(0.06)], { preparation: { grit } });
    expect(at(180) - at(80)).toBeGreaterThan(1.3);
    expect(at(180) - at(80)).toBeLessThan(3);
    expect(at(220) - at(100)).toBeGreaterThan(1.2);
    expect(at(220) - at(100)).toBeLessThan(3.5);
  });
  it('with a second coat by about half as much again', () => {
    const once = drop([], stain(0.03));
    const twice = drop([], stain(0.03, { settings: { coats: 2 } }));
    expect(twice / once).toBeGreaterThan(1.3);
    expect(twice / once).toBeLessThan(1.8);
  });
  it('wipes off dense maple nearly whole', () => {
    expect(drop([], tin(), { wood: MAPLE })).toBeLessThan(0.5 * drop([], tin()));
  });
});

describe('a pale glaze', () => {
  it('over a dyed, sealed, brushed-out board stays in the grain and leaves the face', () => {
    const on = { preparation: { texture: 'brushed' as const } };
    const stack = [dye(), sealer(), glaze({ white: 0.06 })];
    expect(moved(stack, 'ground', on)).toBeLessThan(2.7);
    expect(moved(stack, 'grain', on)).toBeGreaterThan(12);
  });
  it('dry-brushed and mostly taken off again is subtle: +2 to +5', () => {
    const film = glaze({ white: 0.3 }, { method: 'dry-brushed', settings: { film: 0.05 } });
    const by = -drop([dye(), sealer()], film);
    expect(by).toBeGreaterThan(2);
    expect(by).toBeLessThan(5);
  });
  it('pressed into the grain, its haze taken off with fine paper, leaves the face within 1 (28.20)', () => {
    const stack = [dye(), sealer(), glaze({ white: 0.15 }, { method: 'in-grain', rub: 'dry' })];
    expect(moved(stack, 'ground')).toBeLessThan(1);
    expect(moved(stack, 'pore')).toBeGreaterThan(10);
  });
});

describe('over paint', () => {
  it('no figure of the wood shows in a glaze (28.15)', () => {
    expect(end([paint(), glaze({ umber: 0.1 })]).contrast).toBeLessThan(0.3);
  });
  it('powder stays in dents: a distressed piece holds more than a plain one; the rubbed face is nearly clean', () => {
    const on = { preparation: { texture: 'distressed' as const } };
    const powdered = [paint(), powder()];
    expect(moved(powdered, 'ground', on)).toBeGreaterThan(1.2 * moved(powdered, 'ground'));
    expect(moved(powdered, 'ground')).toBeLessThan(3);
  });
});

describe('a dye over a seal', () => {
  it('sprayed melts in and tones by 3 to 8, the grain as clear as before (28.17)', () => {
    const below = [DYED, sealer()];
    const sprayed = dye({ soot: 4 }, { method: 'sprayed' });
    expect(drop(below, sprayed)).toBeGreaterThan(3);
    expect(drop(below, sprayed)).toBeLessThan(8);
    expect(end([...below, sprayed]).contrast).toBeGreaterThan(0.75 * end(below).contrast);
    expect(drop(below, dye({ soot: 4 }))).toBeLessThan(2);
  });
});

describe('metal in the pores', () => {
  it('stays there over one seal coat, and pulls out again over two (28.16)', () => {
    const pores = (coats: number) => moved([iron(), sealer(coats), filler({ copper: 0.3 })], 'pore');
    expect(pores(1)).toBeGreaterThan(2 * pores(2));
    expect(moved([iron(), sealer(), filler({ copper: 0.3 })], 'ground')).toBeLessThan(2);
  });
});

describe('what is done to a finish', () => {
  it('levelling a clear keeps the wood wet; only where it is cut through it dries (28.12)', () => {
    const stack = [dye(), clear(3)];
    const level = newLayer('sand-back', { settings: { removed: 0.2 } });
    expect(Math.abs(drop(stack, level))).toBeLessThan(0.5);
  });
  it('wool on a bare dye takes a little, paper some more (28.12)', () => {
    const rubbed = (rub: Layer['rub']) => lightness([dye(6, rub ? { rub } : {})]);
    expect(rubbed('wool')).toBeGreaterThan(rubbed(undefined) + 0.4);
    expect(rubbed('dry')).toBeGreaterThan(rubbed('wool') + 0.3);
    // Worn it takes half; at the edges alone the face keeps its colour.
    const dry = (over: Partial<Layer>) => lightness([dye(6, { rub: 'dry', ...over })]);
    expect(dry({ rubWorn: true })).toBeLessThan(rubbed('dry') - 0.2);
    expect(dry({ rubWorn: true })).toBeGreaterThan(rubbed(undefined) + 0.2);
    expect(dry({ rubWhere: 'edges' })).toBeCloseTo(rubbed(undefined), 9);
  });
});

describe('taking back', () => {
  it('a softwood sanded back loses colour on its hard rings and keeps it in the soft ones (28.5)', () => {
    const stack = [dye(), newLayer('sand-back', { settings: { removed: 0.8 } })];
    const kept = (name: TissueName) => {
      const [raw, dyed, sanded] = looks(stack, { wood: PINE }).map((look) => tissue(look, name)[0]) as number[];
      return ((raw ?? 0) - (sanded ?? 0)) / ((raw ?? 0) - (dyed ?? 0));
    };
    expect(kept('ground')).toBeGreaterThan(kept('grain') + 0.2);
  });
  it('char brushes and sands off (28.6)', () => {
    const charred = { preparation: { texture: 'charred' as const } };
    const sanded = [newLayer('sand-back', { settings: { removed: 1 } })];
    expect(lightness(sanded, charred)).toBeGreaterThan(lightness([], charred) + 15);
  });
  it('what the wood rejected is not held: dye over a clear leaves room for none less below (28.1)', () => {
    const once = lightness([clear(), newLayer('sand-back', { settings: { removed: 1 } }), dye()]);
    const tried = lightness([clear(), dye(20), newLayer('sand-back', { settings: { removed: 1 } }), dye()]);
    expect(tried).toBeCloseTo(once, 0);
  });
});

describe('what a coat did', () => {
  it('is expected of the next coat of that colour on that board', () => {
    const coat = gel(TIN, { settings: { film: 2 } });
    const start = [dye({ soot: 2 }), sealer()];
    const first = [...start, coat];
    // A hand that leaves a fifth of what was expected.
    const little = end([...start, gel(TIN, { settings: { film: 0.4 } })]).reading;
    const measured = [{ layers: first.length, reading: little }];
    const [before, after] = looks([...first, coat], { measured }).slice(-2) as [StageLook, StageLook];
    const promised = lightness(first) - lightness([...first, coat]);
    // The stage itself is told as it was expected; the board stands as it was read.
    const stands = labOf(little)[0];
    expect(stands).toBeGreaterThan(before.labs[0][0] + 2);
    expect(stands - after.labs[0][0]).toBeLessThan(0.75 * promised + 1);
    const again = looks([...first, glaze()], { measured }).at(-1) as StageLook;
    expect(stands - again.labs[0][0]).toBeGreaterThan(0);
  });
});

describe('the years (28.9)', () => {
  it('pale walnut and darken cherry, and fade the dye of a toner', () => {
    const inYears = (stack: Stack, figure: typeof OAK.figure) => {
      const wood = { ...OAK, figure };
      return lightness(stack, { wood, years: 20 }) - lightness(stack, { wood });
    };
    expect(inYears([], 'walnut')).toBeGreaterThan(1);
    expect(inYears([], 'cherry')).toBeLessThan(-2);
    const toned = newLayer('toner', { colours: { soot: 20 }, medium: 'satin', settings: { coats: 3 } });
    expect(inYears([sealer(), toned], 'birch')).toBeGreaterThan(inYears([sealer()], 'birch') + 1);
  });
});

describe('what no wood can be (28.8)', () => {
  it('tissues that cover more than the face, or reflect more than they get', () => {
    const wood = (over: object) => ({ ...OAK, tissues: OAK.tissues.map((t) => ({ ...t, ...over })) });
    expect(() => looks([], { wood: wood({ fraction: 0.5 }) })).toThrow('cover 150 % of its face');
    expect(() => looks([], { wood: wood({ reflectance: new Array(31).fill(1.5) }) })).toThrow('shares of 1');
  });
});
