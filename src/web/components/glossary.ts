/** What the letters of figures mean, in a sentence a finisher can use. */
export const GLOSSARY = {
  ΔE00: 'How far apart two colours look (CIEDE2000). Below 1 nobody sees it edge to edge; 2 is seen; 5 is plainly another colour.',
  shade: 'ΔE00 2: a step that is seen when two boards are held edge to edge.',
  'L*': 'How light: 0 is black, 100 is white. Raw maple is about 80, dark walnut stain about 30.',
  'a*': 'How red; below 0 how green.',
  'b*': 'How yellow; below 0 how blue.',
  contrast: 'How much darker the dark parts of the wood are than the light ones, in L*.',
  'K/S': 'How much a colour swallows against how much it scatters, at each wavelength.',
  GU: 'Gloss units: 10 is dull matt, 35 satin, 80 gloss.',
  '8 in 10': 'Eight boards in ten are expected to end in this range, with all that is not known counted in.',
} as const;
export type Term = keyof typeof GLOSSARY;
