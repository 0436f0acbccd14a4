import { Button } from '@mui/material';
import { memo, useState } from 'react';
import { KINDS } from '../../../core/kinds/index.ts';
import type { Layer } from '../../../core/layers/layer.ts';
import type { Materials } from '../../../core/layers/materials.ts';
import type { LayerChoice } from '../../../core/match/own-layer.ts';
import type { MatchProblem } from '../../../core/match/problem.ts';
import { layerLine } from '../../../core/said/sentence.ts';
import { useInWorker } from '../../hooks/matcher.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Area, Row, Text } from '../layout.tsx';
import { useTold } from '../use-told.ts';

interface Props {
  /** The stack as it stands, of which one layer is searched alone; null before the target is read. */
  problem: MatchProblem | null;
  at: number;
  barred: readonly string[];
  materials: Materials;
  onTake: (layer: Layer) => void;
}

/** One layer's own search: its colours, or its medium and coats, the rest of the stack kept. */
export const OwnSearch = memo(function OwnSearch({ problem, at, barred, materials, onTake }: Props) {
  const told = useTold();
  const inWorker = useInWorker();
  const [choices, setChoices] = useState<readonly LayerChoice[] | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const layer = problem?.stack[at];
  if (!problem || !layer) return null;
  const find = async () => {
    setBusy(true);
    setError(null);
    try {
      setChoices(await inWorker((matcher) => matcher.ownLayer(problem, at, barred)));
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
    setBusy(false);
  };
  const name = KINDS[layer.kind].label.toLowerCase();
  return (
    <>
      <Button onClick={find} disabled={busy}>
        Find this {name} alone
      </Button>
      <Area width="100%">
        <ErrorMessage error={error} />
        {choices?.length === 0 && <div className="soft">The shelf has nothing for a {name}.</div>}
        {choices?.map((choice) => (
          <Row key={layerLine(choice.layer, materials)} gap="near" line>
            <Text className="mono" width={90}>
              {told.miss(choice.deltaE[0] ?? 0)}
            </Text>
            <Text grow>{layerLine(choice.layer, materials)}</Text>
            <Button onClick={() => onTake(choice.layer)}>Take</Button>
          </Row>
        ))}
      </Area>
    </>
  );
});
