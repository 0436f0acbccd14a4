import fc from 'fast-check';
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
  powder,
  sandBack,
  sealer,
  stain,
  toner,
  wipeBack,
} from '../../../test/fixtures/bench-materials.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { labOf } from '../colour/lab.ts';
import type { Layer, Stack } from '../layers/layer.ts';
import { runProgram } from '../optics/program.ts';
import { assemble, programOf } from './compile.ts';
import { predictFinal, type StageLook } from './predict.ts';
import { scaleToBoard, type Wood } from './wood.ts';

const tissueL = (look: StageLook, name: string) => labOf(look.tissues.find((t) => t.name === name)?.dry ?? [])[0];
const apart = (p: StageLook, q: StageLook) => deltaE00(p.labs[0], q.labs[0]);
const same = (p: Stack, q: Stack, wood: Wood = OAK) => apart(end(p, { wood }), end(q, { wood }));

describe('what is done can be undone (1, 2), measured or not', () => {
  const measured = [{ layers: 1, reading: looks([dye()])[1].reading.map((r) => 0.9 * r) }];
  it('a wiped-back dye grows lighter with what is taken off, after a reading too, as far as a rag gets', () => {
    for (const read of [undefined, measured]) {
      const on = read ? { measured: read } : {};
      const l = [0, 0.2, 0.35, 0.5].map((r) => lightness([dye(), wipeBack(r)], on));
      for (let i = 1; i < l.length; i++) expect(l[i]).toBeGreaterThan(l[i - 1] + 1);
      // A rag gives no raw wood back (28.4).
      expect(lightness([dye(), wipeBack(1)], on)).toBe(l[3]);
      expect(l[3]).toBeLessThan(lightness([]) - 4);
    }
    expect(lightness([dye(), wipeBack(0)], { measured })).toBeLessThan(lightness([dye(), wipeBack(0)]) - 1);
  });
  it('a learned residual does not close the account either', () => {
    const tuning = {
      uptake: {},
      film: {},
      coatK2: 0,
      residual: { dye: new Array<number>(31).fill(0.2), 'wipe-back': new Array<number>(31).fill(0) },
    };
    const at = (r: number) => lightness([dye(), wipeBack(r)], { tuning });
    expect(at(0.5)).toBeGreaterThan(at(0.2) + 2);
    expect(at(0)).toBeLessThan(lightness([dye()]) - 1);
  });
  it.each([
    ['glaze', glaze()],
    ['gel', gel()],
    ['stain', stain()],
    ['toner', toner()],
  ] as const)('a fresh %s wipes off, one locked under a clear does not', (_, layer) => {
    const sealed = lightness([sealer()]);
    const on = lightness([sealer(), layer]);
    expect(on).toBeLessThan(sealed - 2);
    expect(lightness([sealer(), layer, wipeBack(1)])).toBeGreaterThan(sealed - 0.4 * (sealed - on));
    expect(lightness([sealer(), layer, clear(), wipeBack(1)])).toBeCloseTo(lightness([sealer(), layer, clear()]), 9);
    expect(lightness([sealer(), layer, sealer(), wipeBack(1)])).toBeCloseTo(lightness([sealer(), layer, sealer()]), 9);
  });
  it('sanding takes films first, then colour from the hard tissue; pores and soft rings keep theirs', () => {
    const stack = [dye(), clear(2)];
    const cleared = end(stack);
    const levelled = end([...stack, sandBack(0.3)]);
    const through = end([...stack, sandBack(0.95)]);
    // A third of all that is there is clear: the dye is as it was.
    const inWood = (s: Stack) => assemble(s, OAK, BENCH).states.at(-1)?.inWood[0].left ?? [];
    expect(inWood([...stack, sandBack(0.3)])).toEqual([1, 1, 1]);
    expect(apart(cleared, levelled)).toBeLessThan(apart(cleared, through));
    const [ground, grain, pore] = inWood([...stack, sandBack(0.95)]);
    expect(ground).toBeLessThan(0.3);
    expect(ground).toBeLessThan(grain);
    expect(grain).toBeLessThan(pore);
    expect(pore).toBeGreaterThan(0.8);
    expect(through.contrast).toBeGreaterThan(cleared.contrast);
  });
  it('what was taken off makes room for the next coat of the same dye', () => {
    const gain = (between: Stack) => lightness([dye(), ...between]) - lightness([dye(), ...between, dye()]);
    expect(gain([wipeBack(0.5)])).toBeGreaterThan(gain([]) + 1);
    const anew = (between: Stack) => {
      const { states } = assemble([dye(), ...between], OAK, BENCH);
      return states.at(-1)?.held.soot ?? Number.NaN;
    };
    expect(anew([])).toBe(6);
    expect(anew([wipeBack(0.5)])).toBeCloseTo(6 * 0.5 ** (1 / 0.88), 9);
    expect(anew([sandBack(0.8)])).toBeLessThan(3);
    expect(anew([clear(), wipeBack(0.5)])).toBe(6);
  });
  it('wetted just before, a water dye goes in more evenly and a little paler; a solvent dye does not care', () => {
    const [dry, wet] = [false, true].map((preWet) => end([dye()], { preparation: { preWet }, wood: PINE }));
    expect(wet.blotch).toBeLessThan(0.75 * dry.blotch);
    expect(wet.labs[0][0]).toBeGreaterThan(dry.labs[0][0]);
    expect(lightness([dye({ smoke: 5 })], { preparation: { preWet: true } })).toBe(lightness([dye({ smoke: 5 })]));
  });
  it('burnishing dry takes less than a damp rag, of films and of dye', () => {
    for (const below of [[dye()], [sealer(), gel(0.2, { method: 'unwiped' })]]) {
      const burnished = lightness([...below, { ...wipeBack(0.8), method: 'burnished' }]);
      expect(burnished).toBeGreaterThan(lightness(below) + 1);
      expect(burnished).toBeLessThan(lightness([...below, wipeBack(0.8)]) - 1);
    }
  });
  it('wood that is sanded bare takes colour again', () => {
    const again = lightness([clear(), sandBack(1), dye()]);
    expect(again).toBeLessThan(lightness([clear(), sandBack(1)]) - 8);
    expect(again).toBeGreaterThan(lightness([dye()]) - 1);
  });
  it('never takes off what was not there, whatever is done in whatever order', () => {
    fc.assert(
      fc.property(fc.array(anyAct, { maxLength: 8 }), (stack) => {
        const { states } = assemble(stack, OAK, BENCH);
        for (let s = 1; s < states.length; s++) {
          const [before, after] = [states[s - 1], states[s]];
          for (const w of after.inWood)
            for (const left of w.left) expect(left >= -1e-12 && left <= 1 + 1e-12).toBe(true);
          for (const f of after.films)
            f.thickness.forEach((v, t) => {
              expect(v >= -1e-12 && v <= f.laid[t] + 1e-12).toBe(true);
            });
          // Taking off adds nothing.
          if (stack[s - 1].kind === 'wipe-back' || stack[s - 1].kind === 'sand-back') {
            expect(after.films).toHaveLength(before.films.length);
            expect(after.inWood).toHaveLength(before.inWood.length);
          }
        }
      }),
      { numRuns: 150 },
    );
  });
});

describe('a layer acts on what it can reach (3, 4, 6, 13, 14)', () => {
  it('dye over a clear, over paint or an old finish hardly colours; iron not at all', () => {
    const drop = (stack: Stack, layer: Layer, on = {}) => lightness(stack, on) - lightness([...stack, layer], on);
    expect(drop([], dye())).toBeGreaterThan(12);
    expect(drop([clear()], dye())).toBeLessThan(2);
    expect(drop([clear()], dye())).toBeGreaterThanOrEqual(0);
    expect(lightness([paint(), dye()])).toBeGreaterThan(85);
    expect(drop([], dye(), { preparation: { oldFinish: true } })).toBeLessThan(2);
    expect(drop([clear()], iron())).toBe(0);
    expect(drop([sealer(3)], iron())).toBeLessThan(0.2);
    expect(drop([clear()], ink())).toBeLessThan(0.25 * drop([], ink()));
  });
  it('bleach reaches bare wood and the dye in it, and nothing under a clear, paint or an old finish', () => {
    expect(lightness([bleach(0.7)])).toBeGreaterThan(lightness([]) + 5);
    expect(lightness([dye(), bleach(0.7)])).toBeGreaterThan(lightness([dye()]) + 8);
    for (const below of [[clear()], [paint()], [dye(), clear()]]) expect(same(below, [...below, bleach(0.9)])).toBe(0);
    const old = { preparation: { oldFinish: true } };
    expect(apart(end([], old), end([bleach(0.9)], old))).toBe(0);
    expect(lightness([sealer(), bleach(0.9)])).toBeLessThan(lightness([sealer()]) + 3);
  });
  it('grit and conditioner act on bare wood and not over two clears', () => {
    for (const layer of [stain(), gel(), glaze()]) {
      const over = (preparation: object) => lightness([clear(2), layer], { preparation });
      expect(over({ grit: 80 })).toBeCloseTo(over({ grit: 320 }), 1);
      expect(over({ conditioner: true })).toBeCloseTo(over({}), 9);
    }
    expect(lightness([stain()], { preparation: { grit: 80 } })).toBeLessThan(
      lightness([stain()], { preparation: { grit: 320 } }) - 3,
    );
  });
  it('shellac over a gloss film does not lighten it; oil over waterborne no longer feeds the wood', () => {
    expect(lightness([clear(), sealer()])).toBeCloseTo(lightness([clear()]), 6);
    expect(lightness([clear(), oil()])).toBeGreaterThan(lightness([clear()]) - 1);
    expect(lightness([oil()])).toBeLessThan(lightness([]) - 4);
    expect(assemble([clear(), oil()], OAK, BENCH).states.at(-1)?.inWood).toEqual([]);
  });
  it('sealed means no uptake: a first coat closes most, a second nearly all, oil some, a film all', () => {
    const open = (stack: Stack) => assemble(stack, OAK, BENCH).states.at(-1)?.open[0] ?? Number.NaN;
    expect(open([])).toBe(1);
    expect(open([sealer()])).toBeLessThan(0.2);
    expect(open([sealer(2)])).toBeLessThan(0.02);
    expect(open([oil()])).toBeGreaterThan(open([sealer()]));
    expect(open([oil()])).toBeLessThan(0.6);
    for (const shut of [clear(), paint()]) expect(open([shut])).toBe(0);
  });
});

describe('filler (5)', () => {
  const pore = (stack: Stack) => tissueL(end(stack), 'pore');
  it('colours the pores by its tint; clear it fills them all the same', () => {
    const byTint = [0, 0.001, 0.01, 0.05, 0.3].map((share) => pore([sealer(), filler(share)]));
    for (let i = 1; i < byTint.length; i++) expect(byTint[i]).toBeLessThan(byTint[i - 1]);
    expect(byTint[1] - byTint[4]).toBeGreaterThan(10);
    expect(byTint[0]).toBeGreaterThan(pore([sealer()]) + 2);
    // What is full no longer takes a glaze.
    const drop = (below: Stack) => pore(below) - pore([...below, glaze({ umber: 0.02 })]);
    expect(drop([sealer(), filler({})])).toBeLessThan(drop([sealer()]));
  });
  it('filled white, a pore under glaze is lighter than the face', () => {
    const look = end([sealer(), filler({ white: 0.3 }), glaze()]);
    expect(tissueL(look, 'pore')).toBeGreaterThan(tissueL(look, 'ground'));
  });
  it('wants exactly one seal coat: none and it stains the face, more and it pulls out', () => {
    const [none, one, three] = [0, 1, 3].map((coats) => [...(coats ? [sealer(coats)] : [])]);
    const face = (below: Stack) => tissueL(end(below), 'ground') - tissueL(end([...below, filler()]), 'ground');
    expect(face(none)).toBeGreaterThan(face(one) + 1);
    expect(face(one)).toBeLessThan(1);
    const filled = (below: Stack) => assemble([...below, filler()], OAK, BENCH).states.at(-1)?.filled ?? 0;
    expect(filled(one)).toBeCloseTo(filled(none), 9);
    expect(filled(three)).toBeLessThan(0.4 * filled(one));
  });
  it('metal in the pores glints along the light and is dull across it; a reading is of neither', () => {
    const stack = [sealer(), filler({ copper: 0.3 }), clear()];
    const [round, along, across] = (['diffuse', 'along', 'across'] as const).map((falls) => end(stack, { falls }));
    expect(tissueL(along, 'pore')).toBeGreaterThan(tissueL(round, 'pore') + 5);
    expect(tissueL(across, 'pore')).toBeLessThan(tissueL(round, 'pore') - 5);
    // A trace of powder stays on the face.
    expect(tissueL(along, 'ground') - tissueL(round, 'ground')).toBeLessThan(3);
    expect(along.reading).toEqual(round.reading);
    const hidden = [...stack, paint()];
    expect(apart(end(hidden, { falls: 'along' }), end(hidden))).toBe(0);
    expect(tissueL(end(hidden, { falls: 'along' }), 'pore')).toBeCloseTo(tissueL(end(hidden), 'pore'), 6);
  });
});

describe('evenness and grain (7, 8), common practice', () => {
  it.each([
    ['oak', OAK],
    ['maple', MAPLE],
    ['pine', PINE],
  ] as const)('conditioner evens on %s: less contrast, less blotch, about a shade lighter', (_, wood) => {
    for (const layer of [dye(), stain()]) {
      const [plain, even] = [end([layer], { wood }), end([conditioner(), layer], { wood })];
      expect(even.contrast).toBeLessThan(plain.contrast);
      expect(even.blotch).toBeLessThan(0.75 * plain.blotch);
      expect(even.labs[0][0]).toBeGreaterThan(plain.labs[0][0] + 0.2);
      expect(end([conditioner(2), layer], { wood }).blotch).toBeLessThan(even.blotch);
      expect(apart(even, end([layer], { wood, preparation: { conditioner: true } }))).toBe(0);
    }
  });
  it('conditioner takes most where most would go in', () => {
    const takes = (below: Stack) =>
      assemble([...below, dye()], OAK, BENCH)
        .states.at(-1)
        ?.inWood[0].adds?.filter((_, c) => c % 31 === 10) ?? [];
    const [plain, even] = [takes([]), takes([conditioner()])].map((v) => Array.from(v));
    const kept = even.map((v, t) => v / plain[t]);
    expect(kept[0]).toBeGreaterThan(kept[1]);
    expect(kept[1]).toBeGreaterThan(kept[2]);
  });
  it('pigment wipes off dense wood and lodges in open pores; dye goes into both', () => {
    const drop = (wood: Wood, layer: Layer) => lightness([], { wood }) - lightness([layer], { wood });
    expect(lightness([stain()], { wood: MAPLE })).toBeGreaterThan(60);
    expect(drop(MAPLE, stain())).toBeLessThan(0.9 * drop(OAK, stain()));
    expect(drop(MAPLE, dye())).toBeGreaterThan(0.9 * drop(OAK, dye()));
  });
  it('on dense wood dye stays clearer than pigment of the same depth, and pigment veils as it builds', () => {
    const dyed = end([dye({ honey: 2, soot: 2 }), clear()], { wood: MAPLE });
    const stained = [0.05, 0.1, 0.2, 0.3].map((share) => end([stain(share), clear()], { wood: MAPLE }));
    const asDeep = stained.reduce((a, b) =>
      Math.abs(b.labs[0][0] - dyed.labs[0][0]) < Math.abs(a.labs[0][0] - dyed.labs[0][0]) ? b : a,
    );
    expect(dyed.clarity).toBeGreaterThan(1.1 * asDeep.clarity);
    for (let i = 1; i < stained.length; i++) expect(stained[i].clarity).toBeLessThan(stained[i - 1].clarity);
    expect(end([gel(0.2, { method: 'unwiped' }), clear()], { wood: MAPLE }).clarity).toBeLessThan(0.2);
  });
  it('pigment is loud in open pores and in early wood', () => {
    expect(end([stain(0.05)]).clarity).toBeGreaterThan(1.1);
    const soft = end([stain()], { wood: PINE });
    // Growth rings turn round: the light rings drink.
    expect(tissueL(soft, 'ground')).toBeLessThan(tissueL(soft, 'grain') - 2);
    // So does a gel without conditioner or seal: loud rings, which a washcoat quietens.
    const loud = (stack: Stack) =>
      tissueL(end(stack, { wood: PINE }), 'grain') - tissueL(end(stack, { wood: PINE }), 'ground');
    expect(loud([gel(0.05)])).toBeGreaterThan(loud([sealer(), gel(0.05)]) + 3);
  });
  it('blotch is nothing on raw wood, grows with colour, and a washcoat takes it away', () => {
    const [raw, dyed] = looks([dye()], { wood: PINE });
    expect(raw.blotch).toBe(0);
    expect(dyed.blotch).toBeGreaterThan(1.5);
    expect(end([sealer(), gel()], { wood: PINE }).blotch).toBeLessThan(0.1 * end([gel()], { wood: PINE }).blotch);
    expect(end([dye()], { wood: { ...PINE, blotch: 0 } }).blotch).toBe(0);
    expect(end([dye()], { wood: { ...PINE, blotch: 0.15 } }).blotch).toBeCloseTo(dyed.blotch / 2, 0);
  });
});

describe('colour has an end (9), and coats are coats (15)', () => {
  it('reactive colour saturates with strength and coats, and shares the wood’s tannin', () => {
    const l = [2, 8, 16, 25].map((g) => lightness([iron(g)]));
    for (let i = 2; i < l.length; i++) expect(l[i - 1] - l[i]).toBeLessThan(l[i - 2] - l[i - 1]);
    const coats = [1, 2, 3].map((n) => lightness([iron(8, { settings: { coats: n } })]));
    expect(coats[1] - coats[2]).toBeLessThan(0.6 * (coats[0] - coats[1]));
    expect(lightness([iron(25), iron(25), iron(25)])).toBeGreaterThan(lightness([iron(25)]) - 1.5);
    expect(lightness([], { wood: MAPLE }) - lightness([iron()], { wood: MAPLE })).toBeLessThan(6);
  });
  it.each<[string, (coats: number) => Layer]>([
    ['dye', (coats) => dye(4, { settings: { coats } })],
    ['ink', (coats) => ink(4, { settings: { coats } })],
    ['reactive', (coats) => iron(4, { settings: { coats } })],
    ['stain', (coats) => stain(0.1, { settings: { coats } })],
    ['gel', (coats) => gel(0.1, { settings: { coats } })],
    ['glaze', (coats) => glaze({ 'wet-umber': 0.1 }, { settings: { coats } })],
    ['powder', (coats) => powder(0.1, { settings: { coats } })],
    ['toner', (coats) => toner({ soot: 5 }, coats)],
    ['sealer', (coats) => sealer(coats)],
    ['oil', (coats) => oil(coats)],
    ['clear', (coats) => clear(coats)],
    ['paint', (coats) => paint(0.1, { settings: { coats } })],
    ['conditioner', (coats) => conditioner(coats)],
  ])('%s: two coats of one layer are two layers of one coat', (_, of) => {
    for (const below of [[], [dye()], [sealer()]]) {
      const above = [gel(0.05)];
      expect(same([...below, of(2), ...above], [...below, of(1), of(1), ...above])).toBeLessThan(1e-9);
    }
  });
  it('each further coat of colour gives less', () => {
    for (const of of [dye, stain, gel]) {
      const l = [0, 1, 2, 3].map((coats) =>
        coats ? lightness([of(of === dye ? 4 : 0.05, { settings: { coats } })]) : lightness([]),
      );
      expect(l[0] - l[1]).toBeGreaterThan(l[1] - l[2]);
      expect(l[1] - l[2]).toBeGreaterThan(l[2] - l[3]);
      expect(l[2] - l[3]).toBeGreaterThan(0);
    }
  });
  it('two half-strength coats never darken less than one, of any colour, on bare or sealed wood', () => {
    for (const of of [stain, gel, glaze, powder, (share: number, over = {}) => paint({ umber: share }, over)])
      for (const share of [0.02, 0.1, 0.25])
        for (const below of [[], [sealer()], [conditioner()]])
          expect(lightness([...below, of(share / 2, { settings: { coats: 2 } })])).toBeLessThanOrEqual(
            lightness([...below, of(share, { settings: { coats: 1 } })]) + 1e-9,
          );
    for (const strength of [2, 8, 20])
      expect(lightness([toner({ soot: strength / 2 }, 2)])).toBeLessThanOrEqual(
        lightness([toner({ soot: strength }, 1)]) + 1e-9,
      );
    for (const strength of [0.5, 2, 8, 20])
      for (const of of [dye, iron, ink])
        expect(lightness([of(strength / 2, { settings: { coats: 2 } })])).toBeLessThanOrEqual(
          lightness([of(strength)]) + 1e-9,
        );
  });
});

describe('the start (10, 11)', () => {
  it('char is counted once: a board read charred predicts what it read', () => {
    const preparation = {
      grit: 180,
      conditioner: false,
      preWet: false,
      grainRaised: true,
      texture: 'charred',
      oldFinish: false,
    } as const;
    const read = end([], { preparation }).reading;
    const board = scaleToBoard(OAK, read, preparation);
    expect(apart(end([], { wood: board, preparation }), end([], { preparation }))).toBeLessThan(1e-6);
    expect(lightness([], { preparation })).toBeLessThan(lightness([]) - 15);
    // As a wood reads its raw tissues plain, so each of them is charred once.
    expect(tissueL(end([], { wood: board, preparation }), 'pore')).toBeCloseTo(
      tissueL(end([], { preparation }), 'pore'),
      3,
    );
  });
  it.each(['brushed', 'blasted', 'distressed'] as const)(
    '%s differs from plain, raw and dyed, and holds more pigment',
    (texture) => {
      const on = { preparation: { texture } };
      expect(apart(end([], on), end([]))).toBeGreaterThan(0.5);
      expect(apart(end([dye(), clear()], on), end([dye(), clear()]))).toBeGreaterThan(0.3);
      expect(lightness([stain()], on)).toBeLessThan(lightness([stain()]) - 1);
      // Under a built film it is nearly level.
      const over = (prepared: object) => lightness([clear(4), stain()], prepared) - lightness([clear(4)], prepared);
      expect(over(on)).toBeGreaterThan(2.5 * over({}));
    },
  );
});

describe('sealers under wiped colour (12), common practice', () => {
  it('a washcoat all but keeps a wiping stain off; further coats level the pores', () => {
    const drop = (coats: number) => {
      const below = coats ? [sealer(coats)] : [];
      return lightness(below) - lightness([...below, stain()]);
    };
    expect(drop(1)).toBeLessThan(0.3 * drop(0));
    expect(drop(3)).toBeLessThan(drop(1));
    const gelled = [1, 2, 3].map((coats) => lightness([sealer(coats), gel()]));
    expect(gelled[1]).toBeGreaterThan(gelled[0] + 0.3);
    expect(gelled[2]).toBeGreaterThan(gelled[1] + 0.3);
  });
});

describe('the hand: each setting of a coat does what it says', () => {
  it.each([
    ['dwell', [1, 5, 30]],
    ['load', [0.5, 1, 2]],
    ['film', [0.5, 1, 2]],
  ] as const)('more %s is darker', (key, values) => {
    for (const layer of key === 'film' ? [stain, gel, glaze] : [dye, stain, gel, glaze]) {
      const l = values.map((v) => lightness([layer(undefined, { settings: { [key]: v } })]));
      expect(l[1]).toBeLessThan(l[0]);
      expect(l[2]).toBeLessThan(l[1]);
    }
  });
  it('wiped harder is lighter; across the grain fills the pores; not wiped is darkest', () => {
    const [soft, usual, hard] = [0.5, 1, 2].map((pressure) => lightness([stain(0.05, { settings: { pressure } })]));
    expect(soft).toBeLessThan(usual);
    expect(usual).toBeLessThan(hard);
    const pore = (method: string) => tissueL(end([stain(0.02, { method })]), 'pore');
    expect(pore('across')).toBeLessThan(pore('wiped'));
    expect(lightness([stain(0.05, { method: 'unwiped' })])).toBeLessThan(usual - 5);
  });
  it('the next wiped coat of its own solvent lifts a dye; another solvent, a spray or a sealer does not', () => {
    const left = (stack: Stack) => assemble(stack, OAK, BENCH).states.at(-1)?.inWood[0].left[0] ?? Number.NaN;
    const sprayed = { method: 'sprayed' };
    expect(left([dye(), glaze({ 'wet-umber': 0.05 })])).toBeCloseTo(0.92, 9);
    expect(left([dye(), glaze({ umber: 0.05 })])).toBe(1);
    expect(left([dye(), { ...clear(), method: 'brushed' }])).toBeCloseTo(0.92, 9);
    expect(left([dye(), { ...clear(), ...sprayed }])).toBe(1);
    expect(left([dye(), sealer(), glaze({ 'wet-umber': 0.05 })])).toBeGreaterThan(0.98);
    expect(left([dye({ smoke: 5 }), { ...clear(1, 'lacquer'), method: 'brushed' }])).toBeCloseTo(0.92, 9);
    expect(left([dye(), clear(), glaze({ 'wet-umber': 0.05 })])).toBe(1);
  });
  it('end grain drinks most, edges a little more than the face', () => {
    const [face, edge, endGrain] = (['face', 'edge', 'end'] as const).map((zone) =>
      lightness([dye(), clear()], { zone }),
    );
    expect(edge).toBeLessThan(face);
    expect(endGrain).toBeLessThan(edge - 2);
    const sealed = (zone: 'face' | 'end') =>
      lightness([sealer(2)], { zone }) - lightness([sealer(2), glaze()], { zone });
    expect(sealed('end')).toBeLessThan(1.1 * sealed('face'));
  });
  it('a ready-made stain is thinned or mixed by share; as it comes it is darkest', () => {
    const l = [0.1, 0.3, 1].map((share) => lightness([stain({ 'tin-walnut': share })]));
    expect(l[1]).toBeLessThan(l[0]);
    expect(l[2]).toBeLessThan(l[1]);
  });
});

describe('the years', () => {
  it('oil varnish ambers, dyes fade, pigment stays; the order of stages does not matter', () => {
    const aged = (stack: Stack, years: number) => end(stack, { years, wood: MAPLE }).labs[0];
    const yellowing = (medium: string) => aged([clear(2, medium)], 20)[2] - aged([clear(2, medium)], 0)[2];
    expect(yellowing('varnish')).toBeGreaterThan(yellowing('satin') + 2);
    expect(aged([dye(), clear()], 20)[0]).toBeGreaterThan(aged([dye(), clear()], 0)[0] + 2);
    expect(
      Math.abs(aged([paint({ umber: 0.3 }), clear()], 30)[0] - aged([paint({ umber: 0.3 }), clear()], 0)[0]),
    ).toBeLessThan(1);
    const l = [0, 1, 5, 20, 80].map((years) => aged([clear(2, 'varnish')], years)[2]);
    for (let i = 1; i < l.length; i++) expect(l[i]).toBeGreaterThan(l[i - 1]);
    expect(() => end([], { years: -1 })).toThrow('between 0 and 100');
  });
});

describe('a reading corrects the state', () => {
  const off = (stack: Stack, factor: number) =>
    looks(stack)[stack.length].reading.map((r, i) => r * (factor + 0.002 * i));
  it.each<[string, Stack]>([
    ['dye', [dye()]],
    ['two dyes', [dye({ honey: 6 }), dye({ soot: 2 })]],
    ['glaze', [dye(), sealer(), glaze({ umber: 0.03 })]],
    ['clear', [dye(), clear()]],
    ['wipe-back', [dye(), wipeBack(0.4)]],
    ['stain', [stain({ umber: 0.04 })]],
    ['sealer alone', [sealer()]],
    ['bleach', [bleach(0.4)]],
  ])('%s: what follows starts from what was read', (_, stack) => {
    const reading = off(stack, 0.93);
    const measured = [{ layers: stack.length, reading }];
    // Nothing done afterwards shows the board as it was read.
    const next = end([...stack, wipeBack(0)], { measured });
    next.reading.forEach((r, i) => {
      expect(r).toBeCloseTo(reading[i], 6);
    });
    const { states } = assemble(stack, OAK, BENCH, { measured });
    expect(states.at(-1)?.unread).toEqual([]);
  });
  it('a stack that begins like another takes those coats from it, and comes to the same', () => {
    const stack = [dye(), sealer(), glaze(0.03), clear()];
    const options = { measured: [{ layers: 1, reading: off([dye()], 0.9) }] };
    const like = assemble(stack, OAK, BENCH, options);
    const other = [stack[0], stack[1], glaze(0.05), stack[3]] as Stack;
    const shortened = assemble(other, OAK, BENCH, options, like);
    expect(shortened.states.slice(0, 3)).toEqual(like.states.slice(0, 3));
    expect(shortened.states[2]).toBe(like.states[2]);
    const readings = (of: typeof like) => {
      const program = programOf(of, OAK);
      runProgram(program);
      return program.mean;
    };
    expect(readings(shortened)).toEqual(readings(assemble(other, OAK, BENCH, options)));
  });
  it('more colour than expected is laid to the colour’s account: half wiped off, half of the surplus goes', () => {
    const stronger = looks([dye(9)])[1].reading;
    const measured = [{ layers: 1, reading: stronger }];
    const corrected = end([dye(6), wipeBack(0.5)], { measured });
    expect(apart(corrected, end([dye(9), wipeBack(0.5)]))).toBeLessThan(0.3);
    expect(apart(end([dye(6), wipeBack(0.5)]), end([dye(9), wipeBack(0.5)]))).toBeGreaterThan(1.5);
  });
  it('the finished reading alone is that of the last look, measured or not', () => {
    const stack = [dye(), sealer(), glaze(0.03), clear()];
    const measured = [{ layers: 1, reading: off([dye()], 0.9) }];
    for (const over of [
      {},
      { measured },
      { measured: [...measured, { layers: 4, reading: off(stack, 0.9) }] },
      { zone: 'end' as const },
    ])
      expect(predictFinal(stack, OAK, BENCH, over)).toEqual(end(stack, over).reading);
  });
  it('readings of several stages each count', () => {
    const stack = [dye(), sealer(), glaze({ umber: 0.03 }), clear()];
    const measured = [
      { layers: 1, reading: off([dye()], 0.9) },
      { layers: 3, reading: off(stack.slice(0, 3), 0.95) },
    ];
    const only = (list: typeof measured) => end(stack, { measured: list });
    expect(apart(only(measured), only([measured[1]]))).toBeLessThan(0.5);
    expect(apart(only(measured), end(stack))).toBeGreaterThan(0.3);
  });
});

const anyAct: fc.Arbitrary<Layer> = fc.oneof(
  fc.double({ min: 0.1, max: 20, noNaN: true }).map((g) => dye({ soot: g })),
  fc.double({ min: 0.1, max: 20, noNaN: true }).map((g) => iron(g)),
  fc.double({ min: 0.005, max: 0.25, noNaN: true }).map((share) => stain(share)),
  fc.double({ min: 0.005, max: 0.25, noNaN: true }).map((share) => gel(share)),
  fc.double({ min: 0.005, max: 0.25, noNaN: true }).map((share) => glaze(share)),
  fc.double({ min: 0.005, max: 0.25, noNaN: true }).map((share) => filler(share)),
  fc.integer({ min: 1, max: 3 }).map((coats) => sealer(coats)),
  fc.integer({ min: 1, max: 3 }).map((coats) => clear(coats)),
  fc.integer({ min: 1, max: 2 }).map((coats) => oil(coats)),
  fc.integer({ min: 1, max: 2 }).map((coats) => conditioner(coats)),
  fc.constant(paint()),
  fc.constant(toner()),
  fc.double({ min: 0, max: 0.95, noNaN: true }).map((v) => bleach(v)),
  fc.double({ min: 0, max: 1, noNaN: true }).map((v) => wipeBack(v)),
  fc.double({ min: 0, max: 1, noNaN: true }).map((v) => sandBack(v)),
);

describe('over any stack', () => {
  const anyStack = fc.array(anyAct, { maxLength: 6 });
  it('under a clear nothing that only reaches wood changes anything', () => {
    fc.assert(
      fc.property(anyStack, fc.constantFrom(bleach(0.9), iron(20), wipeBack(1), conditioner(2)), (stack, act) => {
        const below = [...stack, clear()];
        expect(same(below, [...below, act])).toBeLessThan(1e-9);
      }),
      { numRuns: 120 },
    );
  });
  it('acts of no strength change nothing', () => {
    fc.assert(
      fc.property(anyStack, (stack) => {
        for (const act of [
          wipeBack(0),
          sandBack(0),
          bleach(0),
          dye({ soot: 0 }),
          iron(0),
          ink(0),
          glaze(0.2, { settings: { film: 0 } }),
          stain(0.2, { settings: { film: 0 } }),
        ])
          expect(same([...stack, dye()], [...stack, act, dye()])).toBeLessThan(1e-9);
      }),
      { numRuns: 80 },
    );
  });
  it('more dark dye, iron or umber never lightens, wherever it stands', () => {
    fc.assert(
      fc.property(
        anyStack,
        fc.constantFrom<(s: number) => Layer>(
          (s) => dye({ soot: 20 * s }),
          (s) => iron(20 * s),
        ),
        fc.double({ min: 0.05, max: 0.9, noNaN: true }),
        (stack, of, s) => {
          expect(lightness([...stack, of(1)])).toBeLessThanOrEqual(lightness([...stack, of(s)]) + 1e-6);
        },
      ),
      { numRuns: 120 },
    );
  });
  it('each stage is the same whether the stack goes on or not', () => {
    fc.assert(
      fc.property(anyStack, anyAct, (stack, act) => {
        const [short, long] = [looks(stack), looks([...stack, act])];
        short.forEach((look, s) => {
          look.reading.forEach((r, i) => {
            expect(long[s].reading[i]).toBeCloseTo(r, 12);
          });
        });
      }),
      { numRuns: 60 },
    );
  });
});

describe('whole systems show what they must (common practice)', () => {
  const pine = { wood: PINE };
  it('softwood: gel alone is loud, a water stain over conditioner even, oil over it deep and even', () => {
    const varnish = clear(3, 'varnish');
    const gelAlone = end([gel(0.2), varnish], pine);
    const water = end([conditioner(), stain({ 'wet-earth': 0.05 }), varnish], pine);
    const both = end([conditioner(), stain({ 'wet-earth': 0.05 }), stain(0.05), varnish], pine);
    expect(gelAlone.contrast).toBeGreaterThan(1.5 * water.contrast);
    expect(gelAlone.blotch).toBeGreaterThan(water.blotch);
    expect(both.labs[0][0]).toBeLessThan(water.labs[0][0] - 4);
    expect(both.contrast).toBeLessThan(water.contrast + 0.5);
  });
  it('black on open pores: ink alone leaves pale pores, dye alone is less deep, both are deepest', () => {
    const of = (...layers: Layer[]) => end([...layers, oil(2)]);
    const [inked, dyed] = [ink(10, { settings: { coats: 2 } }), dye(20, { settings: { coats: 2 } })];
    expect(tissueL(of(inked), 'pore')).toBeGreaterThan(tissueL(of(inked), 'ground') + 8);
    expect(tissueL(of(dyed), 'pore')).toBeLessThan(tissueL(of(dyed), 'ground'));
    expect(of(inked, dyed).labs[0][0]).toBeLessThan(Math.min(of(inked).labs[0][0], of(dyed).labs[0][0]) - 1);
  });
  it('iron oak with metal: a dark face, bright pores; exactly one coat between', () => {
    const look = end([iron(6), clear(1, 'lacquer'), filler({ copper: 0.3 }), clear(2, 'lacquer')]);
    expect(tissueL(look, 'pore')).toBeGreaterThan(tissueL(look, 'ground') + 15);
    expect(tissueL(look, 'ground')).toBeLessThan(tissueL(end([clear(3, 'lacquer')]), 'ground') - 12);
  });
  it('leaving the washcoat out under a gel goes darker; rays stay bright', () => {
    const rayed: Wood = {
      ...OAK,
      tissues: [
        { ...OAK.tissues[0], fraction: 0.6 },
        ...OAK.tissues.slice(1),
        { ...OAK.tissues[0], name: 'ray', fraction: 0.05, dye: 0.5, hold: 0.6 },
      ],
    };
    const rayOak = (stack: Stack) => end(stack, { wood: rayed });
    const [with1, without] = [[sealer()], []].map((s) =>
      rayOak([dye({ smoke: 5 }), ...s, gel(0.04), clear(2, 'lacquer')]),
    );
    expect(without.labs[0][0]).toBeLessThan(with1.labs[0][0] - 0.5);
    expect(tissueL(with1, 'ray')).toBeGreaterThan(tissueL(with1, 'ground') + 3);
  });
  it('a floor in two tones: glaze in the grain leaves the ground', () => {
    const base = [stain(0.04), clear()];
    const [before, after] = [base, [...base, glaze(0.2, { method: 'in-grain' }), clear()]].map((s) =>
      end(s, { preparation: { grit: 100 } }),
    );
    expect(tissueL(before, 'grain') - tissueL(after, 'grain')).toBeGreaterThan(
      2 * (tissueL(before, 'ground') - tissueL(after, 'ground')),
    );
  });
});
