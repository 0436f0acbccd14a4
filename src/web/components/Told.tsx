import { Popover } from '@mui/material';
import { useState } from 'react';
import type { Lab } from '../../core/colour/lab.ts';
import { shadesText } from '../../core/colour/shades.ts';
import { colourWords } from '../../core/usual/colours.ts';
import { GLOSSARY, type Term } from './glossary.ts';
import { deltaText, labText, rangeText } from './numbers.ts';
import { inShades, useTold } from './use-told.ts';

interface Props {
  words: string;
  figures: string;
  /** What of the figures is explained. */
  terms: readonly Term[];
}

/** A figure as the house likes to be told: in words or as it is. The other way, and what its letters mean, are a tap behind. */
export function Told({ words, figures, terms }: Props) {
  const { words: wordsFirst } = useTold();
  const [at, setAt] = useState<HTMLElement | null>(null);
  return (
    <>
      <button
        type="button"
        className={wordsFirst ? 'plainbutton told' : 'plainbutton told mono'}
        title={wordsFirst ? figures : words}
        onClick={(e) => setAt(e.currentTarget)}
      >
        {wordsFirst ? words : figures}
      </button>
      <Popover
        open={at !== null}
        anchorEl={at}
        onClose={() => setAt(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { className: 'glossary', 'aria-label': 'What this figure means', role: 'dialog' } }}
      >
        <b className={wordsFirst ? 'mono' : ''}>{wordsFirst ? figures : words}</b>
        <dl>
          {terms.map((term) => (
            <div key={term}>
              <dt>{term}</dt>
              <dd>{GLOSSARY[term]}</dd>
            </div>
          ))}
        </dl>
      </Popover>
    </>
  );
}

/** How far apart two colours are, CIEDE2000. */
export const Miss = ({ of, figures = deltaText(of) }: { of: number; figures?: string }) => (
  <Told words={inShades(of)} figures={figures} terms={['ΔE00', 'shade']} />
);
/** Where eight boards in ten end, CIEDE2000. */
export const MissRange = ({ of }: { of: readonly [number, number] }) => (
  <Told words={shadesText(of)} figures={rangeText(of)} terms={['ΔE00', 'shade', '8 in 10']} />
);
/** A colour, in daylight. */
export const ColourTold = ({ of }: { of: Lab }) => (
  <Told words={colourWords(of)} figures={labText(of)} terms={['L*', 'a*', 'b*']} />
);
