import { offcutsLeft } from '../../../record/job/standing.ts';
import { setOffcuts } from '../../../shared/contract/jobs.ts';
import { type JobWood, OffcutsInput } from '../../../shared/job.ts';
import { change } from '../../hooks/api.ts';
import { useVersioned } from '../../hooks/versioned.ts';
import { Pile } from '../layout.tsx';
import { MeanwhileNote } from '../MeanwhileNote.tsx';
import { SavedNumber } from '../SavedNumber.tsx';

/** Offcuts of the job kept for trials: counted here, and shown where boards are planned. */
export function Offcuts({ wood }: { wood: JobWood }) {
  const left = offcutsLeft(wood);
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<number | null>({
    lane: `/woods/${wood.id}/offcuts`,
    value: left,
    version: wood.offcutsVersion,
    save: async (offcuts, version) => (await change(setOffcuts, { wood: wood.id }, { version, offcuts })).version,
  });
  const text = (count: number | null) => (count === null ? 'not counted' : `${count}`);
  return (
    <Pile gap="close">
      <SavedNumber
        label="Offcuts left for trials"
        name="offcuts"
        shape={OffcutsInput.shape.offcuts}
        shown={shown}
        set={set}
        refused={error}
        width={200}
      />
      <MeanwhileNote meanwhile={meanwhile} what="The count" text={text} onMine={keepMine} onTheirs={takeTheirs} />
    </Pile>
  );
}
