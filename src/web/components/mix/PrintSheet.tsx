import { KINDS } from '../../../core/kinds/index.ts';
import { isRun, partsOf, type Run, volumeText, withRuns } from '../../../core/mix/index.ts';
import { layerLine } from '../../../core/said/sentence.ts';
import { potOf } from '../../../record/board/poured.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import type { Mixing } from '../../hooks/mixing.ts';
import { hoursText } from '../numbers.ts';
import { amountText } from './StepList.tsx';

/** Small enough for one page however many lines there are. */
const sizeFor = (lines: number) => (lines <= 44 ? 13 : lines <= 70 ? 11 : 9);

/** A run of coats on paper: a box to tick for each. */
function RunLine({ run }: { run: Run }) {
  return (
    <div className="line">
      <span />
      <span>
        <b>{run.coats.length} coats</b> {hoursText(run.between.hours)} apart
        {run.between.rub ? `, between them ${run.between.rub.detail.toLowerCase()}` : '.'} {run.coats[0]?.detail}
        <br />
        {run.coats.map(({ key }) => (
          <span key={key} className="box" />
        ))}
      </span>
      <span />
    </div>
  );
}

/** The mix sheet on paper: every step with a box to tick, the cautions, the way back; one page of A4 or Letter. */
export function PrintSheet({ bench, mixing, title }: { bench: OpenBench; mixing: Mixing; title: string }) {
  const { recipe, steps } = mixing;
  const stages = [...new Set(steps.map((s) => s.stage))];
  const cautions = [...new Set(steps.flatMap((s) => s.cautions))];
  const lines = withRuns(steps).length + stages.length;
  return (
    <section className="paper" aria-hidden style={{ fontSize: sizeFor(lines) }}>
      <h1>{title}</h1>
      <div className="columns2">
        {stages.map((stage) => {
          const layer = recipe.stack[stage - 1];
          const own = steps.filter((s) => s.stage === stage);
          const pours = own.flatMap((s) => (s.pour ? [s.pour] : []));
          const parts = partsOf(pours.map((p) => p.grams));
          const wayBack = own.find((s) => s.wayBack)?.wayBack;
          const mixed = own.some((s) => s.pour || s.kind === 'base');
          return (
            <section key={stage}>
              <h2>
                {layer ? `${stage}. ${KINDS[layer.kind].label}` : 'Before the first layer'}
                {mixed ? `, ${volumeText(potOf(recipe, stage, bench.materials).litres, mixing.units)}` : ''}
                {pours.length > 1 ? `, ${parts.join(' : ')} by weight` : ''}
              </h2>
              {layer && <p>{layerLine(layer, bench.materials)}</p>}
              {withRuns(own).map((step) =>
                isRun(step) ? (
                  <RunLine key={step.key} run={step} />
                ) : (
                  <div key={step.key} className="line">
                    <span className="box" />
                    <span>
                      <b>{step.title}</b>{' '}
                      {step.pour
                        ? mixing.tools.measure === 'weigh'
                          ? `scale ${step.pour.total.toFixed(2)}`
                          : step.pour.beside
                        : step.detail}
                    </span>
                    <span className="mono">{amountText(step, mixing.units)}</span>
                  </div>
                ),
              )}
              {wayBack && (
                <p>
                  Undo: {wayBack.how}; {wayBack.until}.
                </p>
              )}
            </section>
          );
        })}
      </div>
      <p>
        <b>Take care.</b> {cautions.join(' ')} The safety data sheets, local rules and licensed practice come first.
      </p>
    </section>
  );
}
