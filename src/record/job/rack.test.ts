import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BeechShop, openBeechShop } from '../../../test/server/beech-shop.ts';
import type { Lab } from '../../core/colour/lab.ts';
import { labOf } from '../../core/colour/lab.ts';
import { nth } from '../../core/known.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { newId } from '../../shared/id.ts';
import type { KeptHeld, OnRack } from '../../shared/look.ts';
import { beliefOf, targetKnownTo } from './belief.ts';
import { openBench } from './bench.ts';
import { mostTellingOnRack } from './by-sight.ts';
import { toHoldUp } from './rack.ts';

const thing = (id: string, lab: Lab): OnRack => ({ kind: 'old', id, label: id, lab, known: 'read' });

describe('what to take from the rack', () => {
  const rack = [
    thing('middle', [42, 12, 20]),
    thing('next to it', [43, 12, 20]),
    thing('pale', [62, 8, 24]),
    thing('dark', [24, 8, 8]),
    thing('red', [38, 22, 22]),
    thing('blue dye', [40, 2, -40]),
  ];
  it('is at first as unlike as it has, of what could be wood', () => {
    const up = toHoldUp(rack, null, []).map((t) => t.id);
    expect(up.slice(0, 3)).toEqual(['middle', 'pale', 'dark']);
    expect(up).toContain('red');
    expect(up).not.toContain('blue dye');
    expect(toHoldUp(rack.slice(0, 1), null, [])).toEqual([]);
  });
  it('is then what is nearest to where it is thought to be, once', () => {
    const up = toHoldUp(rack, [43, 12, 21], []);
    expect(up.map((t) => t.id).slice(0, 2)).toEqual(['next to it', 'middle']);
    const held: KeptHeld = {
      id: '',
      things: up,
      said: null,
      words: '',
      light: 'D65',
      swapped: false,
      person: null,
      seenAt: '',
    };
    expect(toHoldUp(rack, [43, 12, 21], [held])).toEqual([]);
  });
});

describe('a target held against the rack', () => {
  let bench: BeechShop;
  const boards = new Map<string, string>();
  beforeAll(async () => {
    bench = await openBeechShop(true);
    for (const [label, lab] of [
      ['pale', [62, 10, 24]],
      ['brown', [42, 12, 20]],
      ['dark', [26, 8, 9]],
    ] as const) {
      const id = newId();
      boards.set(label, id);
      await bench.post('/rack', { id, label, speciesId: 'beech', layers: [], note: '', made: '', grid: null, lab });
    }
    const unread = { label: 'unread', speciesId: 'beech', layers: [], note: '', made: '', grid: null, lab: null };
    boards.set('unread', newId());
    await bench.post('/rack', { id: boards.get('unread'), ...unread });
  });
  afterAll(() => bench.shop.close());

  const opened = async () =>
    openBench(await bench.now(), (await bench.shop.ask('get', '/shelf').expect(200)).body, NOTHING_LEARNED);
  const old = (label: string) => ({ kind: 'old', id: boards.get(label) });
  const hold = async (body: object, status = 201) =>
    bench.post(`/jobs/${(await bench.now()).id}/held`, { id: newId(), ...body }, status);

  it('is offered what was read, and refused with a sentence what was not, what says nothing, a light that is not there', async () => {
    const { id } = await bench.now();
    const { things } = (await bench.shop.ask('get', `/jobs/${id}/rack`).expect(200)).body;
    expect(things.map((t: OnRack) => t.label)).toEqual(expect.arrayContaining(['pale', 'brown', 'dark']));
    expect(things.map((t: OnRack) => t.label)).not.toContain('unread');
    expect((await hold({ things: [old('unread')], said: [] }, 422)).detail).toMatch(/not on the rack/);
    expect((await hold({ things: [old('brown')], words: 'lovely' }, 422)).detail).toMatch(/Nothing of this/);
    expect((await hold({ things: [old('brown'), old('brown')] }, 422)).detail).toMatch(/once/);
    expect((await hold({ things: [old('brown')], said: [], light: 'F11' }, 422)).detail).toMatch(/no such light/);
  });
  it('comes to be known without a board or a word about it, and forgets what is taken out', async () => {
    expect((await opened()).target).toBeNull();
    await hold({ things: [old('brown'), old('pale'), old('dark')] });
    const nearest = await opened();
    const first = labOf(nth([nearest.target?.reflectance ?? new Float64Array(31)], 0));
    expect(first[0]).toBeGreaterThan(34);
    expect(first[0]).toBeLessThan(52);
    const doubt = targetKnownTo(nearest) ?? 0;
    expect(mostTellingOnRack(beliefOf(nearest), nearest.job.held)?.label).toBe('brown');
    // The brown board is plainly lighter than it: it is darker than the board, and better known.
    const job = await hold({ things: [old('brown')], words: 'the board is plainly lighter', swapped: true });
    expect(job.held).toMatchObject([
      { said: null, things: [{ label: 'brown' }, {}, {}] },
      { said: [{ direction: 'lighter', size: 'plain' }], swapped: true },
    ]);
    const told = await opened();
    expect(labOf(told.target?.reflectance ?? [])[0]).toBeLessThan(40);
    expect(targetKnownTo(told)).toBeLessThan(doubt);
    const out = (await bench.shop.ask('delete', `/held/${job.held[1].id}`).expect(200)).body;
    expect(out.held).toHaveLength(1);
    expect(labOf((await opened()).target?.reflectance ?? [])[0]).toBeCloseTo(first[0], 6);
    await bench.shop.ask('post', `/held/${job.held[1].id}/restore`).expect(200);
    expect(labOf((await opened()).target?.reflectance ?? [])[0]).toBeLessThan(40);
    const story = (await bench.shop.ask('get', `/jobs/${job.id}/story`).expect(200)).body;
    expect(story.map((e: { kind: string }) => e.kind).slice(0, 3)).toEqual([
      'target look put back',
      'target look taken out',
      'target held',
    ]);
  });
});
