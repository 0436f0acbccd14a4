import { decodeText, isPacked, parseParts } from '../src/core/formats/index.ts';
import { verifiedApproval } from '../src/record/job/approval.ts';
import { readSystemFile } from '../src/record/job/systems.ts';
import { shelfFile } from '../src/record/shelf/shelf-file.ts';
import { unpacked } from '../src/record/whole/packed.ts';
import type { Shelf } from '../src/shared/shelf.ts';
import { StackFile } from '../src/shared/stack-file.ts';

const EMPTY: Shelf = { species: [], colourants: [], mediums: [], supplies: [], lots: [], mixes: [] };
const shelfThings = (text: string) =>
  shelfFile(EMPTY, text).map(({ what, name, state, why }) => ({ what, name, state, ...(why ? { why } : {}) }));

function jobsIn(bytes: Uint8Array) {
  const { file, pictures } = unpacked(bytes);
  const { tables, ...rest } = file;
  return {
    ...rest,
    jobs: (tables.job ?? []).map(({ number, customer, piece }) => ({ number, customer, piece })),
    rows: Object.fromEntries(Object.entries(tables).map(([table, rows]) => [table, rows.length])),
    pictures: pictures.size,
  };
}

/** What a file of the program's own kinds holds, by the format that it names. */
const OWN: Readonly<Record<string, (text: string) => object>> = {
  'urushi-jobs': (text) => jobsIn(new TextEncoder().encode(text)),
  'urushi-shelf': (text) => ({ format: 'urushi-shelf', things: shelfThings(text) }),
  'urushi-system': readSystemFile,
  'urushi-approval': (text) => ({ format: 'urushi-approval', ...verifiedApproval(text) }),
  'urushi-stack': (text) => StackFile.parse(JSON.parse(text)),
};
const JOBS_INSIDE = /jobs\.json/;
const SHELF_HEADING = /^"?what"?[,;\t].*\bcode\b/i;
const PARTS_HEADING = /^(?=.*\blength\b)(?=.*\bwidth\b)/i;

/**
 * What a file holds that is no readings: jobs, a shelf, a system, an approval, a stack, or parts.
 * @returns null where it is none of these
 * @throws FieldError in a sentence where it is one and not sound
 */
export function ownFile(bytes: Uint8Array): object | null {
  if (isPacked(bytes)) {
    const names = Buffer.from(bytes.subarray(0, 4096)).toString('latin1');
    return JOBS_INSIDE.test(names) ? jobsIn(bytes) : null;
  }
  const text = decodeText(bytes);
  const [, format = ''] = /^\s*\{[^{]*?"format"\s*:\s*"([a-z-]+)"/.exec(text) ?? [];
  const own = OWN[format];
  if (own) return own(text);
  const [heading = ''] = text.split(/\r?\n/, 1);
  if (SHELF_HEADING.test(heading)) return { format: 'urushi-shelf', things: shelfThings(text) };
  return PARTS_HEADING.test(heading) ? parseParts(text, [], 'millimetres') : null;
}
