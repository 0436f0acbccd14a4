import { Button } from '@mui/material';
import { useMemo } from 'react';
import { Link as RouterLink } from 'react-router';
import { partsOf, volumeText } from '../../../core/mix/index.ts';
import { layerLine } from '../../../core/said/sentence.ts';
import { durationOf } from '../../../core/time/coats.ts';
import { potOf } from '../../../record/board/poured.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { isStepDone, mixSheet } from '../../../record/work/mixing.ts';
import type { Recipe } from '../../../shared/board.ts';
import { useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useDrying } from '../../hooks/rules.ts';
import { Columns, Pile, Row, Text } from '../layout.tsx';
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
    <Pile as="section" aria-label="Mix sheet" className="noprint" gap="near" top>
      <Row align="baseline" gap="apart">
        <h2>Mix sheet, recipe {recipe.number}</h2>
        <span className="soft" title="As long as its coats usually wait">
          {hoursText(durationOf(recipe.stack, drying).wait.usual)} in all
        </span>
        <span>{left === 0 ? 'all steps done' : `${left} of ${steps.length} steps to do`}</span>
        <Button component={RouterLink} to={`../mix?board=${model.code}`} sx={{ marginLeft: 'auto' }}>
          Mix
        </Button>
      </Row>
      {recipe.stack.map((layer, i) => {
        const stage = i + 1;
        const pours = steps.flatMap((s) => (s.stage === stage && s.pour ? [{ ...s, pour: s.pour }] : []));
        const parts = partsOf(pours.map((p) => p.pour.grams));
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place
          <div key={i}>
            <Row as="h3" padBottom="hair" gap="near">
              <span>
                {stage}. {layerLine(layer, bench.materials)}
              </span>
              {pours.length > 0 && (
                <Text className="soft" strong={false}>
                  {volumeText(potOf(recipe, stage, bench.materials).litres, units)}
                </Text>
              )}
            </Row>
            {pours.map(({ key, title, pour, ...step }, k) => (
              <Columns key={key} of="1fr auto 40px" gap="near" align="center" line minHeight={44}>
                <span>
                  {title}
                  <Text className="soft" padLeft="near">
                    {parts[k]} {parts[k] === 1 ? 'part' : 'parts'}
                  </Text>
                </span>
                <Text className="mono" size="large" strong>
                  {pour.said}
                </Text>
                <span className="mono">{isStepDone(recipe, model, { ...step, key }) ? '✓' : ''}</span>
              </Columns>
            ))}
            {layer.note && (
              <Text as="p" padTop="close" padBottom="close">
                {layer.note}
              </Text>
            )}
          </div>
        );
      })}
    </Pile>
  );
}
