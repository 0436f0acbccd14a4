import { causeOf, faultOf } from '../../core/faults/index.ts';
import { rework } from '../../record/job/faults.ts';
import { useFaults } from '../hooks/api.ts';
import { Pile, PlainLink, Text } from './layout.tsx';

const NEWEST = 6;

/** The rework of this shop: what it came from, how often, and the hours that it cost. */
export function Ledger() {
  const { data: found = [] } = useFaults();
  const total = found.reduce((sum, f) => sum + f.hours, 0);
  return (
    <Pile as="section" gap="close">
      <h2>Rework</h2>
      {found.length === 0 ? (
        <div className="soft">Nothing was written down. What goes wrong with a board is, under Boards.</div>
      ) : (
        <>
          <div>
            {total.toFixed(1)} h on {found.length} {found.length === 1 ? 'fault' : 'faults'}.
          </div>
          {rework(found).map(({ cause, times, hours }) => (
            <div key={cause} className="row">
              <Text grow>{causeOf(cause)?.name ?? cause}</Text>
              <span className="mono">{times} ×</span>
              <Text className="mono" width={70} right>
                {hours.toFixed(1)} h
              </Text>
            </div>
          ))}
          <div className="soft">
            {found.slice(0, NEWEST).map((f) => (
              <div key={f.id}>
                <PlainLink to={`/jobs/${f.job}/boards?board=${f.board}`}>
                  {f.piece}, {f.board}
                </PlainLink>
                : {faultOf(f.fault)?.name.toLowerCase() ?? f.fault}
                {f.note && `, ${f.note}`}
              </div>
            ))}
          </div>
        </>
      )}
    </Pile>
  );
}
