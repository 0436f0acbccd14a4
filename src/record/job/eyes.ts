import type { Eye } from '../../core/belief/eye.ts';
import type { Lab } from '../../core/colour/lab.ts';
import { differenceWords } from '../../core/judge/words.ts';
import { beliefOf, type JobToBelieve } from './belief.ts';

/** How somebody is found to see, from all that was looked at. */
export interface PersonsEye extends Eye {
  person: string;
  looks: number;
  /** L*a*b* */
  lean: Lab;
}

/** How everybody who looked sees, over all jobs: each job counts by the looks that were taken in it. */
export function eyesOf(benches: readonly JobToBelieve[]): PersonsEye[] {
  const seen = benches.flatMap((bench) => {
    const belief = beliefOf(bench);
    if (!belief) return [];
    const looks = [...bench.job.held, ...bench.job.woods.flatMap((w) => w.boards.flatMap((b) => b.looks))];
    return Object.entries(belief.eyes)
      .filter(([person]) => person !== '')
      .map(([person, { scale }]) => ({
        person,
        scale,
        lean: belief.leans[person] as Lab,
        looks: looks.filter((l) => l.person === person).length,
      }));
  });
  const people = [...new Set(seen.map((s) => s.person))].sort();
  return people.map((person) => {
    const own = seen.filter((s) => s.person === person);
    const looks = own.reduce((sum, s) => sum + s.looks, 0);
    const mean = (of: (s: PersonsEye) => number) => own.reduce((sum, s) => sum + s.looks * of(s), 0) / looks;
    const lean = [0, 1, 2].map((i) => mean((s) => s.lean[i] as number)) as Lab;
    return { person, looks, scale: Math.exp(mean((s) => Math.log(s.scale))), lean };
  });
}

/** Thresholds so far from the usual that it is worth saying. */
const SAYS = { much: 0.85, little: 1.18 } as const;
/** A lean that shows, as a difference in L*a*b*. */
const LEANS = 0.4;
const MIDDLE: Lab = [50, 8, 18];
/** How a person sees, in words: how large a difference must be for a word, and which way everything leans. */
export function eyeText({ scale, lean }: { scale: number; lean: Lab }): string {
  const size =
    scale < SAYS.much
      ? 'calls small differences large'
      : scale > SAYS.little
        ? 'needs more before saying anything'
        : 'says sizes as most do';
  if (Math.hypot(...lean) < LEANS) return `${size}; leans no way`;
  const [way] = differenceWords(MIDDLE, MIDDLE.map((v, i) => v + (lean[i] as number)) as Lab);
  return `${size}; sees things ${way}`;
}
