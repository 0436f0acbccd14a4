import { Button, LinearProgress } from '@mui/material';
import type { Materials } from '../../../core/layers/materials.ts';
import type { SystemRoad } from '../../../core/match/systems.ts';
import { layerLine } from '../../../core/said/sentence.ts';
import { Area, Row } from '../layout.tsx';
import { useTold } from '../use-told.ts';

interface Props {
  /** 0-1. */
  progress: number;
  /** It has not begun: what was read last is learned from first. */
  learning: boolean;
  best: SystemRoad | null;
  /** Layers that are on the board: the best so far is told without them. */
  done: number;
  materials: Materials;
  onCancel: () => void;
}

/** How far a search is, the best so far of one of whole systems, and a way out. */
export function SearchProgress({ progress, learning, best, done, materials, onCancel }: Props) {
  const told = useTold();
  return (
    <Row gap="apart">
      <Area grow>
        {learning ? 'First, what the last reading teaches …' : 'Trying combinations …'}
        <LinearProgress
          variant={learning ? 'indeterminate' : 'determinate'}
          value={progress * 100}
          aria-label="Search"
        />
        {best && (
          <div role="status">
            Best so far: <b>{told.miss(best.deltaE[0] ?? 0)}</b>,{' '}
            {best.stack
              .slice(done)
              .map((l) => layerLine(l, materials))
              .join('; ')}
          </div>
        )}
      </Area>
      <Button onClick={onCancel}>Cancel</Button>
    </Row>
  );
}
