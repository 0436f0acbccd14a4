import { shadesText } from '../../core/colour/shades.ts';
import { useHouse } from '../hooks/api.ts';
import { deltaText } from './numbers.ts';

/** About so many shades; that it is about is understood. */
export const inShades = (deltaE: number): string => shadesText([deltaE, deltaE]).replace(/^about /, '');

/** Whether the house likes to be told in words, and a difference as it then stands in a sentence; `bare` where ΔE00 is said already. */
export function useTold() {
  const words = useHouse().data?.tells === 'words';
  const bare = (deltaE: number): string => (words ? inShades(deltaE) : deltaText(deltaE));
  return { words, bare, miss: (deltaE: number) => (words ? bare(deltaE) : `ΔE00 ${bare(deltaE)}`) };
}
