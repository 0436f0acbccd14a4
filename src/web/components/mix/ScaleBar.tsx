import { Button } from '@mui/material';
import type { Scale } from '../../hooks/scale.ts';

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
    <div style={{ display: 'grid', gap: 10 }}>
      <output
        aria-label="Scale"
        style={{
          display: 'block',
          position: 'relative',
          height: 52,
          border: '2px solid var(--ink)',
          background: 'var(--field)',
        }}
      >
        <div style={{ position: 'absolute', inset: 0, width: at(grams), background: 'var(--work)' }} />
        {[total - tolerance, total + tolerance].map((mark, i) => (
          <div
            // biome-ignore lint/suspicious/noArrayIndexKey: the lower and the upper mark
            key={i}
            style={{ position: 'absolute', top: -8, bottom: -8, left: at(mark), width: 3, background: 'var(--ink)' }}
          />
        ))}
        <span className="mono" style={{ position: 'absolute', left: 16, top: 9, fontSize: 23 }}>
          scale {grams.toFixed(2)} of {total.toFixed(2)} g{reading && !reading.still ? ' …' : ''}
        </span>
      </output>
      {simulated && (
        <div className="noprint" style={{ display: 'flex', gap: 12, alignItems: 'center', flexWrap: 'wrap' }}>
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
        </div>
      )}
    </div>
  );
}
