import { Button, IconButton } from '@mui/material';
import { labOf } from '../../../core/colour/lab.ts';
import { readingStatistics } from '../../../core/judge/statistics.ts';
import { archiveReading, restoreReading } from '../../../shared/contract/boards.ts';
import type { StoredReading } from '../../../shared/reading.ts';
import { change } from '../../hooks/api.ts';
import { labText } from '../numbers.ts';
import { useAttempt, useToast } from '../Toast.tsx';

interface Props {
  readings: readonly StoredReading[];
  /** Offers to put a reading right that was filed under the wrong stage or time. */
  onCorrect?: ((reading: StoredReading) => void) | undefined;
}

/** Readings one below the other, under their mean; each can be taken out. */
export function ReadingList({ readings, onCorrect }: Props) {
  const say = useToast();
  const attempt = useAttempt();
  if (readings.length === 0) return <p className="soft">No reading yet.</p>;
  const { spread, lab, outliers, deviation } = readingStatistics(readings.map((r) => Float64Array.from(r.grid)));
  const remove = (reading: StoredReading) =>
    attempt(async () => {
      await change(archiveReading, { reading: reading.id });
      say({ text: 'Reading taken out.', undo: () => change(restoreReading, { reading: reading.id }) });
    });
  return (
    <div>
      <div className="mono" style={{ fontSize: 22, fontWeight: 700 }} data-testid="mean-lab">
        {labText(lab)}
      </div>
      <p className="soft" style={{ margin: '4px 0 10px' }}>
        mean of {readings.length} in reflectance
        {readings.length > 1 &&
          ` · spread ΔE00 ${spread.toFixed(2)} · SD L* ${deviation[0].toFixed(2)}, a* ${deviation[1].toFixed(2)}, b* ${deviation[2].toFixed(2)}`}
      </p>
      <div style={{ maxHeight: 210, overflow: 'auto' }}>
        {readings.map((r, i) => (
          <div key={r.id} style={{ display: 'flex', alignItems: 'center', borderTop: '1px solid var(--line)' }}>
            <span style={{ minWidth: 110, maxWidth: 260, paddingRight: 12 }}>{r.name}</span>
            <span className="mono" style={{ flex: 1, whiteSpace: 'nowrap' }}>
              {labText(labOf(r.grid))}
            </span>
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
          </div>
        ))}
      </div>
    </div>
  );
}
