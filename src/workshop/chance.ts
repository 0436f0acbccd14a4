import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** A stream of chance that belongs to a name: the same names give the same stream, in whatever order they are asked. */
export interface Chance {
  /** Evenly 0-1. */
  even(): number;
  /** Normal with mean 0 and standard deviation 1 (Box and Muller 1958). */
  normal(): number;
  /** exp of a normal with this standard deviation: a factor around 1. */
  factor(deviation: number): number;
  pick<T>(list: readonly T[]): T;
  /** So many different ones, in an order of chance. */
  some<T>(list: readonly T[], count: number): T[];
}

/** FNV-1a over the parts of a name, its bits mixed at the end (MurmurHash3), so that names alike give chances unlike. */
function hash(parts: readonly (string | number)[]): number {
  let h = 0x811c9dc5;
  for (const char of parts.join('/')) h = Math.imul(h ^ (char.codePointAt(0) as number), 0x01000193);
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}

export function chanceOf(...name: (string | number)[]): Chance {
  const generator = xoroshiro128plus(hash(name));
  for (let i = 0; i < 8; i++) generator.next();
  const even = () => uniformFloat64(generator);
  const normal = () => Math.sqrt(-2 * Math.log(1 - even())) * Math.cos(2 * Math.PI * even());
  return {
    even,
    normal,
    factor: (deviation) => Math.exp(deviation * normal()),
    pick: (list) => list[Math.floor(even() * list.length)],
    some: (list, count) =>
      list
        .map((item) => ({ item, rank: even() }))
        .sort((p, q) => p.rank - q.rank)
        .slice(0, count)
        .map(({ item }) => item),
  };
}
