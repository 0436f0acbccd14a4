import { describe, expect, it } from 'vitest';
import {
  BENCH,
  bleach,
  clear,
  conditioner,
  dye,
  end,
  filler,
  gel,
  glaze,
  ink,
  iron,
  lightness,
  looks,
  MAPLE,
  OAK,
  oil,
  PINE,
  paint,
  sandBack,
  sealer,
  stain,
  toner,
  wipeBack,
} from '../../../test/fixtures/bench-materials.ts';
import { BANDS, WAVELENGTHS } from '../colour/grid.ts';
import type { Lab } from '../colour/lab.ts';
import { nth } from '../known.ts';
import { KEPT_TO, type Layer, newLayer, type Stack } from '../layers/layer.ts';
import type { Colourant } from '../layers/materials.ts';
import { COATED, SEALED } from '../optics/surface.ts';
import { assemble, type BoardOptions } from './compile.ts';
import { lifted, usualFilm } from './films.ts';
import { held, showsIn } from './in-wood.ts';
import { lookAsMeasured } from './predict.ts';
import { USUAL_PREPARATION } from './preparation.ts';
import { showing } from './showing.ts';
import { type BoardState, coverage, type Film, type InWood, type Setup, surfaceOf, UNTUNED } from './state.ts';
import { rawMean, scaleToBoard, type Wood } from './wood.ts';

/** What the layers make of the board, to the number: every constant is common practice, as `docs/model.md` lists them. */
interface On extends Omit<BoardOptions, 'preparation'> {
  wood?: Wood;
  preparation?: Partial<typeof USUAL_PREPARATION>;
}
const states = (stack: Stack, { wood = OAK, preparation, ...options }: On = {}) =>
  assemble(stack, wood, BENCH, { ...options, preparation: { ...USUAL_PREPARATION, ...preparation } }).states;
const stateAfter = (stack: Stack, on: On = {}): BoardState => {
  const all = states(stack, on);
  return nth(all, all.length - 1);
};
const topFilm = (state: BoardState): Film => nth(state.films, state.films.length - 1);
const lastIn = (state: BoardState): InWood => nth(state.inWood, state.inWood.length - 1);
const material = (id: string) => BENCH.colourants[id] as Colourant;
const setup = (wood: Wood = OAK): Setup => ({
  wood,
  materials: BENCH,
  preparation: USUAL_PREPARATION,
  tuning: UNTUNED,
  zone: 'face',
  thirst: 1,
});
const close = (got: ArrayLike<number>, wanted: readonly number[]) => {
  expect(got.length).toBe(wanted.length);
  wanted.forEach((v, i) => {
    expect(got[i]).toBeCloseTo(v, 9);
  });
};
const [GROUND, GRAIN, PORE] = [0, 1, 2];

describe('a layer left out', () => {
  it('does nothing: the stages about it are those of the stack without it, at the same places', () => {
    const full = [dye({ honey: 4 }), { ...sealer(), off: true }, clear(1)];
    const [dyed, off] = states(full).slice(1);
    expect(off).toEqual(dyed);
    const [, seen, same, after] = looks(full);
    const [, , without] = looks([dye({ honey: 4 }), clear(1)]);
    expect(same?.reading).toEqual(seen?.reading);
    expect(after?.reading).toEqual(without?.reading);
  });
});

describe('a layer kept to a place', () => {
  const on = (where: Layer['where'], zone: BoardOptions['zone']) =>
    stateAfter([{ ...dye({ honey: 6 }), ...(where ? { where } : {}) }], { zone }).inWood.length;
  it('goes on there and nowhere else; of single spots nothing is foreseen', () => {
    expect(KEPT_TO.map((where) => on(where, 'face'))).toEqual([0, 0, 0, 1, 0]);
    expect(KEPT_TO.map((where) => on(where, 'edge'))).toEqual([0, 1, 0, 0, 0]);
    expect(KEPT_TO.map((where) => on(where, 'end'))).toEqual([0, 0, 1, 0, 0]);
    expect([on(undefined, 'face'), on(undefined, 'edge'), on(undefined, 'end')]).toEqual([1, 1, 1]);
  });
});

describe('a coat that stays as it is laid', () => {
  const thick = (over: Partial<Layer>) => nth(topFilm(stateAfter([{ ...clear(1), ...over }])).thickness, GROUND);
  it('is as thin as it was thinned, and half as thick from a rag as from a brush', () => {
    expect(thick({ thinners: { water: 0.25 } })).toBeCloseTo(1 / 1.25, 12);
    expect(thick({ applicator: 'rag', method: 'brushed' })).toBeCloseTo(0.5, 12);
    expect(thick({ applicator: 'bristle', method: 'brushed' })).toBe(1);
  });
  it('closes the wood so much less, thinned', () => {
    const thinned = stateAfter([{ ...sealer(), thinners: { alcohol: 1 } }]);
    expect(nth(thinned.bare, GROUND)).toBeCloseTo(0.12 ** 0.5, 12);
  });
});

describe('what a coat leaves open', () => {
  it('a sealer 0.12 of it, a second the same again, and it counts its seals', () => {
    const one = stateAfter([sealer()]);
    close(one.open, [0.12, 0.12, 0.12]);
    close(one.bare, [0.12, 0.12, 0.12]);
    expect(one).toMatchObject({ reach: 0.12, scratches: 0.35, hollows: 1, seals: 1, locked: 0, last: 0 });
    const two = stateAfter([sealer(2)]);
    close(two.open, [0.0144, 0.0144, 0.0144]);
    expect(two.hollows).toBeCloseTo(0.7, 12);
    expect(two.seals).toBe(2);
    expect(two.scratches).toBeCloseTo(0.35 ** 2, 12);
    // Two coats of one sealer are one film, twice as thick and twice as much to the sandpaper.
    expect(two.films).toHaveLength(1);
    close(topFilm(two).thickness, [2, 2, 2]);
    expect(topFilm(two).build).toBeCloseTo(0.8, 12);
  });
  it('a washcoat of half the cut half of that, in the exponent; its film is half as thick', () => {
    const washed = stateAfter([newLayer('sealer', { medium: 'shellac', settings: { cut: 1 } })]);
    close(washed.open, [0.12 ** 0.5, 0.12 ** 0.5, 0.12 ** 0.5]);
    close(washed.bare, [0.12 ** 0.5, 0.12 ** 0.5, 0.12 ** 0.5]);
    expect(washed.reach).toBeCloseTo(0.12 ** 0.5, 12);
    expect(washed.scratches).toBeCloseTo(0.35 ** 0.5, 12);
    close(topFilm(washed).thickness, [0.5, 0.5, 0.5]);
    expect(topFilm(washed).build).toBeCloseTo(0.2, 12);
    const heavy = newLayer('sealer', { medium: 'shellac', settings: { cut: 4 } });
    expect(nth(stateAfter([heavy]).open, GROUND)).toBeCloseTo(nth(stateAfter([sealer(2)]).open, GROUND), 12);
  });
  it('a clear nothing; it levels what is under it', () => {
    const one = stateAfter([clear()]);
    close(one.open, [0, 0, 0]);
    close(one.bare, [0, 0, 0]);
    expect(one).toMatchObject({ reach: 0, seals: 1 });
    expect(one.scratches).toBeCloseTo(0.05, 12);
    expect(one.hollows).toBeCloseTo(0.6, 12);
    expect(surfaceOf(one, setup())).toEqual({ k1: COATED.k1, k2: 0.56 });
  });
  it('an oil 0.4; it deepens the open wood, dark tissue most, and no sealed one', () => {
    const one = stateAfter([oil()]);
    close(one.open, [0.4, 0.4, 0.4]);
    expect(one.reach).toBeCloseTo(0.3, 12);
    expect(one.scratches).toBeCloseTo(0.6, 12);
    const scales = lastIn(one).scales as Float64Array;
    close([scales[0], scales[BANDS], scales[2 * BANDS]] as number[], [1.12, 1.25, 1.3].map(Math.log));
    expect(stateAfter([clear(), oil()]).inWood).toHaveLength(0);
    const sealed = lastIn(stateAfter([sealer(), oil()])).scales as Float64Array;
    expect(sealed[0]).toBeCloseTo(0.12 * Math.log(1.12), 12);
  });
  it('paint keeps 0.1 of the scratches, hides all and locks; its film follows what was learned', () => {
    const one = stateAfter([glaze(), paint(0.3, { settings: { coats: 1 } })]);
    expect(one.scratches).toBeCloseTo(0.1, 12);
    expect(one.hollows).toBeCloseTo(0.1, 12);
    expect(one.dents).toBeCloseTo(0.85, 12);
    expect(one.reach).toBe(0);
    expect(one.locked).toBe(1);
    close(topFilm(one).thickness, [3, 3, 3]);
    expect(topFilm(one).surface).toEqual(SEALED);
    const more = stateAfter([paint(0.3, { settings: { coats: 1 } })], {
      tuning: { ...UNTUNED, film: { opaque: 1.25 } },
    });
    close(topFilm(more).thickness, [3.75, 3.75, 3.75]);
  });
  it('a conditioner lets 0.78 through and draws uptakes half together, as far as any tissue is open', () => {
    const one = stateAfter([conditioner()]);
    close(one.open, [0.78, 0.78, 0.78]);
    expect(one.even).toBeCloseTo(0.5, 12);
    expect(stateAfter([conditioner(2)]).even).toBeCloseTo(1 - 0.5 * (1 - 0.39), 12);
    expect(stateAfter([clear(), conditioner()]).even).toBe(0);
    // Where only the pores are closed the face still draws together.
    expect(stateAfter([filler(0.1, { settings: { fill: 1 } }), conditioner()]).even).toBeCloseTo(0.5 * 0.6, 9);
    close(stateAfter([], { preparation: { conditioner: true } }).open, [0.78, 0.78, 0.78]);
    expect(states([], { preparation: { conditioner: true } })[0]?.unread).toEqual([]);
  });
});

describe('colour in the wood', () => {
  const takes = (state: BoardState, wood = OAK) =>
    wood.tissues.map(
      (_, t) => nth(lastIn(state).adds as Float64Array, t * BANDS + 15) / nth(material('soot').absorption, 15),
    );
  it('is strength to the exponent, times what each tissue takes and shows', () => {
    const shows = showsIn(OAK);
    close(
      takes(stateAfter([dye(6)])),
      OAK.tissues.map((t, k) => 6 ** 0.88 * t.dye * nth(shows, k)),
    );
    // Over the face it shows as much as on even wood.
    expect(OAK.tissues.reduce((sum, t, k) => sum + t.fraction * nth(shows, k), 0)).toBeCloseTo(1, 12);
    expect(nth(shows, PORE)).toBeGreaterThan(nth(shows, GROUND));
  });
  it('two coats are twice the strength in one; the second shows what that adds', () => {
    close(takes(stateAfter([dye(6, { settings: { coats: 2 } })])), takes(stateAfter([dye(12)])) as number[]);
    const second = takes(stateAfter([dye(6), dye(6)]));
    const whole = takes(stateAfter([dye(12)]));
    const first = takes(stateAfter([dye(6)]));
    second.forEach((v, t) => {
      expect(v).toBeCloseTo(nth(whole, t) - nth(first, t), 9);
    });
  });
  it('dwell counts by the power 0.12, load by 0.3; ink and iron know neither', () => {
    const ratio = (settings: Layer['settings']) =>
      nth(takes(stateAfter([dye(6, { settings })])), GROUND) / nth(takes(stateAfter([dye(6)])), GROUND);
    expect(ratio({ dwell: 20 })).toBeCloseTo(4 ** 0.12, 9);
    expect(ratio({ load: 2 })).toBeCloseTo(2 ** 0.3, 9);
  });
  it('what was learned of uptake multiplies it', () => {
    const more = takes(stateAfter([dye(6)], { tuning: { ...UNTUNED, uptake: { soot: 1.3 } } }));
    expect(nth(more, GROUND)).toBeCloseTo(1.3 * nth(takes(stateAfter([dye(6)])), GROUND), 9);
  });
  it('wetted just before, thirsty wood takes a water dye at 0.94 and more evenly; only the first, only a water dye', () => {
    const wet = { preparation: { preWet: true } };
    const shows = showsIn(OAK);
    close(
      takes(stateAfter([dye(6)], wet)),
      OAK.tissues.map((t, k) => 6 ** 0.88 * 0.94 * (t.dye * nth(shows, k)) ** 0.7),
    );
    const smoke: Layer = dye({ smoke: 6 });
    expect(takes(stateAfter([smoke], wet))).toEqual(takes(stateAfter([smoke])));
    expect(takes(stateAfter([wipeBack(0), dye(6)], wet))).toEqual(takes(stateAfter([wipeBack(0), dye(6)])));
    expect(lightness([iron(8)], wet)).toBeCloseTo(lightness([iron(8)]), 9);
  });
  it('a zone takes and shades by its own factors: edge 1.12 and 1.04, end grain 2 and 1.3', () => {
    const face = takes(stateAfter([dye(6)]));
    const end = takes(stateAfter([dye(6)], { zone: 'end' }));
    end.forEach((v, t) => {
      expect(v).toBeCloseTo(2 * nth(face, t), 9);
    });
    expect(nth(takes(stateAfter([dye(6)], { thirst: 1.5 })), GROUND)).toBeCloseTo(1.5 * nth(face, GROUND), 9);
    expect(nth(takes(stateAfter([dye(6)], { preparation: { grit: 90 } })), GROUND)).toBeCloseTo(
      2 ** 0.06 * nth(face, GROUND),
      9,
    );
    // Under a seal the scratches hardly count any more.
    const sealed = (grit: number) => nth(takes(stateAfter([sealer(), dye(6)], { preparation: { grit } })), GROUND);
    expect(sealed(90) / sealed(180)).toBeCloseTo(1 + (2 ** 0.06 - 1) * 0.35, 9);
  });
  it('filled pores take none; the face does as the filler leaves it open', () => {
    const filled = takes(stateAfter([filler(0.1, { settings: { fill: 1 } }), dye(6)]));
    const bare = takes(stateAfter([dye(6)]));
    expect(nth(filled, PORE)).toBeCloseTo(0, 12);
    expect(nth(filled, GROUND)).toBeCloseTo(0.6 * nth(bare, GROUND), 9);
  });
  it('what sealed wood does not take lies on it, 1.2 % of a dye, and a rag moves it unless it was sprayed', () => {
    const on = stateAfter([sealer(), dye(6)]);
    expect(topFilm(on)).toMatchObject({ layer: 1, movable: true, coloured: true, carrier: 'water' });
    close(
      topFilm(on).thickness,
      [0.88, 0.88, 0.88].map((v) => 0.012 * v),
    );
    expect(topFilm(stateAfter([sealer(), dye(6, { method: 'sprayed' })])).movable).toBe(false);
    expect(stateAfter([dye(6)]).films).toHaveLength(0);
    expect(stateAfter([sealer(), iron(8)]).films).toHaveLength(1);
    close(
      topFilm(stateAfter([sealer(), ink(10)])).thickness,
      [0.88, 0.88, 0.88].map((v) => 0.02 * v),
    );
    // Where only the pores are closed a trace lies on them alone.
    const pores = topFilm(stateAfter([filler(0.1, { settings: { fill: 1 } }), dye(6)])).thickness;
    expect(nth(pores, PORE)).toBeCloseTo(0.012, 9);
    expect(nth(pores, GROUND)).toBeCloseTo(0.012 * 0.4, 9);
  });
  it('nothing in the pot is nothing on the board', () => {
    expect(stateAfter([newLayer('dye')])).toMatchObject({ inWood: [], films: [], unread: [] });
  });
  it('ink finds 0.06 of its way into pores and shows alike in all tissues', () => {
    const state = stateAfter([ink(10)]);
    const amount = (t: number) =>
      nth(lastIn(state).adds as Float64Array, t * BANDS + 15) / nth(material('carbon').absorption, 15) / 10 ** 0.88;
    close([amount(GROUND), amount(GRAIN), amount(PORE)], [1, 1.3, 0.06]);
    expect(lastIn(state)).toMatchObject({ washes: 0.5, lift: 0, fades: 0 });
    expect(lastIn(stateAfter([iron(8)]))).toMatchObject({ washes: 0.1, lift: 0, fades: 0.005 });
    expect(lastIn(stateAfter([dye(6)]))).toMatchObject({ washes: 1, lift: 0.08, fades: 0.03 });
  });
  it('a mix lifts as the mean of its dyes, each by its transfer test where there is one', () => {
    const tested = { ...BENCH, colourants: { ...BENCH.colourants, honey: { ...material('honey'), lift: 0.2 } } };
    const { states: made } = assemble([dye({ honey: 3, soot: 3 })], OAK, tested);
    expect(lastIn(nth(made, 1)).lift).toBeCloseTo((0.2 + 0.08) / 2, 12);
  });
  it('iron comes to the tannin’s end, and two irons share it', () => {
    const most = 6 * 1;
    expect(held(1e9, material('iron'), OAK)).toBeCloseTo(most, 9);
    expect(held(8, material('iron'), OAK)).toBeCloseTo(most * (1 - Math.exp(-(8 ** 0.88) / 6)), 12);
    expect(held(8, material('iron'), MAPLE)).toBeCloseTo(0.05 * held(8, material('iron'), OAK), 12);
    const two = {
      ...BENCH,
      colourants: { ...BENCH.colourants, rust: { ...material('iron'), id: 'rust' } },
    };
    const shown = (stack: Stack) => {
      const { states: made } = assemble(stack, OAK, two);
      return nth(lastIn(nth(made, stack.length)).adds as Float64Array, 15);
    };
    const left = 1 - held(8, material('iron'), OAK) / most;
    expect(shown([iron(8), iron({ rust: 8 })])).toBeCloseTo(left * shown([iron({ rust: 8 })]), 9);
    // A dye below it takes none of the tannin and stands in its way a little; the iron itself does not count twice.
    expect(shown([dye(6), iron(8)])).toBeCloseTo(0.85 * shown([iron(8)]), 9);
    expect(shown([iron(4), iron(4)])).toBeCloseTo(shown([iron(8)]) - shown([iron(4)]), 9);
  });
  it('wax closes and locks, wets bare wood a little, and changes a finish hardly', () => {
    const wax = newLayer('wax');
    const bare = lightness([]) - lightness([wax]);
    expect(bare).toBeGreaterThan(1);
    expect(bare).toBeLessThan(lightness([]) - lightness([clear()]) + 0.01);
    expect(Math.abs(lightness([dye(), clear(), wax]) - lightness([dye(), clear()]))).toBeLessThan(0.5);
    expect(Math.max(...stateAfter([wax]).open)).toBeLessThan(0.5);
    expect(stateAfter([clear(), wax]).locked).toBeGreaterThan(0);
  });
  it('bleach takes its share, a quarter less at the blue end; through a fresh film 0.3 of it', () => {
    const scales = lastIn(stateAfter([bleach(0.5)])).scales as Float64Array;
    expect(scales[0]).toBeCloseTo(Math.log(1 - 0.5 * 0.75), 12);
    expect(scales[30]).toBeCloseTo(Math.log(1 - 0.5 * 0.98), 12);
    const fresh = lastIn(stateAfter([glaze(), bleach(0.5)])).scales as Float64Array;
    expect(fresh[0]).toBeCloseTo(Math.log(1 - 0.15 * 0.75), 12);
    expect(stateAfter([clear(), bleach(0.5)])).toMatchObject({ inWood: [], unread: [0] });
    const sealed = lastIn(stateAfter([sealer(), bleach(0.5)])).scales as Float64Array;
    expect(sealed[0]).toBeCloseTo(Math.log(1 - 0.06 * 0.75), 12);
  });
  it('bleach takes dye further than the wood, half of iron, and leaves carbon and char (28.3)', () => {
    const left = (stack: Stack, on: On = {}) =>
      nth(nth(stateAfter([...stack, bleach(0.5)], on).inWood, 1).left, GROUND);
    expect(left([dye(6)])).toBeCloseTo(0.5 ** 1.2, 12);
    expect(left([iron(8)])).toBeCloseTo(0.75, 12);
    expect(left([ink(10)])).toBe(1);
    expect(left([], { preparation: { texture: 'charred' } })).toBe(1);
    // Over black ink it pales the wood beside it a little, and never turns the board blue.
    const [, , b] = end([ink(20)]).labs[0] as Lab;
    const [, , after] = end([ink(20), bleach(0.9)]).labs[0] as Lab;
    expect(after).toBeGreaterThan(b - 1.5);
  });
});

describe('wiped films', () => {
  const thickness = (layer: Layer, on: On = {}, under: Stack = []) =>
    topFilm(stateAfter([...under, layer], on)).thickness;
  it('a glaze over a seal leaves 0.1 of a laid coat on the ground and pools in grain and pores, which hold what they hold', () => {
    close(thickness(glaze(), {}, [sealer()]).slice(0, 1), [0.1 * (1 + 1.2 * 0.0144)]);
    const sealed = thickness(glaze(), {}, [clear(1)]);
    expect(nth(sealed, GROUND)).toBeCloseTo(0.1, 9);
    expect(nth(sealed, GRAIN)).toBeCloseTo(0.1 * (1 + 0.4 * 0.6) * (1 + 0.15 * 0.6), 9);
    expect(nth(sealed, PORE)).toBeCloseTo(0.1 * (1 + 1.5 * 0.6) * (1 + 0.3 * 0.6), 9);
  });
  it('on bare wood a gel soaks in to 2.2 times that; grit, thirst and zone count there', () => {
    const bare = 0.22;
    expect(nth(thickness(gel()), GROUND)).toBeCloseTo(bare, 9);
    expect(nth(thickness(gel(), { preparation: { grit: 90 } }), GROUND)).toBeCloseTo(bare * 2 ** 0.3, 9);
    expect(nth(thickness(gel(), { preparation: { grainRaised: false } }), GROUND)).toBeCloseTo(bare * 1.06, 9);
    expect(nth(thickness(gel(), { thirst: 1.2 }), GROUND)).toBeCloseTo(bare * 1.2, 9);
    expect(nth(thickness(gel(), { zone: 'end' }), GROUND)).toBeCloseTo(bare * 1.9, 9);
    expect(nth(thickness(gel(), { zone: 'edge' }), GROUND)).toBeCloseTo(bare * 1.1, 9);
    // What is done to the end grain brings it nearer to the face (28.7).
    const ends = (how: 'finer grit' | 'sealed first') =>
      nth(thickness(gel(), { zone: 'end', preparation: { ends: how } }), GROUND);
    expect(ends('finer grit')).toBeCloseTo(bare * 1.9 ** 0.55, 9);
    expect(ends('sealed first')).toBeCloseTo(bare * 1.9 ** 0.15, 9);
  });
  it('a stain lodges by the wood’s anatomy; hard rings wipe clean', () => {
    expect(nth(thickness(stain()), GROUND)).toBeCloseTo(0.4, 9);
    expect(nth(thickness(stain(), { wood: MAPLE }), GROUND)).toBeCloseTo(0.1, 9);
    expect(nth(thickness(stain(), { wood: PINE }), GROUND)).toBeCloseTo(0.75, 9);
    const ring = thickness(glaze(), { wood: PINE });
    expect(nth(ring, GRAIN) / nth(ring, GROUND)).toBeCloseTo((1.4 * 0.5) / 3, 9);
  });
  it('dwell, load and pressure by their powers; a tenth of the power of dwell on sealed wood', () => {
    const ratio = (settings: Layer['settings'], under: Stack = []) =>
      nth(thickness(glaze(0.1, { settings }), {}, under), GROUND) / nth(thickness(glaze(), {}, under), GROUND);
    expect(ratio({ dwell: 20 })).toBeCloseTo(4 ** 0.18, 9);
    expect(ratio({ dwell: 20 }, [clear()])).toBeCloseTo(4 ** 0.1, 9);
    expect(ratio({ load: 2 })).toBeCloseTo(2 ** 0.4, 9);
    expect(ratio({ pressure: 2 })).toBeCloseTo(2 ** -0.45, 9);
    expect(ratio({ film: 0.5 })).toBeCloseTo(0.5, 9);
  });
  it('each way of putting on leaves its own share on ground and pores', () => {
    const by = (method: string) => {
      const [some, usual] = [thickness(glaze(0.1, { method })), thickness(glaze())];
      return [nth(some, GROUND) / nth(usual, GROUND), nth(some, PORE) / nth(usual, PORE)];
    };
    close(by('dry-brushed'), [1.5, 0.4]);
    close(by('in-grain'), [0.1, 2]);
    close(by('across'), [0.95, 1.25]);
    const unwiped = thickness(gel(0.1, { method: 'unwiped' }));
    expect(nth(unwiped, GROUND) / nth(thickness(gel()), GROUND)).toBeCloseTo(10, 9);
  });
  it('each further seal coat holds 0.93, up to four', () => {
    const over = (coats: number) => nth(thickness(glaze(), {}, [clear(coats)]), GROUND);
    close([over(2) / over(1), over(4) / over(1), over(6) / over(1)], [0.93, 0.93 ** 3, 0.93 ** 3]);
  });
  it('what was learned of a film multiplies it; filled pores hold what the flat holds', () => {
    const learned = { tuning: { ...UNTUNED, film: { glaze: 1.2 } } };
    expect(nth(thickness(glaze(), learned), GROUND)).toBeCloseTo(1.2 * 0.22, 9);
    const strong = topFilm(stateAfter([glaze()], { tuning: { ...UNTUNED, uptake: { umber: 1.5 } } }));
    expect(strong.absorbs[0]).toBeCloseTo(1.5 * nth(topFilm(stateAfter([glaze()])).absorbs, 0), 12);
    const filled = thickness(glaze(), {}, [filler(0.1, { settings: { fill: 1 } }), clear()]);
    expect(nth(filled, PORE)).toBeCloseTo(nth(filled, GROUND), 9);
  });
  it('a gel makes a surface, a glaze none; both are coloured and move, and close the wood', () => {
    expect(topFilm(stateAfter([gel()]))).toMatchObject({ surface: SEALED, movable: true, coloured: true, build: 0.4 });
    expect(topFilm(stateAfter([glaze()]))).toMatchObject({ surface: null, movable: true, coloured: true, build: 0.25 });
    close(stateAfter([gel()]).open, [0.3, 0.3, 0.3]);
    close(stateAfter([glaze()]).open, [0.4, 0.4, 0.4]);
    close(stateAfter([stain()]).open, [0.6, 0.6, 0.6]);
    close(stateAfter([glaze(0.1, { settings: { film: 0.5 } })]).open, [0.4 ** 0.5, 0.4 ** 0.5, 0.4 ** 0.5]);
    close(stateAfter([glaze()]).bare, [1, 1, 1]);
  });
  it('the film of a ladder on bare wood is the mean over its tissues', () => {
    for (const wood of [OAK, MAPLE, PINE]) {
      const [once] = [thickness(stain(), { wood })];
      const mean = wood.tissues.reduce((sum, t, k) => sum + t.fraction * nth(once, k), 0);
      expect(usualFilm('wiping-stain', wood)).toBeCloseTo(mean, 12);
    }
  });
  it('a wiped coat lifts a dye of its own solvent by its lift, as far as it reaches; of another none', () => {
    const state = stateAfter([dye(6)]);
    close(lastIn(lifted(state, 'water', glaze())).left, [0.92, 0.92, 0.92]);
    close(lastIn(lifted(state, 'water', glaze(), 0.5)).left, [0.96, 0.96, 0.96]);
    expect(lifted(state, 'oil', glaze()).inWood[0]).toBe(state.inWood[0]);
    expect(lifted(state, null, glaze())).toBe(state);
    const sealed = stateAfter([dye(6), sealer()]);
    close(lastIn(lifted(sealed, 'water', glaze())).left, new Array<number>(3).fill(1 - 0.08 * 0.12));
    const cleared = stateAfter([dye(6), clear()]);
    expect(lastIn(lifted(cleared, 'water', glaze()))).toBe(lastIn(cleared));
    // Ink has no lift: it is not even copied.
    const inked = stateAfter([ink(10)]);
    expect(lastIn(lifted(inked, 'water', glaze()))).toBe(lastIn(inked));
    const filmed = stateAfter([sealer(), glaze({ 'wet-umber': 0.1 })]);
    close(
      topFilm(lifted(filmed, 'water', gel())).thickness,
      topFilm(filmed).thickness.map((v) => 0.9 * v),
    );
    expect(topFilm(lifted(filmed, 'water', glaze()))).toBe(topFilm(filmed));
  });
});

describe('toner', () => {
  it('a pass of dye is a clear film of 0.08 of it and the clear’s own tint; a pass of pigment 0.5 of a wiped film and it scatters', () => {
    const dyed = topFilm(stateAfter([sealer(), toner({ soot: 10 }, 1)]));
    expect(dyed.absorbs[15]).toBeCloseTo(0.08 * 10 ** 0.88 * nth(material('soot').absorption, 15), 12);
    expect(dyed).toMatchObject({ scatters: null, movable: true, coloured: true, build: 0.3 });
    const tinted = newLayer('toner', { colours: { smoke: 5 }, medium: 'varnish', settings: { coats: 1 } });
    const tint = BENCH.mediums.varnish?.tint ?? [];
    expect(topFilm(stateAfter([tinted])).absorbs[0]).toBeCloseTo(
      0.08 * 5 ** 0.88 * nth(material('smoke').absorption, 0) + nth(tint, 0),
      12,
    );
    const pigmented = topFilm(stateAfter([sealer(), toner({ 'wet-umber': 0.1 }, 1)]));
    expect(pigmented.absorbs[15]).toBeCloseTo(0.5 * 0.1 * nth(material('wet-umber').absorption, 15), 12);
    expect(pigmented.scatters?.[15]).toBeCloseTo(0.5 * 0.1 * 0.14, 12);
    expect(topFilm(stateAfter([newLayer('toner', { medium: 'satin', settings: { coats: 1 } })])).coloured).toBe(false);
  });
  it('locks what is under it, not its own passes', () => {
    const three = stateAfter([sealer(), glaze(), toner({ soot: 10 }, 3)]);
    expect(three.locked).toBe(2);
    expect(three.films).toHaveLength(3);
    close(topFilm(three).thickness, [3, 3, 3]);
    const wiped = stateAfter([sealer(), glaze(), toner({ soot: 10 }, 1), wipeBack(0.5)]).films;
    close(
      wiped.map((f) => coverage(f, OAK)),
      [1, 1, 1 - 0.5 * (0.65 + 0.25 * 0.9 + 0.1 * 0.5)],
    );
    close(stateAfter([toner({ soot: 10 }, 1)]).open, [0.2, 0.2, 0.2]);
    expect(stateAfter([toner({ soot: 10 }, 1)]).unread).toEqual([0]);
  });
  it('has the surface of its clear, learned k2 and all, within what surfaces can be', () => {
    const learned = stateAfter([toner({ soot: 10 }, 1)], { tuning: { ...UNTUNED, coatK2: 0.03 } });
    expect(topFilm(learned)).toMatchObject({ built: true, surface: { k1: COATED.k1 } });
    expect(topFilm(learned).surface?.k2).toBeCloseTo(0.59, 12);
    const most = stateAfter([clear()], { tuning: { ...UNTUNED, coatK2: 0.5 } });
    expect(topFilm(most).surface?.k2).toBe(0.75);
    expect(topFilm(stateAfter([sealer()], { tuning: { ...UNTUNED, coatK2: 0.03 } })).surface?.k2).toBe(0.5);
  });
});

describe('filler', () => {
  const full = (amount: number, fill = 1) => filler(amount, { settings: { fill } });
  it('fills pores three coats deep, shows little in half full ones, hazes a bare face 0.03, a sealed one 0.0015', () => {
    close(topFilm(stateAfter([full(0.1)])).thickness, [0.03, 0.03, 3]);
    close(topFilm(stateAfter([full(0.1, 0.5)])).thickness, [0.015, 0.015, 3 / 16]);
    const haze = 0.0015 + 0.0285 * 0.12 ** 2;
    close(topFilm(stateAfter([sealer(), full(0.1)])).thickness, [haze, haze, 3]);
  });
  it('is paste and tint, milky towards the blue; movable, and coloured only where it is tinted', () => {
    const tinted = topFilm(stateAfter([full(0.1)]));
    expect(tinted.absorbs[15]).toBeCloseTo(nth(material('umber').absorption, 15) + 0.007, 12);
    expect(tinted.scatters?.[0]).toBeCloseTo(0.14 + 0.04 * (550 / nth(WAVELENGTHS, 0)), 12);
    expect(tinted).toMatchObject({ movable: true, coloured: true, metal: false, carrier: 'oil', build: 0.2 });
    const plain = topFilm(stateAfter([newLayer('filler', { settings: { fill: 1 } })]));
    expect(plain).toMatchObject({ coloured: false, carrier: 'oil', metal: false });
    expect(plain.absorbs[15]).toBeCloseTo(0.007, 12);
    expect(topFilm(stateAfter([filler({ copper: 0.2 })])).metal).toBe(true);
    expect(topFilm(stateAfter([filler({ 'wet-umber': 0.1 })])).carrier).toBe('water');
  });
  it('dyed, its paste gains the K/S that the dye adds to wood; a ready-made colour is a film of its own', () => {
    const dyed = topFilm(stateAfter([newLayer('filler', { colours: { honey: 4 }, supply: 'paste' })]));
    const perLitre = nth(material('honey').absorption, 15) * 4 ** material('honey').exponent;
    expect(dyed.absorbs[15]).toBeCloseTo(0.007 + perLitre * 0.04 * (550 / nth(WAVELENGTHS, 15)), 12);
    expect(dyed).toMatchObject({ coloured: true, carrier: 'water' });
    expect(dyed.scatters?.[15]).toBeCloseTo(0.04 * (550 / nth(WAVELENGTHS, 15)), 12);
  });
  it('leaves pores open by what is not filled, the face 0.6; a second fills the rest', () => {
    const once = stateAfter([full(0.1, 0.6)]);
    expect(once.filled).toBeCloseTo(0.6, 12);
    close(once.open, [1 - 0.4 * 0.6, 1 - 0.4 * 0.6, 0.4]);
    close(once.bare, once.open as number[]);
    const twice = stateAfter([full(0.1, 0.6), full(0.1, 0.6)]);
    expect(twice.filled).toBeCloseTo(0.6 + 0.6 * 0.4, 12);
    expect(nth(topFilm(twice).thickness, PORE)).toBeCloseTo(3 * 0.24 ** 4, 9);
  });
  it('finds hold after one seal, 0.45 of it after two, a tenth after four and more', () => {
    const filled = (coats: number) => stateAfter([sealer(coats), full(0.1)]).filled;
    close([filled(1), filled(2), filled(3)], [1, 0.45, 0.2]);
    close([stateAfter([clear(4), full(0.1)]).filled, stateAfter([clear(7), full(0.1)]).filled], [0.1, 0.1]);
  });
});

describe('what a reading showed is given to what lies on top', () => {
  const log = Array.from({ length: BANDS }, (_, i) => 0.01 * i - 0.1);
  const given = (stack: Stack, layer: number, on: On = {}) => showing(stateAfter(stack, on), layer, log, setup());
  it('the film of the layer where it is the top; a film without a colour in the wood of that layer under it', () => {
    expect(topFilm(given([dye(6), sealer(), glaze()], 2)).shown).toEqual([
      { log, at: topFilm(stateAfter([dye(6), sealer(), glaze()])).thickness },
    ]);
    expect(topFilm(given([dye(6), sealer()], 7)).shown).toHaveLength(1);
  });
  it('the layer’s own colour in the wood, although a film lies over it', () => {
    const state = given([dye(6), sealer()], 0);
    expect(topFilm(state).shown).toHaveLength(0);
    close(Array.from((nth(state.inWood, 0).scales as Float64Array).slice(0, BANDS)), log);
  });
  it('the newest colour that is still there where the layer has none of its own, in proportion to what is left', () => {
    const state = given([dye(6), ink(4), wipeBack(0.5)], 2);
    expect(nth(state.inWood, 0).scales).toBeNull();
    const [left] = nth(state.inWood, 1).left;
    close(
      Array.from((nth(state.inWood, 1).scales as Float64Array).slice(0, BANDS)),
      log.map((v) => v / (left as number)),
    );
    // A second reading adds to the first.
    const twice = showing(state, 2, log, setup());
    expect((nth(twice.inWood, 1).scales as Float64Array)[0]).toBeCloseTo((2 * nth(log, 0)) / (left as number), 9);
  });
  it('the layer’s own before a newer one', () => {
    const state = given([dye(6), ink(4)], 0);
    expect(nth(state.inWood, 0).scales).not.toBeNull();
    expect(nth(state.inWood, 1).scales).toBeNull();
  });
  it('the wood itself where no colour is left, or none was', () => {
    const bare = given([wipeBack(0.5)], 0);
    expect(bare.inWood).toHaveLength(1);
    expect(lastIn(bare).adds).toBeNull();
    close(Array.from((lastIn(bare).scales as Float64Array).slice(BANDS, 2 * BANDS)), log);
    const dyed = stateAfter([dye(6)]);
    const gone = { ...dyed, inWood: dyed.inWood.map((w) => ({ ...w, left: [0, 0, 0] })) };
    expect(showing(gone, 1, log, setup()).inWood).toHaveLength(2);
  });
  it('not a film that was wiped away', () => {
    const state = stateAfter([dye(6), sealer(), glaze()]);
    const empty = { ...topFilm(state), thickness: [0, 0, 0] };
    const gone = showing({ ...state, films: [...state.films.slice(0, -1), empty] }, 2, log, setup());
    expect(topFilm(gone).shown).toHaveLength(0);
    expect(nth(gone.inWood, 0).scales).not.toBeNull();
  });
});

describe('how wet', () => {
  it('is the time that the last coat takes until it may be read; a raw board is dry', () => {
    expect(states([dye(6), sealer(), wipeBack(0.3)]).map((s) => s.wet)).toEqual([0, 4, 1, 1]);
    expect(stateAfter([dye({ smoke: 6 })]).wet).toBe(0.25);
  });
});

describe('an old finish', () => {
  it('is a locked film on wood that is closed, scuffed', () => {
    const old = stateAfter([], { preparation: { oldFinish: true } });
    expect(old).toMatchObject({ reach: 0, scratches: 0.3, hollows: 0.5 });
    close(old.open, [0, 0, 0]);
    expect(topFilm(old)).toMatchObject({
      layer: -1,
      kind: null,
      built: true,
      build: 2,
      surface: COATED,
      movable: false,
    });
    const half = stateAfter([sandBack(0.3)], { preparation: { oldFinish: true } });
    expect(coverage(topFilm(half), OAK)).toBeLessThan(1);
    expect(coverage({ ...topFilm(half), laid: [0, 0, 0] }, OAK)).toBe(0);
  });
});

describe('a reading corrects what was put on since the last', () => {
  const factor = (state: BoardState) => nth(lastIn(state).left, GROUND);
  /** What the board reads with so much more of a layer than was thought. */
  const readWith = (stack: Stack, tuning: Partial<typeof UNTUNED>) =>
    readingAfter(stack, { tuning: { ...UNTUNED, ...tuning } });
  const readingAfter = (stack: Stack, on: On = {}) => nth(looks(stack, on), stack.length).reading;
  const read = (
    stack: Stack,
    reading: ArrayLike<number>,
    ...before: { layers: number; reading: ArrayLike<number> }[]
  ) => stateAfter(stack, { measured: [...before, { layers: stack.length, reading }] });

  it('the colour in the wood is taken more or less within its doubt, and the rest is shown on top', () => {
    const more = read([dye(6)], readWith([dye(6)], { uptake: { soot: 1.12 } }));
    expect(factor(more)).toBeGreaterThan(1.08);
    expect(factor(more)).toBeLessThan(1.12);
    expect(factor(read([dye(6)], readWith([dye(6)], { uptake: { soot: 0.9 } })))).toBeLessThan(0.93);
    expect(factor(read([dye(6)], readingAfter([dye(6)])))).toBeCloseTo(1, 4);
    expect(more.unread).toEqual([]);
  });
  it('only a layer not read yet: the dye that was read stays, the glaze over it moves', () => {
    const stack = [dye(6), sealer(), glaze()];
    const first = readingAfter([dye(6)]);
    const state = read(stack, readWith(stack, { film: { glaze: 1.2 } }), { layers: 1, reading: first });
    expect(nth(nth(state.inWood, 0).left, GROUND)).toBeCloseTo(1, 4);
    const usual = topFilm(stateAfter(stack)).thickness;
    expect(nth(topFilm(state).thickness, GROUND) / nth(usual, GROUND)).toBeGreaterThan(1.09);
    // The seal has no colour: it keeps its thickness.
    expect(nth(nth(state.films, 0).thickness, GROUND)).toBe(1);
  });
  it('two colours in the wood each by their own share of it', () => {
    const stack = [dye({ honey: 6 }), ink(6)];
    const state = read(stack, readWith(stack, { uptake: { carbon: 1.2 } }));
    expect(nth(nth(state.inWood, 1).left, GROUND)).toBeGreaterThan(1.05);
    expect(Math.abs(nth(nth(state.inWood, 0).left, GROUND) - 1)).toBeLessThan(0.06);
  });
  it('and however far off it was, the board is expected to read just so', () => {
    for (const stack of [[dye(6)], [dye(6), sealer(), glaze()], [clear()], [bleach(0.4)]]) {
      const odd = readingAfter(stack).map((r, i) => r * (0.9 + 0.006 * i));
      const next = [...stack, wipeBack(0)];
      const expected = looks(next, { measured: [{ layers: stack.length, reading: odd }] });
      close(nth(expected, next.length).reading, Array.from(odd) as number[]);
    }
  });
});

describe('the years', () => {
  it('yellow the wood, amber its clear and fade its dye, as exponentials of their own', () => {
    const reading = (stack: Stack, years: number) => nth(looks(stack, { years }), stack.length).reading;
    const yellow = (years: number) => nth(reading([], 0), 0) - nth(reading([], years), 0);
    expect(yellow(8) / yellow(100)).toBeGreaterThan(1 - Math.exp(-1));
    expect(yellow(16)).toBeGreaterThan(yellow(8));
    expect(yellow(100) - yellow(50)).toBeLessThan(0.01 * yellow(50));
    expect(nth(reading([], 0), 30) - nth(reading([], 50), 30)).toBeLessThan(0.35 * yellow(50));
    const dyed = (years: number) => nth(reading([dye(12)], years), 25);
    expect(dyed(20)).toBeGreaterThan(dyed(0) + 0.02);
    const inked = (years: number) => nth(reading([ink(12)], years), 25);
    expect(inked(20)).toBeLessThanOrEqual(inked(0));
    const varnish = [clear(2, 'varnish')];
    const fall = (stack: Stack) => nth(reading(stack, 0), 2) - nth(reading(stack, 30), 2);
    expect(fall(varnish)).toBeGreaterThan(fall([clear(2)]) + 0.005);
  });
  it.each([-1, 101, Number.NaN])('of %d are refused', (years) => {
    expect(() => looks([], { years })).toThrow('The years must lie between 0 and 100.');
  });
  it.each([0, 100])('of %d are not', (years) => {
    expect(() => looks([], { years })).not.toThrow();
  });
});

describe('what no board can be', () => {
  const odd = (over: Partial<Wood['tissues'][number]>): Wood => ({
    ...OAK,
    tissues: OAK.tissues.map((t, i) => (i === 1 ? { ...t, ...over } : t)),
  });
  it.each([
    [{ ...OAK, tissues: [] }, 'oak has no tissue.'],
    [odd({ fraction: -0.1 }), 'oak: fraction must be zero or more.'],
    [odd({ dye: Number.NaN }), 'oak: dye must be zero or more.'],
    [odd({ hold: Number.POSITIVE_INFINITY }), 'oak: hold must be zero or more.'],
    [odd({ reflectance: [0.5] }), 'The reading of oak'],
  ])('%#', (wood, sentence) => {
    expect(() => looks([], { wood })).toThrow(sentence);
  });
  it('zero of anything is a number', () => {
    expect(() => looks([], { wood: odd({ dye: 0, hold: 0 }) })).not.toThrow();
  });
  it.each([0, 1.2, Number.NaN, -0.1])('a raw reading of %d', (value) => {
    const raw = rawMean(OAK);
    raw[7] = value;
    expect(() => scaleToBoard(OAK, raw)).toThrow('The raw reading of the board must be a reflectance between 0 and 1.');
  });
  it.each([59, 401, Number.NaN])('a grit of %d', (grit) => {
    expect(() => looks([], { preparation: { grit } })).toThrow('The last grit must lie between 60 and 400.');
  });
  it.each([60, 400])('a grit of %d is one', (grit) => {
    expect(() => looks([], { preparation: { grit } })).not.toThrow();
  });
});

describe('a species scaled to a board', () => {
  it('has the board’s own mean, its tissues in proportion', () => {
    const raw = rawMean(OAK).map((v, i) => v * (0.8 + 0.01 * i));
    const board = scaleToBoard(OAK, raw);
    close(rawMean(board), Array.from(raw));
    expect(board.prepared).toBe(true);
    const darker = (w: Wood) => nth(nth(w.tissues, PORE).reflectance, 15) / nth(nth(w.tissues, GROUND).reflectance, 15);
    expect(darker(board)).toBeLessThan(1);
    close(rawMean(scaleToBoard(OAK, rawMean(OAK))), Array.from(rawMean(OAK)));
  });
});

describe('a look as it was measured', () => {
  it('reads as measured; the picture is without the gloss that the reading took in', () => {
    const look = nth(looks([clear()]), 1);
    const reading = look.reading.map((v) => 0.9 * v);
    const seen = lookAsMeasured(look, OAK, reading);
    close(seen.reading, Array.from(reading));
    const gloss = COATED.k1;
    close(
      seen.seen,
      Array.from(reading, (v) => v - gloss),
    );
    // A reading darker than gloss has none in it: an instrument without it.
    const matt = look.reading.map(() => 0.02);
    close(lookAsMeasured(look, OAK, matt).seen, Array.from(matt));
    close(seen.wetReading, Array.from(seen.reading));
  });
  it('wet, bare wood is darker by its surface alone; a clear is as wet as it gets', () => {
    const [raw, coated] = looks([clear()]);
    expect(nth((raw as typeof coated & object).wetReading, 15)).toBeLessThan(
      nth((raw as typeof coated & object).reading, 15),
    );
    const { surface, seen, reading } = coated as NonNullable<typeof coated>;
    close(
      seen,
      Array.from(reading, (v) => v - surface.k1),
    );
  });
});
