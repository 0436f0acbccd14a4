import { deltaE00 } from './ciede2000.ts';
import type { Direction } from './directions.ts';
import type { Lab } from './lab.ts';

/** A shade in CIEDE2000: a step that is plain edge to edge and small across a room. Ours; finishers have no measure for it. */
export const SHADE = 2;

export interface Move {
  direction: Direction;
  shades: number;
}

/** Warm is towards orange: the hue that incandescent light lends. Common practice. */
const WARM = (60 * Math.PI) / 180;

/** One unit of CIELAB towards a word; grey has no hue to be cleaner in and takes that of wood. */
export function towards(direction: Direction, [, a, b]: Lab): Lab {
  const chroma = Math.hypot(a, b);
  const out: Lab = chroma < 1e-6 ? [0, Math.cos(WARM), Math.sin(WARM)] : [0, a / chroma, b / chroma];
  switch (direction) {
    case 'lighter':
      return [1, 0, 0];
    case 'darker':
      return [-1, 0, 0];
    case 'warmer':
      return [0, Math.cos(WARM), Math.sin(WARM)];
    case 'cooler':
      return [0, -Math.cos(WARM), -Math.sin(WARM)];
    case 'redder':
      return [0, 1, 0];
    case 'greener':
      return [0, -1, 0];
    case 'yellower':
      return [0, 0, 1];
    case 'bluer':
      return [0, 0, -1];
    case 'greyer':
      return [0, -out[1], -out[2]];
    case 'cleaner':
      return out;
  }
}

const moved = (lab: Lab, way: Lab, far: number): Lab => [
  lab[0] + far * way[0],
  lab[1] + far * way[1],
  lab[2] + far * way[2],
];
const FARTHEST = 100;

/** A colour moved by a word so far that CIEDE2000 is the shades asked for; greyer stops at grey, lighter at white. */
export function movedLab(lab: Lab, { direction, shades }: Move): Lab {
  const way = towards(direction, lab);
  const room =
    direction === 'greyer'
      ? Math.hypot(lab[1], lab[2])
      : direction === 'lighter'
        ? 100 - lab[0]
        : direction === 'darker'
          ? lab[0]
          : FARTHEST;
  let [near, far] = [0, room];
  if (deltaE00(lab, moved(lab, way, far)) < shades * SHADE) return moved(lab, way, far);
  for (let i = 0; i < 60; i++) {
    const middle = (near + far) / 2;
    if (deltaE00(lab, moved(lab, way, middle)) < shades * SHADE) near = middle;
    else far = middle;
  }
  return moved(lab, way, (near + far) / 2);
}

/** A range of CIEDE2000 in shades, as it is said: half a shade to two. */
export function shadesText([from, to]: readonly [number, number]): string {
  const [low, high] = [from, to].map((d) => Math.round((2 * d) / SHADE) / 2) as [number, number];
  const said = (n: number) =>
    n === 0.5 ? 'half a shade' : n === 1 ? 'a shade' : `${Math.floor(n)}${n % 1 === 0 ? '' : '½'} shades`;
  if (high === 0) return 'less than half a shade';
  if (low === high) return `about ${said(low)}`;
  return low === 0 ? `at most ${said(high)}` : `${said(low)} to ${said(high)}`;
}

const SHADE_WORDS: Readonly<Record<number, string>> = {
  0.25: 'a quarter of a shade',
  0.5: 'half a shade',
  1: 'a shade',
  2: 'two shades',
  3: 'three shades',
};
export const moveText = ({ direction, shades }: Move): string =>
  `${SHADE_WORDS[shades] ?? `${shades} shades`} ${direction}`;
