import { Button } from '@mui/material';
import { useState } from 'react';
import type { Bench, BoardModel } from '../../../record/job/bench.ts';
import { rungOfStage } from '../../../record/job/ladders.ts';
import { addRungs, archiveRung } from '../../../shared/contract/shelf.ts';
import { change } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { useToast } from '../Toast.tsx';

/** A stage that was coloured with what nobody has laddered yet is the first board of its ladder. */
export function KeepAsRung({ bench, model, stage }: { bench: Bench; model: BoardModel; stage: number }) {
  const [error, setError] = useState<string | null>(null);
  const id = useNextId();
  const say = useToast();
  const found = rungOfStage(bench, model, stage);
  if (!found) return null;
  const { owner, rung, kept } = found;
  if (kept) return <div className="soft">This board stands in the ladder of {owner.name}.</div>;
  const keep = async () => {
    try {
      const made = id.next();
      await change(addRungs, { item: owner.id }, { rungs: [{ id: made, ...rung }] });
      id.kept();
      setError(null);
      say({ text: `Kept in the ladder of ${owner.name}.`, undo: () => change(archiveRung, { rung: made }) });
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <div>
      <Button onClick={() => void keep()}>Keep it in the ladder of {owner.name}</Button>
      <ErrorMessage error={error} />
    </div>
  );
}
