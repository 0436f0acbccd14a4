import { ButtonBase } from '@mui/material';
import { chooseLook, useLook } from '../hooks/look.ts';

/** By day or in the booth: one tap, kept in this browser. */
export function LookSwitch() {
  const look = useLook();
  const other = look === 'light' ? 'booth' : 'light';
  return (
    <ButtonBase
      className="look"
      aria-label={look === 'light' ? 'Dim for the booth' : 'Light for the day'}
      onClick={() => chooseLook(other)}
      sx={{
        display: 'grid',
        justifyItems: 'center',
        marginTop: 'auto',
        minHeight: 56,
        font: 'inherit',
        fontSize: 13.5,
      }}
    >
      <svg viewBox="0 0 24 24" aria-hidden="true">
        <path d="M12 3a9 9 0 1 0 0 18z" className="full" />
        <circle cx="12" cy="12" r="9" />
      </svg>
      {look === 'light' ? 'Booth' : 'Day'}
    </ButtonBase>
  );
}
