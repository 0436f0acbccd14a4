import { memo, useMemo } from 'react';
import type { StageLook } from '../../../core/board/predict.ts';
import { deltaE00 } from '../../../core/colour/ciede2000.ts';
import { labOf } from '../../../core/colour/lab.ts';
import { LIGHT_NAMES, type Light } from '../../../core/colour/lights.ts';
import { deltaEPerLight } from '../../../core/colour/metamerism.ts';
import { unlessRefused } from '../../../core/field-error.ts';
import { differenceWords } from '../../../core/judge/words.ts';
import { nth } from '../../../core/known.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import type { MatchProblem } from '../../../core/match/problem.ts';
import { promiseOf, ROAD_LIGHTS } from '../../../core/match/roads.ts';
import { Row, Text } from '../layout.tsx';
import { labText, toleranceText } from '../numbers.ts';
import { MissRange } from '../Told.tsx';
import { useTold } from '../use-told.ts';

interface Props {
  problem: MatchProblem | null;
  stack: Stack;
  final: StageLook | undefined;
  light: Light;
  tolerance: number;
}

/** What the stack in hand promises against the target: the miss, the chance, the pour that must be exact. */
export const ExpectedFigures = memo(function ExpectedFigures({ problem, stack, final, light, tolerance }: Props) {
  const promise = useMemo(
    () => unlessRefused(() => problem && promiseOf(problem, stack, tolerance)),
    [problem, stack, tolerance],
  );
  const { words, bare } = useTold();
  const coloured = stack.some((l) => Object.keys(l.colours).length > 0);
  if (!problem || !final || !coloured || !promise)
    return (
      <div>
        <div className="soft">Expected{!words && ', ΔE00'}</div>
        <div className="figure" data-testid="expected">
          –
        </div>
      </div>
    );
  const wanted = labOf(problem.target.reflectance, light);
  const got = nth(final.labs, 0);
  const [exact] = Object.entries(promise.sensitivity).sort((p, q) => q[1] - p[1]);
  const lights = problem.target.singleLight
    ? []
    : deltaEPerLight(problem.target.reflectance, final.reading, ROAD_LIGHTS).map(
        (d, i) => `${LIGHT_NAMES[nth(ROAD_LIGHTS, i).illuminant].replace('white ', '')} ${bare(d)}`,
      );
  return (
    <div>
      <div className="soft">Expected{words ? ' off the target' : ' ΔE00'}, 8 boards in 10</div>
      <Row gap="apart">
        <Text
          as="div"
          className={words ? '' : 'figure'}
          strong
          data-testid="expected"
          nowrap={!words}
          size={words ? 'title' : 'great'}
        >
          <MissRange of={promise.range} />
        </Text>
        <b>
          passes {!words && toleranceText(tolerance)} with {Math.round(promise.chance * 100)} in 100
        </b>
      </Row>
      <div
        data-testid="aim"
        title={`${labText(got)}${final.surface.k1 > 0 ? `; as pictured, without gloss: ${labText(labOf(final.seen, light))}` : ''}`}
      >
        aimed {bare(deltaE00(wanted, got))} off: {differenceWords(wanted, got).join(', ')}
      </div>
      {promise.tones && (
        <div data-testid="tones">
          ground {bare(promise.tones.ground)} off, grain {bare(promise.tones.grain)}
        </div>
      )}
      {lights.length > 0 && !promise.tones && !words && <div className="soft">{lights.join(' · ')}</div>}
      {exact && (
        <div className="soft">
          Weigh {problem.materials.colourants[exact[0]]?.name} exactly: 5 % more moves it {bare(exact[1])}.
        </div>
      )}
    </div>
  );
});
