/**
 * What pictures tell on the simulated workshop: absolute colours from a card of four greys, with boards of known colour beside,
 * and differences within one picture; and how often what is stated holds.
 */

import { inverse, Matrix } from 'ml-matrix';
import { deltaE00, type Lab, labOf, meanSpectrum, resample } from '../src/core/colour/index.ts';
import { type PictureTold, pictureBetween, toldBy } from '../src/core/picture/measure.ts';
import { rectangle } from '../src/core/picture/quad.ts';
import { type Shot, shotOf } from '../src/core/picture/shot.ts';
import type { Camera, Picture, Workshop } from '../src/workshop/interface.ts';

const HIDDEN_READINGS = 30;
const BOARDS = 9;
const KNOWN = 6;
/** Colours that are no farther apart than this are what a finisher compares. */
const COMPARED = 6;
/** Of three independent normal parts nine in ten lie within the root of this: chi-square of three, any table of it. */
const NINE_IN_TEN = 6.251;

export type PicturingFactory = (seed: number) => Workshop & Camera;
interface BoardMade {
  board: string;
  truth: Lab;
}
const quantile = (list: readonly number[], q: number) =>
  list.toSorted((p, r) => p - r)[Math.min(list.length - 1, Math.floor(q * list.length))] ?? Number.NaN;
const share = (of: readonly boolean[]) => of.filter(Boolean).length / of.length;
const less = (p: Lab, q: Lab) => p.map((v, i) => v - (q[i] as number)) as Lab;

/** Dyed boards of every wood under a clear, with what they really are. */
function boardsOf(workshop: Workshop, seed: number): BoardMade[] {
  const dyes = workshop.colourants.filter((c) => c.kind === 'dye');
  return Array.from({ length: BOARDS }, (_, n) => {
    const board = workshop.newBoard(workshop.species[n % workshop.species.length] as string);
    const [p, q] = [dyes[(3 * n + seed) % dyes.length], dyes[(5 * n + 1 + seed) % dyes.length]];
    const much = (c: typeof p, share: number) => (c ? { [c.id]: share * c.maxStrength } : {});
    workshop.applyDye(board, { ...much(q, 0.03 * (1 + (n % 3))), ...much(p, 0.05 * (1 + (n % 4))) });
    workshop.applyClear(board);
    const readings = workshop.measure(board, HIDDEN_READINGS).map((s) => resample(workshop.wavelengths, s));
    return { board, truth: labOf(meanSpectrum(readings)) };
  });
}

/** Whether something lies within what nine in ten of such do. */
const holds = (off: Lab, covariance: Matrix): boolean => {
  const column = Matrix.columnVector([...off]);
  return column.transpose().mmul(inverse(covariance)).mmul(column).get(0, 0) <= NINE_IN_TEN;
};
const labIn = ({ things }: PictureTold, i: number): Lab => (things[i] as { lab: Lab }).lab;

/** What a camera of a workshop shows of the things in a picture. */
export function shotIn({ width, height, rgb, fields }: Picture): Shot {
  const at = ({ x, y, w, h }: Picture['fields'][number]) => ({ corners: rectangle(x, y, w, h) });
  return shotOf(
    { width, height, channels: 3, data: rgb },
    fields.flatMap((f) => (f.reflectance === undefined ? [] : [{ ...at(f), reflectance: f.reflectance }])),
    fields.flatMap((f) => (f.reflectance === undefined ? [{ ...at(f), id: f.thing }] : [])),
  );
}

/** A line for each figure, what is wanted beside it. */
export function photoTable(make: PicturingFactory, seeds: readonly number[]): string[] {
  const absolute: number[] = [];
  const besideKnown: number[] = [];
  const apart: number[] = [];
  const held = { absolute: [] as boolean[], apart: [] as boolean[] };
  for (const seed of seeds) {
    const workshop = make(seed);
    const boards = boardsOf(workshop, seed);
    const picture = workshop.picture(
      boards.map((b) => b.board),
      'window',
    );
    const shot = shotIn(picture);
    const told = toldBy(shot);
    const known = toldBy(shot, new Map(boards.slice(0, KNOWN).map(({ board, truth }) => [board, { lab: truth }])));
    boards.forEach(({ board, truth }, i) => {
      absolute.push(deltaE00(truth, labIn(told, i)));
      held.absolute.push(
        holds(less(truth, labIn(told, i)), told.covariance.subMatrix(3 * i, 3 * i + 2, 3 * i, 3 * i + 2)),
      );
      if (i >= KNOWN) besideKnown.push(deltaE00(truth, labIn(known, i)));
      for (const other of boards.slice(0, i)) {
        if (deltaE00(truth, other.truth) > COMPARED) continue;
        const { difference, covariance } = pictureBetween(told, other.board, board);
        const wrong = less(less(truth, other.truth), difference);
        apart.push(deltaE00(truth, less(truth, wrong)));
        held.apart.push(holds(wrong, Matrix.from1DArray(3, 3, Array.from(covariance))));
      }
    });
  }
  const two = (list: readonly number[]) => `${quantile(list, 0.5).toFixed(2)} / ${quantile(list, 0.9).toFixed(2)}`;
  const percent = (of: readonly boolean[]) => `${Math.round(100 * share(of))} %`;
  return [
    `differences within one picture, up to ${COMPARED} apart, median / p90: ${two(apart)} (wanted 1.3 / 2.9) of ${apart.length}`,
    `absolute, a card of four greys: ${two(absolute)} (wanted 2.4 in the median) of ${absolute.length}`,
    `absolute, ${KNOWN} boards of known colour beside: ${two(besideKnown)} (wanted 1.3 in the median) of ${besideKnown.length}`,
    `stated nine in ten hold: differences ${percent(held.apart)}, absolute ${percent(held.absolute)} (wanted 85–95 %)`,
  ];
}
