import { describe, expect, it } from 'vitest';
import { MATERIALS, SHELF, WOOD } from '../../../test/fixtures/small-shop.ts';
import { predict, USUAL_PREPARATION } from '../../core/board/index.ts';
import { newLayer } from '../../core/layers/layer.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { boardModel, openBench, strayAllowed } from './bench.ts';

const stack = [
  newLayer('dye', { colours: { brown: 6, red: 2 } }),
  newLayer('sealer', { medium: 'shellac' }),
  newLayer('clear', { medium: 'clear' }),
];
const looks = predict(stack, WOOD, MATERIALS).map((look) => Array.from(look.reading));
const reading = (stage: number) => ({ id: `r${stage}`, stage, grid: looks[stage], lab: null, source: 'typed' });

/** The bench with one board of birch, read after some of its stages. */
function at(read: readonly number[], over: object = {}) {
  const board = {
    id: 'b',
    number: 1,
    version: 1,
    preparation: null,
    coats: [],
    recipe: { stack, expected: looks, litres: 1 },
    readings: read.map(reading),
    looks: [],
    checks: [],
  };
  const wood = {
    id: 'w',
    code: 'birch',
    label: '',
    speciesId: 'birch',
    preparation: USUAL_PREPARATION,
    boards: [board],
    pieces: [],
    ...over,
  };
  const target = [{ zone: 'face', grid: looks[3], lab: null }];
  const job = {
    number: 1,
    target,
    lights: { D65: 1, A: 0, LED: 0, F11: 0 },
    tolerance: 1,
    woods: [wood],
    held: [],
    pictures: [],
    approvals: [],
  };
  const bench = openBench(job as never, SHELF as never, NOTHING_LEARNED);
  const model = boardModel(bench, wood as never, board as never);
  if (!model) throw new Error('no model');
  return (stage: number) => strayAllowed(bench, model, stage);
}

describe('how far a stage may stray from its promise', () => {
  it('is far while the dye is not known, and near once it is read', () => {
    const unread = at([0]);
    const dyed = at([0, 1]);
    expect(unread(1)).toBeGreaterThan(2);
    expect(unread(3)).toBeGreaterThan(2);
    // From the measured dye only the sealer and the clear are left to vary.
    expect(dyed(2)).toBeLessThan(0.5 * (unread(2) ?? 0));
    expect(dyed(3)).toBeGreaterThan(0);
    // The dye itself is still judged from the raw board.
    expect(dyed(1)).toBeCloseTo(unread(1) ?? 0, 9);
  });
  it('is nothing to say of the raw board, nor of a stage that was not promised', () => {
    expect(at([0])(0)).toBeNull();
    expect(at([0])(4)).toBeNull();
  });
});
