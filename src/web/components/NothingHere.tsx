import { Link } from '@mui/material';
import { Link as RouterLink } from 'react-router';

export function NothingHere({ children }: { children?: string }) {
  return (
    <div className="plate">
      <h1>{children ?? 'There is nothing at this address.'}</h1>
      <Link component={RouterLink} to="/jobs">
        Go to the jobs
      </Link>
    </div>
  );
}
