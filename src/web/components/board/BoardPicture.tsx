import { memo, type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import type { Look } from '../../../core/board/predict.ts';
import type { Texture } from '../../../core/board/preparation.ts';
import type { Wood } from '../../../core/board/wood.ts';
import { screenColour } from '../../../core/colour/display.ts';
import { labOf } from '../../../core/colour/lab.ts';
import type { Light } from '../../../core/colour/lights.ts';
import {
  type BoardPainting,
  missEnlarged,
  type PaintedLook,
  type Rgb,
  type TissueRgb,
} from '../../../core/figure/paint.ts';
import type { Section } from '../../../core/figure/tree.ts';
import type { Face } from '../../../core/figure/weights.ts';
import { nth } from '../../../core/known.ts';
import type { SeenTarget } from '../../../record/job/target.ts';
import type { BoardField } from '../../hooks/looks.ts';
import { boardPainter } from '../../workers/index.ts';
import { Text } from '../layout.tsx';
import { Loupe } from './Loupe.tsx';

interface Props {
  wood: Pick<Wood, 'figure' | 'cut' | 'ringMm' | 'tissues' | 'name'>;
  seed: number;
  fields: readonly BoardField[];
  /** Shown as it is seen: without the gloss that its reading holds, as the board is. */
  target: Pick<SeenTarget, 'seen' | 'seenTones'> | null;
  light: Light;
  wet?: boolean;
  texture?: Texture | undefined;
  /** The face, or the end that was sawn across. */
  section?: Section;
  /** How many times as far from the target as it is the finished colour is shown; once when missing. */
  enlarge?: number;
  /** In the page's own pixels. */
  height: number;
  onField?: (index: number) => void;
  /** A loupe lies on it. */
  loupe?: boolean;
}

const BAND = 0.16;
/** A smaller picture says nothing under itself; the large one of the same board does. */
const ROOM_FOR_WORDS = 60;

const TISSUES = ['ground', 'grain', 'pore', 'ray'] as const;

/** What a look is painted with; where it was not worked out, wood as clear and as even as raw. */
function paintedLook(look: Look, { clarity = 1, blotch = 0 }: BoardField, light: Light, wet: boolean): PaintedLook {
  const of = (name: string): Rgb => {
    const tissue = look.tissues.find((t) => t.name === name) ?? nth(look.tissues, 0);
    return screenColour(wet ? tissue.wet : tissue.dry, light).rgb;
  };
  const [ground, grain, pore, ray] = TISSUES.map(of) as [Rgb, Rgb, Rgb, Rgb];
  // L* is a cube root of lightness: so much of it is three times as much of what is left of it.
  const [lightness] = labOf(look.reading);
  return { tissues: { ground, grain, pore, ray }, clarity, blotch: (3 * blotch) / (lightness + 16) };
}

const fractionOf = (wood: Props['wood'], name: string) => wood.tissues.find((t) => t.name === name)?.fraction ?? 0;

/** One colour all over. */
const flat = (rgb: Rgb): TissueRgb => ({ ground: rgb, grain: rgb, pore: rgb, ray: rgb });

/** The band of a target of two tones: the grain as the board's own lies, so that edge meets edge. */
function banded({ ground, grain }: NonNullable<SeenTarget['seenTones']>, light: Light): TissueRgb {
  const [pale, dark] = [ground, grain].map((s) => screenColour(s, light).rgb) as unknown as [Rgb, Rgb];
  return { ground: pale, grain: dark, pore: dark, ray: pale };
}

type Shown = Pick<Props, 'fields' | 'target' | 'light' | 'wet' | 'enlarge'>;

function paintingOf({ fields, target, light, wet = false, enlarge = 1 }: Shown): BoardPainting {
  const wanted = target && screenColour(target.seen, light).rgb;
  const painted = (look: Look, field: BoardField) => {
    const plain = paintedLook(look, field, light, wet);
    if (!wanted || enlarge === 1 || field !== fields.at(-1)) return plain;
    const seen = screenColour(look.seen, light).rgb;
    return { ...plain, tissues: missEnlarged(plain.tissues, seen, wanted, enlarge) };
  };
  return {
    band: BAND,
    target: target?.seenTones ? banded(target.seenTones, light) : wanted && flat(wanted),
    fields: fields.map((f) => ({
      expected: painted(f.expected, f),
      measured: f.measured ? painted(f.measured, f) : null,
    })),
  };
}

/** More than twice the page's pixels no eye sees in wood. */
const FINEST = 2;

interface Picture {
  face: Face;
  painting: BoardPainting;
}

/**
 * Keeps a canvas painted. One picture is under way at a time; of those asked for meanwhile only the newest is painted, so
 * that a drag shows what the hand does now and nothing is left to do when it stops.
 */
function usePainted(canvas: RefObject<HTMLCanvasElement | null>, picture: Picture | null): void {
  const wanted = useRef<Picture | null>(null);
  const busy = useRef(false);
  /** What the canvas shows: the same again is not painted again. */
  const shown = useRef('');
  useEffect(() => {
    wanted.current = picture;
    if (busy.current) return;
    busy.current = true;
    void (async () => {
      try {
        for (let next = wanted.current; next; next = wanted.current) {
          wanted.current = null;
          const asked = JSON.stringify(next);
          if (asked === shown.current) continue;
          const start = performance.now();
          const { bitmap, ms, coarse } = await boardPainter().paint(next.face, next.painting, shown.current === '');
          const element = canvas.current;
          if (element) {
            if (element.width !== bitmap.width) element.width = bitmap.width;
            if (element.height !== bitmap.height) element.height = bitmap.height;
            element.getContext('bitmaprenderer')?.transferFromImageBitmap(bitmap);
            shown.current = asked;
            element.dataset.painted = `${Number(element.dataset.painted ?? 0) + 1}`;
            performance.measure('board painted', { start, detail: ms });
          }
          bitmap.close();
          // A first sight of it: the picture itself follows.
          if (coarse) {
            shown.current = 'coarse';
            wanted.current ??= next;
          }
        }
      } catch {
        // A picture that cannot be painted leaves the figures beside it.
      } finally {
        busy.current = false;
      }
    })();
  }, [canvas, picture]);
  useEffect(
    () => () => {
      wanted.current = null;
    },
    [],
  );
}

/** True when the screen cannot show one of the colours as it is. */
function outOfGamut({ fields, target, light }: Props): boolean {
  const all = [...fields.map((f) => f.expected.seen), ...fields.flatMap((f) => f.measured?.seen ?? [])];
  return [...all, ...(target ? [target.seen] : [])].some((s) => !screenColour(s, light).inGamut);
}

/**
 * The board, the one picture of this program: raw wood at the left, finished colour at the right; expected above the
 * midline, measured below it, touching; the target as a band along the whole top edge.
 */
export const BoardPicture = memo(function BoardPicture(props: Props) {
  const { fields, height, onField, wood, loupe = false } = props;
  const frame = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [width, setWidth] = useState(0);

  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(Math.round(entry.contentRect.width)));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  const { target, light, wet, seed, texture = 'plain', enlarge, section = 'face' } = props;
  const { figure, cut = 'flat', ringMm = null } = wood;
  const [grain, pore, ray] = (['grain', 'pore', 'ray'] as const).map((name) => fractionOf(wood, name)) as [
    number,
    number,
    number,
  ];
  const face = useMemo((): Face | null => {
    const scale = Math.min(FINEST, globalThis.devicePixelRatio || 1);
    const fractions = { grain, pore, ray };
    const [across, down] = [Math.round(width * scale), Math.round(height * scale)];
    return across > 0 ? { figure, cut, ringMm, texture, section, seed, fractions, width: across, height: down } : null;
  }, [figure, cut, ringMm, texture, section, seed, grain, pore, ray, width, height]);
  const painting = useMemo(
    () => paintingOf({ fields, target, light, wet, enlarge }),
    [fields, target, light, wet, enlarge],
  );
  usePainted(
    canvas,
    useMemo(() => face && { face, painting }, [face, painting]),
  );

  const measured = fields.some((f) => f.measured);
  return (
    <div>
      <div ref={frame} style={{ position: 'relative', height }}>
        <canvas
          ref={canvas}
          role="img"
          aria-label={`${section === 'end' ? 'End' : 'Board'} of ${wood.name}: ${fields.map((f) => f.label).join(', ')}${measured ? '; expected above, measured below' : ''}`}
          title={fields.some((f) => f.expected.surface.k1 > 0) ? 'Shown without gloss.' : undefined}
          style={{ display: 'block', width: '100%', height }}
        />
        {loupe && face && <Loupe canvas={canvas} face={face} painting={painting} width={width} height={height} />}
        {onField &&
          !loupe &&
          fields.map((field, i) => (
            <button
              // biome-ignore lint/suspicious/noArrayIndexKey: a field is known by its place
              key={i}
              type="button"
              aria-label={`Open ${field.label}`}
              onClick={() => onField(i)}
              style={{
                position: 'absolute',
                top: 0,
                bottom: 0,
                left: `${(100 * i) / fields.length}%`,
                width: `${100 / fields.length}%`,
                background: 'none',
                border: 0,
                cursor: 'pointer',
              }}
            />
          ))}
      </div>
      {height >= ROOM_FOR_WORDS && (
        <Text as="div" size="small">
          {outOfGamut(props) && 'A colour here lies outside what this screen can show; the nearest is shown.'}
        </Text>
      )}
    </div>
  );
});
