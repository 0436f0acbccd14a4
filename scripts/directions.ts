// The house as a table: what each room may import. Anything else is a fault. Run with the linter.
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { parseSync } from 'oxc-parser';

/** Core rooms that another may use all of. */
const CORE = [
  'core',
  ...[
    'colour',
    'kinds',
    'layers',
    'rules',
    'faults',
    'systems',
    'optics',
    'board',
    'learn',
    'match',
    'mix',
    'time',
    'plan',
    'said',
    'belief',
    'usual',
    'finish',
    'judge',
    'formats',
    'figure',
    'picture',
    'seal',
  ].map((r) => `core/${r}`),
];

/** What a job means, by subject: each stands on those before it. */
const [SHELF, BOARD, JOB, WORK, CLOCK, CARDS, WHOLE, NOTEBOOK] = [
  'shelf',
  'board',
  'job',
  'work',
  'clock',
  'cards',
  'whole',
  'notebook',
].map((r) => `record/${r}`) as [string, string, string, string, string, string, string, string];
const RECORD = ['record', SHELF, BOARD, JOB, WORK, CLOCK, CARDS, WHOLE, NOTEBOOK];

/** Shapes that cross the wire, and the routes that they cross it by. */
const SHARED = ['shared', 'shared/contract'];

interface Room {
  /** Rooms and packages it may import, beside itself. */
  rooms: readonly string[];
  packages: readonly string[];
  /** Its files import each other neither. */
  alone?: boolean;
}
/** Room (folder under src) -> what it may import. A room that is not in the table is refused. */
export const HOUSE: Readonly<Record<string, Room>> = {
  core: { rooms: [], packages: ['ml-matrix'] },
  'core/colour/data': { rooms: [], packages: [] },
  'core/colour': { rooms: ['core', 'core/colour/data'], packages: ['ml-matrix'] },
  'core/kinds': { rooms: ['core'], packages: [] },
  'core/layers': { rooms: ['core', 'core/colour', 'core/kinds', 'core/optics'], packages: [] },
  'core/rules': {
    rooms: ['core', 'core/board', 'core/colour', 'core/finish', 'core/kinds', 'core/layers', 'core/time'],
    packages: [],
  },
  'core/systems': { rooms: ['core', 'core/board', 'core/colour', 'core/kinds', 'core/layers'], packages: [] },
  'core/faults': { rooms: ['core', 'core/kinds', 'core/layers', 'core/rules'], packages: [] },
  'core/optics': { rooms: ['core', 'core/colour'], packages: [] },
  'core/board': {
    rooms: ['core', 'core/colour', 'core/kinds', 'core/layers', 'core/optics', 'core/time'],
    packages: [],
  },
  'core/mix': {
    rooms: ['core', 'core/board', 'core/colour', 'core/kinds', 'core/layers', 'core/optics', 'core/time'],
    packages: [],
  },
  'core/said': { rooms: ['core', 'core/kinds', 'core/layers', 'core/mix'], packages: [] },
  'core/time': { rooms: ['core', 'core/kinds', 'core/layers'], packages: [] },
  'core/plan': { rooms: ['core'], packages: ['pure-rand'] },
  'core/learn': {
    rooms: ['core', 'core/belief', 'core/board', 'core/colour', 'core/kinds', 'core/layers', 'core/optics'],
    packages: ['ml-matrix'],
  },
  'core/match': {
    rooms: ['core', 'core/board', 'core/colour', 'core/kinds', 'core/layers', 'core/mix', 'core/optics', 'core/time'],
    packages: ['ml-matrix'],
  },
  'core/finish': { rooms: ['core', 'core/layers'], packages: [] },
  'core/judge': { rooms: ['core', 'core/belief', 'core/colour'], packages: ['ml-matrix'] },
  'core/usual': {
    rooms: [
      'core',
      'core/belief',
      'core/board',
      'core/colour',
      'core/kinds',
      'core/layers',
      'core/learn',
      'core/optics',
    ],
    packages: [],
  },
  'core/belief': {
    rooms: ['core', 'core/colour', 'core/layers', 'core/match', 'core/picture'],
    packages: ['ml-matrix'],
  },
  'core/formats': {
    rooms: ['core', 'core/colour'],
    packages: ['papaparse', 'fast-xml-parser', 'fflate', 'read-excel-file'],
  },
  'core/figure': { rooms: ['core', 'core/board'], packages: ['simplex-noise', 'pure-rand'] },

  'core/seal': { rooms: ['core'], packages: ['canonicalize', '@noble/hashes'] },
  'core/picture': { rooms: ['core', 'core/colour'], packages: ['ml-matrix'] },

  workshop: { rooms: ['core/colour'], packages: ['ml-matrix', 'pure-rand'] },
  'shared/contract': { rooms: ['core/board', 'shared'], packages: ['zod'] },
  shared: {
    rooms: [
      'core/belief',
      'core/board',
      'core/colour',
      'core/faults',
      'core/finish',
      'core/formats',
      'core/judge',
      'core/kinds',
      'core/layers',
      'core/rules',
    ],
    packages: ['zod', 'uuid'],
  },
  [SHELF]: { rooms: [...CORE, ...SHARED], packages: [] },
  [BOARD]: { rooms: [...CORE, ...SHARED, SHELF], packages: [] },
  [JOB]: { rooms: [...CORE, ...SHARED, SHELF, BOARD], packages: [] },
  [WORK]: { rooms: [...CORE, ...SHARED, SHELF, BOARD, JOB], packages: [] },
  [CLOCK]: { rooms: [...CORE, ...SHARED, SHELF, BOARD, JOB, WORK], packages: ['date-fns'] },
  [CARDS]: { rooms: [...CORE, ...SHARED, SHELF, BOARD, JOB, WORK], packages: ['pdfmake', 'qrcode'] },
  [WHOLE]: {
    rooms: ['core', 'core/formats', 'core/layers', 'core/mix', 'core/systems', ...SHARED],
    packages: ['fflate'],
  },
  [NOTEBOOK]: {
    rooms: [
      'core',
      'core/belief',
      'core/colour',
      'core/faults',
      'core/judge',
      'core/kinds',
      'core/layers',
      'core/learn',
      'core/match',
      'core/systems',
      SHELF,
      BOARD,
      JOB,
      WHOLE,
      ...SHARED,
    ],
    packages: [],
  },
  record: { rooms: RECORD, packages: [] },
  'record/scripted': { rooms: [...CORE, ...RECORD, ...SHARED], packages: ['date-fns', 'zod'] },
  demo: {
    rooms: [
      'core',
      'core/time',
      'core/board',
      'core/colour',
      'core/formats',
      'core/judge',
      'core/kinds',
      'core/layers',
      'core/learn',
      'core/match',
      ...RECORD,
      ...SHARED,
      'workshop',
    ],
    packages: ['node:'],
  },

  'server/threads': { rooms: [], packages: ['comlink', 'node:'] },
  'server/db': {
    rooms: ['server/threads'],
    packages: [
      'node:',
      '@electric-sql/pglite',
      'async-mutex',
      'comlink',
      'pg',
      'fs-native-extensions',
      'tar-fs',
      'zod',
    ],
  },
  'server/repositories': { rooms: [...CORE, ...RECORD, ...SHARED, 'server/db'], packages: ['zod'] },
  'server/intake': {
    rooms: ['core', 'core/formats', 'core/picture', 'server/threads'],
    packages: ['node:', 'comlink', 'exifr', 'fast-png', 'jpeg-js'],
  },
  'server/whole': {
    rooms: ['core', ...SHARED, WHOLE, 'server/db', 'server/repositories', 'server/threads'],
    packages: ['node:', 'ajv', 'ajv-formats', 'comlink', 'zod'],
  },
  'server/watched': {
    rooms: ['core', 'core/formats', 'core/seal', 'shared', 'server/intake'],
    packages: ['node:', 'chokidar'],
  },
  'server/figure': {
    rooms: ['core/figure', 'server/threads'],
    packages: ['node:', 'comlink', 'fast-png'],
  },
  'server/customers': {
    rooms: [...SHARED, 'server/commands'],
    packages: ['node:', 'express', 'express-rate-limit', 'helmet', 'react', 'react-dom'],
  },
  'server/learning': {
    rooms: [
      'core',
      'core/belief',
      'core/learn',
      ...RECORD,
      ...SHARED,
      'server/db',
      'server/repositories',
      'server/threads',
    ],
    packages: ['node:', 'async-mutex', 'comlink'],
  },
  'server/commands': {
    rooms: [
      ...CORE,
      ...RECORD,
      ...SHARED,
      'workshop',
      'server/db',
      'server/figure',
      'server/intake',
      'server/repositories',
      'server/learning',
      'server/watched',
      'server/whole',
    ],
    packages: ['node:', 'zod', 'ics'],
  },
  'server/routes': {
    rooms: [...CORE, ...RECORD, ...SHARED, 'workshop', 'server/commands', 'server/repositories'],
    packages: ['zod-openapi', 'express', 'zod'],
  },
  'server/sensor': {
    rooms: ['core/formats', 'workshop', 'server/commands', 'server/repositories', 'server/threads'],
    packages: ['node:', 'comlink'],
  },
  server: {
    rooms: [
      'core',
      'core/time',
      'core/formats',
      'demo',
      ...SHARED,
      'workshop',
      'server/commands',
      'server/customers',
      'server/db',
      'server/learning',
      'server/routes',
      'server/sensor',
      'server/repositories',
      'server/watched',
    ],
    packages: ['node:', 'compression', 'express', 'helmet', 'pino', 'zod'],
  },

  'web/theme': { rooms: [], packages: ['@mui/material'] },
  'web/workers': { rooms: [...CORE], packages: ['comlink', 'exifr', 'jsqr'] },
  'web/paper': {
    rooms: [...CORE, ...RECORD, 'web/workers'],
    packages: ['@fontsource', 'pdfmake'],
  },
  'web/hooks': {
    rooms: [...CORE, ...RECORD, ...SHARED, 'web/workers', 'web/theme'],
    packages: [
      'react',
      'react-router',
      'swr',
      'comlink',
      'react-hook-form',
      '@hookform/resolvers',
      'use-debounce',
      'zod',
    ],
  },
  'web/components': {
    rooms: [...CORE, ...RECORD, ...SHARED, 'web/hooks', 'web/paper', 'web/workers', 'web/theme', 'web/components/*'],
    packages: [
      'date-fns',
      'react-dropzone',
      'react',
      'react-dom',
      'react-router',
      'react-hook-form',
      '@mui/material',
      'echarts',
      '@dnd-kit',
      '@tanstack/react-virtual',
      'react-hotkeys-hook',
      'zod',
    ],
  },
  'web/pages': {
    rooms: [
      ...CORE,
      ...RECORD,
      ...SHARED,
      'web/hooks',
      'web/components',
      'web/components/*',
      'web/paper',
      'web/workers',
      'web/theme',
    ],
    packages: ['react', 'react-router', '@mui/material'],
    alone: true,
  },
  web: {
    rooms: ['web/hooks', 'web/pages', 'web/components', 'web/theme', 'web/workers'],
    packages: ['react', 'react-dom', 'react-router', 'swr', '@mui/material', '@fontsource'],
  },
};
/** The rooms inside `web/components` are one floor: they use what stands beside them, and each other. */
const rulesOf = (room: string): Room | undefined =>
  HOUSE[room] ??
  (room.startsWith('web/components/')
    ? { ...HOUSE['web/components'], rooms: [...HOUSE['web/components'].rooms, 'web/components'] }
    : undefined);

const allows = (list: readonly string[], name: string, separator = ''): boolean =>
  list.some((may) =>
    may.endsWith('/*')
      ? name.startsWith(may.slice(0, -1))
      : name === may || (separator && name.startsWith(may.endsWith(':') ? may : `${may}${separator}`)),
  );

/** The modules that a source imports or passes on, static ones and dynamic ones with a plain text. */
function importsOf(file: string, source: string): string[] {
  const { module, errors } = parseSync(file, source);
  if (errors.length > 0) throw new Error(`${file} cannot be read: ${errors[0].message}`);
  const passedOn = module.staticExports.flatMap((e) => e.entries).flatMap((e) => e.moduleRequest?.value ?? []);
  const later = module.dynamicImports
    .map(({ moduleRequest: { start, end } }) => source.slice(start, end))
    .flatMap((text) => /^['"](.*)['"]$/.exec(text)?.[1] ?? []);
  return [...new Set([...module.staticImports.map((s) => s.moduleRequest.value), ...passedOn, ...later])];
}

/**
 * What stands against one file's imports.
 * @param file path under src with forward slashes
 * @returns one sentence per fault
 */
export function faultsOf(file: string, source: string): string[] {
  const room = path.dirname(file);
  const rules = rulesOf(room);
  if (!rules) return [`${file}: the room ${room} is not in the table of scripts/directions.ts.`];
  return importsOf(file, source).flatMap((asked) => {
    if (!asked.startsWith('.')) {
      if (/\.css$/.test(asked) || allows(rules.packages, asked, '/')) return [];
      return [`${file}: ${room} may not import the package ${asked}.`];
    }
    const to = path.posix.dirname(path.posix.join(room, asked));
    if (to === room) return rules.alone ? [`${file}: files of ${room} do not import each other (${asked}).`] : [];
    return allows(rules.rooms, to) ? [] : [`${file}: ${room} may not import ${to} (${asked}).`];
  });
}

/** Only the optics of a kind of layer know it by its name: here, at the simulated bench, and in its own file. */
const BY_NAME = ['core/kinds', 'core/board', 'workshop', 'demo'];
/** Kinds of layer that are no colourant's or medium's too. */
const LAYER_NAME =
  /\bkind\b[^=!\n]{0,12}(?:===|!==) '(?:wiping-stain|gel-stain|glaze|powdering-glaze|toner|filler|opaque|bleach|conditioner|wipe-back|sand-back|wax)'/;
/** Where a source asks what a layer is called, and not what it is. */
export function namesAsked(file: string, source: string): string[] {
  if (BY_NAME.some((room) => file.startsWith(`${room}/`))) return [];
  return source
    .split('\n')
    .flatMap((line, i) =>
      LAYER_NAME.test(line) ? [`${file}:${i + 1}: ask what a layer is (Traits), not what it is called.`] : [],
    );
}

/** Looks are said by layout, by class or by theme; a style of its own only holds what is computed. */
const LITERAL_STYLE = /style=\{\{(?:\s*[\w]+:\s*(?:'[^']*'|-?[\d.]+),?)+\s*\}\}/g;
/** Where a source writes a style that is known before anything is computed. */
export function stylesWritten(file: string, source: string): string[] {
  return [...source.matchAll(LITERAL_STYLE)].map(
    ({ 0: text }) => `${file}: ${text.replace(/\s+/g, ' ')} belongs into components/layout.tsx or the style sheet.`,
  );
}

/** What a source exports as its own, and does not pass on. */
export function namesOf(file: string, source: string): string[] {
  const { module } = parseSync(file, source);
  return module.staticExports
    .flatMap((e) => e.entries)
    .flatMap(({ moduleRequest, exportName: { name } }) => (moduleRequest || !name ? [] : name));
}
/** A route has the name of the command that answers it. */
const ROUTES = 'shared/contract/';
/** Names that two sources give to different things. */
export function namesTwice(sources: ReadonlyMap<string, string>): string[] {
  const givenIn = new Map<string, string[]>();
  for (const [file, source] of sources)
    if (!file.startsWith(ROUTES))
      for (const name of new Set(namesOf(file, source))) givenIn.set(name, [...(givenIn.get(name) ?? []), file]);
  return [...givenIn].flatMap(([name, files]) =>
    files.length > 1 ? `${name} is exported by ${files.join(' and ')}: one name for one concept.` : [],
  );
}

/** Two sources that import each other. */
export function circles(sources: ReadonlyMap<string, string>): string[] {
  const asked = new Map(
    [...sources].map(([file, source]) => [
      file,
      importsOf(file, source).flatMap((to) => (to.startsWith('.') ? path.posix.join(path.dirname(file), to) : [])),
    ]),
  );
  return [...asked].flatMap(([file, others]) =>
    others.flatMap((to) => (file < to && asked.get(to)?.includes(file) ? `${file} and ${to} import each other.` : [])),
  );
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  const files = readdirSync('src', { recursive: true })
    .map((f) => String(f).split(path.sep).join('/'))
    .filter((f) => /\.tsx?$/.test(f) && !/\.(test|d)\.tsx?$/.test(f));
  const sources = new Map(files.map((file) => [file, readFileSync(`src/${file}`, 'utf8')]));
  const faults = [...sources].flatMap(([file, source]) => [
    ...faultsOf(file, source),
    ...namesAsked(file, source),
    ...stylesWritten(file, source),
  ]);
  faults.push(...namesTwice(sources), ...circles(sources));
  for (const fault of faults) console.error(fault);
  if (faults.length > 0) process.exit(1);
  console.log(`${files.length} files import in the directions of the house.`);
}
