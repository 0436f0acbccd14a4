/** Times two pieces of work in turn and gives the median of their ratios: what drifts hits both. */
export function ratioOf(
  slow: () => void,
  fast: () => void,
  rounds = 9,
): { ratio: number; slowMs: number; fastMs: number } {
  const time = (work: () => void) => {
    const start = performance.now();
    work();
    return performance.now() - start;
  };
  slow();
  fast();
  fast();
  const pairs = Array.from({ length: rounds }, () => ({ slow: time(slow), fast: time(fast) }));
  const median = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1];
  return {
    ratio: median(pairs.map((p) => p.slow / p.fast)),
    slowMs: median(pairs.map((p) => p.slow)),
    fastMs: median(pairs.map((p) => p.fast)),
  };
}

export function say(what: string, wanted: number, { ratio, slowMs, fastMs }: ReturnType<typeof ratioOf>): void {
  console.log(
    `${what}: ${ratio.toFixed(1)}× (wanted ${wanted}×); baseline ${slowMs.toFixed(2)} ms, ours ${fastMs.toFixed(2)} ms`,
  );
}
