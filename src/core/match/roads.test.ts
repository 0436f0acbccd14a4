import { describe, expect, it } from 'vitest';
import { dyed, finalOf, problem } from '../../../test/fixtures/small-shop.ts';
import { UNTUNED, USUAL_PREPARATION } from '../board/index.ts';
import { namedRoads, promiseOf } from './roads.ts';
import { search } from './search.ts';

describe('the short list', () => {
  it('differs in kind and says what each road is best at', () => {
    const roads = namedRoads(search(problem()), problem(), 1);
    expect(roads[0].titles).toContain('Closest');
    const titles = roads.flatMap((r) => r.titles);
    for (const title of ['Fewest colours', 'Clearest grain', 'Cheapest', 'Least change under lamps'])
      expect(titles).toContain(title);
    const fewest = roads.find((r) => r.titles.includes('Fewest colours'));
    for (const road of roads) expect(fewest?.colourants.length).toBeLessThanOrEqual(road.colourants.length);
  });
});

describe('what a stack promises', () => {
  it('a colour better known gives a better chance; the strongest lever must be weighed most exactly', () => {
    const stack = dyed({ yellow: 6, red: 3, black: 0.2 });
    const target = { reflectance: finalOf(stack), singleLight: false };
    const unknown = promiseOf(problem({ target }), stack, 1.5);
    const doubt = { yellow: 0.02, red: 0.02, black: 0.02, 'layer/clear': 0.02, 'layer/sealer': 0.02 };
    const known = promiseOf(problem({ target, doubt }), stack, 1.5);
    const width = ({ range: [from, to] }: typeof known) => to - from;
    expect(width(known)).toBeLessThan(0.5 * width(unknown));
    expect(known.chance).toBeGreaterThan(unknown.chance + 0.2);
    expect(unknown.sensitivity.red).toBeGreaterThan(unknown.sensitivity.black);
  });
  it('preparation and tuning pass through to the prediction', () => {
    const plain = promiseOf(problem(), dyed({ yellow: 6, red: 3 }), 1);
    const conditioned = promiseOf(
      problem({ preparation: { ...USUAL_PREPARATION, conditioner: true } }),
      dyed({ yellow: 6, red: 3 }),
      1,
    );
    expect(plain.deltaE[0]).toBeLessThan(0.01);
    expect(conditioned.deltaE[0]).toBeGreaterThan(1);
    expect(
      promiseOf(problem({ tuning: { ...UNTUNED, uptake: { yellow: 1.3 } } }), dyed({ yellow: 6, red: 3 }), 1).deltaE[0],
    ).toBeGreaterThan(0.3);
  });
});
