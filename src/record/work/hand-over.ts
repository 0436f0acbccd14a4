import { KINDS, type LayerKind } from '../../core/kinds/index.ts';
import { isBlank } from '../../core/layers/layer.ts';
import { asPoured, inPot, potOf } from '../board/poured.ts';
import { isDone } from '../board/stages.ts';
import { woodNamed } from '../board/wood.ts';
import type { Bench } from '../job/bench.ts';
import { piecesAtWork } from './pieces.ts';

/** Pieces of a part: how many there are to be, and how many have all their coats on. */
export interface PiecesCounted {
  part: string;
  wood: string;
  count: number;
  done: number;
  /** Of those, how many somebody rejected. */
  rejected: number;
}

/** Every part of the job with its pieces, as they are to be counted into the van. */
export function piecesCounted({ job, shelf }: Bench): PiecesCounted[] {
  return job.parts.map((part) => {
    const wood = job.woods.find((w) => w.id === part.woodId);
    const own = wood ? piecesAtWork(wood).filter((b) => b.pieces?.part === part.id) : [];
    const sum = (of: typeof own) => of.reduce((all, b) => all + (b.pieces?.count ?? 0), 0);
    const done = own.filter(isDone);
    return {
      part: part.name,
      wood: wood ? woodNamed(shelf, wood) : 'no wood yet',
      count: part.count,
      done: sum(done.filter((b) => b.judged?.accepted !== false)),
      rejected: sum(done.filter((b) => b.judged?.accepted === false)),
    };
  });
}

/** What is left in a pot of the work: what stands on the shelf for the next repair. */
export interface Leftover {
  name: string;
  kind: LayerKind;
  colours: Readonly<Record<string, number>>;
  /** About so much: the spare of the batch. */
  litres: number;
  /** It is on the shelf by this name already. */
  kept: boolean;
}

/** The mixed pots of the work, with what is left of each when all pieces are done: the spare. */
export function leftoversOf({ job, shelf, materials }: Bench, spare: number): Leftover[] {
  const known = new Set(shelf.mixes.filter((m) => !m.archived).map((m) => m.name));
  return job.woods.flatMap((wood) => {
    const recipe = piecesAtWork(wood)[0]?.recipe;
    if (!recipe) return [];
    return recipe.stack.flatMap((planned, i): Leftover[] => {
      if (isBlank(planned) || Object.keys(inPot(recipe, i + 1, materials)).length === 0) return [];
      const { kind, colours } = asPoured(recipe, i + 1, materials);
      const name = `${job.piece}: ${KINDS[kind].label.toLowerCase()} for ${woodNamed(shelf, wood).toLowerCase()}`.slice(
        0,
        80,
      );
      const litres = (potOf(recipe, i + 1, materials).litres * spare) / (1 + spare);
      return litres > 0 ? [{ name, kind, colours, litres, kept: known.has(name) }] : [];
    });
  });
}
