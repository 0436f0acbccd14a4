import { Button } from '@mui/material';
import { Pile, Row } from './layout';

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
    <Pile className="trouble" role="alert" gap="close">
      <div>
        {what} was changed meanwhile. Now: <b>{text(meanwhile.theirs)}</b>. Yours, not saved:{' '}
        <b>{text(meanwhile.mine)}</b>.
      </div>
      <Row gap="near">
        <Button onClick={onMine}>Save mine</Button>
        <Button onClick={onTheirs}>Keep theirs</Button>
      </Row>
    </Pile>
  );
}
