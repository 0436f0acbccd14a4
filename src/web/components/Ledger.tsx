import { Link as RouterLink } from 'react-router';
import { causeOf, faultOf } from '../../core/faults/index.ts';
import { rework } from '../../record/job/faults.ts';
import { useFaults } from '../hooks/api.ts';

const NEWEST = 6;

/** The rework of this shop: what it came from, how often, and the hours that it cost. */
export function Ledger() {
  const { data: found = [] } = useFaults();
  const total = found.reduce((sum, f) => sum + f.hours, 0);
  return (
    <section style={{ display: 'grid', gap: 8 }}>
      <h2 style={{ margin: 0 }}>Rework</h2>
      {found.length === 0 ? (
        <div className="soft">Nothing was written down. What goes wrong with a board is, under Boards.</div>
      ) : (
        <>
          <div>
            {total.toFixed(1)} h on {found.length} {found.length === 1 ? 'fault' : 'faults'}.
          </div>
          {rework(found).map(({ cause, times, hours }) => (
            <div key={cause} className="row">
              <span style={{ flex: 1 }}>{causeOf(cause)?.name ?? cause}</span>
              <span className="mono">{times} ×</span>
              <span className="mono" style={{ width: 70, textAlign: 'right' }}>
                {hours.toFixed(1)} h
              </span>
            </div>
          ))}
          <div className="soft">
            {found.slice(0, NEWEST).map((f) => (
              <div key={f.id}>
                <RouterLink to={`/jobs/${f.job}/boards?board=${f.board}`} style={{ color: 'inherit' }}>
                  {f.piece}, {f.board}
                </RouterLink>
                : {faultOf(f.fault)?.name.toLowerCase() ?? f.fault}
                {f.note && `, ${f.note}`}
              </div>
            ))}
          </div>
        </>
      )}
    </section>
  );
}
