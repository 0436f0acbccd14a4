import { Button, Checkbox, Dialog, DialogContent, FormControlLabel, TextField } from '@mui/material';
import { useState } from 'react';
import { FieldError } from '../../../core/field-error.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import type { Pourable } from '../../../core/match/index.ts';
import { pourSaid, volumeText } from '../../../core/mix/index.ts';
import { inPot } from '../../../record/board/poured.ts';
import { type BoardModel, problemOf } from '../../../record/job/bench.ts';
import { ownColours } from '../../../record/job/openings.ts';
import { sumOfAreas } from '../../../record/job/parts.ts';
import { batchFor, litresOfAll, potsOf, wantedOf } from '../../../record/work/batches.ts';
import type { Pot } from '../../../shared/steps.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useInWorker } from '../../hooks/matcher.ts';
import { type Mixing, stepOf } from '../../hooks/mixing.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { areaText } from '../areas.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Area, Pile, Row, Text } from '../layout.tsx';
import { useTold } from '../use-told.ts';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  mixing: Mixing;
  stage: number;
  onClose: () => void;
}

/** What a batch is for: a volume, an area or so many boards. */
export function BatchDialog({ bench, model, mixing, stage, onClose }: Props) {
  const { recipe, tools, units } = mixing;
  const [typed, setTyped, forget] = usePersistentState(`batch/${recipe.id}`, '');
  const [all, setAll] = useState(true);
  const [error, setError] = useState<string | null>(null);
  const [rounded, setRounded] = useState<{ pots: Pot[]; pourable: Pourable | null; solved: boolean } | null>(null);
  const inWorker = useInWorker();
  const parts = bench.job.parts.filter((p) => p.woodId === model.wood.id);
  const area = sumOfAreas(parts).matters;

  const told = (): string => {
    const layer = recipe.stack[stage - 1];
    if (typed.trim() === '' || !layer) return 'For example 0.5 L, 8 fl oz, 6 m² or 8 boards.';
    try {
      return batchFor(typed, layer, bench.shelf, tools.spare, units).told;
    } catch (trouble) {
      return sentenceOf(trouble);
    }
  };
  // A layer that was begun to be mixed keeps its pot.
  const open = mixing.steps
    .filter((s) => s.kind === 'pour' || s.kind === 'base')
    .map((s) => s.stage)
    .filter((s, i, list) => list.indexOf(s) === i)
    .filter((s) => (all || s === stage) && !mixing.steps.some((x) => x.stage === s && x.pour && mixing.isDone(x)));

  /** @param solve the colours are solved again for the target; else the recipe is kept */
  const work = async (solve = false) => {
    try {
      setError(null);
      if (open.length === 0) throw new FieldError('for', 'What is mixed already keeps its batch.');
      const litres = litresOfAll(
        recipe,
        open,
        bench,
        (layer) => batchFor(typed, layer, bench.shelf, tools.spare, units).litres,
      );
      const wanted = wantedOf(recipe, open, bench);
      const only = wanted.map((l, i) => (open.includes(i + 1) ? l : { ...l, colours: {} }));
      const problem = problemOf(bench, model, wanted, ownColours(only));
      const steps = Object.fromEntries(
        wanted.flatMap((l) => Object.keys(l.colours)).map((id) => [id, stepOf(bench, id, tools)]),
      );
      const pourable =
        problem &&
        (await inWorker((matcher) =>
          solve
            ? matcher.solveAndPour(problem, wanted, litres, steps)
            : matcher.pourWith(problem, wanted, litres, steps),
        ));
      const pots = potsOf(wanted, pourable, open, litres, steps, bench);
      setRounded({ pots, pourable, solved: solve });
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const keep = async () => {
    try {
      if (!rounded) return;
      await mixing.setPots(rounded.pots);
      forget();
      onClose();
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  const poured = Object.keys(inPot(recipe, stage, bench.materials)).length > 0;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" slotProps={{ paper: { 'aria-label': 'Batch' } }}>
      <DialogContent>
        <Pile
          as="form"
          noValidate
          gap="apart"
          onSubmit={(e) => {
            e.preventDefault();
            void (rounded ? keep() : work());
          }}
        >
          <h2>How much is mixed</h2>
          {poured && <div className="note">Layer {stage} is being mixed already and keeps its batch.</div>}
          <TextField
            autoFocus
            label="For"
            value={typed}
            onChange={(e) => {
              setTyped(e.target.value);
              setRounded(null);
            }}
            helperText={told()}
          />
          {area > 0 && (
            <div>
              <Button
                onClick={() => {
                  setTyped(`${Number(area.toPrecision(4))} m²`);
                  setRounded(null);
                }}
              >
                The parts of {model.name.toLowerCase()}: {areaText(area, units)}
              </Button>
            </div>
          )}
          <FormControlLabel
            control={
              <Checkbox
                checked={all}
                onChange={(_, checked) => {
                  setAll(checked);
                  setRounded(null);
                }}
              />
            }
            label="All layers that are not mixed yet"
          />
          {rounded && <Rounding bench={bench} mixing={mixing} {...rounded} />}
          {rounded?.pourable && !rounded.solved && (
            <div>
              <Button onClick={() => void work(true)}>Solve again for the target</Button>
            </div>
          )}
          <ErrorMessage error={error} />
          <Row gap="near" end>
            <Button onClick={onClose}>Later</Button>
            <Button type="submit" variant="contained" color="primary">
              {rounded ? 'Mix so much' : 'Work it out'}
            </Button>
          </Row>
        </Pile>
      </DialogContent>
    </Dialog>
  );
}

/** What each pour becomes in whole steps of the scale, what its rounding alone would cost, and what all cost together. */
function Rounding({
  bench,
  mixing,
  pots,
  pourable,
  solved,
}: {
  bench: OpenBench;
  mixing: Mixing;
  pots: readonly Pot[];
  pourable: Pourable | null;
  solved: boolean;
}) {
  const told = useTold();
  const saidOf = (id: string, grams: number) =>
    pourSaid(grams, bench.shelf.colourants.find((c) => c.id === id)?.sheet ?? {}, {
      tools: mixing.tools,
      system: mixing.units,
    }).said;
  const leftOut = pourable?.each.filter((e) => e.poured === 0) ?? [];
  return (
    <div>
      <table className="ruled">
        <tbody>
          {pots.flatMap(({ stage, litres, grams }) => [
            <tr key={stage} className="rule">
              <Text as="th" padY="close" colSpan={2}>
                {stage}. {KINDS[mixing.recipe.stack[stage - 1]?.kind ?? 'clear'].label}
              </Text>
              <Text as="td" className="mono" right>
                {volumeText(litres, mixing.units)}
              </Text>
            </tr>,
            ...Object.entries(grams).map(([id, g]) => {
              const each = pourable?.each.find((e) => e.layer === stage - 1 && e.colourant === id);
              return (
                <tr key={`${stage}/${id}`}>
                  <td>{bench.materials.colourants[id]?.name ?? id}</td>
                  <td className="soft">{each && each.cost > 0.005 ? `alone ${told.miss(each.cost)}` : ''}</td>
                  <Text as="td" className="mono" right>
                    {saidOf(id, g)}
                  </Text>
                </tr>
              );
            }),
          ])}
        </tbody>
      </table>
      {pourable && pots.some((pot) => Object.keys(pot.grams).length > 0) && (
        <Area padTop="close">
          {mixing.tools.measure === 'weigh' ? `Rounded to ${mixing.tools.scaleGrams} g` : 'In spoons and drops'}, all
          pours together: the {solved ? 'newly solved recipe' : 'recipe'} is kept{' '}
          {pourable.loss < 0.005 ? 'exactly' : `to ${told.miss(pourable.loss)}`}, {told.miss(pourable.deltaE)} from the
          target.
          {leftOut.map((e) => (
            <div key={`${e.layer}/${e.colourant}`}>
              {bench.materials.colourants[e.colourant]?.name ?? e.colourant} is less than half a step and left out: mix
              more to keep it.
            </div>
          ))}
        </Area>
      )}
    </div>
  );
}
