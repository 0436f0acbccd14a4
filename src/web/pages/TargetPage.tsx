import { Button } from '@mui/material';
import { Link as RouterLink } from 'react-router';
import { screenColour } from '../../core/colour/display.ts';
import { LIGHT_NAMES } from '../../core/colour/lights.ts';
import { sizeWord } from '../../core/judge/words.ts';
import { type Job, Job as JobShape, NewJob } from '../../shared/job.ts';
import { LightShares } from '../../shared/lights.ts';
import { ReadingsTaken } from '../../shared/reading.ts';
import { change } from '../hooks/api.ts';
import { useOpenBench } from '../hooks/bench.ts';
import type { TypedNumber } from '../hooks/typed-number.ts';
import { useVersioned } from '../hooks/versioned.ts';
import { MeanwhileNote } from '../parts/MeanwhileNote.tsx';
import { ReadingPanel } from '../parts/readings/ReadingPanel.tsx';
import { Spread } from '../parts/readings/Spread.tsx';
import { SavedNumber } from '../parts/SavedNumber.tsx';

/** One number of the job. */
function JobNumber({
  job,
  label,
  name,
  shape,
  value,
  changed,
  valueIn,
}: Pick<TypedNumber<number>, 'name' | 'shape'> & {
  job: Job;
  label: string;
  value: number;
  /** The change of the job that a number makes. */
  changed: (value: number) => object;
  valueIn: (job: Job) => number;
}) {
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<number>({
    lane: `/jobs/${job.id}`,
    value,
    version: job.version,
    valueIn: (now) => valueIn(now as Job),
    save: async (number, version) =>
      (await change('PATCH', `/jobs/${job.number}`, { version, ...changed(number) }, JobShape)).version,
  });
  return (
    <div style={{ display: 'grid', gap: 10, alignContent: 'start' }}>
      <SavedNumber label={label} name={name} shape={shape} shown={shown} set={set} refused={error} />
      <MeanwhileNote meanwhile={meanwhile} what={label} text={String} onMine={keepMine} onTheirs={takeTheirs} />
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
          <JobNumber
            key={light}
            label={LIGHT_NAMES[light]}
            name={light}
            shape={LightShares.shape[light]}
            job={job}
            value={job.lights[light]}
            valueIn={(now) => now.lights[light]}
            changed={(share) => ({ lights: { [light]: share } })}
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
  const colour = target ? screenColour(target.seen) : null;
  return (
    <>
      <div className="work">
        <div
          role="img"
          aria-label="The target"
          style={{
            height: 150,
            background: colour?.css ?? 'none',
            border: colour ? 0 : '1px dashed var(--soft)',
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
          <ReadingPanel
            take={(reading) => change('POST', `/jobs/${job.number}/readings`, reading, ReadingsTaken)}
            readings={job.target}
            keep={`target/${job.id}`}
            pieces
          />
        </section>
        <section style={{ display: 'grid', gap: 18, alignContent: 'start' }}>
          <h2 style={{ margin: 0 }}>How close is close enough</h2>
          <div style={{ width: 180 }}>
            <JobNumber
              key={job.id}
              label="Tolerance, ΔE00"
              name="tolerance"
              shape={NewJob.shape.tolerance}
              job={job}
              value={job.tolerance}
              valueIn={(now) => now.tolerance}
              changed={(tolerance) => ({ tolerance })}
            />
          </div>
          <span className="soft" style={{ maxWidth: 420 }}>
            A miss of this size is {sizeWord(job.tolerance - 0.01)} edge to edge. ΔE is CIEDE2000 in daylight (D65,
            10°).
          </span>
          <Spread readings={job.target} tolerance={job.tolerance} />
          <h2 style={{ margin: 0 }}>The lights it will stand in</h2>
          <LightsOfThePlace key={`lights/${job.id}`} job={job} judged={!target?.singleLight} />
          {target && (
            <div className="onward">
              <Button component={RouterLink} to="../woods" variant="contained" color="primary">
                On to the woods
              </Button>
            </div>
          )}
        </section>
      </div>
    </>
  );
}
