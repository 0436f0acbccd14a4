import { deltaE00, type Lab } from '../core/colour/index.ts';
import { type Chance, chanceOf } from './chance.ts';
import type { SeenWords } from './interface.ts';

/** People of the simulated workshop. Invented. */
export const ONLOOKERS = ['Ingrid', 'Tomas', 'Mei'] as const;

/** What a size is said from, and up to the next; CIEDE2000. Each person has these times a factor of their own. */
const FROM = [0.9, 2.4, 5.5] as const;
const FACTOR = 0.22;
/** Everything is seen this much off, in each direction; and one look differs from the next by so much and a share of what is there. */
const LEANS = 0.35;
const LOOKS = 0.7;
const SHARE = 0.1;
/** One answer in so many is said the wrong way round; who sees three differences names the two that are plainest. */
const SLIPS = 0.03;
const MOST_WORDS = 2;

type Axis = readonly [
  up: SeenWords['words'][number]['direction'],
  down: SeenWords['words'][number]['direction'],
  way: Lab,
];
const AXES: readonly Axis[] = [
  ['lighter', 'darker', [1, 0, 0]],
  ['redder', 'greener', [0, 1, 0]],
  ['yellower', 'bluer', [0, 0, 1]],
];

/** How far one colour is from another along an axis of L*a*b*, with its sign; CIEDE2000. */
function apart(first: Lab, second: Lab, [, , way]: Axis): number {
  const far = way.reduce((sum, w, i) => sum + w * ((second[i] as number) - (first[i] as number)), 0);
  const moved = first.map((v, i) => v + far * (way[i] as number)) as Lab;
  return Math.sign(far) * deltaE00(first, moved);
}

/** How a person feels one colour to be off another, along each axis, at a glance. */
function glance(seed: number, person: string) {
  const self = chanceOf(seed, 'eye', person);
  const factor = self.factor(FACTOR);
  const leans = AXES.map(() => LEANS * self.normal());
  const felt = (first: Lab, second: Lab, chance: Chance): number[] =>
    AXES.map((axis, i) => {
      const there = apart(first, second, axis);
      return there + (leans[i] as number) + (LOOKS + SHARE * Math.abs(there)) * chance.normal();
    });
  return { factor, felt };
}

/** What a person says of two colours held edge to edge: of the second against the first. The n-th look of a workshop. */
export function seenBy(seed: number, person: string, n: number, first: Lab, second: Lab): SeenWords {
  const { factor, felt } = glance(seed, person);
  const chance = chanceOf(seed, 'look', person, n);
  const seen = felt(first, second, chance).map((off, i) => {
    const [up, down] = AXES[i] as Axis;
    const turned = chance.even() < SLIPS ? -off : off;
    const size = FROM.filter((from) => Math.abs(turned) >= from * factor).length;
    return { direction: turned > 0 ? up : down, size, felt: Math.abs(turned) };
  });
  const words = seen
    .filter(({ size }) => size > 0)
    .sort((p, q) => q.felt - p.felt)
    .slice(0, MOST_WORDS)
    .map(({ direction, size }) => ({ direction, size: size as 1 | 2 | 3 }));
  return { words };
}

/** Which of several colours a person holds to be the nearest to another: its place among them. */
export function nearestBy(seed: number, person: string, n: number, to: Lab, colours: readonly Lab[]): number {
  const { felt } = glance(seed, person);
  const chance = chanceOf(seed, 'look', person, n);
  const off = colours.map((colour) => Math.hypot(...felt(to, colour, chance)));
  return off.indexOf(Math.min(...off));
}
