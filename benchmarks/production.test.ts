import { expect, it } from 'vitest';
import makeWorkshop from '../src/workshop/workshop.ts';
import { playProduction, productionTable } from './production.ts';

it('a pad that dries is caught within five pieces in nine of ten productions, and one piece in a hundred is a false alarm at most', () => {
  const { caught, alarms, line } = productionTable(playProduction(makeWorkshop, [1, 2, 3, 4, 5, 6, 7, 8], 3));
  expect(caught, line).toBeGreaterThanOrEqual(0.9);
  expect(alarms, line).toBeLessThanOrEqual(1);
  // A watch that never says anything would raise no false alarm either.
  expect(line).toMatch(/^2\d productions of 60 pieces/);
});
