import { FieldError } from '../../core/field-error.ts';
import { COLOURANT_INFO } from '../../core/kinds/index.ts';
import { checkStack } from '../../core/layers/check.ts';
import { newLayer, setting, traitsOf } from '../../core/layers/layer.ts';
import { type Fitted, fitLadders, type PotRung } from '../../core/learn/ladders.ts';
import { SEALED } from '../../core/optics/surface.ts';
import { filmOfRung, usualProfile } from '../../core/usual/profile.ts';
import type { ColourantRecord, MediumRecord, NewRung, Rung, SpeciesRecord } from '../../shared/shelf.ts';
import { stackAsMade, stageMean } from '../board/stages.ts';
import { materialsOf } from '../shelf/materials.ts';
import type { Bench, BoardModel } from './bench.ts';

/** One rung is a start: a profile waits for the second board. */
const LEAST_BOARDS = 2;

const potOf = (owner: string, { strength, beside }: Pick<Rung, 'strength' | 'beside'>): Record<string, number> => ({
  [owner]: strength,
  ...beside,
});

/** The boards of other colours' ladders that carry a colour too. */
export const sharedRungs = (
  colourants: readonly ColourantRecord[],
  id: string,
): { owner: ColourantRecord; rung: Rung }[] =>
  colourants.flatMap((owner) =>
    owner.id === id ? [] : owner.rungs.filter((r) => r.beside[id]).map((rung) => ({ owner, rung })),
  );

/**
 * Refuses a rung whose pot cannot be: of two kinds or carriers, stronger than a colour goes, more than all of it.
 * @throws FieldError of `strength` or `beside`
 */
export function checkRung(colourants: readonly ColourantRecord[], owner: ColourantRecord, rung: NewRung): void {
  if (rung.strength > owner.maxStrength * 1.001)
    throw new FieldError(
      'strength',
      `${owner.name} is mixed at most at ${owner.maxStrength}: a rung at ${rung.strength} lies outside.`,
    );
  if (Object.keys(rung.beside).length === 0) return;
  try {
    const pot = potOf(owner.id, { ...rung, strength: Math.min(rung.strength, owner.maxStrength) });
    checkStack(
      [newLayer(COLOURANT_INFO[owner.kind].shownAs, { colours: pot })],
      materialsOf({ colourants: [...colourants], mediums: [], supplies: [] }),
    );
  } catch (error) {
    throw error instanceof FieldError ? new FieldError('beside', error.message) : error;
  }
}

/** The colours that share a pot with one, however far round, itself the first. */
function group(colourants: readonly ColourantRecord[], id: string): ColourantRecord[] {
  const found = new Set([id]);
  for (const now of found)
    for (const c of colourants)
      for (const { beside } of c.rungs)
        if (c.id === now) for (const other of Object.keys(beside)) found.add(other);
        else if (beside[now]) found.add(c.id);
  return [...found].flatMap((wanted) => colourants.find((c) => c.id === wanted) ?? []);
}

/** A stage of a board as a board of a ladder. */
export interface RungOfStage {
  owner: ColourantRecord;
  rung: Omit<NewRung, 'id'>;
  /** It stands in the ladder already. */
  kept: boolean;
}

/**
 * A stage of a board as a rung of the main colour in its pot that nobody has laddered; null where it is none: all its colours
 * known, not read before and after, more than a coat, or not on the ground that its kind is laddered on.
 */
export function rungOfStage(
  { materials, shelf }: Pick<Bench, 'materials' | 'shelf'>,
  { board, species }: Pick<BoardModel, 'board' | 'species'>,
  stage: number,
): RungOfStage | null {
  const stack = stackAsMade(board);
  const layer = stack[stage - 1];
  const [before, after] = [stageMean(board, stage - 1), stageMean(board, stage)];
  if (!layer || !before || !after || setting(layer, 'coats') !== 1) return null;
  const pot = Object.entries(layer.colours)
    .filter(([, s]) => s > 0)
    .sort(([, p], [, q]) => q - p);
  const [id] = pot.find(([c]) => materials.colourants[c]?.unknown) ?? [];
  const owner = shelf.colourants.find((c) => c.id === id);
  if (!owner || layer.kind !== COLOURANT_INFO[owner.kind].shownAs) return null;
  // Colour of the wood and stains are laddered on the bare wood; what lies in a glaze over a seal.
  const below = stack[stage - 2];
  const ground = COLOURANT_INFO[owner.kind].laddersOverSeal
    ? below !== undefined && traitsOf(below).seals
    : stage === 1;
  if (!ground) return null;
  const rung = {
    speciesId: species.id,
    strength: layer.colours[owner.id] ?? 0,
    beside: Object.fromEntries(pot.filter(([c]) => c !== owner.id)),
    before: Array.from(before),
    after: Array.from(after),
  };
  const same = (r: Rung) => r.speciesId === species.id && r.after.every((v, i) => Math.abs(v - (after[i] ?? 0)) < 1e-6);
  return { owner, rung, kept: owner.rungs.some(same) };
}

interface BoardOfLadder extends PotRung {
  id: string;
}
export interface LadderFit {
  id: string;
  /** Null while fewer than two boards tell of it, and nobody has said how it looks. */
  fitted: Pick<Fitted, 'profile' | 'scatter'> | null;
  /** CIEDE2000 by which its own rungs are missed, in their order; null where it does not rest on one. */
  fitError: (number | null)[];
  /** It is the usual profile of a look, and rests on no board. */
  usual?: true;
}

/** The usual profile of a colour that nobody has laddered, where somebody has said how it looks. */
function usualFit(colour: ColourantRecord, species: readonly SpeciesRecord[]): LadderFit['fitted'] {
  const wood = species.find((s) => s.id === colour.look?.speciesId);
  if (!colour.look || !wood) return null;
  const { scatter, ...curves } = usualProfile(colour, wood, colour.look.lab);
  return { profile: { ...curves, fitError: [], bandError: [] }, scatter };
}

/**
 * The profiles of a colour and of all that share a pot with it, from their ladders as they are now; the colour asked for
 * is the first.
 * @throws FieldError when a ladder makes no sense
 */
export function profilesOf(
  colourants: readonly ColourantRecord[],
  species: readonly SpeciesRecord[],
  sealer: MediumRecord | null,
  id: string,
): LadderFit[] {
  const together = group(colourants, id);
  const boards = together.flatMap((owner) =>
    owner.rungs.map((rung): BoardOfLadder => {
      const wood = species.find((s) => s.id === rung.speciesId);
      return {
        id: rung.id,
        colours: potOf(owner.id, rung),
        before: Float64Array.from(rung.before),
        after: Float64Array.from(rung.after),
        tannin: wood?.tannin ?? 3,
        ...filmOfRung(owner.kind, wood),
      };
    }),
  );
  const of = (colour: string) => boards.filter((b) => b.colours[colour]).length;
  const troubles = new Map<string, FieldError>();
  const found = fitLadders(
    together,
    boards,
    // A pigment's board was read sealed before the glaze, a dye's board bare.
    sealer ? { sealed: { k1: sealer.k1 ?? SEALED.k1, k2: sealer.k2 } } : {},
    (colour, error) => troubles.set(colour, error),
  );
  return together.map((colour) => {
    const fitted = found.get(colour.id);
    const trouble = troubles.get(colour.id);
    if (!fitted && trouble && of(colour.id) >= LEAST_BOARDS)
      throw colour.id === id ? trouble : new FieldError('ladder', `${colour.name}: ${trouble.message}`);
    if (!fitted || fitted.rungs.length < LEAST_BOARDS)
      return { id: colour.id, fitted: usualFit(colour, species), fitError: [], usual: true };
    const numbers = [...fitted.profile.absorption, ...fitted.scatter, fitted.profile.exponent];
    if (!numbers.every(Number.isFinite))
      throw new FieldError('ladder', 'No profile comes out of this ladder: check the strengths and their unit.');
    const missOf = new Map(fitted.rungs.map((board, i) => [board.id, fitted.profile.fitError[i]]));
    return { id: colour.id, fitted, fitError: colour.rungs.map((r) => missOf.get(r.id) ?? null) };
  });
}
