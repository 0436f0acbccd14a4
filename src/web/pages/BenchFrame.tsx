import { LinearProgress } from '@mui/material';
import { NavLink, Outlet, useLocation, useOutletContext, useSearchParams } from 'react-router';
import { deltaE00 } from '../../core/colour/difference.ts';
import { labOf } from '../../core/colour/lab.ts';
import { isFinished, stageMean } from '../../shared/evidence.ts';
import type { JobWood } from '../../shared/job.ts';
import { type Bench, useBench } from '../hooks/bench.ts';
import { deltaText } from '../parts/numbers.ts';
import { NothingHere } from './NothingHere.tsx';

const STEPS = [
  { to: 'target', label: 'Target', done: (b: Bench) => b.target !== null },
  { to: 'woods', label: 'Woods', done: (b: Bench) => b.job.woods.some((w) => w.boards.some((x) => stageMean(x, 0))) },
  { to: 'layers', label: 'Layers', done: (b: Bench) => b.job.woods.some((w) => w.boards.some((x) => x.recipe)) },
  { to: 'boards', label: 'Boards', done: (b: Bench) => b.job.woods.some((w) => w.boards.some(isFinished)) },
  { to: 'verdict', label: 'Verdict', done: () => false },
];

/** The wood's standing: best measured board, else expected, else nothing yet. */
function standing(bench: Bench, wood: JobWood): string {
  if (!bench.target) return 'no target yet';
  const target = labOf(bench.target.reflectance);
  const finished = wood.boards.flatMap((b) => {
    const mean = b.recipe && isFinished(b) ? stageMean(b, b.recipe.stack.length) : null;
    return mean ? [deltaE00(target, labOf(mean))] : [];
  });
  if (finished.length > 0) return `ΔE ${deltaText(Math.min(...finished))} measured`;
  const planned = wood.boards.findLast((b) => b.recipe)?.recipe;
  if (planned)
    return `ΔE ${deltaText(deltaE00(target, labOf(planned.expected[planned.expected.length - 1])))} expected`;
  return 'no recipe yet';
}

function Woods({ bench }: { bench: Bench }) {
  const [params] = useSearchParams();
  const { pathname } = useLocation();
  const board = Number(params.get('board'));
  const here =
    bench.job.woods.find((w) => w.boards.some((b) => b.id === board)) ??
    bench.job.woods.find((w) => w.id === Number(params.get('wood'))) ??
    bench.job.woods[0];
  return (
    <nav className="woods" aria-label="Woods">
      {bench.job.woods.map((wood) => (
        <NavLink
          key={wood.id}
          to={`${pathname}?wood=${wood.id}`}
          className={wood === here ? 'here' : ''}
          aria-current={wood === here}
        >
          <b>{bench.shelf.species.find((s) => s.id === wood.speciesId)?.name ?? wood.speciesId}</b>
          <span className="mono">{standing(bench, wood)}</span>
        </NavLink>
      ))}
    </nav>
  );
}

export const useOpenBench = () => useOutletContext<Bench>();

/** A job on the bench: its name, the path of the work across the top, its woods. */
export function BenchFrame() {
  const { bench, error } = useBench();
  const { pathname, search } = useLocation();
  if (error) return <NothingHere>{error.message}</NothingHere>;
  if (!bench) return <LinearProgress aria-label="Fetching the job" />;
  const perWood = !pathname.endsWith('/target') && !pathname.endsWith('/woods') && !pathname.endsWith('/together');
  return (
    <>
      <header className="head">
        <h1>{bench.job.customer}</h1>
        <span className="piece" title={bench.job.piece}>
          {bench.job.piece}
        </span>
        <nav className="path" aria-label="Order of work">
          {STEPS.map((step) => (
            <NavLink
              key={step.to}
              to={perWood && step.to !== 'target' ? `${step.to}${search}` : step.to}
              className={({ isActive }) => (isActive ? 'here' : '')}
            >
              {step.done(bench) && '✓ '}
              {step.label}
            </NavLink>
          ))}
        </nav>
      </header>
      {perWood && bench.job.woods.length > 0 && <Woods bench={bench} />}
      <Outlet context={bench} />
    </>
  );
}
