/** A number of a layer that the finisher sets. The defaults and what they do are common practice, no source. */
export interface Setting {
  key: string;
  label: string;
  unit: string;
  min: number;
  max: number;
  step: number;
  default: number;
  /** Only whole numbers make sense. */
  whole?: boolean;
  /** What more of it does, in a few words. */
  effect?: string;
}

export const coats = (most: number, preset = 1): Setting => ({
  key: 'coats',
  label: 'coats',
  unit: '',
  min: 1,
  max: most,
  step: 1,
  default: preset,
  whole: true,
  effect: 'each gives less',
});
const factor = (key: string, label: string, effect: string, min: number, max: number): Setting => ({
  key,
  label,
  unit: '× usual',
  min,
  max,
  step: 0.05,
  default: 1,
  effect,
});
export const film = factor('film', 'film left', 'more: darker, hides more', 0, 5);
export const load = factor('load', 'put on', 'more: darker', 0.25, 4);
export const pressure = factor('pressure', 'rag pressed', 'harder: lighter, clearer', 0.5, 2);
export const dwell: Setting = {
  key: 'dwell',
  label: 'before wiping',
  unit: 'min',
  min: 0.5,
  max: 60,
  step: 0.5,
  default: 5,
  effect: 'longer: darker',
};
/** Minutes that it is left on before it is wiped or rubbed off; what that does is done by then. */
export const soaking = (usual: number): Setting => ({ ...dwell, default: usual, effect: 'as its label has it' });
export const share = (key: string, label: string, preset: number, max: number, effect: string): Setting => ({
  key,
  label,
  unit: 'share',
  min: 0,
  max,
  step: 0.05,
  default: preset,
  effect,
});
/** How heavy a sealer is cut, pounds of flake in a US gallon of alcohol: two is usual, one a washcoat. Common practice. */
export const USUAL_CUT = 2;
export const cut: Setting = {
  key: 'cut',
  label: 'cut',
  unit: 'lb',
  min: 0.5,
  max: 4,
  step: 0.5,
  default: USUAL_CUT,
  effect: 'heavier: closes and colours more',
};
