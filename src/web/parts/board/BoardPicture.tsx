import { type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import type { Look } from '../../../core/board/predict.ts';
import type { Wood } from '../../../core/board/wood.ts';
import { screenColour } from '../../../core/colour/display.ts';
import type { Light } from '../../../core/colour/lights.ts';
import type { BoardPainting, Rgb, TissueRgb } from '../../../core/figure/paint.ts';
import { nth } from '../../../core/known.ts';
import type { SeenTarget } from '../../../record/bench.ts';
import type { BoardField } from '../../hooks/looks.ts';
import { boardPainter } from '../../workers/index.ts';

interface Props {
  wood: Pick<Wood, 'figure' | 'tissues' | 'name'>;
  seed: number;
  fields: readonly BoardField[];
  /** Mean reading of the target, specular included; shown without gloss as a coated surface. */
  /** Shown as it is seen: without the gloss that its reading holds, as the board is. */
  target: Pick<SeenTarget, 'seen'> | null;
  light: Light;
  wet?: boolean;
  height: number;
  onField?: (index: number) => void;
}

const BAND = 0.16;
/** A smaller picture says nothing under itself; the large one of the same board does. */
const ROOM_FOR_WORDS = 60;

function tissueRgb(look: Look, light: Light, wet: boolean): TissueRgb {
  const of = (name: string): Rgb => {
    const tissue = look.tissues.find((t) => t.name === name) ?? nth(look.tissues, look.tissues.length - 1);
    return screenColour(wet ? tissue.wet : tissue.dry, light).rgb;
  };
  return { ground: of('ground'), grain: of('grain'), pore: of('pore') };
}

const fractionOf = (wood: Props['wood'], name: string) => wood.tissues.find((t) => t.name === name)?.fraction ?? 0;

function paintingOf(props: Props, width: number): Omit<BoardPainting, 'height'> {
  const { wood, seed, fields, target, light, wet = false } = props;
  return {
    width,
    figure: wood.figure,
    seed,
    grainFraction: fractionOf(wood, 'grain'),
    poreFraction: fractionOf(wood, 'pore'),
    band: BAND,
    target: target ? screenColour(target.seen, light).rgb : null,
    fields: fields.map((f) => ({
      expected: tissueRgb(f.expected, light, wet),
      measured: f.measured ? tissueRgb(f.measured, light, wet) : null,
    })),
  };
}

/**
 * Keeps a canvas painted. One picture is under way at a time; of those asked for meanwhile only the newest is painted, so
 * that a drag shows what the hand does now and nothing is left to do when it stops.
 */
function usePainted(canvas: RefObject<HTMLCanvasElement | null>, painting: BoardPainting | null): void {
  const wanted = useRef<BoardPainting | null>(null);
  const busy = useRef(false);
  useEffect(() => {
    wanted.current = painting;
    if (busy.current) return;
    busy.current = true;
    void (async () => {
      try {
        for (let next = wanted.current; next; next = wanted.current) {
          wanted.current = null;
          const bitmap = await boardPainter().paint(next);
          const element = canvas.current;
          if (element) {
            element.width = next.width;
            element.height = next.height;
            element.getContext('2d')?.drawImage(bitmap, 0, 0);
            element.dataset.painted = 'true';
          }
          bitmap.close();
        }
      } catch {
        // A picture that cannot be painted leaves the figures beside it.
      } finally {
        busy.current = false;
      }
    })();
  }, [canvas, painting]);
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
export function BoardPicture(props: Props) {
  const { fields, height, onField, wood } = props;
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

  const { fields: shown, target, light, wet, seed } = props;
  const painting = useMemo(
    () =>
      width > 0 ? { ...paintingOf({ wood, seed, fields: shown, target, light, wet, height }, width), height } : null,
    [width, height, shown, target, light, wet, seed, wood],
  );

  usePainted(canvas, painting);

  const measured = fields.some((f) => f.measured);
  return (
    <div>
      <div ref={frame} style={{ position: 'relative', height }}>
        <canvas
          ref={canvas}
          role="img"
          aria-label={`Board of ${wood.name}: ${fields.map((f) => f.label).join(', ')}${measured ? '; expected above, measured below' : ''}`}
          style={{ display: 'block', width: '100%', height }}
        />
        {onField &&
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
        <div style={{ fontSize: 14, paddingTop: 6 }}>
          {fields.some((f) => f.expected.surface.k1 > 0) && 'Shown without gloss. '}
          {outOfGamut(props) && 'A colour here lies outside what this screen can show; the nearest is shown.'}
        </div>
      )}
    </div>
  );
}
