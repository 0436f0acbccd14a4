import { LinearProgress } from '@mui/material';
import { useState } from 'react';
import { NavLink, Outlet, useLocation, useSearchParams } from 'react-router';
import { findBoard } from '../../record/board/codes.ts';
import { woodNamed } from '../../record/board/wood.ts';
import { standingOf, stepsDone } from '../../record/job/standing.ts';
import type { JobWood } from '../../shared/job.ts';
import { NothingHere } from '../components/NothingHere.tsx';
import { againstText } from '../components/numbers.ts';
import { ToolsPlace } from '../components/Tools.tsx';
import { useTold } from '../components/use-told.ts';
import { type OpenBench, useBench } from '../hooks/bench.ts';

const STEPS = [
  { to: 'target', label: 'Target' },
  { to: 'woods', label: 'Woods' },
  { to: 'layers', label: 'Layers' },
  { to: 'boards', label: 'Boards' },
  { to: 'verdict', label: 'Verdict' },
  { to: 'work', label: 'Work' },
] as const;

function standingText(bench: OpenBench, wood: JobWood, told: ReturnType<typeof useTold>): string {
  const standing = standingOf(bench, wood);
  if (standing.kind === 'measured')
    return told.words ? `${told.bare(standing.deltaE)} off` : againstText(standing.deltaE, bench.job.tolerance);
  if (standing.kind === 'judged') return standing.accepted ? 'accepted' : 'rejected';
  if (standing.kind === 'done') return 'to judge';
  return standing.kind === 'planned' ? `board ${standing.board}` : standing.kind;
}

function Woods({ bench, onTools }: { bench: OpenBench; onTools: (place: HTMLElement | null) => void }) {
  const told = useTold();
  const [params] = useSearchParams();
  const { pathname } = useLocation();
  const here = findBoard(bench.job.woods, { wood: params.get('wood'), board: params.get('board') })?.wood;
  return (
    <div className="woods">
      <nav aria-label="Woods">
        {bench.job.woods.map((wood) => (
          <NavLink
            key={wood.id}
            to={`${pathname}?wood=${wood.code}`}
            className={wood === here ? 'here' : ''}
            aria-current={wood === here}
          >
            <b>{woodNamed(bench.shelf, wood)}</b>
            <span className={told.words ? '' : 'mono'}>{standingText(bench, wood, told)}</span>
          </NavLink>
        ))}
      </nav>
      <div className="tools" ref={onTools} />
    </div>
  );
}

/** The pages of a job that are about one wood or board, and so carry its name in their address. */
const PER_WOOD = ['layers', 'boards', 'mix', 'verdict', 'work', 'batch', 'pile', 'repair'];
/** Pages that belong to a step of the path without being it. */
const PART_OF: Readonly<Record<string, string>> = {
  mix: 'boards',
  batch: 'work',
  pile: 'work',
  repair: 'work',
  'hand-over': 'work',
  quote: 'work',
};

/** A job on the bench: its name, the path of the work across the top, its woods. */
export function BenchFrame() {
  const { bench, error } = useBench();
  const { pathname, search } = useLocation();
  const [tools, setTools] = useState<HTMLElement | null>(null);
  if (error) return <NothingHere>{error.message}</NothingHere>;
  if (!bench) return <LinearProgress aria-label="Fetching the job" />;
  const page = pathname.split('/').at(-1) ?? '';
  const perWood = PER_WOOD.includes(page);
  const done: Partial<Record<string, boolean>> = stepsDone(bench);
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
              className={({ isActive }) => (isActive || PART_OF[page] === step.to ? 'here' : '')}
            >
              {done[step.to] && '✓ '}
              {step.label}
            </NavLink>
          ))}
          <NavLink to="story" className={({ isActive }) => (isActive ? 'here' : '')}>
            Story
          </NavLink>
        </nav>
      </header>
      {perWood && bench.job.woods.length > 0 && <Woods bench={bench} onTools={setTools} />}
      <ToolsPlace.Provider value={tools}>
        <Outlet context={bench} />
      </ToolsPlace.Provider>
    </>
  );
}
