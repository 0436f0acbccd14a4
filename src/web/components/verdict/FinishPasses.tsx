import { FEELS, type Finish, judgeFinish, PORES } from '../../../core/judge/finish.ts';
import { setting, traitsOf } from '../../../core/layers/layer.ts';
import { stackAsMade } from '../../../record/board/stages.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { changeBoard } from '../../../shared/contract/boards.ts';
import { Sheen } from '../../../shared/finish.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useVersioned } from '../../hooks/versioned.ts';
import { Columns, Pile } from '../layout.tsx';
import { MeanwhileNote } from '../MeanwhileNote.tsx';
import { OneOf } from '../OneOf.tsx';
import { SavedNumber } from '../SavedNumber.tsx';

const text = ({ sheen, pores, feel }: Finish) =>
  [sheen !== undefined && `${sheen} GU`, pores && `pores ${pores}`, feel].filter(Boolean).join(', ') || 'nothing';

/** What was wished beside the colour, with a pass of its own each; nothing where nothing was wished. */
export function FinishPasses({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const { board } = model;
  const { wishes } = bench.job;
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<Finish>({
    lane: `/boards/${board.id}`,
    value: board.finish,
    version: board.version,
    save: async (finish, version) => (await change(changeBoard, { board: board.id }, { version, finish })).version,
  });
  if (Object.keys(wishes).length === 0) return null;
  const coats = stackAsMade(board).reduce((sum, l) => sum + (traitsOf(l).clear ? setting(l, 'coats') : 0), 0);
  const put = (part: Partial<Finish>) =>
    set(Object.fromEntries(Object.entries({ ...shown, ...part }).filter(([, v]) => v !== undefined)));
  const field = {
    sheen: (
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
    use: <span />,
  };
  return (
    <Pile as="section" aria-label="Beside the colour" gap="close">
      <h2>Beside the colour</h2>
      {judgeFinish(wishes, shown, coats).map(({ what, wanted, got, passed }) => (
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
      {wishes.use && (
        <span className="soft">Coats for a use are common practice; the data sheet of the clear knows better.</span>
      )}
      <MeanwhileNote meanwhile={meanwhile} what="What was found" text={text} onMine={keepMine} onTheirs={takeTheirs} />
    </Pile>
  );
}
