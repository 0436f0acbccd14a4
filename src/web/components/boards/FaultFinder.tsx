import { Button, Dialog, DialogContent, MenuItem, TextField } from '@mui/material';
import { useMemo, useState } from 'react';
import type { z } from 'zod';
import {
  FAULTS,
  type Fault,
  FEELS,
  type Found,
  faultsLike,
  type Suspect,
  seenInReading,
  suspects,
  type Told,
  WHEN,
  WHERE,
} from '../../../core/faults/index.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import { stackAsMade } from '../../../record/board/stages.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { caseOfBoard, type Outcome, outcomeOf } from '../../../record/job/faults.ts';
import type { Recipe } from '../../../shared/board.ts';
import { archiveFault, noteFault } from '../../../shared/contract/faults.ts';
import { NewFaultFound } from '../../../shared/fault.ts';
import { change, useFaults, useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { useFromHere } from '../../hooks/verdict.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { Area, Columns, Row, Text } from '../layout.tsx';
import { deltaText, numberTyped } from '../numbers.ts';
import { OneOf } from '../OneOf.tsx';
import { useToast } from '../Toast.tsx';
import { TypedField } from '../TypedField.tsx';
import { useTold } from '../use-told.ts';
import { FromHere } from './FromHere.tsx';
import { WayBackPanel } from './WayBack.tsx';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  /** The stage in hand. */
  stage: number;
  onClose: () => void;
}

const percent = (likely: number) => `${Math.round(100 * likely)} %`;
const SHOWN = 5;

/** A cause with how likely it is, what speaks for and against it, and what to do. */
function SuspectRow({
  suspect,
  open,
  outcome,
  onOpen,
}: {
  suspect: Suspect;
  open: boolean;
  /** What its remedy makes of the colour; null where that is solved anew. */
  outcome: Outcome | null;
  onOpen: () => void;
}) {
  const { cause, likely, evidence } = suspect;
  return (
    <div className="said wide" data-cause={cause.id}>
      <Text className="mono" strong size="lead">
        {percent(likely)}
      </Text>
      <div>
        <b>{cause.name}</b>
        {evidence.map((e) => (
          <div key={e.text}>
            {e.factor > 1 ? '+' : '−'} {e.text}
          </div>
        ))}
        {open && (
          <>
            <div>
              <b>To be sure:</b> {cause.test}
            </div>
            <div>
              <b>Now:</b> {cause.remedy}
            </div>
            <div className="soft" data-testid="outcome">
              {outcome
                ? `With that it ends ΔE00 ${deltaText(outcome.deltaE)} from the target${outcome.passes ? ', which passes' : `: ${outcome.words.join(', ')}`}.`
                : 'What it is worth in colour is solved below, on the way from here.'}
            </div>
            <div>
              <b>Next time:</b> {cause.avoid}
            </div>
          </>
        )}
      </div>
      <Button size="small" aria-expanded={open} onClick={onOpen} sx={{ alignSelf: 'start' }}>
        {open ? 'Less' : 'More'}
      </Button>
    </div>
  );
}

/** What was found is written down, with the hours that it cost. */
function FoundForm({
  model,
  stage,
  fault,
  list,
  onSaved,
}: {
  model: BoardModel;
  stage: number;
  fault: Fault;
  list: readonly Suspect[];
  onSaved: () => void;
}) {
  const id = useNextId();
  const say = useToast();
  const { form, submit, busy, error } = useTypedForm({
    keep: `fault/${model.board.id}/${fault.id}`,
    blank: { cause: list[0]?.cause.id ?? '', hours: '', note: '' },
    read: ({ cause, hours, note }) => ({
      cause,
      hours: numberTyped(hours) ?? (hours.trim() === '' ? 0 : Number.NaN),
      note,
    }),
    shape: NewFaultFound.pick({ cause: true, hours: true, note: true }) as z.ZodType<
      Pick<NewFaultFound, 'cause' | 'hours' | 'note'>
    >,
    save: async (found) => {
      const made = id.next();
      await change(noteFault, {}, { id: made, boardId: model.board.id, stage, fault: fault.id, ...found });
      id.kept();
      say({ text: 'Written down; the next ranking counts it.', undo: () => change(archiveFault, { fault: made }) });
    },
    onSaved,
  });
  return (
    <Row
      as="form"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        void submit();
      }}
      gap="near"
      wrap
      align="start"
    >
      <TypedField control={form.control} name="cause" label="It was this" select sx={{ width: 300 }}>
        {list.map(({ cause }) => (
          <MenuItem key={cause.id} value={cause.id}>
            {cause.name}
          </MenuItem>
        ))}
      </TypedField>
      <TypedField control={form.control} name="hours" label="Hours that it cost" sx={{ width: 150 }} />
      <TypedField control={form.control} name="note" label="Note" sx={{ width: 220 }} />
      <Button type="submit" disabled={busy}>
        Write it down
      </Button>
      <ErrorMessage error={error} />
    </Row>
  );
}

/** What went wrong: told or picked, its causes ranked by this board’s own record, and what can be done from here. */
export function FaultFinder({ bench, model, stage, onClose }: Props) {
  const { miss, bare } = useTold();
  const [told, setTold] = useState<Told>({});
  const [picked, setPicked] = useState<Fault | null>(null);
  const [open, setOpen] = useState<string | null>(null);
  const { data: house } = useHouse();
  const { data: faults = [] } = useFaults();
  const found: readonly Found[] = faults;
  const of = useMemo(() => house && caseOfBoard(bench, model, stage, house), [bench, model, stage, house]);
  const list = useMemo(() => (of && picked ? suspects(picked, of, found) : []), [of, picked, found]);
  const layer = stackAsMade(model.board)[stage - 1];
  const mine = faults.filter((f) => f.boardId === model.board.id);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" slotProps={{ paper: { 'aria-label': 'What went wrong' } }}>
      <DialogContent className="pile">
        <h2>What went wrong{layer ? ` after ${KINDS[layer.kind].label.toLowerCase()}` : ''}</h2>
        <Columns gap="near" of="repeat(3, minmax(0, 170px)) minmax(0, 260px)">
          <OneOf label="Where is it" of={WHERE} value={told.where} onChange={(where) => setTold({ ...told, where })} />
          <OneOf label="When did it show" of={WHEN} value={told.when} onChange={(when) => setTold({ ...told, when })} />
          <OneOf
            label="How does it feel"
            of={FEELS}
            value={told.feels}
            onChange={(feels) => setTold({ ...told, feels })}
          />
          <TextField
            select
            label="Which fault"
            value={picked?.id ?? ''}
            onChange={(e) => {
              setPicked(FAULTS.find((f) => f.id === e.target.value) ?? null);
              setOpen(null);
            }}
          >
            {faultsLike(told).map((f) => (
              <MenuItem key={f.id} value={f.id}>
                {f.name}
              </MenuItem>
            ))}
          </TextField>
        </Columns>
        {!picked && (
          <div className="soft">
            Tell what is seen, or pick the fault: its causes are ranked by this board’s own record.
          </div>
        )}
        {picked && (
          <>
            {of && seenInReading(picked, of) === false && of.off && (
              <div className="note">
                The reading does not show it: it lies {miss(of.off.deltaE)} from what was expected (it may stray{' '}
                {bare(of.off.allowed)}).
              </div>
            )}
            <div>
              {list.slice(0, SHOWN).map((suspect, i) => {
                const { id } = suspect.cause;
                const isOpen = open === id || (open === null && i === 0);
                return (
                  <SuspectRow
                    key={id}
                    suspect={suspect}
                    open={isOpen}
                    outcome={isOpen ? outcomeOf(bench, model, stage, id) : null}
                    onOpen={() => setOpen(isOpen ? '' : id)}
                  />
                );
              })}
            </div>
            <WayBackPanel bench={bench} model={model} stage={stage} />
            {list.length > 0 && (
              <FoundForm
                key={picked.id}
                model={model}
                stage={stage}
                fault={picked}
                list={list}
                onSaved={() => setPicked(null)}
              />
            )}
            {model.board.recipe && model.target && stage > 0 && (
              <Area as="section" aria-label="From here" line padTop="close">
                <WayFrom bench={bench} model={model} recipe={model.board.recipe} />
              </Area>
            )}
          </>
        )}
        {mine.length > 0 && (
          <div>
            {mine.map((f) => (
              <div key={f.id}>
                <b>{FAULTS.find((x) => x.id === f.fault)?.name ?? f.fault}</b> {f.note}{' '}
                <span className="mono">{f.hours} h</span>
              </div>
            ))}
          </div>
        )}
        <Button onClick={onClose} sx={{ justifySelf: 'start' }}>
          Close
        </Button>
      </DialogContent>
    </Dialog>
  );
}

/** What can be done about it with this board. */
function WayFrom({ bench, model, recipe }: { bench: OpenBench; model: BoardModel; recipe: Recipe }) {
  return <FromHere bench={bench} model={model} recipe={recipe} way={useFromHere(bench, model, true)} main={false} />;
}
