import { APPLICATOR_INFO, KINDS } from '../kinds/index.ts';
import { KEPT_TO_WORDS, type Layer, methodOf, RUBBED_WHERE_WORDS, rubWords, type Stack, setting } from './layer.ts';

/** How things of the shelf are called, and how a strength of a colour is written. */
export interface Naming {
  colour: (id: string) => string;
  medium: (id: string) => string;
  supply: (id: string) => string;
  strength: (value: number, id: string) => string;
}

const nameOf = ({ kind, medium }: Layer, naming: Naming): string =>
  medium ? `${KINDS[kind].label.toLowerCase()} ${naming.medium(medium)}` : KINDS[kind].label.toLowerCase();

/** Pairs of layers that are each other's in two stacks, in order: the longest common run of kinds. */
function pairs(before: Stack, after: Stack): [number, number][] {
  const longest = Array.from({ length: before.length + 1 }, () => new Array<number>(after.length + 1).fill(0));
  const at = (i: number, k: number) => longest[i]?.[k] ?? 0;
  for (let i = before.length - 1; i >= 0; i--)
    for (let k = after.length - 1; k >= 0; k--)
      (longest[i] as number[])[k] =
        before[i]?.kind === after[k]?.kind ? at(i + 1, k + 1) + 1 : Math.max(at(i + 1, k), at(i, k + 1));
  const found: [number, number][] = [];
  for (let i = 0, k = 0; i < before.length && k < after.length; ) {
    if (before[i]?.kind === after[k]?.kind) found.push([i++, k++]);
    else if (at(i + 1, k) >= at(i, k + 1)) i++;
    else k++;
  }
  return found;
}

/** What differs between two layers of one kind, after the name of the layer. */
function layerDifference(before: Layer, after: Layer, naming: Naming): string[] {
  const words: string[] = [];
  if ((before.off ?? false) !== (after.off ?? false)) words.push(after.off ? 'left out' : 'put back');
  if (before.medium !== after.medium && after.medium) words.push(`${naming.medium(after.medium)} instead`);
  if (before.supply !== after.supply)
    words.push(after.supply ? `${naming.supply(after.supply)} instead` : 'its product not said');
  for (const id of new Set([...Object.keys(before.colours), ...Object.keys(after.colours)])) {
    const [was, now] = [before.colours[id] ?? 0, after.colours[id] ?? 0];
    if (was === now) continue;
    if (was === 0) words.push(`${naming.colour(id)} ${naming.strength(now, id)} more`);
    else if (now === 0) words.push(`without ${naming.colour(id)}`);
    else words.push(`${naming.colour(id)} ${naming.strength(was, id)} → ${naming.strength(now, id)}`);
  }
  for (const { key, label } of KINDS[after.kind].settings)
    if (setting(before, key) !== setting(after, key))
      words.push(`${label} ${setting(before, key)} → ${setting(after, key)}`);
  if (methodOf(before) !== methodOf(after))
    words.push(KINDS[after.kind].methods.find((m) => m.id === methodOf(after))?.label ?? 'put on otherwise');
  if (before.applicator !== after.applicator)
    words.push(after.applicator ? APPLICATOR_INFO[after.applicator].label : 'put on with whatever is usual');
  if (JSON.stringify(before.thinners) !== JSON.stringify(after.thinners))
    words.push(after.thinners ? `thinned with ${Object.keys(after.thinners).join(' and ')}` : 'thinned as usual');
  if ((before.unhardened ?? false) !== (after.unhardened ?? false))
    words.push(after.unhardened ? 'without hardener' : 'with hardener');
  if (before.where !== after.where) words.push(after.where ? KEPT_TO_WORDS[after.where] : 'all over');
  if (before.wait !== after.wait)
    words.push(after.wait === undefined ? 'left as long as usual' : `left ${after.wait} h`);
  if (before.apart !== after.apart)
    words.push(after.apart === undefined ? 'coats as far apart as usual' : `coats ${after.apart} h apart`);
  if ((before.rubWorn ?? false) !== (after.rubWorn ?? false))
    words.push(after.rubWorn ? 'rubbed with worn paper' : 'rubbed with new paper');
  if (before.rubWhere !== after.rubWhere)
    words.push(after.rubWhere ? `rubbed ${RUBBED_WHERE_WORDS[after.rubWhere]}` : 'rubbed all over');
  if (before.rubFrom !== after.rubFrom)
    words.push(after.rubFrom ? `rubbed down from coat ${after.rubFrom} on` : 'rubbed down from the first coat on');
  if (before.rubLast !== after.rubLast)
    words.push(after.rubLast ? 'only the last coat rubbed down' : 'each coat rubbed down');
  if (before.rub !== after.rub || String(before.papers) !== String(after.papers))
    words.push(after.rub ? rubWords(after).toLowerCase() : 'rubbed down as usual');
  if (before.clean !== after.clean) words.push(after.clean ? `dust off with ${after.clean}` : 'dust off as usual');
  if ((before.note ?? '') !== (after.note ?? '')) words.push('another note');
  return words;
}

/** What the second stack is against the first, in words; nothing where they are one. */
export function stackDifference(before: Stack, after: Stack, naming: Naming): string[] {
  const common = pairs(before, after);
  const without = before
    .filter((_, i) => !common.some(([p]) => p === i))
    .map((l) => `without the ${nameOf(l, naming)}`);
  const more = after.filter((_, k) => !common.some(([, q]) => q === k)).map((l) => `with ${nameOf(l, naming)}`);
  const changed = common.flatMap(([i, k]) => {
    const words = layerDifference(before[i] as Layer, after[k] as Layer, naming);
    return words.length > 0 ? [`${KINDS[(after[k] as Layer).kind].label.toLowerCase()}: ${words.join(', ')}`] : [];
  });
  return [...without, ...more, ...changed];
}
