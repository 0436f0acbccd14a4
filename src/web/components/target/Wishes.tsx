import { Checkbox, FormControlLabel } from '@mui/material';
import { COATS_FOR, FEELS, PORES, sheenWord, USES, type Wishes as Wished } from '../../../core/finish/finish.ts';
import { changeJob } from '../../../shared/contract/jobs.ts';
import { Sheen } from '../../../shared/finish.ts';
import type { Job } from '../../../shared/job.ts';
import { change } from '../../hooks/api.ts';
import { useVersioned } from '../../hooks/versioned.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { Columns, Pile } from '../layout.tsx';
import { MeanwhileNote } from '../MeanwhileNote.tsx';
import { OneOf } from '../OneOf.tsx';
import { SavedNumber } from '../SavedNumber.tsx';

const text = ({ sheen, pores, feel, use, sunlit }: Wished) =>
  [sheen !== undefined && `${sheen} GU`, pores && `pores ${pores}`, feel, use, sunlit && 'by a window']
    .filter(Boolean)
    .join(', ') || 'nothing';

/** What is wished beside the colour: sheen, pores, feel, use. Each has a pass of its own at the verdict. */
export function WishesForm({ job }: { job: Job }) {
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<Wished>({
    lane: `/jobs/${job.id}`,
    value: job.wishes,
    version: job.version,
    valueIn: (now) => (now as Job).wishes,
    save: async (wishes, version) => (await change(changeJob, { job: job.number }, { version, wishes })).version,
  });
  const put = (part: Partial<Wished>) =>
    set(Object.fromEntries(Object.entries({ ...shown, ...part }).filter(([, v]) => v !== undefined)));
  return (
    <Pile as="section" gap="close" maxWidth={460}>
      <h2>Beside the colour</h2>
      <Columns of="1fr 1fr" gap="near">
        <SavedNumber<number | null>
          label={`Sheen, GU${shown.sheen === undefined ? '' : `: ${sheenWord(shown.sheen)}`}`}
          name="sheen"
          shape={Sheen.nullable()}
          shown={shown.sheen ?? null}
          set={(sheen) => put({ sheen: sheen ?? undefined })}
          refused={error}
        />
        <OneOf label="Pores" of={PORES} value={shown.pores} onChange={(pores) => void put({ pores })} />
        <OneOf label="Feel" of={FEELS} value={shown.feel} onChange={(feel) => void put({ feel })} />
        <OneOf
          label="Use"
          of={USES}
          value={shown.use}
          named={(use) => `${use}: ${COATS_FOR[use]} of clear`}
          onChange={(use) => void put({ use })}
        />
      </Columns>
      <FormControlLabel
        control={
          <Checkbox
            checked={shown.sunlit === true}
            onChange={(e) => void put({ sunlit: e.target.checked || undefined })}
          />
        }
        label="It will stand by a window"
      />
      <ErrorMessage error={error} />
      <MeanwhileNote meanwhile={meanwhile} what="What is wished" text={text} onMine={keepMine} onTheirs={takeTheirs} />
    </Pile>
  );
}
