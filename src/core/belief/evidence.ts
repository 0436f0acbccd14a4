import { inverse } from 'ml-matrix';
import { deltaE00 } from '../colour/ciede2000.ts';
import type { Direction } from '../colour/directions.ts';
import type { Lab } from '../colour/lab.ts';
import { towards } from '../colour/shades.ts';
import { beside, type Eye, looksSame, nearer, sized, USUAL_EYE, unsaid } from './eye.ts';
import { type Ground, leanOf, middle, type Parts, type SumRow } from './ground.ts';
import { metricAt, rootOf, type Square, seenAlong, seenApart } from './metric.ts';
import type { MeasuredSum } from './normal.ts';
import type { Look, Nearest, ReadColour, Sightings } from './things.ts';

/** The directions that every answer is of: words along another (warmer, greyer) say nothing of red and yellow apart. */
export const PLAIN: readonly { up: Direction; down: Direction }[] = [
  { up: 'lighter', down: 'darker' },
  { up: 'redder', down: 'greener' },
  { up: 'yellower', down: 'bluer' },
];
/** How far a difference goes along a word: apart from the other axes where it is a word of one. */
export const alongWord = (direction: Direction, at: Lab, metric: Square): Lab =>
  (PLAIN.some(({ up, down }) => up === direction || down === direction) ? seenApart : seenAlong)(
    towards(direction, at),
    metric,
  );
const OF_HUE: readonly Direction[] = ['warmer', 'cooler', 'greyer', 'cleaner'];

/** The likelihood of what tells nothing. */
const CERTAIN = () => 1;

/** One answer of a look, or of which is the nearest: how likely each sum of unknowns makes it, by who saw it. */
export interface Answered extends SumRow {
  look: Look | null;
  person: string;
  as: (eye: Eye) => (z: number) => number;
}
type PlaceOf = (thing: string) => Lab;

/** What was read or photographed, along the three axes in which its noise is one each and independent. */
export const measurementsOf = (ground: Ground, read: readonly ReadColour[]): MeasuredSum[] =>
  read.flatMap(({ thing, lab, covariance, off = [] }): MeasuredSum[] => {
    const of = ground.thing(thing);
    return inverse(rootOf(covariance))
      .to2DArray()
      .map((way) => {
        const { row, known } = ground.rowOf([[of, 1]], way as unknown as Lab);
        for (const part of off) ground.put(row, part, way as unknown as Lab, 1);
        const value = way.reduce((sum, w, i) => sum + w * (lab[i] as number), 0);
        return { row, value: value - known, variance: 1 };
      });
  });

/** What one look says, and what it leaves unsaid. */
function ofLook(ground: Ground, look: Look, place: PlaceOf): Answered[] {
  const { first, second, person, said, swapped } = look;
  const at = middle(place(first), place(second));
  const metric = metricAt(at);
  const along = (direction: Direction, as: Answered['as']): Answered => {
    const way = alongWord(direction, at, metric);
    const { row, known } = ground.rowOf(
      [
        [ground.thing(second), 1],
        [ground.thing(first), -1],
      ],
      way,
    );
    ground.put(row, leanOf(person), way, swapped ? -1 : 1);
    return { look, person, row, known, as };
  };
  const hue = said.some(({ direction }) => OF_HUE.includes(direction));
  const silent = PLAIN.filter(
    ({ up, down }) =>
      !said.some(({ direction }) => direction === up || direction === down) && !(hue && up !== 'lighter'),
  );
  const sizes = said.map(({ size }) => size);
  const quiet = (eye: Eye) => (said.length === 0 ? looksSame(eye) : unsaid(eye, sizes));
  return [
    ...said.map(({ direction, size }) => along(direction, (eye) => sized(size, eye))),
    ...(quiet(USUAL_EYE) ? silent.map(({ up }) => along(up, (eye) => quiet(eye) ?? CERTAIN)) : []),
  ];
}

/** What it says that one of two is nearer to a third. */
function ofNearest(ground: Ground, choice: Nearest, other: string, place: PlaceOf): Answered[] {
  const { nearest: best, to, person, between } = choice;
  const [p, q, r] = [best, other, to].map(place) as [Lab, Lab, Lab];
  const apart = p.map((v, i) => v - (q[i] as number)) as Lab;
  const way = seenAlong(apart, metricAt(middle(p, q)));
  const along = (parts: Parts, likelihood: (z: number) => number): Answered => ({
    look: null,
    person,
    ...ground.rowOf(parts, way),
    as: () => likelihood,
  });
  // The third lies on the nearer's side of the middle between the two; and where it is between them not beyond.
  const beyondMiddle: Parts = [
    [ground.thing(to), 1],
    [ground.thing(best), -0.5],
    [ground.thing(other), -0.5],
  ];
  const short: Parts = [
    [ground.thing(best), 1],
    [ground.thing(to), -1],
  ];
  return [
    along(beyondMiddle, nearer(deltaE00(p, q), [deltaE00(r, p), deltaE00(r, q)])),
    ...(between ? [along(short, beside(deltaE00(r, p)))] : []),
  ];
}

/** What was seen, of things that are where they are thought to be: sizes of differences are those of CIEDE2000 there. */
export const seenAt = (ground: Ground, { looks, nearest = [] }: Sightings, place: PlaceOf): Answered[] => [
  ...looks.flatMap((look) => ofLook(ground, look, place)),
  ...nearest.flatMap((choice) => choice.others.flatMap((other) => ofNearest(ground, choice, other, place))),
];
