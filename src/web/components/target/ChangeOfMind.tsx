import { Button, Dialog, DialogContent, LinearProgress, TextField } from '@mui/material';
import { useMemo, useState } from 'react';
import { passes } from '../../../core/colour/difference.ts';
import { screenColour } from '../../../core/colour/display.ts';
import { FieldError } from '../../../core/field-error.ts';
import { withoutGloss } from '../../../core/optics/surface.ts';
import { durationOf } from '../../../core/time/coats.ts';
import { measuredOf } from '../../../record/board/stages.ts';
import { woodNamed } from '../../../record/board/wood.ts';
import { boardModel, nextBoardModel, problemOf } from '../../../record/job/bench.ts';
import { afterRevision } from '../../../record/job/revision.ts';
import { reviseTarget } from '../../../shared/contract/jobs.ts';
import type { JobWood } from '../../../shared/job.ts';
import type { ReadingInput, TargetZone } from '../../../shared/reading.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { type MatcherWork, useSolved } from '../../hooks/matcher.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { useDrying } from '../../hooks/rules.ts';
import type { Matcher } from '../../workers/matcher.ts';
import { Area, Pile, Row } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { againstText, deltaText, hoursText, toleranceText } from '../numbers.ts';
import { ReadingPanel } from '../readings/ReadingPanel.tsx';
import { useToast } from '../Toast.tsx';
import { useTold } from '../use-told.ts';

/** What is wanted now, read or said in words, and why; what was wanted before is kept. */
function ReviseDialog({ bench, onClose }: { bench: OpenBench; onClose: () => void }) {
  const { job } = bench;
  const [why, setWhy, forget] = usePersistentState(`revision/${job.id}`, '');
  const say = useToast();
  const take = async (reading: ReadingInput, zone: TargetZone) => {
    if (why.trim() === '') throw new FieldError('why', 'What changed? A word is enough.');
    await change(reviseTarget, { job: job.number }, { revision: job.revision, why, zone, reading });
    forget();
    say({ text: `Target ${job.revision + 1} is read. The one before is kept.` });
    onClose();
    return { notes: [] };
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" slotProps={{ paper: { 'aria-label': 'A new target' } }}>
      <DialogContent className="pile">
        <h2>A new target for this job</h2>
        <TextField
          label="What changed?"
          placeholder="a shade warmer, the floor was chosen, another door …"
          value={why}
          onChange={(e) => setWhy(e.target.value)}
        />
        <ReadingPanel
          take={take}
          keep={`revision/${job.id}`}
          what="the new target"
          pieces
          spots={['ground', 'grain']}
        />
        <Row end>
          <Button onClick={onClose}>Later</Button>
        </Row>
      </DialogContent>
    </Dialog>
  );
}

/** One wood after the change: what is still good, what can be brought home, what has to be made again. */
function WoodAfter({ bench, wood }: { bench: OpenBench; wood: JobWood }) {
  const { tolerance } = bench.job;
  const told = useTold();
  const after = useMemo(() => afterRevision(bench, wood), [bench, wood]);
  const solve = useMemo((): MatcherWork<Awaited<ReturnType<Matcher['correct']>>> | null => {
    if (after.kind !== 'finish' && after.kind !== 'again') return null;
    const { board, stack, open } = after;
    const own = boardModel(bench, wood, board);
    if (!own || open.length === 0) return null;
    const model = after.kind === 'again' ? nextBoardModel(bench, own) : own;
    const problem = problemOf(bench, model, stack, open, after.kind === 'finish' ? measuredOf(board) : undefined);
    return problem && ((matcher) => matcher.correct(problem, stack, board.recipe?.litres ?? 0.5, tolerance));
  }, [bench, wood, after, tolerance]);
  const drying = useDrying(bench);
  const { answer, error } = useSolved(solve);
  const name = <b>{woodNamed(bench.shelf, wood)}</b>;
  if (after.kind === 'nothing') return <div>{name}: nothing was made yet, nothing is lost.</div>;
  if (after.kind === 'good')
    return (
      <div>
        {name}: board {after.board.number} is still good,{' '}
        {told.words ? `${told.bare(after.deltaE)} off` : `ΔE00 ${againstText(after.deltaE, tolerance)}`}.
      </div>
    );
  const { board, stack, done } = after;
  const { wait, hands } = durationOf(stack.slice(done), drying);
  const cost = `${hoursText(wait.usual)} until it can be judged, ${Math.round(hands)} min of hands a m²`;
  const reaches = answer && passes(answer.promise.deltaE[0] ?? Number.POSITIVE_INFINITY, tolerance);
  return (
    <div>
      {name}:{' '}
      {after.kind === 'finish'
        ? `board ${board.number} is under way`
        : `board ${board.number} is ${told.miss(after.deltaE)} off now`}
      . {solve && !answer && !error && <LinearProgress aria-label={`Solving ${woodNamed(bench.shelf, wood)}`} />}
      {error ?? ''}
      {!solve && 'What it is coloured with is set by hand: plan it anew under Layers.'}
      {answer &&
        (reaches
          ? after.kind === 'finish'
            ? `What is left brings it home, aimed ${deltaText(answer.promise.deltaE[0] ?? 0)} off: no board lost, ${cost}.`
            : `One more board with the same colours, aimed ${deltaText(answer.promise.deltaE[0] ?? 0)} off: ${cost}.`
          : `The same colours come no nearer than ${deltaText(answer.promise.deltaE[0] ?? 0)}: find other recipes under Layers; one board at least, ${cost}.`)}
    </div>
  );
}

/** A target is revised, never overwritten: what it was before, and what the change costs. */
export function ChangeOfMind({ bench }: { bench: OpenBench }) {
  const { job } = bench;
  const [open, setOpen] = useState(false);
  return (
    <Pile as="section" gap="close" maxWidth={620}>
      <h2>A change of mind</h2>
      {job.pastTargets.map((past) => (
        <Row key={past.revision} gap="near">
          <Area width={64} height={36} still colour={screenColour(withoutGloss(past.grid)).css} />
          <span>
            Target {past.revision}, tolerance {toleranceText(past.tolerance)}, until {momentText(past.revisedAt)}:{' '}
            {past.why}
          </span>
        </Row>
      ))}
      {job.pastTargets.length > 0 && job.woods.map((wood) => <WoodAfter key={wood.id} bench={bench} wood={wood} />)}
      <div>
        <Button onClick={() => setOpen(true)} disabled={job.target.length === 0}>
          Revise the target
        </Button>
      </div>
      {open && <ReviseDialog bench={bench} onClose={() => setOpen(false)} />}
    </Pile>
  );
}
