import { Autocomplete, TextField } from '@mui/material';
import { deltaE00 } from '../../../core/colour/ciede2000.ts';
import { screenColour } from '../../../core/colour/display.ts';
import type { Spectrum } from '../../../core/colour/grid.ts';
import { type Lab, labOf } from '../../../core/colour/lab.ts';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { reflectanceFromLab } from '../../../core/colour/reconstruct.ts';
import { unlessRefused } from '../../../core/field-error.ts';
import { differenceWords } from '../../../core/judge/words.ts';
import { boardName, onTheWall } from '../../../record/board/plank.ts';
import { isDone } from '../../../record/board/stages.ts';
import { nameOfWood } from '../../../record/board/wood.ts';
import { type BoardModel, boardModel } from '../../../record/job/bench.ts';
import { asItIs } from '../../../record/job/fields.ts';
import { useRackAtHand } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useBoardFields } from '../../hooks/looks.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';
import { Area, Columns, Pile, Text } from '../layout.tsx';
import { useTold } from '../use-told.ts';

/** More are no longer seen at once. */
const AT_ONCE = 4;
const HEIGHT = 168;
const TARGET = 0.36;

/** Something that can be held up beside the board: of this job with its picture, or from elsewhere as a colour. */
interface Held {
  id: string;
  label: string;
  group: string;
  model: BoardModel | null;
  lab: Lab | null;
}

const GROUPS = { old: 'Boards from before', board: 'Other jobs', rung: 'Rungs' } as const;

/** All that can be held up: finished boards of the job, then what stands on the rack. */
function useHoldable(bench: OpenBench): Held[] {
  const { data } = useRackAtHand(bench.job.id);
  const own = bench.job.woods.flatMap((wood) =>
    onTheWall(wood)
      .filter(isDone)
      .flatMap((board): Held[] => {
        const model = boardModel(bench, wood, board);
        const label = model && `${nameOfWood(model.species, wood)}, ${boardName(board).toLowerCase()}`;
        return model && label ? [{ id: board.id, label, group: 'This job', model, lab: null }] : [];
      }),
  );
  const known = new Set(own.map((h) => h.id));
  const others = (data?.things ?? [])
    .filter((thing) => !known.has(thing.id))
    .map((thing): Held => {
      const { id, label, lab, kind } = thing;
      return { id, label, group: GROUPS[kind], model: null, lab: lab as Lab };
    });
  return [...own, ...others];
}

/** Any two to four boards of the job, of other jobs or of the rack, touching one another and the target. */
export function HeldUpTogether({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const holdable = useHoldable(bench);
  const [ids, setIds] = usePersistentState<string[]>(`together/${model.board.id}`, [model.board.id]);
  const held = ids.flatMap((id) => holdable.find((h) => h.id === id) ?? []);
  return (
    <Area as="section" className="work" aria-label="Held up together">
      <Pile gap="near" top>
        <Autocomplete
          multiple
          size="small"
          className="noprint"
          options={holdable}
          groupBy={(h) => h.group}
          getOptionLabel={(h) => h.label}
          getOptionKey={(h) => h.id}
          isOptionEqualToValue={(p, q) => p.id === q.id}
          getOptionDisabled={() => held.length >= AT_ONCE}
          value={held}
          onChange={(_, chosen) => setIds(chosen.slice(0, AT_ONCE).map((h) => h.id))}
          renderInput={(params) => <TextField {...params} label="Hold up together, two to four" />}
        />
        {held.length > 1 && (
          <Columns of={`repeat(${held.length}, minmax(0, 1fr))`} gap="none">
            {held.map((h) =>
              h.model ? (
                <OwnBoard key={h.id} bench={bench} model={h.model} label={h.label} />
              ) : (
                <Elsewhere key={h.id} model={model} label={h.label} lab={h.lab as Lab} />
              ),
            )}
          </Columns>
        )}
      </Pile>
    </Area>
  );
}

function OwnBoard({ bench, model, label }: { bench: OpenBench; model: BoardModel; label: string }) {
  const fields = useBoardFields(bench, model);
  const final = fields.at(-1);
  if (!final) return null;
  const shown = asItIs(final);
  return (
    <div>
      <BoardPicture
        wood={model.species}
        texture={model.preparation.texture}
        seed={model.seed}
        fields={[shown]}
        target={model.target}
        light={DAYLIGHT}
        height={HEIGHT}
        band={TARGET}
      />
      <Beside label={label} model={model} lab={labOf(shown.expected.reading)} />
    </div>
  );
}

/** A colour without its wood: as it was read, or is foreseen, under the same band of the target. */
function Elsewhere({ model, label, lab }: { model: BoardModel; label: string; lab: Lab }) {
  const reading = unlessRefused(() => reflectanceFromLab(lab));
  return (
    <div>
      {model.target && <Area height={TARGET * HEIGHT} colour={onScreen(model.target.seen)} />}
      <Area height={(model.target ? 1 - TARGET : 1) * HEIGHT} colour={reading ? onScreen(reading) : undefined} />
      <Beside label={label} model={model} lab={lab} />
    </div>
  );
}

const onScreen = (reflectance: Spectrum): string => screenColour(reflectance).css;

/** What it is, and how it stands against the target. */
function Beside({ label, model, lab }: { label: string; model: BoardModel; lab: Lab }) {
  const { miss } = useTold();
  const wanted = model.target && labOf(model.target.reflectance);
  return (
    <Area padTop="hair" padRight="near" data-testid="held-up">
      <Text as="div" strong>
        {label}
      </Text>
      {wanted && (
        <div>
          {differenceWords(wanted, lab).join(', ')}; {miss(deltaE00(wanted, lab))}
        </div>
      )}
    </Area>
  );
}
