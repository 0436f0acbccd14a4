import { describe, expect, it } from 'vitest';
import { createWorkshop } from '../src/workshop/workshop.ts';
import { eyeTable } from './eye-table.ts';

describe('a job by eyes alone', () => {
  it('comes to boards that are said to pass and truly do, and prints what it came to beside what is wanted', () => {
    const lines = eyeTable(createWorkshop, 'eye', { seeds: [2, 3], targets: 1, mostBoards: 8 });
    const last = lines.at(-1) ?? '';
    expect(last).toMatch(/^eye: 2 targets, boards median \d \(wanted 3\)/);
    expect(Number(/said and true (\d+) %/.exec(last)?.[1])).toBeGreaterThanOrEqual(50);
  });
});
