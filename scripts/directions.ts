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
    'layers/rules',
    'faults',
    'layers/systems',
    'optics',
    'board',
    'learn',
    'match',
    'mix',
    'time',
    'plan',
    'judge',
    'formats',
    'figure',
  ].map((r) => `core/${r}`),
];

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
  'core/layers/rules': {
    rooms: ['core', 'core/board', 'core/colour', 'core/kinds', 'core/layers', 'core/time'],
    packages: [],
  },
  'core/layers/systems': { rooms: ['core', 'core/board', 'core/colour', 'core/kinds', 'core/layers'], packages: [] },
  'core/faults': { rooms: ['core', 'core/kinds', 'core/layers', 'core/layers/rules'], packages: [] },
  'core/optics': { rooms: ['core', 'core/colour'], packages: [] },
  'core/board': {
    rooms: ['core', 'core/colour', 'core/kinds', 'core/layers', 'core/optics', 'core/time'],
    packages: [],
  },
  'core/mix': { rooms: ['core', 'core/colour', 'core/kinds', 'core/layers', 'core/optics', 'core/time'], packages: [] },
  'core/time': { rooms: ['core', 'core/kinds', 'core/layers'], packages: [] },
  'core/plan': { rooms: ['core'], packages: ['pure-rand'] },
  'core/learn': {
    rooms: ['core', 'core/board', 'core/colour', 'core/kinds', 'core/layers', 'core/optics'],
    packages: ['ml-matrix'],
  },
  'core/match': {
    rooms: ['core', 'core/board', 'core/colour', 'core/kinds', 'core/layers', 'core/mix', 'core/optics', 'core/time'],
    packages: [],
  },
  'core/judge': { rooms: ['core', 'core/colour'], packages: [] },
  'core/formats': { rooms: ['core', 'core/colour'], packages: ['papaparse'] },
  'core/figure': { rooms: ['core', 'core/board'], packages: ['simplex-noise', 'pure-rand'] },

  workshop: { rooms: ['core/colour'], packages: ['pure-rand'] },
  'shared/contract': { rooms: ['core/board', 'shared'], packages: ['zod'] },
  shared: {
    rooms: [
      'core/board',
      'core/colour',
      'core/faults',
      'core/formats',
      'core/judge',
      'core/kinds',
      'core/layers',
      'core/layers/rules',
    ],
    packages: ['zod', 'uuid'],
  },
  record: { rooms: [...CORE, ...SHARED], packages: [] },
  'record/scripted': { rooms: [...CORE, 'record', ...SHARED], packages: ['zod'] },
  demo: {
    rooms: [
      'core/time',
      'core/board',
      'core/formats',
      'core/kinds',
      'core/layers',
      'core/learn',
      'core/match',
      'record',
      ...SHARED,
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
  'server/repositories': { rooms: [...CORE, 'record', ...SHARED, 'server/db'], packages: ['zod'] },
  'server/intake': { rooms: ['core', 'core/formats', 'server/threads'], packages: ['node:', 'comlink'] },
  'server/learning': {
    rooms: ['core/learn', 'record', ...SHARED, 'server/db', 'server/repositories', 'server/threads'],
    packages: ['node:', 'async-mutex', 'comlink'],
  },
  'server/commands': {
    rooms: [
      ...CORE,
      'record',
      ...SHARED,
      'workshop',
      'server/db',
      'server/intake',
      'server/repositories',
      'server/learning',
    ],
    packages: ['zod', 'ics'],
  },
  'server/routes': {
    rooms: [...CORE, 'record', ...SHARED, 'workshop', 'server/commands', 'server/repositories'],
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
      'server/db',
      'server/learning',
      'server/routes',
      'server/sensor',
      'server/repositories',
    ],
    packages: ['node:', 'compression', 'express', 'helmet', 'pino', 'zod'],
  },

  'web/theme': { rooms: [], packages: ['@mui/material'] },
  'web/workers': { rooms: [...CORE], packages: ['comlink'] },
  'web/hooks': {
    rooms: [...CORE, 'record', ...SHARED, 'web/workers', 'web/theme'],
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
  'web/parts': {
    rooms: [...CORE, 'record', ...SHARED, 'web/hooks', 'web/workers', 'web/theme', 'web/parts/*'],
    packages: [
      'react',
      'react-dom',
      'react-router',
      'react-hook-form',
      '@mui/material',
      'echarts',
      '@dnd-kit',
      'react-hotkeys-hook',
      'zod',
    ],
  },
  'web/pages': {
    rooms: [...CORE, 'record', ...SHARED, 'web/hooks', 'web/parts', 'web/parts/*', 'web/workers', 'web/theme'],
    packages: ['react', 'react-router', '@mui/material'],
    alone: true,
  },
  web: {
    rooms: ['web/hooks', 'web/pages', 'web/parts', 'web/theme', 'web/workers'],
    packages: ['react', 'react-dom', 'react-router', 'swr', '@mui/material', '@fontsource'],
  },
};
/** The rooms inside `web/parts` are one floor: they use what stands beside them, and each other. */
const rulesOf = (room: string): Room | undefined =>
  HOUSE[room] ??
  (room.startsWith('web/parts/')
    ? { ...HOUSE['web/parts'], rooms: [...HOUSE['web/parts'].rooms, 'web/parts'] }
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

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  const files = readdirSync('src', { recursive: true })
    .map((f) => String(f).split(path.sep).join('/'))
    .filter((f) => /\.tsx?$/.test(f) && !/\.(test|d)\.tsx?$/.test(f));
  const faults = files.flatMap((file) => {
    const source = readFileSync(`src/${file}`, 'utf8');
    return [...faultsOf(file, source), ...namesAsked(file, source)];
  });
  for (const fault of faults) console.error(fault);
  if (faults.length > 0) process.exit(1);
  console.log(`${files.length} files import in the directions of the house.`);
}
