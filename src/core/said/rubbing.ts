import type { Kind } from '../kinds/index.ts';
import { type Layer, RUBBED_OUT, RUBBED_WHERE, RUBBED_WHERE_WORDS, type Rub } from '../layers/layer.ts';
import { type Rest, words } from './rest.ts';
import { coatNamed, FROM_COAT, PAD_GRADES, PAPERS, RUBBED_AT_SAID, RUBS_SAID } from './words.ts';

/** “Rubbed with a maroon pad”: the pad and its grade. */
const GRADED_PAD = new RegExp(
  `(?:(?:rubbed(?: down)?|scuffed|scuff|rub) (?:with )?)?(?:an? )?(${Object.keys(PAD_GRADES).join('|')}) pad`,
);
const LAST_ONLY = words('after the last coat only', 'after the last coat', 'the last coat only', 'last coat only');
/** What is done, where what it is done with tells that already. */
const VERBS = words('sanded', 'sand', 'scuffed', 'scuff', 'rubbed', 'rub');

type Rubbing = Pick<Layer, 'rub' | 'papers' | 'rubLast' | 'rubFrom' | 'rubWorn' | 'rubWhere'>;
const grits = (text: string): number[] => text.match(/\d+/g)?.map(Number) ?? [];

/** How a film is rubbed out: wet or dry, and its papers. */
function rubbedOutSaid(rest: Rest): Rubbing {
  const rub = RUBBED_OUT.find((r) => rest.take(words(r)));
  const papers = rest.take(PAPERS)?.[0];
  return { ...(rub ? { rub } : {}), ...(papers ? { papers: grits(papers) } : {}) };
}

/** How a layer is rubbed down before the next: with what, from which coat on, how worn it is, and where. */
export function rubbingSaid(rest: Rest, { is }: Kind): Rubbing {
  if (is.rubsOut) return rubbedOutSaid(rest);
  // What is levelled is levelled when all of it is on.
  const levelled = /\blevel/.test(rest.text);
  const grade = rest.take(GRADED_PAD)?.[1];
  const rub = grade ? 'pad' : (Object.keys(RUBS_SAID) as Rub[]).find((r) => rest.take(words(...RUBS_SAID[r])));
  const from = rest.take(FROM_COAT);
  const lastOnly = rest.take(LAST_ONLY);
  if (!rub || rub === 'none') return rub ? { rub } : {};
  const papers = rest.take(PAPERS)?.[0];
  if (rub !== 'dry') rest.take(VERBS);
  const worn = rest.take(words('with worn paper', 'worn paper', 'worn'));
  const where = RUBBED_WHERE.find((w) => rest.take(words(RUBBED_WHERE_WORDS[w], ...RUBBED_AT_SAID[w])));
  return {
    rub,
    ...(papers ? { papers: grits(papers) } : grade ? { papers: [PAD_GRADES[grade] ?? 0] } : {}),
    ...(lastOnly || levelled ? { rubLast: true } : from ? { rubFrom: coatNamed(from) } : {}),
    ...(worn ? { rubWorn: true } : {}),
    ...(where ? { rubWhere: where } : {}),
  };
}
