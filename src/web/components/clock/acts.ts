import type { TESTS } from '../../../core/kinds/index.ts';
import { putOnCoat, takeCoatBack } from '../../../shared/contract/boards.ts';
import { archiveTest, archiveWorkDone, doWork, noteTest } from '../../../shared/contract/clock.ts';
import { change } from '../../hooks/api.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useAttempt, useToast } from '../Toast.tsx';

/** What is done at the bench by one tap, told in a line and undone from there. */
export function useBenchActs() {
  const id = useNextId();
  const say = useToast();
  const attempt = useAttempt();
  const act = (text: string, work: (made: string) => Promise<unknown>, undo: (made: string) => Promise<unknown>) =>
    attempt(async () => {
      const made = id.next();
      await work(made);
      id.kept();
      say({ text, undo: () => undo(made) });
    });
  return {
    /** The last coat of a layer: the layer is on. */
    putOn: (board: string, stage: number, text: string) =>
      act(
        text,
        (made) => change(putOnCoat, { board }, { id: made, stage }),
        (made) => change(takeCoatBack, { coat: made }),
      ),
    /** Any other work, by its key. */
    tick: (work: string, text: string) =>
      act(
        text,
        (made) => change(doWork, {}, { id: made, work }),
        (made) => change(archiveWorkDone, { done: made }),
      ),
    /** What the test of a coat showed. */
    tellDry: (coat: string, test: (typeof TESTS)[keyof typeof TESTS], dry: boolean) =>
      act(
        dry ? `${test.dry}: it may go on.` : `${test.wet}: the clock waits, and remembers it.`,
        (made) => change(noteTest, {}, { id: made, coat, dry }),
        (made) => change(archiveTest, { test: made }),
      ),
  };
}
