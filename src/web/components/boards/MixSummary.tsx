import { Button } from '@mui/material';
import { useMemo } from 'react';
import { Link as RouterLink } from 'react-router';
import { KINDS } from '../../../core/kinds/index.ts';
import { partsOf, volumeText } from '../../../core/mix/index.ts';
import { durationOf } from '../../../core/time/coats.ts';
import { potOf } from '../../../record/board/poured.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { isStepDone, mixSheet } from '../../../record/work/mixing.ts';
import type { Recipe } from '../../../shared/board.ts';
import { useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useDrying } from '../../hooks/rules.ts';
import { hoursText } from '../numbers.ts';

/** What is poured for a board, at a glance, and the way to its mix sheet. */
export function MixSummary({ bench, model, recipe }: { bench: OpenBench; model: BoardModel; recipe: Recipe }) {
  const { units = 'metric', bench: tools } = useHouse().data ?? {};
  const drying = useDrying(bench);
  const steps = useMemo(
    () => mixSheet(bench, model, recipe, { system: units, tools, drying }),
    [bench, model, recipe, units, tools, drying],
  );
  const left = steps.filter((s) => !isStepDone(recipe, model, s)).length;
  return (
    <section aria-label="Mix sheet" className="noprint" style={{ display: 'grid', gap: 12, alignContent: 'start' }}>
      <div style={{ display: 'flex', alignItems: 'baseline', gap: 16 }}>
        <h2 style={{ margin: 0 }}>Mix sheet, recipe {recipe.number}</h2>
        <span className="soft" title="As long as its coats usually wait">
          {hoursText(durationOf(recipe.stack, drying).wait.usual)} in all
        </span>
        <span>{left === 0 ? 'all steps done' : `${left} of ${steps.length} steps to do`}</span>
        <Button component={RouterLink} to={`../mix?board=${model.code}`} sx={{ marginLeft: 'auto' }}>
          Mix
        </Button>
      </div>
      {recipe.stack.map((layer, i) => {
        const stage = i + 1;
        const pours = steps.flatMap((s) => (s.stage === stage && s.pour ? [{ ...s, pour: s.pour }] : []));
        const parts = partsOf(pours.map((p) => p.pour.grams));
        const medium = layer.medium ? bench.materials.mediums[layer.medium]?.name : undefined;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place
          <div key={i}>
            <h3 style={{ margin: '0 0 4px', display: 'flex', gap: 12 }}>
              <span>
                {stage}. {KINDS[layer.kind].label}
                {medium ? `: ${medium}` : ''}
              </span>
              {pours.length > 0 && (
                <span className="soft" style={{ fontWeight: 400 }}>
                  {volumeText(potOf(recipe, stage, bench.materials).litres, units)}
                </span>
              )}
            </h3>
            {pours.map(({ key, title, pour, ...step }, k) => (
              <div
                key={key}
                style={{
                  display: 'grid',
                  gridTemplateColumns: '1fr auto 40px',
                  gap: 14,
                  alignItems: 'center',
                  borderTop: '1px solid var(--line)',
                  minHeight: 44,
                }}
              >
                <span>
                  {title}
                  <span className="soft" style={{ paddingLeft: 12 }}>
                    {parts[k]} {parts[k] === 1 ? 'part' : 'parts'}
                  </span>
                </span>
                <span className="mono" style={{ fontSize: 24, fontWeight: 700 }}>
                  {pour.said}
                </span>
                <span className="mono">{isStepDone(recipe, model, { ...step, key }) ? '✓' : ''}</span>
              </div>
            ))}
            {layer.note && <p style={{ margin: '6px 0' }}>{layer.note}</p>}
          </div>
        );
      })}
    </section>
  );
}
