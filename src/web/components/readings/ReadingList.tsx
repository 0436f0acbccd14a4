import { Button, IconButton } from '@mui/material';
import { labOf } from '../../../core/colour/lab.ts';
import { readingStatistics } from '../../../core/judge/statistics.ts';
import { colourWords } from '../../../core/usual/colours.ts';
import { archiveReading, restoreReading } from '../../../shared/contract/boards.ts';
import type { StoredReading } from '../../../shared/reading.ts';
import { change } from '../../hooks/api.ts';
import { Area, Row, Text } from '../layout.tsx';
import { labText } from '../numbers.ts';
import { useAttempt, useToast } from '../Toast.tsx';
import { ColourTold } from '../Told.tsx';
import { useTold } from '../use-told.ts';

interface Props {
  readings: readonly StoredReading[];
  /** Offers to put a reading right that was filed under the wrong stage or time. */
  onCorrect?: ((reading: StoredReading) => void) | undefined;
}

/** Readings one below the other, under their mean; each can be taken out. */
export function ReadingList({ readings, onCorrect }: Props) {
  const say = useToast();
  const attempt = useAttempt();
  const { words } = useTold();
  if (readings.length === 0) return <p className="soft">No reading yet.</p>;
  const { spread, lab, outliers, deviation } = readingStatistics(readings.map((r) => Float64Array.from(r.grid)));
  const remove = (reading: StoredReading) =>
    attempt(async () => {
      await change(archiveReading, { reading: reading.id });
      say({ text: 'Reading taken out.', undo: () => change(restoreReading, { reading: reading.id }) });
    });
  return (
    <div>
      <Text as="div" className="mono" size="title" strong data-testid="mean-lab">
        <ColourTold of={lab} />
      </Text>
      <Text as="p" className="soft" padTop="hair" padBottom="close">
        mean of {readings.length} in reflectance
        {readings.length > 1 &&
          !words &&
          ` · spread ΔE00 ${spread.toFixed(2)} · SD L* ${deviation[0].toFixed(2)}, a* ${deviation[1].toFixed(2)}, b* ${deviation[2].toFixed(2)}`}
      </Text>
      <Area maxHeight={210} scroll>
        {readings.map((r, i) => (
          <Row key={r.id} line>
            <Text minWidth={110} maxWidth={260} padRight="near">
              {r.name}
            </Text>
            <Text className="mono" grow nowrap>
              {words ? colourWords(labOf(r.grid)) : labText(labOf(r.grid))}
            </Text>
            {outliers.includes(i) && <b>stands apart</b>}
            {onCorrect && (
              <Button size="small" onClick={() => onCorrect(r)} sx={{ minHeight: 40, border: 0, paddingInline: 1 }}>
                Put right
              </Button>
            )}
            <IconButton
              aria-label={`Take out ${r.name}`}
              onClick={() => remove(r)}
              sx={{ width: 40, height: 40, color: 'var(--ink)' }}
            >
              ×
            </IconButton>
          </Row>
        ))}
      </Area>
    </div>
  );
}
