import { FieldError } from '../field-error.ts';
import { fieldSeen, type LeftOut, TWO_LIGHTS } from './field.ts';
import { centreOf, type Quad } from './quad.ts';
import { checkAreas, checkRaster, type LinearRgb, type Raster } from './raster.ts';
import { type ToneCurve, toneBy } from './tone.ts';

/** A thing in a picture, by where it lies. */
export interface PicturedThing {
  id: string;
  corners: Quad;
}
/** A grey of a card, white paper, a black card: its reflectance, 0-1, the same in all of the spectrum. */
export interface PicturedGrey {
  reflectance: number;
  corners: Quad;
}
/** What a camera without faults would have seen of a thing. */
export interface ShotThing extends LeftOut {
  id: string;
  /** Linear light by channel, as of a grey of that reflectance. */
  balanced: LinearRgb;
  /** How far that may be off by the field, relative. */
  error: LinearRgb;
  /** How far it lies from the card, in diagonals of the picture: across, down. */
  offCard: readonly [number, number];
}
/** A picture with its tone curves taken out. Plain numbers: all that is kept of it beside the picture. */
export interface Shot {
  things: readonly ShotThing[];
  /** How far each channel may be off by the greys that it rests on, of the logarithm. */
  tone: LinearRgb;
}

export const CHANNELS = [0, 1, 2] as const;
export const byChannel = (of: (k: 0 | 1 | 2) => number): LinearRgb => CHANNELS.map(of) as unknown as LinearRgb;
const greyCalled = ({ reflectance }: PicturedGrey) => `the grey of ${Math.round(100 * reflectance)} %`;

/** @throws FieldError where nothing grey is known, or a field is none */
function checkPicture(raster: Raster, greys: readonly PicturedGrey[], things: readonly PicturedThing[]): void {
  checkRaster(raster);
  if (greys.length === 0)
    throw new FieldError(
      'greys',
      'Nothing in this picture is of a known grey: lay a card into it. It is kept as a photograph.',
    );
  if (things.length === 0) throw new FieldError('things', 'Say what is what: no thing has a field yet.');
  if (greys.some(({ reflectance }) => !(reflectance > 0.005 && reflectance < 1)))
    throw new FieldError('greys', 'A grey has a reflectance between 0.5 and 99 %.');
  checkAreas(raster, [
    ...greys.map((g) => ({ ...g, called: greyCalled(g) })),
    ...things.map((t) => ({ ...t, called: t.id })),
  ]);
}

/** Tone curves of the three channels by the greys of a picture. @throws FieldError where a grey tells nothing, or they are out of order */
export function curvesBy(raster: Raster, greys: readonly PicturedGrey[]): [ToneCurve, ToneCurve, ToneCurve] {
  const seen = greys.map((g) => ({ ...g, ...fieldSeen(raster, g.corners, greyCalled(g)) }));
  return CHANNELS.map((k) => toneBy(seen.map(({ reflectance, mean }) => ({ reflectance, seen: mean[k] })))) as [
    ToneCurve,
    ToneCurve,
    ToneCurve,
  ];
}

/**
 * Looks at a picture: tone curves by its greys, and what is seen of each thing by them.
 * @throws FieldError where nothing grey is known, greys are out of order, or a field tells nothing
 */
export function shotOf(raster: Raster, greys: readonly PicturedGrey[], things: readonly PicturedThing[]): Shot {
  checkPicture(raster, greys, things);
  const curves = curvesBy(raster, greys);
  const size = Math.hypot(raster.width, raster.height);
  const card = greys.map((g) => centreOf(g.corners));
  const cardAt = [0, 1].map((i) => card.reduce((sum, c) => sum + (c[i] as number), 0) / card.length);
  return {
    tone: byChannel((k) => curves[k].error),
    things: things.map(({ id, corners }): ShotThing => {
      const { mean, error, turns, clipped, glossy, shaded } = fieldSeen(raster, corners, id);
      if (turns > TWO_LIGHTS)
        throw new FieldError('fields', `Two lights fall on ${id}, a warm and a cold one: take it by one alone.`);
      return {
        id,
        balanced: byChannel((k) => curves[k].reflectance(mean[k])),
        error,
        offCard: centreOf(corners).map((v, i) => (v - (cardAt[i] as number)) / size) as [number, number],
        clipped,
        glossy,
        shaded,
      };
    }),
  };
}
