import { Button } from '@mui/material';
import { useMemo } from 'react';
import { Link as RouterLink } from 'react-router';
import { screenColour } from '../../core/colour/display.ts';
import { LIGHT_NAMES } from '../../core/colour/lights.ts';
import { sizeWord } from '../../core/judge/words.ts';
import type { SeenTarget } from '../../record/job/target.ts';
import { changeJob, readTarget } from '../../shared/contract/jobs.ts';
import { type Job, NewJob } from '../../shared/job.ts';
import { LightShares } from '../../shared/lights.ts';
import { MeanwhileNote } from '../components/MeanwhileNote.tsx';
import { ReadingPanel } from '../components/readings/ReadingPanel.tsx';
import { Spread } from '../components/readings/Spread.tsx';
import { SavedNumber } from '../components/SavedNumber.tsx';
import { ChangeOfMind } from '../components/target/ChangeOfMind.tsx';
import { SingleLight } from '../components/target/SingleLight.tsx';
import { WishesForm } from '../components/target/Wishes.tsx';
import { change } from '../hooks/api.ts';
import { useOpenBench } from '../hooks/bench.ts';
import type { TypedNumber } from '../hooks/typed-number.ts';
import { useVersioned } from '../hooks/versioned.ts';

/** One number of the job. */
function JobNumber<T extends number | null = number>({
  job,
  label,
  name,
  shape,
  value,
  changed,
  valueIn,
}: Pick<TypedNumber<T>, 'name' | 'shape'> & {
  job: Job;
  label: string;
  value: T;
  /** The change of the job that a number makes. */
  changed: (value: T) => object;
  valueIn: (job: Job) => T;
}) {
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<T>({
    lane: `/jobs/${job.id}`,
    value,
    version: job.version,
    valueIn: (now) => valueIn(now as Job),
    save: async (number, version) =>
      (await change(changeJob, { job: job.number }, { version, ...changed(number) })).version,
  });
  return (
    <div style={{ display: 'grid', gap: 10, alignContent: 'start' }}>
      <SavedNumber<T> label={label} name={name} shape={shape} shown={shown} set={set} refused={error} />
      <MeanwhileNote meanwhile={meanwhile} what={label} text={String} onMine={keepMine} onTheirs={takeTheirs} />
    </div>
  );
}

const COUNTED = ['D65', 'A', 'LED', 'F11'] as const;

/** How much each light of the place counts when recipes are searched. */
function LightsOfThePlace({ job }: { job: Job }) {
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

const ORDINALS: Readonly<Record<number, string>> = { 2: 'second', 3: 'third', 4: 'fourth', 5: 'fifth' };

/** The target as one colour, or as its two tones, each as large as its part of a face usually is. */
function TargetPicture({ target }: { target: SeenTarget | null }) {
  const tones = target?.seenTones;
  const parts = tones
    ? [
        { name: 'ground', share: 2, seen: tones.ground },
        { name: 'grain', share: 1, seen: tones.grain },
      ]
    : target
      ? [{ name: 'target', share: 1, seen: target.seen }]
      : [];
  const colours = parts.map((part) => ({ ...part, colour: screenColour(part.seen) }));
  return (
    <div className="work">
      <div
        role="img"
        aria-label={tones ? 'The target: its ground and its grain' : 'The target'}
        style={{
          height: 120,
          border: target ? 0 : '1px dashed var(--soft)',
          display: 'flex',
          alignItems: 'center',
          justifyContent: 'center',
        }}
      >
        {colours.map(({ name, share, colour }) => (
          <div key={name} style={{ flex: share, height: '100%', background: colour.css }} />
        ))}
        {!target && <span>The target is not read yet.</span>}
      </div>
      {colours.some(({ colour }) => !colour.inGamut) && (
        <div style={{ paddingTop: 6 }}>The screen cannot show this colour; the nearest is shown.</div>
      )}
    </div>
  );
}

/** How close is close enough: of the face, or of ground and grain each. */
function Tolerances({ job, tones }: { job: Job; tones: boolean }) {
  const grain = job.grainTolerance ?? job.tolerance;
  return (
    <section style={{ display: 'grid', gap: 10 }}>
      <h2 style={{ margin: 0 }}>How close is close enough</h2>
      <div style={{ display: 'flex', gap: 12 }}>
        <div style={{ width: 180 }}>
          <JobNumber
            key={job.id}
            label={tones ? 'Ground, ΔE00' : 'Tolerance, ΔE00'}
            name="tolerance"
            shape={NewJob.shape.tolerance}
            job={job}
            value={job.tolerance}
            valueIn={(now) => now.tolerance}
            changed={(tolerance) => ({ tolerance })}
          />
        </div>
        {tones && (
          <div style={{ width: 180 }}>
            <JobNumber
              key={job.id}
              label="Grain, ΔE00"
              name="grainTolerance"
              shape={NewJob.shape.tolerance}
              job={job}
              value={grain}
              valueIn={(now) => now.grainTolerance ?? now.tolerance}
              changed={(grainTolerance) => ({ grainTolerance })}
            />
          </div>
        )}
      </div>
      <span className="soft" style={{ maxWidth: 420 }}>
        A miss of this size is {sizeWord(job.tolerance - 0.01)} edge to edge. ΔE is CIEDE2000 in daylight (D65, 10°).
        {tones && ' Ground and grain are brought home together and judged each by itself.'}
      </span>
    </section>
  );
}

export function TargetPage() {
  const bench = useOpenBench();
  const { job, target } = bench;
  const face = useMemo(() => job.target.filter((r) => r.zone === 'face'), [job.target]);
  const tones = useMemo(() => job.target.filter((r) => r.zone !== 'face'), [job.target]);
  return (
    <>
      <TargetPicture target={target} />
      <div className="plate columns" style={{ gridTemplateColumns: 'minmax(420px, 3fr) 2fr' }}>
        <section style={{ display: 'grid', gap: 24, alignContent: 'start' }}>
          <div>
            <h2 style={{ marginTop: 0 }}>
              Readings of the target{job.revision > 1 && `, the ${ORDINALS[job.revision] ?? `${job.revision}th`}`}
            </h2>
            <ReadingPanel
              take={(reading, zone) => change(readTarget, { job: job.number }, { ...reading, zone })}
              readings={face}
              aside={tones}
              spots={['ground', 'grain']}
              keep={`target/${job.id}`}
              pieces
            />
          </div>
          <ChangeOfMind bench={bench} />
        </section>
        <section style={{ display: 'grid', gap: 24, alignContent: 'start' }}>
          <Tolerances job={job} tones={target?.tones !== undefined} />
          {target?.singleLight && <SingleLight bench={bench} />}
          <Spread readings={face} tolerance={job.tolerance} />
          {target?.tones && (
            <>
              <Spread readings={tones.filter((r) => r.zone === 'ground')} tolerance={job.tolerance} of="its ground" />
              <Spread
                readings={tones.filter((r) => r.zone === 'grain')}
                tolerance={job.grainTolerance ?? job.tolerance}
                of="its grain"
              />
            </>
          )}
          {!target?.singleLight && (
            <section style={{ display: 'grid', gap: 10 }}>
              <h2 style={{ margin: 0 }}>The lights it will stand in</h2>
              <LightsOfThePlace key={`lights/${job.id}`} job={job} />
            </section>
          )}
          <WishesForm key={`wishes/${job.id}`} job={job} />
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
