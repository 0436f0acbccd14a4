import { blotchWord, clarityWord } from '../../../core/board/figures.ts';
import type { StageLook } from '../../../core/board/predict.ts';
import { SHADE } from '../../../core/colour/shades.ts';
import { nth } from '../../../core/known.ts';
import { colourWords } from '../../../core/usual/colours.ts';
import { Text } from '../layout.tsx';
import { Told } from '../Told.tsx';

/** How far lighter or darker it may end, in shades of about two units of L*. */
const eitherWay = ([from, to]: readonly [number, number]): string =>
  `${Math.max(1, Math.round((to - from) / 2 / SHADE))} shades either way`.replace(/^1 shades/, 'a shade');

/** What a layer leaves, in figures: how light, how much contrast; how much of the raw grain is still seen, how even it is. */
export function UnderLayer({
  look,
  raw,
  between = null,
  line = false,
}: {
  look: StageLook | undefined;
  raw: boolean;
  /** Where eight boards in ten end, L*, while a colour in it is known by its look alone. */
  between?: [number, number] | null | undefined;
  /** All in one line. */
  line?: boolean;
}) {
  if (!look) return <div className="soft">not foreseen</div>;
  const lab = nth(look.labs, 0);
  return (
    <Text as="div" className={line ? 'soft oneline' : 'soft'} size="small">
      <Told
        words={`${colourWords(lab)}${between ? `, ${eitherWay(between)}` : ''}`}
        figures={`L* ${between ? between.map((l) => l.toFixed(0)).join('–') : lab[0].toFixed(0)} · contrast ${look.contrast.toFixed(1)}`}
        terms={['L*', 'contrast', ...(between ? (['8 in 10'] as const) : [])]}
      />
      {!raw && (
        <div>
          {clarityWord(look.clarity)}, {blotchWord(look.blotch)}
        </div>
      )}
    </Text>
  );
}
