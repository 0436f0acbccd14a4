import { Button } from '@mui/material';
import { useState } from 'react';
import { blotchWord, UNEVEN_FROM } from '../../../core/board/figures.ts';
import { GRAINS, HOW_EVEN } from '../../../core/finish/finish.ts';
import type { SurfaceSeen } from '../../../core/picture/surface.ts';
import { colourWords } from '../../../core/usual/colours.ts';
import type { Board } from '../../../shared/board.ts';
import { changeBoard } from '../../../shared/contract/boards.ts';
import { change } from '../../hooks/api.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Pile } from '../layout.tsx';

/** Grain is louder or quieter beyond this ratio. Common practice. */
const LOUDER = 1.2;
const [SLIGHTLY, BLOTCHY] = UNEVEN_FROM;
const evenOf = (blotch: number) => HOW_EVEN[blotch < SLIGHTLY ? 0 : blotch < BLOTCHY ? 1 : 2];
const grainOf = (ratio: number) => GRAINS[ratio > LOUDER ? 2 : ratio < 1 / LOUDER ? 0 : 1];

/** How a board lies beside its mean, and beside the target: blotch and grain, never sheen. */
export function SurfaceSays({
  name,
  board,
  own,
  target,
}: {
  name: string;
  /** Whose finish may be told by it. */
  board: Board | null;
  own: SurfaceSeen;
  target: SurfaceSeen | null;
}) {
  const [refused, setRefused] = useState<string | null>(null);
  const even = own.blotch === null ? null : evenOf(own.blotch);
  const grain = own.fine !== null && target?.fine ? grainOf(own.fine / target.fine) : null;
  const said = board && { ...board.finish, ...(even ? { even } : {}), ...(grain ? { grain } : {}) };
  const news = said && (said.even !== board.finish.even || said.grain !== board.finish.grain);
  const keep = async () => {
    if (!board || !said) return;
    try {
      await change(changeBoard, { board: board.id }, { version: board.version, finish: said });
      setRefused(null);
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
    }
  };
  const sentences = [
    own.blotch !== null && `${blotchWord(own.blotch)} (${own.blotch.toFixed(1)} L*)`,
    grain && `grain ${grain === 'the same' ? 'as loud as the target’s' : `${grain} than the target’s`}`,
    own.tones && `ground ${colourWords(own.tones.ground)}, grain ${colourWords(own.tones.grain)}`,
  ].filter(Boolean);
  if (sentences.length === 0) return null;
  return (
    <Pile gap="close" top>
      <div>
        {name}: {sentences.join('; ')}
      </div>
      {news && (
        <div>
          <Button onClick={() => void keep()}>Say so of the board</Button>
        </div>
      )}
      <ErrorMessage error={refused} />
    </Pile>
  );
}
