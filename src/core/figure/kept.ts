import { type Face, type FaceWeights, faceWeights } from './weights.ts';

/** Pixels of faces that are kept, of five bytes each: a few large boards and many small ones. */
export const MOST_KEPT = 8e6;

/**
 * The weights of faces, each worked out once: what was asked for last is kept, as many as {@link MOST_KEPT} pixels hold.
 * @param make for tests
 */
export function keptFaces(most = MOST_KEPT, make = faceWeights) {
  /** By what they are of, the one asked for longest ago first. */
  const kept = new Map<string, FaceWeights>();
  let pixels = 0;
  return {
    of(face: Face): FaceWeights {
      const key = JSON.stringify(face);
      const known = kept.get(key);
      const weights = known ?? make(face);
      kept.delete(key);
      kept.set(key, weights);
      if (!known) pixels += face.width * face.height;
      for (const [oldest, { width, height }] of kept) {
        if (pixels <= most || oldest === key) break;
        kept.delete(oldest);
        pixels -= width * height;
      }
      return weights;
    },
    has: (face: Face): boolean => kept.has(JSON.stringify(face)),
    pixels: () => pixels,
  };
}
