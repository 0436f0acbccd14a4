import { Button, TextField } from '@mui/material';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { screenColour } from '../../core/colour/display.ts';
import { sizeWord } from '../../core/judge/words.ts';
import { withoutGloss } from '../../core/optics/surface.ts';
import { change } from '../hooks/api.ts';
import { ReadingPanel } from '../parts/readings/ReadingPanel.tsx';
import { sentenceOf, Trouble } from '../parts/Trouble.tsx';
import { useOpenBench } from './BenchFrame.tsx';

function Tolerance({ job }: { job: { id: number; tolerance: number } }) {
  const [typed, setTyped] = useState(String(job.tolerance));
  const [error, setError] = useState<string | null>(null);
  const save = async () => {
    if (Number(typed) === job.tolerance) return setError(null);
    try {
      await change('PATCH', `/jobs/${job.id}`, { tolerance: typed.trim() === '' ? Number.NaN : Number(typed) });
      setError(null);
    } catch (problem) {
      setError(sentenceOf(problem));
    }
  };
  return (
    <div style={{ display: 'grid', gap: 10, maxWidth: 420 }}>
      <TextField
        label="Tolerance, ΔE00"
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={save}
        onKeyDown={(e) => e.key === 'Enter' && void save()}
        sx={{ width: 180 }}
      />
      <Trouble error={error} />
      <span className="soft">
        A miss of this size is {sizeWord(job.tolerance - 0.01)} edge to edge. ΔE is CIEDE2000 in daylight (D65, 10°).
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
          <Tolerance key={job.id} job={job} />
          {target?.singleLight && (
            <div className="note">Known as L*a*b* only. How it looks under other lights cannot be said.</div>
          )}
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
