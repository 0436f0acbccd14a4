import { xyzFromLab } from '../colour/lab.ts';

/** The reflectance of a grey whose lightness L* is known: CIE 15, the Y of a colour of that lightness. @returns 0-1 */
export const reflectanceOfL = (L: number): number => xyzFromLab([L, 0, 0], [1, 1, 1])[1];
