import { Link as RouterLink, useSearchParams } from 'react-router';
import { boardCode } from '../../record/board/codes.ts';
import { isDone, layersOn } from '../../record/board/stages.ts';
import { woodNamed } from '../../record/board/wood.ts';
import { type BoardModel, boardModel } from '../../record/job/bench.ts';
import { maskedFor, piecesAtWork, portionName, portionsAtWork, progressOf } from '../../record/work/pieces.ts';
import type { Board } from '../../shared/board.ts';
import type { Job } from '../../shared/job.ts';
import { BoardOf } from '../components/board/BoardOf.tsx';
import { BoardInHand } from '../components/boards/BoardInHand.tsx';
import { Pile, Row, Text } from '../components/layout.tsx';
import { BeginWork } from '../components/work/BeginWork.tsx';
import { FirstPieceNote } from '../components/work/FirstPieceNote.tsx';
import { Neighbours } from '../components/work/Neighbours.tsx';
import { RunOfPieces } from '../components/work/RunOfPieces.tsx';
import { WorkNav } from '../components/work/WorkNav.tsx';
import { type OpenBench, useOpenBench } from '../hooks/bench.ts';
import { useBoardFields } from '../hooks/looks.ts';

/** How far a portion is, in a word or two. */
function standsAt(portion: Board): string {
  const layers = portion.recipe?.stack.length ?? 0;
  if (isDone(portion)) return portion.judged ? (portion.judged.accepted ? 'accepted' : 'rejected') : 'all on';
  return layersOn(portion) === 0 ? 'to begin' : `${layersOn(portion)} of ${layers} on`;
}

function SmallPortion({
  bench,
  model,
  name,
  here,
}: {
  bench: OpenBench;
  model: BoardModel;
  name: string;
  here: boolean;
}) {
  const fields = useBoardFields(bench, model);
  return (
    <RouterLink to={`?board=${model.code}`} className="smallboard" aria-current={here}>
      <BoardOf model={model} fields={fields} height={48} />
      <div className="oneline">
        <b>{name}</b>
      </div>
      <Text as="div" size="small">
        {standsAt(model.board)}
      </Text>
    </RouterLink>
  );
}

/** What is masked before this portion is worked, and what is put together first. */
function Masked({ job, portion }: { job: Job; portion: Board }) {
  const part = job.parts.find((p) => p.id === portion.pieces?.part);
  if (!part) return null;
  const masked = maskedFor(job, part).map((p) => p.name);
  if (masked.length === 0 && !part.assembled) return null;
  return (
    <div className="note" data-testid="masked">
      {part.assembled && 'Put together first. '}
      {masked.length > 0 &&
        `Masked while it is worked: ${masked.join(', ')}. Tape only on what is hard, and off before the edge sets.`}
    </div>
  );
}

/** The pieces of a wood, portion by portion, from the board that passed to the last of them. */
export function WorkPage() {
  const bench = useOpenBench();
  const [params] = useSearchParams();
  const { job, shelf } = bench;
  const asked = params.get('board');
  const ofAsked = job.woods.find((w) => w.pieces.some((b) => boardCode(w.code, b.number) === asked));
  const wood = ofAsked ?? job.woods.find((w) => w.code === params.get('wood')) ?? job.woods[0];
  if (!wood) return <div className="plate">This job has no wood yet. Choose one under Woods first.</div>;
  const portions = piecesAtWork(wood);
  const inHand =
    portions.find((b) => boardCode(wood.code, b.number) === asked) ??
    portions.find((b) => !isDone(b)) ??
    portions.at(-1);
  const model = inHand && boardModel(bench, wood, inHand);
  const { all, done } = progressOf(wood);
  const nameOf = (portion: Board) => {
    const part = job.parts.find((p) => p.id === portion.pieces?.part);
    return part && portion.pieces
      ? portionName(part, portion.pieces, portionsAtWork(wood, part))
      : 'a part that was taken out';
  };
  return (
    <>
      <WorkNav />
      {portions.length > 0 && (
        <Row className="noprint" gap="far" padY="near" padX="far" on="work" still scroll>
          {portions.map((portion) => {
            const small = boardModel(bench, wood, portion);
            return (
              small && (
                <SmallPortion
                  key={portion.id}
                  bench={bench}
                  model={small}
                  name={nameOf(portion)}
                  here={portion.id === inHand?.id}
                />
              )
            );
          })}
        </Row>
      )}
      {inHand && <Masked job={job} portion={inHand} />}
      {inHand && <FirstPieceNote wood={wood} inHand={inHand} tolerance={job.tolerance} />}
      {model && <BoardInHand key={model.board.id} bench={bench} model={model} planned={null} />}
      <Pile className="plate" gap="far">
        {all > 0 && (
          <Row gap="far" align="baseline" wrap>
            <Text as="b" size="title" data-testid="progress">
              {done} of {all} pieces of {woodNamed(shelf, wood).toLowerCase()} have all coats on
            </Text>
          </Row>
        )}
        <BeginWork bench={bench} wood={wood} />
        <RunOfPieces wood={wood} tolerance={job.tolerance} />
        <Neighbours bench={bench} />
      </Pile>
    </>
  );
}
