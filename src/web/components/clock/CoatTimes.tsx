import type { OnClock } from '../../../core/time/clock.ts';
import type { Drying } from '../../../core/time/drying.ts';
import { hoursText } from '../numbers.ts';
import { whenText } from './times.ts';

/** Every time of a coat that is on: to go on, to handle, to read, to sand, to use, hard; and where they come from. */
export function CoatTimesTable({ on, dries, now }: { on: OnClock; dries: Drying; now: number }) {
  const at = (moment: number) => whenText(moment, now);
  const rows: [string, string][] = [
    ['handle', at(on.handle)],
    ['read', at(on.read)],
    ['next layer', `${at(on.goOn.earliest)} at the earliest, usually ${at(on.goOn.usual)}, safe ${at(on.goOn.safe)}`],
    ['sand', at(on.sand)],
    ['use with care', at(on.use)],
    ['hard', at(on.cure)],
    ...(on.window ? ([['window', `${at(on.window.opens)} to ${at(on.window.shuts)}`]] as [string, string][]) : []),
    ...(dries.soak ? ([['soaks', `${dries.soak} min before the wipe`]] as [string, string][]) : []),
    ...(dries.potLife ? ([['pot', `usable ${hoursText(dries.potLife)} once mixed`]] as [string, string][]) : []),
    [
      'by',
      dries.basis === 'seen here'
        ? `tests on ${dries.goOn.coats === 1 ? 'one coat' : `${dries.goOn.coats} coats`} here`
        : dries.basis,
    ],
  ];
  return (
    <details className="times">
      <summary>Times</summary>
      <dl>
        {rows.map(([what, when]) => (
          <div key={what}>
            <dt className="soft">{what}</dt>
            <dd>{when}</dd>
          </div>
        ))}
      </dl>
    </details>
  );
}
