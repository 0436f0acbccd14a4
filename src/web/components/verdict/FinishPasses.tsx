import {
  FEELS,
  type Finish,
  GRAINS,
  HOW_EVEN,
  judgeFinish,
  PORES,
  SHEENS,
  sheenOf,
  sheenWord,
} from '../../../core/finish/finish.ts';
import { clearCoatsOn } from '../../../record/board/stages.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { changeBoard } from '../../../shared/contract/boards.ts';
import { Sheen } from '../../../shared/finish.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useVersioned } from '../../hooks/versioned.ts';
import { Area, Columns, Pile, Row } from '../layout.tsx';
import { MeanwhileNote } from '../MeanwhileNote.tsx';
import { OneOf } from '../OneOf.tsx';
import { SavedNumber } from '../SavedNumber.tsx';
import { useTold } from '../use-told.ts';

const text = ({ sheen, pores, feel, even, grain }: Finish) =>
  [sheen !== undefined && `${sheen} GU`, pores && `pores ${pores}`, feel, even, grain && `grain ${grain}`]
    .filter(Boolean)
    .join(', ') || 'nothing';
const SHEEN_WORDS = SHEENS.map(([word]) => word);

/** What was wished beside the colour, and how even and how loud it lies, with a pass of its own each. */
export function FinishPasses({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const { board } = model;
  const { wishes } = bench.job;
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<Finish>({
    lane: `/boards/${board.id}`,
    value: board.finish,
    version: board.version,
    save: async (finish, version) => (await change(changeBoard, { board: board.id }, { version, finish })).version,
  });
  const { words } = useTold();
  const put = (part: Partial<Finish>) =>
    set(Object.fromEntries(Object.entries({ ...shown, ...part }).filter(([, v]) => v !== undefined)));
  const field = {
    sheen: words ? (
      <OneOf
        label="Sheen found"
        of={SHEEN_WORDS}
        value={shown.sheen === undefined ? undefined : sheenWord(shown.sheen)}
        onChange={(word) => void put({ sheen: word ? sheenOf(word) : undefined })}
      />
    ) : (
      <SavedNumber<number | null>
        label="Sheen found, GU"
        name="sheen"
        shape={Sheen.nullable()}
        shown={shown.sheen ?? null}
        set={(sheen) => put({ sheen: sheen ?? undefined })}
        refused={error}
        width={170}
      />
    ),
    pores: <OneOf label="Pores found" of={PORES} value={shown.pores} onChange={(pores) => void put({ pores })} />,
    feel: <OneOf label="Feels" of={FEELS} value={shown.feel} onChange={(feel) => void put({ feel })} />,
    even: <OneOf label="It lies" of={HOW_EVEN} value={shown.even} onChange={(even) => void put({ even })} />,
    grain: <OneOf label="Its grain is" of={GRAINS} value={shown.grain} onChange={(grain) => void put({ grain })} />,
    use: <span />,
  };
  const judged = judgeFinish(wishes, shown, clearCoatsOn(board));
  /** What may be said of any board, wished for or not. */
  const unsaid = (['even', 'grain'] as const).filter((what) => shown[what] === undefined);
  return (
    <Pile as="section" aria-label="Beside the colour" gap="close">
      <h2>Beside the colour</h2>
      {judged.map(({ what, wanted, got, passed }) => (
        <Columns key={what} of="1fr 180px 150px" gap="near" align="center">
          <span>
            {what}: {wanted}
          </span>
          {what === 'use' ? <span>{got}</span> : field[what]}
          <b data-testid={`pass-${what}`}>
            {passed === null ? 'not judged yet' : passed ? '✓ as wished' : '✕ not as wished'}
          </b>
        </Columns>
      ))}
      {unsaid.length > 0 && (
        <Row gap="near" wrap>
          {unsaid.map((what) => (
            <Area key={what} width={180}>
              {field[what]}
            </Area>
          ))}
        </Row>
      )}
      {wishes.use && (
        <span className="soft">Coats for a use are common practice; the data sheet of the clear knows better.</span>
      )}
      <MeanwhileNote meanwhile={meanwhile} what="What was found" text={text} onMine={keepMine} onTheirs={takeTheirs} />
    </Pile>
  );
}
