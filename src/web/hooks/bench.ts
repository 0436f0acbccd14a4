import { useMemo } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { meanSpectrum, type Spectrum } from '../../core/colour/grid.ts';
import { newLayer, type Stack } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import { doubtOf, type Knowledge, spreadOf, tuningOf } from '../../core/learn/learn.ts';
import { type MatchProblem, ONLY_DAYLIGHT, type Target, weightedLights } from '../../core/match/problem.ts';
import type { Tuning } from '../../core/optics/compile.ts';
import { scaleToBoard, type Wood } from '../../core/optics/wood.ts';
import { stageMean } from '../../shared/evidence.ts';
import type { Board, Job, JobWood } from '../../shared/job.ts';
import { materialsOf } from '../../shared/materials.ts';
import type { Shelf, SpeciesRecord } from '../../shared/shelf.ts';
import { useJob, useKnowledge, useShelf } from './api.ts';

/** One wood of the job with what the model needs to predict it. */
export interface WoodModel {
  wood: JobWood;
  species: SpeciesRecord;
  /** The board in hand: the one the address names, else the newest. */
  board: Board;
  /** The species scaled to the board's raw reading, or to the mean of the job's boards of this wood. */
  scaled: Wood;
  rawKnown: boolean;
  tuning: Tuning;
}

export interface Bench {
  job: Job;
  shelf: Shelf;
  materials: Materials;
  knowledge: Knowledge;
  target: Target | null;
}

export function useBench(): { bench: Bench | null; error: Error | undefined } {
  const { jobId } = useParams();
  const job = useJob(jobId);
  const shelf = useShelf();
  const knowledge = useKnowledge(jobId);
  const bench = useMemo(() => {
    if (!job.data || !shelf.data || !knowledge.data || String(job.data.id) !== jobId) return null;
    const readings = job.data.target;
    return {
      job: job.data,
      shelf: shelf.data,
      knowledge: knowledge.data as Knowledge,
      materials: materialsOf(shelf.data),
      target:
        readings.length > 0
          ? {
              reflectance: meanSpectrum(readings.map((r) => r.grid)),
              singleLight: readings.every((r) => r.lab !== null),
            }
          : null,
    };
  }, [job.data, shelf.data, knowledge.data, jobId]);
  return { bench, error: job.error ?? shelf.error ?? knowledge.error };
}

/** Raw colour to plan on: this board's own, else the mean of what this wood's boards read. */
function rawFor(wood: JobWood, board: Board): Spectrum | null {
  const own = stageMean(board, 0);
  if (own) return own;
  const others = wood.boards.map((b) => stageMean(b, 0)).filter((s): s is Spectrum => s !== null);
  return others.length > 0 ? meanSpectrum(others) : null;
}

export function woodModel(bench: Bench, wood: JobWood, board: Board): WoodModel | null {
  const species = bench.shelf.species.find((s) => s.id === wood.speciesId);
  if (!species) return null;
  const raw = rawFor(wood, board);
  return {
    wood,
    species,
    board,
    scaled: raw ? scaleToBoard(species, raw) : species,
    rawKnown: stageMean(board, 0) !== null,
    tuning: tuningOf(bench.knowledge, species.id, bench.materials),
  };
}

/** The wood and board that the address names (`?wood=`, `?board=`), else the first wood and its newest board. */
export function useWoodModel(bench: Bench | null): WoodModel | null {
  const [params] = useSearchParams();
  const boardId = Number(params.get('board'));
  const woodId = Number(params.get('wood'));
  return useMemo(() => {
    if (!bench) return null;
    const { woods } = bench.job;
    const wood =
      woods.find((w) => w.boards.some((b) => b.id === boardId)) ?? woods.find((w) => w.id === woodId) ?? woods[0];
    if (!wood) return null;
    const board = wood.boards.find((b) => b.id === boardId) ?? wood.boards[wood.boards.length - 1];
    return board ? woodModel(bench, wood, board) : null;
  }, [bench, boardId, woodId]);
}

/** A layer of the least yellow sealer or clear of the shelf, or none. */
function palest(bench: Bench, kind: 'sealer' | 'clear'): Stack {
  const amber = (tint: readonly number[]) => tint.reduce((a, b) => a + b, 0);
  const [medium] = bench.shelf.mediums.filter((m) => m.kind === kind).sort((p, q) => amber(p.tint) - amber(q.tint));
  return medium ? [newLayer(kind, { medium: medium.id })] : [];
}

/** The simplest stack: one dye under the clearest clear. */
export const simpleStack = (bench: Bench): Stack => [newLayer('dye'), ...palest(bench, 'clear')];

/** The stack with a glaze over a sealer under its clear, to be solved once the colour in the wood is read. */
export function withGlaze(bench: Bench, stack: Stack): Stack {
  const clear = stack.findIndex((l) => l.kind === 'clear');
  const at = clear < 0 ? stack.length : clear;
  const sealed = stack.slice(0, at).some((l) => l.kind === 'sealer');
  return [...stack.slice(0, at), ...(sealed ? [] : palest(bench, 'sealer')), newLayer('glaze'), ...stack.slice(at)];
}

/** The matching problem of a wood for a stack, its open layers and what is already on the board. */
export function problemOf(
  bench: Bench,
  model: WoodModel,
  stack: Stack,
  open: MatchProblem['open'],
  from?: MatchProblem['from'],
): MatchProblem | null {
  if (!bench.target) return null;
  return {
    target: bench.target,
    lights: bench.target.singleLight ? ONLY_DAYLIGHT : weightedLights(bench.job.lights),
    wood: model.scaled,
    materials: bench.materials,
    preparation: model.wood.preparation,
    tuning: model.tuning,
    doubt: doubtOf(bench.knowledge, model.species.id, bench.materials),
    spread: spreadOf(bench.knowledge, 'clear'),
    stack,
    open,
    from,
  };
}
