import { useState } from 'react';
import { meanSpectrum, type Spectrum } from '../../../core/colour/grid.ts';
import { onGrid } from '../../../core/formats/index.ts';
import { parseInstrumentLine } from '../../../core/formats/instrument-line.ts';
import { measureLines } from '../../../shared/contract/instrument.ts';
import { send } from '../../hooks/api.ts';
import { sentenceOf } from '../ErrorMessage.tsx';
import { InstrumentInHand } from '../readings/InstrumentInHand.tsx';

/** A colour read with the instrument in the hand, for a question: the reading is kept nowhere. */
export function ColourUnderInstrument({
  onRead,
  onTrouble,
}: {
  onRead: (read: Spectrum) => void;
  onTrouble: (sentence: string) => void;
}) {
  const [piece, setPiece] = useState('');
  const underIt = (count: number) => ({ of: 'piece', piece, count }) as const;
  const measure = async (count: number) => {
    try {
      const { lines } = await send(measureLines, {}, underIt(count));
      const read = lines.map(parseInstrumentLine).flatMap((line) => {
        if (line && 'trouble' in line) throw new Error(line.trouble);
        return line ? [onGrid(line.measured)] : [];
      });
      if (read.length > 0) onRead(meanSpectrum(read));
    } catch (trouble) {
      onTrouble(sentenceOf(trouble));
    }
  };
  return (
    <InstrumentInHand
      pieces
      piece={piece}
      onPiece={setPiece}
      armed={piece !== ''}
      onMeasure={(count) => void measure(count)}
      underIt={underIt}
      onMeasured={(measured) => onRead(onGrid(measured))}
      onTrouble={onTrouble}
    />
  );
}
