import { WAVELENGTHS } from '../colour/grid.ts';
import type { Lab } from '../colour/lab.ts';
import type { Colourant, Materials } from '../layers/materials.ts';
import { type Belief, believe } from './belief.ts';
import type { Square } from './metric.ts';
import type { Bound, Effect, Known, Sightings, Thing, Unknown } from './things.ts';

/**
 * What is unknown of a colour that was looked at and never laddered, three logarithms: how strong it is, how it turns from blue
 * to red, and how much of green it takes.
 */
export type Turn = readonly [strength: number, warmth: number, green: number];
const AS_IT_IS: Turn = [0, 0, 0];
/** How far a colour may be turned from the look that somebody gave it: standard deviations. Common practice, no source. */
export const USUAL_TURN: Turn = [0.9, 0.8, 0.6];

const [SHORTEST, LONGEST] = [WAVELENGTHS[0] as number, WAVELENGTHS.at(-1) as number];
/** From 1 at the blue end to -1 at the red one: more of it is yellower and redder. */
const WARMTH = WAVELENGTHS.map((nm) => 1 - (2 * (nm - SHORTEST)) / (LONGEST - SHORTEST));
/** 1 in the middle, -1 at the ends: more of it is redder and bluer. */
const GREEN = WARMTH.map((t) => Math.cos(Math.PI * t));

/** A colour with its profile turned so. */
export function turned(colourant: Colourant, [strength, warmth, green]: Turn): Colourant {
  const times = WAVELENGTHS.map((_, i) =>
    Math.exp(strength + warmth * (WARMTH[i] as number) + green * (GREEN[i] as number)),
  );
  return {
    ...colourant,
    absorption: colourant.absorption.map((k, i) => k * (times[i] as number)),
    scatter: colourant.scatter.map((s) => s * Math.exp(strength)),
  };
}

const OF_COLOUR = 'colour/';
/** The unknown of a colour, by its id; and the other way round. */
export const ofColour = (id: string): string => `${OF_COLOUR}${id}`;
const colourOf = (unknown: string): string => unknown.slice(OF_COLOUR.length);

/** A thing that was made by a recipe: what is foreseen of it with the colours as they are thought to be. */
export interface MadeThing {
  id: string;
  /** Of its colours, those that are in doubt. */
  colours: readonly string[];
  foreseen: (materials: Materials) => Lab;
  /** What else of it is unknown. */
  unknown: Thing['unknown'];
}

const STEP = 0.05;
/** A colour that is thought to be farther from its look than this is another colour. */
const FARTHEST = 2.5;
/** Rounds of foreseeing anew with the colours as they are thought to be now, and when they no longer move. */
const ROUNDS = 3;
const SETTLED = 0.05;

/** How colours are thought to be turned, by their ids. */
export type Turns = ReadonlyMap<string, Turn>;
export function withTurns(materials: Materials, turns: Turns): Materials {
  const colourants = { ...materials.colourants };
  for (const [id, turn] of turns) {
    const own = colourants[id];
    if (own) colourants[id] = turned(own, turn);
  }
  return { ...materials, colourants };
}

/** How far some colours have turned from where they were. */
const movedFrom = (colours: readonly string[], was: Turns, now: Turns): number =>
  colours.reduce((most, id) => {
    const [p, q] = [was.get(id) ?? AS_IT_IS, now.get(id) ?? AS_IT_IS];
    return Math.max(most, ...p.map((v, i) => Math.abs(v - (q[i] as number))));
  }, 0);

/** What a made thing looks like by the turns of its colours, near where they are thought to be; kept while they stay there. */
function linear(made: MadeThing, materials: Materials, turns: Turns): Thing {
  const known = lines.get(made);
  if (known?.materials === materials && movedFrom(made.colours, known.turns, turns) < SETTLED) return known.thing;
  const { id, colours, foreseen, unknown } = made;
  const at = foreseen(withTurns(materials, turns));
  const lab = [...at] as Lab;
  const effects = colours.map((colour): Effect => {
    const turn = turns.get(colour) ?? AS_IT_IS;
    const by: Square = new Float64Array(9);
    for (let k = 0; k < 3; k++) {
      const moved = turn.map((v, i) => v + (i === k ? STEP : 0)) as unknown as Turn;
      const there = foreseen(withTurns(materials, new Map([...turns, [colour, moved]])));
      for (let i = 0; i < 3; i++) {
        by[3 * i + k] = ((there[i] as number) - (at[i] as number)) / STEP;
        lab[i] = (lab[i] as number) - (by[3 * i + k] as number) * (turn[k] as number);
      }
    }
    return { id: ofColour(colour), by };
  });
  const thing = { id, lab, unknown: [...unknown, ...effects] };
  lines.set(made, { materials, turns, thing });
  return thing;
}
const lines = new WeakMap<MadeThing, { materials: Materials; turns: Turns; thing: Thing }>();

/** What a job is believed from: what is unknown, what can be held in the hand, and colours that are in doubt. */
export interface MadeJob {
  unknowns: readonly Unknown[];
  things: readonly Thing[];
  made: readonly MadeThing[];
  /** What is known of the turns of colours, and of what else was met elsewhere. */
  before: Known;
}

/**
 * The joint belief over things of which some were made with colours that are in doubt: every look at one of them tells of its
 * colours too. They are foreseen anew with the colours as they come to be thought of, until that settles (Gauss and Newton).
 */
export function believeMade(
  { unknowns, things, made, before }: MadeJob,
  materials: Materials,
  evidence: Sightings,
  begin: Turns = turnsIn(before),
): { belief: Belief; turns: Turns } {
  const colours = before.ids.filter((id) => id.startsWith(OF_COLOUR));
  let turns = begin;
  for (let round = 1; ; round++) {
    const now = made.map((thing) => linear(thing, materials, turns));
    const belief = believe(unknowns, [...things, ...now], evidence, before);
    const next = turnsIn(belief.bound(colours));
    const moved = movedFrom([...next.keys()], turns, next);
    turns = next;
    if (round >= ROUNDS || moved < SETTLED) return { belief, turns };
  }
}

/** Colours of which each may be turned so far by itself. */
export function unturned(turning: ReadonlyMap<string, Turn>): Bound {
  const n = 3 * turning.size;
  const covariance = new Float64Array(n * n);
  for (const [i, deviation] of [...turning.values()].flat().entries()) covariance[i * n + i] = deviation ** 2;
  return { ids: [...turning.keys()].map(ofColour), mean: new Float64Array(n), covariance };
}

/** The turns of the colours among some unknowns. */
function turnsIn({ ids, mean }: Bound): Turns {
  const near = (v: number | undefined) => Math.max(-FARTHEST, Math.min(FARTHEST, v ?? 0));
  return new Map(
    ids.flatMap((id, i): [string, Turn][] =>
      id.startsWith(OF_COLOUR)
        ? [[colourOf(id), [near(mean[3 * i]), near(mean[3 * i + 1]), near(mean[3 * i + 2])]]]
        : [],
    ),
  );
}
