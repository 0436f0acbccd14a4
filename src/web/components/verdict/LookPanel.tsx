import { MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import type { Illuminant } from '../../../core/colour/lights.ts';
import { boardName, isControl, onTheWall } from '../../../record/board/plank.ts';
import { isDone, layersOn } from '../../../record/board/stages.ts';
import { hasAim } from '../../../record/job/belief.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { Board } from '../../../shared/board.ts';
import { sayLook } from '../../../shared/contract/boards.ts';
import type { Job } from '../../../shared/job.ts';
import type { NewLook } from '../../../shared/look.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { LookForm } from './LookForm.tsx';
import { NearestOf } from './NearestOf.tsx';

/** Boards held up together, at most: more are no longer seen at once. */
const AT_ONCE = 4;

/** The lights that a job's place has; there is a window everywhere. */
export const lightsOf = ({ lights }: Pick<Job, 'lights'>): Illuminant[] =>
  (Object.keys(lights) as Illuminant[]).filter((l) => l === 'D65' || lights[l as keyof typeof lights] > 0);

/** A board in the hand, held against the target or another board. */
export function LookPanel({ bench, model: { board, wood } }: { bench: OpenBench; model: BoardModel }) {
  const others = onTheWall(wood).filter((b) => b.id !== board.id && layersOn(b) > 0);
  // Where nothing is to be matched, trial boards are held against their control.
  const [chosen, setChosen] = useState<string | null>(null);
  const against = chosen ?? (hasAim(bench.job) ? '' : ((others.find(isControl) ?? others[0])?.id ?? ''));
  const beside = others.find((b) => b.id === against);
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  // One may still be on its way while the other is told.
  const [ids, idsOfNearest] = [useNextId(), useNextId()];
  // Each look is from the other side than the last at the same two: what an eye sees off there shows in the difference.
  const last = board.looks.findLast(
    (l) => l.stage === layersOn(board) && (l.against?.board ?? '') === against && l.said,
  );
  const finished = [
    ...onTheWall(wood)
      .filter((b) => b.id !== board.id && isDone(b))
      .slice(1 - AT_ONCE),
    board,
  ].sort((p, q) => p.number - q.number);
  const inHand = (b: Board) => ({ board: b.id, stage: layersOn(b) });
  const tell = async (of: Board, seen: Omit<NewLook, 'id' | 'stage'>, id = ids) => {
    await change(sayLook, { board: of.id }, { id: id.next(), stage: layersOn(of), ...seen });
    id.kept();
  };
  const among = async (best: Board, held: readonly Board[], between: boolean) => {
    setBusy(true);
    try {
      const farther = held.filter((b) => b.id !== best.id).map(inHand);
      const nothing = { against: null, words: '', said: null, light: 'D65', swapped: false, wet: false } as const;
      await tell(best, { ...nothing, farther, between, dry: true }, idsOfNearest);
      setRefused(null);
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
    } finally {
      setBusy(false);
    }
  };
  return (
    <LookForm
      heading={`Hold ${boardName(board).toLowerCase()} against ${beside ? boardName(beside).toLowerCase() : 'the target'}, edge to edge`}
      keep={`look/${board.id}`}
      lights={lightsOf(bench.job)}
      otherHand={last ? !last.swapped : false}
      onSeen={(seen) => tell(board, { ...seen, against: beside ? inHand(beside) : null, farther: [], between: false })}
      beside={
        others.length > 0 && (
          <TextField
            select
            label="Against"
            value={against}
            onChange={(e) => setChosen(e.target.value)}
            slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
            sx={{ minWidth: 150 }}
          >
            <MenuItem value="">the target</MenuItem>
            {others.map((other) => (
              <MenuItem key={other.id} value={other.id}>
                {boardName(other)}
              </MenuItem>
            ))}
          </TextField>
        )
      }
    >
      {isDone(board) && finished.length > 1 && (
        <NearestOf
          boards={finished}
          busy={busy}
          onNearest={(best) => void among(best, finished, false)}
          onBetween={(nearer, other) => void among(nearer, [other], true)}
        />
      )}
      <ErrorMessage error={refused} />
    </LookForm>
  );
}
