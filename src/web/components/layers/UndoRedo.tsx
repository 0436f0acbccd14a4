import { IconButton } from '@mui/material';

interface Props {
  /** Null where there is nothing to take back. */
  onUndo: (() => void) | null;
  onRedo: (() => void) | null;
}

const Arrow = ({ back }: { back: boolean }) => (
  <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true" transform={back ? undefined : 'scale(-1 1)'}>
    <path d="M9 5 4 10l5 5M4 10h10a6 6 0 0 1 0 12h-3" fill="none" stroke="currentColor" strokeWidth="1.8" />
  </svg>
);

/** The last change of the layers taken back, and made again; by keys as well. */
export function UndoRedo({ onUndo, onRedo }: Props) {
  return (
    <>
      <IconButton aria-label="Undo" disabled={!onUndo} onClick={() => onUndo?.()} sx={{ color: 'var(--ink)' }}>
        <Arrow back />
      </IconButton>
      <IconButton aria-label="Redo" disabled={!onRedo} onClick={() => onRedo?.()} sx={{ color: 'var(--ink)' }}>
        <Arrow back={false} />
      </IconButton>
    </>
  );
}
