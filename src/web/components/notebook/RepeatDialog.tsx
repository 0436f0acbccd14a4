import { LinearProgress, MenuItem, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { type ReactNode, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import type { Layer, Stack } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import type { Knowledge } from '../../../core/learn/knowledge.ts';
import type { Promised } from '../../../core/match/roads.ts';
import { gramsPerLitreOf } from '../../../core/mix/index.ts';
import { recordCode } from '../../../record/board/codes.ts';
import { openBench } from '../../../record/job/bench.ts';
import { goneOf, repeatOn, withInstead } from '../../../record/notebook/repeat.ts';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import { repeatLayers } from '../../../shared/contract/notebook.ts';
import type { Job } from '../../../shared/job.ts';
import type { Noted } from '../../../shared/notebook.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { change, useJob, useJobs, useKnowledge } from '../../hooks/api.ts';
import { lastJob } from '../../hooks/last-job.ts';
import { useLooks } from '../../hooks/looks.ts';
import { type MatcherWork, useSolved } from '../../hooks/matcher.ts';
import { keepState } from '../../hooks/persistent-state.ts';
import { litresTyped } from '../batch.ts';
import { BoardOf } from '../board/BoardOf.tsx';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { FormDialog, SaveButton } from '../FormDialog.tsx';
import { layerWords } from '../layers/layer-words.ts';
import { Area, Row, Text } from '../layout.tsx';
import { gramsText } from '../numbers.ts';
import { useToast } from '../Toast.tsx';
import { MissRange } from '../Told.tsx';
import { useTold } from '../use-told.ts';
import { spectrumOf } from './NotedPicture.tsx';

const HOW = { 'as it was': 'As it was', adapted: 'Solved anew' } as const;
const AIMS = { 'its colour': 'For its colour', 'the target': 'For the target' } as const;
type How = keyof typeof HOW;
type Aim = keyof typeof AIMS;
interface Solved {
  stack: Stack;
  promise: Promised | null;
}

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

function RepeatForm({
  noted,
  shelf,
  job,
  knowledge,
  onClose,
  children,
}: {
  noted: Noted;
  shelf: Shelf;
  job: Job | null;
  knowledge: Knowledge | undefined;
  onClose: () => void;
  children: ReactNode;
}) {
  const go = useNavigate();
  const say = useToast();
  const { words, bare } = useTold();
  const gone = useMemo(() => goneOf(noted.stack, shelf), [noted.stack, shelf]);
  const [instead, setInstead] = useState<Record<string, string | null>>(() =>
    Object.fromEntries(gone.map(({ item, nearest }) => [item, nearest])),
  );
  const [code, setCode] = useState<string | null>(null);
  const [how, setHow] = useState<How>(() => (gone.length > 0 ? 'adapted' : 'as it was'));
  const [aim, setAim] = useState<Aim>('its colour');
  const [litres, setLitres] = useState('0.5 L');
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const bench = useMemo(() => job && knowledge && openBench(job, shelf, knowledge), [job, shelf, knowledge]);
  const wood =
    job?.woods.find((w) => w.code === code) ?? job?.woods.find((w) => w.speciesId === noted.speciesId) ?? job?.woods[0];
  const stack = useMemo(() => withInstead(noted.stack, instead, shelf), [noted.stack, instead, shelf]);
  const colour = useMemo(() => spectrumOf(noted), [noted]);
  const mayTarget = Boolean(bench?.target);
  const on = useMemo(
    () =>
      bench &&
      wood &&
      repeatOn(bench, wood, stack, mayTarget && aim === 'the target' ? null : colour, noted.grid === null),
    [bench, wood, stack, colour, aim, mayTarget, noted.grid],
  );
  const volume = litresTyped(litres);
  const tolerance = job?.tolerance ?? 1;
  const work = useMemo((): MatcherWork<Solved> | null => {
    const problem = on?.problem;
    if (!problem || !volume) return null;
    return async (matcher) => {
      if (how === 'adapted') return matcher.correct(problem, stack, volume, tolerance);
      const [promise = null] = await matcher.promises([{ stack, problem }], tolerance);
      return { stack, promise };
    };
  }, [on, stack, how, volume, tolerance]);
  const { answer, error } = useSolved(work);
  const solved = work ? (answer?.stack ?? null) : stack;

  const take = async () => {
    if (!job || !wood || !solved || !noted.job || !noted.board) return;
    setBusy(true);
    try {
      const of = { board: noted.board.id, code: recordCode(noted.job.number, noted.board.code), how };
      const { version } = await change(
        repeatLayers,
        { wood: wood.id },
        { version: wood.draftVersion, stack: [...solved], of },
      );
      say({
        text: `Layers of ${of.code} are on the bench of ${wood.code}.`,
        undo: () => change(repeatLayers, { wood: wood.id }, { version, stack: wood.draft ?? [], of: null }),
      });
      // The batch is asked for where it is planned: it stands there as it is said here.
      if (volume) keepState(`batch-of/${job.number}`, { litres });
      await go(`/jobs/${job.number}/layers?wood=${wood.code}`);
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
      setBusy(false);
    }
  };
  return (
    <FormDialog
      title="Make it again"
      error={refused ?? error}
      onClose={onClose}
      onSubmit={() => void take()}
      action={<SaveButton busy={busy || !solved || !wood}>Put it on the bench</SaveButton>}
    >
      {children}
      {job && job.woods.length === 0 && <div className="note">This job has no wood yet: choose one there first.</div>}
      {job && wood && (
        <Row gap="near" wrap>
          <TextField
            select
            label="On which wood"
            value={wood.code}
            onChange={(e) => setCode(e.target.value)}
            sx={{ width: 190 }}
          >
            {job.woods.map((w) => (
              <MenuItem key={w.code} value={w.code}>
                {w.code}
              </MenuItem>
            ))}
          </TextField>
          <Either label="How" of={HOW} value={how} onChange={setHow} />
          {mayTarget && <Either label="For what" of={AIMS} value={aim} onChange={setAim} />}
          <TextField
            label="Batch"
            value={litres}
            error={!volume}
            onChange={(e) => setLitres(e.target.value)}
            sx={{ width: 110 }}
          />
        </Row>
      )}
      {gone.map(({ item, name }) => {
        const [kind] = item.split('/');
        const own = kind === 'colourant' ? shelf.colourants : kind === 'medium' ? shelf.mediums : shelf.supplies;
        return (
          <TextField
            key={item}
            select
            label={`In place of ${name}, which is gone`}
            value={instead[item] ?? ''}
            onChange={(e) => setInstead({ ...instead, [item]: e.target.value || null })}
          >
            {onTheShelf<(typeof own)[number]>(own).map((p) => (
              <MenuItem key={p.id} value={`${kind}/${p.id}`}>
                {p.name}
              </MenuItem>
            ))}
          </TextField>
        );
      })}
      {work && !answer && !error && <LinearProgress aria-label="Solving it" />}
      {bench && on && solved && <Outcome bench={bench} model={on.model} stack={solved} />}
      {answer?.promise && (
        <Text>
          expected {!words && 'ΔE00 '}
          <b>
            <MissRange of={answer.promise.range} />
          </b>
          {words ? ' off' : ' from'} {aim === 'the target' && mayTarget ? 'the target' : 'its colour'}, 8 boards in 10;
          within {bare(tolerance)} with {Math.round(answer.promise.chance * 100)} in 100
        </Text>
      )}
      {bench && on && !on.problem && (
        <div className="note">What comes of it is not foreseen: one of its colours has no ladder here.</div>
      )}
      {solved && (
        <ol className="lines">
          {solved.map((layer, i) => (
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
