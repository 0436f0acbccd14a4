import { spawnSync } from 'node:child_process';
import { differenceCiede2000 } from 'culori';
import { ciede2000Of, ciede2000Terms, type Lab } from '../src/core/colour/index.ts';
import { median, type Ratio, ratioOf, say, sized } from './ratio.ts';

/** Few enough colours to stay in the cache: arithmetic is measured, not memory. */
const COUNT = 512;
const STEADY = { rounds: 15, warmUp: 300, repeats: 100 };
/** Where an engine happens to put so small a loop in memory can cost it a third: the median of this many processes. */
const PROCESSES = sized(7, 1);

/** CIEDE2000 against culori's on the same colours: the kernel on numbers, culori on its objects. */
function compare(colour: (i: number) => Lab): Ratio {
  const ours: [Lab, Lab][] = Array.from({ length: COUNT }, (_, i) => [colour(2 * i), colour(2 * i + 1)]);
  const numbers = Float64Array.from(ours.flat(2));
  const terms = new Float64Array(4);
  const lab = ([l, a, b]: Lab) => ({ mode: 'lab65' as const, l, a, b });
  const theirs = ours.map(([p, q]) => [lab(p), lab(q)] as const);
  const reference = differenceCiede2000();
  let sink = 0;
  const ratio = ratioOf(
    () => {
      let sum = 0;
      for (const [p, q] of theirs) sum += reference(p, q);
      sink += sum;
    },
    () => {
      let sum = 0;
      for (let i = 0; i < numbers.length; i += 6) {
        ciede2000Terms(numbers, i, i + 3, terms);
        sum += ciede2000Of(terms);
      }
      sink += sum;
    },
    STEADY,
  );
  if (!Number.isFinite(sink)) throw new Error('A difference was not finite.');
  return ratio;
}

const value = (i: number, k: number) => Math.sin(i * 12.9898 + k * 78.233);
const COLOURS: Record<string, (i: number) => Lab> = {
  'colours of wood': (i) => [50 + 35 * value(i, 0), 12 + 10 * value(i, 1), 20 + 14 * value(i, 2)],
  'colours of every hue': (i) => [50 + 40 * value(i, 0), 40 * value(i, 1), 40 * value(i, 2)],
};

export function benchmarkColour(): void {
  const runs = Array.from({ length: PROCESSES }, () => {
    const { stdout } = spawnSync(process.execPath, [...process.execArgv, import.meta.filename], { encoding: 'utf8' });
    return JSON.parse(stdout) as Ratio[];
  });
  Object.keys(COLOURS).forEach((what, i) => {
    const of = (part: keyof Ratio) => runs.map((r) => r[i][part]);
    const all = of('ratio').map((r) => r.toFixed(1));
    say(`CIEDE2000 kernel against culori, ${what} (${all.join(' ')})`, 5, {
      ratio: median(of('ratio')),
      slowMs: median(of('slowMs')),
      fastMs: median(of('fastMs')),
    });
  });
}

if (process.argv[1] === import.meta.filename) console.log(JSON.stringify(Object.values(COLOURS).map(compare)));
