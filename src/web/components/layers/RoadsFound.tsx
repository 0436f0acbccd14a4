import type { ComponentProps } from 'react';
import type { Stack } from '../../../core/layers/layer.ts';
import type { FoundRoads } from '../../workers/matcher.ts';
import { Area } from '../layout.tsx';
import { GlazeAdvice } from './GlazeAdvice.tsx';
import { Roads } from './Roads.tsx';

interface Props extends Omit<ComponentProps<typeof Roads>, 'roads'> {
  found: FoundRoads;
  /** A glaze is advised where the dye alone is a gamble; not where layers are on already, or all of them were searched. */
  advice: { stack: Stack; onAdd: () => void } | false;
}

/** What a search found: why it is not nearer, a glaze where that would help, and its roads. */
export function RoadsFound({ found, advice, ...roads }: Props) {
  return (
    <>
      {found.reasons.map((reason) => (
        <Area key={reason} className="note" padBottom="close">
          {reason} The nearest is below.
        </Area>
      ))}
      {advice && <GlazeAdvice roads={found.roads} {...advice} />}
      <Roads roads={found.roads} {...roads} />
    </>
  );
}
