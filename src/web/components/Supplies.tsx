import { Button } from '@mui/material';
import { woodNamed } from '../../record/board/wood.ts';
import { suppliesOfJob, workOfWood } from '../../record/work/supplies.ts';
import { changeJob } from '../../shared/contract/jobs.ts';
import { SuppliesSchema } from '../../shared/job.ts';
import { change, useHouse } from '../hooks/api.ts';
import type { OpenBench } from '../hooks/bench.ts';
import { useDrying } from '../hooks/rules.ts';
import { areaText } from './areas.ts';
import { Columns, Pile, Row, Text } from './layout.tsx';
import { hoursText } from './numbers.ts';
import { SavedNumber } from './SavedNumber.tsx';
import { useAttempt } from './Toast.tsx';

/** What the job costs in materials, hands and days, and what it uses up beside colours. */
export function Supplies({ bench }: { bench: OpenBench }) {
  const { job } = bench;
  const house = useHouse().data;
  const attempt = useAttempt();
  const drying = useDrying(bench);
  const supplies = suppliesOfJob(bench);
  const works = job.woods.flatMap((wood) => {
    const work = workOfWood(bench, wood, house?.bench.spare ?? 0.25, drying);
    return work ? [{ wood, work }] : [];
  });
  if (works.length === 0) return null;
  const keep = (now: Record<string, number>) =>
    attempt(() => change(changeJob, { job: job.number }, { version: job.version, supplies: now }));
  const put = (key: string, count: number | null) => {
    const { [key]: _, ...others } = job.supplies;
    void keep(count === null ? others : { ...others, [key]: count });
  };
  return (
    <Pile as="section" aria-label="Supplies" gap="near" whole>
      <h2>Cost and time</h2>
      {works.map(({ wood, work }) => (
        <Row key={wood.id} gap="far" line padY="close" wrap>
          <Text as="b" width={140}>
            {woodNamed(bench.shelf, wood)}
          </Text>
          <span className="mono">{areaText(work.area, house?.units ?? 'metric')}</span>
          <span>
            materials <span className="mono">{work.cost.toFixed(2)}</span>
            {work.unknown.length > 0 && `, and what has no cost yet: ${work.unknown.join(', ')}`}
          </span>
          <span>
            hands on <span className="mono">{hoursText(work.hands / 60)}</span>
          </span>
          <span>
            over <span className="mono">{hoursText(work.elapsed)}</span>
          </span>
        </Row>
      ))}
      <Text as="h2" padTop="near">
        Supplies
      </Text>
      <Columns of="repeat(auto-fill, minmax(300px, 1fr))" gap="apart">
        {supplies.map((s) => (
          <Row key={s.key} gap="near" minHeight={56}>
            <SavedNumber
              label={s.unit}
              name={s.key}
              width={92}
              shape={SuppliesSchema.valueType}
              shown={s.count}
              set={(count) => put(s.key, count)}
              refused={null}
            />
            <Text grow>
              {s.name}
              <Text as="div" className="soft" size="small">
                {s.count === s.asked ? s.why : `${s.asked} by the areas`}
              </Text>
            </Text>
            {s.count !== s.asked && (
              <Button size="small" onClick={() => put(s.key, null)}>
                As worked out
              </Button>
            )}
          </Row>
        ))}
      </Columns>
    </Pile>
  );
}
