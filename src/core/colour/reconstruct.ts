import { LuDecomposition, Matrix } from 'ml-matrix';
import { FieldError } from '../field-error.ts';
import { BANDS, type Spectrum, spectrum } from './grid.ts';
import { type Lab, labFromXyz, xyzFromLab } from './lab.ts';
import { DAYLIGHT, type Light, weightsFor } from './lights.ts';

const MAX_ITERATIONS = 60;

/**
 * The smoothest reflectance with exactly this L*a*b*: least squared slope of the hyperbolic-tangent variable
 * z = atanh(2R - 1), three tristimulus constraints, Newton on the Lagrangian (Burns 2015, 2020). Always within 0-1.
 * Carries no information on other lights: results made from it are "single light only".
 * @throws FieldError when no surface reflectance has this colour
 */
export function reflectanceFromLab(lab: Lab, light: Light = DAYLIGHT): Spectrum {
  const weights = weightsFor(light);
  const xyz = xyzFromLab(lab, weights.white);
  const axes = [weights.x, weights.y, weights.z];
  const z = new Float64Array(BANDS).fill(Math.atanh(Math.min(0.999, Math.max(0.001, xyz[1] / 100)) * 2 - 1));
  const multipliers = new Float64Array(3);
  const size = BANDS + 3;

  for (let iteration = 0; iteration < MAX_ITERATIONS; iteration++) {
    const matrix = Array.from({ length: size }, () => new Array<number>(size).fill(0));
    const rhs = new Float64Array(size);
    let worst = 0;
    for (let i = 0; i < BANDS; i++) {
      const t = Math.tanh(z[i]);
      const slope = (1 - t * t) / 2;
      const left = i > 0 ? z[i] - z[i - 1] : 0;
      const right = i < BANDS - 1 ? z[i + 1] - z[i] : 0;
      let gradient = 2 * (left - right);
      let curvature = 2 * ((i > 0 ? 1 : 0) + (i < BANDS - 1 ? 1 : 0));
      for (let k = 0; k < 3; k++) {
        gradient += multipliers[k] * axes[k][i] * slope;
        curvature += multipliers[k] * axes[k][i] * -2 * t * slope;
        matrix[i][BANDS + k] = matrix[BANDS + k][i] = axes[k][i] * slope;
        rhs[BANDS + k] += (axes[k][i] * (1 + t)) / 2;
      }
      matrix[i][i] = curvature;
      if (i > 0) matrix[i][i - 1] = -2;
      if (i < BANDS - 1) matrix[i][i + 1] = -2;
      rhs[i] = -gradient;
    }
    for (let k = 0; k < 3; k++) {
      rhs[BANDS + k] = xyz[k] - rhs[BANDS + k];
      worst = Math.max(worst, Math.abs(rhs[BANDS + k]));
    }
    if (worst < 1e-7 && iteration > 0) break;
    const decomposed = new LuDecomposition(new Matrix(matrix));
    // Towards a colour that nothing has, there is no step.
    if (decomposed.isSingular()) break;
    const step = decomposed.solve(Matrix.columnVector(rhs)).to1DArray();
    let largest = 0;
    for (let i = 0; i < BANDS; i++) largest = Math.max(largest, Math.abs(step[i]));
    const damping = largest > 1 ? 1 / largest : 1;
    for (let i = 0; i < BANDS; i++) z[i] += damping * step[i];
    for (let k = 0; k < 3; k++) multipliers[k] += damping * step[BANDS + k];
  }

  const out = spectrum();
  for (let i = 0; i < BANDS; i++) out[i] = (1 + Math.tanh(z[i])) / 2;
  const back = labFromXyz(
    axes.map((w) => w.reduce((sum, v, i) => sum + v * out[i], 0)) as [number, number, number],
    weights.white,
  );
  if (!(Math.hypot(back[0] - lab[0], back[1] - lab[1], back[2] - lab[2]) < 0.01))
    throw new FieldError(
      'lab',
      `No surface can have L* ${lab[0]}, a* ${lab[1]}, b* ${lab[2]}: the colour lies outside what reflects.`,
    );
  return out;
}
