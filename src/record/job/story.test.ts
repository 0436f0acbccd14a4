import { describe, expect, it } from 'vitest';
import type { Part } from '../../shared/part.ts';
import { boardCode, findBoard, seedOf, woodCode } from '../board/codes.ts';
import { areasOf, sumOfAreas } from './parts.ts';
import { closest, offcutsLeft } from './standing.ts';
import { EVENT_KINDS, eventText } from './story.ts';

describe('the story', () => {
  it('tells every kind of event in a sentence, whatever its detail', () => {
    for (const kind of EVENT_KINDS) {
      const text = eventText({ kind, detail: {} });
      expect(text).not.toBe('');
      expect(text).not.toMatch(/undefined|\[object|null/);
    }
    expect(eventText({ kind: 'of tomorrow', detail: {} })).toBe('of tomorrow');
  });
  it('says what was and what is', () => {
    const was = { grit: 180, conditioner: false };
    expect(eventText({ kind: 'preparation set', detail: { speciesId: 'ash', was, now: { ...was, grit: 120 } } })).toBe(
      'Preparation of ash: last grit 180 → 120',
    );
    expect(eventText({ kind: 'coat put on', detail: { stage: 1, layer: 'gel-stain' } })).toBe('Gel stain put on');
    const drafted = { speciesId: 'ash', layers: ['gel-stain', 'clear'] };
    expect(eventText({ kind: 'layers drafted', detail: drafted })).toBe('Layers on ash worked on: gel stain, clear');
    const read = { stage: 2, layer: 'clear', source: 'typed', count: 1 };
    expect(eventText({ kind: 'stage read', detail: read })).toBe('Read after clear: 1 reading (typed)');
    expect(eventText({ kind: 'stage read', detail: { ...read, stage: 0, count: 5 } })).toContain('raw: 5 readings');
    const layer = { kind: 'dye', colours: { honey: 4, coal: 1 } };
    const coat = {
      stage: 1,
      layer: 'dye',
      was: { layer, note: '' },
      now: { layer: { ...layer, colours: { honey: 4.4, coal: 1 } } },
    };
    expect(eventText({ kind: 'coat changed', detail: coat })).toBe('Dye put right: honey 4 → 4.4');
    const late = { stage: 1, layer: 'dye', was: { putOnAt: null }, now: { putOnAt: '2026-05-04T10:00:00.000Z' } };
    expect(eventText({ kind: 'coat changed', detail: late }, (iso) => iso.slice(11, 16))).toBe(
      'Dye put right: time nothing → 10:00',
    );
    expect(eventText({ kind: 'job changed', detail: { was: { tolerance: 1 }, now: { tolerance: 1 } } })).toBe(
      'Job changed: nothing changed',
    );
  });
});

describe('codes', () => {
  const board = (number: number) => ({ number }) as never;
  const woods = [
    { code: 'ash', boards: [board(1), board(2)], pieces: [] },
    { code: 'oak', boards: [board(1)], pieces: [] },
    { code: 'oak-veneer', boards: [board(1)], pieces: [] },
  ] as never;
  it('name a board by its wood and number, else the newest of the wood, else of the first', () => {
    expect(boardCode('ash', 2)).toBe('ash-2');
    const found = (wood: string | null, code: string | null) => {
      const { wood: w, board: b } = findBoard(woods, { wood, board: code }) ?? {};
      return w && b && boardCode(w.code, b.number);
    };
    expect(found(null, 'ash-1')).toBe('ash-1');
    expect(found('oak', null)).toBe('oak-1');
    expect(found('oak', 'oak-veneer-1')).toBe('oak-veneer-1');
    expect(woodCode('oak', '')).toBe('oak');
    expect(woodCode('oak', 'Veneer, 0.6 mm')).toBe('oak-veneer-0-6-mm');
    expect(found('elm', 'elm-9')).toBe('ash-2');
    expect(findBoard([], { wood: null, board: null })).toBeNull();
    expect(seedOf('2-ash-1')).toBe(seedOf('2-ash-1'));
    expect(seedOf('2-ash-1')).not.toBe(seedOf('2-ash-2'));
  });
});

describe('areas', () => {
  const shelf: Pick<Part, 'count' | 'length' | 'width' | 'thickness' | 'faces' | 'zones'> = {
    count: 4,
    length: 800,
    width: 250,
    thickness: 20,
    faces: 2,
    zones: ['face', 'edge'],
  };
  it('follow from sizes, counts and faces; what matters are the zones that have to match', () => {
    const { face, edge, end, matters } = areasOf(shelf);
    // 4 shelves of 0.8 x 0.25 m, both faces; two long edges and two ends of 20 mm each.
    expect([face, edge, end]).toEqual([expect.closeTo(1.6, 12), expect.closeTo(0.128, 12), expect.closeTo(0.04, 12)]);
    expect(matters).toBeCloseTo(1.728, 12);
    expect(areasOf({ ...shelf, thickness: null }).edge).toBe(0);
    expect(sumOfAreas([shelf, shelf]).matters).toBeCloseTo(2 * 1.728, 12);
    expect(sumOfAreas([]).matters).toBe(0);
  });
});

describe('where a job stands', () => {
  it('is its closest board, and its offcuts are those counted less those taken', () => {
    const made = [{ lab: [50, 10, 20] as const }, { lab: [52, 10, 20] as const }].map(({ lab }) => ({ lab: [...lab] }));
    expect(closest([52.5, 10, 20], made as never)?.lab[0]).toBe(52);
    expect(closest(null, made as never)).toBeNull();
    expect(closest([50, 0, 0], [])).toBeNull();
    expect(offcutsLeft({ offcuts: 3, offcutsTaken: 1 })).toBe(2);
    expect(offcutsLeft({ offcuts: 1, offcutsTaken: 4 })).toBe(0);
    expect(offcutsLeft({ offcuts: null, offcutsTaken: 4 })).toBeNull();
  });
});
