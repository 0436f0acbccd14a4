import { Button, TextField } from '@mui/material';
import { USUAL_PREPARATION } from '../../../core/board/preparation.ts';
import { newLayer } from '../../../core/layers/layer.ts';
import { gramsPerLitreOf, type Step, stepGrams, stepsOf, volumeText } from '../../../core/mix/index.ts';
import { materialsOf } from '../../../record/shelf/materials.ts';
import { batchFor, toStep } from '../../../record/work/batches.ts';
import { factsOfShelf } from '../../../record/work/mixing.ts';
import type { House } from '../../../shared/house.ts';
import type { KeptMix } from '../../../shared/mix.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { sentenceOf } from '../ErrorMessage.tsx';
import { Area, Columns, Row, Text } from '../layout.tsx';
import { amountText } from '../mix/StepList.tsx';

interface Props {
  mix: KeptMix;
  shelf: Shelf;
  house: Pick<House, 'units' | 'bench'>;
}

/** What is poured for so much of a mix by its ratio, no colour foreseen or needed; on one page of paper. */
export function MixQuantities({ mix, shelf, house: { units, bench } }: Props) {
  const [asked, setAsked] = usePersistentState(`quantities/${mix.id}`, { forWhat: '', on: '', coats: '1' });
  const kinds = materialsOf(shelf);
  const layer = newLayer(mix.kind, {
    colours: mix.colours,
    settings: { coats: Math.max(1, Number(asked.coats) || 1) },
  });
  let told = 'For example 6 m², 0.5 L or 8 boards.';
  let error = false;
  let steps: Step[] = [];
  let litres = 0;
  if (asked.forWhat.trim() !== '')
    try {
      const batch = batchFor(asked.forWhat, layer, shelf, bench.spare, units);
      told = batch.told;
      litres = batch.litres;
      const step = (id: string) => stepGrams(shelf.colourants.find((c) => c.id === id)?.sheet ?? {}, bench);
      const grams = Object.fromEntries(
        Object.entries(mix.colours)
          .filter(([, s]) => s > 0)
          .map(([id, s]) => [id, toStep(litres * gramsPerLitreOf(kinds.colourants[id], s), step(id))]),
      );
      steps = stepsOf({
        stack: [layer],
        preparation: USUAL_PREPARATION,
        materials: kinds,
        facts: factsOfShelf(shelf),
        batchOf: () => ({ litres, grams }),
        system: units,
        tools: bench,
      }).filter((s) => s.stage === 1);
    } catch (trouble) {
      told = sentenceOf(trouble);
      error = true;
    }
  const cautions = [...new Set(steps.flatMap((s) => s.cautions))];
  const put = (key: keyof typeof asked) => (e: { target: { value: string } }) =>
    setAsked({ ...asked, [key]: e.target.value });
  const detail = ({ pour, detail }: Step) =>
    pour
      ? [detail, bench.measure === 'weigh' ? `scale ${pour.total.toFixed(2)}` : pour.beside].filter(Boolean).join('; ')
      : detail;
  return (
    <section aria-label="How much">
      <Text as="h3" className="unpapered" padBottom="close">
        How much
      </Text>
      <Row className="unpapered" gap="near" align="start" wrap>
        <TextField
          label="For"
          value={asked.forWhat}
          onChange={put('forWhat')}
          error={error}
          helperText={told}
          sx={{ width: 330 }}
        />
        <TextField label="Coats" value={asked.coats} onChange={put('coats')} sx={{ width: 80 }} />
        <TextField label="On which woods" value={asked.on} onChange={put('on')} sx={{ width: 200 }} />
        <Button onClick={() => window.print()} disabled={steps.length === 0}>
          Print
        </Button>
      </Row>
      {steps.length > 0 && (
        <Area className="unpapered" padTop="close">
          {steps.map((step) => (
            <Columns key={step.key} of="190px 1fr auto" gap="near" line padY="close">
              <b>{step.title}</b>
              <span className="soft">{detail(step)}</span>
              <Text className="mono" strong={step.pour !== undefined} size={step.pour ? 'title' : 'body'}>
                {amountText(step, units)}
              </Text>
            </Columns>
          ))}
          {cautions.map((caution) => (
            <Area key={caution} className="note" padTop="close">
              {caution}
            </Area>
          ))}
        </Area>
      )}
      {steps.length > 0 && (
        <Text as="section" className="paper" aria-hidden size="small">
          <h1>
            {mix.name}, {volumeText(litres, units)}
          </h1>
          <p>
            For {asked.forWhat}
            {asked.on ? ` on ${asked.on}` : ''}. {told}
          </p>
          {steps.map((step) => (
            <div key={step.key} className="line">
              <span className="box" />
              <span>
                <b>{step.title}</b> {detail(step)}
              </span>
              <span className="mono">{amountText(step, units)}</span>
            </div>
          ))}
          <p>
            <b>Take care.</b> {cautions.join(' ')} The safety data sheets, local rules and licensed practice come first.
          </p>
        </Text>
      )}
    </section>
  );
}
