import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import { centreOf, type Point, type Quad } from '../../../core/picture/quad.ts';
import type { LeftOutShown, OpenedPicture } from '../../workers/picture-reader.ts';
import { greysOn, movedBy, resized, withCorner } from './arrangement.ts';

/** A field as it is drawn: the card is one of them. */
export interface DrawnField {
  id: string;
  name: string;
  corners: Quad;
}
interface Props {
  picture: OpenedPicture;
  fields: readonly DrawnField[];
  /** Reflectances of the card's greys. */
  greys: readonly number[];
  card: string;
  leftOut: readonly LeftOutShown[];
  /** A tap where nothing lies. */
  onTap: (at: Point) => void;
  onMoved: (id: string, corners: Quad) => void;
  onTakenOut: (id: string) => void;
}
type Held = { id: string; corner: number | null; from: Point; corners: Quad };

/** A key moves a field by so much of the picture, with the shift key by more. */
const [STEP, FAR] = [0.004, 0.03];
const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const pointsOf = (quad: Quad, { width, height }: OpenedPicture) =>
  quad.map(([x, y]) => `${x * width},${y * height}`).join(' ');

/**
 * A picture with what lies in it: fields follow the finger, each corner by itself; what was left out of them is hatched and says
 * why.
 */
export function PictureTable({ picture, fields, greys, card, leftOut, onTap, onMoved, onTakenOut }: Props) {
  const paper = useRef<HTMLCanvasElement>(null);
  const drawing = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<Held | null>(null);
  // What is let go of after a drag is no tap.
  const tapping = useRef(false);
  const { width, height, bitmap } = picture;
  useEffect(() => {
    const context = paper.current?.getContext('2d');
    if (!context) return;
    context.drawImage(bitmap, 0, 0);
    for (const { x, y, bitmap: hatch } of leftOut) context.drawImage(hatch, x, y);
  }, [bitmap, leftOut]);
  const at = (e: PointerEvent): Point => {
    const box = drawing.current?.getBoundingClientRect();
    return box ? [(e.clientX - box.left) / box.width, (e.clientY - box.top) / box.height] : [0, 0];
  };
  const take = (e: PointerEvent, { id, corners }: DrawnField, corner: number | null) => {
    e.stopPropagation();
    tapping.current = false;
    drawing.current?.setPointerCapture(e.pointerId);
    setHeld({ id, corner, from: at(e), corners });
  };
  const follow = (e: PointerEvent) => {
    if (!held) return;
    const [x, y] = at(e);
    const moved =
      held.corner === null
        ? movedBy(held.corners, x - held.from[0], y - held.from[1])
        : (held.id === card ? withCorner : resized)(held.corners, held.corner, [x, y]);
    onMoved(held.id, moved);
  };
  const step = (e: KeyboardEvent, { id, corners }: DrawnField) => {
    const way = ARROWS[e.key];
    if (e.key === 'Delete' || e.key === 'Backspace') onTakenOut(id);
    else if (way) {
      const far = e.shiftKey ? FAR : STEP;
      onMoved(id, movedBy(corners, way[0] * far, way[1] * far));
    } else return;
    e.preventDefault();
  };
  // As large on the screen whatever the picture's pixels.
  const unit = width / 1000;
  return (
    <div className="picturetable">
      <canvas ref={paper} width={width} height={height} />
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: what a tap puts down has a button of its own beside the picture */}
      <svg
        ref={drawing}
        viewBox={`0 0 ${width} ${height}`}
        role="application"
        aria-label="The picture: tap to put a field down, drag it to where it belongs"
        onClick={(e) => {
          if (tapping.current && e.target === e.currentTarget) onTap(at(e as unknown as PointerEvent));
        }}
        onPointerDown={() => {
          tapping.current = true;
        }}
        onPointerMove={follow}
        onPointerUp={() => setHeld(null)}
        onPointerCancel={() => setHeld(null)}
      >
        {fields.map((field) => {
          const [x, y] = field.corners.reduce((p, q) => (q[1] < p[1] ? q : p));
          return (
            <g key={field.id}>
              {field.id === card &&
                greysOn(field.corners, greys).map(({ corners }) => (
                  <polygon key={centreOf(corners).join()} className="grey" points={pointsOf(corners, picture)} />
                ))}
              <polygon className="around" points={pointsOf(field.corners, picture)} />
              {/* biome-ignore lint/a11y/useSemanticElements: a button has no corners */}
              <polygon
                className="field"
                points={pointsOf(field.corners, picture)}
                role="button"
                tabIndex={0}
                aria-label={`${field.name}: arrow keys move it, Delete takes it away`}
                onPointerDown={(e) => take(e, field, null)}
                onKeyDown={(e) => step(e, field)}
              />
              {field.corners.map(([u, v], corner) => (
                <circle
                  // biome-ignore lint/suspicious/noArrayIndexKey: a corner is known by its place
                  key={corner}
                  className="corner"
                  cx={u * width}
                  cy={v * height}
                  r={11 * unit}
                  onPointerDown={(e) => take(e, field, corner)}
                />
              ))}
              <text x={x * width} y={y * height - 12 * unit} fontSize={20 * unit}>
                {field.name}
              </text>
            </g>
          );
        })}
        {leftOut.map(({ x, y, height: h, why, share }) => (
          <text key={`${x}/${y}`} x={x} y={y + h + 24 * unit} fontSize={18 * unit}>
            {why}: {Math.round(100 * share)} % left out
          </text>
        ))}
      </svg>
    </div>
  );
}
