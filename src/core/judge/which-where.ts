import { THRESHOLDS } from '../belief/eye.ts';
import type { Word } from '../belief/words.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import { type Lab, meanLab } from '../colour/lab.ts';
import { movedLab, SHADE } from '../colour/shades.ts';

/** A piece of raw wood as it lies in the pile. */
export interface RawWood {
  id: string;
  /** Against the middle of the pile; null where it was read. */
  said: readonly Word[] | null;
  lab: Lab | null;
  /** Its figure is loud. */
  lively: boolean;
  /** Pieces of one letter stay side by side; empty of one by itself. */
  pair: string;
  /** The part that somebody chose for it. */
  partId: string | null;
}
/** Pieces that are wanted of a part. */
export interface WantedPieces {
  id: string;
  count: number;
  /** Parts of one place are neighbours; empty of one that stands by itself. */
  place: string;
  /** What is seen of one piece, square metres: the calmest wood goes where most is seen. */
  seen: number;
}

/** How a piece that is not like the others is brought nearer to them. */
export type HelpForPiece = 'wash' | 'bleach' | 'toner';
export interface PlacedPiece {
  id: string;
  lab: Lab;
  /** CIEDE2000 from the middle of the pile. */
  distance: number;
  /** Plainly apart from the others. */
  odd: boolean;
  help: HelpForPiece | null;
  /** Which part it is for; null where it is left over, or set apart. */
  part: string | null;
}
export interface WhichWhere {
  /** The lightest first. */
  pieces: PlacedPiece[];
  /** Pieces that parts still want, by part. */
  short: Readonly<Record<string, number>>;
}

/** Middles of what each word stands for, in CIEDE2000. */
const MEANT = { touch: 1.75, plain: 4.25, far: 8 } as const;
/** The colour of a piece that was only looked at, by how it differs from the middle of its pile. */
export const labOfWords = (said: readonly Word[], middle: Lab): Lab =>
  said.reduce<Lab>((lab, { direction, size }) => movedLab(lab, { direction, shades: MEANT[size] / SHADE }), middle);

const median = (values: readonly number[]): number => {
  const sorted = values.toSorted((p, q) => p - q);
  const at = sorted.length / 2;
  return ((sorted[Math.ceil(at) - 1] ?? 0) + (sorted[Math.floor(at)] ?? sorted.at(-1) ?? 0)) / 2;
};
const medianLab = (labs: readonly Lab[]): Lab => [0, 1, 2].map((k) => median(labs.map((l) => l[k] as number))) as Lab;

/** So many times the usual distance from the middle is odd, however far all of them lie apart. */
const ODD = 3;

/** What evens a piece out: paler wood is washed with colour, darker wood bleached, another hue toned. Common practice. */
function helpFor(lab: Lab, middle: Lab): HelpForPiece {
  const lightness = lab[0] - middle[0];
  const hue = Math.hypot(lab[1] - middle[1], lab[2] - middle[2]);
  if (Math.abs(lightness) < hue) return 'toner';
  return lightness > 0 ? 'wash' : 'bleach';
}

/** Things of one name together, in their order. */
function together<T>(things: readonly T[], nameOf: (thing: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const thing of things) groups.set(nameOf(thing), [...(groups.get(nameOf(thing)) ?? []), thing]);
  return [...groups.values()];
}

/** Pieces that go together: a pair, or one by itself. */
interface Unit {
  pieces: PlacedPiece[];
  lively: boolean;
  lab: Lab;
}

/** The units whose pieces are most alike, just so many of them as are wanted; of as many as there are where that is too few. */
function mostAlike(units: readonly Unit[], want: number): Unit[] {
  let best: { units: Unit[]; got: number; spread: number } | null = null;
  for (let from = 0; from < units.length; from++) {
    const taken: Unit[] = [];
    let got = 0;
    for (const unit of units.slice(from)) {
      if (got + unit.pieces.length > want) continue;
      taken.push(unit);
      got += unit.pieces.length;
      if (got === want) break;
    }
    if (taken.length === 0) continue;
    const mean = meanLab(taken.map((u) => u.lab));
    const spread = Math.max(...taken.map((u) => deltaE00(mean, u.lab)));
    if (!best || got > best.got || (got === best.got && spread < best.spread)) best = { units: taken, got, spread };
  }
  return best?.units ?? [];
}

/**
 * Which piece of the pile goes where: like beside like, the calm ones where most is seen, pairs together, the odd ones set apart
 * until nothing else is left.
 * @param middle what the middle of the pile looks like where nothing of it was read
 */
export function whichWhere(pile: readonly RawWood[], parts: readonly WantedPieces[], middle: Lab): WhichWhere {
  const read = pile.flatMap((p) => (p.lab ? [p.lab] : []));
  const centre = read.length > 0 ? medianLab(read) : middle;
  const labs = pile.map((p) => p.lab ?? labOfWords(p.said ?? [], centre));
  const usual = pile.length > 0 ? medianLab(labs) : centre;
  const far = labs.map((lab) => deltaE00(usual, lab));
  const limit = Math.max(THRESHOLDS[1], ODD * median(far));
  const placed = pile.map((piece, i): PlacedPiece => {
    const [lab, distance] = [labs[i] as Lab, far[i] as number];
    const odd = distance > limit;
    return { id: piece.id, lab, distance, odd, help: odd ? helpFor(lab, usual) : null, part: piece.partId };
  });
  const byId = new Map(pile.map((p) => [p.id, p]));
  const pairs = together(
    placed.filter((p) => p.part === null),
    ({ id }) => byId.get(id)?.pair || `one/${id}`,
  );
  let units = pairs
    .map(
      (pieces): Unit => ({
        pieces,
        lively: pieces.some(({ id }) => byId.get(id)?.lively),
        lab: meanLab(pieces.map((p) => p.lab)),
      }),
    )
    .sort((p, q) => q.lab[0] - p.lab[0]);
  const wanted = new Map(parts.map((p) => [p.id, p.count - placed.filter((q) => q.part === p.id).length]));
  const groups = together(parts, (p) => p.place || `one/${p.id}`).sort(
    (p, q) => Math.max(...q.map((o) => o.seen)) - Math.max(...p.map((o) => o.seen)),
  );
  const isOdd = (u: Unit) => u.pieces.some((p) => p.odd);
  // Calm ones first, then lively ones; the odd ones only where the others are used up.
  const rounds: ((u: Unit) => boolean)[] = [(u) => !u.lively && !isOdd(u), (u) => !isOdd(u), () => true];
  for (const fits of rounds)
    for (const group of groups) {
      const want = group.reduce((sum, p) => sum + Math.max(0, wanted.get(p.id) ?? 0), 0);
      if (want === 0) continue;
      const taken = mostAlike(units.filter(fits), want);
      units = units.filter((u) => !taken.includes(u));
      for (const unit of taken) {
        const room = (p: WantedPieces) => wanted.get(p.id) ?? 0;
        const part = group.find((p) => room(p) >= unit.pieces.length);
        if (!part) {
          units.push(unit);
          continue;
        }
        for (const piece of unit.pieces) piece.part = part.id;
        wanted.set(part.id, room(part) - unit.pieces.length);
      }
      units.sort((p, q) => q.lab[0] - p.lab[0]);
    }
  const short = Object.fromEntries([...wanted].filter(([, count]) => count > 0));
  return { pieces: placed.toSorted((p, q) => q.lab[0] - p.lab[0]), short };
}
