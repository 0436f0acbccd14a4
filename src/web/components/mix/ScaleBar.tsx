import { Button } from '@mui/material';
import type { Scale } from '../../hooks/scale.ts';
import { Area, Pile, Row, Text } from '../layout.tsx';

interface Props {
  scale: Scale;
  /** Grams on the scale when this pour is in, and how far it may be off. */
  total: number;
  tolerance: number;
}

/** Grams a second that the simulated hand pours, and a pinch off its spoon. */
const FAST = 1.5;
const PINCH = 0.02;
const ROOM = 1.06;

/** What the scale shows against the pour in hand: the two marks are where it should come to rest. */
export function ScaleBar({ scale, total, tolerance }: Props) {
  const { reading, simulated } = scale;
  const most = Math.max(total * ROOM, total + 2 * tolerance, reading?.grams ?? 0);
  const at = (grams: number) => `${Math.min(100, Math.max(0, (100 * grams) / most))}%`;
  const grams = reading?.grams ?? 0;
  return (
    <Pile gap="close">
      <Text as="output" aria-label="Scale" height={52} on="field" frame="ink" className="scalebar">
        <Area width={at(grams)} on="work" className="poured" />
        {[total - tolerance, total + tolerance].map((mark, i) => (
          <Area
            // biome-ignore lint/suspicious/noArrayIndexKey: the lower and the upper mark
            key={i}
            width={3}
            className="mark"
            style={{ left: at(mark) }}
          />
        ))}
        <Text className="mono reads" size="large">
          scale {grams.toFixed(2)} of {total.toFixed(2)} g{reading && !reading.still ? ' …' : ''}
        </Text>
      </Text>
      {simulated && (
        <Row className="noprint" gap="near" wrap>
          <Button
            onPointerDown={() => simulated.pour(FAST)}
            onPointerUp={() => simulated.pour(0)}
            onPointerLeave={() => simulated.pour(0)}
            onKeyDown={(e) => e.key === ' ' && simulated.pour(FAST)}
            onKeyUp={() => simulated.pour(0)}
          >
            Hold to pour
          </Button>
          <Button onClick={() => simulated.add(PINCH)}>A pinch</Button>
          <span className="soft">The scale is simulated: this is its hand.</span>
        </Row>
      )}
    </Pile>
  );
}
