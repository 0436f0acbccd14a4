import { Button } from '@mui/material';
import { useMemo } from 'react';
import { Link as RouterLink } from 'react-router';
import { screenColour } from '../../core/colour/display.ts';
import { LIGHT_NAMES } from '../../core/colour/lights.ts';
import { shadesText } from '../../core/colour/shades.ts';
import { sizeWord } from '../../core/judge/words.ts';
import { targetKnownTo } from '../../record/job/belief.ts';
import type { SeenTarget } from '../../record/job/target.ts';
import { changeJob, readTarget } from '../../shared/contract/jobs.ts';
import { type Job, NewJob } from '../../shared/job.ts';
import { LightShares } from '../../shared/lights.ts';
import { Area, Columns, Pile, Row, Text } from '../components/layout.tsx';
import { MeanwhileNote } from '../components/MeanwhileNote.tsx';
import { SimilarJobs } from '../components/notebook/SimilarJobs.tsx';
import { ByPicture } from '../components/pictures/ByPicture.tsx';
import { ReadingPanel } from '../components/readings/ReadingPanel.tsx';
import { Spread } from '../components/readings/Spread.tsx';
import { SavedNumber } from '../components/SavedNumber.tsx';
import { ChangeOfMind } from '../components/target/ChangeOfMind.tsx';
import { HoldTarget } from '../components/target/HoldTarget.tsx';
import { HoldToRack } from '../components/target/HoldToRack.tsx';
import { SingleLight } from '../components/target/SingleLight.tsx';
import { WishesForm } from '../components/target/Wishes.tsx';
import { useTold } from '../components/use-told.ts';
import { change, useCameraFirst, useEyesOnly } from '../hooks/api.ts';
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
    <Pile gap="close" top>
      <SavedNumber<T> label={label} name={name} shape={shape} shown={shown} set={set} refused={error} />
      <MeanwhileNote meanwhile={meanwhile} what={label} text={String} onMine={keepMine} onTheirs={takeTheirs} />
    </Pile>
  );
}

const COUNTED = ['D65', 'A', 'LED', 'F11'] as const;

/** How much each light of the place counts when recipes are searched. */
function LightsOfThePlace({ job }: { job: Job }) {
  return (
    <Pile gap="near" maxWidth={420}>
      <Columns of="1fr 1fr" gap="near">
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
      </Columns>
      <span className="soft">
        How much each counts when recipes are searched: 3 and 1 make daylight count three times a lamp. A board is
        judged in daylight.
      </span>
    </Pile>
  );
}

const ORDINALS: Readonly<Record<number, string>> = { 2: 'second', 3: 'third', 4: 'fourth', 5: 'fifth' };

/** Known to less than this a target needs no board to be held against; CIEDE2000. */
const WELL_KNOWN = 0.8;

/** The target as one colour, or as its two tones, each as large as its part of a face usually is. */
function TargetPicture({ target, known }: { target: SeenTarget | null; known: number | null }) {
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
      <Row
        role="img"
        aria-label={tones ? 'The target: its ground and its grain' : 'The target'}
        height={120}
        frame={target ? undefined : 'dashed'}
        gap="none"
      >
        {colours.map(({ name, share, colour }) => (
          <Area key={name} height="100%" width={`${100 * share}%`} colour={colour.css} />
        ))}
        {!target && <span>The target is not read yet.</span>}
      </Row>
      {colours.some(({ colour }) => !colour.inGamut) && (
        <Area padTop="close">The screen cannot show this colour; the nearest is shown.</Area>
      )}
      {known !== null && known > WELL_KNOWN && (
        <Area padTop="close" data-testid="known-to">
          Known to {shadesText([known, known])}: hold it against a board.
        </Area>
      )}
    </div>
  );
}

/** How close is close enough: of the face, or of ground and grain each. */
function Tolerances({ job, tones }: { job: Job; tones: boolean }) {
  const grain = job.grainTolerance ?? job.tolerance;
  const { words, bare } = useTold();
  return (
    <Pile as="section" gap="close">
      <h2>How close is close enough</h2>
      <Row gap="near">
        <Area width={180}>
          <JobNumber
            key={job.id}
            label={`${tones ? 'Ground' : 'Tolerance'}${words ? '' : ', ΔE00'}`}
            name="tolerance"
            shape={NewJob.shape.tolerance}
            job={job}
            value={job.tolerance}
            valueIn={(now) => now.tolerance}
            changed={(tolerance) => ({ tolerance })}
          />
        </Area>
        {tones && (
          <Area width={180}>
            <JobNumber
              key={job.id}
              label={words ? 'Grain' : 'Grain, ΔE00'}
              name="grainTolerance"
              shape={NewJob.shape.tolerance}
              job={job}
              value={grain}
              valueIn={(now) => now.grainTolerance ?? now.tolerance}
              changed={(grainTolerance) => ({ grainTolerance })}
            />
          </Area>
        )}
      </Row>
      <Text className="soft" maxWidth={420}>
        A miss of this size is {sizeWord(job.tolerance - 0.01)} edge to edge
        {words ? `: ${bare(job.tolerance)}.` : '. ΔE is CIEDE2000 in daylight (D65, 10°).'}
        {tones && ' Ground and grain are brought home together and judged each by itself.'}
      </Text>
    </Pile>
  );
}

export function TargetPage() {
  const bench = useOpenBench();
  const { job, target } = bench;
  const eyes = useEyesOnly();
  const cameraFirst = useCameraFirst();
  const known = targetKnownTo(bench);
  const face = useMemo(() => job.target.filter((r) => r.zone === 'face'), [job.target]);
  const tones = useMemo(() => job.target.filter((r) => r.zone !== 'face'), [job.target]);
  return (
    <>
      <TargetPicture target={target} known={known} />
      <div className="plate columns mostly">
        <Pile as="section" gap="far" top>
          <Pile gap="close">
            <h2>
              Readings of the target{job.revision > 1 && `, the ${ORDINALS[job.revision] ?? `${job.revision}th`}`}
            </h2>
            {cameraFirst && <ByPicture />}
            <ReadingPanel
              take={(reading, zone, until) => change(readTarget, { job: job.number }, { ...reading, zone }, until)}
              readings={face}
              aside={tones}
              spots={['ground', 'grain']}
              keep={`target/${job.id}`}
              what="the target"
              pieces
            />
            {!cameraFirst && <ByPicture />}
          </Pile>
          {(eyes || (known ?? 0) > WELL_KNOWN) && (
            <>
              <HoldTarget bench={bench} />
              <HoldToRack bench={bench} />
            </>
          )}
          <ChangeOfMind bench={bench} />
        </Pile>
        <Pile as="section" gap="far" top>
          <Tolerances job={job} tones={target?.tones !== undefined} />
          {target?.singleLight && !target.bySight && <SingleLight bench={bench} />}
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
            <Pile as="section" gap="close">
              <h2>The lights it will stand in</h2>
              <LightsOfThePlace key={`lights/${job.id}`} job={job} />
            </Pile>
          )}
          <WishesForm key={`wishes/${job.id}`} job={job} />
          {target && (
            <div className="onward">
              <Button component={RouterLink} to="../woods" variant="contained" color="primary">
                On to the woods
              </Button>
            </div>
          )}
          {target && <SimilarJobs job={job} />}
        </Pile>
      </div>
    </>
  );
}
