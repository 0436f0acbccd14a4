import { deltaE00 } from '../../../core/colour/ciede2000.ts';
import { passes } from '../../../core/colour/difference.ts';
import { labOf } from '../../../core/colour/lab.ts';
import { finishedMean, isDone } from '../../../record/board/stages.ts';
import { boardModel } from '../../../record/job/bench.ts';
import { neighboursAtWork } from '../../../record/work/pieces.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useBoardFields } from '../../hooks/looks.ts';
import { BoardOf } from '../board/BoardOf.tsx';
import { Area, Pile, Row } from '../layout.tsx';
import { useTold } from '../use-told.ts';

function Beside({
  bench,
  wood,
  portion,
}: { bench: OpenBench } & ReturnType<typeof neighboursAtWork>[number]['pieces'][number]) {
  const model = boardModel(bench, wood, portion);
  return model && <PictureOf bench={bench} model={model} />;
}
function PictureOf({ bench, model }: { bench: OpenBench; model: NonNullable<ReturnType<typeof boardModel>> }) {
  const fields = useBoardFields(bench, model);
  return <BoardOf model={model} fields={fields.slice(-1)} height={70} />;
}

/** Pieces that stand side by side are judged side by side: touching, with what lies between them. */
export function Neighbours({ bench }: { bench: OpenBench }) {
  const told = useTold();
  const { tolerance, parts } = bench.job;
  const places = neighboursAtWork(bench).flatMap(({ place, pieces }) => {
    const done = pieces.filter(({ portion }) => isDone(portion));
    return done.length > 1 ? [{ place, done }] : [];
  });
  if (places.length === 0) return null;
  return (
    <Pile as="section" aria-label="Neighbours" gap="near">
      <h2>Side by side</h2>
      {places.map(({ place, done }) => {
        const read = done.flatMap(({ portion }) => {
          const mean = finishedMean(portion);
          return mean ? [labOf(mean)] : [];
        });
        const apart = Math.max(0, ...read.flatMap((p, i) => read.slice(i + 1).map((q) => deltaE00(p, q))));
        return (
          <Pile key={place} gap="close">
            <div>
              <b>{place}</b>:{' '}
              {read.length < 2
                ? 'hold them side by side in the light of their place before they leave.'
                : passes(apart, tolerance)
                  ? `within ${told.miss(apart)} of one another.`
                  : `up to ${told.miss(apart)} from one another, more than they are allowed: keep the farthest apart, or tone one towards the other.`}
            </div>
            <Row gap="none" align="stretch" scroll>
              {done.map(({ wood, portion }) => (
                <Area key={portion.id} minWidth={160} grow>
                  <Beside bench={bench} wood={wood} portion={portion} />
                  <span className="soft">
                    {parts.find((p) => p.id === portion.pieces?.part)?.name}, portion {portion.pieces?.portion}
                  </span>
                </Area>
              ))}
            </Row>
          </Pile>
        );
      })}
    </Pile>
  );
}
