import { deltaE00 } from '../../../core/colour/ciede2000.ts';
import { type Lab, labOf } from '../../../core/colour/lab.ts';
import { differenceWords } from '../../../core/judge/words.ts';
import { boardName } from '../../../record/board/plank.ts';
import { layersOn } from '../../../record/board/stages.ts';
import { beliefOf, stageOf, TARGET } from '../../../record/job/belief.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { SeenStanding } from '../../../record/job/by-sight.ts';
import { picturesOf } from '../../../record/job/pictures.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { Pile, PlainLink, Row, Text } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { MissRange } from '../Told.tsx';
import { useTold } from '../use-told.ts';
import { LooksTaken } from './LooksTaken.tsx';

/** A chance as it is said at a bench. */
const inTen = (chance: number): string => {
  const tenths = Math.round(10 * chance);
  return tenths >= 10 ? 'nearly certain' : tenths === 0 ? 'under 1 in 10' : `${tenths} in 10`;
};

interface Props {
  bench: OpenBench;
  model: BoardModel;
  seen: SeenStanding | null;
}

/** What the looks at a board come to, in words and with what is not known; each look, and its way out. */
export function SeenSoFar({ bench, model, seen }: Props) {
  const { board, target } = model;
  const { words, miss } = useTold();
  const expected = board.recipe?.expected.at(-1);
  const off = target && expected ? deltaE00(labOf(target.reflectance), labOf(expected)) : 0;
  const pictures = picturesOf(bench.job, stageOf(board, layersOn(board)));
  const wanted: Lab | null = seen ? (beliefOf(bench)?.colour(TARGET).lab ?? null) : null;
  return (
    <Pile as="section" aria-label="So far" gap="near" top>
      <h2>So far</h2>
      {seen && wanted ? (
        <>
          <Row gap="far" align="baseline" wrap>
            <Text as="div" className="figure" size="great" data-testid="seen-chance">
              {inTen(seen.chance)}
            </Text>
            <span>that it passes</span>
          </Row>
          <Text as="p" size="title" data-testid="seen-words">
            {differenceWords(wanted, wanted.map((v, i) => v + (seen.difference[i] as number)) as Lab).join(', ')}
          </Text>
          <div className="soft">
            likely {!words && 'ΔE00 '}
            <MissRange of={seen.range} />
            {words && ' off'}
            {seen.lookAt &&
              seen.lookAt.id !== board.id &&
              `; a look at ${boardName(seen.lookAt).toLowerCase()} tells most`}
          </div>
        </>
      ) : (
        <div>
          {target && expected
            ? `Foreseen: ${differenceWords(labOf(target.reflectance), labOf(expected)).join(', ')} against the target, ${miss(off)}. Nobody has read it: hold it up, and say what you see.`
            : 'Hold it in the light it will stand in, and say what you see; or take a picture of it beside a card.'}
        </div>
      )}
      <LooksTaken bench={bench} model={model} stage={layersOn(model.board)} />
      {pictures.length > 0 && (
        <div>
          In {pictures.length} {pictures.length === 1 ? 'picture' : 'pictures'}, the last{' '}
          {momentText(pictures.at(-1)?.takenAt ?? '')};{' '}
          <PlainLink to={`../picture?board=${model.code}`}>see them</PlainLink>
        </div>
      )}
    </Pile>
  );
}
