import { lazy, type ReactNode, Suspense, useEffect, useLayoutEffect, useRef } from 'react';
import { NavLink, Outlet, useLocation, useParams } from 'react-router';
import { LookSwitch } from '../components/LookSwitch.tsx';
import { lastJob } from '../hooks/last-job.ts';
import { useTellingRail } from '../hooks/rail.ts';

/** Its menu need not be there at once. */
const PersonHere = lazy(async () => ({ default: (await import('../components/PersonHere.tsx')).PersonHere }));

const ICONS = {
  jobs: <path d="M4 6h16M4 12h16M4 18h10" />,
  bench: <path d="M2 9h20v6H2zM9 9v6M15.5 9v6" />,
  rack: <path d="M3 4v16M21 4v16M3 8h18M3 16h18M7 8v5M12 8v6M17 8v4" />,
  notebook: <path d="M6 3h13v18H6zM6 3v18M3 7h5M3 12h5M3 17h5M10 8h6M10 12h6" />,
  house: <path d="M3 11l9-7 9 7M6 9v11h12V9M10 20v-6h4v6" />,
  clock: <path d="M12 3a9 9 0 1 0 0.01 0zM12 7v5l3.5 2.5" />,
  shelf: <path d="M3 20h18M6 20v-8h4v8M13 20V7h5v13M6.5 9h3v3h-3zM14 4h3v3h-3z" />,
};

function Place({
  to,
  icon,
  label,
  children,
}: {
  to: string;
  icon: keyof typeof ICONS;
  label: string;
  children?: ReactNode;
}) {
  return (
    <NavLink to={to} end={icon === 'jobs'} className={({ isActive }) => (isActive ? 'here' : '')}>
      <svg viewBox="0 0 24 24" aria-hidden="true">
        {ICONS[icon]}
      </svg>
      {label}
      {children}
    </NavLink>
  );
}

const MINUTE = 60_000;
/** Until a window shuts, as short as it can be said. */
const untilText = (ms: number) =>
  ms < 90 * MINUTE ? `${Math.max(0, Math.round(ms / MINUTE))} min` : `${Math.round(ms / 60 / MINUTE)} h`;

/** The clock in the rail: how many may go on or wait for their test, and when the next window shuts. */
function ClockPlace() {
  const { rail, now } = useTellingRail();
  const count = rail ? rail.ready + rail.tests : 0;
  const shuts = rail?.shuts && now !== null ? untilText(Date.parse(rail.shuts.at) - now) : null;
  return (
    <Place to="/clock" icon="clock" label="Clock">
      {(count > 0 || shuts) && (
        <span
          className="mono"
          data-testid="rail-clock"
          title={rail?.shuts ? `Shuts: ${rail.shuts.what}` : 'May go on now'}
        >
          {count > 0 && <div>{count}</div>}
          {shuts && <div>{shuts}</div>}
        </span>
      )}
    </Place>
  );
}

export function Frame() {
  const { jobNumber } = useParams();
  useEffect(() => {
    if (jobNumber) lastJob.set(jobNumber);
  }, [jobNumber]);
  // Each place opens at its top; a choice within it moves nothing.
  const { pathname } = useLocation();
  const place = useRef<HTMLElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the address is what it waits for
  useLayoutEffect(() => {
    if (place.current) place.current.scrollTop = 0;
  }, [pathname]);
  const open = jobNumber ?? lastJob.get();
  return (
    <div className="frame">
      <nav className="rail" aria-label="Places">
        <div className="mark">Urushi</div>
        <Place to="/jobs" icon="jobs" label="Jobs" />
        {open && <Place to={`/jobs/${open}`} icon="bench" label="Bench" />}
        <Place to="/shelf" icon="shelf" label="Shelf" />
        <ClockPlace />
        <Place to="/rack" icon="rack" label="Rack" />
        <Place to="/notebook" icon="notebook" label="Notebook" />
        <Place to="/house" icon="house" label="House" />
        <LookSwitch />
        <Suspense>
          <PersonHere />
        </Suspense>
      </nav>
      <main className="place" ref={place}>
        <Outlet />
      </main>
    </div>
  );
}
