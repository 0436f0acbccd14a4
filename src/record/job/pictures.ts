import type { Belief } from '../../core/belief/belief.ts';
import { differenceRange } from '../../core/belief/chance.ts';
import { seenTogether } from '../../core/belief/elsewhere.ts';
import { middle } from '../../core/belief/ground.ts';
import { cameraGoodTo, cameraUnknowns } from '../../core/belief/pictures.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import type { KnownColour } from '../../core/picture/measure.ts';
import type { Job } from '../../shared/job.ts';
import type { KeptField, KeptPicture } from '../../shared/picture.ts';
import { everyBoard } from '../board/plank.ts';
import { beliefOf, cameraBy, type JobToBelieve, meanByInstrument, pictured, seenIn, telling } from './belief.ts';
import { targetOf } from './target.ts';

/** What of a thing in a picture was read or typed; null where nothing was. */
function knownOf(job: Job, field: KeptField): Lab | null {
  if (field.thing === 'grey' || field.thing === 'table') return null;
  if (field.thing === 'rack') return field.on.known === 'foreseen' ? null : (field.on.lab as Lab);
  if (field.thing === 'target') {
    const target = targetOf({ ...job, target: job.target.filter((r) => r.source !== 'words') });
    return target && labOf(target.reflectance);
  }
  const board = job.woods.flatMap(everyBoard).find((b) => b.id === field.board);
  const mean = board ? meanByInstrument(board, field.stage) : null;
  return mean && labOf(mean);
}

/** Of what lies in a picture, the colours that were read or typed, by how a belief calls the things. */
export const knownInPicture = (job: Job, fields: readonly KeptField[]): Map<string, KnownColour> =>
  new Map(
    fields.flatMap((field): [string, KnownColour][] => {
      const [id, lab] = [pictured(field), knownOf(job, field)];
      return id && lab ? [[id, { lab }]] : [];
    }),
  );

/** A job as it will be with one more picture. */
export const withPicture = <B extends JobToBelieve>(bench: B, picture: KeptPicture): B => ({
  ...bench,
  job: { ...bench.job, pictures: [...bench.job.pictures, picture] },
});
/** The same picture again with two things in each other’s place, as if it were taken. */
function swappedIn(picture: KeptPicture, ids: readonly [string, string]): KeptPicture {
  const { shot } = picture;
  const at = (id: string) => shot?.things.find((t) => t.id === id)?.offCard ?? [0, 0];
  const [first, second] = ids;
  const things = (shot?.things ?? []).map((t) =>
    t.id === first ? { ...t, offCard: at(second) } : t.id === second ? { ...t, offCard: at(first) } : t,
  );
  return {
    ...picture,
    id: `${picture.id} swapped`,
    swapOf: picture.swapOf ?? picture.id,
    shot: shot && ({ ...shot, things } as KeptPicture['shot']),
  };
}
/** How far a difference may be off, CIEDE2000. */
const within = ([low, high]: readonly [number, number]): number => (high - low) / 2;

/** The pictures that tell of a thing, by how a belief calls it. */
export const picturesOf = (job: Pick<Job, 'pictures'>, id: string) =>
  telling(job).filter((p) => p.fields.some((f) => pictured(f) === id));

/** What two things come to with a picture of them, all that is known of them counted. */
export interface PictureSays {
  /** Where the first is thought to be, and how the second differs, L*a*b*. */
  at: Lab;
  difference: Lab;
  deltaE: number;
  /** Where that is in eight of ten. */
  range: [number, number];
  /** Pictures that both lie in, this one counted. */
  pictures: number;
  /** How far it may be off, and how far with one more picture in which the two have changed places; half of where eight in ten are. */
  offBy: number;
  offBySwapped: number;
}
function standing(
  belief: Belief,
  [first, second]: readonly [string, string],
): Omit<PictureSays, 'pictures' | 'offBy' | 'offBySwapped'> {
  const { difference, covariance } = belief.between(first, second);
  const at = belief.colour(first).lab;
  const there = at.map((v, i) => v + (difference[i] as number)) as Lab;
  return {
    at,
    difference,
    deltaE: deltaE00(at, there),
    range: differenceRange(difference, covariance, middle(at, there)),
  };
}
/** What the last picture of a job makes of two things in it. */
export function pictureSays(bench: JobToBelieve, ids: readonly [string, string]): PictureSays | null {
  const belief = beliefOf(bench);
  const last = telling(bench.job).at(-1);
  if (!belief || !last || !ids.every((id) => belief.seen.has(id))) return null;
  const then = beliefOf(withPicture(bench, swappedIn(last, ids)));
  const told = standing(belief, ids);
  return {
    ...told,
    pictures: picturesOf(bench.job, ids[0]).filter((p) => p.fields.some((f) => pictured(f) === ids[1])).length,
    offBy: within(told.range),
    offBySwapped: then ? within(standing(then, ids).range) : within(told.range),
  };
}

/** What one thing is thought to be, L*a*b*; null where nothing was seen of it. */
export function colourPictured(bench: JobToBelieve, id: string): Lab | null {
  const belief = beliefOf(bench);
  return belief?.seen.has(id) ? belief.colour(id).lab : null;
}

/** How good the camera of a job's last picture is by its light, from all that it took there: CIEDE2000. */
export function goodTo(bench: JobToBelieve): number | null {
  const belief = beliefOf(bench);
  const last = telling(bench.job).at(-1);
  const thing = last?.shot.things[0];
  return belief && last && thing
    ? cameraGoodTo(belief.bound(cameraUnknowns(cameraBy(last))).covariance, thing.balanced)
    : null;
}

/** A camera of the shop, by one light. */
export interface CameraFound {
  camera: string;
  light: KeptPicture['light'];
  pictures: number;
  /** CIEDE2000, of a brown. */
  goodTo: number;
}
/** Linear light of a brown of the middle. */
const A_BROWN = [0.25, 0.12, 0.05] as const;
/** The cameras that took pictures in some jobs, each by its lights, with what they were taught by things of known colour. */
export function camerasOf(benches: readonly JobToBelieve[]): CameraFound[] {
  const jobs = benches.flatMap((bench) => seenIn(bench) ?? []);
  const seen = seenTogether(jobs, []).cameras ?? {};
  const pictures = benches.flatMap(({ job }) => telling(job)).filter((p) => p.fields.some((f) => f.thing === 'grey'));
  return [...new Map(pictures.map((p) => [cameraBy(p), p])).entries()].map(([key, { camera, light }]) => {
    const covariance = new Float64Array(36);
    for (const [block, id] of cameraUnknowns(key).entries())
      for (let i = 0; i < 9; i++)
        covariance[(3 * block + Math.floor(i / 3)) * 6 + 3 * block + (i % 3)] = seen[id]?.covariance[i] ?? 0;
    const taken = pictures.filter((p) => cameraBy(p) === key).length;
    return { camera, light, pictures: taken, goodTo: cameraGoodTo(covariance, A_BROWN) };
  });
}
