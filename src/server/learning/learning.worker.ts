import { parentPort } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { LearningStopped, learn } from '../../core/learn/fit.ts';
import type { Knowledge } from '../../core/learn/knowledge.ts';
import { evidenceOf, foreseenPart, type MadeBoard, oldEvidence } from '../../record/board/evidence.ts';
import { materialsOf } from '../../record/shelf/materials.ts';
import type { OldBoard } from '../../shared/old-board.ts';
import type { Shelf } from '../../shared/shelf.ts';

/** What this thread knows of the shop's boards; kept so that only what changed has to cross. */
const boards = new Map<string, MadeBoard>();
let rack: readonly OldBoard[] = [];
let ticket = new Int32Array(new SharedArrayBuffer(4));

const inOrder = <T extends { id: string }>(list: T[]): T[] => list.sort((p, q) => (p.id < q.id ? -1 : 1));

/** Learning in a thread of its own. */
const learner = {
  /** The number that changes when a learning is to stop. */
  begin(shared: SharedArrayBuffer): void {
    ticket = new Int32Array(shared);
  },
  remember(changed: readonly MadeBoard[], oldBoards: readonly OldBoard[] | null): void {
    for (const board of changed) boards.set(board.id, board);
    if (oldBoards) rack = oldBoards;
  },
  /** What all boards of the shop teach for a job; null when it was stopped. */
  learn(job: string, shelf: Shelf, own: number): Knowledge | null {
    const species = new Map(shelf.species.map((s) => [s.id, s]));
    const made = inOrder([...boards.values()]).flatMap((b) => {
      const wood = species.get(b.speciesId);
      return (wood && evidenceOf(b, wood, job)) ?? [];
    });
    const old = inOrder(rack.filter((b) => !b.archived)).flatMap((b) => {
      const wood = species.get(b.speciesId);
      return (wood && oldEvidence(b, wood)) ?? [];
    });
    const materials = materialsOf(shelf);
    const told = [...made, ...old].flatMap((evidence) => foreseenPart(evidence, materials) ?? []);
    try {
      return learn(told, materials, () => Atomics.load(ticket, 0) === own);
    } catch (error) {
      if (error instanceof LearningStopped) return null;
      throw error;
    }
  },
};
export type Learner = typeof learner;
if (parentPort) expose(learner, nodeEndpoint(parentPort));
