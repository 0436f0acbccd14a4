import { deltaE00 } from '../colour/ciede2000.ts';
import type { Direction } from '../colour/directions.ts';
import type { Lab } from '../colour/lab.ts';
import { towards } from '../colour/shades.ts';
import { answersOf, beside, type Eye, looksSame, nearer, type Size, sized, USUAL_EYE, unsaid } from './eye.ts';
import { alikeAt, metricAt, partsAt, type Square, seenAlong, seenApart } from './metric.ts';
import { along, believing, covarianceOf, type MeasuredSum, moments, type Normal, type SeenSum } from './normal.ts';

/** Three unknown numbers: of a colour, in L*a*b* (how the target really is, what a recipe misses), or of what it was made with. */
export interface Unknown {
  id: string;
  covariance: Square;
}
/** Unknowns that evidence has bound to each other already: three numbers of each, and their covariance, by rows. */
export interface Bound {
  ids: readonly string[];
  mean: Float64Array;
  covariance: Float64Array;
}
/** What is known before any of the evidence: of unknowns, and of how people see. */
export interface Known extends Bound {
  /** Thresholds by person, and how much of the usual doubt of them is left, 0-1. */
  eyes?: Readonly<Record<string, Eye & { doubt: number }>>;
}
/** What an unknown does to a colour: the L*a*b* that one unit of each of its three numbers adds, 3 x 3, a column each. */
export interface Effect {
  id: string;
  by: Square;
}
/** A thing with a colour that can be held in the hand: what is thought of it, and what of that is unknown, as it is or by its effect. */
export interface Thing {
  id: string;
  lab: Lab;
  unknown: readonly (string | Effect)[];
}

/** What was said of two things held edge to edge: of the second against the first. Nothing said: they look the same. */
export interface Look {
  first: string;
  second: string;
  person: string;
  said: readonly { direction: Direction; size: Size }[];
  /** The hands were swapped: what the person sees off at the second is now at the first. */
  swapped?: boolean;
}
/** Which of several things was said to be the nearest to another. */
export interface Nearest {
  nearest: string;
  others: readonly string[];
  to: string;
  person: string;
  /** It lies between the nearest and the others: not beyond the nearest. */
  between?: boolean;
}
/** What an instrument read of a thing, with its covariance in L*a*b*. */
export interface ReadColour {
  thing: string;
  lab: Lab;
  covariance: Square;
}
export interface Sightings {
  looks: readonly Look[];
  nearest?: readonly Nearest[];
  read?: readonly ReadColour[];
}

/** Finished wood of any brown: what is thought of a colour that nobody has told, and how far it may be off. Common practice. */
export const ANY_FINISH: { lab: Lab; covariance: Square } = {
  lab: [42, 12, 20],
  covariance: Float64Array.of(13 ** 2, 0, 0, 0, 7 ** 2, 0, 0, 0, 9 ** 2),
};

/** How far a person sees everything off, CIEDE2000 along each direction, before anything tells. Common practice, no source. */
const LEAN = 0.4;
/** What is not known of a person's lean, where that share of the usual doubt is left; L*a*b*. */
export const leanDoubt = (share = 1): Square => alikeAt([50, 8, 18], LEAN * share);
/** Scales of the thresholds that a person may have, and how likely each is at first: logarithms with this deviation. */
const SCALES = [0.6, 0.75, 0.88, 1, 1.15, 1.35, 1.7];
const SCALE_DEVIATION = 0.3;

/** The directions that every answer is of: words along another (warmer, greyer) say nothing of red and yellow apart. */
const PLAIN: readonly { up: Direction; down: Direction }[] = [
  { up: 'lighter', down: 'darker' },
  { up: 'redder', down: 'greener' },
  { up: 'yellower', down: 'bluer' },
];
/** How far a difference goes along a word: apart from the other axes where it is a word of one. */
const seenIn = (direction: Direction, at: Lab, metric: Square): Lab =>
  (PLAIN.some(({ up, down }) => up === direction || down === direction) ? seenApart : seenAlong)(
    towards(direction, at),
    metric,
  );
const OF_HUE: readonly Direction[] = ['warmer', 'cooler', 'greyer', 'cleaner'];

/** What is believed of the things of a job, all together: a look at one tells of every other. */
export interface Belief {
  /** A thing's colour and its covariance, L*a*b*. */
  colour(thing: string): { lab: Lab; covariance: Square };
  /** Second less first: what is known of a difference is often far more than of the two colours. */
  between(first: string, second: string): { difference: Lab; covariance: Square };
  /** What is believed of an unknown. */
  unknown(id: string): { lab: Lab; covariance: Square };
  /** All that is unknown, by its ids. */
  unknowns: ReadonlySet<string>;
  /** A thing less some unknowns: what is to be foreseen of a recipe for it to come out as the thing. */
  less(thing: string, unknowns: readonly string[]): { lab: Lab; covariance: Square };
  /** What is believed of several unknowns together: to go on from where this evidence is not at hand any more. */
  bound(ids: readonly string[]): Bound;
  eyes: Readonly<Record<string, Eye>>;
  /** How far each person sees off what is held second, L*a*b*. */
  leans: Readonly<Record<string, Lab>>;
  /** Looks that the others at the same two things contradict: a slip of the tongue, or another spot. They count for nothing. */
  slips: ReadonlySet<Look>;
  /**
   * What one more look at two things is worth: the share of the variance of what is aimed at (a thing less some unknowns) that it
   * would take away, 0-1.
   */
  worth(first: string, second: string, aim: { thing: string; less: readonly string[] }): number;
}

const UNBOUND: Bound = { ids: [], mean: new Float64Array(0), covariance: new Float64Array(0) };

/** An answer as unlikely as this by all the others is a slip, where there are others of the same two things to say so. */
const SLIP = 0.004;
const LOOKS_TO_SLIP = 3;
const samePair = (p: Look, q: Look): boolean =>
  (p.first === q.first && p.second === q.second) || (p.first === q.second && p.second === q.first);
/** The likelihood of what tells nothing. */
const CERTAIN = () => 1;
/** The unknown of how far a person sees everything off that is held on one side. */
export const leanOf = (person: string): string => `person/${person}`;
/** Halfway between two colours. */
export const middle = (p: Lab, q: Lab): Lab => p.map((v, i) => (v + (q[i] as number)) / 2) as Lab;
/** L*, a* and b* by themselves. */
export const AXES: readonly Lab[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** The share of the variance of a normal that an answer is expected to take away, 0-1: each answer by how likely it is. */
const toldBy = (answers: readonly ((z: number) => number)[], mean: number, variance: number): number =>
  1 -
  answers.reduce((left, answer) => {
    const after = moments(mean, variance, answer);
    return left + (after.evidence * after.variance) / variance;
  }, 0);

/**
 * The joint belief over things that share their unknowns, from readings, looks and which was the nearest.
 * @param before unknowns that are known together from elsewhere
 * @throws RangeError when evidence is of a thing or an unknown that is not there: a fault of the caller
 */
export function believe(
  unknowns: readonly Unknown[],
  things: readonly Thing[],
  evidence: Sightings,
  before: Known = UNBOUND,
): Belief {
  const { looks, nearest = [], read = [] } = evidence;
  const people = [...new Set([...looks, ...nearest].map((l) => l.person))];
  const own: Unknown[] = [
    ...unknowns,
    ...people
      .filter((person) => !before.ids.includes(leanOf(person)))
      .map((person) => ({ id: leanOf(person), covariance: leanDoubt() })),
  ];
  const first = before.mean.length;
  const place = new Map([...before.ids, ...own.map(({ id }) => id)].map((id, i) => [id, 3 * i]));
  const named = new Map(things.map((t) => [t.id, t]));
  const n = first + 3 * own.length;
  const prior: Normal = { mean: new Float64Array(n), covariance: new Float64Array(n * n) };
  const blockAt = (block: Float64Array, size: number, at: number) => {
    for (let p = 0; p < size; p++) prior.covariance.set(block.subarray(p * size, (p + 1) * size), (at + p) * n + at);
  };
  prior.mean.set(before.mean);
  blockAt(before.covariance, first, 0);
  for (const [i, { covariance }] of own.entries()) blockAt(covariance, 3, first + 3 * i);
  const thing = (id: string): Thing => {
    const found = named.get(id);
    if (!found) throw new RangeError(`There is no thing ${id}.`);
    return found;
  };
  /** Adds a direction in L*a*b*, times a sign, of an unknown to a row. */
  const put = (row: Float64Array, unknown: string | Effect, way: Lab, sign: number) => {
    const id = typeof unknown === 'string' ? unknown : unknown.id;
    const at = place.get(id);
    if (at === undefined) throw new RangeError(`There is no unknown ${id}.`);
    for (let i = 0; i < 3; i++) {
      const moves =
        typeof unknown === 'string'
          ? (way[i] as number)
          : way.reduce((sum, w, k) => sum + w * (unknown.by[3 * k + i] as number), 0);
      row[at + i] = (row[at + i] as number) + sign * moves;
    }
  };
  /** The row of a sum of things, each with its sign, along a direction; and what of it is known. */
  const rowOf = (parts: readonly (readonly [Thing, number])[], way: Lab) => {
    const row = new Float64Array(n);
    let known = 0;
    for (const [{ lab, unknown }, sign] of parts) {
      for (const part of unknown) put(row, part, way, sign);
      known += sign * way.reduce((sum, w, i) => sum + w * (lab[i] as number), 0);
    }
    return { row, known };
  };

  const measurements = read.flatMap(({ thing: id, lab, covariance }): MeasuredSum[] => {
    const of = thing(id);
    // Along each axis by itself: an instrument's noise is little, and its own axes are of no matter.
    return AXES.map((way, i) => {
      const { row, known } = rowOf([[of, 1]], way);
      return { row, value: (lab[i] as number) - known, variance: covariance[4 * i] as number };
    });
  });

  type Seen = {
    look: Look | null;
    person: string;
    row: Float64Array;
    known: number;
    as: (eye: Eye) => (z: number) => number;
  };
  /** What was seen, of things that are where they are thought to be: sizes of differences are those of CIEDE2000 there. */
  const seenAt = (place: (thing: string) => Lab): Seen[] => [
    ...looks.flatMap((look): Seen[] => {
      const { first, second, person, said, swapped } = look;
      const at = middle(place(first), place(second));
      const metric = metricAt(at);
      const along = (direction: Direction, as: Seen['as']): Seen => {
        const way = seenIn(direction, at, metric);
        const { row, known } = rowOf(
          [
            [thing(second), 1],
            [thing(first), -1],
          ],
          way,
        );
        put(row, leanOf(person), way, swapped ? -1 : 1);
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
    }),
    ...nearest.flatMap((choice) =>
      choice.others.flatMap((other): Seen[] => {
        const { nearest: best, to, person, between } = choice;
        const [p, q, r] = [best, other, to].map(place) as [Lab, Lab, Lab];
        const apart = p.map((v, i) => v - (q[i] as number)) as Lab;
        const way = seenAlong(apart, metricAt(middle(p, q)));
        const along = (parts: readonly (readonly [Thing, number])[], likelihood: (z: number) => number): Seen => ({
          look: null,
          person,
          ...rowOf(parts, way),
          as: () => likelihood,
        });
        // The third lies on the nearer's side of the middle between the two; and where it is between them not beyond.
        const beyondMiddle: readonly (readonly [Thing, number])[] = [
          [thing(to), 1],
          [thing(best), -0.5],
          [thing(other), -0.5],
        ];
        const short: readonly (readonly [Thing, number])[] = [
          [thing(best), 1],
          [thing(to), -1],
        ];
        return [
          along(beyondMiddle, nearer(deltaE00(p, q), [deltaE00(r, p), deltaE00(r, q)])),
          ...(between ? [along(short, beside(deltaE00(r, p)))] : []),
        ];
      }),
    ),
  ];
  let seen = seenAt((id) => thing(id).lab);
  const slips = new Set<Look>();
  const heeded = () => seen.filter(({ look }) => !look || !slips.has(look));
  const withEyes = (eyes: Readonly<Record<string, Eye>>, sweeps?: number) =>
    believing(
      prior,
      measurements,
      heeded().map(({ person, row, known, as }): SeenSum => {
        const likely = as(eyes[person] ?? USUAL_EYE);
        return { row, likelihood: (z) => likely(z + known) };
      }),
      sweeps,
    );

  /** Each person's thresholds in turn: those that make what was said likeliest. */
  const eyesNow = (): Record<string, Eye> => {
    const known = (person: string) => before.eyes?.[person] ?? { ...USUAL_EYE, doubt: 1 };
    const eyes: Record<string, Eye> = Object.fromEntries(
      people.map((person) => [person, { scale: known(person).scale }]),
    );
    for (const person of people) {
      const was = known(person);
      const likely = SCALES.map((scale) => {
        const { evidence: told } = withEyes({ ...eyes, [person]: { scale } }, 1);
        return { scale, told: told - (Math.log(scale / was.scale) / (SCALE_DEVIATION * was.doubt)) ** 2 / 2 };
      });
      eyes[person] = { scale: likely.reduce((p, q) => (q.told > p.told ? q : p)).scale };
    }
    return eyes;
  };
  let eyes = eyesNow();
  let { belief, likely } = withEyes(eyes);
  // Once more from where the things are thought to be now.
  const thought = (id: string) =>
    AXES.map((way) => {
      const { row, known } = rowOf([[thing(id), 1]], way);
      return along(belief, row).mean + known;
    }) as Lab;
  if (looks.length + nearest.length > 0) {
    seen = seenAt(thought);
    eyes = eyesNow();
    ({ belief, likely } = withEyes(eyes));
  }
  for (let n = 0; n < Math.floor(looks.length / LOOKS_TO_SLIP); n++) {
    const odd = heeded()
      .map(({ look }, k) => ({ look, likely: likely[k] as number }))
      .filter(
        ({ look, likely }) => look && likely < SLIP && looks.filter((l) => samePair(l, look)).length >= LOOKS_TO_SLIP,
      )
      .sort((p, q) => p.likely - q.likely)[0]?.look;
    if (!odd) break;
    slips.add(odd);
    eyes = eyesNow();
    ({ belief, likely } = withEyes(eyes));
  }

  const rowsOf = (parts: readonly (readonly [Thing, number])[]) => AXES.map((way) => rowOf(parts, way));
  const told = (rows: readonly { row: Float64Array; known: number }[]) => ({
    lab: rows.map(({ row, known }) => along(belief, row).mean + known) as Lab,
    covariance: Float64Array.from({ length: 9 }, (_, i) =>
      covarianceOf(
        belief,
        (rows[Math.floor(i / 3)] as { row: Float64Array }).row,
        (rows[i % 3] as { row: Float64Array }).row,
      ),
    ),
  });
  const unknownRows = (id: string) =>
    AXES.map((way) => {
      const row = new Float64Array(n);
      put(row, id, way, 1);
      return { row, known: 0 };
    });
  return {
    colour: (id) => told(rowsOf([[thing(id), 1]])),
    between(first, second) {
      const { lab, covariance } = told(
        rowsOf([
          [thing(second), 1],
          [thing(first), -1],
        ]),
      );
      return { difference: lab, covariance };
    },
    unknown: (id) => told(unknownRows(id)),
    unknowns: new Set(place.keys()),
    less(id, unknowns) {
      const rows = rowsOf([[thing(id), 1]]);
      for (const [i, way] of AXES.entries())
        for (const unknown of unknowns) put((rows[i] as { row: Float64Array }).row, unknown, way, -1);
      return told(rows);
    },
    bound(ids) {
      const at = ids.flatMap((id) => {
        const from = place.get(id);
        if (from === undefined) throw new RangeError(`There is no unknown ${id}.`);
        return [from, from + 1, from + 2];
      });
      return {
        ids,
        mean: Float64Array.from(at, (i) => belief.mean[i] as number),
        covariance: Float64Array.from(at.flatMap((i) => at.map((k) => belief.covariance[i * n + k] as number))),
      };
    },
    eyes,
    leans: Object.fromEntries(people.map((person) => [person, told(unknownRows(leanOf(person))).lab])),
    slips,
    worth(first, second, { thing: id, less }) {
      const [p, q] = [thing(first), thing(second)];
      const at = middle(p.lab, q.lab);
      const metric = metricAt(at);
      const parts = partsAt(thing(id).lab);
      const aim = AXES.map((_, i) => {
        const way = [0, 1, 2].map((k) => parts[3 * i + k] as number) as Lab;
        const { row } = rowOf([[thing(id), 1]], way);
        for (const unknown of less) put(row, unknown, way, -1);
        return row;
      });
      const eye = eyes[people.at(-1) ?? ''] ?? USUAL_EYE;
      const open = aim.reduce((sum, a) => sum + along(belief, a).variance, 0);
      const taken = PLAIN.reduce((sum, { up }) => {
        const way = seenIn(up, at, metric);
        const { row, known } = rowOf(
          [
            [q, 1],
            [p, -1],
          ],
          way,
        );
        const now = along(belief, row);
        if (now.variance === 0) return sum;
        const share = toldBy(answersOf(eye), now.mean + known, now.variance);
        return sum + (share * aim.reduce((s, a) => s + covarianceOf(belief, a, row) ** 2, 0)) / now.variance;
      }, 0);
      return open > 0 ? Math.min(1, taken / open) : 0;
    },
  };
}
