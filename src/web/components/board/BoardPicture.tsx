import { memo, useEffect, useMemo, useRef, useState } from 'react';
import type { Texture } from '../../../core/board/preparation.ts';
import type { Wood } from '../../../core/board/wood.ts';
import { screenColour } from '../../../core/colour/display.ts';
import type { BoardPainting } from '../../../core/figure/paint.ts';
import type { Section } from '../../../core/figure/tree.ts';
import type { Face } from '../../../core/figure/weights.ts';
import type { BoardField } from '../../../record/job/fields.ts';
import { faceOf, type Shown } from '../../../record/job/painting.ts';
import type { Live } from '../../hooks/looks.ts';
import { usePicture } from '../../hooks/painting.ts';
import { Text } from '../layout.tsx';
import { Loupe } from './Loupe.tsx';

interface Props extends Shown {
  wood: Pick<Wood, 'figure' | 'cut' | 'ringMm' | 'tissues' | 'name'>;
  seed: number;
  /** Its fields at every move of a hand, before the page comes to it. */
  live?: Live<readonly BoardField[]> | undefined;
  texture?: Texture | undefined;
  /** The face, or the end that was sawn across. */
  section?: Section;
  /** In the page's own pixels. */
  height: number;
  onField?: (index: number) => void;
  /** A loupe lies on it. */
  loupe?: boolean;
}

/** A smaller picture says nothing under itself; the large one of the same board does. */
const ROOM_FOR_WORDS = 60;

/** The fields in one tone each: what is there at once, before the figure of the wood is. */
function flatTones({ fields }: BoardPainting): string {
  const stops = fields.map(({ expected: { tissues } }, i) => {
    const [from, to] = [i, i + 1].map((n) => `${(100 * n) / fields.length}%`);
    return `rgb(${tissues.ground.join(' ')}) ${from} ${to}`;
  });
  return `linear-gradient(to right, ${stops.join(', ')})`;
}

/** More than twice the page's pixels no eye sees in wood. */
const FINEST = 2;

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

  const { seed, texture = 'plain', section = 'face' } = props;
  const face = useMemo((): Face | null => {
    const scale = Math.min(FINEST, globalThis.devicePixelRatio || 1);
    const [across, down] = [Math.round(width * scale), Math.round(height * scale)];
    return across > 0 ? faceOf(wood, { seed, texture, section }, [across, down]) : null;
  }, [wood, texture, section, seed, width, height]);
  const painting = usePicture(canvas, face, props, props.live);

  const measured = fields.some((f) => f.measured);
  return (
    <div>
      <div ref={frame} style={{ position: 'relative', height }}>
        <canvas
          ref={canvas}
          role="img"
          aria-label={`${section === 'end' ? 'End' : 'Board'} of ${wood.name}: ${fields.map((f) => f.label).join(', ')}${measured ? '; expected above, measured below' : ''}`}
          title={fields.some((f) => f.expected.surface.k1 > 0) ? 'Shown without gloss.' : undefined}
          style={{ display: 'block', width: '100%', height, background: flatTones(painting) }}
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
