import { blotchWord, clarityWord } from '../../../core/board/figures.ts';
import type { StageLook } from '../../../core/board/predict.ts';
import { nth } from '../../../core/known.ts';
import { Text } from '../layout.tsx';

/** What a layer leaves, in figures: how light, how much contrast; how much of the raw grain is still seen, how even it is. */
export function UnderLayer({ look, raw }: { look: StageLook | undefined; raw: boolean }) {
  if (!look) return <div className="soft">not foreseen</div>;
  return (
    <Text as="div" className="soft" size="small">
      <span className="mono">L* {nth(look.labs, 0)[0].toFixed(0)}</span> · contrast{' '}
      <span className="mono">{look.contrast.toFixed(1)}</span>
      {!raw && (
        <div>
          {clarityWord(look.clarity)}, {blotchWord(look.blotch)}
        </div>
      )}
    </Text>
  );
}
