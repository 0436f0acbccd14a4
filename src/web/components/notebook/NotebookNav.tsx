import { NavLink } from 'react-router';

const here = ({ isActive }: { isActive: boolean }) => (isActive ? 'here' : '');

/** The two leaves of the notebook: what was made, and what that taught. */
export const NotebookNav = () => (
  <nav className="path" aria-label="Notebook">
    <NavLink to="/notebook" end className={here}>
      What was made
    </NavLink>
    <NavLink to="/notebook/learned" className={here}>
      What it taught
    </NavLink>
  </nav>
);
