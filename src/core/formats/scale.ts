import { type Answers, type Place, Question, refuse } from './measurement.ts';

/** A spectrum as it stands in the file. */
export interface RawSpectrum {
  name: string;
  wavelengths: number[];
  values: number[];
  /** What the file says its values are: 100 for per cent, 1 for a fraction; null where it does not. */
  norm: number | null;
  place: (index: number) => Place;
}

/** More than this is no reflectance, even of what glows. */
const MOST = 1.5;
/** A white that glows a little, or was read with noise. */
const WHITE = 1.02;
/** A value above this can only be per cent. */
const SURELY_PERCENT = 4;
/** A reading below zero by no more than this is one of black, with noise. */
const NOISE = 0.01;

const largest = ({ values }: RawSpectrum) => Math.max(...values);
const decimals = (value: number) => String(value).split('.')[1]?.length ?? 0;
/** Flat, and written with two decimals: near white as a fraction, near black as per cent. */
const isWhiteOrBlack = ({ values }: RawSpectrum) =>
  Math.max(...values) > 0.25 &&
  Math.max(...values) < 1.6 * Math.min(...values) &&
  new Set(values).size > 3 &&
  values.every((v) => decimals(v) <= 2);

/**
 * What the values of a whole file are multiplied with to be 0-1, and how that is known.
 * @throws Question where the values can be either
 */
function scaleOf(spectra: readonly RawSpectrum[], file: string, answer: Answers['scale']): 'percent' | 'fraction' {
  if (answer) return answer;
  const most = spectra.map(largest);
  const ask = (why: string): never => {
    throw new Question({ file }, `${why} Are the values per cent, or fractions of 1?`, 'scale', [
      'percent',
      'fraction',
    ]);
  };
  const percent = most.filter((m) => m > SURELY_PERCENT).length;
  const [least = 0, top = 0] = [Math.min(...most), Math.max(...most)];
  if (percent > 0 && least <= WHITE)
    ask(`Some readings reach ${top}, and others only ${least}: these are nearly black, or written otherwise.`);
  if (percent > 0) return 'percent';
  if (top > WHITE) {
    const above = spectra.flatMap((s) => s.values).filter((v) => v > WHITE).length;
    ask(
      `The largest value is ${top}${above === 1 ? ', and it stands alone' : ''}: nearly black, or brighter than white.`,
    );
  }
  if (spectra.every(isWhiteOrBlack))
    ask(`All values lie between ${Math.min(...spectra.flatMap((s) => s.values))} and ${top}.`);
  return 'fraction';
}

/**
 * Spectra of one file brought to 0-1.
 * @throws FieldError where a value is no reflectance, Question where per cent and fraction cannot be told apart
 */
export function settleScale<S extends RawSpectrum>(
  spectra: readonly S[],
  file: string,
  answers: Answers,
): { spectra: S[]; notes: string[] } {
  const open = spectra.filter((s) => s.norm === null);
  const settled = open.length > 0 ? scaleOf(open, file, answers.scale) : null;
  const notes = new Set<string>();
  const done = spectra.map((s) => {
    const norm = answers.scale
      ? answers.scale === 'percent'
        ? 100
        : 1
      : (s.norm ?? (settled === 'percent' ? 100 : 1));
    if (norm === 100) notes.add('The reflectances are in percent; they were converted to 0–1.');
    else if (norm !== 1) notes.add(`The reflectances count to ${norm}; they were converted to 0–1.`);
    const values = s.values.map((value, i) => {
      const share = value / norm;
      if (share < -NOISE) refuse(s.place(i), `reflectance ${value} is below zero.`);
      if (share > MOST) refuse(s.place(i), `reflectance ${value} is above 150 %.`);
      if (share < 0) notes.add('Values a little below zero, within noise, were taken as zero.');
      if (share > WHITE) notes.add(`“${s.name}” is brighter than white: ${Math.round(100 * share)} %.`);
      return Math.max(0, share);
    });
    return { ...s, values };
  });
  return { spectra: done, notes: [...notes] };
}
