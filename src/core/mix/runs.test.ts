import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BENCH } from '../../../test/fixtures/bench-materials.ts';
import { USUAL_PREPARATION } from '../board/preparation.ts';
import { type Layer, newLayer, type Stack } from '../layers/layer.ts';
import { isRun, type Run, upToCoat, withRuns } from './runs.ts';
import { stepsOf } from './steps.ts';

const sheet = (stack: Stack) =>
  stepsOf({
    stack,
    preparation: USUAL_PREPARATION,
    materials: BENCH,
    facts: {},
    batchOf: () => ({ litres: 1, grams: {} }),
  });
const satin = (coats: number, over: Partial<Layer> = {}) =>
  newLayer('clear', { medium: 'satin', settings: { coats }, ...over });
const runs = (stack: Stack) => withRuns(sheet(stack)).filter(isRun);

describe('a run of coats', () => {
  it('is one line, with what is between its coats; what follows the last stands alone', () => {
    const items = withRuns(sheet([satin(10, { apart: 1, rub: 'dry', papers: [220, 400], rubLast: true }), satin(5)]));
    const lines = items.filter((i) => !isRun(i) && i.stage === 1).map((i) => (i as { title: string }).title);
    expect(lines).toEqual(['satin', 'Dry', 'Rub down']);
    const [first, second] = items.filter(isRun) as [Run, Run];
    expect(first).toMatchObject({ stage: 1, between: { hours: 1, rub: null } });
    expect([first.coats.length, second.coats.length]).toEqual([10, 5]);
    expect(second.between.rub?.detail).toMatch(/400/);
  });
  it('comes to the right number of coats and waits, whatever is said of it', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            coats: fc.integer({ min: 1, max: 25 }),
            apart: fc.integer({ min: 1, max: 48 }),
            wait: fc.integer({ min: 1, max: 200 }),
            last: fc.boolean(),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        (said) => {
          const stack = said.map(({ coats, apart, wait, last }) =>
            satin(coats, { apart, wait, rub: 'dry', ...(last ? { rubLast: true } : {}) }),
          );
          const steps = sheet(stack);
          const all = withRuns(steps);
          // Nothing is lost or said twice.
          expect(all.flatMap((i) => (isRun(i) ? i.steps : [i])).map((s) => s.key)).toEqual(steps.map((s) => s.key));
          said.forEach(({ coats, apart, wait, last }, i) => {
            const own = steps.filter((s) => s.stage === i + 1);
            expect(own.filter((s) => s.role === 'coat')).toHaveLength(coats);
            const waits = own.filter((s) => s.kind === 'wait').map((s) => s.hours);
            const end = i < said.length - 1 ? [wait] : [];
            expect(waits).toEqual([...Array.from({ length: coats - 1 }, () => apart), ...end]);
            const rubbed = own.filter((s) => s.title === 'Rub down').length;
            expect(rubbed).toBe((last ? 0 : coats - 1) + end.length);
          });
        },
      ),
      { numRuns: 60 },
    );
  });
  it('of two coats is no run; a coat stands on all that is before it', () => {
    expect(runs([satin(2)])).toEqual([]);
    const [run] = runs([satin(4, { rub: 'none' })]) as [Run];
    expect(upToCoat(run, 1).map((s) => s.key)).toEqual(['1/coat-1']);
    expect(upToCoat(run, 3).map((s) => s.key)).toEqual(['1/coat-1', '1/dry-1', '1/coat-2', '1/dry-2', '1/coat-3']);
  });
});
