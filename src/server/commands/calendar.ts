import { createEvents, type EventAttributes } from 'ics';
import type { WeekPlan } from '../../shared/clock.ts';
import { Refusal } from './refusal.ts';

/** The plan of the week as a calendar, iCalendar (RFC 5545): an event for each piece of work, in universal time. */
/** Longest line of a calendar in octets (RFC 5545, 3.1); what follows a fold begins with a space. */
const LINE_OCTETS = 75;

/** A line folded by octets, never inside a character. */
function folded(line: string): string {
  const lines: string[] = [];
  let [now, octets] = ['', 0];
  for (const character of line) {
    const size = Buffer.byteLength(character);
    if (octets + size > LINE_OCTETS) {
      lines.push(now);
      [now, octets] = [' ', 1];
    }
    now += character;
    octets += size;
  }
  return [...lines, now].join('\r\n');
}
/** What came folded by characters, folded anew by octets. */
const foldedByOctets = (text: string): string =>
  text
    .replace(/\r?\n[ \t]/g, '')
    .split(/\r?\n/)
    .map(folded)
    .join('\r\n');
/** Text without line ends and other signs that no line of a calendar holds. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: these are what is taken out
const onOneLine = (text: string): string => text.replace(/[\u0000-\u001f\u007f\u0085\u2028\u2029]+/g, ' ').trim();

export function calendarOf(plan: WeekPlan | null): string {
  const parts = (iso: string): [number, number, number, number, number] => {
    const at = new Date(iso);
    return [at.getUTCFullYear(), at.getUTCMonth() + 1, at.getUTCDate(), at.getUTCHours(), at.getUTCMinutes()];
  };
  // A piece of work stands in a calendar once.
  const tasks = [...new Map((plan?.tasks ?? []).map((task) => [task.key, task])).values()];
  const events = tasks.map(
    (task): EventAttributes => ({
      uid: `${task.key.replaceAll('/', '-')}@urushi`,
      title: onOneLine(`${task.title}: ${task.item}`),
      description: `Job ${task.job}${task.place ? `. Dries in: ${onOneLine(task.place)}` : ''}${task.pinned ? '. Put there by hand' : ''}`,
      start: parts(task.start),
      startInputType: 'utc',
      startOutputType: 'utc',
      end: parts(task.end),
      endInputType: 'utc',
      endOutputType: 'utc',
      busyStatus: 'BUSY',
      productId: 'urushi/week',
    }),
  );
  const { error, value } = createEvents(events, { productId: 'urushi/week', calName: 'Finishing shop' });
  if (error) throw new Refusal(409, 'The plan holds a time that no calendar takes: plan the week anew.');
  return foldedByOctets(value ?? '');
}
