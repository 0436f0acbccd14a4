import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BoardCut, STANDARD_CUT } from '../../shared/board.ts';
import { stepLines } from './step-lines.ts';

describe('the lines that steps begin at', () => {
  it('leave as much of each in sight, where nobody drew them', () => {
    expect(stepLines(0, STANDARD_CUT)).toEqual([0]);
    expect(stepLines(2, STANDARD_CUT)).toEqual([0, 100, 200]);
    expect(stepLines(1, { length: 450, lines: [] })).toEqual([0, 225]);
  });
  it('are where they were drawn, for as many layers as they were drawn for', () => {
    expect(stepLines(2, { length: 300, lines: [40, 120] })).toEqual([0, 40, 120]);
    expect(stepLines(3, { length: 300, lines: [40, 120] })).toEqual([0, 75, 150, 225]);
  });
  it('rise from the raw end and end before the board does', () => {
    const cut = fc.record({ length: fc.integer({ min: 100, max: 3000 }), lines: fc.constant<number[]>([]) });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 16 }), cut, (layers, own) => {
        const lines = stepLines(layers, own);
        expect(lines).toHaveLength(layers + 1);
        for (const [i, line] of lines.entries()) expect(line).toBeGreaterThan(lines[i - 1] ?? -1);
        expect(lines.at(-1)).toBeLessThan(own.length);
      }),
    );
  });
  it('are refused with a sentence where they cross or lie beyond the end', () => {
    const said = (cut: object) => BoardCut.safeParse({ ...STANDARD_CUT, ...cut }).error?.issues.map((i) => i.message);
    expect(said({ lines: [100, 60] })).toEqual([
      'Each step begins after the one before it, and leaves some of that in sight.',
    ]);
    expect(said({ lines: [100, 300] })).toEqual(['A step begins before the end of the board.']);
    expect(said({ length: 5 })?.[0]).toBe('A board is at least 20 mm, its length too.');
    expect(said({ lines: [40, 120] })).toBeUndefined();
  });
});
