import { FieldError } from '../field-error.ts';

/** The internal wavelength grid: 400-700 nm by 10 nm. Every spectrum inside the core is a Float64Array on it. */
export const BANDS = 31;
export const FIRST_NM = 400;
export const STEP_NM = 10;
export const WAVELENGTHS: readonly number[] = Array.from({ length: BANDS }, (_, i) => FIRST_NM + STEP_NM * i);

/** Reflectance factor (0-1), or K, S or K/S, on {@link WAVELENGTHS}; length {@link BANDS}. */
export type Spectrum = Float64Array;

export const spectrum = (values?: ArrayLike<number>): Spectrum =>
  values ? Float64Array.from(values) : new Float64Array(BANDS);

/** Band-wise mean of spectra on the grid. Readings are averaged here, in reflectance, never in Lab. */
export function meanSpectrum(spectra: readonly ArrayLike<number>[]): Spectrum {
  if (spectra.length === 0) throw new RangeError('A mean needs at least one spectrum.');
  const mean = spectrum();
  for (const s of spectra) for (let i = 0; i < BANDS; i++) mean[i] += s[i] / spectra.length;
  return mean;
}

/** Refuses what is no spectrum: 31 finite numbers of zero or more. @throws FieldError */
export function checkSpectrum(values: ArrayLike<number>, field: string, what: string): void {
  if (values.length !== BANDS) throw new FieldError(field, `${what} must have ${BANDS} values, 400–700 nm by 10 nm.`);
  for (let i = 0; i < BANDS; i++)
    if (!(Number.isFinite(values[i]) && values[i] >= 0))
      throw new FieldError(
        field,
        `${what} must be numbers of zero or more; ${values[i]} at ${WAVELENGTHS[i]} nm is not.`,
      );
}
