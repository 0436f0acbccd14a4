import { BracketOf } from '../components/customer/BracketOf.tsx';
import { NewBracketForm } from '../components/customer/NewBracketForm.tsx';
import { Pile } from '../components/layout.tsx';
import { useOpenBench } from '../hooks/bench.ts';

/** What the customer chooses among: brackets of the job, how each is shown, and what was chosen. */
export function BracketPage() {
  const bench = useOpenBench();
  const brackets = bench.job.brackets.toReversed();
  return (
    <div className="plate">
      <Pile gap="wide" top>
        {brackets.length === 0 && (
          <p>
            Boards stand here beside each other for the customer to choose among: lighter, on and darker, warmer and
            colder, or two ways to finish.
          </p>
        )}
        {brackets.map((bracket) => (
          <BracketOf key={bracket.id} bench={bench} bracket={bracket} />
        ))}
        <NewBracketForm bench={bench} />
      </Pile>
    </div>
  );
}
