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
}

/** FNV-1a over the parts of a name. */
function hash(parts: readonly (string | number)[]): number {
  let h = 0x811c9dc5;
  for (const char of parts.join('/')) h = Math.imul(h ^ (char.codePointAt(0) as number), 0x01000193);
  return h >>> 0;
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
  };
}
