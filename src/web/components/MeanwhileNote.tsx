import { Button } from '@mui/material';

interface Props<T> {
  meanwhile: { theirs: T; mine: T } | null;
  /** What it is called, at the beginning of a sentence. */
  what: string;
  text: (value: T) => string;
  onMine: () => void;
  onTheirs: () => void;
}

/** Something was changed meanwhile: both texts stay until one is chosen. */
export function MeanwhileNote<T>({ meanwhile, what, text, onMine, onTheirs }: Props<T>) {
  if (!meanwhile) return null;
  return (
    <div className="trouble" role="alert" style={{ display: 'grid', gap: 8 }}>
      <div>
        {what} was changed meanwhile. Now: <b>{text(meanwhile.theirs)}</b>. Yours, not saved:{' '}
        <b>{text(meanwhile.mine)}</b>.
      </div>
      <div style={{ display: 'flex', gap: 12 }}>
        <Button onClick={onMine}>Save mine</Button>
        <Button onClick={onTheirs}>Keep theirs</Button>
      </div>
    </div>
  );
}
