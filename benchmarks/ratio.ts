/** A short run, to see that a section still works: its figures say nothing. */
export const SMALL = process.argv.includes('--small');
export const sized = (whole: number, small: number): number => (SMALL ? small : whole);

export interface Ratio {
  ratio: number;
  slowMs: number;
  fastMs: number;
}

export const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1];

/**
 * Times two pieces of work in turn and gives the median of their ratios: what drifts hits both. Short work is timed over
 * `repeats` calls and called `warmUp` times before, so that both sides are compiled as a whole, not inside one long loop
 * that the engine leaves at its end.
 */
export function ratioOf(slow: () => void, fast: () => void, { rounds = 9, warmUp = 2, repeats = 1 } = {}): Ratio {
  const time = (work: () => void) => {
    const start = performance.now();
    for (let i = 0; i < repeats; i++) work();
    return (performance.now() - start) / repeats;
  };
  if (SMALL) [rounds, warmUp, repeats] = [1, 0, 1];
  for (let i = 0; i < warmUp; i++) {
    slow();
    fast();
  }
  const pairs = Array.from({ length: rounds }, () => ({ slow: time(slow), fast: time(fast) }));
  return {
    ratio: median(pairs.map((p) => p.slow / p.fast)),
    slowMs: median(pairs.map((p) => p.slow)),
    fastMs: median(pairs.map((p) => p.fast)),
  };
}

export function say(what: string, wanted: number, { ratio, slowMs, fastMs }: Ratio): void {
  console.log(
    `${what}: ${ratio.toFixed(1)}× (wanted ${wanted}×); baseline ${slowMs.toFixed(2)} ms, ours ${fastMs.toFixed(2)} ms`,
  );
}
