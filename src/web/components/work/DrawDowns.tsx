import { Button, LinearProgress, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { lookText, understood } from '../../../core/belief/words.ts';
import { deltaE00 } from '../../../core/colour/ciede2000.ts';
import { passes } from '../../../core/colour/difference.ts';
import { labOf } from '../../../core/colour/lab.ts';
import { differenceWords } from '../../../core/judge/words.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import { isBlank } from '../../../core/layers/layer.ts';
import type { BatchCorrection } from '../../../core/match/correct-batch.ts';
import { stepKey } from '../../../core/mix/step.ts';
import { addedKey } from '../../../record/board/poured.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { isAddedSince, potToCorrect, potWithAdded } from '../../../record/work/draw-down.ts';
import type { Recipe } from '../../../shared/board.ts';
import { doStep, setPots } from '../../../shared/contract/boards.ts';
import { archiveDrawDown, noteDrawDown, restoreDrawDown } from '../../../shared/contract/work.ts';
import type { DrawDown } from '../../../shared/draw-down.ts';
import { newId } from '../../../shared/id.ts';
import { change, useEyesOnly } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useInWorker } from '../../hooks/matcher.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { Additions } from '../boards/Additions.tsx';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Pile, Row } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { TypedLab } from '../readings/TypedLab.tsx';
import { useAttempt, useToast } from '../Toast.tsx';
import { useTold } from '../use-told.ts';
import { LookForm } from '../verdict/LookForm.tsx';
import { lightsOf } from '../verdict/LookPanel.tsx';

interface Props {
  bench: OpenBench;
  /** A portion that follows the pots. */
  model: BoardModel;
  recipe: Recipe;
}

/** What the drops of a pot told, beside the sample. */
function useTellDrops({ recipe }: Pick<Props, 'recipe'>, tolerance: number) {
  const told = useTold();
  return (drawn: DrawDown): { text: string; fine: boolean } => {
    if (drawn.said !== null) return { text: lookText(drawn.said), fine: drawn.said.length === 0 };
    const sample = recipe.expected[drawn.stage];
    if (!drawn.lab || !sample) return { text: 'read', fine: true };
    const off = deltaE00(labOf(sample), drawn.lab);
    return {
      text: `${told.miss(off)} off${off >= 0.3 ? `, ${differenceWords(labOf(sample), drawn.lab).join(', ')}` : ''}`,
      fine: passes(off, tolerance),
    };
  };
}

/** What to add to a pot whose drops are off, what it costs, and that it was added. */
function Correction({ bench, model, recipe, drawn }: Props & { drawn: DrawDown }) {
  const inWorker = useInWorker();
  const attempt = useAttempt();
  const told = useTold();
  const [answer, setAnswer] = useState<BatchCorrection | null>(null);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const solve = async () => {
    setBusy(true);
    setError(null);
    try {
      const asked = potToCorrect(bench, model, recipe, drawn);
      if (!asked) throw new Error('What comes of this pot is not foreseen: add by drops, and try it again.');
      const { problem, stack, layer, litres } = asked;
      setAnswer(await inWorker((m) => m.batch(problem, stack, layer, litres, bench.job.tolerance)));
    } catch (trouble) {
      setError(sentenceOf(trouble));
    } finally {
      setBusy(false);
    }
  };
  const added = (correction: BatchCorrection) =>
    attempt(async () => {
      const pot = potWithAdded(recipe, drawn.stage, correction, bench);
      for (const [id, grams] of Object.entries(correction.add)) {
        const times = recipe.done.filter((d) => d.step.startsWith(addedKey(drawn.stage, id, ''))).length;
        const lotId = recipe.done.findLast((d) => d.step === stepKey(drawn.stage, id))?.lotId ?? null;
        const step = { id: newId(), step: addedKey(drawn.stage, id, times + 1), grams, lotId, overdrawn: true };
        await change(doStep, { board: model.board.id }, step);
      }
      await change(setPots, { board: model.board.id }, { pots: [{ id: newId(), ...pot }] });
      setAnswer(null);
    });
  if (busy) return <LinearProgress aria-label="Solving what to add" />;
  if (!answer)
    return (
      <Row gap="near">
        <Button onClick={() => void solve()}>What to add</Button>
        <ErrorMessage error={error} />
      </Row>
    );
  const nothing = Object.keys(answer.add).length === 0 && answer.thin < 1e-6;
  return (
    <Pile gap="close" data-testid="pot-answer">
      <Additions bench={bench} of={answer} />
      <div>
        {nothing
          ? 'Nothing of its own colours brings it nearer: box and stir its tins, leave it on longer, or plan a colour beside it.'
          : `From ${told.bare(answer.before)} off to about ${told.bare(answer.after)}. It costs ${answer.cost.toFixed(2)}; mixing all of it anew ${answer.freshCost.toFixed(2)}.`}
      </div>
      {answer.startAgain && !nothing && <div className="note">Mixing anew is the better way.</div>}
      <Row gap="near">
        {!nothing && (
          <Button variant="contained" color="primary" onClick={() => void added(answer)}>
            It is added: try it again
          </Button>
        )}
        <Button onClick={() => setAnswer(null)}>Leave it</Button>
      </Row>
    </Pile>
  );
}

/** The pots against the approved board, before the first piece: drops on the same wood, dry, held beside it or read. */
export function DrawDowns({ bench, model, recipe }: Props) {
  const eyes = useEyesOnly();
  const id = useNextId();
  const say = useToast();
  const attempt = useAttempt();
  const stages = recipe.stack.flatMap((l, i) => (!isBlank(l) && Object.keys(l.colours).length > 0 ? [i + 1] : []));
  const [chosen, setChosen] = useState<number | null>(null);
  const tell = useTellDrops({ recipe }, bench.job.tolerance);
  const tried = (of: number) => recipe.drawDowns.filter((d) => d.stage === of).at(-1);
  const stage = chosen ?? stages.find((s) => !tried(s)) ?? stages[0];
  if (stage === undefined) return null;
  const label = (of: number) => KINDS[nth(recipe.stack, of - 1).kind].label.toLowerCase();
  const note = async (seen: Pick<DrawDown, 'said' | 'lab'>) => {
    await change(noteDrawDown, { board: model.board.id }, { id: id.next(), stage, ...seen });
    id.kept();
  };
  const takeOut = (drawn: DrawDown) =>
    attempt(async () => {
      await change(archiveDrawDown, { drawDown: drawn.id });
      say({ text: 'Taken out.', undo: () => change(restoreDrawDown, { drawDown: drawn.id }) });
    });
  const ofStage = recipe.drawDowns.filter((d) => d.stage === stage);
  const newest = ofStage.at(-1);
  const added = newest !== undefined && isAddedSince(recipe, newest, Object.keys(nth(recipe.stack, stage - 1).colours));
  const looks = (
    <LookForm
      heading="Hold the drops against the approved board, edge to edge"
      keep={`drops/${recipe.id}/${stage}`}
      lights={lightsOf(bench.job)}
      otherHand={false}
      onSeen={({ said, words }) => {
        const seen = said === undefined ? understood(words) : said;
        if (!seen) throw new Error('Let them dry and look again, or read them: a pot is not used untold.');
        return note({ said: seen, lab: null });
      }}
    />
  );
  const readings = <TypedLab keep={`drops/${recipe.id}/${stage}`} take={(lab) => note({ said: null, lab })} />;
  return (
    <Pile as="section" aria-label="Pots" gap="near" className="noprint">
      <h2>Try each pot</h2>
      <p>
        A few drops on an offcut of the approved wood, with what lies below on it, put on and wiped as it will be. Let
        it dry, or wet both with spirits; then beside the approved board where that ends at this layer.
      </p>
      <Row gap="near" wrap>
        <TextField select label="Pot" value={String(stage)} onChange={(e) => setChosen(Number(e.target.value))}>
          {stages.map((s) => (
            <MenuItem key={s} value={String(s)}>
              {s}. {label(s)}
              {tried(s) ? ', tried' : ''}
            </MenuItem>
          ))}
        </TextField>
        {ofStage.map((drawn) => {
          const { text, fine } = tell(drawn);
          return (
            <Row key={drawn.id} gap="close">
              <b>{fine ? '✓' : '✕'}</b> {text}
              <span className="soft">
                {momentText(drawn.at)}
                {drawn.person && `, ${drawn.person}`}
              </span>
              <Button size="small" onClick={() => void takeOut(drawn)}>
                Take out
              </Button>
            </Row>
          );
        })}
      </Row>
      {newest && !tell(newest).fine && added && <div>Something was added since: try it again.</div>}
      {newest && !tell(newest).fine && !added && (
        <Correction key={newest.id} bench={bench} model={model} recipe={recipe} drawn={newest} />
      )}
      {newest && tell(newest).fine && <div>This pot is right: use it.</div>}
      {eyes ? looks : readings}
      <details>
        <summary>{eyes ? 'It was read all the same' : 'Look at it'}</summary>
        {eyes ? readings : looks}
      </details>
    </Pile>
  );
}
