import { held } from '../board/in-wood.ts';
import type { TanninClass } from '../board/wood.ts';
import { BANDS, type Spectrum, spectrum } from '../colour/grid.ts';
import { FieldError } from '../field-error.ts';
import type { ColourantKind } from '../kinds/index.ts';
import { goesIn, isShare } from '../layers/materials.ts';
import { fitLadder, type LadderSurfaces } from './ladder.ts';
import type { BesideInPot, LadderRung } from './rungs.ts';

/** A board read before and after one pot of one or more colours of a kind: colourant id to strength. */
export interface PotRung {
  colours: Readonly<Record<string, number>>;
  before: Spectrum;
  after: Spectrum;
  /** As of a {@link LadderRung}. */
  tannin?: TanninClass;
  film?: number;
}

export interface LadderOf {
  id: string;
  kind: ColourantKind;
  maxStrength: number;
}

export type Fitted<R extends PotRung = PotRung> = ReturnType<typeof fitLadder> & {
  /** The boards that it rests on, in the order of its fit errors. */
  rungs: readonly R[];
};

/** The colours settle to each other's curves: twice over where no board carries one of them alone. */
const PASSES = 4;
const PASSES_FROM_MIXTURES = 16;

/** What one colour of a pot brings, by its profile as it is known so far. */
function brought({ kind }: LadderOf, { profile, scatter }: Fitted, strength: number, rung: PotRung): BesideInPot {
  const wood = { tannin: rung.tannin ?? 3 };
  const amount = goesIn(kind)
    ? held(strength, { kind, exponent: profile.exponent }, wood)
    : strength * (rung.film ?? 1);
  return {
    absorption: Float64Array.from(profile.absorption, (k) => k * amount),
    scatter: Float64Array.from(scatter, (s) => s * amount),
  };
}

const sum = (all: readonly BesideInPot[], key: keyof BesideInPot): Spectrum => {
  const out = spectrum();
  for (const one of all) for (let i = 0; i < BANDS; i++) out[i] += one[key][i];
  return out;
};

const NOTHING_ELSE: BesideInPot = { absorption: spectrum(), scatter: spectrum() };

const coloursOf = (rung: PotRung): [string, number][] => Object.entries(rung.colours).filter(([, s]) => s > 0);
const alone = (rung: PotRung): boolean => coloursOf(rung).length === 1;

/**
 * Profiles of several colours from boards that carry one or more of them in a pot: each colour from its own rungs, then
 * from those that it shares, the others taken to bring what their profiles say, until they agree. A colour without a rung
 * of its own is told by what known ones leave of a shared one. Shares of colours that no board carries alone are told by
 * mixtures of different ratios; they start as if all of a pot were one colour.
 * @param refused hears of a colour whose boards make no sense
 * @returns by id, those colours whose boards make sense
 */
export function fitLadders<R extends PotRung>(
  colours: readonly LadderOf[],
  rungs: readonly R[],
  surfaces: LadderSurfaces = {},
  refused: (id: string, error: FieldError) => void = () => {},
): Map<string, Fitted<R>> {
  const found = new Map<string, Fitted<R>>();
  const byId = new Map(colours.map((c) => [c.id, c]));
  const of = (id: string) => rungs.filter((r) => (r.colours[id] ?? 0) > 0);
  /** The board as a rung of one colour, what the others bring put beside; null while one of them is not known. */
  const rungOf = (id: string, rung: R): LadderRung | null => {
    const others = coloursOf(rung).filter(([other]) => other !== id);
    const bring = others.flatMap(([other, strength]) => {
      const [colour, known] = [byId.get(other), found.get(other)];
      return colour && known ? [brought(colour, known, strength, rung)] : [];
    });
    if (bring.length < others.length) return null;
    const { before, after, tannin, film } = rung;
    return {
      strength: rung.colours[id],
      before,
      after,
      ...(tannin === undefined ? {} : { tannin }),
      ...(film === undefined ? {} : { film }),
      ...(bring.length > 0 ? { beside: { absorption: sum(bring, 'absorption'), scatter: sum(bring, 'scatter') } } : {}),
    };
  };
  const learn = ({ id, kind, maxStrength }: LadderOf, from: readonly { board: R; rung: LadderRung }[]) => {
    if (from.length === 0) return;
    try {
      const as = from.map((f) => f.rung);
      const fitted = fitLadder(kind, as, maxStrength, { ...surfaces, least: 1 });
      found.set(id, { ...fitted, rungs: from.map((f) => f.board) });
    } catch (error) {
      if (!(error instanceof FieldError)) throw error;
      refused(id, error);
    }
  };
  const usable = (id: string, boards: readonly R[]) =>
    boards.flatMap((board) => {
      const rung = rungOf(id, board);
      return rung ? [{ board, rung }] : [];
    });
  for (const colour of colours) learn(colour, usable(colour.id, of(colour.id).filter(alone)));
  if (rungs.every(alone)) return found;

  const lost = rungs.filter((r) => coloursOf(r).every(([id]) => !found.has(id)));
  const start = (colour: LadderOf) =>
    learn(
      { ...colour, maxStrength: 1 },
      lost
        .filter((r) => (r.colours[colour.id] ?? 0) > 0)
        .map((board) => {
          const strength = coloursOf(board).reduce((all, [, s]) => all + s, 0);
          return { board, rung: { ...board, strength, beside: NOTHING_ELSE } };
        }),
    );
  for (const colour of colours) if (isShare(colour.kind) && !found.has(colour.id)) start(colour);
  const passes = lost.length > 0 ? PASSES_FROM_MIXTURES : PASSES;
  for (let pass = 0; pass < passes; pass++)
    for (const colour of colours) if (!of(colour.id).every(alone)) learn(colour, usable(colour.id, of(colour.id)));
  return found;
}
