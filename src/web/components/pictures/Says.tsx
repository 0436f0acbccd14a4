import type { Lab } from '../../../core/colour/lab.ts';
import { differenceWords } from '../../../core/judge/words.ts';
import { colourWords } from '../../../core/usual/colours.ts';
import type { PictureSays } from '../../../record/job/pictures.ts';
import { Pile, Text } from '../layout.tsx';
import { ColourTold, MissRange } from '../Told.tsx';
import { useTold } from '../use-told.ts';

/** A difference that no further picture makes worth less than this is left as it is; CIEDE2000. */
const WORTH_SWAPPING = 0.15;

/** What a picture makes of two things in it, all that is known of them counted; or of one. */
export function Says({
  names: [first, second],
  says,
  alone,
  camera,
  goodTo,
}: {
  names: readonly [string, string | null];
  says: PictureSays | null;
  alone: Lab | null;
  camera: string;
  goodTo: number | null;
}) {
  const { words, bare } = useTold();
  const good = goodTo !== null && `${camera}: good to ${bare(goodTo)}`;
  if (second && says) {
    const there = says.at.map((v, i) => v + (says.difference[i] as number)) as Lab;
    return (
      <Pile as="section" aria-label="What it says" gap="close" top>
        <div>
          {second} against {first}, from {says.pictures} {says.pictures === 1 ? 'picture' : 'pictures'}
        </div>
        <Text as="p" size="figure" strong tight data-testid="picture-words">
          {differenceWords(says.at, there).join(', ')}
        </Text>
        <div>
          likely {words ? bare(says.deltaE) : `ΔE00 ${bare(says.deltaE)}`}, <MissRange of={says.range} />
          {good && <span className="soft"> · {good}</span>}
        </div>
        {says.offBy - says.offBySwapped > WORTH_SWAPPING && (
          <div className="soft">
            Best together: one more picture with the two swapped would bring it to ± {bare(says.offBySwapped)}.
          </div>
        )}
      </Pile>
    );
  }
  if (!alone) return null;
  return (
    <Pile as="section" aria-label="What it says" gap="close" top>
      <div>{first}, by itself</div>
      <Text as="p" size="figure" strong tight data-testid="picture-words">
        {colourWords(alone)}
      </Text>
      <div>
        <ColourTold of={alone} />
        {good && <span className="soft"> · {good}</span>}
      </div>
    </Pile>
  );
}
