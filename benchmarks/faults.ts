import { type Case, NOTHING_NOTED, suspects } from '../src/core/faults/index.ts';
import { type History, histories } from '../test/fixtures/histories.ts';
import { sized } from './ratio.ts';

const HISTORIES = sized(200, 10);

/** How often the cause that was planted in simulated histories is ranked first, and among three: by the record, and by what is usual alone. */
export function benchmarkFaults(): void {
  const all = histories(HISTORIES);
  const share = (most: number, by: (h: History) => Case) => {
    const hit = all.filter((h) => suspects(h.fault, by(h)).findIndex((s) => s.cause.id === h.cause) < most);
    return `${((100 * hit.length) / all.length).toFixed(0)} %`;
  };
  console.log(`faults: the planted cause of ${HISTORIES} simulated histories`);
  console.log(
    `  by the record:        first ${share(1, (h) => h.of)}, among three ${share(3, (h) => h.of)} (wanted: 60 %, 90 %)`,
  );
  console.log(
    `  by what is usual:     first ${share(1, () => NOTHING_NOTED)}, among three ${share(3, () => NOTHING_NOTED)}`,
  );
}
