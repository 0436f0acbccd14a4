import { differenceCiede2000 } from 'culori';
import { ciede2000Parts, type Lab } from '../src/core/colour/index.ts';
import { ratioOf, say } from './ratio.ts';

/** Few enough colours to stay in the cache: arithmetic is measured, not memory. */
const COUNT = 512;
const STEADY = { rounds: 15, warmUp: 300, repeats: 100 };

/** CIEDE2000 against culori's on the same colours: the kernel on numbers, culori on its objects. */
function compare(what: string, colour: (i: number) => Lab): void {
  const ours: [Lab, Lab][] = Array.from({ length: COUNT }, (_, i) => [colour(2 * i), colour(2 * i + 1)]);
  const numbers = Float64Array.from(ours.flat(2));
  const parts = new Float64Array(3);
  const lab = ([l, a, b]: Lab) => ({ mode: 'lab65' as const, l, a, b });
  const theirs = ours.map(([p, q]) => [lab(p), lab(q)] as const);
  const reference = differenceCiede2000();
  let sink = 0;
  say(
    `CIEDE2000 kernel against culori, ${what}`,
    5,
    ratioOf(
      () => {
        let sum = 0;
        for (const [p, q] of theirs) sum += reference(p, q);
        sink += sum;
      },
      () => {
        let sum = 0;
        for (let i = 0; i < numbers.length; i += 6) {
          ciede2000Parts(numbers, i, i + 3, parts, 0);
          sum += Math.sqrt(parts[0] * parts[0] + parts[1] * parts[1] + parts[2] * parts[2]);
        }
        sink += sum;
      },
      STEADY,
    ),
  );
  if (!Number.isFinite(sink)) throw new Error('A difference was not finite.');
}

const value = (i: number, k: number) => Math.sin(i * 12.9898 + k * 78.233);

export function colourBench(): void {
  compare('colours of wood', (i) => [50 + 35 * value(i, 0), 12 + 10 * value(i, 1), 20 + 14 * value(i, 2)]);
  compare('colours of every hue', (i) => [50 + 40 * value(i, 0), 40 * value(i, 1), 40 * value(i, 2)]);
}
