import { faceOfTones, TONES, type Tone } from '../../core/board/tones.ts';
import type { Wood } from '../../core/board/wood.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import type { Spectrum } from '../../core/colour/grid.ts';
import { labOf } from '../../core/colour/lab.ts';
import type { Target, TargetTones } from '../../core/match/problem.ts';
import { withoutGloss } from '../../core/optics/surface.ts';
import type { Job } from '../../shared/job.ts';
import { meanRead } from '../board/stages.ts';

/** A target, and how it is shown: without the gloss that its reading holds; one typed as L*a*b* as it was typed. */
export interface SeenTarget extends Target {
  seen: Spectrum;
  /** Nobody told of it: it is what looks at it come to, and no reading is judged against it. */
  bySight?: true;
  /** Its two tones as they are shown. */
  seenTones?: Record<Tone, Spectrum>;
}

type Read = { zone: string; grid: readonly number[]; source?: string };
const meanOf = (readings: readonly Read[], zone: string): Spectrum | null =>
  meanRead(readings.filter((r) => r.zone === zone));

/** A wood of nobody's, for the face of a target whose tones alone were read: three parts in ten are grain. */
const ANY_WOOD: Pick<Wood, 'tissues'> = {
  tissues: [
    { name: 'ground', fraction: 0.7, reflectance: [], dye: 1, hold: 1 },
    { name: 'grain', fraction: 0.3, reflectance: [], dye: 1, hold: 1 },
  ],
};

/** The means of a target's readings: of its face, and of its tones where both were read; null where nothing tells. */
export function meansOfTarget(readings: readonly Read[]): {
  face: Spectrum;
  tones: Record<Tone, Spectrum> | null;
} | null {
  const [ground, grain] = TONES.map((tone) => meanOf(readings, tone)) as [Spectrum | null, Spectrum | null];
  const tones = ground && grain ? { ground, grain } : null;
  const face = meanOf(readings, 'face') ?? (tones ? faceOfTones(ANY_WOOD, tones) : (ground ?? grain));
  return face && { face, tones };
}

/** A job's target, from its readings; one known as L*a*b* only is good for a single light. */
export function targetOf({
  target: readings,
  tolerance,
  grainTolerance,
}: Pick<Job, 'target' | 'tolerance' | 'grainTolerance'>): SeenTarget | null {
  const means = meansOfTarget(readings);
  if (!means) return null;
  const { face, tones } = means;
  const singleLight = readings.every((r) => r.lab !== null);
  const shown = (spectrum: Spectrum) => (singleLight ? spectrum : withoutGloss(spectrum));
  return {
    reflectance: face,
    singleLight,
    seen: shown(face),
    ...(tones && {
      tones: { ...tones, grainEase: (grainTolerance ?? tolerance) / tolerance },
      seenTones: { ground: shown(tones.ground), grain: shown(tones.grain) },
    }),
  };
}

/** What was read of the tones of a stage of a board; null where they were not both read. */
export function tonesRead(
  aside: readonly (Read & { stage: number | null })[],
  stage: number,
): Record<Tone, Spectrum> | null {
  const own = aside.filter((r) => r.stage === stage);
  const [ground, grain] = TONES.map((tone) => meanOf(own, tone)) as [Spectrum | null, Spectrum | null];
  return ground && grain ? { ground, grain } : null;
}

/** Misses of the two tones in daylight, CIEDE2000. */
export function tonesMiss(wanted: TargetTones, got: Record<Tone, Spectrum>): Record<Tone, number> {
  const miss = (tone: Tone) => deltaE00(labOf(wanted[tone]), labOf(got[tone]));
  return { ground: miss('ground'), grain: miss('grain') };
}

/** The miss of the farther tone, the grain as its own tolerance counts it. */
export function fartherTone(wanted: TargetTones, got: Record<Tone, Spectrum>): number {
  const { ground, grain } = tonesMiss(wanted, got);
  return Math.max(ground, grain / wanted.grainEase);
}

/**
 * How far a stage of a board is from its target, CIEDE2000: its face; of two tones that were read apart the farther, the
 * grain as its own tolerance counts it.
 */
export function missOf(target: Target, face: Spectrum, tones: Record<Tone, Spectrum> | null): number {
  if (!target.tones || !tones) return deltaE00(labOf(target.reflectance), labOf(face));
  return fartherTone(target.tones, tones);
}

/** A target as it is wanted on a wood: two tones make its face by the shares that this wood has of them. */
export function targetOn(target: SeenTarget | null, wood: Pick<Wood, 'tissues'>): SeenTarget | null {
  if (!target?.tones || !target.seenTones) return target;
  return { ...target, reflectance: faceOfTones(wood, target.tones), seen: faceOfTones(wood, target.seenTones) };
}
