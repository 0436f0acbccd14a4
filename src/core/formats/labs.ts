import type { Lab } from '../colour/lab.ts';
import { DAYLIGHT, type Light } from '../colour/lights.ts';
import {
  hasItsOwnB,
  knownLight,
  type LabColumn,
  labColumnOf,
  lightIn,
  lightName,
  nameColumnOf,
  type StatedLight,
} from './headings.ts';
import { type Answers, checkLab, type Measurement, Question, readNumber, refuse, type Unsaid } from './measurement.ts';
import { firstWords, isEmpty, nameIn, STATISTIC } from './rows.ts';
import type { Table } from './table.ts';

export type LabReading = Extract<Measurement, { kind: 'lab' }>;

/** The light that a file says its L*a*b* are under: in one statement or in two. */
function lightStated(stated: Table['stated']): StatedLight | null {
  const found = stated.flatMap(({ key, value }) => {
    if (!/illum|observer|weighting_function|light|measurement_source/i.test(`${key} ${value}`)) return [];
    const words = value.replace(/illumination|illuminant|observer\s*angle|observer/gi, ' ');
    return lightIn(words.trim() === '' ? key : words) ?? [];
  });
  if (found.length === 0) return null;
  return {
    illuminant: found.findLast((l) => l.illuminant)?.illuminant ?? null,
    observer: found.findLast((l) => l.observer)?.observer ?? null,
  };
}

const sameLight = (p: Light, q: Light) => p.illuminant === q.illuminant && p.observer === q.observer;
const answered = (text: string | undefined): StatedLight | null => (text ? lightIn(text) : null);

/** Sets of three columns that are L*, a* and b* under one light. */
export function labSets({ headings }: Table): { light: StatedLight | null; at: [number, number, number] }[] {
  const columns = headings.map((h, i) => ({ column: labColumnOf(h), i }));
  const other = headings.some(hasItsOwnB);
  const bySet = new Map<string, { column: LabColumn; i: number }[]>();
  for (const { column, i } of columns) {
    if (!column || (other && !column.sure)) continue;
    bySet.set(column.set, [...(bySet.get(column.set) ?? []), { column, i }]);
  }
  return [...bySet.values()].flatMap((set) => {
    const [L, a, b] = (['L', 'a', 'b'] as const).map((axis) => {
      const those = set.filter(({ column }) => column.axis === axis);
      return those.find(({ column }) => column.sure) ?? those[0];
    });
    return L && a && b
      ? [{ light: L.column.light ?? a.column.light, at: [L.i, a.i, b.i] as [number, number, number] }]
      : [];
  });
}

/** The readings of a table that holds L*a*b*: of the set for D65/10 degrees, else of the one that was asked for. */
export function labRows(
  table: Table,
  file: string,
  answers: Answers,
  notes: Set<string>,
): { labs: LabReading[]; unsaid: Unsaid | null } {
  const { headings, rows, stated } = table;
  const hunter = stated.find((s) => /hunter/i.test(`${s.key} ${s.value}`));
  if (hunter)
    refuse(
      { file, line: table.line },
      'its L, a and b are Hunter’s, which are not L*, a* and b*. Export the spectra, or L*a*b*.',
    );
  const sets = labSets(table);
  const said = answered(answers.light) ?? lightStated(stated);
  const lightOf = (light: StatedLight | null): StatedLight | null =>
    light || said
      ? {
          illuminant: light?.illuminant ?? said?.illuminant ?? null,
          observer: light?.observer ?? said?.observer ?? null,
        }
      : null;
  const lit = sets.map((set) => ({ ...set, light: lightOf(set.light) }));
  const wanted = answered(answers.light);
  const daylight = lit.find(({ light }) => light?.illuminant === 'D65' && light.observer !== 2);
  const asked =
    wanted &&
    lit.find(
      ({ light }) => light?.illuminant === wanted.illuminant && (light?.observer ?? 10) === (wanted.observer ?? 10),
    );
  const chosen = asked ?? daylight ?? (lit.length === 1 ? lit[0] : undefined);
  if (!chosen)
    throw new Question(
      { file, line: table.line },
      `it holds L*a*b* under several lights (${lit.map(({ light }) => (light ? lightName(light) : 'not named')).join(', ')}). Which is to be read?`,
      'light',
      lit.flatMap(({ light }) => (light && knownLight(light) ? [`${light.illuminant}/${light.observer ?? 10}`] : [])),
    );
  const lightAt = headings.flatMap((h, i) =>
    /^(?:illuminant|illum\.?|light|observer(?:\s*angle)?)$/i.test(h) ? [i] : [],
  );
  const lightOfRow = (cells: readonly string[]): StatedLight | null =>
    lightAt.length > 0
      ? lightIn(lightAt.map((i) => (/^(?:2|10)$/.test(cells[i] ?? '') ? `${cells[i]}°` : cells[i])).join(' '))
      : null;
  const light = chosen.light ? knownLight(chosen.light) : DAYLIGHT;
  if (!light && !chosen.light?.illuminant)
    throw new Question(
      { file, line: table.line },
      'it names the observer of its L*a*b* and no light. Which is it?',
      'light',
      [`D65/${chosen.light?.observer ?? 10}`, `D50/${chosen.light?.observer ?? 10}`],
    );
  if (!light)
    return refuse(
      { file, line: table.line },
      `its L*a*b* are under ${lightName(chosen.light ?? { illuminant: null, observer: null })}, which this program does not know. Export the spectra, or L*a*b* for D65/10°.`,
    );
  if (lit.length > 1) notes.add(`L*a*b* for ${lightName(light)} was read; the sets for other lights were left out.`);
  const nameAt = nameColumnOf(headings);
  const unnamed = firstWords(table);
  notes.add(
    lightAt.length > 0
      ? 'The file holds L*a*b* only, each under the light that its row names: single light only, metamerism unknown.'
      : chosen.light
        ? `The file holds L*a*b* for ${lightName(light)} only${chosen.light.observer ? '' : ' (it names no observer; taken as 10°)'}: single light only, metamerism unknown.`
        : 'The file holds L*a*b* only and names no light; taken as D65/10°: single light only, metamerism unknown.',
  );
  const labs = rows.flatMap((row, i): LabReading[] => {
    const name = (nameAt >= 0 ? nameIn(row.cells[nameAt]) : unnamed?.(i)) || `reading ${i + 1}`;
    if (rows.length > 1 && STATISTIC.test(name)) {
      notes.add(`The line “${name}” was left out: it is no reading.`);
      return [];
    }
    if (isEmpty(row.cells, chosen.at)) {
      notes.add(`Line ${row.line} was left out: there are no values in it.`);
      return [];
    }
    const lab = chosen.at.map((c) =>
      readNumber(row.cells[c] ?? '', { file, line: row.line, column: headings[c] }),
    ) as Lab;
    checkLab(lab, { file, line: row.line });
    const stated = lightOfRow(row.cells);
    const own = stated ? knownLight(stated) : light;
    if (!own)
      return refuse(
        { file, line: row.line },
        `${lightName(stated as StatedLight)} is a light that this program does not know.`,
      );
    return [{ kind: 'lab' as const, name, lab, ...(sameLight(own, DAYLIGHT) ? {} : { light: own }) }];
  });
  const unsaid = lightAt.length > 0 || chosen.light?.observer ? null : chosen.light ? 'observer' : 'light';
  return { labs, unsaid };
}
