import { LinearProgress, MenuItem, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { type ReactNode, useState } from 'react';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import type { Layer } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import type { Knowledge } from '../../../core/learn/knowledge.ts';
import type { Promised } from '../../../core/match/roads.ts';
import { gramsPerLitreOf } from '../../../core/mix/index.ts';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import type { Noted } from '../../../shared/notebook.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { useJob, useJobs, useKnowledge } from '../../hooks/api.ts';
import { lastJob } from '../../hooks/last-job.ts';
import { useLooks } from '../../hooks/looks.ts';
import { BoardOf } from '../board/BoardOf.tsx';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { layerWords } from '../layers/layer-words.ts';
import { Area, Row, Text } from '../layout.tsx';
import { gramsText } from '../numbers.ts';
import { MissRange } from '../Told.tsx';
import { useTold } from '../use-told.ts';
import { type RepeatOf, type RepeatWishes, useRepeat } from './repeating.ts';

const HOW: Readonly<Record<RepeatWishes['how'], string>> = { 'as it was': 'As it was', adapted: 'Solved anew' };
const AIMS: Readonly<Record<RepeatWishes['aim'], string>> = {
  'its colour': 'For its colour',
  'the target': 'For the target',
};

/** A recipe of the notebook, made again in a job: as it was, or solved anew for a wood and for what the shop has now. */
export function RepeatDialog({ noted, shelf, onClose }: { noted: Noted; shelf: Shelf; onClose: () => void }) {
  const { data: jobs } = useJobs('');
  const [chosen, setChosen] = useState(() => lastJob.get() ?? '');
  const number = chosen || String(jobs?.jobs[0]?.number ?? '');
  const { data: job } = useJob(number || undefined);
  const { data: known } = useKnowledge(number || undefined);
  const options = jobs?.jobs ?? [];
  return (
    <RepeatForm
      noted={noted}
      shelf={shelf}
      job={job && String(job.number) === number ? job : null}
      knowledge={known?.content as Knowledge | undefined}
      onClose={onClose}
    >
      <TextField select label="Into which job" value={number} onChange={(e) => setChosen(e.target.value)}>
        {[
          ...options.map((j) => [String(j.number), `${j.number}  ${j.customer}, ${j.piece}`] as const),
          ...(job && !options.some((j) => j.number === job.number)
            ? [[String(job.number), `${job.number}  ${job.customer}, ${job.piece}`] as const]
            : []),
        ].map(([n, words]) => (
          <MenuItem key={n} value={n}>
            {words}
          </MenuItem>
        ))}
      </TextField>
    </RepeatForm>
  );
}

function RepeatForm({ onClose, children, ...of }: RepeatOf & { onClose: () => void; children: ReactNode }) {
  const { shelf, job } = of;
  const repeat = useRepeat(of);
  const { gone, wishes, wish, bench, wood, on, layers, volume, promise } = repeat;
  return (
    <FormDialog
      title="Make it again"
      error={repeat.refused ?? repeat.error}
      onClose={onClose}
      onSubmit={() => void repeat.take()}
      action={<SaveButton busy={repeat.busy || !layers || !wood}>Put it on the bench</SaveButton>}
    >
      {children}
      {job && job.woods.length === 0 && <div className="note">This job has no wood yet: choose one there first.</div>}
      {job && wood && (
        <Row gap="near" wrap>
          <TextField
            select
            label="On which wood"
            value={wood.code}
            onChange={(e) => wish({ wood: e.target.value })}
            sx={{ width: 190 }}
          >
            {job.woods.map((w) => (
              <MenuItem key={w.code} value={w.code}>
                {w.code}
              </MenuItem>
            ))}
          </TextField>
          <Either label="How" of={HOW} value={wishes.how} onChange={(how) => wish({ how })} />
          {repeat.mayTarget && (
            <Either label="For what" of={AIMS} value={wishes.aim} onChange={(aim) => wish({ aim })} />
          )}
          <TextField
            label="Batch"
            value={wishes.litres}
            error={!volume}
            onChange={(e) => wish({ litres: e.target.value })}
            sx={{ width: 110 }}
          />
        </Row>
      )}
      {gone.map(({ item, name }) => (
        <InPlaceOf
          key={item}
          item={item}
          name={name}
          shelf={shelf}
          value={wishes.instead[item] ?? null}
          onChange={(other) => wish({ instead: { ...wishes.instead, [item]: other } })}
        />
      ))}
      {repeat.solving && <LinearProgress aria-label="Solving it" />}
      {bench && on && layers && <Outcome bench={bench} model={on.model} stack={layers} />}
      {promise && (
        <Expected promise={promise} of={repeat.forTarget ? 'the target' : 'its colour'} tolerance={repeat.tolerance} />
      )}
      {bench && on && !on.problem && (
        <div className="note">What comes of it is not foreseen: one of its colours has no ladder here.</div>
      )}
      {layers && (
        <ol className="lines">
          {layers.map((layer, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place
            <li key={i}>
              {layerWords(layer, shelf)}
              {volume && bench && <Pours colours={layer.colours} litres={volume} materials={bench.materials} />}
            </li>
          ))}
        </ol>
      )}
    </FormDialog>
  );
}

/** How near it is expected to come, and with what chance. */
function Expected({ promise, of, tolerance }: { promise: Promised; of: string; tolerance: number }) {
  const { words, bare } = useTold();
  return (
    <Text>
      expected {!words && 'ΔE00 '}
      <b>
        <MissRange of={promise.range} />
      </b>
      {words ? ' off' : ' from'} {of}, 8 boards in 10; within {bare(tolerance)} with {Math.round(promise.chance * 100)}{' '}
      in 100
    </Text>
  );
}

/** What of the shelf is taken in the place of a product that is gone. */
function InPlaceOf({
  item,
  name,
  shelf,
  value,
  onChange,
}: {
  /** e.g. colourant/honey */
  item: string;
  name: string;
  shelf: Shelf;
  value: string | null;
  onChange: (item: string | null) => void;
}) {
  const [kind] = item.split('/');
  const own = kind === 'colourant' ? shelf.colourants : kind === 'medium' ? shelf.mediums : shelf.supplies;
  return (
    <TextField
      select
      label={`In place of ${name}, which is gone`}
      value={value ?? ''}
      onChange={(e) => onChange(e.target.value || null)}
    >
      {onTheShelf<(typeof own)[number]>(own).map((p) => (
        <MenuItem key={p.id} value={`${kind}/${p.id}`}>
          {p.name}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** One of two ways. */
function Either<T extends string>({
  label,
  of,
  value,
  onChange,
}: {
  label: string;
  of: Readonly<Record<T, string>>;
  value: T;
  onChange: (value: T) => void;
}) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      aria-label={label}
      value={value}
      onChange={(_, chosen: T | null) => chosen && onChange(chosen)}
    >
      {(Object.entries(of) as [T, string][]).map(([way, words]) => (
        <ToggleButton key={way} value={way}>
          {words}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}

/** The board that is expected. */
function Outcome({
  bench,
  model,
  stack,
}: {
  bench: Parameters<typeof useLooks>[0];
  model: Parameters<typeof useLooks>[1];
  stack: Parameters<typeof useLooks>[2];
}) {
  const { fields, error } = useLooks(bench, model, stack, DAYLIGHT);
  return (
    <>
      <Area pad="close" on="work">
        <BoardOf model={model} fields={fields} height={56} />
      </Area>
      <ErrorMessage error={error} />
    </>
  );
}

/** What is weighed of each colour of a layer for so many litres. */
function Pours({ colours, litres, materials }: Pick<Layer, 'colours'> & { litres: number; materials: Materials }) {
  const weighed = Object.entries(colours).map(([id, strength]) => {
    const colour = materials.colourants[id];
    return `${colour?.name ?? id} ${gramsText(gramsPerLitreOf(colour, strength) * litres)}`;
  });
  return weighed.length > 0 ? <span className="soft">: {weighed.join(', ')}</span> : null;
}
