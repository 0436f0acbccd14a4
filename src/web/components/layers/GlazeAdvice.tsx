import { Button } from '@mui/material';
import { KINDS } from '../../../core/kinds/index.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import type { NamedRoad } from '../../../core/match/roads.ts';
import { Row, Text } from '../layout.tsx';

/** Below this chance of passing a road is worth saving. */
const POOR_CHANCE = 0.5;

interface Props {
  stack: Stack;
  roads: readonly NamedRoad[];
  onAdd: () => void;
}

/**
 * Where all colour goes into the wood and may take too much or too little of it, the way out that finishers know: a glaze
 * over a sealer, set by what the dye really reads.
 */
export function GlazeAdvice({ stack, roads, onAdd }: Props) {
  const inFilm = stack.some((layer) => KINDS[layer.kind].takes.includes('pigment'));
  const best = Math.max(...roads.map((r) => r.chance));
  if (inFilm || roads.length === 0 || best >= POOR_CHANCE) return null;
  return (
    <Row className="note" gap="apart" padBottom="close">
      <Text grow>
        At best {Math.round(100 * best)} in 100: what a dye takes on this wood is not known well yet. A glaze over a
        sealer can be solved after the dye is read.
      </Text>
      <Button onClick={onAdd}>Add sealer and glaze</Button>
    </Row>
  );
}
