import { useMemo } from 'react';
import { screenColour } from '../../../core/colour/display.ts';
import { evennessOf } from '../../../core/judge/evenness.ts';
import { nth } from '../../../core/known.ts';
import { withoutGloss } from '../../../core/optics/surface.ts';
import type { StoredReading } from '../../../shared/reading.ts';
import { Area, Pile, Row, Text } from '../layout.tsx';
import { deltaText, toleranceText } from '../numbers.ts';
import { useTold } from '../use-told.ts';

const COUNTS = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten'];

/** How even a target is: its spots side by side, how far each lies from their mean, and what that means for the tolerance. */
export function Spread({
  readings,
  tolerance,
  of = 'it',
}: {
  readings: readonly StoredReading[];
  tolerance: number;
  /** What of the target was read. */
  of?: string;
}) {
  const told = useTold();
  // A typed value is no spot, nor are words.
  const spectra = useMemo(
    () => readings.filter((r) => r.lab === null && r.source !== 'words').map((r) => Float64Array.from(r.grid)),
    [readings],
  );
  const even = useMemo(() => (spectra.length > 0 ? evennessOf(spectra, tolerance) : null), [spectra, tolerance]);
  if (!even) return null;
  const { distances, farthest, known, lessEven, more } = even;
  return (
    <Pile as="section" gap="close" maxWidth={460}>
      <h2>How even {of} is</h2>
      <Row role="img" aria-label="The spots that were read, side by side">
        {spectra.map((spectrum, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a spot is known by its place
          <Area key={i} grow maxWidth={64} minWidth={0}>
            <Area height={36} colour={screenColour(withoutGloss(spectrum)).css} />
            <Text as="div" className="mono soft" size="fine" center>
              {deltaText(nth(distances, i))}
            </Text>
          </Area>
        ))}
      </Row>
      {spectra.length > 1 && (
        <div>
          {spectra.length} readings, up to {told.miss(farthest)} from their mean
          {known !== null && `; the mean is known to ± ${deltaText(known)}`}.
        </div>
      )}
      {lessEven && (
        <div className="note">
          The target is less even than the tolerance of {toleranceText(tolerance)}: a board that passes against its mean
          will still differ from some of its spots.
        </div>
      )}
      {more === null ? (
        <div>No number of readings settles one colour for it: read its ground and its grain apart.</div>
      ) : (
        more > 0 && (
          <div>
            {COUNTS[more] ?? more} more {more === 1 ? 'reading' : 'readings'} would settle it.
          </div>
        )
      )}
    </Pile>
  );
}
