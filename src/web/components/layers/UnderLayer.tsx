import { blotchWord, clarityWord } from '../../../core/board/figures.ts';
import type { StageLook } from '../../../core/board/predict.ts';
import { nth } from '../../../core/known.ts';
import { Text } from '../layout.tsx';

/** What a layer leaves, in figures: how light, how much contrast; how much of the raw grain is still seen, how even it is. */
export function UnderLayer({
  look,
  raw,
  between = null,
}: {
  look: StageLook | undefined;
  raw: boolean;
  /** Where eight boards in ten end, L*, while a colour in it is known by its look alone. */
  between?: [number, number] | null | undefined;
}) {
  if (!look) return <div className="soft">not foreseen</div>;
  return (
    <Text as="div" className="soft" size="small">
      <span className="mono">
        L* {between ? between.map((l) => l.toFixed(0)).join('–') : nth(look.labs, 0)[0].toFixed(0)}
      </span>{' '}
      · contrast <span className="mono">{look.contrast.toFixed(1)}</span>
      {!raw && (
        <div>
          {clarityWord(look.clarity)}, {blotchWord(look.blotch)}
        </div>
      )}
    </Text>
  );
}
