import { paceOf, reworkOf } from '../../../record/work/quote.ts';
import type { QuotesTaught, QuoteTerms } from '../../../shared/quote.ts';
import { useHouse } from '../../hooks/api.ts';
import { SQUARE_FEET } from '../areas.ts';
import { Columns, Pile } from '../layout.tsx';
import { NumberField } from '../NumberField.tsx';

interface Props {
  terms: QuoteTerms;
  taught: QuotesTaught;
  onTerms: (now: QuoteTerms) => void;
}
const percent = (share: number) => String(Math.round(1000 * share) / 10);

/** What a quote goes by, as it is typed; and what the jobs before say of it. */
export function QuoteTermsForm({ terms, taught, onTerms }: Props) {
  const pace = paceOf(taught.jobs);
  const units = useHouse().data?.units ?? 'metric';
  const scale = units === 'us' ? SQUARE_FEET : 1;
  const set = (key: keyof QuoteTerms, by = 1) => ({
    onNumber: (value: number) => onTerms({ ...terms, [key]: value / by }),
  });
  return (
    <Pile gap="near">
      <Columns of="repeat(auto-fill, minmax(150px, 1fr))" gap="near">
        <NumberField label="An hour costs" value={terms.hour} min={0} max={100_000} {...set('hour')} />
        <NumberField label="Trial boards a wood" value={terms.trials} min={0} max={100} {...set('trials')} />
        <NumberField
          label="Rework, % of hours"
          value={100 * terms.rework}
          format={() => percent(terms.rework)}
          min={0}
          max={500}
          {...set('rework', 100)}
        />
        <NumberField
          label="Margin, %"
          value={100 * terms.margin}
          format={() => percent(terms.margin)}
          min={0}
          max={500}
          {...set('margin', 100)}
        />
        <NumberField
          label="Hours, × worked out"
          value={terms.pace}
          format={(v) => v.toFixed(2)}
          min={0.2}
          max={5}
          {...set('pace')}
        />
        <NumberField
          label={units === 'us' ? 'By hand at most, ft²' : 'By hand at most, m²'}
          value={terms.handLimit * scale}
          format={(v) => String(Math.round(v))}
          min={0.1}
          max={100_000}
          {...set('handLimit', scale)}
        />
      </Columns>
      <div className="soft" data-testid="pace-taught">
        {taught.jobs.length === 0
          ? 'No job was quoted and finished here yet: note the hours of this one, and the next quote knows.'
          : `${taught.jobs.length === 1 ? 'The job' : `The ${taught.jobs.length} jobs`} before took ${taught.jobs
              .map((j) => `${(j.worked / j.quoted).toFixed(2)} ×`)
              .join(', ')} the hours worked out: expect ${pace.toFixed(2)} ×.`}{' '}
        {taught.rework &&
          `Rework took ${taught.rework.hours.toFixed(1)} h of ${taught.rework.worked.toFixed(1)} h noted: expect ${Math.round(100 * reworkOf(taught.rework))} %.`}
      </div>
    </Pile>
  );
}
