/** A text of which pieces are taken one after the other, until nothing is left. */
export class Rest {
  text: string;
  constructor(text: string) {
    this.text = text;
  }
  /** The first piece of a shape, taken out. */
  take(shape: RegExp): RegExpMatchArray | null {
    const found = this.text.match(shape);
    if (found?.index !== undefined) this.cut(found.index, found.index + found[0].length);
    return found;
  }
  /** A word in a place, what stood there being said. */
  put(word: string, from: number, to: number): void {
    this.text = `${this.text.slice(0, from)}${word.padEnd(to - from)}${this.text.slice(to)}`;
  }
  cut(from: number, to: number): void {
    this.text = `${this.text.slice(0, from)}${' '.repeat(to - from)}${this.text.slice(to)}`;
  }
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** A word or several, whole, in small letters. */
export const words = (...said: readonly string[]) =>
  new RegExp(
    `(?<![\\p{L}\\d])(?:${said
      .toSorted((p, q) => q.length - p.length)
      .map(escaped)
      .join('|')})(?![\\p{L}\\d])`,
    'u',
  );

/** Something of the shelf that is named in a text, and where. */
export interface Named {
  id: string;
  from: number;
  to: number;
}
/** Names of the shelf in a text, the longest first; each place is read once. */
export function namedIn(rest: Rest, list: readonly { id: string; name: string }[]): Named[] {
  const found: Named[] = [];
  // A name whole, or what stands before its comma where only one is called so: “Harbour night, gel”.
  const all = list.flatMap(({ id, name }) => {
    const whole = name.toLowerCase();
    const [short = whole] = whole.split(',');
    const alone = short !== whole && list.filter((l) => l.name.toLowerCase().startsWith(short)).length === 1;
    return [whole, ...(alone ? [short] : [])].map((call) => ({ id, call }));
  });
  for (const { id, call } of all.toSorted((p, q) => q.call.length - p.call.length)) {
    if (found.some((f) => f.id === id)) continue;
    const shape = words(call);
    const match = rest.text.match(shape);
    if (match?.index === undefined) continue;
    found.push({ id, from: match.index, to: match.index + match[0].length });
    // Its place stands, marked, so that amounts are found beside it.
    rest.text = `${rest.text.slice(0, match.index)}${'\u0001'.repeat(match[0].length)}${rest.text.slice(match.index + match[0].length)}`;
  }
  return found.sort((p, q) => p.from - q.from);
}
