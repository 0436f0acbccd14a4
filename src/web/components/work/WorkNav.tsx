import { NavLink, useLocation } from 'react-router';

const PAGES = [
  { to: 'work', label: 'Pieces' },
  { to: 'pile', label: 'Pile' },
  { to: 'batch', label: 'Batch' },
  { to: 'repair', label: 'Repair' },
  { to: 'hand-over', label: 'Hand-over' },
  { to: 'quote', label: 'Quote' },
  { to: 'parts', label: 'Parts' },
] as const;

/** The pages of the work, each of the wood that is in hand where it is of one. */
export function WorkNav() {
  const { search } = useLocation();
  const wood = new URLSearchParams(search).get('wood');
  return (
    <nav className="subpath noprint" aria-label="Pages of the work">
      {PAGES.map(({ to, label }) => (
        <NavLink
          key={to}
          to={`../${to}${wood ? `?wood=${wood}` : ''}`}
          className={({ isActive }) => (isActive ? 'here' : '')}
        >
          {label}
        </NavLink>
      ))}
    </nav>
  );
}
