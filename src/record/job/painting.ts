import type { Appearance } from '../../core/board/predict.ts';
import type { Texture } from '../../core/board/preparation.ts';
import type { Wood } from '../../core/board/wood.ts';
import { screenColour } from '../../core/colour/display.ts';
import { labOf } from '../../core/colour/lab.ts';
import type { Light } from '../../core/colour/lights.ts';
import {
  type BoardPainting,
  missEnlarged,
  type PaintedLook,
  type Rgb,
  type TissueRgb,
} from '../../core/figure/paint.ts';
import type { Section } from '../../core/figure/tree.ts';
import type { Face } from '../../core/figure/weights.ts';
import { nth } from '../../core/known.ts';
import type { BoardField } from './fields.ts';
import type { SeenTarget } from './target.ts';

/** What a picture of a board shows. */
export interface Shown {
  fields: readonly BoardField[];
  /** Shown as it is seen: without the gloss that its reading holds, as the board is. */
  target: Pick<SeenTarget, 'seen' | 'seenTones'> | null;
  light: Light;
  wet?: boolean | undefined;
  /** How many times as far from the target as it is the finished colour is shown; once when missing. */
  enlarge?: number | undefined;
  /** Share of the height that the target takes along the top. */
  band?: number | undefined;
}

const BAND = 0.16;

const TISSUES = ['ground', 'grain', 'pore', 'ray'] as const;

/** What a look is painted with; where it was not worked out, wood as clear and as even as raw. */
function paintedLook(
  look: Appearance,
  { clarity = 1, blotch = 0 }: BoardField,
  light: Light,
  wet: boolean,
): PaintedLook {
  const of = (name: string): Rgb => {
    const tissue = look.tissues.find((t) => t.name === name) ?? nth(look.tissues, 0);
    return screenColour(wet ? tissue.wet : tissue.dry, light).rgb;
  };
  const [ground, grain, pore, ray] = TISSUES.map(of) as [Rgb, Rgb, Rgb, Rgb];
  // L* is a cube root of lightness: so much of it is three times as much of what is left of it.
  const [lightness] = labOf(look.reading);
  return { tissues: { ground, grain, pore, ray }, clarity, blotch: (3 * blotch) / (lightness + 16) };
}

/** One colour all over. */
const flat = (rgb: Rgb): TissueRgb => ({ ground: rgb, grain: rgb, pore: rgb, ray: rgb });

/** The band of a target of two tones: the grain as the board's own lies, so that edge meets edge. */
function banded({ ground, grain }: NonNullable<SeenTarget['seenTones']>, light: Light): TissueRgb {
  const [pale, dark] = [ground, grain].map((s) => screenColour(s, light).rgb) as unknown as [Rgb, Rgb];
  return { ground: pale, grain: dark, pore: dark, ray: pale };
}

export function paintingOf({ fields, target, light, wet = false, enlarge = 1, band = BAND }: Shown): BoardPainting {
  const wanted = target && screenColour(target.seen, light).rgb;
  const painted = (look: Appearance, field: BoardField) => {
    const plain = paintedLook(look, field, light, wet);
    if (!wanted || enlarge === 1 || field !== fields.at(-1)) return plain;
    const seen = screenColour(look.seen, light).rgb;
    return { ...plain, tissues: missEnlarged(plain.tissues, seen, wanted, enlarge) };
  };
  return {
    band,
    target: target?.seenTones ? banded(target.seenTones, light) : wanted && flat(wanted),
    fields: fields.map((f) => ({
      expected: painted(f.expected, f),
      measured: f.measured ? painted(f.measured, f) : null,
    })),
  };
}

const fractionOf = (wood: Pick<Wood, 'tissues'>, name: string) =>
  wood.tissues.find((t) => t.name === name)?.fraction ?? 0;

/** The face of a board of a wood, or its end, in pixels: the same seed looks the same everywhere. */
export function faceOf(
  wood: Pick<Wood, 'figure' | 'cut' | 'ringMm' | 'tissues'>,
  { seed, texture = 'plain', section = 'face' }: { seed: number; texture?: Texture; section?: Section },
  [width, height]: readonly [number, number],
): Face {
  const [grain, pore, ray] = ['grain', 'pore', 'ray'].map((name) => fractionOf(wood, name)) as [number, number, number];
  const { figure, cut = 'flat', ringMm = null } = wood;
  return { figure, cut, ringMm, texture, section, seed, fractions: { grain, pore, ray }, width, height };
}
