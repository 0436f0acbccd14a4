import { type Layer, newLayer } from '../layers/layer.ts';
import { sentenceText } from './sentence.ts';
import type { AskedBack, SaidShelf } from './shelf.ts';
import { ASK_KIND, namesKind, understoodLayer } from './understood.ts';
import { NUMBER, numberSaid } from './words.ts';

/**
 * A line of a run of coats: `5` is five more of the layer before it, `7 days` how long that is left, `level 220-400` how it is
 * rubbed down; null where it is a layer of its own.
 */
function moreOf(before: Layer, line: string, shelf: SaidShelf): Layer[] | null {
  const { kind, colours, medium, method, applicator, thinners, settings, apart } = before;
  const count = line.match(new RegExp(`^${NUMBER}(?: more)?(?: coats?)?$`, 'i'));
  if (count?.[1]) {
    const again = {
      ...newLayer(kind, { colours }),
      ...(medium ? { medium } : {}),
      ...(method ? { method } : {}),
      ...(applicator ? { applicator } : {}),
      ...(thinners ? { thinners } : {}),
      ...(apart === undefined ? {} : { apart }),
    };
    return [before, { ...again, settings: { ...settings, coats: numberSaid(count[1].toLowerCase()) } }];
  }
  if (namesKind(line.toLowerCase())) return null;
  // Said of the same layer again it may change how that is left and rubbed, and nothing else.
  const plain = newLayer(kind, { colours, ...(medium ? { medium } : {}) });
  const again = understoodLayer(`${sentenceText(plain, shelf).slice(0, -1)}; ${line}`, shelf);
  if ('question' in again) return null;
  const { wait, rub, papers, rubLast: _, rubFrom, rubWorn, rubWhere, ...rest } = again.layer;
  if ((wait === undefined && rub === undefined) || sentenceText(rest, shelf) !== sentenceText(plain, shelf))
    return null;
  return [
    {
      ...before,
      ...(wait === undefined ? {} : { wait }),
      ...(rub === undefined ? {} : { rub }),
      ...(papers === undefined ? {} : { papers }),
      ...(rubFrom === undefined ? {} : { rubFrom }),
      ...(rubWorn === undefined ? {} : { rubWorn }),
      ...(rubWhere === undefined ? {} : { rubWhere }),
      // Said after all of its coats it is done after all of them.
      ...(rub === undefined || rub === 'none' ? {} : { rubLast: true }),
    },
  ];
}

/** A whole stack: a sentence a line, or one after the other with a full stop, or with a middle dot between. */
export function understoodStack(text: string, shelf: SaidShelf): { layers: Layer[] } | AskedBack {
  const sentences = text
    .split(/\n+|(?<=[.”"])\s+(?=\p{Lu})|\s+·\s+/u)
    .map((s) => s.trim())
    .filter((s) => s !== '');
  if (sentences.length === 0) return { question: ASK_KIND };
  const layers: Layer[] = [];
  for (const [i, sentence] of sentences.entries()) {
    const before = layers.at(-1);
    // Of a run of coats only what differs is said: so many more, how long they are left, how they are rubbed.
    const more = before && moreOf(before, sentence, shelf);
    if (more) {
      layers.splice(-1, 1, ...more);
      continue;
    }
    const understood = understoodLayer(sentence, shelf);
    if ('question' in understood)
      return sentences.length > 1 ? { ...understood, question: `Layer ${i + 1}: ${understood.question}` } : understood;
    layers.push(understood.layer);
  }
  return { layers };
}
