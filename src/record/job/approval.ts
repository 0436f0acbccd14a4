import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { labOf } from '../../core/colour/lab.ts';
import { findings } from '../../core/rules/index.ts';
import { sentenceText } from '../../core/said/sentence.ts';
import { differing, type Json, sealOf } from '../../core/seal/seal.ts';
import { type Verified, verified } from '../../core/seal/verify.ts';
import type { ApprovalFile } from '../../shared/approval.ts';
import type { Board } from '../../shared/board.ts';
import { boardCode } from '../board/codes.ts';
import { stackFileOf } from '../board/stack-file.ts';
import { finishedMean, stackAsMade } from '../board/stages.ts';
import { saidShelf } from '../shelf/said.ts';
import { targetKnownTo } from './belief.ts';
import type { Bench, BoardModel } from './bench.ts';
import { type HouseRules, keptBetweenCoats, keptWaits, ruleInputOf } from './rules.ts';

export const APPROVAL_FORMAT = 'urushi-approval';
/** A target known to no less than this, CIEDE2000, is approved by nobody but the customer. */
export const BARELY_KNOWN = 3;

/** Who approves, when, and which time it is. */
export interface Approving {
  version: number;
  at: string;
  by: string | null;
  words: string;
  /** The customer's initials, where they said yes. */
  customer: string | null;
  /** Of each picture of the board its file's hash. */
  pictures: Readonly<Record<string, string>>;
}

/** What JSON makes of some content: dates, typed arrays and what is undefined are gone, and what is sealed is what a file holds. */
const asJson = (value: unknown): Json => JSON.parse(JSON.stringify(value)) as Json;
const without = <T extends object, K extends keyof T>(of: T, ...names: K[]): Omit<T, K> =>
  Object.fromEntries(Object.entries(of).filter(([name]) => !names.includes(name as K))) as Omit<T, K>;

/** How a board stands, as it was read; null where no instrument read it. */
function figuresOf({ target, board }: BoardModel): { lab: number[]; deltaE: number | null } | null {
  const mean = finishedMean(board);
  if (!mean) return null;
  const lab = labOf(mean);
  return { lab: [...lab], deltaE: target && !target.bySight ? deltaE00(labOf(target.reflectance), lab) : null };
}

/** What of the shelf a board was made with says of its dangers. */
export function cautionsOf({ shelf }: Bench, board: Board): string[] {
  const used = new Set(stackAsMade(board).flatMap((l) => [...Object.keys(l.colours), l.medium ?? '', l.supply ?? '']));
  const products = [...shelf.colourants, ...shelf.mediums, ...shelf.supplies].filter((p) => used.has(p.id));
  return [...new Set(products.flatMap((p) => (p.caution ? [`${p.name}: ${p.caution}`] : [])))];
}

/** The pictures that a board lies in, without the files: each with its file's hash. */
const picturesWith = ({ job }: Bench, board: Board, hashes: Approving['pictures']) =>
  job.pictures
    .filter((p) => p.fields.some((f) => f.thing === 'board' && f.board === board.id))
    .map((p) => ({ ...without(p, 'bytes'), sha256: hashes[p.id] ?? null }));

/** All that is approved of a board, frozen: what the shelf, the model or learning come to later changes nothing of it. */
export function approvalOf(bench: Bench, model: BoardModel, house: HouseRules, approving: Approving): ApprovalFile {
  const { job, shelf } = bench;
  const { board, wood, species, preparation } = model;
  const stack = stackAsMade(board);
  const said = saidShelf(shelf);
  const content = asJson({
    approved: without(approving, 'pictures'),
    job: { number: job.number, customer: job.customer, piece: job.piece },
    target: {
      revision: job.revision,
      readings: job.target,
      held: job.held,
      knownTo: targetKnownTo(bench),
      tolerance: job.tolerance,
      grainTolerance: job.grainTolerance,
      lights: job.lights,
      wishes: job.wishes,
    },
    wood: { name: species.name, label: wood.label, code: wood.code, preparation },
    layers: stack.map((layer) => sentenceText(layer, said)),
    recipe: stackFileOf(board, preparation, shelf, species.id),
    poured: board.recipe && { litres: board.recipe.litres, pots: board.recipe.pots, done: board.recipe.done },
    board: {
      code: boardCode(wood.code, board.number),
      coats: board.coats,
      waits: keptWaits(board, stack.length),
      betweenCoats: keptBetweenCoats(board, stack.length),
      readings: board.readings,
      aside: board.aside,
      looks: board.looks,
      finish: board.finish,
      judged: board.judged,
      figures: figuresOf(model),
    },
    pictures: picturesWith(bench, board, approving.pictures),
    rulesLeft: findings(ruleInputOf(bench, model, stack, house)).map((f) => ({
      id: f.id,
      at: f.at,
      says: f.title,
      accepted: f.accepted,
    })),
    cautions: cautionsOf(bench, board),
  }) as ApprovalFile['content'] & Json;
  return { format: APPROVAL_FORMAT, content, seal: sealOf(content) };
}

/** Parts that differ from one approval to the next whatever was done: who, when, which time. */
const ALWAYS = ['approved'];
/** What of an approval is no longer as it was in the one before, by the names of its parts. */
export const differsFrom = (was: ApprovalFile, now: ApprovalFile): string[] =>
  differing(was.seal, now.seal).filter((part) => !ALWAYS.includes(part));

/** Whether the file of an approval is as it was sealed, and where it is not. */
export const verifiedApproval = (text: string): Verified => verified(text, APPROVAL_FORMAT);

/** What is found of a file, in a sentence. */
export function verifiedText(found: Verified): string {
  if (found.state === 'unknown') return found.why;
  if (found.state === 'whole') return `Whole: as it was approved. ${found.hash}`;
  const at = found.at.map((path) => path.replaceAll('/', ', '));
  return `Changed since it was approved, at: ${at.slice(0, 5).join('; ')}${at.length > 5 ? '; and more' : ''}.`;
}
