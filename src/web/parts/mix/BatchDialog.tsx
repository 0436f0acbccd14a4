import { Button, Checkbox, Dialog, DialogContent, FormControlLabel, TextField } from '@mui/material';
import { useState } from 'react';
import { FieldError } from '../../../core/field-error.ts';
import { KINDS, setting } from '../../../core/layers/layer.ts';
import type { Pourable } from '../../../core/match/index.ts';
import {
  converted,
  gramsPerLitre,
  isRatio,
  litresFor,
  typedQuantity,
  unitOf,
  usualCoverage,
  volumeText,
} from '../../../core/mix/index.ts';
import { type BoardModel, problemOf } from '../../../record/bench.ts';
import { ownColours } from '../../../record/openings.ts';
import { sumOfAreas } from '../../../record/parts.ts';
import { asPoured, inPot, potOf } from '../../../record/poured.ts';
import { claimOf } from '../../../shared/sheet.ts';
import type { Pot } from '../../../shared/steps.ts';
import type { Bench } from '../../hooks/bench.ts';
import { useKept } from '../../hooks/kept.ts';
import { useInWorker } from '../../hooks/matcher.ts';
import { type Mixing, stepOf } from '../../hooks/mixing.ts';
import { areaText } from '../areas.ts';
import { gramsText, percent } from '../numbers.ts';
import { sentenceOf, Trouble } from '../Trouble.tsx';

interface Props {
  bench: Bench;
  model: BoardModel;
  mixing: Mixing;
  stage: number;
  onClose: () => void;
}

/** Square metres of a sample board, where nobody said: about 300 by 150 mm. */
const BOARD_AREA = 0.045;
const LITRE = unitOf('L');

const toStep = (grams: number, step: number) => Math.max(step, Math.round(grams / step) * step);

/** What a batch is for: a volume, an area or so many boards. */
export function BatchDialog({ bench, model, mixing, stage, onClose }: Props) {
  const { recipe, tools, units } = mixing;
  const { spare } = tools;
  const [typed, setTyped, forget] = useKept(`batch/${recipe.id}`, '');
  const [all, setAll] = useState(true);
  const [error, setError] = useState<string | null>(null);
  const [rounded, setRounded] = useState<{ pots: Pot[]; pourable: Pourable | null } | null>(null);
  const inWorker = useInWorker();
  const parts = bench.job.parts.filter((p) => p.woodId === model.wood.id);
  const area = sumOfAreas(parts).matters;

  const coverageOf = (at: number): number => {
    const layer = recipe.stack[at - 1];
    if (!layer) return 0;
    const [colour] = Object.keys(layer.colours);
    const product =
      bench.shelf.mediums.find((m) => m.id === layer.medium) ?? bench.shelf.colourants.find((c) => c.id === colour);
    return (product && claimOf(product.sheet, 'coverage')) ?? usualCoverage(layer.kind);
  };
  /** Litres of a layer for what was typed. @throws FieldError */
  const litresOf = (at: number): number => {
    const quantity = typedQuantity(typed, { field: 'for', usual: LITRE });
    if (isRatio(quantity)) throw new FieldError('for', 'A ratio is no volume: how much, or how many square metres?');
    const layer = recipe.stack[at - 1];
    const { dimension, factor } = quantity.unit;
    if ((dimension === 'area' || dimension === 'boards') && layer) {
      const square = quantity.value * (dimension === 'area' ? factor : BOARD_AREA);
      return litresFor({ area: square, coats: setting(layer, 'coats'), coverage: coverageOf(at), spare });
    }
    return converted(quantity, LITRE, { name: 'the mix', canMl: null }, 'for').value;
  };
  const told = (): string => {
    if (typed.trim() === '') return 'For example 0.5 L, 8 fl oz, 6 m² or 8 boards.';
    try {
      const litres = litresOf(stage);
      const { unit } = typedQuantity(typed, { usual: LITRE }) as { unit: { dimension: string } };
      const layer = recipe.stack[stage - 1];
      if (unit.dimension !== 'area' && unit.dimension !== 'boards') return `${volumeText(litres, units)}.`;
      const coats = layer ? setting(layer, 'coats') : 1;
      return `${coats} ${coats === 1 ? 'coat' : 'coats'}, ${coverageOf(stage)} m² a litre, ${percent(spare)} over: ${volumeText(litres, units)}.`;
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

  const work = async () => {
    try {
      setError(null);
      if (open.length === 0) throw new FieldError('for', 'What is mixed already keeps its batch.');
      const litres = recipe.stack.map((_, i) =>
        open.includes(i + 1) ? litresOf(i + 1) : potOf(recipe, i + 1, bench.materials).litres,
      );
      // What stands in the recipe is what is wanted; the pots are what is poured of it.
      const wanted = recipe.stack.map((layer, i) =>
        open.includes(i + 1) ? layer : asPoured(recipe, i + 1, bench.materials),
      );
      const problem = problemOf(
        bench,
        model,
        wanted,
        ownColours(wanted.map((l, i) => (open.includes(i + 1) ? l : { ...l, colours: {} }))),
      );
      const steps = Object.fromEntries(
        wanted.flatMap((l) => Object.keys(l.colours)).map((id) => [id, stepOf(bench, id, tools)]),
      );
      const pourable = problem && (await inWorker((matcher) => matcher.pourWith(problem, wanted, litres, steps)));
      const pots = open.map((at): Pot => {
        const volume = litres[at - 1] ?? recipe.litres;
        const colours = (pourable?.stack ?? wanted)[at - 1]?.colours ?? {};
        const grams = Object.fromEntries(
          Object.entries(colours)
            .filter(([, s]) => s > 0)
            .map(([id, s]) => {
              const exact = s * volume * gramsPerLitre(bench.materials.colourants[id]?.kind ?? 'dye', 1);
              return [id, pourable ? exact : toStep(exact, steps[id] ?? tools.scaleGrams)];
            }),
        );
        return { stage: at, litres: volume, grams };
      });
      setRounded({ pots, pourable });
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
        <form
          noValidate
          style={{ display: 'grid', gap: 16 }}
          onSubmit={(e) => {
            e.preventDefault();
            void (rounded ? keep() : work());
          }}
        >
          <h2 style={{ margin: 0 }}>How much is mixed</h2>
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
          <Trouble error={error} />
          <div style={{ display: 'flex', gap: 12, justifyContent: 'flex-end' }}>
            <Button onClick={onClose}>Later</Button>
            <Button type="submit" variant="contained" color="primary">
              {rounded ? 'Mix so much' : 'Work it out'}
            </Button>
          </div>
        </form>
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
}: {
  bench: Bench;
  mixing: Mixing;
  pots: readonly Pot[];
  pourable: Pourable | null;
}) {
  return (
    <div>
      <table style={{ width: '100%', borderCollapse: 'collapse' }}>
        <tbody>
          {pots.flatMap(({ stage, litres, grams }) => [
            <tr key={stage} style={{ borderTop: '1px solid var(--line)' }}>
              <th style={{ textAlign: 'left', padding: '6px 0' }} colSpan={2}>
                {stage}. {KINDS[mixing.recipe.stack[stage - 1]?.kind ?? 'clear'].label}
              </th>
              <td className="mono" style={{ textAlign: 'right' }}>
                {volumeText(litres, mixing.units)}
              </td>
            </tr>,
            ...Object.entries(grams).map(([id, g]) => {
              const each = pourable?.each.find((e) => e.layer === stage - 1 && e.colourant === id);
              return (
                <tr key={`${stage}/${id}`}>
                  <td>{bench.materials.colourants[id]?.name ?? id}</td>
                  <td className="soft">{each && each.cost > 0.005 ? `alone ΔE ${each.cost.toFixed(2)}` : ''}</td>
                  <td className="mono" style={{ textAlign: 'right' }}>
                    {gramsText(g)}
                  </td>
                </tr>
              );
            }),
          ])}
        </tbody>
      </table>
      {pourable && pots.some((pot) => Object.keys(pot.grams).length > 0) && (
        <div style={{ paddingTop: 6 }}>
          {mixing.tools.measure === 'weigh' ? `Rounded to ${mixing.tools.scaleGrams} g` : 'In spoons and drops'}, all
          pours together: {pourable.loss < 0.005 ? 'no colour lost' : `ΔE00 ${pourable.loss.toFixed(2)} lost`}.
        </div>
      )}
    </div>
  );
}
