import { Button, LinearProgress, MenuItem } from '@mui/material';
import { useState } from 'react';
import { z } from 'zod';
import { KINDS } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import type { BatchCorrection as Correction } from '../../../core/match/correct-batch.ts';
import type { Promised } from '../../../core/match/roads.ts';
import { type BoardModel, problemOf } from '../../../record/job/bench.ts';
import { ANYTHING, openingsOf } from '../../../record/job/openings.ts';
import { NewRecipe, type Recipe } from '../../../shared/board.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useInWorker } from '../../hooks/matcher.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { batchUnderstood, litresTyped } from '../batch.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { Pile, Row } from '../layout.tsx';
import { MissRange } from '../Told.tsx';
import { TypedField } from '../TypedField.tsx';
import { useTold } from '../use-told.ts';
import { Additions } from './Additions.tsx';

/** A batch that is off: what to add or thin, in pourable amounts, and what it becomes; or to start again. */
export function BatchCorrectionPanel({
  bench,
  model,
  recipe,
}: {
  bench: OpenBench;
  model: BoardModel;
  recipe: Recipe;
}) {
  const told = useTold();
  const layers = recipe.stack.flatMap((l, i) => (Object.keys(l.colours).length > 0 ? [i] : []));
  const [answer, setAnswer] = useState<(Correction & { promise: Promised }) | null>(null);
  const inWorker = useInWorker();
  const { form, submit, busy, error } = useTypedForm({
    keep: `pot/${recipe.id}`,
    blank: { layer: String(layers[0] ?? 0), litres: String(recipe.litres) },
    read: ({ layer, litres }) => ({ layer: Number(layer), litres: litresTyped(litres) }),
    shape: NewRecipe.pick({ litres: true }).extend({ layer: z.number() }),
    save: async ({ layer, litres }) => {
      setAnswer(null);
      const problem = problemOf(bench, model, recipe.stack, openingsOf(recipe.stack, bench.offered, ANYTHING, 0));
      if (!problem) throw new Error('Read the target first.');
      setAnswer(await inWorker((m) => m.batch(problem, recipe.stack, layer, litres, bench.job.tolerance)));
    },
    stays: true,
    onSaved: () => {},
  });
  return (
    <Pile as="section" aria-label="Correct the batch" gap="near" top>
      <Row as="form" noValidate onSubmit={submit} gap="near" wrap align="start">
        <TypedField control={form.control} name="layer" select label="Batch of" sx={{ width: 130 }}>
          {layers.map((i) => (
            <MenuItem key={i} value={String(i)}>
              {KINDS[nth(recipe.stack, i).kind].label}
            </MenuItem>
          ))}
        </TypedField>
        <TypedField
          control={form.control}
          name="litres"
          label="In the pot, L"
          helperText={batchUnderstood(form.watch('litres'))}
          sx={{ width: 160 }}
        />
        <Button type="submit" disabled={busy}>
          What to add
        </Button>
      </Row>
      {busy && <LinearProgress aria-label="Solving the additions" />}
      <ErrorMessage error={error} />
      {answer && (
        <Pile data-testid="batch-answer" gap="close">
          <Additions bench={bench} of={answer} />
          {Object.keys(answer.add).length === 0 && answer.thin < 1e-6 && <div>Nothing helps: leave it as it is.</div>}
          <div>
            aimed {told.bare(answer.before)} off, then {told.bare(answer.after)}: expected {!told.words && 'ΔE00 '}
            <b>
              <MissRange of={answer.promise.range} />
            </b>
            {told.words && ' off'}, 8 boards in 10; {answer.litres.toFixed(2)} L in the pot
          </div>
          {answer.startAgain && (
            <div className="note">
              Mixing anew is the better way: adding costs about as much or does not bring it in.
            </div>
          )}
        </Pile>
      )}
    </Pile>
  );
}
