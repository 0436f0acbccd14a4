import { Button, TextField } from '@mui/material';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { screenColour } from '../../core/colour/display.ts';
import { LIGHT_NAMES } from '../../core/colour/lights.ts';
import { sizeWord } from '../../core/judge/words.ts';
import { withoutGloss } from '../../core/optics/surface.ts';
import type { Job } from '../../shared/job.ts';
import { change } from '../hooks/api.ts';
import { ReadingPanel } from '../parts/readings/ReadingPanel.tsx';
import { sentenceOf, Trouble } from '../parts/Trouble.tsx';
import { useOpenBench } from './BenchFrame.tsx';

/** A number of the job: saved on leaving the field or on Enter, refused with a sentence and kept as typed. */
function SavedNumber({
  label,
  value,
  save,
}: {
  label: string;
  value: number;
  save: (value: number) => Promise<unknown>;
}) {
  const [typed, setTyped] = useState(String(value));
  const [error, setError] = useState<string | null>(null);
  const leave = async () => {
    const number = typed.trim() === '' ? Number.NaN : Number(typed);
    try {
      if (number !== value) await save(number);
      setError(null);
    } catch (problem) {
      setError(sentenceOf(problem));
    }
  };
  return (
    <div style={{ display: 'grid', gap: 10, alignContent: 'start' }}>
      <TextField
        label={label}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={leave}
        onKeyDown={(e) => e.key === 'Enter' && void leave()}
      />
      <Trouble error={error} />
    </div>
  );
}

const COUNTED = ['D65', 'A', 'LED', 'F11'] as const;

/** How much each light of the place counts when recipes are searched. */
function LightsOfThePlace({ job, judged }: { job: Job; judged: boolean }) {
  if (!judged) return <div className="note">Known as L*a*b* only. How it looks under other lights cannot be said.</div>;
  return (
    <div style={{ display: 'grid', gap: 12, maxWidth: 420 }}>
      <div style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 12 }}>
        {COUNTED.map((light) => (
          <SavedNumber
            key={light}
            label={LIGHT_NAMES[light]}
            value={job.lights[light]}
            save={(share) => change('PATCH', `/jobs/${job.id}`, { lights: { [light]: share } })}
          />
        ))}
      </div>
      <span className="soft">
        How much each counts when recipes are searched: 3 and 1 make daylight count three times a lamp. A board is
        judged in daylight.
      </span>
    </div>
  );
}

export function TargetPage() {
  const { job, target } = useOpenBench();
  const colour = target ? screenColour(withoutGloss(target.reflectance)) : null;
  return (
    <>
      <div className="work">
        <div
          role="img"
          aria-label="The target"
          style={{
            height: 150,
            background: colour?.css ?? 'none',
            border: colour ? 0 : '1px dashed #474747',
            display: 'grid',
            placeItems: 'center',
          }}
        >
          {!colour && <span>The target is not read yet.</span>}
        </div>
        {colour && !colour.inGamut && (
          <div style={{ paddingTop: 6 }}>The screen cannot show this colour; the nearest is shown.</div>
        )}
      </div>
      <div className="plate columns" style={{ gridTemplateColumns: 'minmax(420px, 3fr) 2fr' }}>
        <section>
          <h2 style={{ marginTop: 0 }}>Readings of the target</h2>
          <ReadingPanel path={`/jobs/${job.id}/readings`} readings={job.target} keep={`target/${job.id}`} pieces />
        </section>
        <section style={{ display: 'grid', gap: 18, alignContent: 'start' }}>
          <h2 style={{ margin: 0 }}>How close is close enough</h2>
          <div style={{ width: 180 }}>
            <SavedNumber
              key={job.id}
              label="Tolerance, ΔE00"
              value={job.tolerance}
              save={(tolerance) => change('PATCH', `/jobs/${job.id}`, { tolerance })}
            />
          </div>
          <span className="soft" style={{ maxWidth: 420 }}>
            A miss of this size is {sizeWord(job.tolerance - 0.01)} edge to edge. ΔE is CIEDE2000 in daylight (D65,
            10°).
          </span>
          <h2 style={{ margin: 0 }}>The lights it will stand in</h2>
          <LightsOfThePlace key={`lights/${job.id}`} job={job} judged={!target?.singleLight} />
          {target && (
            <Button
              component={RouterLink}
              to="../woods"
              variant="contained"
              color="primary"
              sx={{ justifySelf: 'start' }}
            >
              On to the woods
            </Button>
          )}
        </section>
      </div>
    </>
  );
}
