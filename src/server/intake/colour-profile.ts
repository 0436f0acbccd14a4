import { FieldError } from '../../core/field-error.ts';
import type { Raster } from '../../core/picture/raster.ts';

/** What a profile makes of a channel's value: light, both 0-1. */
type Curve = (value: number) => number;
/** A profile of three primaries and their curves (ICC.1:2022, 8.4.3 and 9.2): how telephones say which colours they wrote. */
export interface MatrixProfile {
  /** Columns red, green, blue: XYZ relative to D50. */
  primaries: readonly (readonly [number, number, number])[];
  curves: readonly Curve[];
}

/** XYZ relative to D50 to linear sRGB: the inverse of the standard's primaries adapted by Bradford; from memory, rows sum to white. */
const FROM_D50 = [
  [3.1338561, -1.6168667, -0.4906146],
  [-0.9787684, 1.9161415, 0.033454],
  [0.0719453, -0.2289914, 1.4052427],
] as const;
const HEADER = 128;
const TAG = 12;

const none = (): never => {
  throw new FieldError('picture', 'This picture has a colour profile that is not read here: save it as sRGB.');
};
const fixed = (view: DataView, at: number): number => view.getInt32(at) / 65536;
const signature = (view: DataView, at: number): string =>
  String.fromCharCode(view.getUint8(at), view.getUint8(at + 1), view.getUint8(at + 2), view.getUint8(at + 3));

/** Where each tag of a profile begins, by its signature. */
function tagsOf(view: DataView): Map<string, number> {
  const count = view.getUint32(HEADER);
  return new Map(
    Array.from({ length: Math.min(count, 100) }, (_, i) => {
      const at = HEADER + 4 + i * TAG;
      return [signature(view, at), view.getUint32(at + 4)] as const;
    }),
  );
}

/** Parametric curves by their function type (table 68): each with its numbers g, a, b, c, d, e, f. */
const PARAMETERS = [1, 3, 4, 5, 7] as const;
function parametric(type: number, [g = 1, a = 1, b = 0, c = 0, d = 0, e = 0, f = 0]: readonly number[]): Curve {
  const raised = (x: number) => Math.max(0, a * x + b) ** g;
  if (type === 0) return (x) => x ** g;
  if (type === 1) return (x) => (x >= -b / a ? raised(x) : 0);
  if (type === 2) return (x) => (x >= -b / a ? raised(x) + c : c);
  if (type === 3) return (x) => (x >= d ? raised(x) : c * x);
  return (x) => (x >= d ? raised(x) + e : c * x + f);
}
function curveAt(view: DataView, at: number): Curve {
  const kind = signature(view, at);
  if (kind === 'para') {
    const type = view.getUint16(at + 8);
    const count = PARAMETERS[type];
    if (count === undefined) return none();
    return parametric(
      type,
      Array.from({ length: count }, (_, i) => fixed(view, at + 12 + 4 * i)),
    );
  }
  if (kind !== 'curv') return none();
  const count = view.getUint32(at + 8);
  if (count === 0) return (x) => x;
  if (count === 1) {
    const gamma = view.getUint16(at + 12) / 256;
    return (x) => x ** gamma;
  }
  const value = (i: number) => view.getUint16(at + 12 + 2 * Math.min(count - 1, i)) / 65535;
  return (x) => {
    const place = x * (count - 1);
    const below = Math.floor(place);
    return value(below) + (place - below) * (value(below + 1) - value(below));
  };
}

/** @throws FieldError where it is none of three primaries and their curves */
export function profileOf(bytes: Uint8Array): MatrixProfile {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  try {
    const tags = tagsOf(view);
    const at = (name: string): number => tags.get(name) ?? none();
    const primaries = ['rXYZ', 'gXYZ', 'bXYZ'].map((name) => {
      const from = at(name) + 8;
      return [fixed(view, from), fixed(view, from + 4), fixed(view, from + 8)] as const;
    });
    return { primaries, curves: ['rTRC', 'gTRC', 'bTRC'].map((name) => curveAt(view, at(name))) };
  } catch (trouble) {
    // A profile that ends before its own numbers do.
    if (trouble instanceof RangeError) return none();
    throw trouble;
  }
}

const MARKER = 0xff;
const [APP2, SCAN] = [0xe2, 0xda];
const NAME = 'ICC_PROFILE\0';
/** The profile in a JPEG, which may stand in several segments (ICC.1:2022, annex B.4); null where there is none. */
export function profileIn(jpeg: Uint8Array): Uint8Array | null {
  const parts = new Map<number, Uint8Array>();
  const text = (from: number, to: number) => String.fromCharCode(...jpeg.subarray(from, to));
  for (let at = 2; at + 4 <= jpeg.length && jpeg[at] === MARKER && jpeg[at + 1] !== SCAN; ) {
    const length = (jpeg[at + 2] as number) * 256 + (jpeg[at + 3] as number);
    if (length < 2) break;
    const from = at + 4;
    if (jpeg[at + 1] === APP2 && text(from, from + NAME.length) === NAME)
      parts.set(jpeg[from + NAME.length] ?? 0, jpeg.subarray(from + NAME.length + 2, at + 2 + length));
    at += 2 + length;
  }
  if (parts.size === 0) return null;
  const sorted = [...parts].sort((p, q) => p[0] - q[0]).map(([, part]) => part);
  const whole = new Uint8Array(sorted.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of sorted) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

const encoded = (v: number): number => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);
/** Codes of linear light by so many steps: finer than eight bits need. */
const STEPS = 4096;
const CODES = Uint8Array.from({ length: STEPS + 1 }, (_, i) => Math.round(255 * encoded(i / STEPS)));

/** A picture in the colours of a profile, as sRGB has them; what sRGB cannot show ends at its edge. */
export function asStandard({ width, height, channels, data }: Raster, { primaries, curves }: MatrixProfile): Raster {
  const tables = curves.map((curve) => Float64Array.from({ length: 256 }, (_, code) => curve(code / 255)));
  const matrix = FROM_D50.map((row) => primaries.map((p) => row.reduce((sum, v, i) => sum + v * (p[i] as number), 0)));
  const out = new Uint8Array(data.length);
  for (let p = 0; p < data.length; p += channels) {
    const [r, g, b] = tables.map((table, k) => table[data[p + k] as number] as number) as [number, number, number];
    for (const [k, [mr = 0, mg = 0, mb = 0]] of matrix.entries()) {
      const light = Math.min(1, Math.max(0, mr * r + mg * g + mb * b));
      out[p + k] = CODES[Math.round(light * STEPS)] as number;
    }
    if (channels === 4) out[p + 3] = data[p + 3] as number;
  }
  return { width, height, channels, data: out };
}
