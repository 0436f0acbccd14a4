import type { Lab } from './lab.ts';

/** A cylinder of L*a*b*: so far from a colour in lightness, and so far in the plane of a* and b*. */
export interface Around {
  dL: number;
  dab: number;
}

const POW25_7 = 25 ** 7;
/** G of CIEDE2000 is at most 0.5: a' is at most so many times a*. */
const MOST_G = 1.5;
const DEGREE = Math.PI / 180;
/** The rotation is of blues alone: it is centred on this hue, and this wide. */
const [BLUE, WIDE] = [275, 25];

/** RC of CIEDE2000, which grows with chroma. */
const rotationOf = (chroma: number): number => 2 * Math.sqrt(chroma ** 7 / (chroma ** 7 + POW25_7));

/** The most that sin(2 dTheta) can be, of a mean hue that lies within `spread` degrees of `hue`. */
function mostTurn(hue: number, spread: number): number {
  const apart = Math.abs(((hue - BLUE + 540) % 360) - 180);
  const nearest = Math.max(0, apart - spread);
  return Math.sin(60 * DEGREE * Math.exp(-((nearest / WIDE) ** 2)));
}

/** Mean hues are looked at by so many degrees. */
const HUE_STEP = 5;

/** The kernel of CIEDE2000 is itself off by so much, in all and in parts. */
const ROUNDING = 1e-6;

/** How far in a' and b' a colour can be whose CIEDE2000 is within `deltaE`, where sin(2 dTheta) is at most `turn`. */
function reached(chroma: number, deltaE: number, turn: number): number {
  // Where chroma grows, so does the rotation: the mean chroma is settled by going round, from the widest inwards.
  const within = (rotation: number) => {
    const k = Math.sqrt(1 - rotation / 2);
    const grows = 1 - (0.0225 * deltaE) / k;
    return grows > 0 ? (deltaE * (1 + 0.045 * chroma)) / (k * grows) : Number.POSITIVE_INFINITY;
  };
  let far = within(2 * turn);
  for (let round = 0; round < 3; round++) far = within(turn * rotationOf(chroma + far / 2));
  return far;
}

/**
 * Every colour whose CIEDE2000 from a colour is within `deltaE` lies in this cylinder around it, so that a search by plain
 * distance misses none. With S and R as in Sharma, Wu and Dalal (2005):
 *
 * - dE² ≥ (dL / SL)² + (1 − |RT| / 2) ((dC' / SC)² + (dH' / SH)²), and dC'² + dH'² = da'² + db², the plane's own distance;
 * - SH ≤ SC = 1 + 0.045 C̄', as T ≤ 1.93, and C̄' ≤ C' + dab / 2; of both colours the same G stretches a*: |da*| ≤ |da'|;
 * - SL ≤ 1 + 0.015 |L̄ − 50|, and L̄ is at most dL / 2 from L*;
 * - |RT| = RC sin(2 dTheta): RC grows with C̄', and dTheta falls as the mean hue leaves 275°. The mean hue of two colours is
 *   so far from the hue of the one as half of the angle between them, and across an angle a colour of some chroma has nothing
 *   nearer than the ray at that angle. So by mean hues, a step at a time: those that are out of reach do not count.
 *
 * @param asked CIEDE2000, 0 or more; where that is too much to say anything the cylinder has no end
 */
export function around([L, a, b]: Lab, asked: number): Around {
  const deltaE = asked * (1 + ROUNDING) + ROUNDING;
  const growsL = 1 - 0.0075 * deltaE;
  const dL = growsL > 0 ? (deltaE * (1 + 0.015 * Math.abs(L - 50))) / growsL : Number.POSITIVE_INFINITY;
  // Whatever G is, a' lies between a* and 1.5 a*.
  const chroma = Math.hypot(MOST_G * a, b);
  const least = Math.hypot(a, b);
  const hues = [Math.atan2(b, a), Math.atan2(b, MOST_G * a)].map((hue) => (hue / DEGREE + 360) % 360) as [
    number,
    number,
  ];
  const between = Math.abs(hues[0] - hues[1]);
  const hue = (hues[0] + hues[1]) / 2;
  let dab = 0;
  for (let away = 0; away < 90; away += HUE_STEP) {
    const far = reached(chroma, deltaE, mostTurn(hue, between / 2 + away + HUE_STEP));
    const nearest = least * Math.sin(Math.min(90, 2 * away) * DEGREE);
    if (nearest <= far) dab = Math.max(dab, far);
  }
  return { dL, dab };
}
