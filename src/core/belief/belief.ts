import type { Lab } from '../colour/lab.ts';
import { type Answered, alongWord, measurementsOf, PLAIN, seenAt } from './evidence.ts';
import { answersOf, type Eye, USUAL_EYE } from './eye.ts';
import { AXES, type Ground, groundOf, leanOf, middle, type Parts, type SumRow } from './ground.ts';
import { metricAt, partsAt, type Square } from './metric.ts';
import { along, believing, covarianceOf, moments, type Normal, type SeenSum } from './normal.ts';
import type { Bound, Known, Look, Sightings, Thing, Unknown } from './things.ts';

/** Finished wood of any brown: what is thought of a colour that nobody has told, and how far it may be off. Common practice. */
export const ANY_FINISH: { lab: Lab; covariance: Square } = {
  lab: [42, 12, 20],
  covariance: Float64Array.of(13 ** 2, 0, 0, 0, 7 ** 2, 0, 0, 0, 9 ** 2),
};

/** Scales of the thresholds that a person may have, and how likely each is at first: logarithms with this deviation. */
const SCALES = [0.6, 0.75, 0.88, 1, 1.15, 1.35, 1.7];
const SCALE_DEVIATION = 0.3;

/** What is believed of the things of a job, all together: a look at one tells of every other. */
export interface Belief {
  /** A thing's colour and its covariance, L*a*b*. */
  colour(thing: string): { lab: Lab; covariance: Square };
  /** Second less first: what is known of a difference is often far more than of the two colours. */
  between(first: string, second: string): { difference: Lab; covariance: Square };
  /** What is believed of an unknown. */
  unknown(id: string): { lab: Lab; covariance: Square };
  /** The things that any of the evidence is of. */
  seen: ReadonlySet<string>;
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
  const ground = groundOf(unknowns, things, people, before);
  const measurements = measurementsOf(ground, read);
  const fitted = (seen: readonly Answered[], eyes: Readonly<Record<string, Eye>>, sweeps?: number) =>
    believing(
      ground.prior,
      measurements,
      seen.map(({ person, row, known, as }): SeenSum => {
        const likely = as(eyes[person] ?? USUAL_EYE);
        return { row, likelihood: (z) => likely(z + known) };
      }),
      sweeps,
    );
  /** Each person's thresholds in turn: those that make what was said likeliest. */
  const eyesOf = (seen: readonly Answered[]): Record<string, Eye> => {
    const known = (person: string) => before.eyes?.[person] ?? { ...USUAL_EYE, doubt: 1 };
    const eyes: Record<string, Eye> = Object.fromEntries(
      people.map((person) => [person, { scale: known(person).scale }]),
    );
    for (const person of people) {
      const was = known(person);
      const likely = SCALES.map((scale) => {
        const { evidence: told } = fitted(seen, { ...eyes, [person]: { scale } }, 1);
        return { scale, told: told - (Math.log(scale / was.scale) / (SCALE_DEVIATION * was.doubt)) ** 2 / 2 };
      });
      eyes[person] = { scale: likely.reduce((p, q) => (q.told > p.told ? q : p)).scale };
    }
    return eyes;
  };
  const settle = (seen: readonly Answered[]) => {
    const eyes = eyesOf(seen);
    return { eyes, ...fitted(seen, eyes) };
  };

  let seen = seenAt(ground, evidence, (id) => ground.thing(id).lab);
  let now = settle(seen);
  // Once more from where the things are thought to be now.
  if (looks.length + nearest.length > 0) {
    const { belief } = now;
    seen = seenAt(ground, evidence, (id) => toldOf(belief, rowsOf(ground, [[ground.thing(id), 1]])).lab);
    now = settle(seen);
  }
  const slips = new Set<Look>();
  for (let n = 0; n < Math.floor(looks.length / LOOKS_TO_SLIP); n++) {
    const odd = oddLook(heeded(seen, slips), now.likely, looks);
    if (!odd) break;
    slips.add(odd);
    now = settle(heeded(seen, slips));
  }
  return { ...answering(ground, now.belief, now.eyes, people, slips), seen: seenIn(evidence) };
}

const seenIn = ({ looks, nearest = [], read = [] }: Sightings): ReadonlySet<string> =>
  new Set([
    ...looks.flatMap((l) => [l.first, l.second]),
    ...nearest.flatMap((n) => [n.nearest, ...n.others, n.to]),
    ...read.map((r) => r.thing),
  ]);

const heeded = (seen: readonly Answered[], slips: ReadonlySet<Look>): readonly Answered[] =>
  seen.filter(({ look }) => !look || !slips.has(look));

/** The look that the others at the same two things contradict most, where any is as unlikely as a slip. */
function oddLook(seen: readonly Answered[], likely: ArrayLike<number>, looks: readonly Look[]): Look | null {
  const [odd] = seen
    .map(({ look }, k) => ({ look, likely: likely[k] as number }))
    .filter(
      ({ look, likely: by }) => look && by < SLIP && looks.filter((l) => samePair(l, look)).length >= LOOKS_TO_SLIP,
    )
    .sort((p, q) => p.likely - q.likely);
  return odd?.look ?? null;
}

const rowsOf = (ground: Ground, parts: Parts): SumRow[] => AXES.map((way) => ground.rowOf(parts, way));
/** What is believed along three rows. */
const toldOf = (belief: Normal, rows: readonly SumRow[]): { lab: Lab; covariance: Square } => ({
  lab: rows.map(({ row, known }) => along(belief, row).mean + known) as Lab,
  covariance: Float64Array.from({ length: 9 }, (_, i) =>
    covarianceOf(belief, (rows[Math.floor(i / 3)] as SumRow).row, (rows[i % 3] as SumRow).row),
  ),
});

/** A belief that can be asked. */
function answering(
  ground: Ground,
  belief: Normal,
  eyes: Readonly<Record<string, Eye>>,
  people: readonly string[],
  slips: ReadonlySet<Look>,
): Omit<Belief, 'seen'> {
  const { size, place, thing, put } = ground;
  const told = (rows: readonly SumRow[]) => toldOf(belief, rows);
  const unknownRows = (id: string): SumRow[] =>
    AXES.map((way) => {
      const row = new Float64Array(size);
      put(row, id, way, 1);
      return { row, known: 0 };
    });
  return {
    colour: (id) => told(rowsOf(ground, [[thing(id), 1]])),
    between(first, second) {
      const { lab, covariance } = told(
        rowsOf(ground, [
          [thing(second), 1],
          [thing(first), -1],
        ]),
      );
      return { difference: lab, covariance };
    },
    unknown: (id) => told(unknownRows(id)),
    unknowns: new Set(place.keys()),
    less(id, unknowns) {
      const rows = rowsOf(ground, [[thing(id), 1]]);
      for (const [i, way] of AXES.entries())
        for (const unknown of unknowns) put((rows[i] as SumRow).row, unknown, way, -1);
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
        covariance: Float64Array.from(at.flatMap((i) => at.map((k) => belief.covariance[i * size + k] as number))),
      };
    },
    eyes,
    leans: Object.fromEntries(people.map((person) => [person, told(unknownRows(leanOf(person))).lab])),
    slips,
    worth: (first, second, aim) =>
      worthOf(ground, belief, eyes[people.at(-1) ?? ''] ?? USUAL_EYE, [first, second], aim),
  };
}

/** The share of what is not known of an aim that one more look at two things would take away. */
function worthOf(
  { thing, put, rowOf }: Ground,
  belief: Normal,
  eye: Eye,
  [first, second]: readonly [string, string],
  { thing: id, less }: { thing: string; less: readonly string[] },
): number {
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
  const open = aim.reduce((sum, a) => sum + along(belief, a).variance, 0);
  const taken = PLAIN.reduce((sum, { up }) => {
    const { row, known } = rowOf(
      [
        [q, 1],
        [p, -1],
      ],
      alongWord(up, at, metric),
    );
    const now = along(belief, row);
    if (now.variance === 0) return sum;
    const share = toldBy(answersOf(eye), now.mean + known, now.variance);
    return sum + (share * aim.reduce((s, a) => s + covarianceOf(belief, a, row) ** 2, 0)) / now.variance;
  }, 0);
  return open > 0 ? Math.min(1, taken / open) : 0;
}
